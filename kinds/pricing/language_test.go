package pricing

import (
	"encoding/json"
	"os"
	"strings"
	"testing"

	"rubrel/core/intake"
	"rubrel/core/kind"
	"rubrel/kinds/pricing/shop"
)

// What a set says beyond what was pasted is in the site's language, and what Rubrel writes as a period it reads as one.
func TestWordsOfANewSet(t *testing.T) {
	text, err := os.ReadFile("shop/words.json")
	if err != nil {
		t.Fatal(err)
	}
	var table map[string]shop.Words
	if err := json.Unmarshal(text, &table); err != nil {
		t.Fatal(err)
	}
	k := declared()
	axis, _ := k.AxisNamed("periods")
	for language, w := range table {
		if !strings.Contains(w.Choose, "{plan}") {
			t.Errorf("%s: the button says %q", language, w.Choose)
		}
		for _, p := range shop.PeriodWords {
			label := w.Periods[p.ID]
			facts, err := axis.TextsFor(label, language)
			if err != nil || facts["label"] != label || facts["duration"] != p.Duration {
				t.Errorf("%s: the period %q is read as %v (%v)", language, label, facts, err)
			}
		}
		pasted := read(t, "\tOne\tTwo\n"+w.Periods["month"]+"\t9\t19\n", intake.Options{Language: language}).Set
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

// A side of the switch says what is said for it, and after the price stands the label; the label stands on both where
// nothing else is said.
func TestSidesHaveWordsOfTheirOwn(t *testing.T) {
	set := read(t, "\tOne\na month\t9\na year\t90\n", intake.Options{Language: "en"}).Set
	set.Axes["periods"][0].Facts["side"] = kind.TextValue("Monthly")
	s := shop.New(kind.View{Set: set, Locale: "en"})
	options := s.Switches()[0].Options
	if options[0].Label != "Monthly" || options[1].Label != "a year" {
		t.Errorf("the switch says %q and %q", options[0].Label, options[1].Label)
	}
	if price := s.Prices(set.Records[0])[0]; price.Period != "a month" {
		t.Errorf("after the price stands %q", price.Period)
	}
}
