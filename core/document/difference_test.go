package document_test

import (
	"slices"
	"strings"
	"testing"

	"rubrel/core/document"
	"rubrel/core/look"
)

// differenceCases are changes of the document, with what they change in words.
var differenceCases = []struct {
	change document.Change
	want   []string
}{
	{document.SetFact{Set: "memberships", Record: "dusk", Key: "price:month:eur", Text: "11"},
		[]string{"Memberships: Dusk · price a month EUR: 9.00 > 11", "Memberships: Dusk · price a year EUR: 90.00 > 110.00"}},
	{document.SetFact{Set: "memberships", Record: "dusk", Key: "title", Text: "Dawn"}, []string{"Memberships: Dusk: " +
		"Dusk > Dawn"}},
	{document.SetFact{Set: "memberships", Axis: "periods", Item: "year", Key: "rule", Text: "3 free"}, []string{
		"Memberships: period a year · rule: 2 free > 3 free",
		"Memberships: Dusk · price a year EUR: 90.00 > 81.00", "Memberships: Meridian · price a year EUR: 190.00 > 171.00",
		"Memberships: Zenith · price a year EUR: 395.00 > 355.50"}},
	{document.SetFact{Set: "memberships", Key: "button", Text: "Join"}, []string{"Memberships: all · button: Join as " +
		"{plan} > Join"}},
	{document.AddRecord{Set: "memberships", Copy: "dusk"}, []string{"Memberships: Dusk copy comes",
		"Nights: Ways to be a member · value: 3 > 4"}},
	{document.RemoveRecord{Set: "memberships", Record: "dusk"}, []string{"Memberships: Dusk goes",
		"Nights: Ways to be a member · value: 3 > 2"}},
	{document.MoveRecord{Set: "memberships", Record: "dusk", After: "zenith"},
		[]string{"Memberships: order: Dusk, Meridian, Zenith > Meridian, Zenith, Dusk"}},
	{document.FeatureRecord{Set: "memberships", Record: "meridian"}, []string{"Memberships: Meridian · featured: yes " +
		"> no"}},
	{document.RemoveItem{Set: "memberships", Axis: "features", Item: "remote"}, []string{"Memberships: feature " +
		"Remote sessions from home goes"}},
	{document.SetForm{Block: "memberships", Form: "slider"}, []string{"look of Memberships: form: cards > slider"}},
	{document.SetLook{Block: "memberships", Key: look.Key{Part: "card", Property: "border-radius"}, Text: "3px"},
		[]string{"look of Memberships: card.border-radius:  > 3px"}},
	{document.Redress{Dress: "slipway"}, []string{"house style: dress: almanac > slipway"}},
	{document.SetLanguage{Language: "de"}, []string{"the site: language: English (Ireland) > German"}},
	{document.Rename{Name: "Fennmoor"}, []string{"the site: name: Fennmoor Observatory > Fennmoor"}},
	{document.RemoveBlock{Block: "memberships"}, []string{"blocks: Memberships goes"}},
}

// What a change changes is told in words, with what is derived from it; nothing else is.
func TestDifferences(t *testing.T) {
	before, tree := demoSite(t)
	for _, c := range differenceCases {
		result, err := document.Apply(tree, before, c.change)
		if err != nil {
			t.Errorf("%T: %v", c.change, err)
			continue
		}
		var got []string
		for _, d := range document.Differences(before, result.Site) {
			line := d.Of + ": " + d.What
			switch {
			case d.Coming:
				line += " comes"
			case d.Going:
				line += " goes"
			default:
				line += ": " + d.Old + " > " + d.New
			}
			got = append(got, line)
		}
		for _, want := range c.want {
			if !slices.Contains(got, want) {
				t.Errorf("%T: no %q in\n%s", c.change, want, strings.Join(got, "\n"))
			}
		}
		if _, ok := c.change.(document.RemoveBlock); !ok && len(got) != len(c.want) {
			t.Errorf("%T: %d differences:\n%s", c.change, len(got), strings.Join(got, "\n"))
		}
	}
	if same := document.Differences(before, before); len(same) > 0 {
		t.Errorf("a site differs from itself: %+v", same)
	}
}
