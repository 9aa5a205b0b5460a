// Package screenshots makes the pictures in docs/screenshots from the demo data. `make screenshots` runs it.
package screenshots

import (
	"errors"
	"net/http"
	"net/http/httptest"
	"os"
	"path/filepath"
	"testing"
	"time"

	"rubrel/core/document"
	"rubrel/demo"
	"rubrel/dresses"
	"rubrel/kinds"
	"rubrel/render"
	"rubrel/testkit"
	"rubrel/testkit/chromium"
)

var shared *testkit.Cluster

func TestMain(m *testing.M) {
	if os.Getenv("RUBREL_SCREENSHOTS") == "" {
		return // only on demand: it writes into the repository
	}
	testkit.MainWithCluster(m, &shared)
}

const list = "\tHarbour\tCoast\tOpen sea\nFor\tWeekend sailors\tRegulars\tLong passages\nPrice per month\t29,95 " +
	"€\t49,00 €\ton request\n" +
	"Price per year\t299,50 €\t4x9,00 €\t\nBerth\t✓\t✓\t✓\nNights away\t2\t10\tunlimited\nSkipper on call\tno\t–\tyes\n"

func TestScreenshots(t *testing.T) {
	app := shared.Start(t)
	b := chromium.Launch(t, 1280, 800)
	picture := func(name string) {
		t.Helper()
		b.FontsLoaded()
		b.Picture(filepath.Join("..", "..", "docs", "screenshots", name+".png"))
	}
	bench := app.URL + "/sites/fennmoor/blocks/memberships/"
	openBench := func() {
		t.Helper()
		b.Open(bench)
		b.FontsLoaded()
		b.Await("document.querySelector('.cur') && [...document.querySelectorAll('iframe')].every((f) => " +
			"f.contentDocument?.querySelector('.rb-card') && f.contentDocument.fonts.status === 'loaded')")
	}

	openBench()
	b.Click("[data-part=price]")
	b.Click(`[data-at="look/zenith:price.font-size"]`)
	b.Press("48px\r")
	b.Await(`document.querySelector('[data-at="look/zenith:price.font-size"].exception')`)
	b.Click(`[data-at="fact/dusk/price:year:eur"]`)
	b.Press("120\r")
	b.Await("document.querySelector('.mark-line')")
	b.Click(`[data-at="look/zenith:price.font-size"]`)
	b.Await("document.getElementById('saved').textContent === 'saved' && " +
		"!document.getElementById('saved').classList.contains('busy')")
	picture("bench")
	b.Click("[data-part=card]")
	b.Click(`[data-at="look/zenith:card.background-image"]`)
	b.Press("linear-gradient(160deg, #fffdf6 0%, #f8ecd0 70%, #f4c15d 100%)\r")
	b.Await("document.querySelector('[data-at=\"look/zenith:card.background-image\"].exception')")
	b.Click(`[data-at="look/zenith:card.background-image"]`)
	b.Click("[data-tray]")
	b.Await("document.querySelectorAll('#tray .stop').length === 3")
	b.Click("#tray [data-stop='1']")
	b.Await("document.getElementById('saved').textContent === 'saved'")
	picture("tray")
	b.Click("[data-act=undo]")
	b.Await("!document.querySelector('[data-at=\"look/zenith:card.background-image\"].exception')")
	wear := func(theme string) {
		chromium.Eval[bool](b, "fetch('/theme', { method: 'POST', body: new URLSearchParams({ theme: '"+theme+
			"' }) }).then((answer) => answer.ok)")
	}
	wear("dark")
	openBench()
	picture("bench-dark")
	wear("light")

	b.Open(app.URL + "/sites/fennmoor/paste")
	b.Paste("#text", list)
	b.Type("#name", "Boat shares")
	b.Click("button[type=submit]")
	b.Await("document.querySelector('.mapping')")
	picture("paste")
	b.Open(app.URL + "/sites/fennmoor/publish")
	b.Type("#note", "Summer prices")
	b.Click(".row-head .button")
	b.Await("location.pathname.endsWith('/releases') && document.querySelector('.live')")
	openBench()
	b.Click(`[data-at="fact/meridian/price:month:eur"]`)
	b.Press("21\r")
	b.Await("document.getElementById('saved').textContent === 'saved' && " +
		"document.querySelector('[data-at=\"fact/meridian/price:month:eur\"]').dataset.text.startsWith('21')")
	b.Click("#publish")
	b.Await("document.querySelector('.differences') && [...document.querySelectorAll('iframe')].every((f) => " +
		"f.contentDocument?.querySelector('.rb-card') && f.contentDocument.fonts.status === 'loaded')")
	picture("publish")
	openBench()
	b.Click("[data-act=undo]")
	b.Await("document.querySelector('[data-at=\"fact/meridian/price:month:eur\"]').dataset.text.startsWith('19')")
	b.Open(app.URL + "/sites/fennmoor/")
	picture("site")
	b.Open(app.URL + "/sites/fennmoor/choose")
	b.Await("[...document.querySelectorAll('.choice iframe')].slice(0, 8).every((f) => " +
		"f.contentDocument?.querySelector('[data-record]') && f.contentDocument.fonts.status === 'loaded')")
	picture("choose")
	b.Open(app.URL + "/sites/fennmoor/marks")
	picture("marks")
	b.Size(1280, 1000)
	b.Open(app.URL + "/sites/fennmoor/house")
	b.Await("[...document.querySelectorAll('iframe')].every((f) => f.contentDocument?.querySelector('.rb-card') && " +
		"f.contentDocument.fonts.status === 'loaded')")
	picture("house")

	b.Size(1200, 900)
	b.Open(app.Host + "/fennmoor/")
	picture("cards-almanac")
	b.Size(1200, 800)
	b.LessMotion(true)
	b.Size(1200, 1560)
	b.Open(app.Host + "/fennmoor/people.html")
	b.Await("[...document.images].slice(0, 4).every((i) => i.complete)")
	b.Text("document.getElementById('astronomers').scrollIntoView()")
	picture("team-almanac")
	b.Size(1200, 800)
	b.Open(app.Host + "/fennmoor/visit.html")
	b.Text("document.getElementById('visit').scrollIntoView()")
	picture("boxes-and-points-almanac")
	b.Size(1200, 1240)
	b.Open(app.Host + "/fennmoor/voices.html")
	picture("reviews-almanac")
	b.Size(1200, 800)
	b.Open(app.Host + "/fennmoor/volunteers.html")
	picture("skill-bars-almanac")
	b.Open(app.Host + "/fennmoor/figures.html")
	picture("statistics-almanac")
	b.LessMotion(false)
	b.Size(1280, 800)
	b.Open(app.URL + "/sites/fennmoor/blocks/evenings/")
	b.Await("document.querySelector('.cur')")
	b.Click("button[data-chart=curves]")
	b.Await("document.querySelectorAll('.chart .line').length === 3")
	b.Text("(() => { const r = document.querySelector('.chart-read input'); r.value = 24; r.dispatchEvent(new " +
		"Event('input', { bubbles: true })); })()")
	picture("curves")
	b.Size(1280, 800)
	b.Open(app.URL + "/sites/fennmoor/pictures")
	b.Await("[...document.images].slice(0, 5).every((i) => i.complete) && document.querySelector('.place-dot')")
	picture("pictures")
	b.Open(app.URL + "/sites/fennmoor/blocks/telescope/")
	b.Await("document.querySelector('.cur')")
	b.Click("[data-at=\"fact/mirror/place\"]")
	b.Click("[data-tray]")
	b.Await("document.querySelector('#tray .plate img')?.naturalWidth > 0 && document.querySelector('#tray .place-dot')")
	b.Await("[...document.querySelectorAll('iframe')].every((f) => f.contentDocument?.querySelector('img')?.complete)")
	picture("places")

	site, _, err := document.Parse(demo.Saltline, kinds.All())
	if err != nil {
		t.Fatal(err)
	}
	registry, err := dresses.Load(kinds.All())
	if err != nil {
		t.Fatal(err)
	}
	files, err := render.Release(site, registry, time.Now())
	if err != nil {
		t.Fatal(err)
	}
	folder := t.TempDir()
	for _, f := range files {
		path := filepath.Join(folder, filepath.FromSlash(f.Path))
		if err := errors.Join(os.MkdirAll(filepath.Dir(path), 0o755), os.WriteFile(path, f.Bytes, 0o644)); err != nil {
			t.Fatal(err)
		}
	}
	host := httptest.NewServer(http.FileServer(http.Dir(folder)))
	defer host.Close()
	b.Size(1200, 900)
	b.Open(host.URL + "/crews.html?currency=jpy")
	picture("slider-from-right-to-left")
}
