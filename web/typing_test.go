package web_test

import (
	"net/http"
	"net/url"
	"strconv"
	"testing"

	"github.com/chromedp/chromedp/kb"

	"rubrel/testkit/chromium"
)

// What an input method composes and what a picker inserts goes into the cell under the cursor, as what is typed does;
// a question mark is text there.
func TestTypingWithoutKeys(t *testing.T) {
	t.Parallel()
	_, b := openBench(t)
	b.Click(cell("fact/dusk/subtitle"))
	focused(b, "fact/dusk/subtitle")
	b.Compose("h", "ほ", "ほし", "星")
	b.Await("document.getElementById('editor').value === '星' && document.activeElement.id === 'editor'")
	b.Compose("z", "ぞ", "ぞら", "空") // in the editor
	b.Press(kb.Enter)
	shown(b, "fact/dusk/subtitle", "星空")

	b.Click(cell("fact/meridian/subtitle"))
	focused(b, "fact/meridian/subtitle")
	b.Insert("🔭")
	b.Await("document.getElementById('editor').value === '🔭'")
	b.Press(" ", "?", kb.Enter)
	shown(b, "fact/meridian/subtitle", "🔭 ?")

	b.Click(cell("fact/zenith/subtitle"))
	focused(b, "fact/zenith/subtitle")
	b.Press("?")
	b.Await("document.getElementById('editor').value === '?' && !document.getElementById('help').open")
	b.Press(kb.Escape)
	shown(b, "fact/zenith/subtitle", "For those who image")
}

// The first cell has the focus when the bench opens: keys work at once.
func TestKeysWorkAtOnce(t *testing.T) {
	t.Parallel()
	_, b := openBench(t)
	first := b.Text("document.querySelector('.cur').dataset.at")
	focused(b, first)
	b.Press(kb.ArrowDown)
	b.Await("document.activeElement.classList.contains('cur') && document.activeElement.dataset.at !== " +
		chromium.Quote(first))
}

// A row that is about a period or a currency can be renamed from its name, whichever row it is; deleting one leaves the
// focus in the ledger.
func TestRowsOfAxes(t *testing.T) {
	t.Parallel()
	_, b := openBench(t)
	b.Click("tr[data-key='rule/periods/year/duration'] th")
	b.Press(kb.Enter)
	b.Await("document.getElementById('editor').value === 'a year'")
	b.Press("yearly", kb.Enter)
	b.Await("document.querySelector(\"tr[data-key='rule/periods/year/duration'] th\").textContent.includes('yearly')")
	everyFrame(b, "page.querySelector('.rb-switch').textContent.includes('yearly')")

	b.Click("tr[data-key='rule/periods/once/duration'] th")
	b.Await("[...document.querySelectorAll('#origin button')].some(e => e.textContent.startsWith('Delete once'))")
	chromium.Eval[bool](b, "[...document.querySelectorAll('#origin button')].find(e => "+
		"e.textContent.startsWith('Delete once')).focus() ?? true")
	b.Press(kb.Enter)
	b.Await("!document.querySelector(\"tr[data-key='rule/periods/once/duration']\") && " +
		"document.activeElement.classList.contains('cur')")
	b.Press(kb.ArrowUp)
	b.Await("document.activeElement.classList.contains('cur')")
}

// With a fourth plan and more, All and the titles of sections stay in sight; the splitter gives the ledger more room,
// by mouse and by keys; what is cut off in a cell can be read in full.
func TestRoom(t *testing.T) {
	t.Parallel()
	_, b := openBench(t)
	b.Size(1280, 720)
	for range 2 {
		b.Click("[data-add-record]")
		b.Await(isSaved)
	}
	b.Await("document.querySelectorAll('thead .record').length === 5")
	b.Click(cell("fact/zenith/subtitle"))
	b.Press(kb.End)
	b.Await("document.getElementById('ledger-scroll').scrollLeft > 0")
	inSight := `(() => {
		const outer = document.getElementById('ledger-scroll').getBoundingClientRect();
		const seen = (e) => {
			const r = e.getBoundingClientRect();
			return r.left >= outer.left && r.right <= outer.right + 1 && r.top >= outer.top &&
				document.elementFromPoint(r.left + 4, r.top + r.height / 2)?.closest('th, td') === e;
		};
		return seen(document.querySelector('thead .said-for')) && seen(document.querySelector("[data-at='set/button']"));
	})()`
	b.Await(inSight)
	chromium.Eval[bool](b, "document.getElementById('ledger-scroll').scrollTop = 120, true")
	b.Await(`[...document.querySelectorAll('.section b')].some((e) => {
		const r = e.getBoundingClientRect();
		return r.left >= 0 && document.elementFromPoint(r.left + 2, r.top + 4) === e && r.top < 160; })`)

	room := "document.querySelector('.ledger').offsetWidth"
	before := chromium.Eval[int](b, room)
	b.Drag("#splitter", 160, 0)
	after := chromium.Eval[int](b, room)
	if after < before+150 {
		t.Errorf("the ledger is %d px wide, and was %d", after, before)
	}
	b.Press(kb.ArrowLeft, kb.ArrowLeft)
	if got := chromium.Eval[int](b, room); got >= after {
		t.Errorf("after two steps to the left the ledger is %d px wide, and was %d", got, after)
	}
	b.Click(cell("fact/zenith/note"))
	b.Await("document.querySelector('#origin q')?.textContent === 'Two months free with a year'")
}

