package shop

import (
	"fmt"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/core/money"
	"rubrel/core/pricing"
)

var Axes = []kind.Axis{
	{Name: "periods", One: "period", Label: "label", Most: 8, Complete: completePeriod, Offers: []string{"month",
		"quarter", "year", "week", "day", "once"}, Fields: []kind.Field{
		{Name: "label", Label: "label", Help: "what stands after the price: a month", Type: kind.TextType{Most: 40},
			Required: true},
		{Name: "side", Label: "on the switch", Help: "what its side of the switch says, such as Monthly; the label where " +
			"nothing is said", Type: kind.TextType{Most: 40}},
		{Name: "duration", Label: "duration", Help: "an ISO 8601 duration such as P1M, or once", Type: pricing.PeriodType{},
			Required: true},
		{Name: "rule", Label: "rule", Help: "how it follows from the first period: 2 free, or 16% off",
			Type: pricing.RuleType{}, AllOf: "price"},
	}},
	{Name: "currencies", One: "currency", Label: "code", Most: 12, Complete: completeCurrency, Offers: []string{"EUR",
		"GBP", "USD", "CHF", "SEK", "JPY", "CAD", "AUD"}, Fields: []kind.Field{
		{Name: "code", Label: "code", Help: "a code of ISO 4217", Type: pricing.CurrencyType{}, Required: true},
		{Name: "rate", Label: "rate", Help: "how much of it one unit of the first currency is, such as 0.8571",
			Type: pricing.RateType{}, NotFirst: true},
		{Name: "rate-date", Label: "rate of", Help: "the day of the rate: 2026-11-24", Type: kind.DateType{}, NotFirst: true},
		{Name: "rounding", Label: "rounding", Help: "how converted and derived amounts are rounded: none, to 0.05, ending " +
			".99, ending 9 down", Type: pricing.RoundingType{}},
	}},
	{Name: "features", One: "feature", Label: "name", Most: 200, AsRows: true, Heading: "group", Fields: []kind.Field{
		{Name: "name", Label: "name", Help: "said once, for all plans", Type: kind.TextType{Most: 120}, Required: true},
		{Name: "unit", Label: "unit", Help: "what stands after a value: a year", Type: kind.TextType{Most: 30}},
		{Name: "help", Label: "help", Help: "a few words that explain it", Type: kind.TextType{Most: 200}},
		leftOutField,
		{Name: "group", Label: "group", Help: "whether it is a heading over the features after it", Type: YesNo},
	}},
}

// Words that the place of a price's period is compared with.
const periodBelow, periodBeside = "below", "beside"

// The ledger's headings for facts that few lists need.
const (
	displayGroup = "Display"
	switchGroup  = "Switch"
	seatsGroup   = "Seats"
	offerGroup   = "Offer"
	taxGroup     = "Tax"
)

var (
	modelType = kind.ChoiceType{Words: []string{string(pricing.Flat), string(pricing.PerSeat), string(pricing.Volume),
		string(pricing.Graduated), string(pricing.Package)}}
	seatsType  = kind.WholeType{Least: 1, Most: pricing.MostSeats}
	freeSeats  = kind.WholeType{Least: 0, Most: pricing.MostSeats}
	YesNo      = kind.ChoiceType{Words: []string{"no", "yes"}}
	shortText  = kind.TextType{Most: 40}
	lineOfText = kind.TextType{Most: 120}
)

