package render_test

import (
	"strings"
	"testing"

	"rubrel/core/document"
	"rubrel/core/marks"
)

// A lone record in the last row is found, with a count of columns that leaves none; words of very different height too;
// what bursts its card gets a smaller size, or fewer columns.
func TestColumns(t *testing.T) {
	more := func(n int) []document.Change {
		var changes []document.Change
		for range n {
			changes = append(changes, document.AddRecord{Set: "memberships", Copy: "dusk"})
		}
		return changes
	}
	// A code, which is not hyphenated, in three columns whatever they need.
	long := "A1B2C3D4E5F6G7H8I9J0K1L2"
	inThree := func(says map[string]string) map[string]string {
		says["cards.grid-template-columns"], says["cards.grid-template-columns@narrow"] = "3", "1"
		return says
	}
	subtitle := func(text string) document.Change {
		return document.SetFact{Set: "memberships", Record: "dusk", Key: "subtitle", Text: text}
	}
	for _, c := range []struct {
		name, check string
		changes     []document.Change
		says        map[string]string
		want, mend  string
	}{
		{"three in a row", "orphan", nil, nil, "", ""},
		{"seven in twos", "orphan", more(4), nil, "the last row, middle 1 of 2", "columns middle → 1"},
		{"seven in threes, as is said", "orphan", more(4), map[string]string{"cards.grid-template-columns": "3",
			"cards.grid-template-columns@middle": "1"}, "the last row, wide 1 of 3", "columns wide → 4"},
		{"four in twos", "orphan", more(1), map[string]string{"cards.grid-template-columns": "2"}, "", ""},
		{"many words beside few", "heights", []document.Change{subtitle(strings.Repeat("For all who always wondered. ", 6))},
			map[string]string{"text.font-size": "22px"}, "Dusk, wide 227 px of words beside 68", ""},
		{"a smaller size, while it is one", "fit", []document.Change{subtitle(long)},
			inThree(map[string]string{"text.font-size": "26px", "text.font-size@middle": "11px"}),
			"“A1B2C3D4E5F6G7H8I9J0K1L2” in text, Dusk 388 px",
			"font-size of text → type-4"},
		{"fewer columns", "fit", []document.Change{subtitle(long)},
			inThree(map[string]string{"text.font-size@narrow": "14px", "text.font-size@middle": "22px"}),
			"“A1B2C3D4E5F6G7H8I9J0K1L2” in text, Dusk, middle 329 px", "columns middle → 1"},
	} {
		t.Run(c.name, func(t *testing.T) {
			d := newDesk(t)
			for _, change := range c.changes {
				d.do(change)
			}
			for key, text := range c.says {
				d.say("memberships", key, text)
			}
			find := func() *marks.Mark {
				for _, mark := range marks.Of(d.subject("memberships"), nil) {
					if mark.Check == c.check {
						return &mark
					}
				}
				return nil
			}
			mark := find()
			if c.want == "" {
				if mark != nil {
					t.Errorf("found %+v", mark.Finding)
				}
				return
			}
			if mark == nil {
				t.Fatal("nothing is found")
			}
			if got := mark.Where + " " + mark.Measured; got != c.want {
				t.Errorf("%s, want %s", got, c.want)
			}
			if c.mend == "" {
				return
			}
			if len(mark.Mends) == 0 || mark.Mends[0].Label != c.mend {
				t.Fatalf("mend %+v, want %s", mark.Mends, c.mend)
			}
			d.do(mark.Mends[0].Change)
			if again := find(); again != nil && again.ID == mark.ID {
				t.Errorf("after %s there is still %+v", c.mend, again.Finding)
			}
		})
	}
}
