package boxes_test

import (
	"slices"
	"strings"
	"testing"

	"rubrel/core/document"
	"rubrel/core/marks"
	"rubrel/render"
	"rubrel/testkit"
	"rubrel/testkit/chromium"
)

var of = testkit.Of

// visit is a set of boxes as a client writes them: uneven, and one with a link.
func visit(facts map[string]string, n int) testkit.Gallery {
	all := []map[string]string{
		of("title", "Kletterhalle", "text", "Zwölf Meter hoch, mit **Seilen** für alle.", "icon", "mountain",
			"link", "preise.html", "link-text", "Preise"),
		of("title", "Kinderbetreuung an allen Wochentagen", "text", "Ab drei Jahren.", "icon", "baby", "badge", "Neu"),
		of("title", "Café", "text", "Suppe, Kuchen, Kaffee.\n\nAuch draußen.", "icon", "coffee", "featured", "yes"),
		of("title", "Kurse", "text", "Abends und am Wochenende.", "icon", "calendar", "link", "kurse.html", "link-text",
			"Alle Kurse"),
		of("title", "Verleih", "icon", "package"), of("title", "Anfahrt", "text", "Linie 4.", "icon", "bus"),
		of("title", "Gruppen", "icon", "users"),
	}
	return testkit.Gallery{Kind: "boxes", Facts: facts, Records: all[:n],
		Forms: []string{"grid", "mixed", "rows", "list", "strip"}}
}

// Every form's page passes the HTML checker and axe-core, and is no wider than its window.
func TestPagesAreSound(t *testing.T) {
	testkit.CheckPages(t, func(facts map[string]string) testkit.Gallery { return visit(facts, 7) },
		[]int64{320, 768, 1200},
		map[string]string{},
		map[string]string{"place": "beside the " +
			"title", "signs": "letters", "divider": "yes", "mirrored": "yes", "answers": "the whole box"},
	)
}

const boxAt = "const at = (form, selector) => [...document.querySelectorAll('#' + form + ' ' + selector)]" +
	".map((e) => e.getBoundingClientRect()); "

// Boxes of a row are equally high and their links stand on one line; heads stand where the set says.
func TestWhereThingsStand(t *testing.T) {
	b := chromium.Launch(t, 1200, 900)
	holds := func(what, expression string) {
		t.Helper()
		if !chromium.Eval[bool](b, "(() => { "+boxAt+"return "+expression+"; })()") {
			t.Errorf("%s: it is not so that %s", what, expression)
		}
	}
	publish := func(facts map[string]string, n int) {
		_, address := testkit.Publish(t, visit(facts, n).Site(t))
		b.Open(address)
		b.FontsLoaded()
	}
	publish(map[string]string{}, 4)
	holds("a row", "new Set(at('grid', '.rb-box').map((r) => r.height)).size === 1 && "+
		"new Set(at('grid', '.rb-link').map((r) => r.bottom)).size === 1")
	holds("above", "at('grid', '.rb-media').every((r, i) => r.bottom < at('grid', '.rb-title')[i].top)")
	holds("rows in turn", "at('rows', '.rb-media').every((r, i) => (r.left > at('rows', '.rb-title')[i].left) === "+
		"(i % 2 === 1))")
	holds("the middle of a panel", "at('rows', '.rb-icon').every((r, i) => { const m = at('rows', '.rb-media')[i]; "+
		"return Math.abs(r.left + r.right - m.left - m.right) < 1; })")
	holds("the large box", "at('mixed', '.rb-box')[0].width > 1.5 * at('mixed', '.rb-box')[1].width && "+
		"at('mixed', '.rb-box').slice(1).every((r) => r.left > at('mixed', '.rb-box')[0].right)")
	for place, where := range map[string]string{
		"at the start":     "r.right <= title.left && r.right <= text.left",
		"at the end":       "r.left >= title.right && r.left >= text.left",
		"beside the title": "r.right <= title.left && text.left <= r.left + 1 && text.top >= r.bottom - 1",
	} {
		publish(map[string]string{"place": place, "mirrored": "yes"}, 4)
		holds(place, "at('grid', '.rb-media').every((r, i) => { const title = at('grid', '.rb-title')[i], "+
			"text = at('grid', '.rb-text')[i]; return "+where+"; })")
		holds("mirrored", "at('mixed', '.rb-box').slice(1).every((r) => r.right < at('mixed', '.rb-box')[0].left)")
	}
	publish(map[string]string{"signs": "letters"}, 4)
	got := b.Text("[...document.querySelectorAll('#list .rb-sign')].map((e) => e.textContent).join('')")
	if got != "ABCD" {
		t.Errorf("the signs are %s", got)
	}
	b.Size(390, 900)
	holds("narrow", "at('rows', '.rb-media').every((r, i) => r.bottom <= at('rows', '.rb-title')[i].top) && "+
		"new Set(at('mixed', '.rb-box').map((r) => r.width)).size === 1")
}

