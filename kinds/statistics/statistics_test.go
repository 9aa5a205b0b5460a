package statistics_test

import (
	"fmt"
	"regexp"
	"slices"
	"strings"
	"testing"

	"rubrel/core/document"
	"rubrel/core/intake"
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/marks"
	"rubrel/core/measure"
	"rubrel/core/release"
	"rubrel/formats/delimited"
	"rubrel/kinds"
	"rubrel/render"
	"rubrel/testkit"
	"rubrel/testkit/chromium"
)

var of = testkit.Of

// nights is a set with what is usual and what is awkward.
func nights() testkit.Gallery {
	return testkit.Gallery{Kind: "statistics", Facts: map[string]string{}, Records: []map[string]string{
		of("label", "Clear nights", "value", "148", "icon", "moon", "date", "2026-10-31", "series", "9 11 14 6 21 17"),
		of("label", "Objects logged", "value", "14500", "unit", "kg", "source", "the log", "series", "3 3 3"),
		of("label", "Fallen", "value", "-12.5", "from", "20", "unit", "%", "note", "since the spring"),
		of("label", "Visitors", "value", "38200", "prefix", "~", "featured", "yes", "icon", "users"),
	}}
}

func subject(t *testing.T, site *document.Site, form string) measure.Subject {
	t.Helper()
	s, err := render.Subject(site, testkit.Dresses(t), form, testkit.When)
	if err != nil {
		t.Fatal(err)
	}
	return s
}

func page(t *testing.T, site *document.Site, form string) string {
	t.Helper()
	files, err := render.Proof(site, testkit.Dresses(t), form, testkit.When)
	if err != nil {
		t.Fatal(err)
	}
	for _, f := range files {
		if f.Path == "index.html" {
			return string(f.Bytes)
		}
	}
	t.Fatal("there is no page")
	return ""
}

var spoken = regexp.MustCompile(`<p class="rb-value"><span class="rb-spoken">([^<]*)</span>(.*?)</p>`)
var tags = regexp.MustCompile(`<[^>]*>`)

// How a figure is written: 14,500 and kg after it is 14,500 kg (common practice).
func TestWritten(t *testing.T) {
	for _, c := range []struct {
		locale        string
		facts, record map[string]string
		want          string // what is shown; what is heard has plain spaces
	}{
		{"en", nil, of("value", "14500", "unit", "kg"), "14,500\u00a0kg"},
		{"de", nil, of("value", "14500.5", "unit", "kg"), "14.500,5\u00a0kg"},
		{"fr", nil, of("value", "14500", "unit", "%"), "14\u202f500\u00a0%"},
		{"en", nil, of("value", "97", "unit", "%"), "97%"},
		{"en", nil, of("value", "12000", "prefix", "€"), "€12,000"},
		{"en", nil, of("value", "12000", "prefix", "approx."), "approx.12,000"},
		{"en", nil, of("value", "12000", "prefix", "about"), "about\u00a012,000"},
		{"en", nil, of("value", "21", "unit", "°C"), "21°C"},
		{"en", of("side", "before"), of("value", "14500", "unit", "kg"), "kg\u00a014,500"},
		{"en", of("notation", "compact"), of("value", "14500", "unit", "kg"), "14.5K\u00a0kg"},
		{"de", of("notation", "compact"), of("value", "2500000"), "2,5\u00a0Mio."},
		{"ja", of("notation", "compact"), of("value", "14500"), "1.5万"},
		{"en", of("notation", "compact", "decimals", "0"), of("value", "14500"), "15K"},
		{"en", of("separators", "none"), of("value", "14500"), "14500"},
		{"en", of("decimals", "1"), of("value", "14500.25"), "14,500.3"},
		{"en", of("unit", "visitors"), of("value", "3"), "3\u00a0visitors"},
		{"en", nil, of("value", "-3.5"), "-3.5"},
	} {
		c.record["label"] = "x"
		g := testkit.Gallery{Kind: "statistics", Locale: c.locale, Facts: c.facts, Records: []map[string]string{c.record}}
		found := spoken.FindStringSubmatch(page(t, g.Site(t), "tiles"))
		if found == nil {
			t.Errorf("%v: no value", c.record)
			continue
		}
		shown := tags.ReplaceAllString(found[2], "")
		heard := strings.NewReplacer("\u00a0", " ", "\u202f", " ").Replace(c.want)
		if shown != c.want || strings.ReplaceAll(found[1], "\u202f", " ") != heard {
			t.Errorf("%s %v %v: %q and %q, want %q", c.locale, c.facts, c.record, shown, found[1], c.want)
		}
	}
}

