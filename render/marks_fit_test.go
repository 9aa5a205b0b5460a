package render_test

import (
	"strings"
	"testing"

	"rubrel/core/document"
	"rubrel/core/marks"
)

// Each thing that does not fit is found at the width where it does not, and its mend ends it there.
func TestFit(t *testing.T) {
	fact := func(record, key, text string) document.Change {
		return document.SetFact{Set: "memberships", Record: record, Key: key, Text: text}
	}
	for _, c := range []struct {
		name    string
		changes []document.Change
		says    map[string]string
		want    string // check where measured needed, of the first
		mends   bool
	}{
		{"a word that cannot break", []document.Change{fact("dusk", "subtitle", "A1B2C3D4E5F6G7H8I9J0K1L2")},
			map[string]string{"cards.grid-template-columns": "3", "cards.grid-template-columns@narrow": "1"},
			"fit “A1B2C3D4E5F6G7H8I9J0K1L2” in text, Dusk, middle 209 px at most 190 px", true},
		{"a word with no room at all", []document.Change{fact("dusk", "subtitle", strings.Repeat("A1B2C3D4", 10))}, nil,
			"fit “" + strings.Repeat("A1B2C3D4", 10) + "” in text, Dusk 782 px at most 342 px", false},
		{"a word that is hyphenated", []document.Change{fact("dusk", "subtitle", strings.Repeat("Mitgliedschaft", 5))}, nil,
			"", true},
		{"a button of three lines", []document.Change{fact("dusk", "button", strings.Repeat("Join us from next month ", 2))},
			map[string]string{"cards.grid-template-columns": "3", "cards.grid-template-columns@narrow": "1"},
			"wrap button, Dusk, middle 3 lines at most 2", true},
		{"a badge that wraps", nil, map[string]string{"badge.font-size@middle": "34px"},
			"wrap badge, Meridian, middle 2 lines one line", true},
		{"titles of different heights", []document.Change{fact("zenith", "title", "Zenith and all of its many friends"),
			fact("zenith", "button", "Join")}, nil, "lines titles, wide 1 and 2 lines as many in each", false},
		{"titles that a little less would even out", []document.Change{fact("zenith", "title", "Zenith and friends"),
			fact("zenith", "button", "Join")}, nil, "lines titles, middle 1 and 2 lines as many in each", true},
		{"a text too long to read", []document.Change{document.RemoveRecord{Set: "memberships", Record: "meridian"},
			document.RemoveRecord{Set: "memberships", Record: "zenith"},
			fact("dusk", "subtitle", "For those who have always wondered what is up there and would like to come and look for "+
				"themselves, on a Friday")}, map[string]string{"text.font-size": "8px"},
			"measure text, Dusk 87 characters at most 75 on a line", true},
		{"what fits", nil, map[string]string{"title.font-size": "20px"}, "", true},
	} {
		t.Run(c.name, func(t *testing.T) {
			d := newDesk(t)
			for _, change := range c.changes {
				d.do(change)
			}
			for key, text := range c.says {
				d.say("memberships", key, text)
			}
			fits := func() []marks.Mark {
				var list []marks.Mark
				for _, mark := range marks.Of(d.subject("memberships"), nil) {
					if strings.Contains(" fit wrap lines measure ", " "+mark.Check+" ") {
						list = append(list, mark)
					}
				}
				return list
			}
			found := fits()
			if c.want == "" {
				if len(found) > 0 {
					t.Errorf("found %+v", found)
				}
				return
			}
			if len(found) == 0 {
				t.Fatal("nothing is found")
			}
			first := found[0]
			if got := strings.Join([]string{first.Check, first.Where, first.Measured, first.Needed}, " "); got != c.want {
				t.Errorf("%s, want %s", got, c.want)
			}
			if (len(first.Mends) > 0) != c.mends {
				t.Fatalf("mend %+v", first.Mends)
			}
			if !c.mends {
				return
			}
			d.do(first.Mends[0].Change)
			for _, mark := range fits() {
				if mark.ID == first.ID {
					t.Errorf("after %s there is still %s", first.Mends[0].Label, mark.Measured)
				}
			}
		})
	}
}
