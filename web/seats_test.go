package web_test

import (
	"strings"
	"testing"

	"github.com/chromedp/chromedp/kb"

	"rubrel/testkit"
	"rubrel/testkit/chromium"
)

const eveningsPath = "/sites/fennmoor/blocks/evenings"

// openEvenings opens the bench of a list that is priced by the pupil.
func openEvenings(t *testing.T) (*testkit.Application, *chromium.Browser) {
	t.Helper()
	app := shared.Start(t)
	b := chromium.Launch(t, 1280, 800)
	b.Open(app.URL + eveningsPath + "/")
	b.Await("document.querySelector('.cur')")
	return app, b
}

// The curve view draws every plan, names crossovers and cliffs, is read by pointer and by keys, follows an edit, and
// has the same numbers in a table.
func TestCurves(t *testing.T) {
	t.Parallel()
	_, b := openEvenings(t)
	b.Click("button[data-chart=curves]")
	b.Await("document.querySelectorAll('.chart .line').length === 3 && document.querySelector('.frames').hidden")
	says := "document.querySelector('.chart-says').innerText.replace(/\\s+/g, ' ')"
	b.Await(says + ".includes('8 pupils Twilight €52.00 Nightfall €48.00 Midnight €168.00')")
	b.Text("document.querySelector('.chart-read input').focus()")
	b.Press(kb.ArrowRight, kb.ArrowRight)
	b.Await(says + ".includes('10 pupils Twilight €65.00')")
	// Pointing at the end of the axis.
	at := chromium.Eval[[]float64](b, "(() => { const r = document.querySelector('.chart svg').getBoundingClientRect(); "+
		"return [r.left + r.width * 556 / 680, r.top + r.height / 2]; })()")
	b.Run(chromium.MoveMouse(at[0], at[1]))
	b.Await(says + ".includes('60 pupils Twilight €390.00 Nightfall €306.00 Midnight €285.00')")
	if got := b.Text("[...document.querySelectorAll('.chart figcaption p')].map(e => e.textContent).join('; ')"); got !=
		"from 26 Midnight costs less than Twilight; from 32 Midnight costs less than Nightfall; from 41 Nightfall costs "+
			"less than Midnight; from 43 Midnight costs less than Nightfall; "+
			"Nightfall: 20 cost €120.00, 21 cost €115.50; Nightfall: 40 cost €220.00, 41 cost €209.10" {
		t.Errorf("the curves say %s", got)
	}
	if got := b.Text("[...document.querySelectorAll('.chart-table tbody tr')].find(tr => " +
		"tr.firstElementChild.textContent === '26').innerText.replace(/\\s+/g, ' ')"); got != "26 €169.00 €143.00 €168.00 "+
		"Midnight costs less than Twilight" {
		t.Errorf("the table says %s", got)
	}
	b.CheckAccessibility("the bench with curves")
	// The cliff is mended with one key, and the curve follows.
	b.Text("document.body.focus()")
	b.Chord("m", "Alt")
	b.Await("!document.querySelector('.chart figcaption .cliff') && !document.querySelector('.chart circle.cliff') && " +
		"!document.querySelector('.mark-line')")
	// A logarithmic axis, and another currency.
	b.Text("(() => { const s = document.querySelector('.chart-choices [name=axis]'); s.value = 'log'; " +
		"s.dispatchEvent(new Event('change', { bubbles: true })); })()")
	b.Await("[...document.querySelectorAll('.chart .tick')].map(e => e.textContent).join().includes('10,20,50')")
	b.Text("(() => { const s = document.querySelector('.chart-choices [name=currency]'); s.value = 'gbp'; " +
		"s.dispatchEvent(new Event('change', { bubbles: true })); })()")
	b.Await(says + ".includes('£')")
	b.Click("[data-proof]")
	b.Await("!document.querySelector('.frames').hidden && document.getElementById('chart-pane').hidden")
}

// Rates are refreshed in one act that shows old and new first, and that can be undone.
func TestRefreshRates(t *testing.T) {
	t.Parallel()
	_, b := openEvenings(t)
	b.Click("[data-source=rates]")
	b.Await("document.getElementById('proposal').open")
	table := b.Text("[...document.querySelectorAll('.compare tbody tr')].map(tr => tr.innerText.replace(/\\s+/g, ' " +
		"')).join('; ')")
	for _, want := range []string{"GBP for one EUR 0.8571 0.8614", "Twilight, an evening £5.55 £5.60"} {
		if !strings.Contains(table, want) {
			t.Errorf("the proposal is %s, without %s", table, want)
		}
	}
	b.CheckAccessibility("the proposal")
	b.Click("[data-take]")
	shown(b, "item/currencies/gbp/rate", "0.8614")
	shown(b, "fact/twilight/price:evening:gbp", "5.60")
	b.Await("!document.getElementById('proposal').open")
	b.Text("document.activeElement.blur()")
	b.Chord("z", "Control")
	shown(b, "item/currencies/gbp/rate", "0.8571")
	shown(b, "fact/twilight/price:evening:gbp", "5.55")
	// Left, nothing changes.
	b.Click("[data-source=rates]")
	b.Await("document.getElementById('proposal').open && document.querySelector('.compare')")
	b.Press(kb.Escape)
	b.Await("!document.getElementById('proposal').open")
	shown(b, "item/currencies/gbp/rate", "0.8571")
}

