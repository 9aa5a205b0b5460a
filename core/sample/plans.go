package sample

import (
	"fmt"
	"slices"

	"rubrel/core/anatomy"
	"rubrel/core/intake"
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/money"
	"rubrel/core/pricing"
)

// planSlots are what a plan holds.
var planSlots = []anatomy.Slot{
	anatomy.Heading(kind.Field{Name: "title", Label: "title", Help: "the plan's name", Type: kind.TextType{Most: 80},
		Required: true, Aliases: []string{"plan"}}, kind.Part{Properties: slices.Concat(anatomy.TextProperties,
		anatomy.EnterProperties), Defaults: map[string]string{"font-size": "type-6"}}),
	anatomy.Text(kind.Field{Name: "subtitle", Label: "subtitle", Help: "whom it is for", Type: kind.TextType{Most: 200}},
		kind.Part{Name: "text"}),
	priceSlot(),
	anatomy.Text(kind.Field{Name: "note", Label: "note", Help: "small print", Type: kind.TextType{Most: 200}},
		kind.Part{Name: "note"}),
	anatomy.Badge(kind.Field{Name: "badge", Label: "badge", Help: "a few words", Type: kind.TextType{Most: 40}},
		kind.Part{Help: "the words that mark a plan", Defaults: map[string]string{"background-color": "accent",
			"color": "on-accent", "border-radius": "radius-1"}}),
	buttonSlot(),
}

// priceSlot is what a plan costs, in every period and currency.
func priceSlot() anatomy.Slot {
	field := kind.Field{Name: "price", Label: "price", Help: "9.00, or free", Type: pricing.PriceType{},
		Each: []string{"periods", "currencies"}, Derive: derived, CheckText: inItsCurrency}
	slot := anatomy.Words(kind.Part{Name: "price", Text: true, Figures: true, Help: "the price",
		Properties: anatomy.TextProperties, Defaults: map[string]string{"font-size": "type-8",
			"font-size@middle": "type-7", "color@featured": "feature-accent"}}, []kind.Field{field},
		func(at anatomy.At) string { return kind.Text(at.Record.Facts, "price:month:eur") }, kind.Run{})
	for _, inside := range []kind.Part{
		{Name: "sign", Help: "the currency sign"}, {Name: "whole", Help: "the whole amount"},
		{Name: "separator", Help: "the mark before the fraction", Defaults: map[string]string{"display": "none"}},
	} {
		inside.Text, inside.Parent, inside.Properties = true, "price", anatomy.TextProperties
		slot.Parts = append(slot.Parts, inside)
	}
	return slot
}

// buttonSlot is the words on a plan's button; the slot has the plan's features as well.
func buttonSlot() anatomy.Slot {
	return anatomy.Words(kind.Part{Name: "button", Text: true, Pressed: true, Help: "the link that takes the plan",
		Properties: slices.Concat(anatomy.TextProperties, anatomy.BoxProperties, anatomy.EnterProperties),
		Defaults: map[string]string{"background-color": "transparent", "color": "action", "padding": "space-2",
			"border": "1.5px solid action", "background-color@hover": "action", "color@hover": "on-action",
			"color@featured": "on-feature", "border@featured": "1.5px solid on-feature",
			"background-color@featured@hover": "on-feature", "color@featured@hover": "feature"}},
		[]kind.Field{
			{Name: "button", Label: "button", Help: "the words on the button", Type: kind.TextType{Most: 60}},
			{Name: "link", Label: "link", Help: "where it leads", Type: kind.LinkType{}},
			{Name: "feature", Label: "feature", Help: "yes, no or a value", Type: kind.InclusionType{},
				Each: []string{"features"}},
		}, func(at anatomy.At) string {
			if said := at.View.Set.Said(at.Record, "button"); said != nil {
				return said.String()
			}
			return ""
		}, kind.Run{})
}

// planParts are those around the slots.
var planParts = []kind.Part{
	{Name: "table", Help: "the ground on which the plans stand", Place: look.BlockItself,
		Properties: anatomy.BlockProperties, Defaults: map[string]string{"background-color": "ground", "color": "ink",
			"font-family": "text", "font-size": "type-3", "line-height": "leading-text"}},
	{Name: "cards", Help: "the row of plans", Place: look.BlockItself, Parent: "table",
		Properties: []string{"grid-template-columns", "gap"}, As: map[string]string{"gap": "--rb-gap"},
		Defaults: map[string]string{"grid-template-columns": "auto", "gap": "space-4"}},
	{Name: "card", Help: "one plan", Place: look.RecordItem, Parent: "cards", Properties: anatomy.RecordProperties,
		As: map[string]string{"text-align": "--rb-align"}, Defaults: map[string]string{"background-color": "raised",
			"padding": "space-5", "text-align": "start", "border-radius": "radius-2", "border": "1px solid line",
			"background-color@featured": "feature", "color@featured": "on-feature"}},
}

