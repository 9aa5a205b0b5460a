package statistics

import (
	"fmt"
	"regexp"
	"strconv"
	"strings"

	"rubrel/core/dates"
	"rubrel/core/kind"
	"rubrel/core/money"
)

// splitValue takes apart what people write of a figure: "€ 12,000", "14,500 kg", "97%". It is nil for a bare number.
func splitValue(text string) map[string]string {
	found := valuePattern.FindStringSubmatch(strings.TrimSpace(text))
	if found == nil {
		return nil
	}
	if of := outOfPattern.FindStringSubmatch(strings.TrimSpace(found[3])); of != nil && len(found[2]) > len(of[1]) &&
		!strings.ContainsAny(found[2], ".,") {
		return nil // 24/7 is no figure out of 7
	}
	facts := map[string]string{"value": strings.TrimSpace(found[2])}
	if prefix := strings.TrimSpace(found[1]); prefix != "" {
		facts["prefix"] = prefix
	}
	if unit := strings.TrimSpace(found[3]); unit != "" {
		facts["unit"] = unit
	}
	return facts
}

var valuePattern = regexp.MustCompile(
	`^([^\d\s−-]{1,12}\s*)?([-−]?[0-9](?:[0-9.,'’\s\x{a0}\x{202f}]*[0-9])?)\s*([^\d\s].{0,23})?$`,
)

// outOfPattern is what a figure is out of, as "4,8/5" has it.
var outOfPattern = regexp.MustCompile(`^/\s*([0-9]+)$`)

// check finds what is wrong or doubtful in a set of figures. Needs are common practice.
func check(set kind.Set, at kind.Scene) []kind.Finding {
	c := checker{set: set, at: at, locale: money.LocaleFor(at.Locale)}
	for _, r := range set.Records {
		c.missing(r)
		c.decimals(r)
		c.old(r)
		c.share(r)
		c.currencies(r)
	}
	c.units()
	return c.found
}

type checker struct {
	set    kind.Set
	at     kind.Scene
	locale money.Locale
	found  []kind.Finding
}

func (c *checker) add(f kind.Finding, r kind.Record) {
	f.Where, f.Record = kind.Text(r.Facts, "label"), r.ID
	c.found = append(c.found, f)
}

// missing finds a figure without a number: one that says none, or follows what is not there.
func (c *checker) missing(r kind.Record) {
	if c.set.Fact(r, "value") != nil {
		return
	}
	f := kind.Finding{Check: "missing", Key: "value", Measured: "no value", Needed: "a number, or something to follow",
		Serious: true}
	if follow, ok := r.Facts["follows"].(Follow); ok {
		f.Key, f.Measured, f.Needed = "follows", follow.String(), "a set and a field of the site that say numbers"
	}
	c.add(f, r)
}

// mostDecimals is how many decimals a reader takes in (common practice).
const mostDecimals = 2

// decimals finds a figure that is shown with more decimals than are read.
func (c *checker) decimals(r kind.Record) {
	value, ok := c.set.Fact(r, "value").(kind.Number)
	if _, err := strconv.Atoi(text(c.set.Said(r, "decimals"))); !ok || err == nil ||
		text(c.set.Said(r, "notation")) == compact || value.Places() <= mostDecimals {
		return
	}
	c.add(kind.Finding{Check: "decimals", Key: "value", Measured: c.locale.Number(value.Decimal, value.Places()),
		Needed: fmt.Sprintf("at most %d decimals", mostDecimals),
		Mend: &kind.Mend{Label: fmt.Sprintf("decimals → %d", mostDecimals-1),
			Facts: []kind.FactEdit{{Record: r.ID, Key: "decimals", Text: strconv.Itoa(mostDecimals - 1)}}}}, r)
}

// old finds a figure whose day is more than a year ago.
func (c *checker) old(r kind.Record) {
	date, ok := c.set.Said(r, "date").(kind.Date)
	if !ok || !date.AddDate(1, 0, 0).Before(c.at.Now) {
		return
	}
	c.add(kind.Finding{Check: "old", Key: "date", Measured: dates.Long(date.Time, c.at.Locale),
		Needed: "a figure of the last twelve months"}, r)
}

// share finds a part of a hundred that is more than all, or less than nothing. What grew may do so: a sign says that.
func (c *checker) share(r kind.Record) {
	value, ok := c.set.Fact(r, "value").(kind.Number)
	whole := money.NewDecimal(100, 0)
	if !ok || text(c.set.Said(r, "unit")) != "%" || !value.IsNegative() && value.Cmp(whole) <= 0 ||
		strings.HasPrefix(text(c.set.Said(r, "prefix")), "+") {
		return
	}
	c.add(kind.Finding{Check: "unit", Key: "unit", Measured: c.locale.Number(value.Decimal, value.Places()) + " %",
		Needed: "0 to 100 %, or another unit"}, r)
}

// currencies finds an amount with one currency before it and another after it.
func (c *checker) currencies(r kind.Record) {
	before := money.CurrencyOf(text(c.set.Said(r, "prefix")))
	after := money.CurrencyOf(text(c.set.Said(r, "unit")))
	if before == "" || after == "" {
		return
	}
	c.add(kind.Finding{Check: "unit", Key: "unit", Measured: before + " and " + after, Needed: "one currency",
		Mend: &kind.Mend{Label: "no unit", Facts: []kind.FactEdit{{Record: r.ID, Key: "unit"}}}}, r)
}

// units finds figures without a unit among others that have one: a reader takes it for the same.
func (c *checker) units() {
	var bare []kind.Record
	with := 0
	for _, r := range c.set.Records {
		if c.set.Said(r, "unit") != nil || c.set.Said(r, "prefix") != nil {
			with++
		} else {
			bare = append(bare, r)
		}
	}
	if with <= len(bare) {
		return
	}
	for _, r := range bare {
		c.add(kind.Finding{Check: "unit", Key: "unit", Measured: "none", Needed: "a unit, as most figures beside it have"}, r)
	}
}