// The large box leaves no place of the last row empty where another arrangement fits.
func TestLargeBoxLeavesNoGap(t *testing.T) {
	b := chromium.Launch(t, 1200, 900)
	for _, n := range []int{2, 3, 4, 5, 6, 7} {
		_, address := testkit.Publish(t, visit(map[string]string{}, n).Site(t))
		b.Open(address)
		free := chromium.Eval[float64](b, `(() => {
			const boxes = [...document.querySelectorAll('#mixed .rb-box')].map((e) => e.getBoundingClientRect());
			const row = document.querySelector('#mixed .rb-boxes').getBoundingClientRect();
			const last = Math.max(...boxes.map((r) => r.bottom));
			return row.right - Math.max(...boxes.filter((r) => r.bottom > last - 2).map((r) => r.right));
		})()`)
		if free > 2 {
			t.Errorf("%d boxes leave %.0f px free in the last row", n, free)
		}
	}
}

// A box without icon among others that have one is marked, and so is a text much longer than the others.
func TestChecks(t *testing.T) {
	for _, c := range []struct {
		what    string
		records []map[string]string
		facts   map[string]string
		want    string
	}{
		{"all alike", visit(nil, 4).Records, map[string]string{}, ""},
		{"one bare", append(visit(nil, 3).Records, of("title", "Bare")), map[string]string{}, "icon"},
		{"numbers instead", append(visit(nil, 3).Records, of("title", "Bare")), map[string]string{"signs": "numbers"}, ""},
		{"none has one", []map[string]string{of("title", "A"), of("title", "B")}, map[string]string{}, ""},
		{"a long text", append(visit(nil, 3).Records, of("title", "Long", "icon", "star", "text",
			strings.Repeat("Und noch ein Satz. ", 12))), map[string]string{}, "uneven"},
	} {
		g := testkit.Gallery{Kind: "boxes", Facts: c.facts, Records: c.records, Forms: []string{"grid"}}
		subject, err := render.Subject(g.Site(t), testkit.Dresses(t), "grid", testkit.When)
		if err != nil {
			t.Fatal(err)
		}
		var found []string
		for _, mark := range marks.Of(subject, nil) {
			if slices.Contains([]string{"icon", "uneven"}, mark.Check) {
				found = append(found, mark.Check)
			}
		}
		if got := strings.Join(found, " "); got != c.want {
			t.Errorf("%s: marked %q, want %q", c.what, got, c.want)
		}
	}
}

