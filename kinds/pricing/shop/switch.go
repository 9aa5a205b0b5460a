package shop

import (
	"strconv"
	"strings"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/core/money"
	"rubrel/core/pricing"
	"rubrel/core/wording"
)

// Switches makes a switch for the periods and one for the currencies, each where there is a choice.
func (s *Shop) Switches() []anatomy.Switch {
	var switches []anatomy.Switch
	if len(s.List.Periods) > 1 && len(s.List.Currencies) > 0 {
		of := anatomy.Switch{Legend: s.Words.Period, Name: s.V.Names + "-period", Param: "period",
			Shape: s.shape(len(s.List.Periods))}
		for i, period := range s.List.Periods {
			of.Options = append(of.Options, anatomy.Option{Class: "rb-p" + strconv.Itoa(i), Value: period.ID, Label: period.Side,
				Checked: i == s.Opens, Saving: s.saving(period), Quiet: period.Label == s.Fact("quiet")})
		}
		switches = append(switches, listed(of))
	}
	if len(s.List.Currencies) > 1 {
		of := anatomy.Switch{Legend: s.Words.Currency, Name: s.V.Names + "-currency", Param: "currency",
			Shape: s.shape(len(s.List.Currencies))}
		for i, currency := range s.List.Currencies {
			option := anatomy.Option{Class: "rb-c" + strconv.Itoa(i), Value: currency.ID,
				Label: s.side(currency.Currency.Code), Checked: i == s.OpensIn}
			if s.Fact("opens-in") == ByRegion {
				option.Regions = money.RegionsOf(currency.Currency.Code)
			}
			of.Options = append(of.Options, option)
		}
		switches = append(switches, listed(of))
	}
	return switches
}

// The words for what a currency's side of the switch says.
const (
	sideCode        = "code"
	sideSign        = "sign"
	sideSignAndCode = "sign and code"
	sideName        = "name"
)

// side is what a currency's side of the switch says.
func (s *Shop) side(code string) string {
	sign := s.Locale.Symbol(code)
	switch s.Fact("currency-sides") {
	case sideSign:
		return sign
	case sideSignAndCode:
		if sign != code {
			return sign + " " + code
		}
	case sideName:
		return s.Locale.Name(code)
	}
	return code
}

// ByRegion is the word for the currency of the visitor's region.
const ByRegion = "the visitor’s region"

// allLists is the word for a switch that moves those of the other lists on its page.
const allLists = "all lists"

// Together reports whether a choice in the list is one for all lists of the page.
func (s *Shop) Together() bool { return s.Fact("moves") == allLists }

// listed is the class of a switch whose sides become a list where they have no room.
func listed(s anatomy.Switch) anatomy.Switch {
	if s.Listed() {
		s.Class = "rb-by-" + s.Param
	}
	return s
}

// shape is the switch's shape.
func (s *Shop) shape(sides int) string { return anatomy.ShapeOf(s.Fact("shape"), sides) }

// ShapeOf is the shape in which a set's switch is drawn.
func ShapeOf(set kind.Set) string {
	sides := len(set.Items("periods"))
	if sides < 2 {
		sides = len(set.Items("currencies"))
	}
	return anatomy.ShapeOf(kind.Text(set.Facts, "shape"), sides)
}

// saving is what a side of the switch may claim for every plan: that so many first periods are free, or so many
// percent are saved. It is "" where one of them saves nothing.
func (s *Shop) saving(period pricing.PeriodLine) string {
	said := s.Fact("saving")
	if said == "nothing" {
		return ""
	}
	percent, free := s.leastSaving(period)
	switch {
	case percent <= 0:
		return ""
	case said == "periods free" && free > 0 && s.List.Periods[0].Period == pricing.Period{Count: 1, Unit: 'M'}:
		return s.Words.periodsFree(free)
	case said == "":
		// Between letters that run from right to left, the mark keeps the sign before the number.
		mark := ""
		if s.V.FromRight {
			mark = "\u200e"
		}
		return mark + "−" + s.Locale.Percent(percent)
	}
	return strings.TrimSpace(wording.Fill(s.Words.Save, "percent", s.Locale.Percent(percent)))
}

// leastSaving is the percent that every plan with a price for the period saves at least, in every currency, and the
// number of first periods that all of them have free; 0 where they differ or there is none. Where offers end, what is
// left then counts too: a page that is published already must not claim more afterwards.
func (s *Shop) leastSaving(period pricing.PeriodLine) (percent, free int) {
	percent = -1
	for _, list := range []pricing.List{s.List, s.List.Ordinary()} {
		for _, plan := range s.Plans {
			for _, currency := range list.Currencies {
				price, _, ok := list.Price(plan, period, currency)
				if !ok || !price.HasAmount() || price.Free {
					continue
				}
				saving, _ := list.Saving(plan, period, currency)
				if percent < 0 {
					percent, free = saving.Percent, saving.Free
				}
				percent = min(percent, saving.Percent, s.shownPercent(list, plan, period, currency, saving.Percent))
				if saving.Free != free {
					free = 0
				}
			}
		}
	}
	return max(0, percent), free
}

// shownPercent is the percent saved by the amounts that are shown for one first period each, rounded down; where the
// page shows whole amounts, it is what those save.
func (s *Shop) shownPercent(list pricing.List, plan string, period pricing.PeriodLine, currency pricing.CurrencyLine,
	otherwise int) int {
	if n, _ := s.shownAs(Choice{Period: period, Currency: currency}); n == 1 {
		return otherwise
	}
	each, _, ok := list.Price(plan, list.Periods[0], currency)
	shown, also := list.Monthly(plan, period, currency)
	if !ok || !also || each.Amount.IsZero() {
		return otherwise
	}
	percent, _ := each.Amount.Sub(shown).Mul(money.NewDecimal(100, 0)).QuoRem(each.Amount)
	whole, ok := percent.Whole()
	if !ok {
		return otherwise
	}
	return int(whole)
}
