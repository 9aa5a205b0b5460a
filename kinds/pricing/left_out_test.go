package pricing_test

import (
	"strings"
	"testing"

	"rubrel/core/document"
	"rubrel/core/marks"
	"rubrel/render"
	"rubrel/testkit"
	"rubrel/testkit/chromium"
)

// A feature is left out at the widths that it names, in cards and in the matrix; what is no width of the site is said.
// Where the first of joined cards is left out, the next has the outer corners. A block is left out whole.
func TestLeftOutByWidth(t *testing.T) {
	e := testkit.Demo(t)
	e.Do(item("memberships", "features", "darkroom", "left-out", "middle, phone"))
	e.Do(fact("memberships", "", "stand", "joined"))
	e.Look("memberships", "card.border-radius", "12px")
	e.Look("memberships", "dusk:card.display@middle", "none")
	e.Look("memberships", "table.display@narrow", "none")

	subject, err := render.Subject(e.Site, testkit.Dresses(t), "memberships", testkit.When)
	if err != nil {
		t.Fatal(err)
	}
	for _, m := range marks.Of(subject, nil) {
		if m.Check == "width" {
			if m.Measured != "left out at phone" || m.Needed != "wide, middle, narrow" {
				t.Errorf("the mark says %s, needs %s", m.Measured, m.Needed)
			}
			e.Do(m.Mends[0].Change)
		}
	}
	set := e.Site.SetOf(&e.Site.Blocks[0])
	for _, f := range set.Items("features") {
		if text := f.Facts["left-out"]; f.ID == "darkroom" && (text == nil || text.String() != "middle") {
			t.Errorf("after the mend it is left out at %v", text)
		}
	}

	b := chromium.Launch(t, 1280, 1000)
	features := `[...document.querySelectorAll('#memberships [data-record=zenith] .rb-feature')].filter((e) =>
		e.getClientRects().length).length`
	corners := `[...document.querySelectorAll('#memberships .rb-card:not(.rb-featured)')].filter((e) =>
		e.getClientRects().length).map((e) => { const s = getComputedStyle(e); return [s.borderTopLeftRadius,
		s.borderTopRightRadius, s.borderBottomRightRadius, s.borderBottomLeftRadius].map((r) => parseFloat(r)).join(' ');
		}).join('; ')`
	_, address := testkit.Publish(t, e.Site)
	b.Open(address)
	all := chromium.Eval[int](b, features)
	if got := b.Text(corners); got != "12 0 0 12; 0 12 12 0" {
		t.Errorf("corners at 1280 px are %s", got)
	}
	b.Size(700, 1000)
	if got := chromium.Eval[int](b, features); got != all-1 {
		t.Errorf("at 700 px there are %d features of %d", got, all)
	}
	if got := b.Text(corners); got != "0 12 12 0" {
		t.Errorf("corners at 700 px are %s", got)
	}
	b.Size(390, 1000)
	height := "document.querySelector('#memberships').getBoundingClientRect().height"
	if got := chromium.Eval[float64](b, height); got != 0 {
		t.Errorf("at 390 px the block is %g px high", got)
	}

	e.Do(document.SetForm{Block: "memberships", Form: "matrix"})
	_, address = testkit.Publish(t, e.Site)
	b.Open(address)
	b.Size(700, 1000)
	rows := b.Text(`[...document.querySelectorAll('#memberships tbody tr')].filter((e) =>
		!e.getClientRects().length).map((e) => e.textContent).join()`)
	if !strings.Contains(rows, "Darkroom") || strings.Contains(rows, "Guest") {
		t.Errorf("rows left out at 700 px are %q", rows)
	}
}

// What is left out at a width has no mark there: words that fit nowhere are not on the page. A heading is left out in
// both forms.
func TestNothingIsMarkedThatIsLeftOut(t *testing.T) {
	const long = "A1B2C3D4E5F6G7H8I9J0K1L2M3N4O5P6Q7R8S9T0U1V2W3X4Y5Z6"
	for form, part := range map[string]string{"cards": "feature", "matrix": "row"} {
		e := testkit.Demo(t)
		if form != "matrix" { // which it has
			e.Do(document.SetForm{Block: "compare", Form: form})
		}
		marked := func() (at []string) {
			subject, err := render.Subject(e.Site, testkit.Dresses(t), "compare", testkit.When)
			if err != nil {
				t.Fatal(err)
			}
			for _, m := range marks.Of(subject, nil) {
				if m.Check == "fit" && strings.Contains(m.Where, " in "+part) {
					at = append(at, m.Where)
				}
			}
			return at
		}
		e.Do(item("memberships", "features", "darkroom", "name", long))
		if len(marked()) == 0 {
			t.Fatalf("%s: no mark says that %s has no room", form, long)
		}
		e.Do(item("memberships", "features", "darkroom", "left-out", "wide middle narrow"))
		if at := marked(); len(at) > 0 {
			t.Errorf("%s: what is left out is marked: %s", form, at)
		}
		e.Do(item("memberships", "features", "darkroom", "group", "yes"))
		_, address := testkit.Publish(t, e.Site)
		b := chromium.Launch(t, 1280, 1000)
		b.Open(address)
		if n := chromium.Eval[int](b, "[...document.querySelectorAll('#compare .rb-group')].filter((e) => "+
			"e.getClientRects().length).length"); n != 0 {
			t.Errorf("%s: %d headings are shown", form, n)
		}
	}
}
