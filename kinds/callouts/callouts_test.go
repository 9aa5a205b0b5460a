package callouts_test

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"rubrel/core/layout"
	"rubrel/core/marks"
	"rubrel/render"
	"rubrel/testkit"
	"rubrel/testkit/chromium"
)

var of = testkit.Of

// telescope is a picture with places scattered on it, and words such as clients write.
func telescope(facts map[string]string, n int) testkit.Gallery {
	random := rand.New(rand.NewPCG(uint64(n), 17))
	g := testkit.Gallery{Kind: "callouts", Locale: "de", Pictures: []string{"telescope"},
		Facts: map[string]string{"picture": "telescope", "shows": "Das Fernrohr"}, Forms: []string{"around", "numbered"}}
	for key, value := range facts {
		g.Facts[key] = value
	}
	texts := []string{"Kurz.", "Vierzig Zentimeter im Durchmesser, jeden dritten Sommer **neu versilbert**.", ""}
	for i := range n {
		g.Records = append(g.Records, of("title", fmt.Sprintf("Gegengewichtsbefestigung %d", i), "text", texts[i%3],
			"place", fmt.Sprintf("%.1f%% %.1f%%", 4+92*random.Float64(), 4+92*random.Float64())))
	}
	g.Records[0]["link"], g.Records[0]["link-text"] = "mehr.html", "Mehr dazu"
	return g
}

// Every form's page passes the HTML checker and axe-core, and is no wider than its window.
func TestPagesAreSound(t *testing.T) {
	testkit.CheckPages(t, func(facts map[string]string) testkit.Gallery { return telescope(facts, 7) },
		[]int64{320, 719, 768, 1200},
		map[string]string{},
		map[string]string{"lines": "with an elbow", "sides": "at the end", "answers": "the whole " +
			"callout", "shows": "decorative"},
	)
}

// drawn are the lines that stand on the page, each from its words to its dot, with the middle of its callout and the
// dot of the same, in CSS px.
const drawn = `[...document.querySelectorAll('#around .rb-callout')].map((item) => {
	const line = [...item.querySelectorAll('.rb-line')].find((svg) => svg.getBoundingClientRect().height > 0);
	const matrix = line.getScreenCTM(), mirrored = getComputedStyle(line).scale.startsWith('-1');
	const box = line.getBoundingClientRect(), up = line.classList.contains('rb-up');
	const left = (item.closest('.rb-at-start') !== null) === (getComputedStyle(item).direction === 'ltr');
	const words = { X: left ? box.left : box.right, Y: up ? box.bottom : box.top };
	const end = { X: left ? box.right : box.left, Y: up ? box.top : box.bottom };
	const row = item.getBoundingClientRect(), dot = item.querySelector('.rb-dot').getBoundingClientRect();
	return { Words: words, End: end, Mirrored: mirrored === !left, Middle: row.top + row.height / 2,
		Near: left ? words.X - row.right : row.left - words.X,
		Dot: { X: dot.left + dot.width / 2, Y: dot.top + dot.height / 2 } };
})`

type drawing struct {
	Words, End, Dot layout.Point
	Middle, Near    float64
	Mirrored        bool
}

// Lines go from the middle of the words to the dots and do not cross: straight and elbowed, at both sides and at one,
// at two widths, from right to left, and where text is more than twice as large; straight lines to one side, which no
// order of the words keeps apart at every height, are right still, and may cross then.
func TestLines(t *testing.T) {
	b := chromium.Launch(t, 1200, 900)
	for _, lines := range []string{"straight", "with an elbow"} {
		for _, sides := range []string{"at both sides", "at the start"} {
			for _, locale := range []string{"de", "ar"} {
				for _, n := range []int{1, 5, 9} {
					g := telescope(map[string]string{"lines": lines, "sides": sides}, n)
					g.Locale, g.Forms = locale, []string{"around"}
					_, address := testkit.Publish(t, g.Site(t))
					b.Open(address)
					b.FontsLoaded()
					for _, width := range []int64{1200, 800} {
						b.Size(width, 900)
						checkLines(t, b, fmt.Sprintf("%s %s %s, %d callouts at %d", lines, sides, locale, n, width),
							lines != "straight", true)
					}
					b.Text("document.querySelectorAll('.rb-words *').forEach((e) => (e.style.fontSize = '32px'))")
					checkLines(t, b, fmt.Sprintf("%s %s %s, %d callouts in large text", lines, sides, locale, n),
						lines != "straight", lines != "straight" || sides == "at both sides")
				}
			}
		}
	}
}

func checkLines(t *testing.T, b *chromium.Browser, what string, elbowed, apart bool) {
	t.Helper()
	const off = 1.0
	b.Still()
	apartBy := func(a, b float64) bool { return a-b > off || b-a > off }
	all := chromium.Eval[[]drawing](b, drawn)
	var lines [][]layout.Point
	for i, d := range all {
		if apartBy(d.End.X, d.Dot.X) || apartBy(d.End.Y, d.Dot.Y) {
			t.Errorf("%s: line %d ends at %.1f, the dot is at %.1f", what, i, d.End, d.Dot)
		}
		if apartBy(d.Words.Y, d.Middle) || d.Near < 4 || d.Near > 20 || !d.Mirrored {
			t.Errorf("%s: line %d begins at %.1f, %.1f from its words, whose middle is %.1f (drawn as it should: %v)", what, i,
				d.Words, d.Near, d.Middle, d.Mirrored)
		}
		line := []layout.Point{d.Words, d.End}
		if elbowed {
			line = []layout.Point{d.Words, {X: d.End.X, Y: d.Words.Y}, d.End}
		}
		lines = append(lines, line)
	}
	for i := range lines {
		for j := range i {
			if apart && layout.Crosses(lines[i], lines[j]) {
				t.Errorf("%s: lines %d and %d cross", what, i, j)
			}
		}
	}
}

