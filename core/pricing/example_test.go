package pricing_test

import (
	"fmt"

	"rubrel/core/pricing"
)

// Ranges of seats with a gap and an overlap, mended.
func ExampleMendRanges() {
	var ranges []pricing.Range
	for _, text := range []string{"1-3", "5-10", "10+"} {
		value, err := pricing.RangeType{}.Parse(text)
		if err != nil {
			fmt.Println(err)
			return
		}
		ranges = append(ranges, value.(pricing.Range))
	}
	seats := pricing.Seats{Least: 1, Most: 50}
	for _, fault := range pricing.CheckRanges(ranges, seats) {
		fmt.Println(fault)
	}
	fmt.Println(pricing.MendRanges(ranges, seats))
	// Output:
	// {1 no plan fits 4}
	// {2 10 fit an earlier plan too}
	// [1-3 4-10 11+]
}
