package render_test

import (
	"bytes"
	"compress/gzip"
	"fmt"
	"math"
	"net/http"
	"net/http/httptest"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/chromedp/chromedp/kb"

	"rubrel/core/document"
	"rubrel/core/release"
	"rubrel/demo"
	"rubrel/dresses"
	"rubrel/render"
	"rubrel/testkit/chromium"
)

// published writes every sample's release and snippet below one folder and serves it.
func published(t *testing.T) (folder string, address func(sample string) string) {
	t.Helper()
	folder = t.TempDir()
	registry := loadDresses(t)
	for name, site := range samples(t) {
		for _, scheme := range []document.Scheme{document.LightScheme, document.DarkScheme} {
			dressed := *site
			dressed.House.Scheme = scheme
			files, err := render.Release(&dressed, registry, now)
			if err != nil {
				t.Fatalf("%s: %v", name, err)
			}
			write(t, filepath.Join(folder, dirOf(name)+string(scheme)), files)
		}
	}
	server := httptest.NewServer(http.FileServer(http.Dir(folder)))
	t.Cleanup(server.Close)
	return folder, func(sample string) string { return server.URL + "/" + sample + "/" }
}

func dirOf(name string) string { return strings.ReplaceAll(name, " ", "-") + "-" }

// The Nu HTML checker: no errors and no warnings on every exported page.
func TestExportsPassTheHTMLChecker(t *testing.T) {
	t.Parallel()
	folder, _ := published(t)
	chromium.CheckHTML(t, folder)
}

// A CSS syntax validator from npm: no errors.
func TestExportsPassTheCSSValidator(t *testing.T) {
	t.Parallel()
	registry := loadDresses(t)
	var sheets []string
	for name, site := range samples(t) {
		files, err := render.Release(site, registry, now)
		if err != nil {
			t.Fatalf("%s: %v", name, err)
		}
		for _, f := range files {
			if strings.HasSuffix(f.Path, ".css") {
				sheets = append(sheets, string(f.Bytes))
			}
		}
	}
	chromium.CheckCSS(t, sheets...)
}

// axe-core in Chromium: no violations; and no page can be scrolled sideways at the widths of the journey.
func TestExportsInChromium(t *testing.T) {
	t.Parallel()
	_, address := published(t)
	b := chromium.Launch(t, 1200, 900)
	// In the dark, samples differ from each other by nothing but their dress and their forms.
	inTheDark := []string{"almanac", "slipway", "matrix", "full", "fennmoor", "saltline"}
	for name, site := range samples(t) {
		for _, scheme := range []string{"light", "dark"} {
			if scheme == "dark" && !slices.Contains(inTheDark, name) {
				continue
			}
			for i, page := range site.Pages {
				what := dirOf(name) + scheme
				if b.Open(address(what)); i > 0 {
					b.Open(address(what) + page.ID + ".html")
					what += "/" + page.ID
				}
				if scheme == "dark" { // it is the light page in other colours
					b.CheckContrast(what)
					continue
				}
				b.CheckOverflow(what, 320, 390, 768, 1200)
				b.CheckAccessibility(what)
			}
		}
	}
	for _, line := range b.Console() { // a request that answers 404, too
		t.Errorf("console: %s", line)
	}
}