// On a phone the places are numbered, in the order of the list below the picture.
func TestNumbers(t *testing.T) {
	g := telescope(nil, 6)
	g.Forms = []string{"around"}
	_, address := testkit.Publish(t, g.Site(t))
	b := chromium.Launch(t, 390, 900)
	b.Open(address)
	off := chromium.Eval[float64](b, `(() => {
		const picture = document.querySelector('.rb-picture').getBoundingClientRect();
		return Math.max(...[...document.querySelectorAll('.rb-callout')].map((item) => {
			const style = getComputedStyle(item), spot = item.querySelector('.rb-spot').getBoundingClientRect();
			const x = Number(style.getPropertyValue('--rb-x')), y = Number(style.getPropertyValue('--rb-y'));
			return Math.hypot(spot.left + spot.width / 2 - picture.left - x * picture.width,
				spot.top + spot.height / 2 - picture.top - y * picture.height);
		}));
	})()`)
	if off > 1 {
		t.Errorf("a number is %.1f px off its place", off)
	}
	below := chromium.Eval[bool](b, `document.querySelector('.rb-callouts').getBoundingClientRect().top >=
		document.querySelector('.rb-picture').getBoundingClientRect().bottom &&
		[...document.querySelectorAll('.rb-line')].every((e) => e.getBoundingClientRect().height === 0)`)
	if !below {
		t.Error("the list is not below the picture, or there are lines still")
	}
}

// A dot lights up with its words, whichever of them the pointer is on.
func TestDotAndWordsLightUpTogether(t *testing.T) {
	g := telescope(nil, 4)
	g.Forms = []string{"around"}
	_, address := testkit.Publish(t, g.Site(t))
	b := chromium.Launch(t, 1200, 900)
	b.Open(address)
	scale := "getComputedStyle(document.querySelector('.rb-callout:has(a) .rb-dot')).scale"
	b.Hover(".rb-callout:has(a) .rb-title")
	b.Await(scale + " === '1.7'")
	b.Hover(".rb-callout:not(:has(a)) .rb-dot")
	b.Await(scale + " === 'none'")
	if !chromium.Eval[bool](b, "document.querySelector('.rb-callout:hover') === document.querySelector('.rb-dot:hover')"+
		".closest('.rb-callout')") {
		t.Error("the words of a dot do not light up with it")
	}
	b.Hover("h1")
	chromium.Eval[bool](b, "document.querySelector('.rb-callout a').focus() ?? true")
	b.Await(scale + " === '1.7'")
}

// What a designer should look at is marked: a callout without a place, a line over the dot of another.
func TestChecks(t *testing.T) {
	for _, c := range []struct {
		what   string
		places []string
		sides  []string
		want   string
	}{
		{"well apart", []string{"10% 20%", "90% 20%", "10% 80%", "90% 80%"}, nil, ""},
		{"one without", []string{"10% 20%", "90% 20%", ""}, nil, "place"},
		{"crossing", []string{"60% 50%", "20% 50%"}, []string{"at the start", "at the end"}, "line"},
		{"none has one", []string{"", ""}, nil, ""},
	} {
		g := telescope(nil, len(c.places))
		g.Forms = []string{"around"}
		for i, place := range c.places {
			delete(g.Records[i], "place")
			if c.sides != nil {
				g.Records[i]["side"] = c.sides[i]
			}
			if place != "" {
				g.Records[i]["place"] = place
			}
		}
		subject, err := render.Subject(g.Site(t), testkit.Dresses(t), "around", testkit.When)
		if err != nil {
			t.Fatal(err)
		}
		var found []string
		for _, mark := range marks.Of(subject, nil) {
			if slices.Contains([]string{"place", "line", "picture", "alternative"}, mark.Check) {
				found = append(found, mark.Check)
			}
		}
		if got := strings.Join(found, " "); got != c.want {
			t.Errorf("%s: marked %q, want %q", c.what, got, c.want)
		}
	}
}

// A callout whose place nobody has said has no line, with a picture and without: it would lead to some other place.
func TestNoLineWithoutAPlace(t *testing.T) {
	for _, picture := range []string{"telescope", ""} {
		g := telescope(nil, 3)
		g.Forms = []string{"around"}
		delete(g.Records[1], "place")
		if g.Facts["picture"] = picture; picture == "" {
			delete(g.Facts, "picture")
			delete(g.Facts, "shows")
		}
		_, address := testkit.Publish(t, g.Site(t))
		b := chromium.Launch(t, 1000, 800)
		b.Open(address + "/")
		lines := "[...document.querySelectorAll('.rb-callout')].map((e) => e.querySelector('.rb-line, .rb-dot') !== null)"
		placed := 0
		for _, drawn := range chromium.Eval[[]bool](b, lines) {
			if drawn {
				placed++
			}
		}
		if placed != 2 {
			t.Errorf("with the picture %q %d of 3 callouts have lines, of which 2 have a place", picture, placed)
		}
	}
}