// A mark can be said to be meant so: it is quiet until it is heard again.
func TestMarkIsMeantSo(t *testing.T) {
	t.Parallel()
	_, b := openEvenings(t)
	b.Await("document.querySelector('.mark-count b')?.textContent === '1'")
	b.Click("[data-quieten]")
	b.Await("document.getElementById('reason').open")
	b.Press("Schools know it\r")
	b.Await("document.querySelector('.mark-line.hushed')?.textContent.includes('Schools know it') && " +
		"document.querySelector('.mark-count').textContent.includes('no marks')")
	b.Click("[data-quieten]")
	b.Await("document.querySelector('.mark-count b')?.textContent === '1' && !document.querySelector('.hushed')")
}

// A feature's help, and whether it is a heading, are said where the cursor stands on it; sections fold and open.
func TestDetailsAndFolds(t *testing.T) {
	t.Parallel()
	_, b := openEvenings(t)
	b.Click("tr[data-item=camera] th")
	b.Type("#origin [name=help]", "On a mount that follows the sky")
	b.Press(kb.Enter)
	everyFrame(b, "page.body.textContent.includes('Midnight')")
	b.Click("[data-form=cards]")
	everyFrame(b, "[...page.querySelectorAll('.rb-help')].some(e => e.textContent === 'On a mount that follows the sky')")
	b.Click("tr[data-item=length] th")
	b.Text("(() => { const s = document.querySelector('#origin [name=group]'); s.value = 'yes'; s.dispatchEvent(new " +
		"Event('change', { bubbles: true })); })()")
	b.Await("document.querySelector('tr.over[data-item=length]')")
	everyFrame(b, "page.querySelectorAll('.rb-group').length === 3")
	b.Await("!document.querySelector('[data-at=\"set/shape\"]')")
	b.Click("[data-fold=switch]")
	b.Click(cell("set/shape"))
	b.Press("rail", kb.Enter)
	shown(b, "set/shape", "rail")
	everyFrame(b, "page.querySelector('.rb-is-rail')")
	b.Click("[data-fold=switch]")
	b.Await("!document.querySelector('[data-at=\"set/shape\"]') && " +
		"document.querySelector('[data-fold=switch]').textContent.includes('1 said')")
	// Two clicks before the first is answered both count.
	b.Text("(() => { for (const name of ['switch', 'tax']) document.querySelector(`[data-fold=${name}]`).click(); })()")
	b.Await("document.querySelectorAll('[data-fold=switch][aria-expanded=true], " +
		"[data-fold=tax][aria-expanded=true]').length === 2")
}

// A published button takes the visitor's choice to the checkout, which comes to the same total.
func TestCheckoutCountsTheSame(t *testing.T) {
	t.Parallel()
	app, b := openEvenings(t)
	publishFromBench(b)
	app.Published(t, "fennmoor")
	b.Open(app.Host + "/fennmoor/schools.html?seats=41&currency=gbp")
	const price = "[...document.querySelectorAll('#evenings [data-record=midnight] .rb-price')].find(e => " +
		"getComputedStyle(e).visibility !== 'hidden')"
	b.Await(price) // the price of a side fades in
	total := b.Text(price + ".querySelector('.rb-spoken').textContent")
	link := b.Text("[...document.querySelectorAll('#evenings [data-record=midnight] .rb-button')].find(e => " +
		"getComputedStyle(e).visibility !== 'hidden').href")
	_, path, ok := strings.Cut(link, "checkout.invalid")
	if !ok || !strings.HasSuffix(path, "?plan=midnight&currency=GBP&seats=41") {
		t.Fatalf("the button leads to %s", link)
	}
	b.Open(app.Checkout + path)
	if got := b.Text("document.getElementById('total').textContent + ' an evening'"); got != total {
		t.Errorf("the page says %s, the checkout %s", total, got)
	}
	if got := b.Text("[...document.querySelectorAll('table')][0].innerText.replace(/\\s+/g, ' ')"); got != "Arrived "+
		"currency GBP plan midnight seats 41" {
		t.Errorf("what arrived is shown as %s", got)
	}
	b.CheckAccessibility("the checkout stand-in")
	for query, says := range map[string]string{"?plan=moon": "No such plan", "?plan=midnight&seats=999": "out of range",
		"?plan=midnight&currency=XYZ": "does not take", "?plan=midnight&seats=many": "not a whole number"} {
		if _, body := fetch(t, app.Checkout+"/fennmoor/evenings"+query); !strings.Contains(body, says) {
			t.Errorf("%s: %s", query, body)
		}
	}
}
