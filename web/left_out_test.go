package web_test

import (
	"testing"

	"github.com/chromedp/chromedp/kb"
)

// On the bench a plan is left out of narrow blocks, in cards and in the matrix, and a feature of narrow and middle
// ones; cards get a header. Other widths stay as they are, and undo brings each back.
func TestLeftOutOnTheBench(t *testing.T) {
	t.Parallel()
	_, b := openBench(t)
	seen := func(selector string) string {
		return "[...page.querySelectorAll('" + selector + "')].some((e) => e.getClientRects().length)"
	}
	b.Click("button[data-part=card]")
	b.Click("[data-width=narrow] .width-name")
	b.Click(cell("look/dusk:card.display@narrow"))
	b.Press("none", kb.Enter)
	const dusk = "[data-record=dusk]"
	b.Await(inProof("narrow", "!"+seen(dusk)))
	b.Await(inProof("middle", seen(dusk)))
	b.Click("tr[data-item=darkroom] th")
	b.Type("#origin [name='left out at']", "middle narrow")
	b.Press(kb.Enter)
	lines := func(n string) string {
		return "[...page.querySelectorAll('[data-record=zenith] .rb-feature')].filter((e) => e.getClientRects().length)" +
			".length === " + n
	}
	b.Await(inProof("wide", lines("5")))
	b.Await(inProof("middle", lines("4")))
	b.Await(inProof("narrow", lines("4")))
	b.Click("[data-fold=display]")
	b.Click(cell("set/header"))
	b.Press("price", kb.Enter)
	everyFrame(b, "page.querySelector('.rb-header')")
	b.Chord("z", "Control")
	everyFrame(b, "!page.querySelector('.rb-header')")
	b.Chord("z", "Control")
	b.Await(inProof("narrow", lines("5")))

	b.Click("[data-form=matrix]")
	b.Await(inProof("narrow", seen(dusk))) // what is said of cards is said of them
	b.Click("button[data-part=plan]")
	b.Click(cell("look/dusk:plan.display@narrow"))
	b.Press("none", kb.Enter)
	b.Await(inProof("narrow", "!"+seen(dusk)+" && "+seen("[data-record=zenith] .rb-yes")))
	b.Await(inProof("wide", seen(dusk)))
	b.Chord("z", "Control")
	b.Await(inProof("narrow", seen(dusk)))
}
