package pricing

import (
	"encoding/json"
	"strings"
	"testing"

	"rubrel/core/kind"
)

// What a set says beyond what was pasted is in the site's language, and what Rubrel writes as a period it reads as one.
func TestWordsOfANewSet(t *testing.T) {
	var table map[string]words
	if err := json.Unmarshal(wordsJSON, &table); err != nil {
		t.Fatal(err)
	}
	k := declared()
	axis, _ := k.AxisNamed("periods")
	for language, w := range table {
		if !strings.Contains(w.Choose, "{plan}") {
			t.Errorf("%s: the button says %q", language, w.Choose)
		}
		for _, p := range periodWords {
			label := w.Periods[p.id]
			facts, err := axis.TextsFor(label, language)
			if err != nil || facts["label"] != label || facts["duration"] != p.duration {
				t.Errorf("%s: the period %q is read as %v (%v)", language, label, facts, err)
			}
		}
		pasted := read(t, "\tOne\tTwo\n"+w.Periods["month"]+"\t9\t19\n", kind.IntakeOptions{Language: language}).Set
		for name, set := range map[string]kind.Set{"pasted": pasted, "fresh": k.Fresh(k, language)} {
			period, _ := set.ItemNamed("periods", "month")
			if got := kind.Text(period.Facts, "label"); got != w.Periods["month"] {
				t.Errorf("%s, %s: a price is for %q", language, name, got)
			}
			if got := kind.Text(set.Facts, "button"); got != w.Choose {
				t.Errorf("%s, %s: the button says %q", language, name, got)
			}
		}
	}
}
