package web_test

import (
	"fmt"
	"net/http"
	"strings"
	"testing"

	"github.com/chromedp/chromedp/kb"

	"rubrel/testkit/chromium"
)

// priceList is a list as it comes from a spreadsheet, in several currencies' habits at once.
const priceList = "\tHarbour\tCoast\tOpen sea\n" +
	"For\tWeekend sailors\tRegulars\tLong passages\n" +
	"Price per month\t29,95 €\t1.299,00 €\ton request\n" +
	"Price per year\t299,50 €\t12.990,00 €\t\n" +
	"Berth\t✓\t✓\t✓\n" +
	"Nights away\t2\t10\tunlimited\n" +
	"Skipper on call\tno\t–\tyes\n"

// cell is the address of a cell in the ledger as a selector.
func cell(at string) string { return fmt.Sprintf(`[data-at="%s"]`, at) }

// shown waits until a cell shows a text.
func shown(b *chromium.Browser, at, text string) {
	b.Await(fmt.Sprintf("document.querySelector(%s)?.textContent.trim() === %s", chromium.Quote(cell(at)),
		chromium.Quote(text)))
}

// inProof is an expression over the document of the frame of a width.
func inProof(width, expression string) string {
	return fmt.Sprintf("(() => { const page = document.querySelector('[data-width=%s] iframe').contentDocument; return "+
		"%s; })()", width, expression)
}

// everyFrame waits until an expression over a frame's document holds in all three.
func everyFrame(b *chromium.Browser, expression string) {
	for _, width := range []string{"wide", "middle", "narrow"} {
		b.Await(inProof(width, expression))
	}
}

// TestJourney goes from a pasted list to a published page as a designer does.
func TestJourney(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	b := chromium.Launch(t, 1280, 800)

	// A new site and a list, in a few keys.
	b.Open(app.URL + "/")
	b.Press("n", "Saltline Boat Share", kb.Enter)
	b.Await("document.title.startsWith('Saltline')")
	b.Click("button[formaction$=\"/paste\"]")
	b.Await("document.getElementById('text')")
	b.Paste("#text", priceList)
	b.Type("#name", "Shares")
	b.Click("button[type=submit]")
	b.Await("document.querySelector('.mapping')")
	if got := b.Text("[...document.querySelectorAll('.mapping thead .record')].map(e => " +
		"e.textContent).join('|')"); got != "Harbour|Coast|Open sea" {
		t.Fatalf("plans understood: %s", got)
	}
	if got := b.Text("document.getElementById('role-2').value + ' ' + " +
		"document.getElementById('role-3').value"); got != "price:month price:year" {
		t.Errorf("price rows understood as %s", got)
	}
	// A correction is read at once, and taken back.
	choose := func(role string) {
		// what is chosen before the page's script has come is read with the next
		b.Await("document.readyState === 'complete'")
		b.Text("(() => { const s = document.getElementById('role-5'); s.value = " + chromium.Quote(role) +
			"; s.dispatchEvent(new Event('change', { bubbles: true })); })()")
	}
	choose("skip")
	b.Await("document.querySelector('tr.skipped')?.textContent.includes('Nights away')")
	choose("feature")
	b.Await("document.querySelector('[name=whole]') && !document.querySelector('tr.skipped')")
	b.Click("button[formaction$='/paste/make']")
	b.Await("document.querySelector('.cur')")
	shown(b, "fact/harbour/price:month:eur", "29.95")
	shown(b, "fact/coast/price:month:eur", "1,299.00")
	shown(b, "fact/open-sea/price:month:eur", "on request")
	everyFrame(b, "page.querySelectorAll('.rb-card').length === 3")

	// Feature a plan from its head, by key.
	b.Click("#col-coast")
	b.Press("f")
	b.Await("document.querySelector('#col-coast.featured')")
	everyFrame(b, "page.querySelector('.rb-featured')?.dataset.record === 'coast'")

	// Type over a price, then undo and redo.
	b.Click(cell("fact/harbour/price:month:eur"))
	b.Press("31.50", kb.Enter)
	shown(b, "fact/harbour/price:month:eur", "31.50")
	everyFrame(b, "page.querySelector('[data-record=harbour] .rb-spoken').textContent.startsWith('€31.50')")
	b.Chord("z", "Control")
	shown(b, "fact/harbour/price:month:eur", "29.95")
	everyFrame(b, "page.querySelector('[data-record=harbour] .rb-spoken').textContent.startsWith('€29.95')")
	b.Chord("Z", "Control", "Shift")
	shown(b, "fact/harbour/price:month:eur", "31.50")

	// Bad input keeps what was typed and says what to do.
	b.Click(cell("fact/harbour/price:month:eur"))
	b.Press("-4", kb.Enter)
	b.Await("document.querySelector('#said.failed')?.textContent.includes('negative')")
	b.Click(cell("fact/harbour/price:month:eur"))
	b.Press(kb.Enter)
	if got := b.Text("document.getElementById('editor').value"); got != "-4" {
		t.Errorf("the refused text was not kept: %q", got)
	}
	b.Press(kb.Escape)
	shown(b, "fact/harbour/price:month:eur", "31.50")

	// Publish, and read the prices from the web host.
	if err := app.Store.SetHost(t.Context(), "saltline-boat-share", app.HostFor("saltline-boat-share")); err != nil {
		t.Fatal(err)
	}
	publishFromBench(b)
	b.Await("document.querySelector('.notice')?.textContent.includes('Release 1 is live')")
	status, page := fetch(t, app.Host+"/saltline-boat-share/")
	if status != http.StatusOK {
		t.Fatalf("the live page answers %d", status)
	}
	for _, want := range []string{"€31.50 a month", "€1,299.00 a month", "on request", "Skipper on call"} {
		if !strings.Contains(page, want) {
			t.Errorf("the live page lacks %q", want)
		}
	}
	if said := b.Console(); len(said) > 1 { // one refused edit is a 422 in the console
		t.Errorf("the console shows errors: %s", strings.Join(said, "; "))
	}

	// The same page with script off shows the same, and fits at every width.
	b.Open(app.Host + "/saltline-boat-share/")
	with := b.Text("document.body.innerText")
	b.Script(false)
	b.Open(app.Host + "/saltline-boat-share/")
	if without := b.Text("document.body.innerText"); without != with || !strings.Contains(without, "Coast") {
		t.Errorf("with script off the page reads %q, with script %q", without, with)
	}
	b.CheckOverflow("the live page", 320, 390, 768, 1200)
}
