package render_test

import (
	"html/template"
	"slices"
	"strings"
	"testing"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/marks"
)

// Near-equal values, small targets and what stands out by colour alone are found, and a mend ends what it can.
func TestDriftAndSense(t *testing.T) {
	plainFeature := map[string]string{"card.border@featured": "1px solid feature",
		"plan.border@featured": "1px solid feature", "line.border@featured": "1px solid feature",
		"line.padding@featured": "space-3 space-5", "line.padding@featured@middle": "space-3 space-4",
		"line.box-shadow@featured": "none"}
	for _, c := range []struct {
		name, block string
		changes     []document.Change
		says        map[string]string
		want        string // check where measured needed, of the first; "" for nothing
		mends       bool
	}{
		{"a size beside a token", "memberships", nil, map[string]string{"text.font-size": "14.2px"},
			"drift font-size of text 14.2px beside type-2 14px one value", true},
		{"a token itself in figures", "memberships", nil, map[string]string{"text.font-size": "15px"},
			"drift font-size of text 15px beside type-3 15px one value", true},
		{"a colour beside a role", "memberships", nil, map[string]string{"text.color": "#566176"},
			"drift color of text #566176 beside quiet #566175 one value", true},
		{"two that are nearly one", "memberships", nil, map[string]string{"title.letter-spacing": "0.05em",
			"zenith:title.letter-spacing": "0.052em"}, "drift letter-spacing of title, Zenith 0.05em and 0.052em one value",
			true},
		{"a colour said twice", "memberships", nil, map[string]string{"text.color": "#225588",
			"zenith:badge.background-color": "#225588"}, "said twice #225588 2 places one token", true},
		{"values that are meant", "memberships", nil, map[string]string{"text.font-size": "22px", "text.color": "#225588"},
			"", false},
		{"a small button", "memberships", nil, map[string]string{"button.padding": "1px 10px"},
			"target button 22 px high 24 px", true},
		{"colour alone", "evenings", []document.Change{document.SetFact{Set: "evenings", Record: "nightfall", Key: "badge",
			Text: ""}}, plainFeature, "only colour Nightfall stands out by colour alone no other difference a badge, a border " +
			"or a size", false},
		{"a badge besides", "evenings", nil, plainFeature, "", false},
		{"words for those only who point", "memberships", nil, map[string]string{"note.display": "none",
			"note.display@hover": "shown"}, "hover only note display hides it to be there without pointing", true},
		{"words that fade away", "memberships", nil, map[string]string{"badge.opacity": "0", "badge.opacity@hover": "1"},
			"hover only badge opacity hides it to be there without pointing", true},
		{"left out for all", "memberships", nil, map[string]string{"note.display": "none"}, "", false},
		{"late", "memberships", nil, map[string]string{"card.animation-name": "rise", "card.animation-duration": "600ms",
			"card.animation-delay": "400ms each"}, "late card comes in after 1400 ms 1000 ms at most", true},
		{"in time", "memberships", nil, map[string]string{"card.animation-name": "rise",
			"card.animation-delay": "120ms each"}, "", false},
	} {
		t.Run(c.name, func(t *testing.T) {
			d := newDesk(t)
			for _, change := range c.changes {
				d.do(change)
			}
			for key, text := range c.says {
				if part, _, _ := strings.Cut(strings.TrimPrefix(key, "zenith:"), "."); c.block != "evenings" || part == "line" {
					d.say(c.block, key, text)
				}
			}
			found := func() []marks.Mark {
				var list []marks.Mark
				for _, mark := range marks.Of(d.subject(c.block), nil) {
					if strings.Contains(" drift target only-colour hover-only late said-twice ", " "+strings.ReplaceAll(mark.Check,
						" ", "-")+" ") {
						list = append(list, mark)
					}
				}
				return list
			}
			list := found()
			if c.want == "" {
				if len(list) > 0 {
					t.Errorf("found %+v", list[0].Finding)
				}
				return
			}
			if len(list) == 0 {
				t.Fatal("nothing is found")
			}
			first := list[0]
			if got := strings.Join([]string{first.Check, first.Where, first.Measured, first.Needed}, " "); got != c.want {
				t.Errorf("%s, want %s", got, c.want)
			}
			if (len(first.Mends) > 0) != c.mends {
				t.Fatalf("mend %+v", first.Mends)
			}
			if c.mends {
				d.do(first.Mends[0].Change)
				if left := found(); len(left) > 0 {
					t.Errorf("after mending there is %+v", left[0].Finding)
				}
			}
		})
	}
}

