package skillbars

import (
	"fmt"
	"regexp"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/money"
)

// splitValue takes apart what people write of a value: "80 %", "3 of 5 levels", "1,240/2,000 hours". It is nil for a
// bare number.
func splitValue(text string) map[string]string {
	found := valuePattern.FindStringSubmatch(strings.TrimSpace(text))
	if found == nil {
		return nil
	}
	facts := map[string]string{"value": strings.TrimSpace(found[1])}
	if found[2] != "" {
		facts["most"] = strings.TrimSpace(found[2])
	}
	if unit := strings.TrimSpace(found[3]); unit != "" && unit != percentUnit {
		facts["unit"] = unit
	}
	return facts
}

var valuePattern = regexp.MustCompile(
	`^([-+−]?[0-9][0-9.,'’\s\x{a0}\x{202f}]*)` +
		`(?:(?:of|out of|von|sur|de|di|van|av|/)\s*([0-9][0-9.,'’\s\x{a0}\x{202f}]*))?` +
		`\s*([%\p{L}][\p{L}\s.%]*)?$`,
)

// check finds what is wrong or doubtful in a set of skills. Needs are common practice.
func check(set kind.Set, at kind.Scene) []kind.Finding {
	c := checker{set: set, locale: money.LocaleFor(at.Locale)}
	for _, r := range set.Records {
		c.outside(r)
		c.decimals(r)
	}
	c.scales()
	c.unit()
	return c.found
}

type checker struct {
	set    kind.Set
	locale money.Locale
	found  []kind.Finding
}

func (c *checker) number(n kind.Number) string { return c.locale.Number(n.Decimal, n.Places()) }

// outside finds a value, or a target, that lies outside the range: its bar shows the end of the range.
func (c *checker) outside(r kind.Record) {
	least, most := rangeOf(c.set, r)
	name := kind.Text(r.Facts, "name")
	if most.Cmp(least.Decimal) <= 0 {
		c.found = append(c.found, kind.Finding{Check: "range", Where: name, Record: r.ID, Key: "most",
			Measured: c.number(least) + " to " + c.number(most), Needed: "the most above the least", Serious: true})
		return
	}
	needed := c.number(least) + " to " + c.number(most)
	for _, key := range []string{"value", "target"} {
		value, ok := c.set.Said(r, key).(kind.Number)
		if !ok || value.Cmp(least.Decimal) >= 0 && value.Cmp(most.Decimal) <= 0 {
			continue
		}
		nearest := least
		if value.Cmp(most.Decimal) > 0 {
			nearest = most
		}
		edit := kind.FactEdit{Key: key, Text: nearest.String()}
		if _, own := r.Facts[key]; own {
			edit.Record = r.ID
		}
		c.found = append(c.found, kind.Finding{Check: "range", Where: name + ", " + key, Record: r.ID, Key: key,
			Measured: c.number(value), Needed: needed, Serious: key == "value",
			Mend: &kind.Mend{Label: key + " → " + c.number(nearest), Facts: []kind.FactEdit{edit}}})
	}
}

// scales finds bars with different ranges side by side: their lengths do not compare.
func (c *checker) scales() {
	seen, first := map[string]string{}, []string{}
	for _, r := range c.set.Records {
		least, most := rangeOf(c.set, r)
		scale := strings.TrimSpace(fmt.Sprintf("%s to %s %s", c.number(least), c.number(most), text(c.set.Said(r, "unit"))))
		if _, ok := seen[scale]; !ok {
			seen[scale] = r.ID
			first = append(first, scale)
		}
	}
	if len(first) > 1 {
		c.found = append(c.found, kind.Finding{Check: "scales", Where: "bars side by side", Record: seen[first[1]],
			Key: "most", Measured: strings.Join(first, "; "), Needed: "one range, so that lengths compare"})
	}
}

// decimals finds a value that says more than a bar can show.
func (c *checker) decimals(r kind.Record) {
	value := valueOf(r)
	if value.Places() <= mostDecimals {
		return
	}
	rounded := kind.Number{Decimal: value.HalfUp(mostDecimals)}
	c.found = append(c.found, kind.Finding{Check: "decimals", Where: kind.Text(r.Facts, "name"), Record: r.ID,
		Key: "value", Measured: c.number(value), Needed: fmt.Sprintf("at most %d decimal", mostDecimals),
		Mend: &kind.Mend{Label: "value → " + c.number(rounded), Facts: []kind.FactEdit{{Record: r.ID, Key: "value",
			Text: rounded.String()}}}})
}

// unit finds a range that is no percentage and says nothing of what is counted.
func (c *checker) unit() {
	for _, r := range c.set.Records {
		least, most := rangeOf(c.set, r)
		if text(c.set.Said(r, "unit")) == "" && !(least.IsZero() && most.String() == "100") {
			c.found = append(c.found, kind.Finding{Check: "unit", Where: kind.Text(r.Facts, "name"), Record: r.ID, Key: "unit",
				Measured: c.number(least) + " to " + c.number(most), Needed: "what is counted"})
			return
		}
	}
}
