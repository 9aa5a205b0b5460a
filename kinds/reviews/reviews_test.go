package reviews_test

import (
	"math"
	"slices"
	"strings"
	"testing"

	"rubrel/core/marks"
	"rubrel/render"
	"rubrel/testkit"
	"rubrel/testkit/chromium"
)

var of = testkit.Of

var allForms = []string{"sliding", "grid", "columns", "quote", "summary", "line"}

// practice are reviews as a client has them: uneven, in two languages, one without a rating, one that is answered.
func practice(facts map[string]string, n int) testkit.Gallery {
	all := []map[string]string{
		of("name", "Annegret Oberhuber-Steinmetz", "title", "Kniepatientin", "rating", "4.7", "text",
			strings.Repeat("Nach der Operation konnte ich kaum gehen, nach zehn Behandlungen wieder tanzen. ", 5),
			"date", "2026-10-02", "source", "Ärzteverzeichnis", "link", "https://verzeichnis.example/a", "verified", "yes",
			"answer", "Wir freuen uns **sehr**.", "picture", "maren"),
		of("name", "Bo", "rating", "3", "text", "Gut."),
		of("name", "Cem Yıldız", "rating", "9/10", "text", "Two paragraphs.\n\nThe second of them.", "language", "en",
			"source", "Per Brief", "date", "2026-03-14"),
		of("name", "D. Ö.", "text", "Ohne Sterne."), of("name", "Eva", "rating", "5", "text", "Pünktlich, freundlich, warm."),
		of("name", "Fatma", "rating", "4.5", "text", "Parkplätze fehlen."),
		of("name", "Gio", "rating", "5", "featured", "yes", "text", "Wieder Klavierspielen."),
		of("rating", "2.5", "text", "有点等。"), of("name", "Ina", "rating", "5", "text", "Danke!"),
	}
	return testkit.Gallery{Kind: "reviews", Facts: facts, Records: all[:n], Forms: allForms, Locale: "de",
		Pictures: []string{"maren"},
		Axes:     map[string][]map[string]string{"sources": {of("label", "Ärzteverzeichnis", "icon", "stethoscope")}}}
}

// Every form's page passes the HTML checker and axe-core, and is no wider than its window.
func TestPagesAreSound(t *testing.T) {
	testkit.CheckPages(t, func(facts map[string]string) testkit.Gallery { return practice(facts, 9) },
		[]int64{320, 600, 768, 1200, 1920},
		map[string]string{},
		map[string]string{"lines": "3", "divider": "yes", "sum": "above", "arrows": "below", "position": "count",
			"moves": "4", "endless": "yes", "numbers": "yes", "missing": "nothing", "scale": "10"},
		map[string]string{"arrows": "above", "position": "bar", "character": "★", "missing-stars": "outlined",
			"average": "4.8", "count": "1234567", "item": "Praxis", "item-type": "LocalBusiness", "owner": "Dr. Sommer"},
		map[string]string{"arrows": "none", "position": "nothing", "icon": "heart", "step": "all in sight"},
	)
}

// Stars are drawn to the very fraction, drawn or as characters, from left and from right; a screen reader hears a
// rating once.
func TestStars(t *testing.T) {
	b := chromium.Launch(t, 1200, 900)
	for _, facts := range []map[string]string{nil, {"character": "★"}, {"icon": "heart"}} {
		for _, locale := range []string{"en", "he"} {
			g := practice(facts, 9)
			g.Locale, g.Forms = locale, []string{"grid", "summary"}
			_, address := testkit.Publish(t, g.Site(t))
			b.Open(address)
			b.FontsLoaded()
			for id, want := range map[string]float64{"r0": 0.7, "r2": 0.5, "r5": 0.5, "r7": 0.5} {
				at := "#grid [data-record=" + id + "]"
				got := chromium.Eval[float64](b, `(() => { const cut = document.querySelector('`+at+` .rb-cut');
					return cut.getBoundingClientRect().width / cut.parentElement.getBoundingClientRect().width; })()`)
				if math.Abs(got-want) > 0.01 {
					t.Errorf("%v, %s: %s has %.3f of its last star, want %.1f", facts, locale, id, got, want)
				}
			}
			// 4.7, 3, 4.5, 5, 4.5, 5, 2.5 and 5 are 34.2 of 8: 4.275.
			if got := chromium.Eval[float64](b, `(() => { const cut = document.querySelector('#summary .rb-cut');
				return cut.getBoundingClientRect().width / cut.parentElement.getBoundingClientRect().width; })()`); math.Abs(
				got-0.275) > 0.01 {
				t.Errorf("%v, %s: the average's last star is filled to %.3f, want 0.275", facts, locale, got)
			}
			starts := chromium.Eval[bool](
				b,
				`(() => { const cut = document.querySelector('#grid .rb-cut').getBoundingClientRect(),
				star = document.querySelector('#grid .rb-partly').getBoundingClientRect();
				return document.dir === 'rtl' || document.documentElement.dir === 'rtl' ? Math.abs(cut.right - star.right) < 0.5
					: Math.abs(cut.left - star.left) < 0.5; })()`,
			)
			if !starts {
				t.Errorf("%v, %s: the part of a star does not begin where the star does", facts, locale)
			}
			if n := chromium.Eval[int](b, `[...document.querySelectorAll('#grid [data-record=r0] [aria-label]')]
				.filter((e) => !e.closest('[aria-hidden]')).length`); n != 1 {
				t.Errorf("a rating has %d names", n)
			}
		}
	}
}

