package rating

import (
	"math/big"

	"rubrel/core/money"
)

// On is the rating on a scale, exactly: 9/10 is 4.5 on a scale of 5. It is never more than the scale.
func (s Score) On(scale int64) *big.Rat {
	points, _ := new(big.Rat).SetString(s.Points.String()) // a decimal is a number
	if s.Of > 0 {
		points.Mul(points, big.NewRat(scale, s.Of))
	}
	if most := big.NewRat(scale, 1); points.Cmp(most) > 0 {
		return most
	}
	return points
}

// Tally is what ratings come to on a scale. The zero value of Count is a tally of none.
type Tally struct {
	Scale, Count int64
	sum          *big.Rat
	// Stars is how many ratings there are of each number of whole stars, from 1: a half counts with the star that is
	// whole, and less than one with the first.
	Stars []int64
}

// Of counts ratings.
func Of(scores []Score, scale int64) Tally {
	t := Tally{Scale: scale, sum: new(big.Rat), Stars: make([]int64, scale)}
	for _, s := range scores {
		points := s.On(scale)
		t.sum.Add(t.sum, points)
		t.Count++
		whole := new(big.Int).Quo(points.Num(), points.Denom()).Int64()
		t.Stars[max(1, whole)-1]++
	}
	return t
}

// Average is the arithmetic mean, exactly; nil of none.
func (t Tally) Average() *big.Rat {
	if t.Count == 0 {
		return nil
	}
	return new(big.Rat).Quo(t.sum, big.NewRat(t.Count, 1))
}

// Shown is a rating or an average as it is written, in tenths. It is rounded down (IEEE 754, roundTowardNegative), and
// so never says more than was given.
func Shown(exact *big.Rat) money.Decimal {
	tenths := new(big.Rat).Mul(exact, big.NewRat(10, 1))
	return money.NewDecimal(new(big.Int).Quo(tenths.Num(), tenths.Denom()).Int64(), -1).Plain()
}
