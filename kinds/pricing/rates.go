package pricing

import (
	"encoding/json"
	"fmt"
	"net/url"
	"strings"
	"time"

	"rubrel/core/dates"
	"rubrel/core/kind"
	"rubrel/core/money"
	"rubrel/core/pricing"
)

// rates is a service that says exchange rates.
var rates = kind.Source{Name: "rates", Title: "Refresh rates…", Asks: asksRates, Propose: proposeRates}

// asksRates asks for every currency but the base.
func asksRates(set kind.Set) string {
	list := pricing.NewList(set)
	if len(list.Currencies) < 2 {
		return ""
	}
	var symbols []string
	for _, c := range list.Currencies[1:] {
		symbols = append(symbols, c.Currency.Code)
	}
	return url.Values{"base": {list.Currencies[0].Currency.Code}, "symbols": {strings.Join(symbols, ",")}}.Encode()
}

// quotation is what a rates desk answers. Rates are texts, because JSON numbers are floats to most readers.
type quotation struct {
	Base  string            `json:"base"`
	Date  string            `json:"date"`
	Rates map[string]string `json:"rates"`
}

// proposeRates compares the rates, and every price that would change with them.
func proposeRates(set kind.Set, at kind.Scene, answer []byte) (kind.Proposal, error) {
	var q quotation
	if err := json.Unmarshal(answer, &q); err != nil {
		return kind.Proposal{}, fmt.Errorf("the rates desk's answer cannot be read: %w", err)
	}
	list := pricing.NewList(set)
	if len(list.Currencies) < 2 || q.Base != list.Currencies[0].Currency.Code {
		return kind.Proposal{}, fmt.Errorf("the rates desk answers for %q, not for the list's first currency", q.Base)
	}
	day, err := kind.DateType{}.Parse(q.Date)
	if err != nil {
		return kind.Proposal{}, fmt.Errorf("the rates desk's day: %w", err)
	}
	p := kind.Proposal{Label: "refresh rates", Said: "Rates of " + dates.Long(day.(kind.Date).Time, at.Locale)}
	fresh := list
	fresh.Currencies = append([]pricing.CurrencyLine(nil), list.Currencies...)
	for i := 1; i < len(list.Currencies); i++ {
		c := list.Currencies[i]
		text, ok := q.Rates[c.Currency.Code]
		if !ok {
			p.Said += "; none for " + c.Currency.Code
			continue
		}
		value, err := pricing.RateType{}.Parse(text)
		if err != nil {
			return kind.Proposal{}, fmt.Errorf("the rates desk's rate for %s: %w", c.Currency.Code, err)
		}
		rate, err := money.ParseDecimal(value.String())
		if err != nil {
			return kind.Proposal{}, fmt.Errorf("the rates desk's rate for %s: %w", c.Currency.Code, err)
		}
		fresh.Currencies[i].Rate = &rate
		p.Edits = append(p.Edits,
			kind.FactEdit{Axis: "currencies", Item: c.ID, Key: "rate", Text: value.String()},
			kind.FactEdit{Axis: "currencies", Item: c.ID, Key: "rate-date", Text: q.Date})
		old := "none"
		if c.Rate != nil {
			old = c.Rate.String()
		}
		p.Lines = append(p.Lines, kind.Comparison{Where: c.Currency.Code + " for one " + q.Base, Old: old,
			New: value.String()})
	}
	p.Lines = append(p.Lines, changedPrices(set, list, fresh, at)...)
	return p, nil
}

// changedPrices lists the prices that other rates would change.
func changedPrices(set kind.Set, old, fresh pricing.List, at kind.Scene) []kind.Comparison {
	var lines []kind.Comparison
	locale := money.LocaleFor(at.Locale)
	for _, record := range set.Records {
		for i, currency := range old.Currencies {
			for _, period := range old.Periods {
				before, _, had := old.Price(record.ID, period, currency)
				after, _, has := fresh.Price(record.ID, period, fresh.Currencies[i])
				line := kind.Comparison{Where: kind.Text(record.Facts, "title") + ", " + period.Label, Old: "no amount",
					New: "no amount"}
				if had {
					line.Old = writtenPrice(before, locale, currency.Currency)
				}
				if has {
					line.New = writtenPrice(after, locale, currency.Currency)
				}
				if line.Old != line.New {
					lines = append(lines, line)
				}
			}
		}
	}
	return lines
}

// writtenPrice is a price for its designer to compare.
func writtenPrice(p pricing.Price, locale money.Locale, currency money.Currency) string {
	if !p.HasAmount() || p.Free || len(p.Bands) > 0 {
		return p.String()
	}
	text := locale.Format(p.Amount, currency, money.Style{})
	if p.Plus != nil {
		text += " plus " + locale.Format(*p.Plus, currency, money.Style{})
	}
	return text
}

// staleAfter is how old a rate may be before a mark says so: a month (common practice).
const staleAfter = 31 * 24 * time.Hour