// What is said for another width leaves a trace, which leads there.
func TestSaidAtOtherWidths(t *testing.T) {
	t.Parallel()
	app, b := openBench(t)
	post(t, app.URL+benchPath+"/edit", edit("act", "cells", "cells",
		`[{"At":"look/dusk:card.border-radius@narrow","Text":"9px"}]`), nil)
	row := "document.querySelector(\"tr[data-property='border-radius'] th\")"
	b.Await(row + "?.textContent.includes('narrow')")
	b.Click("tr[data-property='border-radius'] th")
	b.Await("[...document.querySelectorAll('#origin button')].some(e => e.textContent === 'Also said for narrow')")
	chromium.Eval[bool](b, "[...document.querySelectorAll('#origin button')].find(e => "+
		"e.textContent === 'Also said for narrow').click() ?? true")
	b.Await("document.getElementById('grid').dataset.width === 'narrow'")
	shown(b, "look/dusk:card.border-radius@narrow", "9px")
}

// A click on a part in the proof brings the rows of its look into view, not the first alone.
func TestPartsRowsInView(t *testing.T) {
	t.Parallel()
	_, b := openBench(t)
	chromium.Eval[bool](b, inProof("wide", "page.querySelector('.rb-title').click() ?? true"))
	b.Await("document.getElementById('grid').dataset.part === 'title'")
	b.Await(`(() => {
		const outer = document.getElementById('ledger-scroll').getBoundingClientRect();
		return [...document.querySelectorAll('tr[data-property]')].filter((e) => {
			const r = e.getBoundingClientRect(); return r.top >= outer.top && r.bottom <= outer.bottom; }).length >= 10;
	})()`)
}

// The cursor stays on its cell while others put columns and rows before it: what is typed goes where it was.
func TestCursorStaysOnItsCell(t *testing.T) {
	t.Parallel()
	app, b := openBench(t)
	const at = "fact/dusk/badge"
	b.Click(cell(at))
	focused(b, at)
	bench := app.URL + benchPath
	for i, act := range []url.Values{
		{"act": {"move"}, "record": {"zenith"}, "after": {""}},
		{"act": {"item-add"}, "axis": {"currencies"}, "text": {"GBP"}},
	} {
		act.Set("version", strconv.Itoa(i))
		act.Set("tab", "other")
		if status, body := post(t, bench+"/edit", act, nil); status != http.StatusOK {
			t.Fatalf("%v: %d %s", act, status, body)
		}
	}
	b.Await("document.getElementById('saved').dataset.version === '2' && " +
		"document.querySelector('[data-at=\"fact/dusk/price:month:gbp\"]')")
	focused(b, at)
	b.Press("Now", kb.Enter)
	shown(b, at, "Now")
	saying := "[...document.querySelectorAll('td')].filter((td) => td.dataset.text === 'Now').length"
	if n := chromium.Eval[int](b, saying); n != 1 {
		t.Errorf("%d cells say it", n)
	}
}

// A cell that assistive technology gives the focus is the one in which is typed.
func TestFocusIsWhereOneTypes(t *testing.T) {
	t.Parallel()
	_, b := openBench(t)
	chromium.Eval[bool](b, `(document.querySelector('[data-at="fact/zenith/badge"]').focus(), true)`)
	focused(b, "fact/zenith/badge")
	b.Press("Here", kb.Enter)
	shown(b, "fact/zenith/badge", "Here")
}
