package render_test

import (
	"encoding/json"
	"fmt"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp/kb"

	"rubrel/core/document"
	"rubrel/core/money"
	"rubrel/core/pricing"
	"rubrel/render"
	"rubrel/testkit/chromium"
)

// totals is an expression for what the block's plans show: the visible price of each, joined.
func totals(block string) string {
	return fmt.Sprintf(
		`[...document.querySelectorAll('#%s .rb-price')].filter((e) => getComputedStyle(e).visibility !== 'hidden' ||
			e.closest('.rb-card:not(.rb-featured)'))
		.filter((e) => !e.closest('[data-record]').querySelector('.rb-price') ||
			[...e.classList].filter((c) => /^rb-of-/.test(c)).every((c) => document.querySelector('#%s .' + c.replace('of-',
			''))?.checked ?? true))
		.map((e) => e.querySelector('.rb-spoken').textContent).join('; ')`,
		block,
		block,
	)
}

// expected is what the core says that a set's plans cost, as the page writes it.
func expected(t *testing.T, site *document.Site, set, language string, period, currency int, n int64) string {
	t.Helper()
	held, ok := site.SetByID(set)
	if !ok {
		t.Fatalf("there is no set %s", set)
	}
	list := pricing.NewList(held.Set).AsOf(now)
	p, c := list.Periods[period], list.Currencies[currency]
	var texts []string
	for _, record := range held.Records {
		total, ok := list.Total(record.ID, p, c, n)
		if !ok {
			t.Fatalf("%s has no total", record.ID)
		}
		texts = append(texts, money.LocaleFor(language).Format(total.Amount, c.Currency, money.Style{})+" "+p.Label)
	}
	return strings.Join(texts, "; ")
}

// A number that is typed, stepped to or slid to is counted in the browser as the core counts it, to the last digit,
// in every currency; out of range it is clamped with a message; and the choice is in the address.
func TestSeatsAreCountedAsTheCoreCounts(t *testing.T) {
	_, address := published(t)
	site := samples(t)["fennmoor"]
	b := chromium.Launch(t, 1200, 1400)
	b.Open(address("fennmoor-light") + "schools.html")
	shows := func(block, currencyName string, currency int, n int64) {
		t.Helper()
		want := expected(t, site, "evenings", "en-IE", 0, currency, n)
		if got := b.Text(totals(block)); got != want {
			t.Errorf("%s, %d in %s: the page shows %q, the core says %q", block, n, currencyName, got, want)
		}
	}
	shows("evenings", "EUR", 0, 24)
	b.Click("#evenings .rb-more")
	shows("evenings", "EUR", 0, 25)
	b.Click("#evenings .rb-fewer")
	b.Press(kb.Enter)
	shows("evenings", "EUR", 0, 23)
	b.Type("#evenings .rb-number", "999")
	if got := b.Text("document.querySelector('#evenings .rb-says').textContent"); got != "At most 60 pupils." {
		t.Errorf("the page says %q of 999", got)
	}
	shows("evenings", "EUR", 0, 60)
	b.Press(kb.Enter)
	if got := b.Text("document.querySelector('#evenings .rb-number').value + location.search"); got != "60?seats=60" {
		t.Errorf("the field and the address are %s", got)
	}
	b.Click("#evenings .rb-c1")
	if got := b.Text("location.search"); got != "?seats=60&currency=gbp" {
		t.Errorf("the address is %s", got)
	}
	// Every number, in both currencies.
	for n := int64(8); n <= 60; n++ {
		b.Text(fmt.Sprintf("((f) => { f.value = %d; f.dispatchEvent(new Event('input', { bubbles: true })); "+
			"})(document.querySelector('#evenings .rb-number'))", n))
		shows("evenings", "GBP", 1, n)
	}
	// A link opens on a choice.
	b.Open(address("fennmoor-light") + "schools.html?seats=41&currency=GBP")
	shows("evenings", "GBP", 1, 41)
	shows("class-size", "GBP", 1, 41)
	if got := b.Text("document.querySelector('#evenings [data-record=midnight] " +
		".rb-button:not([style])').search"); got == "" {
		t.Error("the button has no query")
	}
}

