package pricing

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/money"
	"rubrel/core/pricing"
	"rubrel/kinds/pricing/shop"
)

// checker gathers findings on one price list.
type checker struct {
	set    kind.Set
	at     kind.Scene
	list   pricing.List // as it holds now
	said   func(plan, period, currency string) (pricing.Price, bool)
	locale money.Locale
	found  []kind.Finding
}

// check finds what is wrong or doubtful in a price list. Needs are common practice.
func check(set kind.Set, at kind.Scene) []kind.Finding {
	c := &checker{set: set, at: at, list: pricing.NewList(set).AsOf(at.Now), said: pricing.NewList(set).Said,
		locale: money.LocaleFor(at.Locale)}
	if len(c.list.Periods) == 0 || len(c.list.Currencies) == 0 {
		return nil
	}
	c.featured()
	c.order()
	c.lost()
	c.lesser()
	c.ranges()
	c.unpriced()
	c.sides()
	for _, record := range c.set.Records {
		c.cliff(record)
		c.deadline(record)
	}
	for _, currency := range c.list.Currencies {
		c.missing(currency)
		c.stale(currency)
		c.ambiguous(currency)
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

func (c *checker) plans() []string {
	plans := make([]string, len(c.set.Records))
	for i, record := range c.set.Records {
		plans[i] = record.ID
	}
	return plans
}

// base is a plan's amount for the first period in the first currency.
func (c *checker) base(record kind.Record) (money.Decimal, bool) {
	price, _, ok := c.list.Price(record.ID, c.list.Periods[0], c.list.Currencies[0])
	return price.Amount, ok && price.HasAmount()
}

// compared are the amounts by which two plans are told dearer or cheaper: what they say where both count alike, and
// where one has a price a seat and the other has not, what they come to for the seats that are asked for.
func (c *checker) compared(first, second kind.Record) (a, b money.Decimal, seats int64, ok bool) {
	of := func(r kind.Record) (pricing.Tariff, bool) {
		return c.list.Tariff(r.ID, c.list.Periods[0], c.list.Currencies[0])
	}
	one, ok := of(first)
	other, also := of(second)
	if !ok || !also {
		return a, b, 0, false
	}
	if one.Model == other.Model {
		a, _ = c.base(first)
		b, _ = c.base(second)
		return a, b, 0, true
	}
	n := shop.Asked(c.set, c.list)
	return one.Total(n), other.Total(n), n, true
}

// dearer reports whether the second of two plans costs more than the first: where ranges of seats pick the plan, it is
// the one for more seats.
func (c *checker) dearer(first, second kind.Record) bool {
	if a, b := c.list.Seating(first.ID).Fits, c.list.Seating(second.ID).Fits; a != nil && b != nil {
		return b.From > a.From
	}
	less, more, _, ok := c.compared(first, second)
	return ok && more.Cmp(less) > 0
}

// featured: exactly one plan stands out. None is a choice that the designer may say is meant so.
func (c *checker) featured() {
	var ids []string
	for _, record := range c.set.Records {
		if record.Featured {
			ids = append(ids, record.ID)
		}
	}
	finding := kind.Finding{Check: "featured", Where: "plans that stand out", Measured: strconv.Itoa(len(ids)),
		Needed: "one"}
	switch middle := len(c.set.Records) / 2; {
	case len(ids) > 1:
		finding.Mend = &kind.Mend{Label: "feature only the first of them", Unfeature: ids[1:]}
	case len(ids) == 0 && len(c.set.Records) > 1:
		finding.Mend = &kind.Mend{Label: "feature " + c.title(c.set.Records[middle]), Feature: c.set.Records[middle].ID}
	default:
		return
	}
	c.found = append(c.found, finding)
}

// order: a plan that costs less than the one before it. Plans that are picked by the number of seats are ordered by
// that.
func (c *checker) order() {
	if c.list.Ranges(c.plans()) != nil {
		return
	}
	for i := 1; i < len(c.set.Records); i++ {
		before, record := c.set.Records[i-1], c.set.Records[i]
		dear, cheap, seats, ok := c.compared(before, record)
		if !ok || cheap.Cmp(dear) >= 0 {
			continue
		}
		whole := ""
		if seats > 0 {
			whole = fmt.Sprintf(" for %d seats", seats)
		}
		mend := &kind.Mend{Label: "move " + c.title(record) + " before " + c.title(before)}
		mend.Move.Record = record.ID
		for j := range i - 1 { // after the last plan that costs no more
			if amount, own, _, ok := c.compared(c.set.Records[j], record); !ok || amount.Cmp(own) <= 0 {
				mend.Move.After = c.set.Records[j].ID
			}
		}
		c.found = append(c.found, kind.Finding{Check: "order", Where: c.title(record) + " after " + c.title(before),
			Record:   record.ID,
			Measured: c.shown(cheap, c.list.Currencies[0]) + whole,
			Needed:   "at least " + c.shown(dear, c.list.Currencies[0]) + whole, Mend: mend})
	}
}

// lost: a feature that a cheaper plan has and a dearer one lacks.
func (c *checker) lost() {
	for _, item := range c.set.Items("features") {
		key := "feature:" + item.ID
		for _, record := range c.set.Records {
			if inclusion, _ := record.Facts[key].(kind.Inclusion); inclusion.Has {
				continue
			}
			has := slices.IndexFunc(c.set.Records, func(cheaper kind.Record) bool {
				inclusion, _ := cheaper.Facts[key].(kind.Inclusion)
				return inclusion.Has && c.dearer(cheaper, record)
			})
			if has < 0 {
				continue
			}
			cheaper := c.set.Records[has]
			c.found = append(c.found, kind.Finding{Check: "lost", Where: kind.Text(item.Facts, "name") + ": " +
				c.title(record) + " lacks what " + c.title(cheaper) + " has",
				Record: record.ID, Key: key, Measured: "no", Needed: cheaper.Facts[key].String(), Forms: shop.Lists,
				Mend: &kind.Mend{Label: "give it to " + c.title(record), Facts: []kind.FactEdit{{Record: record.ID, Key: key,
					Text: cheaper.Facts[key].String()}}}})
		}
	}
}

// lesser: a feature of which a dearer plan says a smaller number than a cheaper one, in the same words.
func (c *checker) lesser() {
	for _, item := range c.set.Items("features") {
		key := "feature:" + item.ID
		for _, record := range c.set.Records {
			less, words, ok := c.amountOf(record.Facts[key])
			if !ok {
				continue
			}
			for _, cheaper := range c.set.Records {
				more, same, also := c.amountOf(cheaper.Facts[key])
				if !also || words != same || less.Cmp(more) >= 0 || !c.dearer(cheaper, record) {
					continue
				}
				c.found = append(c.found, kind.Finding{Check: "lesser", Where: fmt.Sprintf("%s: %s has less than %s",
					kind.Text(item.Facts, "name"), c.title(record), c.title(cheaper)), Record: record.ID, Key: key,
					Measured: record.Facts[key].String(), Needed: "at least " + cheaper.Facts[key].String(), Forms: shop.Lists})
				break
			}
		}
	}
}

// amountOf is the number with which the value of a feature begins, and the words after it.
func (c *checker) amountOf(v kind.Value) (money.Decimal, string, bool) {
	inclusion, ok := v.(kind.Inclusion)
	end := strings.IndexFunc(inclusion.Value, func(r rune) bool {
		return !strings.ContainsRune("0123456789.,'’ \u00a0\u202f", r)
	})
	if end < 0 {
		end = len(inclusion.Value)
	}
	amount, err := c.locale.ReadNumber(strings.TrimSpace(inclusion.Value[:end]))
	return amount, strings.TrimSpace(inclusion.Value[end:]), ok && err == nil
}

// unpriced: a plan that no period prices, and a period that no plan is sold for. Words instead of an amount are a
// price.
func (c *checker) unpriced() {
	sold := map[string]bool{} // plans and periods with a price in some currency
	for _, record := range c.set.Records {
		for _, period := range c.list.Periods {
			for _, currency := range c.list.Currencies {
				if _, _, ok := c.list.Price(record.ID, period, currency); ok {
					sold["plan "+record.ID], sold["period "+period.ID] = true, true
				}
			}
		}
	}
	for _, record := range c.set.Records {
		if !sold["plan "+record.ID] {
			c.found = append(c.found, kind.Finding{Check: "price", Where: c.title(record), Record: record.ID,
				Key: "price", Measured: "no price", Needed: "an amount, or words such as Ask us", Serious: true})
		}
	}
	for i, period := range c.list.Periods {
		if sold["period "+period.ID] || len(c.set.Records) == 0 {
			continue
		}
		item, _ := c.set.ItemNamed("periods", period.ID)
		finding := kind.Finding{Check: "period", Where: kind.Text(item.Facts, "label"),
			Key: period.ID, Measured: "no plan has a price", Needed: "a price, or no such period", Serious: true}
		if i > 0 { // others follow from the first
			finding.Mend = &kind.Mend{Label: "take it off the list"}
			finding.Mend.Without.Axis, finding.Mend.Without.Item = "periods", period.ID
		}
		c.found = append(c.found, finding)
	}
}

// sides: what is said of a side of the switch that the list does not have, and sides that read alike.
func (c *checker) sides() {
	var periods, codes []string
	for _, period := range c.list.Periods {
		if slices.Contains(periods, period.Label) {
			c.found = append(c.found, kind.Finding{Check: "switch", Where: "two sides", Key: period.ID,
				Measured: "both read " + period.Label, Needed: "words of its own for each", Serious: true})
		}
		periods = append(periods, period.Label)
	}
	for _, currency := range c.list.Currencies {
		codes = append(codes, currency.Currency.Code)
	}
	for _, said := range []struct {
		field string
		sides []string
		other string // what it may say besides
	}{{"opens", periods, ""}, {"quiet", periods, ""}, {"opens-in", codes, shop.ByRegion}} {
		text := kind.Text(c.set.Facts, said.field)
		if text == "" || text == said.other || slices.Contains(said.sides, text) {
			continue
		}
		field, _ := c.set.Kind.SetFieldNamed(said.field)
		c.found = append(c.found, kind.Finding{Check: "switch", Where: field.Label, Key: field.Name, Measured: text,
			Needed: "one of " + strings.Join(said.sides, ", "), Mend: &kind.Mend{Label: "take it back",
				Facts: []kind.FactEdit{{Key: field.Name}}}})
	}
}

// missing: plans that are sold in the first currency and have no amount in another.
func (c *checker) missing(currency pricing.CurrencyLine) {
	if currency.ID == c.list.Currencies[0].ID {
		return
	}
	finding := kind.Finding{Check: "missing", Key: currency.ID, Measured: "no amount",
		Needed: "an amount, or a rate for " + currency.Currency.Code, Source: rates.Name}
	for _, record := range c.set.Records {
		_, sold := c.base(record)
		if _, _, ok := c.list.Price(record.ID, c.list.Periods[0], currency); sold && !ok {
			finding.Places = append(finding.Places, c.title(record)+" in "+currency.Currency.Code)
			finding.Record = record.ID
		}
	}
	switch len(finding.Places) {
	case 0:
		return
	case 1:
		finding.Where, finding.Places = finding.Places[0], nil
	default:
		finding.Where, finding.Record = fmt.Sprintf("%d plans in %s", len(finding.Places), currency.Currency.Code), ""
	}
	c.found = append(c.found, finding)
}