// The switch turns by mouse and by keyboard, with script off; what it shows is right, and nothing moves.
func TestSwitch(t *testing.T) {
	_, address := published(t)
	b := chromium.Launch(t, 1200, 1400)
	b.Script(false)
	b.Open(address("currencies-light"))
	prices := func(want string) {
		t.Helper()
		got := b.Text("[...document.querySelectorAll('.rb-price')].filter(e => getComputedStyle(e).visibility !== " +
			"'hidden').map(e => e.querySelector('.rb-spoken').textContent).join(', ')")
		if got != want {
			t.Errorf("the page shows %q, want %q", got, want)
		}
	}
	places := func() string {
		return b.Text("[...document.querySelectorAll('.rb-button, .rb-feature, .rb-title, .rb-option')].map(e => { const r " +
			"= e.getBoundingClientRect(); return [r.left, r.top, r.width, r.height].join(); }).join(' ')")
	}
	prices("€90.00 a year, €190.00 a year, €395.00 a year") // it opens on the year
	if got := b.Text("[...document.querySelectorAll('.rb-saving')].map(e => e.textContent).join()"); got != "−16%" {
		t.Errorf("the switch claims %q", got)
	}
	b.FontsLoaded()
	before := places()
	b.Click(".rb-p0")
	prices("€9.00 a month, €19.00 a month, €39.50 a month")
	b.Click(".rb-c1")
	prices("£7.50 a month, £15.99 a month, £33.99 a month")
	b.Press(kb.ArrowLeft)
	prices("€9.00 a month, €19.00 a month, €39.50 a month")
	b.Click(".rb-p1")
	b.Press(kb.ArrowRight)
	prices("Not offered, €760.00 once, for life, €1,560.00 once, for life")
	b.Press(kb.ArrowLeft)
	b.Click(".rb-c1")
	prices("£74.99 a year, £159.99 a year, £339.99 a year")
	if after := places(); after != before {
		t.Errorf("something moved:\n%s\n%s", before, after)
	}
}

// Rows of a price list end on one line across the cards beside each other, whatever their texts.
func TestRowsLineUp(t *testing.T) {
	_, address := published(t)
	b := chromium.Launch(t, 1200, 900)
	for _, sample := range []string{"almanac-light", "slipway-light", "5-plans-light", "long-light"} {
		b.Open(address(sample))
		for part, edge := range map[string]string{"title": "bottom", "button": "top", "feature:last-child": "top",
			"feature:first-child": "top"} {
			tops := chromium.Eval[[]float64](b, fmt.Sprintf(`(() => {
				const columns = getComputedStyle(document.querySelector('.rb-cards')).gridTemplateColumns.split(' ').length;
				const first = [...document.querySelectorAll('.rb-card')].slice(0, columns);
				return [...new Set(first.map((card) => [...card.querySelectorAll('.rb-%s')].find((e) =>
					getComputedStyle(e).visibility !== 'hidden')).map((e) => Math.round(e.getBoundingClientRect().%s * 4) / 4))];
			})()`, part, edge))
			if len(tops) != 1 {
				t.Errorf("%s: the %s of %s is at %v", sample, edge, part, tops)
			}
		}
	}
}

// Snippets of every form of every kind in a page with hostile CSS look as they do on their own page: every computed
// style is the same.
func TestSnippetSurvivesHostileCSS(t *testing.T) {
	t.Parallel()
	registry := loadDresses(t)
	hostile := `* { margin: 11px !important; padding: 7px; color: red !important;
		font: italic 700 9px/3 cursive !important; letter-spacing: 4px !important;
		text-transform: uppercase !important; float: left; border: 3px dotted lime; box-sizing: content-box;
			background: yellow !important; text-align: right }
		*::before, *::after { content: "!" !important; position: fixed } #host a, #host #inner a:hover {
			display: none !important }
		#host h2, #host h3 { font-size: 80px !important } #host ul li { list-style: square inside;
			display: inline !important }
		section, article, div { width: 40px !important; max-height: 20px !important; overflow: hidden !important;
			display: inline !important } .rb-card { order: 3 }`
	var shown []byte // the snippet that is served
	server := httptest.NewServer(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		const bare = "margin:0!important;padding:0!important;display:block!important;float:none;border:0"
		css := ""
		if r.URL.Path == "/hostile" {
			css = hostile
		}
		w.Header().Set("Content-Type", "text/html; charset=utf-8")
		fmt.Fprint(w, `<!doctype html><html lang="en" style="`+bare+`!important"><title>x</title><style>`+css+
			`</style><body style="`+bare+`"><main id="host" style="width:100%!important;max-height:none!important;`+bare+`">`+
			string(shown)+`</main>`)
	}))
	defer server.Close()
	b := chromium.Launch(t, 1200, 900)
	b.LessMotion(true)
	styles := func(path string) []string {
		b.Open(server.URL + path)
		return computedStyles(b, "[data-rb], [data-rb] *")
	}
	dresses := []string{"almanac", "slipway"}
	sites := []*document.Site{wardrobe(t, dresses[0], document.LightScheme, false), wardrobe(t, dresses[1],
		document.LightScheme, false)}
	for i := range sites[0].Blocks {
		site := sites[i%len(sites)]
		id := site.Blocks[i].ID
		var err error
		if shown, err = render.Snippet(site, registry, id, i < len(sites), nil, now); err != nil {
			t.Fatal(err)
		}
		chromium.Once(t, func() {
			compareStyles(t, dresses[i%len(sites)]+", "+id, styles("/plain"), styles("/hostile"))
		}, string(shown))
	}
}