// A figure that follows another set changes with it, and says so where there is nothing to follow.
func TestFollows(t *testing.T) {
	g := testkit.Gallery{Kind: "skillbars", Facts: map[string]string{},
		Records: []map[string]string{of("name", "a", "value", "80"), of("name", "b", "value", "45.5"),
			of("name", "c", "value", "7")}}
	e := g.Hang(t)
	k, _ := kinds.All().Named("statistics")
	figures := kind.Set{Kind: k, Facts: map[string]kind.Value{}, Axes: map[string][]kind.Item{}}
	for i, follows := range []string{"count of s", "sum of value in s", "average of value in s", "least of value in s",
		"most of value in s", "average of nothing in s", "count of nowhere"} {
		field, _ := k.FieldNamed("follows")
		value, err := field.Type.Parse(follows)
		if err != nil {
			t.Fatal(err)
		}
		figures.Records = append(figures.Records, kind.Record{ID: fmt.Sprintf("f%d", i),
			Facts: map[string]kind.Value{"label": kind.TextValue(follows), "follows": value}})
	}
	e.Do(document.AddBlock{Name: "Figures", Set: figures})
	values := func() string {
		set, _ := e.Site.SetByID("figures")
		var all []string
		for _, r := range set.Records {
			value := "none"
			if v := set.Fact(r, "value"); v != nil {
				value = v.String()
			}
			all = append(all, value)
		}
		return strings.Join(all, " ")
	}
	if got, want := values(), "3 132.5 44.17 7 80 none none"; got != want {
		t.Errorf("the figures are %s, want %s", got, want)
	}
	e.Do(document.SetFact{Set: "s", Record: "r0", Key: "value", Text: "90"})
	e.Do(document.RemoveRecord{Set: "s", Record: "r2"})
	if got, want := values(), "2 135.5 67.75 45.5 90 none none"; got != want {
		t.Errorf("after the other set changed the figures are %s, want %s", got, want)
	}
	missing := 0
	for _, m := range marks.Of(subject(t, e.Site, "figures"), nil) {
		if m.Check == "missing" {
			missing++
		}
	}
	if missing != 2 {
		t.Errorf("%d figures are said to follow nothing", missing)
	}
	if _, err := (kind.SeriesType{Most: 3}).Parse("1 2 3 4"); err == nil {
		t.Error("a series of four is taken where three are the most")
	}
}

func TestChecks(t *testing.T) {
	for _, c := range []struct {
		name    string
		facts   map[string]string
		records []map[string]string
		want    string
		mends   bool
	}{
		{"decimals", nil, []map[string]string{of("label", "a", "value", "3.14159")},
			"decimals: 3.14159 / at most 2 decimals", true},
		{"old", nil, []map[string]string{of("label", "a", "value", "3", "date", "2025-11-23")},
			"old: November 23, 2025 / a figure of the last twelve months", false},
		{"no unit among units", nil, []map[string]string{of("label", "a", "value", "3", "unit", "kg"),
			of("label", "b", "value", "3", "unit", "kg"), of("label", "c", "value", "3")},
			"unit: none / a unit, as most figures beside it have", false},
		{"nothing to count", nil, []map[string]string{of("label", "a")},
			"missing: no value / a number, or something to follow", false},
	} {
		g := testkit.Gallery{Kind: "statistics", Facts: c.facts, Records: c.records}
		e := g.Hang(t)
		check, _, _ := strings.Cut(c.want, ":")
		find := func() *marks.Mark {
			for _, m := range marks.Of(subject(t, e.Site, "tiles"), nil) {
				if m.Check == check {
					return &m
				}
			}
			return nil
		}
		m := find()
		if m == nil || m.Check+": "+m.Measured+" / "+m.Needed != c.want || (len(m.Mends) > 0) != c.mends {
			t.Errorf("%s: found %+v, want %s", c.name, m, c.want)
			continue
		}
		if len(m.Mends) > 0 {
			if e.Do(m.Mends[0].Change); find() != nil {
				t.Errorf("%s: after mending there is %+v", c.name, find().Finding)
			}
		}
	}
	within := testkit.Gallery{Kind: "statistics", Facts: map[string]string{},
		Records: []map[string]string{of("label", "a", "value", "3", "date", "2025-11-25")}}
	for _, m := range marks.Of(subject(t, within.Site(t), "tiles"), nil) {
		t.Errorf("of a figure of a year ago to the day there is %+v", m.Finding)
	}
}

