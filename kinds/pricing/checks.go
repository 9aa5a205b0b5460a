package pricing

import (
	"fmt"
	"strconv"

	"rubrel/core/kind"
	"rubrel/core/money"
	"rubrel/core/pricing"
)

// checker gathers findings on one price list.
type checker struct {
	set    kind.Set
	list   pricing.List
	locale money.Locale
	found  []kind.Finding
}

// check finds what is wrong or doubtful in a price list. Needs are common practice.
func check(set kind.Set, locale string) []kind.Finding {
	c := &checker{set: set, list: pricing.NewList(set), locale: money.LocaleFor(locale)}
	if len(c.list.Periods) == 0 || len(c.list.Currencies) == 0 {
		return nil
	}
	c.featured()
	c.order()
	c.lost()
	for _, currency := range c.list.Currencies {
		c.missing(currency)
		for _, period := range c.list.Periods[1:] {
			c.savings(period, currency)
		}
	}
	return c.found
}

func (c *checker) title(record kind.Record) string { return kind.Text(record.Facts, "title") }

func (c *checker) shown(amount money.Decimal, currency pricing.CurrencyLine) string {
	return c.locale.Format(amount, currency.Currency, money.Style{})
}

// base is a plan's amount for the first period in the first currency.
func (c *checker) base(record kind.Record) (money.Decimal, bool) {
	price, _, ok := c.list.Price(record.ID, c.list.Periods[0], c.list.Currencies[0])
	return price.Amount, ok && price.HasAmount()
}

// featured: two plans that stand out do not stand out. None at all is a choice.
func (c *checker) featured() {
	var ids []string
	for _, record := range c.set.Records {
		if record.Featured {
			ids = append(ids, record.ID)
		}
	}
	if len(ids) > 1 {
		c.found = append(c.found, kind.Finding{Check: "featured", Where: "plans that stand out", Measured: strconv.Itoa(len(ids)), Needed: "one at most",
			Mend: &kind.Mend{Label: "feature only the first", Unfeature: ids[1:]}})
	}
}

// order: a plan that costs less than the one before it.
func (c *checker) order() {
	for i := 1; i < len(c.set.Records); i++ {
		before, record := c.set.Records[i-1], c.set.Records[i]
		dear, hasBefore := c.base(before)
		cheap, has := c.base(record)
		if !has || !hasBefore || cheap.Cmp(dear) >= 0 {
			continue
		}
		mend := &kind.Mend{Label: "move " + c.title(record) + " before " + c.title(before)}
		mend.Move.Record = record.ID
		for j := range i - 1 { // after the last plan that costs no more
			if amount, ok := c.base(c.set.Records[j]); !ok || amount.Cmp(cheap) <= 0 {
				mend.Move.After = c.set.Records[j].ID
			}
		}
		c.found = append(c.found, kind.Finding{Check: "order", Where: c.title(record) + " after " + c.title(before), Record: record.ID,
			Measured: c.shown(cheap, c.list.Currencies[0]), Needed: "at least " + c.shown(dear, c.list.Currencies[0]), Mend: mend})
	}
}

// lost: a feature that a cheaper plan has and a dearer one lacks.
func (c *checker) lost() {
	for _, item := range c.set.Items("features") {
		key := "feature:" + item.ID
		var has *kind.Record
		for i := range c.set.Records {
			record := c.set.Records[i]
			inclusion, _ := record.Facts[key].(kind.Inclusion)
			if inclusion.Has {
				has = &c.set.Records[i]
				continue
			}
			if has == nil {
				continue
			}
			cheap, ok := c.base(*has)
			dear, also := c.base(record)
			if !ok || !also || dear.Cmp(cheap) <= 0 {
				continue
			}
			c.found = append(c.found, kind.Finding{Check: "lost", Where: kind.Text(item.Facts, "name") + ": " + c.title(record) + " lacks what " + c.title(*has) + " has",
				Record: record.ID, Key: key, Measured: "no", Needed: has.Facts[key].String(),
				Mend: &kind.Mend{Label: "give it to " + c.title(record), Facts: []kind.FactEdit{{Record: record.ID, Key: key, Text: has.Facts[key].String()}}}})
		}
	}
}

// missing: a plan that is sold in the first currency and has no amount in another.
func (c *checker) missing(currency pricing.CurrencyLine) {
	if currency.ID == c.list.Currencies[0].ID {
		return
	}
	for _, record := range c.set.Records {
		_, sold := c.base(record)
		if _, _, ok := c.list.Price(record.ID, c.list.Periods[0], currency); sold && !ok {
			c.found = append(c.found, kind.Finding{Check: "missing", Where: c.title(record) + " in " + currency.Currency.Code, Record: record.ID, Key: currency.ID,
				Measured: "no amount", Needed: "an amount, or a rate for " + currency.Currency.Code})
		}
	}
}

// savings: a longer period that costs no less than the base period as often.
func (c *checker) savings(period pricing.PeriodLine, currency pricing.CurrencyLine) {
	n, commensurable := period.Period.Times(c.list.Periods[0].Period)
	if !commensurable || n < 2 {
		return
	}
	for _, record := range c.set.Records {
		each, _, ok := c.list.Price(record.ID, c.list.Periods[0], currency)
		whole, origin, also := c.list.Price(record.ID, period, currency)
		if !ok || !also || !each.HasAmount() || !whole.HasAmount() || each.Free || whole.Free {
			continue
		}
		full := each.Amount.Mul(money.NewDecimal(int64(n), 0))
		if whole.Amount.Cmp(full) < 0 {
			continue
		}
		key := "price:" + period.ID + ":" + currency.ID
		finding := kind.Finding{Check: "saving", Where: fmt.Sprintf("%s, %s against %d × %s", c.title(record), period.Label, n, c.list.Periods[0].Label),
			Record: record.ID, Key: key, Measured: c.shown(whole.Amount, currency), Needed: "less than " + c.shown(full, currency)}
		if origin == pricing.SaidPrice && period.Rule != nil {
			finding.Mend = &kind.Mend{Label: "let " + c.title(record) + " follow the rule " + period.Rule.String(), Facts: []kind.FactEdit{{Record: record.ID, Key: key}}}
		}
		c.found = append(c.found, finding)
	}
}
