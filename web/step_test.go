package web_test

import (
	"strconv"
	"testing"

	"github.com/chromedp/chromedp/kb"

	"rubrel/testkit/chromium"
)

// undoIs waits until undo offers something, or nothing.
func undoIs(b *chromium.Browser, enabled bool) {
	b.Await("document.querySelector('[data-act=undo]').disabled === " + strconv.FormatBool(!enabled))
}

// A size is scrubbed by dragging its name, and three frames follow; stepped by keys, and in the editor; each go is one
// entry of the log, and what comes back to where it began is none.
func TestSteppingAndScrubbing(t *testing.T) {
	t.Parallel()
	_, b := openBench(t)
	b.Click("button[data-part=title]")
	b.Click(cell("look/title.font-size"))
	size := func(px string) {
		t.Helper()
		everyFrame(b, "getComputedStyle(page.querySelector('[data-record=dusk] .rb-title')).fontSize === '"+px+"'")
	}
	// It follows the house style's 30 px (25 px in middle and below), until it is said.
	b.Drag("tr[data-property='font-size'] th", 32, 0)
	shown(b, "look/title.font-size", "38px")
	size("38px")
	b.Await("document.getElementById('saved').textContent === 'saved'")
	b.Chord("z", "Control")
	b.Await("document.querySelector('[data-at=\"look/title.font-size\"]').classList.contains('followed')")
	undoIs(b, false)
	// By keys.
	b.Click(cell("look/title.font-size"))
	b.Chord(kb.ArrowUp, "Alt")
	b.Chord(kb.ArrowUp, "Alt")
	b.Chord(kb.ArrowUp, "Alt", "Shift")
	shown(b, "look/title.font-size", "42px")
	b.Await("document.getElementById('saved').textContent === 'saved'")
	b.Chord("z", "Control")
	b.Await("document.querySelector('[data-at=\"look/title.font-size\"]').classList.contains('followed')")
	undoIs(b, false)
	// In the editor: tried, seen, and left again.
	b.Press(kb.Enter, kb.ArrowUp, kb.ArrowUp)
	everyFrame(b, "getComputedStyle(page.querySelector('[data-record=dusk] .rb-title')).fontSize === '32px'")
	b.Press(kb.Escape)
	b.Await("document.querySelector('[data-at=\"look/title.font-size\"]').classList.contains('followed')")
	undoIs(b, false)
	b.Press(kb.Enter, kb.ArrowDown, kb.Enter)
	shown(b, "look/title.font-size", "29px")
	size("29px")
	// Set in middle, followed in narrow; an exception survives a change to All.
	b.Click("[data-width=middle] .width-name")
	b.Await("document.getElementById('grid').dataset.width === 'middle'")
	b.Click(cell("look/title.font-size@middle"))
	b.Press("21\r")
	shown(b, "look/title.font-size@middle", "21px")
	b.Await(inProof("narrow", "getComputedStyle(page.querySelector('[data-record=dusk] .rb-title')).fontSize") +
		" === '21px'")
	b.Await(inProof("wide", "getComputedStyle(page.querySelector('[data-record=dusk] .rb-title')).fontSize") +
		" === '29px'")
	b.Click(cell("look/zenith:title.font-size@middle"))
	b.Press("33\r")
	b.Await("document.querySelector('[data-at=\"look/zenith:title.font-size@middle\"].exception')")
	b.Click(cell("look/title.font-size@middle"))
	b.Press("19\r")
	b.Await(inProof("middle", "getComputedStyle(page.querySelector('[data-record=zenith] .rb-title')).fontSize === "+
		"'33px' && getComputedStyle(page.querySelector('[data-record=dusk] .rb-title')).fontSize") + " === '19px'")
}
