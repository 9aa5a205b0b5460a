package render_test

import (
	"fmt"
	"net/http"
	"net/http/httptest"
	"os"
	"strings"
	"testing"

	"rubrel/core/release"
	"rubrel/demo"
	"rubrel/render"
	"rubrel/testkit/chromium"
)

// maxShift is how much a page may move while its fonts come: a tenth of what counts as good (Web Vitals: 0.1).
const maxShift = 0.01

// lateFonts serves the pages of a release, and its fonts only once the page that asks for them has been painted without
// them.
func lateFonts(t *testing.T, files []release.File) string {
	t.Helper()
	folder := t.TempDir()
	write(t, folder, files)
	inner := http.FileServer(http.Dir(folder))
	painted := make(chan struct{}, 1)
	server := httptest.NewServer(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		switch {
		case r.URL.Path == paintedPath:
			painted <- struct{}{}
			return
		case strings.HasSuffix(r.URL.Path, ".woff2"):
			select {
			case <-painted:
				painted <- struct{}{} // for those that are waiting too
			case <-r.Context().Done():
			}
		case strings.HasSuffix(r.URL.Path, "/"), strings.HasSuffix(r.URL.Path, ".html"):
			select {
			case <-painted: // the page before
			default:
			}
		}
		w.Header().Set("Cache-Control", "no-store")
		inner.ServeHTTP(w, r)
	}))
	t.Cleanup(server.Close)
	return server.URL
}

// paintedPath is where a page says that it has been painted, and saysPainted is the script by which it does.
const (
	paintedPath = "/painted"
	saysPainted = `
		new PerformanceObserver((list, observer) => {
			observer.disconnect();
			requestAnimationFrame(() => requestAnimationFrame(() => navigator.sendBeacon('` + paintedPath + `')));
		}).observe({ type: 'paint', buffered: true });`
)

// A page whose fonts come late stands still, on a phone and on a desk, whatever fonts a visitor's system has: what
// stands in for them takes as much room. Each system is tried on a third of the pages, and with RUBREL_FIT on all.
func TestFontsComeLate(t *testing.T) {
	t.Parallel()
	registry := loadDresses(t)
	systems := []chromium.SystemFonts{chromium.DejaVu, chromium.Liberation, chromium.Noto}
	for s, fonts := range systems {
		t.Run(fonts.Name, func(t *testing.T) {
			t.Parallel()
			b := chromium.LaunchWith(t, fonts, 390, 844)
			b.OnLoad(saysPainted)
			for d, dress := range registry.Names() {
				site := parse(t, demo.Fennmoor)
				site.House.Dress = dress
				files, err := render.Release(site, registry, now)
				if err != nil {
					t.Fatal(err)
				}
				address := lateFonts(t, files)
				for i, page := range site.Pages {
					for w, width := range []int64{390, 1280} {
						if (s+d+i+w)%len(systems) != 0 && os.Getenv("RUBREL_FIT") == "" {
							continue
						}
						name := page.ID + ".html"
						if i == 0 {
							name = ""
						}
						what := fmt.Sprintf("%s, %s, %d px", dress, page.ID, width)
						chromium.Once(t, func() { comesLate(t, b, width, address+"/"+name, what) }, what, bytesOf(files))
					}
				}
			}
		})
	}
}

// comesLate opens a page whose fonts come late, and fails where it moves.
func comesLate(t *testing.T, b *chromium.Browser, width int64, address, what string) {
	t.Helper()
	b.Size(width, 844)
	b.Open(address)
	shift := chromium.Eval[shifted](b, shiftOf)
	for again := 0; shift.Sum > maxShift && again < 2; again++ {
		// Fonts that come one after the other on a busy machine make two shifts of one.
		b.Open(address)
		shift = chromium.Eval[shifted](b, shiftOf)
	}
	if shift.Sum > maxShift {
		t.Errorf("%s: the layout shifts by %.3f: %s", what, shift.Sum, strings.Join(shift.Moved, "; "))
	}
	if unused := chromium.Eval[[]string](b, unusedPreloads); len(unused) > 0 {
		t.Errorf("%s: %v is asked for ahead and not used", what, unused)
	}
}

type shifted struct {
	Sum   float64
	Moved []string
}

const shiftOf = `new Promise((done) => {
	let Sum = 0;
	const Moved = [];
	const name = (node) => node?.nodeType === 1 ? node.className || node.tagName : node?.parentElement?.className ?? '?';
	new PerformanceObserver((list) => {
		for (const e of list.getEntries()) {
			Sum += e.value;
			for (const s of e.sources)
				Moved.push(name(s.node) + ' ' + Math.round(s.previousRect.top) + '→' + Math.round(s.currentRect.top) + ' ' +
					Math.round(s.previousRect.height) + '→' + Math.round(s.currentRect.height));
		}
	}).observe({ type: 'layout-shift', buffered: true });
	document.fonts.ready.then(() => setTimeout(() => done({ Sum, Moved }), 150));
})`

// unusedPreloads are the fonts that a page asks for ahead and does not use.
const unusedPreloads = `(() => {
	const used = new Set([...document.fonts].filter((f) => f.status === 'loaded')
		.map((f) => f.family.replaceAll('"', '') + f.weight + f.unicodeRange));
	const rules = [...document.styleSheets].flatMap((sheet) => [...sheet.cssRules])
		.filter((rule) => rule instanceof CSSFontFaceRule);
	return [...document.querySelectorAll('link[rel=preload]')].map((link) => link.getAttribute('href')).filter((href) => {
		const { style } = rules.find((rule) => rule.style.getPropertyValue('src').includes(href));
		return !used.has(style.getPropertyValue('font-family').replaceAll('"', '') + style.getPropertyValue('font-weight') +
			style.getPropertyValue('unicode-range'));
	});
})()`
