package web_test

import (
	"strings"
	"testing"

	"github.com/chromedp/chromedp/kb"
)

// What a part looks like under a visitor's hand is said in the ledger like everything else, and the proof holds it so
// while it is worked on.
func TestStatesAndLifting(t *testing.T) {
	t.Parallel()
	app, b := openBench(t)
	b.Click("button[data-part=button]")
	b.Await("document.querySelectorAll('button[data-state]').length === 4")
	b.Click("button[data-state=hover]")
	b.Click(cell("look/button.background-color@hover"))
	b.Press("#7a2e1d", kb.Enter)
	held := "getComputedStyle(page.querySelector('.rb-button')).backgroundColor === 'rgb(122, 46, 29)'"
	everyFrame(b, held)
	shown(b, "look/dusk:button.background-color@hover", "#7a2e1d")
	b.CheckAccessibility("the ledger in another state")
	b.Click("button[data-state='']")
	everyFrame(b, "getComputedStyle(page.querySelector('.rb-button')).backgroundColor === 'rgba(0, 0, 0, 0)'")
	_, page := fetch(t, app.URL+benchPath+"/proof/index.html")
	_, rest, _ := strings.Cut(page, `rel="stylesheet" href="`)
	sheet, _, _ := strings.Cut(rest, `"`)
	if _, css := fetch(t, app.URL+benchPath+"/proof/"+sheet); !strings.Contains(
		css,
		".rb-button:where(:hover,:focus-visible){",
	) ||
		!strings.Contains(css, "background-color:#7a2e1d") {
		t.Error("the release says nothing of it")
	}
	// What is featured has a say of its own in a state, and the focus of the keyboard looks as the pointer does.
	b.Click("button[data-state=focus]")
	b.Await("document.querySelector('[data-at=\"look/button.background-color@focus\"].followed')")
	everyFrame(b, held)
	b.Click("button[data-state=hover]")
	b.Click(cell("look/button.background-color@featured@hover"))
	b.Press("#225588", kb.Enter)
	everyFrame(b, "getComputedStyle(page.querySelector('.rb-featured .rb-button')).backgroundColor === 'rgb(34, 85, 136)'"+
		" && "+held)
	b.Click("button[data-state='']")
	// The switch's sides can be selected.
	b.Click("button[data-part=option]")
	b.Await("document.querySelector('button[data-state=selected]')")

	// A value that a block says for all is lifted to its kind: every block of the kind follows it until it says
	// another, and the house style lists it.
	b.Click("button[data-part=card]")
	b.Await("document.querySelector('[data-at=\"look/card.border-radius\"]')")
	b.Click(cell("look/card.border-radius"))
	b.Press("11px", kb.Enter)
	shown(b, "look/card.border-radius", "11px")
	b.Click(cell("look/card.border-radius"))
	b.Click("#origin [data-name=lift-kind]")
	b.Await("document.querySelector('[data-at=\"look/card.border-radius\"].followed')")
	everyFrame(b, "getComputedStyle(page.querySelector('.rb-card')).borderTopLeftRadius === '11px'")
	b.Open(app.URL + "/sites/fennmoor/blocks/class-size/?part=card")
	b.Await("document.querySelector('.cur')")
	shown(b, "look/card.border-radius", "11px")
	b.Open(app.URL + "/sites/fennmoor/house")
	b.Type("[aria-label='card.border-radius of Pricing']", "")
	b.Press(kb.Enter)
	b.Await("document.querySelector('[aria-labelledby=for-kinds] .empty')")
	b.Click("[name=way][value=undo]")
	b.Await("document.querySelector('[aria-label=\"card.border-radius of Pricing\"]')?.value === '11px'")
}
