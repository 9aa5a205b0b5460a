package web_test

import (
	"fmt"
	"io"
	"log"
	"net/http"
	"net/http/httptest"
	"net/http/httputil"
	"net/url"
	"strings"
	"sync/atomic"
	"testing"

	"github.com/chromedp/chromedp/kb"

	"rubrel/testkit"
	"rubrel/testkit/chromium"
)

// road is what stands before an application and can keep requests from it.
type road struct {
	URL string
	// away says which requests get no answer.
	away atomic.Pointer[func(r *http.Request) bool]
	// deaf says that a request is carried out and its answer lost.
	deaf atomic.Pointer[func(r *http.Request) bool]
}

func standBetween(t *testing.T, app *testkit.Application) *road {
	t.Helper()
	target, err := url.Parse(app.URL)
	if err != nil {
		t.Fatal(err)
	}
	proxy := &httputil.ReverseProxy{Rewrite: func(r *httputil.ProxyRequest) { r.SetURL(target); r.Out.Host = r.In.Host },
		ErrorLog: log.New(io.Discard, "", 0)}
	b := &road{}
	b.set(nobody, nobody)
	server := httptest.NewServer(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if (*b.away.Load())(r) {
			panic(http.ErrAbortHandler)
		}
		if (*b.deaf.Load())(r) {
			proxy.ServeHTTP(httptest.NewRecorder(), r)
			panic(http.ErrAbortHandler)
		}
		proxy.ServeHTTP(w, r)
	}))
	t.Cleanup(func() { server.CloseClientConnections(); server.Close() })
	b.URL = server.URL
	return b
}

func (b *road) set(away, deaf func(*http.Request) bool) {
	b.away.Store(&away)
	b.deaf.Store(&deaf)
}

func nobody(*http.Request) bool { return false }

func everybody(*http.Request) bool { return true }

// edits are the requests that change something, and those that ask whether the server is there.
func edits(r *http.Request) bool {
	return strings.HasSuffix(r.URL.Path, "/edit") || r.URL.Path == "/healthz"
}

const isSaved = "document.getElementById('saved').textContent === 'saved'"

// prices are the cells of TestServerAway, in the order in which they are edited.
var prices = []string{"fact/dusk/price:month:eur", "fact/zenith/price:month:eur", "fact/dusk/subtitle",
	"fact/zenith/subtitle", "fact/dusk/note"}

// With the server away the bench says so at once, and keeps ten edits through a reload and a page that is shut; when it
// is back they are sent in their order, each once, and what somebody else has changed meanwhile is a clash.
func TestServerAway(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	road := standBetween(t, app)
	b := chromium.Launch(t, 1280, 800)
	bench := road.URL + benchPath + "/"
	b.Open(bench)
	b.Await("document.querySelector('.cur')")
	road.set(edits, nobody)
	write := func(i int, text string) {
		t.Helper()
		b.Click(cell(prices[i]))
		b.Press(text, kb.Enter)
		shown(b, prices[i], text)
	}
	waits := func(n int) {
		t.Helper()
		b.Await(fmt.Sprintf("document.getElementById('saved').textContent.startsWith('%d edit')", n))
	}
	for i := range prices {
		write(i, fmt.Sprintf("%d1.50", i+1))
	}
	waits(5)
	b.Await("document.querySelector('#said.failed')?.textContent.includes('kept in this browser')")
	b.Open(bench) // the page is loaded again
	waits(5)
	shown(b, prices[1], "21.50")
	for i := range prices {
		write(i, fmt.Sprintf("%d2.50", i+1))
	}
	waits(10)
	post(t, app.URL+benchPath+"/edit", edit("act", "cells", "cells",
		`[{"At":"fact/zenith/price:month:eur","Text":"7"}]`), nil) // somebody else
	road.set(everybody, nobody)
	b.Open("about:blank")
	road.set(nobody, nobody)
	b.Open(road.URL + "/")
	b.Await("document.querySelector('.notice')?.textContent.includes('10 edits wait')")
	b.Open(bench)
	b.Await(isSaved + " && document.querySelector('.clash')")
	for i, at := range prices {
		if at != "fact/zenith/price:month:eur" {
			shown(b, at, fmt.Sprintf("%d2.50", i+1))
		}
	}
	shown(b, "fact/zenith/price:month:eur", "7")
	b.Await("document.querySelectorAll('.waiting').length === 0")
	if got := chromium.Eval[int](b, "localStorage.length"); got != 0 {
		t.Errorf("%d edits are still in the browser", got)
	}
	l, err := app.Store.Load(t.Context(), "fennmoor")
	if err != nil || l.Version != 9 { // somebody else's, and eight: two are clashes
		t.Errorf("version %v (%v)", l.Version, err)
	}
}

// An edit whose answer is lost is sent again, and taken once.
func TestLostAnswer(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	road := standBetween(t, app)
	b := chromium.Launch(t, 1280, 800)
	b.Open(road.URL + benchPath + "/")
	b.Await("document.querySelector('.cur')")
	before := chromium.Eval[int](b, "document.querySelectorAll('thead .record').length")
	var lost atomic.Int32
	road.set(nobody, func(r *http.Request) bool { return strings.HasSuffix(r.URL.Path, "/edit") && lost.Add(1) <= 2 })
	b.Click("[data-add-record]")
	b.Await(isSaved + fmt.Sprintf(" && document.querySelectorAll('thead .record').length === %d", before+1))
	b.Press(kb.Escape)
	b.Await("document.querySelector('#said:not(.failed)')")
	l, err := app.Store.Load(t.Context(), "fennmoor")
	if err != nil || l.Version != 1 || lost.Load() < 3 {
		t.Errorf("version %v after %d requests (%v)", l.Version, lost.Load(), err)
	}
}

// A form of another page is not sent to a server that is away: what was typed stays.
func TestFormWithServerAway(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	road := standBetween(t, app)
	b := chromium.Launch(t, 1280, 800)
	b.Open(road.URL + "/")
	road.set(everybody, nobody)
	b.Click("[name=name]")
	b.Press("Bäckerei Überlingen", kb.Enter)
	b.Await("document.getElementById('not-sent')?.textContent.includes('nothing was sent') && " +
		"document.querySelector('[name=name]').value === 'Bäckerei Überlingen'")
	road.set(nobody, nobody)
	b.Press(kb.Enter)
	b.Await("location.pathname.startsWith('/sites/b')")
}
