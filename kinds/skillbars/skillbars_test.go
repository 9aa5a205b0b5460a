package skillbars_test

import (
	"fmt"
	"regexp"
	"strings"
	"testing"

	"rubrel/core/document"
	"rubrel/core/intake"
	"rubrel/core/kind"
	"rubrel/core/marks"
	"rubrel/core/measure"
	"rubrel/kinds"
	"rubrel/render"
	"rubrel/testkit"
	"rubrel/testkit/chromium"
)

func skill(name, value string) map[string]string {
	return map[string]string{"name": name, "value": value}
}

// training is a set with what is usual and what is awkward: a small value, a full one, a long name.
func training() testkit.Gallery {
	featured := skill("Deep-sky imaging", "45")
	featured["featured"] = "yes"
	guiding := skill("Guiding", "92")
	guiding["note"], guiding["icon"] = "on open nights", "users"
	return testkit.Gallery{Kind: "skillbars", Facts: map[string]string{}, Records: []map[string]string{guiding,
		skill("Reflector", "68"), featured, skill("Spectroscopy", "7"), skill("Safety", "100"), skill("Talks", "0")}}
}

func subject(t *testing.T, site *document.Site, form string) measure.Subject {
	t.Helper()
	s, err := render.Subject(site, testkit.Dresses(t), form, testkit.When)
	if err != nil {
		t.Fatal(err)
	}
	return s
}

// What a number says, and what is heard of it.
func TestNumbers(t *testing.T) {
	for _, c := range []struct {
		name, locale string
		facts        map[string]string
		record       map[string]string
		want         string // the number, then what is heard
	}{
		{"a percentage", "en", nil, skill("a", "80"), `>80%<|"80 percent"`},
		{"in German", "de", nil, skill("a", "79.5"), ">79,5\u00a0%<|\"79,5 Prozent\""},
		{"levels", "en", map[string]string{"most": "5", "unit": "levels"}, skill("a", "3"),
			`>3 of 5 levels<|"3 of 5 levels"`},
		{"hours", "en", nil, map[string]string{"name": "a", "value": "1240", "most": "2000", "unit": "hours"},
			`>1,240 of 2,000 hours<|"1,240 of 2,000 hours"`},
		{"the value alone", "fr", map[string]string{"shows": "value", "unit": "points"}, skill("a", "1240"),
			">1\u202f240\u00a0points<|\"1\u202f240 points\""},
		{"a range that begins elsewhere", "en", map[string]string{"least": "50", "most": "150", "shows": "percent"},
			skill("a", "75"), `>25%<|"25 percent"`},
		{"out of range, as it is", "en", nil, skill("a", "130"), `>130%<|"130 percent"`},
	} {
		g := testkit.Gallery{Kind: "skillbars", Locale: c.locale, Facts: c.facts, Records: []map[string]string{c.record}}
		files, err := render.Proof(g.Site(t), testkit.Dresses(t), "line", testkit.When)
		if err != nil {
			t.Fatal(err)
		}
		page := ""
		for _, f := range files {
			if f.Path == "index.html" {
				page = string(f.Bytes)
			}
		}
		for want := range strings.SplitSeq(c.want, "|") {
			if !strings.Contains(page, want) {
				t.Errorf("%s: the page lacks %q:\n%s", c.name, want, page[strings.Index(page, "<ul"):strings.Index(page, "</ul>")])
			}
		}
	}
}