// Of a long text so many lines are in sight, whole ones, and the rest appears without script; where it has no more than
// that, nothing is offered. The whole text is in the page.
func TestReadMore(t *testing.T) {
	g := practice(map[string]string{"lines": "3"}, 9)
	g.Forms = []string{"grid"}
	_, address := testkit.Publish(t, g.Site(t))
	b := chromium.Launch(t, 1200, 900)
	b.Script(false)
	for _, width := range []int64{320, 390, 480, 600, 700, 800, 960, 1100, 1200, 1500, 1920} {
		b.Size(width, 900)
		b.Open(address)
		b.FontsLoaded()
		wrong := chromium.Eval[[]string](b, `[...document.querySelectorAll('#grid .rb-review')].filter((review) =>
			review.querySelector('.rb-text')).flatMap((review) => {
			const text = review.querySelector('.rb-text'), more = review.querySelector('.rb-more');
			const line = parseFloat(getComputedStyle(text).lineHeight), offered = more.getBoundingClientRect().height > 0;
			const lines = Math.round(text.scrollHeight / line), seen = text.getBoundingClientRect().height / line;
			const cut = seen - Math.round(seen);
			return offered !== lines > 3 || offered && (Math.abs(cut) > 0.03 || Math.round(seen) !== 3)
				? [review.dataset.record + ' has ' + lines + ' lines, ' + seen.toFixed(2) + ' are seen, offered: ' + offered] : [];
			})`)
		if len(wrong) > 0 {
			t.Errorf("at %d px: %v", width, wrong)
		}
	}
	b.Size(700, 900)
	b.Open(address)
	long := "#grid [data-record=r0] "
	if text := b.Text("document.querySelector('" + long + ".rb-text').textContent"); strings.Count(strings.ReplaceAll(text,
		"\u00ad", ""), "tanzen") != 5 {
		t.Errorf("the page has %q", text)
	}
	b.Click(long + ".rb-more summary")
	b.Await("(() => { const text = document.querySelector('" + long + ".rb-text'); " +
		"return text.getBoundingClientRect().height >= text.scrollHeight - 1; })()")
}

// Columns begin where the measured heights say, none is cut, and none is higher than need be by more than what the
// measure misses.
func TestColumnsAreBalanced(t *testing.T) {
	g := practice(nil, 9)
	g.Forms = []string{"columns"}
	_, address := testkit.Publish(t, g.Site(t))
	b := chromium.Launch(t, 1200, 900)
	for _, width := range []int64{390, 800, 1200, 1600} {
		b.Size(width, 900)
		b.Open(address)
		b.FontsLoaded()
		heights := chromium.Eval[[][]float64](b, `(() => { const columns = new Map();
			for (const e of document.querySelectorAll('#columns .rb-review')) { const box = e.getBoundingClientRect();
				columns.set(Math.round(box.left), [...(columns.get(Math.round(box.left)) ?? []), box.height]); }
			return [...columns.values()]; })()`)
		var all []float64
		highest, gap := 0.0, 16.0
		for _, column := range heights {
			sum := 0.0
			for _, h := range column {
				sum += h + gap
			}
			highest, all = max(highest, sum), append(all, column...)
		}
		best := math.Inf(1)
		for _, way := range deals(len(all), len(heights)) {
			at, most := 0, 0.0
			for _, n := range way {
				sum := 0.0
				for _, h := range all[at : at+n] {
					sum += h + gap
				}
				most, at = max(most, sum), at+n
			}
			best = min(best, most)
		}
		if highest > best+60 {
			t.Errorf("at %d px the highest column is %.0f px high, %.0f can be: %v", width, highest, best, heights)
		}
	}
}

// deals are the ways to deal so many things to columns, in order.
func deals(n, columns int) [][]int {
	if columns == 1 {
		return [][]int{{n}}
	}
	var ways [][]int
	for first := 1; first <= n-columns+1; first++ {
		for _, rest := range deals(n-first, columns-1) {
			ways = append(ways, append([]int{first}, rest...))
		}
	}
	return ways
}

