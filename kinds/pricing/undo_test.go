package pricing_test

import (
	"encoding/json"
	"reflect"
	"testing"

	"rubrel/core/document"
	"rubrel/core/patch"
	"rubrel/core/pricing"
	"rubrel/demo"
	"rubrel/kinds"
)

// derived is every figure that follows from a set: prices, totals and savings for every choice.
func derived(t *testing.T, site *document.Site, id string) map[string]string {
	t.Helper()
	set, _ := site.SetByID(id)
	list := pricing.NewList(set.Set)
	figures := map[string]string{}
	for _, record := range set.Records {
		for _, period := range list.Periods {
			for _, currency := range list.Currencies {
				key := record.ID + " " + period.ID + " " + currency.ID
				price, origin, ok := list.Price(record.ID, period, currency)
				saving, saves := list.Saving(record.ID, period, currency)
				text, err := json.Marshal([]any{price.String(), origin, ok, saving, saves})
				if err != nil {
					t.Fatal(err)
				}
				figures[key] = string(text)
				for _, n := range []int64{8, 20, 21, 41, 60} {
					if total, ok := list.Total(record.ID, period, currency, n); ok {
						figures[key] += " " + total.String()
					}
				}
			}
		}
	}
	return figures
}

// Undo restores every derived figure, in whatever order the changes came.
func TestUndoRestoresEveryDerivedFigure(t *testing.T) {
	site, tree, err := document.Parse(demo.Fennmoor, kinds.All())
	if err != nil {
		t.Fatal(err)
	}
	const set = "evenings"
	changes := []document.Change{
		fact(set, "twilight", "price:evening:eur", "7.25 was 8"), add(set, "currencies", "jpy"), item(set, "currencies",
			"jpy", "rate", "162.45"), item(set, "currencies", "jpy", "rounding", "to 10"),
		add(set, "periods", "month"), item(set, "periods", "month", "rule", "10% off"), graduated,
		fact(set, "midnight", "included", "10"), document.AddRecord{Set: set, Copy: "nightfall"},
		document.SetFact{Set: set, Key: "model", Text: "flat"}, document.RemoveRecord{Set: set, Record: "twilight"},
		document.RemoveItem{Set: set, Axis: "currencies", Item: "gbp"},
	}
	var before []map[string]string
	var done []*document.Result
	for _, change := range changes {
		before = append(before, derived(t, site, set))
		result, err := document.Apply(tree, site, change)
		if err != nil {
			t.Fatalf("%s: %v", change.Label(site), err)
		}
		site, tree, done = result.Site, result.Tree, append(done, result)
	}
	for i := len(done) - 1; i >= 0; i-- {
		result, stands, err := document.Revert(tree, site, done[i].Patch, done[i].Inverse, "undo",
			func() []patch.Patch { return nil })
		if err != nil || stands != nil {
			t.Fatalf("undo %s: %v, %v", done[i].Label, err, stands)
		}
		site, tree = result.Site, result.Tree
		if got := derived(t, site, set); !reflect.DeepEqual(got, before[i]) {
			t.Errorf("after undoing %s the figures differ:\n%v\n%v", done[i].Label, got, before[i])
		}
	}
}
