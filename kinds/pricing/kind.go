// Package pricing is the kind of block that shows a price list: plans with their prices and features.
package pricing

import (
	"slices"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/core/money"
	"rubrel/core/pricing"
	"rubrel/kinds/pricing/cards"
	"rubrel/kinds/pricing/lists"
	"rubrel/kinds/pricing/matrix"
	"rubrel/kinds/pricing/seats"
	"rubrel/kinds/pricing/shop"
)

// Declaration is the pricing kind.
func Declaration() (*kind.Kind, error) {
	own := shop.Slots()
	return kind.New(&kind.Kind{
		Name: "pricing", Title: "Pricing", One: "plan", Many: "plans",
		Purposes: []string{
			"plans",
			"prices",
			"tariffs",
			"subscriptions",
			"memberships",
			"packages",
			"fees",
			"rates",
			"compare",
		},
		CanFeature: true,
		MarkField:  "badge",
		SetFields:  shop.SetFields,
		Fields:     shop.Fields(),
		Axes:       shop.Axes,
		Parts: slices.Concat(shop.Parts[:1], anatomy.SwitchParts("table", "the bar in which a visitor chooses period and "+
			"currency", shop.ShapeOf), shop.Parts[1:], anatomy.Parts(shop.CardPart, shop.InHeads, own)),
		Forms:   []kind.Form{cards.Form(), matrix.Form(), seats.Calculator(), seats.Slider()},
		Data:    data,
		Charts:  []kind.Chart{curves},
		Sources: []kind.Source{rates},
		Check:   check,
		Intake:  lists.FromPaste,
		Fresh:   fresh,
	})
}

// fresh is the set a designer begins with: three plans to write over.
func fresh(k *kind.Kind, language string) kind.Set {
	text, words := func(s string) kind.Value { return kind.TextValue(s) }, shop.WordsFor(language)
	plan := func(id, title, amount string, has ...bool) kind.Record {
		price, err := money.ParseDecimal(amount)
		if err != nil {
			panic(err) // a constant of this file
		}
		facts := map[string]kind.Value{"title": text(title), "price:month:eur": pricing.Price{Amount: price}}
		for i, feature := range []string{"first-feature", "second-feature", "third-feature"} {
			facts["feature:"+feature] = kind.Inclusion{Has: has[i]}
		}
		return kind.Record{ID: id, Facts: facts}
	}
	feature := func(id, name string) kind.Item {
		return kind.Item{ID: id, Facts: map[string]kind.Value{"name": text(name)}}
	}
	return kind.Set{
		Kind:  k,
		Facts: map[string]kind.Value{"button": text(words.Choose), "link": text("#")},
		Axes: map[string][]kind.Item{
			"periods": {{ID: "month", Facts: map[string]kind.Value{"label": text(words.Periods["month"]),
				"duration": pricing.Period{Count: 1, Unit: 'M'}}}},
			"currencies": {{ID: "eur", Facts: map[string]kind.Value{"code": text("EUR")}}},
			"features": {feature("first-feature", "First feature"), feature("second-feature", "Second feature"),
				feature("third-feature", "Third feature")},
		},
		Records: []kind.Record{
			plan("plan-1", "Plan 1", "9.00", true, false, false),
			plan("plan-2", "Plan 2", "19.00", true, true, false),
			plan("plan-3", "Plan 3", "39.00", true, true, true),
		},
	}
}