// What a set says is checked: ratings unlike those that are shown, fewer than claimed, above the scale, without a text,
// old ones, cut ones, the same twice, the best alone; and a mend ends what it is of.
func TestChecks(t *testing.T) {
	five := func(name string, more ...string) map[string]string {
		return of(append([]string{"name", name, "rating", "5", "text", "It was " + name + "."}, more...)...)
	}
	for _, c := range []struct {
		what    string
		facts   map[string]string
		records []map[string]string
		want    string
	}{
		{"all well", nil, []map[string]string{five("a"), five("b")}, ""},
		{"another average", map[string]string{"average": "4.9"}, []map[string]string{five("a"), of("name", "b", "rating", "4",
			"text", "So.")}, "average"},
		{"that very average", map[string]string{"average": "4.5"}, []map[string]string{five("a"), of("name", "b", "rating",
			"4", "text", "So.")}, ""},
		{"rounded down", map[string]string{"average": "4.6"}, []map[string]string{five("a"), five("b"), of("name", "c",
			"rating", "4", "text", "So.")}, ""},
		{"rounded up", map[string]string{"average": "4.7"}, []map[string]string{five("a"), five("b"), of("name", "c",
			"rating", "4", "text", "So.")}, "average"},
		{"some of them", map[string]string{"average": "4.2", "count": "212"}, []map[string]string{five("a"), of("name", "b",
			"rating", "4", "text", "So.")}, "fewer"},
		{"above the scale", nil, []map[string]string{five("a"), of("name", "b", "rating", "8", "text", "So.")}, "rating"},
		{"one without", nil, []map[string]string{five("a"), five("b"), of("name", "c", "text", "So.")}, "rating"},
		{"stars alone", nil, []map[string]string{five("a"), of("name", "b", "rating", "4")}, "stars alone"},
		{"old", nil, []map[string]string{five("a", "date", "2025-11-01"), five("b", "date", "2026-11-01")}, "old"},
		{"cut off", nil, []map[string]string{five("a"), of("name", "b", "rating", "4", "text", "It was wonder…")}, "cut"},
		{"it ends so", nil, []map[string]string{five("a"), of("name", "b", "rating", "4", "text", "And then …")}, ""},
		{"twice", nil, []map[string]string{five("a"), of("name", "b", "rating", "5", "text", "it was  A.")}, "twice"},
		{"the best", map[string]string{"average": "4.1", "count": "90"}, []map[string]string{five("a"), five("b"), five("c"),
			five("d")}, "fewer best"},
		{"no pause", map[string]string{"moves": "4"}, []map[string]string{five("a"), five("b")}, ""},
	} {
		g := testkit.Gallery{Kind: "reviews", Forms: []string{"sliding"}, Facts: c.facts, Records: c.records}
		e := g.Hang(t)
		if got := checksOf(t, e); got != c.want {
			t.Errorf("%s: marked %q, want %q", c.what, got, c.want)
		}
	}
	g := testkit.Gallery{Kind: "reviews", Forms: []string{"sliding"}, Facts: map[string]string{"moves": "4",
		"average": "4.9"}, Records: []map[string]string{five("a"), five("b")}, Look: map[string]string{
		"pause.display": "none"}}
	e := g.Hang(t)
	if got := checksOf(t, e); got != "average no pause" {
		t.Errorf("nothing stops the row: %q", got)
	}
	for range 2 {
		subject, err := render.Subject(e.Site, testkit.Dresses(t), "sliding", testkit.When)
		if err != nil {
			t.Fatal(err)
		}
		for _, mark := range marks.Of(subject, nil) {
			if mark.Check == "average" || mark.Check == "no pause" {
				e.Do(mark.Mends[0].Change)
				break
			}
		}
	}
	if got := checksOf(t, e); got != "" {
		t.Errorf("after both mends: %q", got)
	}
}

// checksOf are the kind's own marks on the sliding row.
func checksOf(t *testing.T, e *testkit.Exhibit) string {
	t.Helper()
	subject, err := render.Subject(e.Site, testkit.Dresses(t), "sliding", testkit.When)
	if err != nil {
		t.Fatal(err)
	}
	var found []string
	for _, mark := range marks.Of(subject, nil) {
		if slices.Contains([]string{"average", "fewer", "rating", "stars alone", "old", "cut", "twice", "best", "no pause"},
			mark.Check) {
			found = append(found, mark.Check)
			if mark.Quiet != (mark.Check == "best") {
				t.Errorf("the mark %s is quiet: %v", mark.Check, mark.Quiet)
			}
		}
	}
	return strings.Join(found, " ")
}

// Reviews and their average are said as schema.org has them.
func TestData(t *testing.T) {
	g := practice(map[string]string{"item": "Praxis am Lindenhof", "item-type": "LocalBusiness"}, 9)
	site := g.Site(t)
	files, err := render.Release(site, testkit.Dresses(t), testkit.When)
	if err != nil {
		t.Fatal(err)
	}
	after := ""
	for _, f := range files {
		if _, text, ok := strings.Cut(string(f.Bytes), `<script type="application/ld+json">`); ok && f.Type != "font/woff2" {
			after, _, _ = strings.Cut(text, "</script>")
		}
	}
	for _, want := range []string{`"@type":"AggregateRating"`, `"ratingValue":4.2`, `"reviewCount":8`, `"bestRating":10`,
		`"inLanguage":"en"`, `"datePublished":"2026-10-02"`} {
		if !strings.Contains(after, want) {
			t.Errorf("it does not say %s: %.300s", want, after)
		}
	}
	chromium.CheckStructuredData(t, after)
}
