// Package pricing is the kind of block that shows a price list: plans with their prices and features.
package pricing

import (
	_ "embed"
	"fmt"

	"rubrel/core/kind"
	"rubrel/core/money"
	"rubrel/core/pricing"
)

//go:embed common.css
var commonCSS string

//go:embed cards.css
var cardsCSS string

// Declaration is the pricing kind.
func Declaration() *kind.Kind {
	return &kind.Kind{
		Name: "pricing", Title: "Pricing", One: "plan", Many: "plans",
		CanFeature: true,
		SetFields:  setFields,
		Fields:     fields,
		Axes:       axes,
		Parts:      parts,
		Forms: []kind.Form{
			{Name: "cards", Title: "cards", Help: "Plans side by side; features line up across them.", HTML: cards, CSS: commonCSS + cardsCSS, Variables: cardsVariables},
			{Name: "matrix", Title: "matrix", Help: "A table that compares every feature across the plans.", HTML: matrix, CSS: commonCSS + matrixCSS, Variables: matrixVariables},
		},
		Check:  check,
		Intake: intake,
		Fresh:  fresh,
	}
}

var axes = []kind.Axis{
	{Name: "periods", One: "period", Label: "label", Most: 8, Complete: completePeriod, Offers: []string{"month", "quarter", "year", "week", "day", "once"}, Fields: []kind.Field{
		{Name: "label", Label: "label", Help: "what stands after the price: a month", Type: kind.TextType{Most: 40}, Required: true},
		{Name: "duration", Label: "duration", Help: "an ISO 8601 duration such as P1M, or once", Type: pricing.PeriodType{}, Required: true},
		{Name: "rule", Label: "rule", Help: "how it follows from the first period: 2 free, or 16% off", Type: pricing.RuleType{}, AllOf: "price"},
	}},
	{Name: "currencies", One: "currency", Label: "code", Most: 12, Complete: completeCurrency, Offers: []string{"EUR", "GBP", "USD", "CHF", "SEK", "JPY", "CAD", "AUD"}, Fields: []kind.Field{
		{Name: "code", Label: "code", Help: "a code of ISO 4217", Type: pricing.CurrencyType{}, Required: true},
		{Name: "rate", Label: "rate", Help: "how much of it one unit of the first currency is, such as 0.8571", Type: pricing.RateType{}, NotFirst: true},
		{Name: "rounding", Label: "rounding", Help: "how converted and derived amounts are rounded: none, to 0.05, ending .99, ending 9 down", Type: pricing.RoundingType{}},
	}},
	{Name: "features", One: "feature", Label: "name", Most: 200, AsRows: true, Fields: []kind.Field{
		{Name: "name", Label: "name", Help: "said once, for all plans", Type: kind.TextType{Most: 120}, Required: true},
		{Name: "unit", Label: "unit", Help: "what stands after a value: a year", Type: kind.TextType{Most: 30}},
	}},
}

var setFields = []kind.Field{
	{Name: "button", Label: "button", Help: "the words on every button; {plan} stands for the plan's title", Type: kind.TextType{Most: 60}},
	{Name: "link", Label: "link", Help: "where every button leads; {plan} stands for the plan's ID", Type: kind.LinkType{}},
	{Name: "opens", Label: "opens on", Help: "the period that is shown first, by its label: a year", Type: kind.TextType{Most: 40}},
	{Name: "fraction", Label: "fraction", Help: "whether .00 is shown", Type: kind.ChoiceType{Words: []string{"always", "when needed"}}},
}

var fields = []kind.Field{
	{Name: "title", Label: "title", Help: "the plan's name", Type: kind.TextType{Most: 80}, Required: true,
		Aliases: []string{"plan", "name", "tier", "package", "membership", "tarif", "paket", "forfait"}},
	{Name: "subtitle", Label: "subtitle", Help: "whom it is for", Type: kind.TextType{Most: 200},
		Aliases: []string{"description", "for", "tagline", "who for", "beschreibung", "summary"}},
	{Name: "price", Label: "price", Help: "9.00, free, from 9.00, 9.00 was 12.00, or words", Type: pricing.PriceType{}, Each: []string{"periods", "currencies"}, Derive: derivePrice,
		Aliases: []string{"price", "cost", "fee", "rate", "amount", "preis", "prix", "precio"}},
	{Name: "note", Label: "note", Help: "small print below the price", Type: kind.TextType{Most: 200},
		Aliases: []string{"small print", "billing", "terms", "hinweis"}},
	{Name: "badge", Label: "badge", Help: "a few words that mark the plan", Type: kind.TextType{Most: 40},
		Aliases: []string{"label", "flag", "highlight"}},
	{Name: "button", Label: "button", Help: "the words on this plan's button", Type: kind.TextType{Most: 60},
		Aliases: []string{"button text", "call to action", "cta", "action"}},
	{Name: "link", Label: "link", Help: "where this plan's button leads", Type: kind.LinkType{},
		Aliases: []string{"url", "href", "address"}},
	{Name: "feature", Label: "feature", Help: "yes, no or a value", Type: kind.InclusionType{}, Each: []string{"features"}},
}

// derivePrice is what a price follows from where it is not said.
func derivePrice(set kind.Set, record kind.Record, key kind.FactKey) (kind.Value, bool) {
	list := pricing.NewList(set)
	period, known := list.PeriodByID(key.Items[0])
	currency, also := list.CurrencyByID(key.Items[1])
	if !known || !also {
		return nil, false
	}
	price, _, ok := list.Price(record.ID, period, currency)
	return price, ok
}

// completePeriod reads "year", "yearly" or an ISO 8601 duration as a new period.
func completePeriod(text string) (map[string]string, error) {
	if id, ok := periodIn(text); ok {
		for _, p := range periodWords {
			if p.id == id {
				return map[string]string{"label": p.label, "duration": p.duration}, nil
			}
		}
	}
	period, err := pricing.ParsePeriod(text)
	if err != nil {
		return nil, fmt.Errorf("%q is not a period: write month, quarter, year, week, day, once, or a duration such as P6M", text)
	}
	return map[string]string{"label": period.String(), "duration": period.String()}, nil
}

// completeCurrency reads a code as a new currency.
func completeCurrency(text string) (map[string]string, error) {
	v, err := pricing.CurrencyType{}.Parse(text)
	if err != nil {
		return nil, err
	}
	return map[string]string{"code": v.String()}, nil
}

// fresh is the set a designer begins with: three plans to write over.
func fresh(k *kind.Kind) kind.Set {
	text := func(s string) kind.Value { return kind.TextValue(s) }
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
		Facts: map[string]kind.Value{"button": text("Choose {plan}"), "link": text("#")},
		Axes: map[string][]kind.Item{
			"periods":    {{ID: "month", Facts: map[string]kind.Value{"label": text("a month"), "duration": pricing.Period{Count: 1, Unit: 'M'}}}},
			"currencies": {{ID: "eur", Facts: map[string]kind.Value{"code": text("EUR")}}},
			"features":   {feature("first-feature", "First feature"), feature("second-feature", "Second feature"), feature("third-feature", "Third feature")},
		},
		Records: []kind.Record{
			plan("plan-1", "Plan 1", "9.00", true, false, false),
			plan("plan-2", "Plan 2", "19.00", true, true, false),
			plan("plan-3", "Plan 3", "39.00", true, true, true),
		},
	}
}
