package seats

import (
	"encoding/json"
	"fmt"
	"html/template"
	"strconv"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/money"
	"rubrel/core/pricing"
	"rubrel/kinds/pricing/shop"
)

// script is what a form needs that asks for a number of seats.
func script(kind.View) string { return shop.TableJS }

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
func byCode(s *shop.Shop) (template.JS, error) {
	bounds := s.List.Seats
	c := counting{Least: bounds.Least, Most: bounds.Most, Step: bounds.Step, Nouns: [2]string{s.Noun(1), s.Noun(2)},
		Says: map[string]string{
			"least": strings.Replace(s.Words.Least, "{n}", strings.TrimSpace("{n} "+s.Noun(bounds.Least)), 1),
			"most":  strings.Replace(s.Words.Most, "{n}", strings.TrimSpace("{n} "+s.Noun(bounds.Most)), 1),
			"step":  s.Words.Step,
		},
		Number: s.Locale.NumberFormat(s.Style), Plans: map[string]map[string][][]codeUnit{}}
	for _, currency := range s.List.Currencies {
		c.Digits = append(c.Digits, currency.Currency.Digits)
	}
	if s.List.Ranges(s.Plans) != nil {
		c.Ranges = map[string][2]int64{}
		for _, plan := range s.Plans {
			if fits := s.List.Seating(plan).Fits; fits != nil {
				c.Ranges[plan] = [2]int64{fits.From, fits.To}
			}
		}
	}
	for _, plan := range s.Plans {
		tariffs := map[string][][]codeUnit{}
		for _, choice := range s.Choices() {
			if coded := coded(s, plan, choice); coded != nil {
				tariffs[s.At(choice)] = coded
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
func coded(s *shop.Shop, plan string, c shop.Choice) [][]codeUnit {
	tariff, ok := s.List.Tariff(plan, c.Period, c.Currency)
	if !ok {
		return nil
	}
	coded := [][]codeUnit{codedTariff(tariff, c.Currency.Currency)}
	if price, _, _ := s.List.Price(plan, c.Period, c.Currency); price.Was != nil {
		tariff.Amount = *price.Was
		coded = append(coded, codedTariff(tariff, c.Currency.Currency))
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