// Words turn over with the ground, by contrast, whatever it is made; in every dress, light and dark, nothing is unseen.
func TestWordsTurnOver(t *testing.T) {
	for name := range testkit.Dresses(t) {
		for _, scheme := range []document.Scheme{document.LightScheme, document.DarkScheme, document.AutoScheme} {
			g := nights()
			g.Dress, g.Scheme = name, scheme
			e := g.Hang(t)
			for _, b := range e.Site.Blocks {
				for _, m := range marks.Of(subject(t, e.Site, b.ID), nil) {
					if m.Check == "contrast" {
						t.Errorf("%s, %s, %s: %s has %s, needs %s", name, scheme, b.ID, m.Where, m.Measured, m.Needed)
					}
				}
			}
			for _, ground := range []string{"#ffffff", "#000000", "#7a1f2b", "#f2c14e", "accent"} {
				for _, part := range []string{"figure", "turned"} {
					e.Do(document.SetLook{Block: "banded", Key: look.Key{Part: part, Property: "background-color"}, Text: ground})
				}
				for _, m := range marks.Of(subject(t, e.Site, "banded"), nil) {
					if m.Check == "contrast" {
						t.Errorf("%s, %s, on %s: %s has %s, needs %s", name, scheme, ground, m.Where, m.Measured, m.Needed)
					}
				}
			}
		}
	}
}

// A set written as CSV and read again is the same set.
func TestCSVRoundTrip(t *testing.T) {
	for _, g := range []testkit.Gallery{nights(), {Kind: "skillbars", Facts: map[string]string{},
		Records: []map[string]string{
			of("name", `Comma, "quote"`, "value", "80.5", "note", "a note", "icon", "moon", "group", "A"),
			of("name", "Ümlaut", "value", "1240", "most", "2000", "unit", "hours", "featured", "yes"),
		}}} {
		set, _ := g.Site(t).SetByID("s")
		text, err := delimited.Write(set.Table("en"), delimited.Comma)
		if err != nil {
			t.Fatal(err)
		}
		table, _, err := delimited.Read(text)
		if err != nil {
			t.Fatal(err)
		}
		reading := intake.Read(set.Kind, table, intake.Options{})
		if len(reading.Asked())+len(reading.Left) > 0 || len(reading.Set.Records) != len(set.Records) {
			t.Errorf("%s: %d records, problems %v\n%s", g.Kind, len(reading.Set.Records), reading.Asked(), text)
			continue
		}
		for i, r := range set.Records {
			if got, want := fmt.Sprint(reading.Set.Records[i].Facts, reading.Set.Records[i].Featured),
				fmt.Sprint(r.Facts, r.Featured); got != want {
				t.Errorf("%s: %s, want %s", g.Kind, got, want)
			}
		}
	}
}

// A pasted list is read whole, with what stands about its numbers.
func TestPaste(t *testing.T) {
	k, _ := kinds.All().Named("statistics")
	table, _, err := delimited.Read([]byte("What\tHow much\tAs of\nGlass\t14,500 kg\t2026-10-31\nGifts\t€ " +
		"12,000\t\nClear\t97%\t\nHills\tmany\t\n"))
	if err != nil {
		t.Fatal(err)
	}
	reading := intake.Read(k, table, intake.Options{})
	var got []string
	for _, r := range reading.Set.Records {
		got = append(got, strings.Join([]string{kind.Text(r.Facts, "label"), kind.Text(r.Facts, "prefix"),
			kind.Text(r.Facts, "value"), kind.Text(r.Facts, "unit"), kind.Text(r.Facts, "date")}, "|"))
	}
	if want := "Glass||14500|kg|2026-10-31, Gifts|€|12000||, Clear||97|%|, Hills||||"; strings.Join(got, ", ") != want {
		t.Errorf("read is %s, want %s", strings.Join(got, ", "), want)
	}
	if said := fmt.Sprint(reading.Asked()); !strings.Contains(said, "cell/5/2") ||
		!strings.Contains(said, "role/How much") {
		t.Errorf("the problems are %s", said)
	}
}