// A picture says what it shows or that it is decorative, and has as many pixels as its widest place.
func TestPictures(t *testing.T) {
	weight := 0
	found := func(form string, wide int, shows string) string {
		t.Helper()
		g := testkit.Gallery{Kind: "boxes", Facts: map[string]string{}, Forms: []string{form},
			Records: []map[string]string{of("title", "Halle")}}
		e := g.Hang(t)
		e.Do(document.AddPicture{Name: "hall", Picture: document.Picture{File: strings.Repeat("0", 64), Type: "image/png",
			Width: wide, Height: wide / 2, Bytes: weight, Cells: make([]byte, 4*document.CellsAcross*document.CellsAcross)}})
		e.Do(document.SetFact{Set: "s", Record: "r0", Key: "picture", Text: "hall"})
		if shows != "" {
			e.Do(document.SetFact{Set: "s", Record: "r0", Key: "shows", Text: shows})
		}
		subject, err := render.Subject(e.Site, testkit.Dresses(t), form, testkit.When)
		if err != nil {
			t.Fatal(err)
		}
		var checks []string
		for _, mark := range marks.Of(subject, nil) {
			if mark.Check == "picture" || mark.Check == "alternative" || mark.Check == "weight" {
				checks = append(checks, mark.Check+" "+mark.Needed)
			}
		}
		return strings.Join(checks, "; ")
	}
	for _, c := range []struct {
		form  string
		wide  int
		shows string
		want  string
	}{
		{"rows", 800, "a hall", ""},
		{"rows", 800, "Decorative", ""},
		{"rows", 800, "", "alternative a few words, or decorative"},
		{"rows", 300, "a hall", "picture 454 px, as wide as its place"}, // as Chromium has it at 1200
		{"list", 300, "a hall", ""},
	} {
		if got := found(c.form, c.wide, c.shows); got != c.want {
			t.Errorf("%+v: marked %q", c, got)
		}
	}

	weight = 900 << 10 // for 800 by 400 px
	if got := found("rows", 800, "a hall"); !strings.HasPrefix(got, "weight 300 KB or less") {
		t.Errorf("a heavy picture: marked %q", got)
	}
}

// An icon keeps the height of its ground where a picture in the same row makes the heads higher.
func TestIconBesidePicture(t *testing.T) {
	g := testkit.Gallery{Kind: "boxes", Facts: map[string]string{}, Forms: []string{"grid"},
		Records: []map[string]string{of("title", "Café", "icon", "coffee")}}
	_, address := testkit.Publish(t, g.Site(t))
	b := chromium.Launch(t, 1200, 900)
	b.Open(address)
	b.Text("document.querySelector('.rb-media').style.setProperty('height', '400px')")
	off := chromium.Eval[float64](b, `(() => {
		const r = document.querySelector('.rb-icon').getBoundingClientRect();
		return Math.abs(r.width - r.height);
	})()`)
	if off > 0.5 {
		t.Errorf("the ground of the icon is %.1f px off a square", off)
	}
}

// A picture that reaches to the edge does so on three sides, whatever the padding; it is that wide in what browsers are
// told of it, too. One beside the words keeps to the padding.
func TestBleed(t *testing.T) {
	b := chromium.Launch(t, 1200, 900)
	g := visit(map[string]string{"bleed": "the edge"}, 3)
	g.Forms, g.Pictures = []string{"grid"}, []string{"telescope"}
	g.Records = []map[string]string{of("title", "Halle", "picture", "telescope", "shows", "decorative", "badge", "Neu"),
		of("title", "Café", "picture", "telescope", "shows", "decorative")}
	g.Look = map[string]string{"box.padding": "10px 20px 30px 40px"}
	_, address := testkit.Publish(t, g.Site(t))
	b.Open(address)
	off := chromium.Eval[float64](b, `Math.max(...[...document.querySelectorAll('.rb-box')].map((box) => {
		const [r, p] = [box, box.querySelector('.rb-picture')].map((e) => e.getBoundingClientRect());
		return Math.max(Math.abs(p.left - r.left - 1), Math.abs(r.right - 1 - p.right), Math.abs(p.top - r.top - 1)); }))`)
	if off > 1 {
		t.Errorf("the picture is %.1f px off the edge", off)
	}
	told := chromium.Eval[float64](b, `(() => { const p = document.querySelector('.rb-picture');
		const e = document.createElement('div'); e.style.width = /px\) ([^,]*),/.exec(p.sizes)?.[1] ?? p.sizes;
		document.body.append(e); return e.getBoundingClientRect().width - p.getBoundingClientRect().width; })()`)
	if told > 3 || told < -3 {
		t.Errorf("browsers are told of a width that is %.1f px off", told)
	}
	g.Facts["place"] = "at the start"
	_, address = testkit.Publish(t, g.Site(t))
	b.Open(address)
	if !chromium.Eval[bool](b, `[...document.querySelectorAll('.rb-box')].every((box) =>
		box.querySelector('.rb-picture').getBoundingClientRect().left > box.getBoundingClientRect().left + 30)`) {
		t.Error("beside the words, the picture reaches to the edge")
	}
}