// A pasted list is read whole: ranges and units out of the values, what is out of range kept and named, what cannot be
// read said by line and column.
func TestPaste(t *testing.T) {
	k, _ := kinds.All().Named("skillbars")
	table := func(rows ...string) kind.Table {
		var out kind.Table
		for i, row := range rows {
			out.Rows, out.Lines = append(out.Rows, strings.Split(row, "|")), append(out.Lines, i+1)
		}
		return out
	}
	for _, c := range []struct {
		name  string
		table kind.Table
		want  string
	}{
		{"down, with headings", table("Skill|Value|Note", "Guiding|92 %|nights", "Talks|7%|"),
			"Guiding 92 note=nights; Talks 7"},
		{"without headings", table("Guiding|92", "Talks|7"), "Guiding 92; Talks 7"},
		{"across", table("|Guiding|Talks", "Value|92|7"), "Guiding 92; Talks 7"},
		{"ranges", table("Skill|Level", "Guiding|3 of 5 levels", "Talks|1,240 of 2,000 hours"),
			"Guiding 3 most=5 unit=levels; Talks 1240 most=2000 unit=hours"},
		{"decimal commas", table("Skill|Value", "Guiding|92,5", "Talks|1.240,0"),
			"Guiding 92.5; Talks 1240.0"},
		{"out of range", table("Skill|Value", "Guiding|130"), "Guiding 130"},
		{"what cannot be read", table("Skill|Value", "Guiding|much", "Talks|9"),
			"Talks 9 ! {cell/2/2 2 2 much"},
	} {
		reading := intake.Read(k, c.table, intake.Options{})
		var records []string
		for _, r := range reading.Set.Records {
			text := kind.Text(r.Facts, "name") + " " + kind.Text(r.Facts, "value")
			for _, key := range []string{"most", "note", "unit"} {
				if said := kind.Text(r.Facts, key); said != "" {
					text += " " + key + "=" + said
				}
			}
			records = append(records, text)
		}
		want, problems, _ := strings.Cut(c.want, " ! ")
		if got := strings.Join(records, "; "); got != want {
			t.Errorf("%s: %s, want %s", c.name, got, want)
		}
		said := fmt.Sprint(reading.Asked())
		for problem := range strings.SplitSeq(problems, " ! ") {
			if !strings.Contains(said, problem) || problem == "" && len(reading.Asked())+len(reading.Left) > 0 {
				t.Errorf("%s: the problems are %s", c.name, said)
			}
		}
	}
}

// Each thing that is wrong is found, and its mend ends it.
func TestChecks(t *testing.T) {
	of := func(name, value string, pairs ...string) map[string]string {
		r := skill(name, value)
		for i := 0; i < len(pairs); i += 2 {
			r[pairs[i]] = pairs[i+1]
		}
		return r
	}
	for _, c := range []struct {
		name    string
		facts   map[string]string
		records []map[string]string
		look    map[string]string
		want    string // check: measured / needed
		mends   bool
	}{
		{"above the range", nil, []map[string]string{of("a", "130")}, nil, "range: 130 / 0 to 100", true},
		{"below it", map[string]string{"least": "10"}, []map[string]string{of("a", "3")}, nil, "range: 3 / 10 to 100", true},
		{"a target that is", map[string]string{"target": "140"}, []map[string]string{of("a", "3")}, nil,
			"range: 140 / 0 to 100", true},
		{"a range upside down", nil, []map[string]string{of("a", "3", "most", "0")}, nil,
			"range: 0 to 0 / the most above the least", false},
		{"two scales", nil, []map[string]string{of("a", "3", "most", "5", "unit", "levels"), of("b", "80")}, nil,
			"scales: 0 to 5 levels; 0 to 100 / one range, so that lengths compare", false},
		{"decimals", nil, []map[string]string{of("a", "66.667")}, nil, "decimals: 66.667 / at most 1 decimal", true},
		{"no unit", map[string]string{"most": "5"}, []map[string]string{of("a", "3")}, nil, "unit: 0 to 5 / what is counted",
			false},
		{"it moves too long", nil, []map[string]string{of("a", "3")}, map[string]string{"bar.animation-duration": "5500ms"},
			"moves: after 5500 ms / 5000 ms at most", false},
		{"it overshoots", nil, []map[string]string{of("a", "3")},
			map[string]string{"bar.animation-timing-function": "cubic-bezier(0.3, 0, 0.3, 1.6)"},
			"overshoots: 0 to 113 % of its value / 0 to 100 %", true},
		{"number on the fill", map[string]string{"numbers": "inside"}, []map[string]string{of("a", "90")},
			map[string]string{"inside.color": "#33445a"}, "contrast: 1.64 / 4.5", true},
		{"number after the fill", map[string]string{"numbers": "inside"}, []map[string]string{of("a", "2")},
			map[string]string{"outside.color": "#c0c0c0"}, "contrast: 1.27 / 4.5", true},
		{"over both, without a ground of its own", map[string]string{"numbers": "over"}, []map[string]string{of("a", "2")},
			map[string]string{"over.background-color": "transparent"}, "contrast: 1.00 / 4.5", false},
		{"fill and track alike", nil, []map[string]string{of("a", "50")},
			map[string]string{"fill.background-color": "#b9b4a4"}, "contrast: 1.45 / 3.0", true},
	} {
		g := testkit.Gallery{Kind: "skillbars", Facts: c.facts, Records: c.records, Look: c.look}
		e := g.Hang(t)
		check, _, _ := strings.Cut(c.want, ":")
		find := func() (marks.Mark, bool) {
			for _, m := range marks.Of(subject(t, e.Site, "line"), nil) {
				if m.Check == check {
					return m, true
				}
			}
			return marks.Mark{}, false
		}
		mark, found := find()
		if !found {
			t.Errorf("%s: nothing is found", c.name)
			continue
		}
		if got := mark.Check + ": " + mark.Measured + " / " + mark.Needed; got != c.want {
			t.Errorf("%s: %s, want %s", c.name, got, c.want)
		}
		if (len(mark.Mends) > 0) != c.mends {
			t.Errorf("%s: a mend: %v", c.name, len(mark.Mends) > 0)
			continue
		}
		if len(mark.Mends) == 0 {
			continue
		}
		e.Do(mark.Mends[0].Change)
		if mark, still := find(); still {
			t.Errorf("%s: after mending there is %+v", c.name, mark.Finding)
		}
	}
}

