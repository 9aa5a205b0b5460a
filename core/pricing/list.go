package pricing

import (
	"cmp"
	"slices"
	"time"

	"rubrel/core/kind"
	"rubrel/core/money"
)

// Origin says how a price came about.
type Origin string

// The origins of a price.
const (
	SaidPrice      Origin = "said"
	RulePrice      Origin = "rule"      // from the base period, by the period's rule
	ConvertedPrice Origin = "converted" // from the base currency, by a stored rate
)

// PeriodLine is one period of a list. The first is the base.
type PeriodLine struct {
	ID     string
	Label  string // stands after a price
	Side   string // what its side of a switch says
	Period Period
	Rule   *Rule
}

// CurrencyLine is one currency of a list. The first is the base.
type CurrencyLine struct {
	ID       string
	Currency money.Currency
	Rate     *money.Decimal // units of this currency for one of the base
	Rounding money.Rounding
	RateDate kind.Date // the day of the rate; zero where it is not said
}

// List is a price list: what is said, and the rules by which the rest follows.
type List struct {
	Periods    []PeriodLine
	Currencies []CurrencyLine
	// Said is a plan's own price for a period in a currency.
	Said func(plan, period, currency string) (Price, bool)
	// Seating is how a plan is sold by the seat; nil where none is.
	Seating func(plan string) Seating
	// Seats bounds the numbers that a visitor may ask for.
	Seats Seats
	// Until is when a plan's offer ends, and its earlier prices come back.
	Until func(plan string) (time.Time, bool)
}

// NewList reads the list out of a set whose axes are periods and currencies and whose field is price. What the
// document's own check lets through is sound; a currency that is not is left out.
func NewList(set kind.Set) List {
	var l List
	for _, item := range set.Items("periods") {
		line := PeriodLine{ID: item.ID, Label: kind.Text(item.Facts, "label")}
		line.Side = cmp.Or(kind.Text(item.Facts, "side"), line.Label)
		line.Period, _ = item.Facts["duration"].(Period)
		if rule, ok := item.Facts["rule"].(Rule); ok {
			line.Rule = &rule
		}
		l.Periods = append(l.Periods, line)
	}
	for _, item := range set.Items("currencies") {
		currency, err := money.CurrencyByCode(kind.Text(item.Facts, "code"))
		if err != nil {
			continue
		}
		line := CurrencyLine{ID: item.ID, Currency: currency}
		if r, ok := item.Facts["rate"].(rate); ok {
			line.Rate = &r.Decimal
		}
		line.Rounding, _ = item.Facts["rounding"].(money.Rounding)
		line.RateDate, _ = item.Facts["rate-date"].(kind.Date)
		l.Currencies = append(l.Currencies, line)
	}
	records := map[string]kind.Record{}
	for _, record := range set.Records {
		records[record.ID] = record
	}
	l.Said = func(plan, period, currency string) (Price, bool) {
		price, ok := records[plan].Facts["price:"+period+":"+currency].(Price)
		return price, ok
	}
	l.Seats = Seats{Least: wholeOr(set.Facts, "least", 1), Step: wholeOr(set.Facts, "step", 1)}
	l.Seats.Most = max(l.Seats.Least, wholeOr(set.Facts, "most", usualMost))
	l.Seating = func(plan string) Seating { return seatingOf(set, records[plan]) }
	l.Until = func(plan string) (time.Time, bool) {
		m, ok := set.Said(records[plan], "until").(kind.Moment)
		return m.At, ok
	}
	return l
}

// AsOf is the list as it holds at a time: where a plan's offer has ended, its earlier prices are its prices.
func (l List) AsOf(now time.Time) List {
	return l.after(func(until time.Time) bool { return !now.Before(until) })
}

// Ordinary is the list as it holds when every offer that has an end is over.
func (l List) Ordinary() List {
	return l.after(func(time.Time) bool { return true })
}

func (l List) after(over func(until time.Time) bool) List {
	said := l.Said
	l.Said = func(plan, period, currency string) (Price, bool) {
		price, ok := said(plan, period, currency)
		if until, ends := l.Until(plan); ends && over(until) {
			price = price.Ordinary()
		}
		return price, ok
	}
	return l
}

// usualMost is the most seats that a visitor may ask for where the list does not say (common practice).
const usualMost = 20

