package render_test

import (
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"
	"time"

	"rubrel/demo"
	"rubrel/render"
	"rubrel/testkit"
)

// How much a page may move while its fonts come: a tenth of what counts as good (Web Vitals: 0.1). A stand-in is within
// a percent or two of the font, so that a line may still break where the other does not, by less than that of its
// width: seldom, and little.
const (
	maxShift    = 0.01
	seldomShift = 0.03
	seldomOneOf = 12
)

// On a phone whose fonts come late, the page stands still: what stands in for them takes as much room. And what is
// asked for ahead is what the page uses.
func TestFontsComeLate(t *testing.T) {
	t.Parallel()
	registry := loadDresses(t)
	b := testkit.Launch(t, 390, 844)
	pages, moved := 0, 0
	for _, dress := range registry.Names() {
		site := parse(t, demo.Fennmoor)
		site.House.Dress = dress
		files, err := render.Release(site, registry, now)
		if err != nil {
			t.Fatal(err)
		}
		folder := t.TempDir()
		write(t, folder, files)
		inner := http.FileServer(http.Dir(folder))
		server := httptest.NewServer(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			if strings.HasSuffix(r.URL.Path, ".woff2") {
				select {
				case <-time.After(400 * time.Millisecond):
				case <-r.Context().Done():
				}
			}
			inner.ServeHTTP(w, r)
		}))
		defer server.Close()
		for _, page := range site.Pages {
			path := server.URL + "/" + page.ID + ".html"
			if page.ID == site.Pages[0].ID {
				path = server.URL + "/"
			}
			b.Open(path)
			shift := testkit.Eval[float64](b, `new Promise((done) => {
				let shift = 0;
				new PerformanceObserver((list) => { for (const e of list.getEntries()) shift += e.value;
					}).observe({ type: 'layout-shift', buffered: true });
				document.fonts.ready.then(() => setTimeout(() => done(shift), 150));
			})`)
			pages++
			if shift > maxShift {
				t.Logf("%s, %s: the layout shifts by %.3f", dress, page.ID, shift)
				moved++
			}
			if shift > seldomShift {
				t.Errorf("%s, %s: the layout shifts by %.3f", dress, page.ID, shift)
			}
			unused := testkit.Eval[[]string](b, `(() => {
				const used = new Set([...document.fonts].filter((f) => f.status === 'loaded')
					.map((f) => f.family.replaceAll('"', '') + f.weight + f.unicodeRange));
				const rules = [...document.styleSheets].flatMap((sheet) => [...sheet.cssRules])
					.filter((rule) => rule instanceof CSSFontFaceRule);
				return [...document.querySelectorAll('link[rel=preload]')].map((link) => link.getAttribute('href'))
					.filter((href) => {
					const { style } = rules.find((rule) => rule.style.getPropertyValue('src').includes(href));
					return !used.has(style.getPropertyValue('font-family').replaceAll('"',
						'') + style.getPropertyValue('font-weight') + style.getPropertyValue('unicode-range'));
				});
			})()`)
			if len(unused) > 0 {
				t.Errorf("%s, %s: %v is asked for ahead and not used", dress, page.ID, unused)
			}
		}
	}
	if moved*seldomOneOf > pages {
		t.Errorf("%d of %d pages move by more than %v", moved, pages, maxShift)
	}
}