// Where a site shows both schemes, what is near a token of the light one is found every time.
func TestDriftIsOfTheLightScheme(t *testing.T) {
	d := newDesk(t)
	d.do(document.SetScheme{Scheme: document.AutoScheme})
	d.say("memberships", "text.color", "#566176")
	for range 30 {
		if !slices.ContainsFunc(marks.Of(d.subject("memberships"), nil), func(m marks.Mark) bool {
			return m.Check == "drift" &&
				m.Measured == "#566176 beside quiet #566175"
		}) {
			t.Fatal("the drift from quiet is not found")
		}
	}
}

// What is read aloud is read here: levels, and names.
func TestOutline(t *testing.T) {
	d := newDesk(t)
	for _, c := range []struct{ html, want string }{
		{`<h3>Dusk</h3><h4>More</h4><h3>Dawn</h3><img src="a.png" alt=""><a href="#">` +
			`<img src="b.png" alt="Join"></a><button aria-label="Close"><svg></svg></button>`, ""},
		{`<h5>Dusk</h5>`, "headings: h5 after h2, a level left out"},
		{`<h3> </h3>`, "alternative: a heading, no words"},
		{`<img src="sky.png">`, "alternative: the picture sky.png, no alt"},
		{`<a href="/join"><svg></svg></a>`, "alternative: the link to /join, no words"},
		{`<button><img src="x" alt=""></button>`, "alternative: the button, no words"},
	} {
		s := d.subject("memberships")
		s.View.HeadingLevel = 3
		set, _ := s.Site.SetByID(s.Block.SetID)
		set.Kind = &kind.Kind{Name: "pricing", Fields: set.Kind.Fields,
			Forms: []kind.Form{{Name: "cards", HTML: func(kind.View) (template.HTML, error) {
				return template.HTML(c.html),
					nil
			}}}}
		var got []string
		for _, mark := range marks.Of(s, nil) {
			if mark.Check == "headings" || mark.Check == "alternative" {
				got = append(got, mark.Check+": "+mark.Where+", "+mark.Measured)
			}
		}
		if strings.Join(got, "; ") != c.want {
			t.Errorf("%s: %v, want %s", c.html, got, c.want)
		}
	}
}

// The HTML is read anew when what it shows is another, and only then.
func TestOutlinesAreRemembered(t *testing.T) {
	d := newDesk(t)
	remembered, read := &marks.Outlines{}, 0
	check := func() {
		s := d.subject("memberships")
		set, _ := s.Site.SetByID(s.Block.SetID)
		real := set.Kind
		defer func() { set.Kind = real }()
		set.Kind = &kind.Kind{Name: "pricing", Fields: real.Fields,
			Forms: []kind.Form{{Name: "cards", HTML: func(kind.View) (template.HTML, error) {
				read++
				return "<h5>x</h5>",
					nil
			}}}}
		if !slices.ContainsFunc(marks.Of(s, remembered), func(m marks.Mark) bool { return m.Check == "headings" }) {
			t.Error("the heading is not found")
		}
	}
	check()
	d.say("memberships", "title.color", "#203040")
	check()
	if read != 1 {
		t.Errorf("after an edit of the look the HTML has been read %d times", read)
	}
	d.do(document.SetFact{Set: "memberships", Record: "dusk", Key: "title", Text: "Dawn"})
	check()
	if read != 2 {
		t.Errorf("after an edit of a fact the HTML has been read %d times", read)
	}
}
