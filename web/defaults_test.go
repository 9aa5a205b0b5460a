package web_test

import (
	"testing"

	"github.com/chromedp/chromedp/kb"
)

// From a value on the bench a designer comes to what every block of the kind follows, says a default for the site, is
// told what is wrong with another, and finds the block in the new look.
func TestDefaultsOfAKind(t *testing.T) {
	t.Parallel()
	app, b := openBench(t)
	b.Click("button[data-part=card]")
	// However much is said of a value, nothing lies over the button beside it.
	const long = "look/zenith:card.background-image"
	b.Click(cell(long))
	b.Press("linear-gradient(160deg, #fffdf6 0%, #f8ecd0 70%, #f4c15d 100%)", kb.Enter)
	saidIs(b, long, "^linear-gradient")
	b.Click(cell(long))
	if over := b.Text(`(() => {
		const own = document.querySelector('[data-tray]').getBoundingClientRect();
		const meets = (r) => r.left < own.right && r.right > own.left && r.top < own.bottom && r.bottom > own.top;
		return [...document.querySelectorAll('#origin button')].filter((e) => [...e.getClientRects()].some(meets)).map((e) =>
			e.textContent).join();
	})()`); over != "" {
		t.Errorf("over the button lies %s", over)
	}
	b.Click(cell("look/card.padding"))
	b.Await("document.querySelector('#origin [data-name=defaults]')")
	b.Click("#origin [data-name=defaults]")
	b.Await("location.hash === '#part-card' && document.querySelector('.defaults-list')")
	b.CheckAccessibility("the defaults of a kind")
	if got := b.Text("document.querySelector('.lede a')?.getAttribute('href')"); got != benchPath+"/" {
		t.Errorf("the block where they are seen is %s", got)
	}
	field := "[name='say.card.padding']"
	if got := b.Text("document.querySelector(\"" + field + "\").placeholder"); got != "space-5" {
		t.Errorf("cards follow %q", got)
	}
	b.Type(field, "wide")
	b.Press(kb.Enter)
	b.Await("document.querySelector('.fault')?.textContent.includes('padding')")
	if got := b.Text("document.querySelector(\"" + field + "\").value"); got != "wide" {
		t.Errorf("after a fault the field holds %q", got)
	}
	b.Type(field, "41px")
	b.Press(kb.Enter)
	b.Await("document.querySelector(\"" + field + "\").value === '41px' && document.querySelector('.notice')")
	// It is nearer than what the kind says for a narrower width: that holds no longer, there or on the page.
	row := "document.querySelector(\"[name='say.card.padding@narrow']\")"
	if got := b.Text(row + ".placeholder + ' ' + " + row + ".closest('tr').cells[1].className"); got != "41px over" {
		t.Errorf("for narrow blocks it says %q", got)
	}
	b.Open(app.URL + "/sites/fennmoor/blocks/memberships/")
	ready(b)
	b.Await(inProof("narrow", "getComputedStyle(page.querySelector('[data-record=dusk].rb-card')).paddingTop === '41px'"))
	everyFrame(b, "getComputedStyle(page.querySelector('[data-record=dusk].rb-card')).paddingTop !== '0px'")
	b.Await(inProof("wide", "getComputedStyle(page.querySelector('[data-record=dusk].rb-card')).paddingTop === '41px'"))
}
