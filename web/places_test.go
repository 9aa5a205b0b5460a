package web_test

import (
	"fmt"
	"testing"

	"github.com/chromedp/chromedp/kb"

	"rubrel/testkit/chromium"
)

// A place on the picture is marked with the mouse and moved with keys, shows in the proof at once, and is one act to
// take back.
func TestPlacesAreMarked(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	b := chromium.Launch(t, 1280, 800)
	b.Open(app.URL + "/sites/fennmoor/blocks/telescope/")
	b.Await("document.querySelector('.cur')")
	at := "fact/mirror/place"
	before := b.Text("document.querySelector(" + chromium.Quote(cell(at)) + ").textContent")
	b.Click(cell(at))
	b.Chord(kb.Enter, "Alt")
	b.Await("document.querySelector('#tray .plate img')?.naturalWidth > 0 && document.querySelector('#tray .place-dot')")
	b.CheckAccessibility("the tray with a picture")
	b.Click("#tray .plate") // in its middle
	var x, y float64
	read := func() bool {
		n, _ := fmt.Sscanf(
			b.Text("document.querySelector("+chromium.Quote(cell(at))+").textContent.trim()"),
			"%g%% %g%%",
			&x,
			&y,
		)
		return n == 2
	}
	b.Await("document.querySelector(" + chromium.Quote(cell(at)) + ").textContent.trim() !== " + chromium.Quote(before))
	if !read() || x < 48 || x > 52 || y < 48 || y > 52 {
		t.Errorf("clicked in its middle, the place is %g %g", x, y)
	}
	was := x
	b.Press(kb.ArrowLeft, kb.ArrowLeft, kb.ArrowDown)
	b.Await(fmt.Sprintf("Number.parseFloat(document.querySelector(%s).textContent) === "+
		"%g", chromium.Quote(cell(at)), was-2))
	everyFrame(b, fmt.Sprintf("getComputedStyle(page.querySelector('.rb-callout[data-record=mirror]'))"+
		".getPropertyValue('--rb-x').trim().replace(/^\\./, '0.') === '%g'", (was-2)/100))
	b.Chord("z", "Control")
	b.Await("document.querySelector(" + chromium.Quote(cell(at)) + ").textContent === " + chromium.Quote(before))
}

// A kind in which no record can stand out has no column for that: what is typed, copied and added still finds its cell.
func TestNoFeaturedColumn(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	b := chromium.Launch(t, 1280, 800)
	b.Open(app.URL + "/sites/fennmoor/blocks/telescope/")
	b.Await("document.querySelector('.cur')")
	first := b.Text("document.querySelector('#grid thead .record').dataset.record")
	title := cell("fact/" + first + "/title")
	if got := b.Text("document.querySelector('#grid thead').innerText.includes('Featured') + ' ' + " +
		"document.querySelector(" + chromium.Quote(title) + ").ariaColIndex"); got != "false 3" {
		t.Errorf("there is a Featured column, and the first record's is the column: %s", got)
	}
	b.Click(title)
	b.Press("N", "e", "u", kb.Enter)
	shown(b, "fact/"+first+"/title", "Neu")
	b.Click("[data-add-record]")
	b.Await("document.querySelectorAll('#grid thead .record').length === 8")
	if n := chromium.Eval[int](b, "new Set([...document.querySelectorAll('#grid tr.cells')].map((tr) => "+
		"[...tr.children].filter((e) => !e.classList.contains('gap')).length)).size"); n != 1 {
		t.Errorf("the rows have %d numbers of cells", n)
	}
}

// How those who lead and the others stand is chosen among drawings of rows, in one act.
func TestPackingIsChosen(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	b := chromium.Launch(t, 1280, 800)
	b.Open(app.URL + "/sites/fennmoor/blocks/astronomers/?part=people")
	b.Await("document.querySelector('.cur')")
	rows := "(() => { const rows = new Map(); for (const e of page.querySelectorAll('.rb-person')) { const top = " +
		"Math.round(e.getBoundingClientRect().top); rows.set(top, (rows.get(top) ?? 0) + 1); } " +
		"return [...rows.values()].join(' '); })()"
	b.Await(inProof("wide", rows+" === '2 3 3'"))
	at := "look/people.grid-template-columns"
	b.Click(cell(at))
	b.Chord(kb.Enter, "Alt")
	b.Await("document.querySelectorAll('#tray .packings button').length > 2")
	b.CheckAccessibility("the tray with rows to choose from")
	b.Click(`#tray .packings button:has(span:not(:empty)):nth-child(2)`)
	b.Await("document.querySelector(" + chromium.Quote(cell(at)) + ").dataset.text !== ''")
	chosen := b.Text("document.querySelector('#tray .packings button:nth-child(2) span').textContent.replaceAll(' + " +
		"', ' ')")
	b.Await(inProof("wide", rows+" === "+chromium.Quote(chosen)))
	b.Chord("z", "Control")
	b.Await(inProof("wide", rows+" === '2 3 3'"))
}

// A person is moved by keys on the head of their column, who is no leader before who is, and the page follows.
func TestPeopleAreReordered(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	b := chromium.Launch(t, 1280, 800)
	b.Open(app.URL + "/sites/fennmoor/blocks/volunteers/")
	b.Await("document.querySelector('.cur')")
	names := "[...page.querySelectorAll('.rb-person')].map((e) => e.dataset.record).slice(0, 3).join(' ')"
	b.Await(inProof("wide", names+" === 'ines bram sofia'"))
	b.Click(cell("fact/bram/name"))
	b.Chord(kb.ArrowRight, "Alt")
	everyFrame(b, names+" === 'ines sofia bram'")
	b.Click(cell("featured/bram"))
	b.Press(" ")
	b.Await("document.querySelector(" + chromium.Quote(cell("featured/bram")) + ").dataset.text === 'yes'")
	b.Click("[data-form=cards]")
	everyFrame(b, names+" === 'bram ines sofia'")
}