// Numbers inside go outside where what is filled has no room for them, at 7 %, and it is said.
func TestMovedLabelsAreSaid(t *testing.T) {
	g := training()
	g.Facts["numbers"], g.Look = "inside", map[string]string{"bar.stroke-width": "30px"}
	said := map[string]string{}
	for _, m := range marks.Of(subject(t, g.Site(t), "line"), nil) {
		if m.Check == "placed" {
			said[m.Where] += m.Needed
		}
	}
	if len(said) != 2 || said["Spectroscopy, wide, at 7%"] == "" && said["Spectroscopy, middle, at 7%"] == "" &&
		said["Spectroscopy, narrow, at 7%"] == "" || said["Talks, wide, at 0%"] != "number after the fill" {
		t.Errorf("it is said that %v", said)
	}
}

// Every drawing is well-formed and says what it shows; a ring's strokes end where the value does.
func TestDrawings(t *testing.T) {
	for _, facts := range []map[string]string{{}, {"ends": "round", "turn": "anticlockwise", "numbers": "hidden"}} {
		g := training()
		g.Facts = facts
		site := g.Site(t)
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

// A step is filled once it is reached, unless the designer wants it filled in part; columns of several groups are as
// far apart from each other within a group as between two.
func TestStepsAndGroups(t *testing.T) {
	g := training()
	g.Records = []map[string]string{skill("Deep", "61"), skill("Faint", "3"), skill("Whole", "100"), skill("Near", "97")}
	shares := func() string {
		files, err := render.Release(g.Site(t), testkit.Dresses(t), testkit.When)
		if err != nil {
			t.Fatal(err)
		}
		var all []string
		for _, f := range files {
			if strings.HasSuffix(f.Path, ".css") {
				for _, found := range regexp.MustCompile(`--rb-share:([0-9.]+)`).FindAllStringSubmatch(string(f.Bytes), -1) {
					all = append(all, found[1])
				}
			}
		}
		return strings.Join(all, " ")
	}
	g.Forms, g.Facts = []string{"steps"}, map[string]string{}
	if got := shares(); got != "0.6 0 1 0.9" {
		t.Errorf("whole steps are filled to %s", got)
	}
	g.Facts["step-fill"] = "in part"
	if got := shares(); got != "0.61 0.03 1 0.97" {
		t.Errorf("steps in part are filled to %s", got)
	}
	g.Forms, g.Facts = []string{"column"}, map[string]string{}
	for i, group := range []string{"Two", "Two", "One", "Two"} {
		g.Records[i]["group"] = group
	}
	_, address := testkit.Publish(t, g.Site(t))
	b := chromium.Launch(t, 1200, 900)
	b.Open(address)
	if apart := b.Text(`(() => {
		const middles = [...document.querySelectorAll('.rb-bar')].map((bar) => bar.getBoundingClientRect())
			.map((box) => box.left + box.width / 2);
		return [...new Set(middles.slice(1).map((x, i) => Math.round(x - middles[i])))].join();
	})()`); strings.Contains(apart, ",") || apart == "0" {
		t.Errorf("columns are %s px apart", apart)
	}
}