var planAxes = []kind.Axis{
	{Name: "periods", One: "period", Label: "label", Most: 8, Fields: []kind.Field{
		{Name: "label", Label: "label", Help: "a month", Type: kind.TextType{Most: 40}, Required: true},
		{Name: "duration", Label: "duration", Help: "P1M, or once", Type: pricing.PeriodType{}, Required: true},
		{Name: "rule", Label: "rule", Help: "2 free, or 16% off", Type: pricing.RuleType{}, AllOf: "price"},
	}, Complete: func(text, _ string) (map[string]string, error) {
		period, err := pricing.ParsePeriod(text)
		return map[string]string{"label": text, "duration": period.String()}, err
	}},
	{Name: "currencies", One: "currency", Label: "code", Most: 12, Fields: []kind.Field{
		{Name: "code", Label: "code", Help: "ISO 4217", Type: pricing.CurrencyType{}, Required: true},
		{Name: "rate", Label: "rate", Help: "of one unit of the first", Type: pricing.RateType{}, NotFirst: true},
	}, Complete: func(text, _ string) (map[string]string, error) {
		code, err := pricing.CurrencyType{}.Parse(text)
		if err != nil {
			return nil, err
		}
		return map[string]string{"code": code.String()}, nil
	}},
	{Name: "features", One: "feature", Label: "name", Most: 200, AsRows: true, Heading: "group", Fields: []kind.Field{
		{Name: "name", Label: "name", Help: "said once", Type: kind.TextType{Most: 120}, Required: true},
		{Name: "unit", Label: "unit", Help: "a year", Type: kind.TextType{Most: 30}},
		{Name: "group", Label: "group", Help: "whether it is a heading", Type: yesNo},
	}},
}

var yesNo = kind.ChoiceType{Words: []string{"no", "yes"}}

var planSetFields = []kind.Field{
	{Name: "button", Label: "button", Help: "the words on every button", Type: kind.TextType{Most: 60}},
	{Name: "link", Label: "link", Help: "where every button leads", Type: kind.LinkType{}},
	{Name: "fraction", Group: "Display", Label: "fraction", Help: "whether .00 is shown",
		Type: kind.ChoiceType{Words: []string{"always", "when needed"}}},
	{Name: "opens", Group: "Switch", Label: "opens on", Help: "what is shown first", Type: kind.TextType{Most: 40}},
	{Name: "least", Group: "Seats", Label: "least", Help: "the fewest", Type: kind.WholeType{Least: 1, Most: 1000}},
	{Name: "until", Group: "Offer", Label: "until", Help: "when it ends", Type: kind.MomentType{}},
	{Name: "tax-rate", Group: "Tax", Label: "rate", Help: "a percentage", Type: pricing.PercentType{}},
}

// derived is what a price follows from where it is not said.
func derived(set kind.Set, record kind.Record, key kind.FactKey) (kind.Value, bool) {
	list := pricing.NewList(set)
	period, known := list.PeriodByID(key.Items[0])
	currency, also := list.CurrencyByID(key.Items[1])
	if !known || !also {
		return nil, false
	}
	price, _, ok := list.Price(record.ID, period, currency)
	return price, ok
}

// inItsCurrency refuses an amount that is written in another currency than the one it would be in.
func inItsCurrency(set kind.Set, key kind.FactKey, text string) error {
	_, written, err := pricing.ReadPrice(text, money.Separators{})
	item, ok := set.ItemNamed("currencies", key.Items[1])
	if code := kind.Text(item.Facts, "code"); err == nil && ok && !money.MayMean(written, text, code) {
		return fmt.Errorf("“%s” is not in %s", text, code)
	}
	return nil
}

func plans() (*kind.Kind, error) {
	body := anatomy.Body{Slots: planSlots, Layout: anatomy.Layout{Row: "cards", Record: "card", Least: 200,
		Order: []string{"title", "badge", "text", "price", "note", "button"}}}
	fields := anatomy.Fields(planSlots)
	form := func(name string) kind.Form {
		return body.Form(kind.Form{Name: name, Title: name, Help: "plans side by side", HTML: body.Plain("table")})
	}
	return kind.New(&kind.Kind{
		Name: "plans", Title: "Plans", One: "plan", Many: "plans", CanFeature: true, MarkField: "badge",
		SetFields: planSetFields, Fields: fields, Axes: planAxes,
		Parts:  append(slices.Clone(planParts), anatomy.Parts("card", nil, planSlots)...),
		Forms:  []kind.Form{form("cards"), form("slider")},
		Intake: intake.Plain(fields[:2], "plans down or across", "Title\tSubtitle\nDusk\tFor the curious"),
		Fresh:  freshPlans,
	})
}

func freshPlans(k *kind.Kind, _ string) kind.Set {
	price, err := money.ParseDecimal("9.00")
	if err != nil {
		panic(err) // a constant of this file
	}
	text := func(s string) kind.Value { return kind.TextValue(s) }
	return kind.Set{Kind: k, Axes: map[string][]kind.Item{
		"periods": {{ID: "month", Facts: map[string]kind.Value{"label": text("a month"),
			"duration": pricing.Period{Count: 1, Unit: 'M'}}}},
		"currencies": {{ID: "eur", Facts: map[string]kind.Value{"code": text("EUR")}}},
		"features":   {{ID: "first", Facts: map[string]kind.Value{"name": text("First feature")}}},
	}, Records: []kind.Record{{ID: "plan-1", Facts: map[string]kind.Value{"title": text("Plan 1"),
		"price:month:eur": pricing.Price{Amount: price}, "feature:first": kind.Inclusion{Has: true}}}}}
}
