package pricing

import (
	_ "embed"
	"encoding/json"
	"fmt"
	"html/template"
	"strconv"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/money"
	"rubrel/core/pricing"
)

//go:embed table.js
var tableJS string

// scriptFor is what a price list needs in the visitor's browser: nothing where there is no choice to keep in the
// address and no deadline.
func scriptFor(v kind.View) string {
	s := newShop(v)
	if len(s.choices()) > 1 {
		return tableJS
	}
	for _, record := range v.Set.Records {
		if s.endsAt(record) != "" {
			return tableJS
		}
	}
	return ""
}

// seatedScript is what a form needs that asks for a number of seats.
func seatedScript(kind.View) string { return tableJS }

// counting is what the script needs to count as the core does.
type counting struct {
	Least  int64               `json:"least"`
	Most   int64               `json:"most"`
	Step   int64               `json:"step"`
	Says   map[string]string   `json:"says"`
	Nouns  [2]string           `json:"nouns"`
	Digits []int               `json:"digits"`           // minor units, by currency
	Number money.NumberFormat  `json:"number"`           // how the locale writes numbers
	Ranges map[string][2]int64 `json:"ranges,omitempty"` // the numbers that pick a plan
	// by plan and choice: the tariff, and the earlier one
	Plans map[string]map[string][][]codeUnit `json:"plans"`
}

// codeUnit is a number of minor units, or of seats, of any length.
type codeUnit = string

// byCode says the list to the script.
func (s *shop) byCode() (template.JS, error) {
	bounds := s.list.Seats
	c := counting{Least: bounds.Least, Most: bounds.Most, Step: bounds.Step, Nouns: [2]string{s.noun(1), s.noun(2)},
		Says: map[string]string{
			"least": strings.Replace(s.words.Least, "{n}", strings.TrimSpace("{n} "+s.noun(bounds.Least)), 1),
			"most":  strings.Replace(s.words.Most, "{n}", strings.TrimSpace("{n} "+s.noun(bounds.Most)), 1),
			"step":  s.words.Step,
		},
		Number: s.locale.NumberFormat(s.style), Plans: map[string]map[string][][]codeUnit{}}
	for _, currency := range s.list.Currencies {
		c.Digits = append(c.Digits, currency.Currency.Digits)
	}
	if s.list.Ranges(s.plans) != nil {
		c.Ranges = map[string][2]int64{}
		for _, plan := range s.plans {
			if fits := s.list.Seating(plan).Fits; fits != nil {
				c.Ranges[plan] = [2]int64{fits.From, fits.To}
			}
		}
	}
	for _, plan := range s.plans {
		tariffs := map[string][][]codeUnit{}
		for _, choice := range s.choices() {
			if coded := s.coded(plan, choice); coded != nil {
				tariffs[s.at(choice)] = coded
			}
		}
		c.Plans[plan] = tariffs
	}
	text, err := json.Marshal(c) // escapes <, > and &
	if err != nil {
		return "", fmt.Errorf("pricing: %w", err)
	}
	return template.JS(text), nil
}

// coded is a plan's tariff for a choice, and where it has an earlier price the tariff with that.
func (s *shop) coded(plan string, c choice) [][]codeUnit {
	tariff, ok := s.list.Tariff(plan, c.period, c.currency)
	if !ok {
		return nil
	}
	coded := [][]codeUnit{codedTariff(tariff, c.currency.Currency)}
	if price, _, _ := s.list.Price(plan, c.period, c.currency); price.Was != nil {
		tariff.Amount = *price.Was
		coded = append(coded, codedTariff(tariff, c.currency.Currency))
	}
	return coded
}

// codedTariff writes a tariff as the script counts all of them: a base, the size of a package, whether it is volume,
// and bands of an end and a rate.
func codedTariff(t pricing.Tariff, currency money.Currency) []codeUnit {
	minor := func(amount money.Decimal) codeUnit { return amount.Minor(currency) }
	seats := func(n int64) codeUnit { return strconv.FormatInt(n, 10) }
	base, size, volume := "0", int64(1), "0"
	var bands []codeUnit
	switch t.Model {
	case pricing.PerSeat:
		rate := t.Amount
		if t.Plus != nil {
			base, rate = minor(t.Amount), *t.Plus
		}
		if t.Included > 0 {
			bands = append(bands, seats(t.Included), "0")
		}
		bands = append(bands, "0", minor(rate))
	case pricing.Package:
		size, bands = t.Size, []codeUnit{"0", minor(t.Amount)}
	case pricing.Volume, pricing.Graduated:
		if t.Model == pricing.Volume {
			volume = "1"
		}
		for _, band := range t.Bands {
			bands = append(bands, seats(band.To), minor(band.Rate))
		}
	default:
		base = minor(t.Amount)
	}
	return append([]codeUnit{base, seats(size), volume}, bands...)
}
