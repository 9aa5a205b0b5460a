package web_test

import (
	"testing"

	"github.com/chromedp/chromedp/kb"

	"rubrel/testkit/chromium"
)

// A toggle is made from nothing: its sides are named, each is given a block that is offered as it is typed, the proof
// shows them, another side is added; a toggle in a toggle is refused in words, and so is taking away what is shown.
func TestToggleIsMade(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	b := chromium.Launch(t, 1280, 800)
	b.Open(app.URL + "/sites/fennmoor/choose?name=Two+audiences")
	b.Type("#find", "audiences")
	b.Await("[...document.querySelectorAll('.choice')].filter((e) => !e.hidden).length === 1")
	b.Click(".choice:not([hidden]) .choose")
	b.Await("document.querySelector('.cur')")
	sides := "[...document.querySelectorAll('#grid thead .record')].map((e) => e.dataset.record)"
	first, second := b.Text(sides+"[0]"), b.Text(sides+"[1]")
	say := func(at, text string) {
		t.Helper()
		b.Click(cell(at))
		b.Press(text, kb.Enter)
	}
	say("fact/"+first+"/label", "Members")
	say("fact/"+second+"/label", "Schools")
	say("fact/"+first+"/block", "memberships")
	say("fact/"+second+"/block", "evenings")
	b.Await(inProof("wide", "page.querySelector('#memberships .rb-card') && page.querySelector('#evenings') && "+
		"[...page.querySelectorAll('.rb-option .rb-label')].slice(0, 2).map((e) => e.textContent).join() === "+
		"'Members,Schools'"))
	say("fact/"+second+"/second", "season")
	b.Await("document.getElementById('said').textContent.includes('none stands in another')")
	b.Press(kb.Escape)
	b.Click("[data-add-record]")
	b.Await("document.querySelectorAll('#grid thead .record').length === 3")
	b.CheckAccessibility("the bench of a toggle")
	b.Open(app.URL + "/sites/fennmoor/")
	b.Click("form[action$='/blocks/evenings/remove'] button")
	b.Await("document.body.innerText.includes('Two audiences shows Telescope evenings')")
}
