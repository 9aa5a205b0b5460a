package pricing

import (
	"fmt"

	"rubrel/core/kind"
	"rubrel/core/pricing"
	"rubrel/kinds/pricing/shop"
)

// ranges: numbers of seats that no plan fits, or several, and plans that no number reaches. One mend joins them all.
func (c *checker) ranges() {
	plans := c.plans()
	ranges := c.list.Ranges(plans)
	if ranges == nil {
		return
	}
	mend := &kind.Mend{Label: "join the ranges without gap or overlap"}
	for i, r := range pricing.MendRanges(ranges, c.list.Seats) {
		if r != ranges[i] {
			mend.Facts = append(mend.Facts, kind.FactEdit{Record: plans[i], Key: "fits", Text: r.String()})
		}
	}
	var folded kind.Finding
	for i, fault := range pricing.CheckRanges(ranges, c.list.Seats) {
		record := c.set.Records[fault.Plan]
		measured := "nothing said"
		if ranges[fault.Plan] != (pricing.Range{}) {
			measured = ranges[fault.Plan].String()
		}
		where := c.title(record) + ": " + fault.Problem
		if folded.Places = append(folded.Places, where); i > 0 {
			continue
		}
		folded = kind.Finding{Places: folded.Places, Check: "range", Where: where,
			Record: record.ID, Key: "fits",
			Measured: measured, Needed: "every number one plan", Mend: mend, Serious: true, Forms: shop.WithSeats}
	}
	switch len(folded.Places) {
	case 0:
		return
	case 1:
		folded.Places = nil
	default:
		folded.Where += fmt.Sprintf(" and %d more", len(folded.Places)-1)
	}
	c.found = append(c.found, folded)
}

// cliff: a number of seats that costs more than one seat more.
func (c *checker) cliff(record kind.Record) {
	for _, period := range c.list.Periods {
		tariff, ok := c.list.Tariff(record.ID, period, c.list.Currencies[0])
		if !ok {
			continue
		}
		cliffs := pricing.Cliffs(tariff, c.list.Seats)
		if len(cliffs) == 0 {
			continue
		}
		n, step := cliffs[0], max(1, c.list.Seats.Step)
		more := ""
		if len(cliffs) > 1 {
			more = fmt.Sprintf(", and so %s", others(len(cliffs)-1))
		}
		c.found = append(c.found, kind.Finding{Check: "cliff", Where: fmt.Sprintf("%s, %s: %d cost less than %d%s",
			c.title(record), period.Label, n+step, n, more), Record: record.ID, Key: "model", Forms: shop.WithSeats,
			Measured: c.shown(tariff.Total(n+step), c.list.Currencies[0]), Needed: "at least " + c.shown(tariff.Total(n),
				c.list.Currencies[0]),
			Mend: &kind.Mend{Label: "count each slice at its own rate", Facts: []kind.FactEdit{{Record: record.ID, Key: "model",
				Text: string(pricing.Graduated)}}}})
		return
	}
}

func others(n int) string {
	if n == 1 {
		return "1 other count"
	}
	return fmt.Sprintf("%d other counts", n)
}
