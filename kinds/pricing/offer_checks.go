package pricing

import (
	"fmt"
	"strings"
	"time"

	"rubrel/core/kind"
	"rubrel/core/money"
	"rubrel/core/pricing"
)

// savings: a longer period that costs as much as the base period as often, or more.
func (c *checker) savings(period pricing.PeriodLine, currency pricing.CurrencyLine) {
	n, commensurable := period.Period.Times(c.list.Periods[0].Period)
	if !commensurable || n < 2 {
		return
	}
	for _, record := range c.set.Records {
		each, _, ok := c.list.Price(record.ID, c.list.Periods[0], currency)
		whole, origin, also := c.list.Price(record.ID, period, currency)
		if !ok || !also || !each.HasAmount() || !whole.HasAmount() || each.Free || whole.Free || len(each.Bands) > 0 ||
			len(whole.Bands) > 0 {
			continue
		}
		full := each.Amount.Mul(money.NewDecimal(int64(n), 0))
		if whole.Amount.Cmp(full) < 0 {
			continue
		}
		finding := kind.Finding{Check: "saving", Where: fmt.Sprintf("%s, %s against %d × %s", c.title(record), period.Label,
			n, c.list.Periods[0].Label),
			Record: record.ID, Key: "price:" + period.ID + ":" + currency.ID, Measured: c.shown(whole.Amount, currency),
			Needed: "less than " + c.shown(full, currency)}
		if whole.Amount.Cmp(full) > 0 {
			finding.Check, finding.Serious = "dearer", true
		}
		finding.Mend = c.mendSaving(record, period, currency, origin, each.Amount.Mul(money.NewDecimal(int64(n-1), 0)))
		c.found = append(c.found, finding)
	}
}

// mendSaving lets a price follow its rule, or gives one base period free where there is none that saves.
func (c *checker) mendSaving(record kind.Record, period pricing.PeriodLine, currency pricing.CurrencyLine,
	origin pricing.Origin, lessOne money.Decimal) *kind.Mend {
	key := "price:" + period.ID + ":" + currency.ID
	saves := period.Rule != nil && (period.Rule.Free > 0 || !period.Rule.Percent.IsZero())
	switch {
	case origin == pricing.SaidPrice && saves:
		return &kind.Mend{Label: "let " + c.title(record) + " follow the rule " + period.Rule.String(),
			Facts: []kind.FactEdit{{Record: record.ID, Key: key}}}
	case origin == pricing.RulePrice && !saves:
		return &kind.Mend{Label: "let the rule be 1 free", Facts: []kind.FactEdit{{Axis: "periods", Item: period.ID,
			Key: "rule", Text: "1 free"}}}
	}
	return &kind.Mend{Label: "one " + c.list.Periods[0].Label + " free: " + c.shown(lessOne, currency),
		Facts: []kind.FactEdit{{Record: record.ID, Key: key, Text: lessOne.String()}}}
}

// soon is how long before a deadline a mark warns of it, and by how much its mend puts it off (common practice).
const (
	soon   = 14 * 24 * time.Hour
	putOff = 30
)

// deadline: an offer that is over, or soon will be, or that ends nothing.
func (c *checker) deadline(record kind.Record) {
	until, ok := c.set.Said(record, "until").(kind.Moment)
	if !ok {
		return
	}
	own := kind.FactEdit{Key: "until"}
	if _, said := record.Facts["until"]; said {
		own.Record = record.ID
	}
	finding := kind.Finding{Check: "deadline", Where: c.title(record) + ", offer until " + until.String(),
		Record: record.ID, Key: "until"}
	back := c.ordinary(record)
	switch left := until.At.Sub(c.at.Now); {
	case len(back) == 0 && own.Record == "":
		return // the set's deadline is for the others
	case len(back) == 0:
		finding.Measured, finding.Needed = "no earlier price", "a price such as 9.00 was 12.00"
		finding.Mend = &kind.Mend{Label: "take the deadline away", Facts: []kind.FactEdit{own}}
	case left <= 0:
		finding.Measured, finding.Needed, finding.Serious = "over", "the ordinary price", true
		finding.Mend = &kind.Mend{Label: "say the ordinary price of " + c.title(record), Facts: back}
		if own.Record != "" {
			finding.Mend.Facts = append(finding.Mend.Facts, own)
		}
	case left < soon:
		own.Text = kind.NewMoment(until.At.AddDate(0, 0, putOff), until).String()
		finding.Measured, finding.Needed = fmt.Sprintf("%d h left", int(left.Hours())), "a look before it ends"
		finding.Mend = &kind.Mend{Label: fmt.Sprintf("put it off by %d days", putOff), Facts: []kind.FactEdit{own}}
	default:
		return
	}
	c.found = append(c.found, finding)
}

// ordinary is the edits by which every price of a plan that has an earlier one goes back to it.
func (c *checker) ordinary(record kind.Record) []kind.FactEdit {
	var edits []kind.FactEdit
	for _, period := range c.list.Periods {
		for _, currency := range c.list.Currencies {
			if price, ok := c.said(record.ID, period.ID, currency.ID); ok && price.Was != nil {
				edits = append(edits, kind.FactEdit{Record: record.ID, Key: "price:" + period.ID + ":" + currency.ID,
					Text: price.Ordinary().String()})
			}
		}
	}
	return edits
}

// stale: a rate without a day, or older than a month.
func (c *checker) stale(currency pricing.CurrencyLine) {
	if currency.Rate == nil || currency.ID == c.list.Currencies[0].ID {
		return
	}
	finding := kind.Finding{Check: "rate", Where: "the rate of " + currency.Currency.Code, Key: currency.ID,
		Measured: "no day said", Needed: "a month old at most", Source: rates.Name}
	if !currency.RateDate.IsZero() {
		age := c.at.Now.Sub(currency.RateDate.Time)
		if age <= staleAfter {
			return
		}
		finding.Measured = fmt.Sprintf("%d days old", int(age.Hours()/24))
	}
	c.found = append(c.found, finding)
}

// ambiguous: a sign that several currencies have, where the reader cannot tell which is meant.
func (c *checker) ambiguous(currency pricing.CurrencyLine) {
	if kind.Text(c.set.Facts, "sign") == "code" {
		return
	}
	sign := c.locale.Symbol(currency.Currency.Code)
	same := 0
	for _, other := range c.list.Currencies {
		if c.locale.Symbol(other.Currency.Code) == sign {
			same++
		}
	}
	// A locale with a region writes "$" for its own currency only; one without leaves the reader to guess.
	guessed := sign == "$" && (!strings.Contains(c.at.Locale, "-") || len(c.list.Currencies) > 1)
	if same < 2 && !guessed {
		return
	}
	c.found = append(c.found, kind.Finding{Check: "sign", Where: currency.Currency.Code + " is shown as " + sign,
		Key: currency.ID, Measured: sign, Needed: "a sign that only one currency has",
		Mend: &kind.Mend{Label: "show codes: " + currency.Currency.Code,
			Facts: []kind.FactEdit{{Key: "sign", Text: "code"}}}})
}