// A snippet says how it is adjusted, and what it says works: its tokens are other ones where a page says so in the
// ordinary way. Its rules can be read: one declaration on each line.
func TestSnippetIsAdjusted(t *testing.T) {
	text, err := render.Snippet(parse(t, demo.Fennmoor), loadDresses(t), "memberships", false, nil, now)
	if err != nil {
		t.Fatal(err)
	}
	snippet := string(text)
	example := regexp.MustCompile(`\.rb-x\w+ \{ --rb-accent: #0b5fff \}`).FindString(snippet)
	if example == "" {
		t.Fatalf("it does not say how it is adjusted: %.300s", snippet)
	}
	css, _, _ := strings.Cut(snippet, "</style>")
	if crowded := regexp.MustCompile(`(?m)^[^@/]*;.*;`).FindString(css); crowded != "" {
		t.Errorf("two declarations on one line: %.200s", crowded)
	}
	example = strings.Replace(example, "accent", "quiet", 1) // which more of the block is set in
	folder, pages := t.TempDir(), []release.File{}
	for name, own := range map[string]string{"plain": "", "adjusted": example} {
		pages = append(
			pages,
			release.File{Path: name + ".html", Bytes: []byte("<!doctype html><style>" + own + "</style>" + snippet)},
		)
	}
	write(t, folder, pages)
	b := chromium.Launch(t, 1200, 900)
	blue := "[...document.querySelectorAll('[data-rb] *')].filter((e) => ['color', 'backgroundColor', " +
		"'borderTopColor'].some((p) => getComputedStyle(e)[p] === 'rgb(11, 95, 255)')).length"
	for name, want := range map[string]bool{"plain": false, "adjusted": true} {
		b.Open("file://" + filepath.Join(folder, name+".html"))
		if n := chromium.Eval[int](b, blue); (n > 0) != want {
			t.Errorf("%s: %d elements have the page's accent", name, n)
		}
	}
}

// A visitor's larger text is heeded: on a page of Rubrel's, and in a snippet, whatever the page around makes of a rem.
func TestLargerTextIsHeeded(t *testing.T) {
	site, registry := parse(t, demo.Fennmoor), loadDresses(t)
	snippet, err := render.Snippet(site, registry, "memberships", false, nil, now)
	if err != nil {
		t.Fatal(err)
	}
	pages, err := render.Proof(site, registry, "memberships", now)
	if err != nil {
		t.Fatal(err)
	}
	folder := t.TempDir()
	write(t, folder, append(pages, release.File{Path: "snippet.html", Bytes: []byte("<!doctype html><style>html { " +
		"font-size: 10px }</style>" + string(snippet))}))
	b := chromium.Launch(t, 1200, 900)
	sizes := func(name string, px int64) []float64 {
		b.TextSize(px)
		b.Open("file://" + filepath.Join(folder, name))
		return chromium.Eval[[]float64](b, "['title', 'price', 'note', 'button'].map((part) => "+
			"parseFloat(getComputedStyle(document.querySelector('[data-record=dusk] .rb-' + part)).fontSize))")
	}
	usual := sizes("index.html", 16)
	for _, name := range []string{"index.html", "snippet.html"} {
		for px, times := range map[int64]float64{16: 1, 24: 1.5} {
			for i, size := range sizes(name, px) {
				if math.Abs(size-usual[i]*times) > 0.05 {
					t.Errorf("%s, where text begins with %d px: %v, want %v times %v", name, px, size, times, usual[i])
				}
			}
		}
	}
}

