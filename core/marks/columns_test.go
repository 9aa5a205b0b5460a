package marks_test

import (
	"strings"
	"testing"

	"rubrel/core/document"
	"rubrel/core/marks"
)

// A lone record in the last row is found, with a count of columns that leaves none; words of very different height too;
// what bursts its card gets fewer columns, or may break.
func TestColumns(t *testing.T) {
	more := func(n int) []document.Change {
		var changes []document.Change
		for range n {
			changes = append(changes, document.AddRecord{Set: "memberships", Copy: "dusk"})
		}
		return changes
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
			map[string]string{"text.font-size": "22px"}, "Dusk, wide 245 px of words beside 86", ""},
		{"a smaller size, while it is one", "fit", []document.Change{subtitle("Mitgliedschaftsbeitragsermäßigung")},
			map[string]string{"text.font-size": "24px"}, "“Mitgliedschaftsbeitragsermäßigung” in text, Dusk 402 px",
			"font-size of text → 18px"},
		{"fewer columns", "fit", []document.Change{subtitle("Mitgliedschaftsbeitragsermäßigung")},
			map[string]string{"text.font-size@narrow": "14px", "text.font-size@middle": "18px"},
			"“Mitgliedschaftsbeitragsermäßigung” in text, Dusk, middle 301 px", "columns middle → 2"},
		{"a word that may break", "fit", []document.Change{subtitle("Mitgliedschaftsbeitragsermäßigung")},
			map[string]string{"text.font-size@narrow": "14px", "text.font-size@middle": "18px", "card.padding@middle": "60px"},
			"“Mitgliedschaftsbeitragsermäßigung” in text, Dusk, middle 301 px",
			"may break: Mitglied·schaftsbei·tragsermäßi·gung"},
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
				for _, mark := range d.subject("memberships").Marks() {
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
			if mark.Mend == nil || mark.Mend.Label != c.mend {
				t.Fatalf("mend %+v, want %s", mark.Mend, c.mend)
			}
			d.do(mark.Change)
			if again := find(); again != nil && again.ID == mark.ID {
				t.Errorf("after %s there is still %+v", c.mend, again.Finding)
			}
		})
	}
}