var SetFields = []kind.Field{
	{Name: "button", Label: "button", Help: "the words on every button; {plan} stands for the plan's title",
		Type: kind.TextType{Most: 60}},
	{Name: "link", Label: "link", Help: "where every button leads; {plan}, {period}, {currency} and {seats} stand for " +
		"the visitor's choice", Type: kind.LinkType{}},
	{Name: "fraction", Group: displayGroup, Label: "fraction", Help: "whether .00 is shown",
		Type: kind.ChoiceType{Words: []string{"always", "when needed"}}},
	{Name: "sign", Group: displayGroup, Label: "sign", Help: "whether a currency is shown by its sign or by its code",
		Type: kind.ChoiceType{Words: []string{"sign", "code"}}},
	{Name: "amounts", Group: displayGroup, Label: "amounts", Help: "a longer period's whole amount, or what it comes to " +
		"for the first period with the whole amount in small print", Type: kind.ChoiceType{Words: []string{"total",
		"by first period"}}},
	{Name: "period-place", Group: displayGroup, Label: "period", Help: "where a price says what it is for: after the " +
		"amount, below it, or beside it in the middle", Type: kind.ChoiceType{Words: []string{"after", periodBelow,
		periodBeside}}},
	bulletField, lackingField, laterField,
	{Name: "stand", Group: displayGroup, Label: "cards", Help: "whether the cards stand apart or joined",
		Type: kind.ChoiceType{Words: []string{"apart", "joined"}}},
	headerField,
	{Name: "lists", Group: displayGroup, Label: "lists", Help: "every feature on every card, or what a plan has beyond " +
		"a cheaper one", Type: kind.ChoiceType{Words: []string{"every feature", "what is new"}}},
	{Name: "equal", Group: displayGroup, Label: "equal rows", Help: "where the matrix shows features that are the same " +
		"in every plan", Type: kind.ChoiceType{Words: []string{"in place", "gathered"}}},
	{Name: "opens", Group: switchGroup, Label: "opens on", Help: "the period that is shown first, by its label: a year",
		Type: shortText},
	{Name: "opens-in", Group: switchGroup, Label: "opens in", Help: "the currency that is shown first, by its code: " +
		"EUR; or " + ByRegion + ", and the first where that says nothing", Type: shortText},
	{Name: "currency-sides", Group: switchGroup, Label: "currencies as", Help: "what a currency's side of the switch " +
		"says", Type: kind.ChoiceType{Words: []string{sideCode, sideSign, sideSignAndCode, sideName}}},
	{Name: "quiet", Group: switchGroup, Label: "quiet side", Help: "the period whose side of the switch is held back, " +
		"by its label", Type: shortText},
	{Name: "shape", Group: switchGroup, Label: "shape", Help: "bar, rail, chips or lever",
		Type: kind.ChoiceType{Words: anatomy.Shapes}},
	{Name: "moves", Group: switchGroup, Label: "moves", Help: "what a choice moves: this list, or the same side of all " +
		"lists on its page", Type: kind.ChoiceType{Words: []string{"this list", allLists}}},
	{Name: "saving", Group: switchGroup, Label: "saving", Help: "what a side says that it saves",
		Type: kind.ChoiceType{Words: []string{"percent", "periods free", "nothing"}}},
	{Name: "seat", Group: seatsGroup, Label: "seat", Help: "the noun of one seat: pupil", Type: shortText},
	{Name: "seats", Group: seatsGroup, Label: "seats", Help: "its plural: pupils", Type: shortText},
	{Name: "least", Group: seatsGroup, Label: "least", Help: "the fewest that can be asked for", Type: seatsType},
	{Name: "most", Group: seatsGroup, Label: "most", Help: "the most that can be asked for; 20 where nothing is said",
		Type: seatsType},
	{Name: "step", Group: seatsGroup, Label: "step", Help: "how many at a time", Type: seatsType},
	{Name: "asks", Group: seatsGroup, Label: "asks first", Help: "the number that is shown first", Type: seatsType},
	{Name: "model", Group: seatsGroup, Label: "model", Help: modelHelp, Type: modelType},
	{Name: "included", Group: seatsGroup, Label: "included", Help: includedHelp, Type: freeSeats},
	{Name: "size", Group: seatsGroup, Label: "package of", Help: sizeHelp, Type: seatsType},
	{Name: "guarantee", Group: offerGroup, Label: "guarantee", Help: "a line below every button: 30 days to change your " +
		"mind", Type: lineOfText},
	{Name: "trial", Group: offerGroup, Label: "trial", Help: "a line below every button: first month free",
		Type: lineOfText},
	{Name: "until", Group: offerGroup, Label: "until", Help: untilHelp, Type: kind.MomentType{}},
	{Name: "tax", Group: taxGroup, Label: "tax", Help: "whether the prices hold it",
		Type: kind.ChoiceType{Words: []string{"included", "excluded"}}},
	{Name: "tax-rate", Group: taxGroup, Label: "rate", Help: "a percentage such as 19", Type: pricing.PercentType{}},
	{Name: "tax-note", Group: taxGroup, Label: "note", Help: "what the small print calls it: incl. {percent} VAT",
		Type: lineOfText},
	{Name: "tax-other", Group: taxGroup, Label: "other figure", Help: "whether the amount with, or without, the tax is " +
		"shown too", Type: YesNo},
}

const (
	modelHelp    = "flat, per seat, volume (all at the band's rate), graduated (each slice at its own) or package"
	includedHelp = "seats that the price covers or that cost nothing"
	sizeHelp     = "how many seats one package holds"
	untilHelp    = "when earlier prices come back, such as 2026-12-31 23:59 Europe/Dublin; pages already published follow"
)

// checkCurrency refuses an amount that is written in another currency than the one it would be in.
func checkCurrency(set kind.Set, key kind.FactKey, text string) error {
	_, written, err := pricing.ReadPrice(SplitPrice(text).Amount, money.Separators{})
	item, ok := set.ItemNamed("currencies", key.Items[1])
	if err != nil || !ok {
		return nil // what is no price is refused for that
	}
	if code := kind.Text(item.Facts, "code"); !money.MayMean(written, text, code) {
		return fmt.Errorf("“%s” is in %s, and this row is in %s: put it into the row of %s, or add that currency", text,
			written.Currency, code, written.Currency)
	}
	return nil
}

// checkPlaces refuses an amount with more decimals than its currency has.
func checkPlaces(set kind.Set, key kind.FactKey, value kind.Value) error {
	price, _ := value.(pricing.Price)
	item, ok := set.ItemNamed("currencies", key.Items[1])
	unit, err := money.CurrencyByCode(kind.Text(item.Facts, "code"))
	if !ok || err != nil {
		return nil
	}
	for _, amount := range price.Amounts() {
		if amount.Places() > unit.Digits {
			return fmt.Errorf("%s has more decimals than %s, which has %d: no mark is needed between thousands", amount,
				unit.Code, unit.Digits)
		}
	}
	return nil
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

// completePeriod reads "year", "yearly" or an ISO 8601 duration as a new period, with a label in a language.
func completePeriod(text, language string) (map[string]string, error) {
	if id, ok := PeriodIn(text); ok {
		for _, p := range PeriodWords {
			if p.ID == id {
				return map[string]string{"label": WordsFor(language).Periods[id], "duration": p.Duration}, nil
			}
		}
	}
	period, err := pricing.ParsePeriod(text)
	if err != nil {
		return nil, fmt.Errorf("%q is not a period: write month, quarter, year, week, day, once, or a duration such as P6M",
			text)
	}
	return map[string]string{"label": period.String(), "duration": period.String()}, nil
}

// completeCurrency reads a code as a new currency.
func completeCurrency(text, _ string) (map[string]string, error) {
	v, err := pricing.CurrencyType{}.Parse(text)
	if err != nil {
		return nil, err
	}
	return map[string]string{"code": v.String()}, nil
}
