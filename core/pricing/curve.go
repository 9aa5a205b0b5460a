package pricing

import "rubrel/core/money"

// Point is what a number of seats costs.
type Point struct {
	Seats int64
	Total money.Decimal
}

// Curve is a tariff's totals over the numbers that may be asked for, at most MostSeats of them: the points between
// which the total goes straight. Joined by lines, they pass through every total exactly.
func Curve(t Tariff, s Seats) []Point {
	var points []Point
	step := max(1, s.Step)
	for n := s.Least; n <= min(s.Most, s.Least+MostSeats*step); n += step {
		point := Point{n, t.Total(n)}
		if k := len(points); k >= 2 && straight(points[k-2], points[k-1], point) {
			points[k-1] = point
			continue
		}
		points = append(points, point)
	}
	return points
}

// straight reports whether the middle one of three points lies on the line between the others.
func straight(a, b, c Point) bool {
	rise := func(from, to Point, over int64) money.Decimal {
		return to.Total.Sub(from.Total).Mul(money.NewDecimal(over, 0))
	}
	return rise(a, b, c.Seats-a.Seats).Cmp(rise(a, c, b.Seats-a.Seats)) == 0
}