// The slider works by keys and by dragging; the plan that fits comes forward, and its button carries the choice.
func TestSlider(t *testing.T) {
	_, address := published(t)
	b := chromium.Launch(t, 1200, 1400)
	b.Open(address("fennmoor-light") + "schools.html")
	forward := func() string {
		return b.Text("[...document.querySelectorAll('#class-size .rb-featured')].map(e => e.dataset.record).join() + ' ' " +
			"+ document.querySelector('#class-size .rb-count').textContent")
	}
	if got := forward(); got != "nightfall 24" {
		t.Errorf("it opens on %s", got)
	}
	b.Text("document.querySelector('#class-size .rb-range').focus()")
	b.Press(kb.Home)
	if got := forward(); got != "twilight 8" {
		t.Errorf("Home: %s", got)
	}
	for range 8 {
		b.Press(kb.ArrowRight)
	}
	if got := forward(); got != "nightfall 16" {
		t.Errorf("eight to the right: %s", got)
	}
	b.Press(kb.End)
	if got := forward(); got != "midnight 60" {
		t.Errorf("End: %s", got)
	}
	if got := b.Text("document.querySelector('#class-size .rb-range').getAttribute('aria-valuetext')"); got != "60 "+
		"pupils" {
		t.Errorf("a screen reader hears %q", got)
	}
	if got := b.Text("document.querySelector('#class-size .rb-featured " +
		".rb-button').href"); got != "https://checkout.invalid/fennmoor/evenings?plan=midnight&currency=EUR&seats=60" {
		t.Errorf("the button leads to %s", got)
	}
	b.Drag("#class-size .rb-range", -340, 0) // from the middle of the track
	if got := forward(); !strings.HasPrefix(got, "twilight") {
		t.Errorf("dragged to the left: %s", got)
	}
	// On a phone the plan that fits is the one that shows.
	b.Size(390, 900)
	if got := b.Text("[...document.querySelectorAll('#class-size .rb-card')].filter(e => getComputedStyle(e).visibility " +
		"=== 'visible').map(e => e.dataset.record).join()"); got != "twilight" {
		t.Errorf("on a phone %s show", got)
	}
}

// Counting is right from right to left, and in a currency without decimals.
func TestSeatsFromRightToLeft(t *testing.T) {
	_, address := published(t)
	site := samples(t)["saltline"]
	b := chromium.Launch(t, 1200, 1400)
	b.Open(address("saltline-light") + "crews.html?currency=jpy&period=week&seats=40")
	if got, want := b.Text(totals("crew-count")), expected(t, site, "crews", "he", 1, 1, 40); got != want {
		t.Errorf("the page shows %q, the core says %q", got, want)
	}
	if got := b.Text("getComputedStyle(document.querySelector('#crew-count .rb-line')).direction"); got != "rtl" {
		t.Errorf("the lines run %s", got)
	}
	// The figures of an amount run from left to right, with the sign to their left.
	b.Open(address("saltline-light") + "crews.html")
	order := b.Text("[...document.querySelectorAll('#crew-count .rb-line:first-child .rb-price:first-child .rb-amount > " +
		"*')].sort((a, b) => a.getBoundingClientRect().left - b.getBoundingClientRect().left).map(e => e.className).join(' " +
		"')")
	if order != "rb-sign rb-whole rb-separator rb-fraction" {
		t.Errorf("from left to right an amount is %s", order)
	}
}

// Without script the number cannot be asked for: a table of totals stands in, and the switch works.
func TestSeatsWithoutScript(t *testing.T) {
	_, address := published(t)
	b := chromium.Launch(t, 1200, 1800)
	b.Script(false)
	b.Open(address("fennmoor-light") + "schools.html")
	if got := b.Text("document.querySelectorAll('#evenings .rb-ask')[0].getClientRects().length"); got != "0" {
		t.Error("a field that nothing answers is shown")
	}
	row := func() string {
		return b.Text("[...document.querySelectorAll('#evenings .rb-totals tbody tr')].map(tr => [...tr.children].map(cell " +
			"=> [...cell.querySelectorAll('.rb-stack span')].filter(e => getComputedStyle(e).visibility !== 'hidden').map(e " +
			"=> e.textContent).join() || cell.textContent).join(' ')).find(text => text.startsWith('41 '))")
	}
	if got := row(); got != "41 €266.50 €209.10 €210.90" {
		t.Errorf("41 come to %q", got)
	}
	b.Click("#evenings .rb-c1")
	if got := row(); got != "41 £227.55 £178.35 £180.85" {
		t.Errorf("41 come to %q in pounds", got)
	}
	if got := b.Text("[...document.querySelectorAll('#class-size .rb-card')].filter(e => getComputedStyle(e).visibility " +
		"=== 'visible').length"); got != "3" {
		t.Errorf("%s cards of the slider show", got)
	}
}

