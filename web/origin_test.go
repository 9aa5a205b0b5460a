package web_test

import (
	"log/slog"
	"net/http"
	"net/http/httptest"
	"os"
	"strings"
	"sync/atomic"
	"testing"

	"github.com/chromedp/chromedp/kb"

	"rubrel/refresh"
	"rubrel/store"
	"rubrel/testkit"
	"rubrel/testkit/chromium"
)

// A list is read from an address and is to be read every day: what it says later is waited for at the bench, looked at
// and taken, by the designer alone; and the address is forgotten again.
func TestListFromAnAddress(t *testing.T) {
	t.Parallel()
	var says atomic.Value
	says.Store("Plan;Price a month;Phone\nSmall;9.50 €;no\nLarge;29.50 €;yes\n")
	office := httptest.NewServer(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if r.URL.Path != "/prices.csv" {
			http.NotFound(w, r)
			return
		}
		_, _ = w.Write([]byte(says.Load().(string)))
	}))
	t.Cleanup(office.Close)
	app := shared.Start(t)
	b := chromium.Launch(t, 1280, 800)
	b.Open(app.URL + "/sites/fennmoor/paste?kind=pricing")
	for _, c := range []struct{ address, want string }{{"ftp://office/prices.csv", "web server"},
		{office.URL + "/none", "404"}} { // an address that does not answer names no block
		address, want := c.address, c.want
		b.Type("#ask", address)
		chromium.Eval[bool](b, "document.getElementById('paste').noValidate = true")
		b.Click("#paste button[type=submit]")
		b.Await("document.querySelector('.fault')?.textContent.includes(" + chromium.Quote(want) + ")")
		b.Await("document.getElementById('ask').value === " + chromium.Quote(address))
		chromium.Eval[bool](b, "document.getElementById('ask').value = '' || true")
	}
	b.Type("#ask", office.URL+"/prices.csv")
	b.Click("#paste button[type=submit]")
	// Before the page has come whole what stands on it moves.
	b.Await("document.readyState === 'complete' && document.querySelector('[name=daily]')")
	b.Click("[name=daily]")
	b.Await("document.querySelector('[name=daily]').checked")
	b.Click("button[formaction$='/paste/make']")
	b.Await("document.querySelector('.cur')")
	shown(b, "fact/small/price:month:eur", "9.50")

	says.Store("Plan;Price a month;Phone\r\nSmall;10.50 €;no\r\nLarge;29.50 €;yes\r\nHuge;49.00 €;yes\r\n")
	arrival, err := app.Store.Arrival(t.Context(), "fennmoor", "prices")
	if err != nil {
		t.Fatal(err)
	}
	reader := &refresh.Reader{Store: app.Store, Client: testkit.Outbound(), Log: slog.New(slog.DiscardHandler)}
	if err := reader.Read(t.Context(), arrival); err != nil {
		t.Fatal(err)
	}
	bench := chromium.Eval[string](b, "location.href")
	b.Open(bench)
	b.Await("document.querySelector('.cur')")
	shown(b, "fact/small/price:month:eur", "9.50")
	b.Await("document.querySelector('#paste-list.arrived')")
	b.Click("#paste-list")
	b.Await("document.querySelector('.list-origin')?.innerText.includes('1 new, 1 changed')")
	if file := os.Getenv("RUBREL_LOOK"); file != "" {
		b.Picture(file)
	}
	b.CheckAccessibility("where a list comes from")
	chromium.Eval[bool](b, "document.querySelector('[name=arrived]').focus() ?? true")
	b.Press(kb.Enter)
	b.Await("document.querySelector('.revision')")
	chromium.Eval[bool](b, "document.querySelector(`button[formaction$='/paste/take']`).focus() ?? true")
	b.Press(kb.Enter)
	b.Await("document.querySelector('.cur')")
	shown(b, "fact/small/price:month:eur", "10.50")
	b.Await("document.querySelector('#paste-list:not(.arrived)')")
	b.Click("#paste-list")
	b.Await("document.querySelector('.list-origin')?.innerText.includes('Price a month')")
	if got := b.Text("document.querySelector('.list-origin').innerText"); !strings.Contains(got, "every day") {
		t.Errorf("it is not read every day any more: %s", got)
	}
	// A file that comes between does not end what is read every day, and a page that is old settles nothing newer.
	b.Open(bench)
	dropped(b, "prices.csv", "Plan;Price a month;Phone\nSmall;11.50 €;no\nLarge;29.50 €;yes\nHuge;49.00 €;yes\n")
	b.Click("button[formaction$='/paste/take']")
	b.Await("document.querySelector('.cur')")
	shown(b, "fact/small/price:month:eur", "11.50")
	if arrival, err = app.Store.Arrival(t.Context(), "fennmoor", "prices"); err != nil {
		t.Fatal(err)
	}
	arrival.Summary, arrival.Text = "1 new", "newer"
	if err := app.Store.NoteArrival(t.Context(), arrival); err != nil {
		t.Fatal(err)
	}
	for _, c := range []struct{ said, want string }{{"older", "1 new"}, {"newer", ""}} {
		if err := app.Store.LeaveArrival(t.Context(), "fennmoor", "prices", store.HashOf(c.said)); err != nil {
			t.Fatal(err)
		}
		if arrival, err = app.Store.Arrival(t.Context(), "fennmoor", "prices"); err != nil || arrival.Summary != c.want {
			t.Errorf("after what it said %s is left: %q (%v)", c.said, arrival.Summary, err)
		}
	}
	b.Click("#paste-list")
	b.Await("document.querySelector('.list-origin')?.innerText.includes('prices.csv')")
	b.Click("[value=forget]")
	b.Await("document.querySelector('.list-origin') && !document.querySelector('[value=forget]')")
	if _, err := app.Store.Arrival(t.Context(), "fennmoor", "prices"); err == nil {
		t.Error("an address that was forgotten is still read")
	}
	b.Open(bench)
	b.Await("document.querySelector('.cur')")
	shown(b, "fact/small/price:month:eur", "11.50")
}

// A page with reviews is read from its address, and what it says from there leads where it should.
func TestReviewsFromAnAddress(t *testing.T) {
	t.Parallel()
	guide := httptest.NewServer(http.HandlerFunc(func(w http.ResponseWriter, _ *http.Request) {
		_, _ = w.Write([]byte(`<!doctype html><script type="application/ld+json">{"@type":"Review","author":"Ida",
			"reviewBody":"Fine.","url":"/r/1"}</script>`))
	}))
	t.Cleanup(guide.Close)
	app := shared.Start(t)
	status, body := post(t, app.URL+"/sites/fennmoor/paste", edit("kind", "reviews", "ask", guide.URL+"/page"), nil)
	if status != http.StatusOK || !strings.Contains(body, guide.URL+"/r/1") {
		t.Errorf("%d: %.2000s", status, body)
	}
}