// The line of a series goes from its first value to its last, its marks stand on it, and every drawing is well-formed.
func TestTrend(t *testing.T) {
	for _, locale := range []string{"en", "ar"} {
		g := nights()
		g.Locale = locale
		site := g.Site(t)
		html := page(t, site, "trend")
		line := regexp.MustCompile(`role="img" aria-label="[^"]*"><path d="(M[^"]*)"/>`).FindStringSubmatch(html)
		dots := regexp.MustCompile(`rb-extreme" d="M([^"h]*)h0`).FindAllStringSubmatch(html, -1)
		if line == nil || len(dots) != 4 {
			t.Fatalf("%s: the lines are %v, the marks %v", locale, line, dots)
		}
		points := strings.FieldsFunc(line[1], func(r rune) bool { return r == 'M' || r == 'L' })
		if len(points) != 6 || points[3] != dots[0][1] || points[4] != dots[1][1] || !strings.HasSuffix(points[3], " 58") ||
			!strings.HasSuffix(points[4], " 6") {
			t.Errorf("%s: the points are %v, the marks %v", locale, points, dots)
		}
		if first := strings.HasPrefix(points[0], "6 "); first != (locale == "en") {
			t.Errorf("%s: the line begins at %s", locale, points[0])
		}
		for _, b := range site.Blocks {
			drawings, err := render.Drawings(site, testkit.Dresses(t), b.ID, testkit.When)
			if err != nil || len(drawings) != len(g.Records) {
				t.Fatalf("%s: %d drawings, %v", b.ID, len(drawings), err)
			}
			for _, d := range drawings {
				chromium.CheckWellFormed(t, b.ID+", "+d.Record, d.SVG)
			}
		}
	}
}

// A figure says its own decimals, notation and side of the unit, and the minus of an amount stands before its currency.
func TestOfItsOwn(t *testing.T) {
	for _, c := range []struct {
		facts map[string]string
		want  string
	}{
		{map[string]string{"value": "-500", "prefix": "€"}, "-€500.0"},
		{map[string]string{"value": "-500", "unit": "€", "side": "before"}, "-€500.0"},
		{map[string]string{"value": "-500", "prefix": "€", "from": "100"}, "€-500.0"},
		{map[string]string{"value": "-3", "prefix": "~"}, "~-3.0"},
		{map[string]string{"value": "12.345", "decimals": "2"}, "12.35"},
		{map[string]string{"value": "14500", "notation": "compact", "unit": "kg"}, "14.5K\u00a0kg"},
		{map[string]string{"value": "14500", "unit": "kg", "side": "before"}, "kg\u00a014,500.0"},
	} {
		c.facts["label"] = "a figure"
		g := testkit.Gallery{Kind: "statistics", Facts: map[string]string{"decimals": "1"}, Forms: []string{"tiles"},
			Records: []map[string]string{c.facts}}
		files, err := render.Release(g.Site(t), testkit.Dresses(t), testkit.When)
		if err != nil {
			t.Fatal(err)
		}
		page := string(
			files[slices.IndexFunc(files, func(f release.File) bool { return strings.HasSuffix(f.Path, ".html") })].Bytes,
		)
		_, rest, _ := strings.Cut(page, `class="rb-shown"`)
		_, rest, _ = strings.Cut(rest, ">")
		shown, _, _ := strings.Cut(rest, "</p>")
		if got := regexp.MustCompile("<[^>]*>").ReplaceAllString(shown, ""); got != c.want {
			t.Errorf("%v is shown as %q, want %q", c.facts, got, c.want)
		}
	}
}
