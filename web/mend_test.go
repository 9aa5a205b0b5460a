package web_test

import (
	"testing"

	"github.com/chromedp/chromedp/kb"

	"rubrel/testkit/chromium"
)

// A ground makes many texts fail: one mark says so, with every place in it. Its mends are shown in the proof before one
// is taken, by pointing or by the keyboard, and all of one sort are mended in one act that is undone at once.
func TestMendsAreShownFirst(t *testing.T) {
	t.Parallel()
	_, b := openBench(t)
	says := func(part, key, text string) {
		b.Click("button[data-part=" + part + "]")
		b.Click(cell("look/" + key))
		b.Press(text, kb.Enter)
		shown(b, "look/"+key, text)
	}
	says("card", "card.background-color", "#3c4a66")
	b.Await("document.querySelectorAll('.mark-line').length === 1 && document.querySelector('.mark-line summary')")
	b.Click(".mark-line summary")
	b.Await("document.querySelectorAll('.mark-line li').length > 4")
	ground := func(colour string) string {
		return "getComputedStyle(page.querySelector('[data-record=dusk].rb-card')).backgroundColor === '" + colour + "'"
	}
	everyFrame(b, ground("rgb(60, 74, 102)"))
	b.Await("document.querySelectorAll('.mark-line [data-mend]').length === 2")
	chromium.Eval[bool](b, "document.querySelector('.mark-line [data-mend]').focus() ?? true")
	b.Await("!document.getElementById('previewed').hidden")
	everyFrame(b, "!("+ground("rgb(60, 74, 102)")+")")
	b.Press(kb.Tab) // the mend here: the card keeps its ground
	everyFrame(b, ground("rgb(60, 74, 102)")+" && getComputedStyle(page.querySelector('[data-record=dusk] .rb-title'))"+
		".color !== 'rgb(16, 32, 58)'")
	b.Press(kb.Escape)
	b.Click(cell("look/card.background-color"))
	b.Await("document.getElementById('previewed').hidden")
	undoIs(b, true)
	says("badge", "badge.color@featured", "#7a6a3a")
	b.Await("document.querySelector('[data-mend-all=contrast]')")
	b.CheckAccessibility("marks with several mends")
	b.Click("[data-mend-all=contrast]")
	b.Await("document.querySelectorAll('.mark-line').length === 0")
	b.Chord("z", "Control")
	b.Await("document.querySelectorAll('.mark-line').length === 2")
}

// What a value comes from is a way there: the token in the house style, the cell of another column or width that says
// it.
func TestWayToWhatSaysAValue(t *testing.T) {
	t.Parallel()
	_, b := openBench(t)
	b.Click("button[data-part=card]")
	b.Click(cell("look/card.background-color"))
	b.Press("#fdfdfd", kb.Enter)
	shown(b, "look/card.background-color", "#fdfdfd")
	b.Click(cell("look/dusk:card.background-color"))
	b.Await("document.querySelector('#origin [data-name=source]')")
	b.Click("#origin [data-name=source]")
	b.Await("document.querySelector('.cur')?.dataset.at === 'look/card.background-color'")
	b.Click(cell("look/dusk:card.padding"))
	b.Await("[...document.querySelectorAll('#origin button')].some((e) => e.textContent === 'space-5 in the house style')")
	chromium.Eval[bool](b, "[...document.querySelectorAll('#origin button')].find((e) => "+
		"e.textContent.startsWith('space-5')).click() ?? true")
	b.Await("location.pathname.endsWith('/house') && document.querySelector(':target')?.textContent.includes('space-5')")
}