// Nothing moves when a visitor turns a switch, counts or slides: the cumulative layout shift is 0 in Chromium, moves
// that follow an input included.
func TestNothingMoves(t *testing.T) {
	_, address := published(t)
	b := chromium.Launch(t, 1200, 1400)
	const watch = `(() => { window.moved = []; new PerformanceObserver((list) => {
		for (const e of list.getEntries()) moved.push(e.value + ' ' + e.sources.map((s) =>
		(s.node?.className ?? s.node?.parentElement?.className))); }).observe({ type: 'layout-shift' }); return true; })()`
	settled := func() string {
		return chromium.Eval[string](b, "new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(() => "+
			"done(window.moved.join('; ')))))")
	}
	for _, page := range []string{"full-light/", "offer-light/", "fennmoor-light/", "fennmoor-light/schools.html",
		"saltline-dark/", "saltline-dark/crews.html"} {
		for _, width := range []int64{1200, 768, 390} {
			b.Size(width, 1400)
			b.Open(strings.TrimSuffix(address(page), "/"))
			b.FontsLoaded()
			chromium.Eval[string](b, "new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(() => done(''))))")
			chromium.Eval[bool](b, watch)
			count := chromium.Eval[int](b, "document.querySelectorAll('.rb-radio').length")
			for i := range count {
				b.Text(fmt.Sprintf("document.querySelectorAll('.rb-radio')[%d].click()", i))
				if moved := settled(); moved != "" {
					t.Fatalf("%s at %d: switch %d moves %s", page, width, i, moved)
				}
			}
			b.Text("document.querySelectorAll('.rb-number, .rb-range').forEach((f) => { for (const n of [f.min, f.max, 37]) { " +
				"f.value = n; f.dispatchEvent(new Event('input', { bubbles: true })); } })")
			if moved := settled(); moved != "" {
				t.Errorf("%s at %d: counting moves %s", page, width, moved)
			}
		}
	}
}

// A page that was published before an offer's deadline and is opened after it shows the ordinary price, everywhere.
func TestDeadlineInPagesAlreadyPublished(t *testing.T) {
	offer := func(until time.Time) *document.Site {
		return changed(t, document.SetFact{Set: "memberships", Record: "dusk", Key: "price:month:eur",
			Text: "9.00 was 12.00"},
			document.SetFact{Set: "memberships", Record: "dusk", Key: "until", Text: until.UTC().Format("2006-01-02 15:04") +
				" UTC"})
	}
	b := chromium.Launch(t, 1200, 900)
	for _, c := range []struct {
		name     string
		until    time.Time
		rendered time.Time
		want     string
	}{
		{"ahead", time.Now().Add(48 * time.Hour), time.Now(), "€9.00 a month, was €12.00"},
		{"past when it is opened", time.Now().Add(-time.Hour), time.Now().Add(-48 * time.Hour), "€12.00 a month"},
		{"past when it is published", time.Now().Add(-time.Hour), time.Now(), "€12.00 a month"},
	} {
		files, err := render.Release(offer(c.until), loadDresses(t), c.rendered)
		if err != nil {
			t.Fatal(err)
		}
		b.Open(serveFiles(t, files))
		got := b.Text("[...document.querySelectorAll('[data-record=dusk] .rb-price')].filter(e => " +
			"getComputedStyle(e).visibility !== 'hidden').map(e => e.querySelector('.rb-spoken').textContent).join('; ')")
		if got != c.want {
			t.Errorf("%s: %q, want %q", c.name, got, c.want)
		}
	}
}

// What a page says to machines is schema.org, and its amounts are those it shows.
func TestStructuredData(t *testing.T) {
	t.Parallel()
	var all []string
	for name, site := range samples(t) {
		files, err := render.Release(site, loadDresses(t), now)
		if err != nil {
			t.Fatal(err)
		}
		for _, f := range files {
			_, after, ok := strings.Cut(string(f.Bytes), `<script type="application/ld+json">`)
			if !ok || !strings.HasSuffix(f.Path, ".html") {
				continue
			}
			text, _, _ := strings.Cut(after, "</script>")
			all = append(all, text)
			if name == "fennmoor" {
				checkOffers(t, site, text, string(f.Bytes))
			}
		}
	}
	if len(all) < 10 {
		t.Fatalf("%d pages say anything", len(all))
	}
	chromium.CheckStructuredData(t, all...)
}

// checkOffers compares every flat offer with the page's own text.
func checkOffers(t *testing.T, site *document.Site, text, page string) {
	t.Helper()
	var products []struct {
		Name   string
		Offers []struct {
			Price, PriceCurrency string
			PriceSpecification   []struct{ ReferenceQuantity, EligibleQuantity any }
		}
	}
	if err := json.Unmarshal([]byte(text), &products); err != nil {
		t.Fatal(err)
	}
	offers := 0
	for _, product := range products {
		if !strings.Contains(page, product.Name) {
			t.Errorf("the page does not show %s", product.Name)
		}
		for _, offer := range product.Offers {
			if offer.PriceSpecification[0].ReferenceQuantity != nil {
				continue // the page shows a total for some seats
			}
			offers++
			amount, err := money.ParseDecimal(offer.Price)
			if err != nil {
				t.Fatal(err)
			}
			currency, err := money.CurrencyByCode(offer.PriceCurrency)
			if err != nil {
				t.Fatal(err)
			}
			if shown := money.LocaleFor(site.Language).Format(amount, currency, money.Style{}); !strings.Contains(page, shown) {
				t.Errorf("%s: the page does not show %s", product.Name, shown)
			}
		}
	}
	if strings.Contains(page, "rb-matrix") && offers < 8 {
		t.Errorf("%d offers compared", offers)
	}
}
