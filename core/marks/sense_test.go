package marks_test

import (
	"slices"
	"strings"
	"testing"

	"rubrel/core/document"
	"rubrel/core/marks"
)

// Near-equal values, small targets and what stands out by colour alone are found, and a mend ends what it can.
func TestDriftAndSense(t *testing.T) {
	plainFeature := map[string]string{"card.border@featured": "1px solid feature", "plan.border@featured": "1px solid feature", "line.border@featured": "1px solid feature", "line.padding@featured": "space-3 space-5", "line.padding@featured@middle": "space-3 space-4", "line.box-shadow@featured": "none"}
	for _, c := range []struct {
		name, block string
		changes     []document.Change
		says        map[string]string
		want        string // check where measured needed, of the first; "" for nothing
		mends       bool
	}{
		{"a size beside a token", "memberships", nil, map[string]string{"text.font-size": "14.2px"}, "drift font-size of text 14.2px beside type-2 14px one value", true},
		{"a token itself in figures", "memberships", nil, map[string]string{"text.font-size": "15px"}, "drift font-size of text 15px beside type-3 15px one value", true},
		{"a colour beside a role", "memberships", nil, map[string]string{"text.color": "#566176"}, "drift color of text #566176 beside quiet #566175 one value", true},
		{"two that are nearly one", "memberships", nil, map[string]string{"title.letter-spacing": "0.05em", "zenith:title.letter-spacing": "0.052em"}, "drift letter-spacing of title, Zenith 0.05em and 0.052em one value", true},
		{"values that are meant", "memberships", nil, map[string]string{"text.font-size": "22px", "text.color": "#225588"}, "", false},
		{"a small button", "memberships", nil, map[string]string{"button.padding": "1px 10px"}, "target button 22 px high 24 px", true},
		{"colour alone", "evenings", []document.Change{document.SetFact{Set: "evenings", Record: "nightfall", Key: "badge", Text: ""}}, plainFeature, "only colour Nightfall stands out by colour alone no other difference a badge, a border or a size", false},
		{"a badge besides", "evenings", nil, plainFeature, "", false},
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
				for _, mark := range d.subject(c.block).Marks() {
					if strings.Contains(" drift target only-colour ", " "+strings.ReplaceAll(mark.Check, " ", "-")+" ") {
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
			if (first.Change != nil) != c.mends {
				t.Fatalf("mend %+v", first.Mend)
			}
			if c.mends {
				d.do(first.Change)
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
		if !slices.ContainsFunc(d.subject("memberships").Marks(), func(m marks.Mark) bool { return m.Check == "drift" && m.Measured == "#566176 beside quiet #566175" }) {
			t.Fatal("the drift from quiet is not found")
		}
	}
}