// The proof of a block is, to the byte, what a release carries: the block's HTML, and for a page with that block
// alone the same rules in its style sheet.
func TestProofIsTheRelease(t *testing.T) {
	registry := loadDresses(t)
	site := changed(t)
	proof, err := render.Proof(site, registry, "memberships", now)
	if err != nil {
		t.Fatal(err)
	}
	release, err := render.Release(site, registry, now)
	if err != nil {
		t.Fatal(err)
	}
	if a, b := section(t, proof), section(t, release); a != b {
		t.Errorf("the block's HTML differs:\n%s\n%s", a, b)
	}
	if a, b := sheet(proof), sheet(release); a != b || a == "" {
		t.Errorf("the style sheets differ: %s and %s", a, b)
	}
}

func section(t *testing.T, files []release.File) string {
	t.Helper()
	for _, f := range files {
		if strings.HasSuffix(f.Path, ".html") {
			from, to := bytes.Index(f.Bytes, []byte("<section")), bytes.Index(f.Bytes, []byte("</section>"))
			if from >= 0 && to > from {
				return string(f.Bytes[from:to])
			}
		}
	}
	t.Fatal("no section in the files")
	return ""
}

func sheet(files []release.File) string {
	for _, f := range files {
		if strings.HasSuffix(f.Path, ".css") {
			return f.Path
		}
	}
	return ""
}

// Nothing that a designer types is markup or style: the only elements are the template's.
func TestNothingTypedIsMarkup(t *testing.T) {
	site := samples(t)["markup"]
	files, err := render.Release(site, loadDresses(t), now)
	if err != nil {
		t.Fatal(err)
	}
	for _, f := range files {
		if !strings.HasSuffix(f.Path, ".html") {
			continue
		}
		for _, tag := range []string{"<script>", "alert(1)</script", "<img", "<iframe", "<i>", "<b>", "</style><b"} {
			if bytes.Contains(f.Bytes, []byte(tag)) {
				t.Errorf("%s holds %s", f.Path, tag)
			}
		}
	}
}

// HTML and CSS of a page, without fonts, stay under 14 KB compressed, its script under 3 KB: the demo's, and 4 plans of
// 24 features, 3 periods and 3 currencies.
func TestPageSize(t *testing.T) {
	for name, site := range map[string]*document.Site{"demo": changed(t),
		"4 plans, 24 features, 3 periods, 3 currencies": full(t)} {
		page, script := compressed(t, site, loadDresses(t))
		t.Logf("%s: HTML and CSS %d bytes compressed, script %d", name, page, script)
		if page > 14<<10 || script > 3<<10 {
			t.Errorf("%s: HTML and CSS %d bytes compressed, at most 14 KB; script %d, at most 3 KB", name, page, script)
		}
	}
}

func compressed(t testing.TB, site *document.Site, registry dresses.Registry) (page, script int) {
	t.Helper()
	files, err := render.Release(site, registry, now)
	if err != nil {
		t.Fatal(err)
	}
	for _, f := range files {
		if strings.HasSuffix(f.Path, ".woff2") {
			continue
		}
		var b bytes.Buffer
		w := gzip.NewWriter(&b)
		if _, err := w.Write(f.Bytes); err != nil {
			t.Fatal(err)
		}
		if err := w.Close(); err != nil {
			t.Fatal(err)
		}
		if strings.HasSuffix(f.Path, ".js") {
			script += b.Len()
		} else {
			page += b.Len()
		}
	}
	return page, script
}