func wholeOr(facts map[string]kind.Value, key string, otherwise int64) int64 {
	if n, ok := facts[key].(kind.Whole); ok {
		return int64(n)
	}
	return otherwise
}

// seatingOf is a plan's own, or what the set says for all.
func seatingOf(set kind.Set, record kind.Record) Seating {
	s := Seating{Model: Model(kind.Text(set.Facts, "model")), Size: wholeOr(set.Facts, "size", 1),
		Included: wholeOr(set.Facts, "included", 0)}
	if own := kind.Text(record.Facts, "model"); own != "" {
		s.Model = Model(own)
	}
	s.Size = wholeOr(record.Facts, "size", s.Size)
	s.Included = wholeOr(record.Facts, "included", s.Included)
	if fits, ok := record.Facts["fits"].(Range); ok {
		s.Fits = &fits
	}
	return s
}

// PeriodByID finds a period.
func (l List) PeriodByID(id string) (PeriodLine, bool) {
	for _, p := range l.Periods {
		if p.ID == id {
			return p, true
		}
	}
	return PeriodLine{}, false
}

// CurrencyByID finds a currency.
func (l List) CurrencyByID(id string) (CurrencyLine, bool) {
	for _, c := range l.Currencies {
		if c.ID == id {
			return c, true
		}
	}
	return CurrencyLine{}, false
}

// Price is what a plan costs for a period in a currency, and how that came about. It is false where nothing is said
// and nothing follows.
//
// What is said holds. Else a period with a rule follows from the base period in the same currency; else the amount
// is converted from the base currency. Both are rounded by the currency's rule; what is said never is.
func (l List) Price(plan string, period PeriodLine, currency CurrencyLine) (Price, Origin, bool) {
	if price, ok := l.Said(plan, period.ID, currency.ID); ok {
		return price, SaidPrice, true
	}
	base := l.Periods[0]
	if period.Rule != nil && period.ID != base.ID {
		if price, ok := l.byRule(plan, period, currency, base); ok {
			return price, RulePrice, true
		}
	}
	home := l.Currencies[0]
	if currency.Rate == nil || currency.ID == home.ID {
		return Price{}, "", false
	}
	price, _, ok := l.Price(plan, period, home)
	if !ok {
		return Price{}, "", false
	}
	return price.each(func(amount money.Decimal) money.Decimal {
		return currency.Rounding.Apply(amount.Mul(*currency.Rate), currency.Currency)
	}), ConvertedPrice, true
}

func (l List) byRule(plan string, period PeriodLine, currency CurrencyLine, base PeriodLine) (Price, bool) {
	n, ok := period.Period.Times(base.Period)
	if !ok {
		return Price{}, false
	}
	price, _, ok := l.Price(plan, base, currency)
	if !ok || price.Words != "" {
		return price, ok // words are for every period
	}
	fits := true
	derived := price.each(func(amount money.Decimal) money.Decimal {
		applied, ok := period.Rule.Apply(amount, n)
		if !ok {
			fits = false
			return amount
		}
		return currency.Rounding.Apply(applied, currency.Currency)
	})
	return derived, fits
}

// each changes the amounts of a price that has some.
func (p Price) each(change func(money.Decimal) money.Decimal) Price {
	if p.Free || p.Words != "" {
		return p
	}
	p.Amount = change(p.Amount)
	if p.Plus != nil {
		plus := change(*p.Plus)
		p.Plus = &plus
	}
	p.Bands = slices.Clone(p.Bands)
	for i := range p.Bands {
		p.Bands[i].Rate = change(p.Bands[i].Rate)
	}
	if p.Was != nil {
		was := change(*p.Was)
		p.Was = &was
		if was.Cmp(p.Amount) <= 0 {
			p.Was = nil // rounding has made them one
		}
	}
	return p
}

// Monthly is a period's amount for one base period, rounded to the currency's minor units, ties up: "the year, a
// month". It is false where the two cannot be compared.
func (l List) Monthly(plan string, period PeriodLine, currency CurrencyLine) (money.Decimal, bool) {
	n, ok := period.Period.Times(l.Periods[0].Period)
	price, _, said := l.Price(plan, period, currency)
	if !ok || !said || price.Words != "" {
		return money.Decimal{}, false
	}
	return price.Amount.QuoHalfUp(money.NewDecimal(int64(n), 0), currency.Currency.Digits), true
}
