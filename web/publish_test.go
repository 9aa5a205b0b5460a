package web_test

import (
	"net/http"
	"net/url"
	"strconv"
	"strings"
	"testing"

	"github.com/chromedp/chromedp/kb"

	"rubrel/testkit/chromium"
)

// publishFromBench goes the designer's way from a bench: the page that shows what changes, and then one key.
func publishFromBench(b *chromium.Browser) {
	b.Click("#publish")
	b.Await("location.pathname.endsWith('/publish') && document.activeElement.textContent.startsWith('Publish')")
	b.Await(onPublish)
	b.Press(kb.Enter)
	b.Await("location.pathname.endsWith('/releases')")
}

// onPublish is whether the key that publishes is ready to be pressed.
const onPublish = "document.activeElement?.matches('.button.is-primary') && document.readyState === 'complete'"

// Before publishing a designer reads what will change, sees the pages, and what is wrong with them; then one key
// publishes that, unless somebody has changed the site meanwhile.
func TestBeforePublishing(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	b := chromium.Launch(t, 1280, 800)
	b.Open(app.URL + benchPath + "/")
	b.Await("document.querySelector('.cur')")
	b.Click("#publish")
	b.Await("document.querySelector('main')?.textContent.includes('all of it is new')")
	b.Await(onPublish)
	b.Press(kb.Enter)
	b.Await("location.pathname.endsWith('/releases')")
	app.Published(t, "fennmoor")

	b.Open(app.URL + benchPath + "/")
	b.Await("document.querySelector('.cur')")
	b.Click(cell("fact/meridian/price:month:eur"))
	b.Press("21", kb.Enter) // and at once:
	b.Click("#publish")
	b.Await("location.pathname.endsWith('/publish')")
	for _, cells := range []string{`[{"At":"fact/dusk/link","Text":"#"},{"At":"fact/zenith/price:month:eur","Text":""},` +
		`{"At":"fact/zenith/price:once:eur","Text":""},{"At":"fact/meridian/price:once:eur","Text":""}]`,
		`[{"At":"look/card.border-radius","Text":"3px"}]`} {
		l, err := app.Store.Load(t.Context(), "fennmoor")
		if err != nil {
			t.Fatal(err)
		}
		if status, body := post(t, app.URL+benchPath+"/edit", url.Values{"act": {"cells"}, "tab": {"t"}, "cells": {cells},
			"version": {strconv.FormatInt(l.Version, 10)}}, nil); status != http.StatusOK {
			t.Fatalf("the edit answers %d: %s", status, body)
		}
	}
	b.Await(onPublish)
	b.Press(kb.Enter) // what it shows is not what would be published any more
	b.Await("document.querySelector('[role=alert]')?.textContent.includes('changed after this page was shown')")
	page := b.Text("document.querySelector('main').innerText.replace(/\\s+/g, ' ')")
	if strings.Count(page, "no plan has a price") > 1 {
		t.Error("what is wrong with a set is said at each of its blocks")
	}
	for _, want := range []string{
		"against release 1, which is live",
		"Meridian · price a month EUR 19.00 → becomes 21",
		"Meridian · price a year EUR 190.00 → becomes 210", // derived
		"Zenith · price a month EUR 39.50 → becomes nothing",
		"look of Memberships", "card.border-radius nothing → becomes 3px",
		"link Memberships · Dusk · link: #,",
		"price Memberships · Zenith: no price,",
		"period Memberships · once, for life: no plan has a price,",
	} {
		if !strings.Contains(page, want) {
			t.Errorf("the page does not say %q:\n%s", want, page)
		}
	}
	b.Await("document.querySelector('.specimen iframe').contentDocument?.querySelector('[data-record=meridian] " +
		".rb-whole')?.textContent === '21'")
	b.CheckAccessibility("before publishing")
	b.Await(onPublish)
	b.Press(kb.Enter)
	b.Await("document.querySelector('.notice')?.textContent.includes('Release 2 is live')")
	if _, body := fetch(t, app.Host+"/fennmoor/"); !strings.Contains(body, "€21.00 a month") {
		t.Error("what was looked at is not live")
	}
	b.Open(app.URL + "/sites/fennmoor/publish?page=schools.html")
	b.Await("document.querySelector('main').textContent.includes('Nothing has changed since') && " +
		"document.querySelector('.specimen iframe').contentDocument?.getElementById('evenings')")
}

// What changed in the lists since a release is told on a page and as a text, in the words and the numbers of the site.
func TestChangesSince(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	publish := func() {
		t.Helper()
		post(t, app.URL+"/sites/fennmoor/releases", nil, nil)
		app.Published(t, "fennmoor")
	}
	publish()
	post(t, app.URL+benchPath+"/edit", edit("act", "cells", "cells", `[{"At":"fact/dusk/price:month:eur","Text":"1290"},
		{"At":"look/price.font-size","Text":"44px"}]`), nil)
	publish()
	since := app.URL + "/sites/fennmoor/releases/1/changes"
	const line = "- Dusk · price a month EUR: 9.00 → 1,290"
	for _, address := range []string{since + ".txt", since + ".txt?until=2"} {
		status, text := fetch(t, address)
		if status != http.StatusOK || !strings.Contains(text, line) || strings.Contains(text, "44px") {
			t.Errorf("%s: %d %s", address, status, text)
		}
	}
	_, text := fetch(t, app.URL+"/sites/fennmoor/releases/2/changes.txt")
	if !strings.Contains(text, "Nothing has changed") {
		t.Errorf("since the last release: %s", text)
	}
	if status, _ := fetch(t, app.URL+"/sites/fennmoor/releases/9/changes"); status != http.StatusNotFound {
		t.Errorf("since a release that is not there: %d", status)
	}
	b := chromium.Launch(t, 1280, 800)
	b.Open(since)
	b.Await("document.querySelector('.differences').textContent.includes('Dusk · price a month EUR')")
	b.CheckAccessibility("what changed since a release")
}
