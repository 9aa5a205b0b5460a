package pricing_test

import (
	"strings"
	"testing"

	"rubrel/core/document"
	"rubrel/core/marks"
	"rubrel/demo"
	"rubrel/kinds"
)

// Each check finds what it is for, and its mend ends the finding without making another.
func TestChecks(t *testing.T) {
	fact := func(record, key, text string) document.Change {
		return document.SetFact{Set: "memberships", Record: record, Key: key, Text: text}
	}
	for _, c := range []struct {
		name    string
		changes []document.Change
		want    string // "check where measured needed"
		mends   bool
	}{
		{"nothing", nil, "", false},
		{"two featured", []document.Change{document.FeatureRecord{Set: "memberships", Record: "zenith", On: true}}, "featured plans that stand out 2 one at most", true},
		{"out of order", []document.Change{fact("zenith", "price:month:eur", "5")}, "order Zenith after Meridian €5.00 at least €19.00", true},
		{"a feature lost", []document.Change{fact("zenith", "feature:darkroom", "no")}, "lost Darkroom and plate archive: Zenith lacks what Meridian has no yes", true},
		{"a dearer year", []document.Change{fact("dusk", "price:year:eur", "120")}, "saving Dusk, a year against 12 × a month €120.00 less than €108.00", true},
		{"a year as dear", []document.Change{fact("dusk", "price:year:eur", "108")}, "saving Dusk, a year against 12 × a month €108.00 less than €108.00", true},
		{"a currency without amounts", []document.Change{document.AddItem{Set: "memberships", Axis: "currencies", Text: "gbp"}}, "missing Dusk in GBP no amount an amount, or a rate for GBP", false},
	} {
		site, tree, err := document.Parse(demo.Fennmoor, kinds.All())
		if err != nil {
			t.Fatal(err)
		}
		do := func(change document.Change) {
			t.Helper()
			result, err := document.Apply(tree, site, change)
			if err != nil {
				t.Fatalf("%s: %v", c.name, err)
			}
			site, tree = result.Site, result.Tree
		}
		list := func() []marks.Mark {
			block, _ := site.BlockByID("memberships")
			return marks.OfBlock(site, block)
		}
		for _, change := range c.changes {
			do(change)
		}
		found := list()
		if c.want == "" {
			if len(found) > 0 {
				t.Errorf("%s: %v", c.name, found)
			}
			continue
		}
		if len(found) == 0 {
			t.Errorf("%s: nothing is found", c.name)
			continue
		}
		if got := strings.Join([]string{found[0].Check, found[0].Where, found[0].Measured, found[0].Needed}, " "); got != c.want {
			t.Errorf("%s: %s, want %s", c.name, got, c.want)
		}
		if (found[0].Change != nil) != c.mends {
			t.Errorf("%s: mend %v", c.name, found[0].Change)
		}
		for range 5 {
			if found = list(); len(found) == 0 || found[0].Change == nil {
				break
			}
			block, _ := site.BlockByID("memberships")
			mark, err := marks.ByID(site, block, found[0].ID)
			if err != nil {
				t.Fatalf("%s: %v", c.name, err)
			}
			do(mark.Change)
		}
		if c.mends && len(list()) > 0 {
			t.Errorf("%s: after mending there is %v", c.name, list())
		}
	}
}
