package render_test

import (
	"embed"
	"fmt"
	"net/http"
	"net/http/httptest"
	"slices"
	"strings"
	"testing"

	"rubrel/demo"
	"rubrel/render"
	"rubrel/testkit/chromium"
)

// earlier are exports as Rubrel wrote them before blocks had classes of their own content, of the demo in Gazette:
// written once by the program at commit ad114db, and pasted into clients' pages since.
//
//go:embed testdata/export-1-*.html
var earlier embed.FS

// pasted is something that stands in a client's page.
type pasted struct{ name, html string }

// Whatever stands beside a block, it looks and works as alone: the same snippet again, one of another dress, one of
// another kind, one that an earlier Rubrel wrote.
func TestPairsOfSnippets(t *testing.T) {
	t.Parallel()
	registry := loadDresses(t)
	snippet := func(dress, block string) pasted {
		site := parse(t, demo.Fennmoor)
		site.House.Dress = dress
		text, err := render.Snippet(site, registry, block, false, nil, now)
		if err != nil {
			t.Fatal(err)
		}
		return pasted{dress + " " + block, string(text)}
	}
	old := func(block string) pasted {
		text, err := earlier.ReadFile("testdata/export-1-" + block + ".html")
		if err != nil {
			t.Fatal(err)
		}
		return pasted{"earlier " + block, string(text)}
	}
	ours := []pasted{snippet("almanac", "memberships"), snippet("nocturne", "memberships"),
		snippet("almanac", "class-size"), snippet("slipway", "training"), snippet("foundry", "nights")}
	all := append(ours, old("memberships"), old("training"), old("nights"))
	page := func(parts ...pasted) string {
		html := `<!doctype html><html lang="en"><title>x</title><body>`
		for i, p := range parts {
			html += fmt.Sprintf(`<div id="place-%d">%s</div>`, i, p.html)
		}
		return html
	}
	pages := map[string]string{}
	server := httptest.NewServer(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		w.Header().Set("Content-Type", "text/html; charset=utf-8")
		fmt.Fprint(w, pages[r.URL.Path])
	}))
	defer server.Close()
	b := chromium.Launch(t, 1200, 900)
	b.LessMotion(true)
	open := func(path string, parts ...pasted) {
		pages[path] = page(parts...)
		b.Open(server.URL + path)
	}
	styles := func(place int) []string {
		return computedStyles(b, fmt.Sprintf("#place-%d section, #place-%d section *:not(.rb-spoken)", place, place))
	}
	alone := map[string][]string{}
	for i, p := range all {
		open(fmt.Sprintf("/alone-%d", i), p)
		alone[p.name] = styles(0)
	}
	// All on one page, in both orders: whatever one does to another shows there.
	crowd := slices.Concat(ours, all)
	for range 2 {
		slices.Reverse(crowd)
		open("/crowd", crowd...)
		for place, p := range crowd {
			compareStyles(t, fmt.Sprintf("%s, %d of %d", p.name, place+1, len(crowd)), alone[p.name], styles(place))
		}
	}
	// A choice in one moves only that one, with the same names twice, also inside a form of the page's own.
	for _, around := range []string{"%s%s", "<form>%s</form><form>%s</form>"} {
		pages["/twice"] = `<!doctype html><html lang="en"><title>x</title><body>` + fmt.Sprintf(around,
			`<div id="place-0">`+ours[0].html+"</div>", `<div id="place-1">`+ours[0].html+"</div>")
		for _, script := range []bool{true, false} {
			b.Script(script)
			b.Open(server.URL + "/twice")
			shown := func() string {
				return b.Text("[0, 1].map((i) => [...document.querySelectorAll(`#place-${i} .rb-card`)].map((card) => " +
					"[...card.querySelectorAll('.rb-price')].filter((p) => getComputedStyle(p).visibility === " +
					"'visible').length).join(' ')).join(' | ')")
			}
			if got := shown(); got != "1 1 1 | 1 1 1" {
				t.Errorf("prices that show: %s", got)
			}
			b.Click("#place-1 .rb-option:last-of-type .rb-radio")
			if got := shown(); got != "1 1 1 | 1 1 1" {
				t.Errorf("prices that show after a choice: %s", got)
			}
			if got := b.Text("[0, 1].map((i) => document.querySelector(`#place-${i} .rb-radio:checked`).value).join(' " +
				"')"); strings.Fields(got)[0] == strings.Fields(got)[1] {
				t.Errorf("a choice in one block moved the other: %s", got)
			}
		}
	}
	if said := b.Console(); len(said) > 0 {
		t.Errorf("the console shows errors: %s", strings.Join(said, "; "))
	}
}
