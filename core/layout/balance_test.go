package layout_test

import (
	"math"
	"math/rand/v2"
	"testing"

	"rubrel/core/layout"
)

// highest is how high the highest column is of things dealt in order.
func highest(heights []float64, counts []int, gap float64) float64 {
	most, at := 0.0, 0
	for _, n := range counts {
		sum := -gap
		for _, h := range heights[at : at+n] {
			sum += h + gap
		}
		most, at = max(most, sum), at+n
	}
	return most
}

// lowest tries every way of dealing things to columns.
func lowest(heights []float64, columns int, gap float64) float64 {
	if columns == 1 {
		return highest(heights, []int{len(heights)}, gap)
	}
	least := math.Inf(1)
	for n := 1; n <= len(heights)-columns+1; n++ {
		first := highest(heights[:n], []int{n}, gap)
		least = min(least, max(first, lowest(heights[n:], columns-1, gap)))
	}
	return least
}

// Columns are dealt as the best of all ways to deal them, each with at least one thing, in order.
func TestBalanceIsLowest(t *testing.T) {
	random := rand.New(rand.NewPCG(12, 8))
	for range 400 {
		heights := make([]float64, 1+random.IntN(10))
		for i := range heights {
			heights[i] = float64(40 + random.IntN(400))
		}
		gap := float64(random.IntN(40))
		for columns := 1; columns <= 5; columns++ {
			counts, all := layout.Balance(heights, columns, gap), 0
			for _, n := range counts {
				if all += n; n < 1 {
					t.Fatalf("%v in %d columns: %v has an empty one", heights, columns, counts)
				}
			}
			if all != len(heights) || len(counts) != min(columns, len(heights)) {
				t.Fatalf("%v in %d columns: %v", heights, columns, counts)
			}
			if got, want := highest(heights, counts, gap), lowest(heights, len(counts), gap); math.Abs(got-want) > 1e-9 {
				t.Errorf("%v in %d columns: %v is %v high, %v can be", heights, columns, counts, got, want)
			}
		}
	}
	if layout.Balance(nil, 3, 8) != nil {
		t.Error("nothing is dealt to columns")
	}
}
