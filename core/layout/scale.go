package layout

import "math"

// Scale maps the values of an axis onto a length in pixels.
type Scale struct {
	Least, Most float64 // of the values; Least is above 0 on a logarithmic scale
	From, To    float64 // of the length
	Log         bool    // equal ratios, not equal differences, have equal lengths
}

// At is where a value stands.
func (s Scale) At(value float64) float64 {
	least, most := s.Least, s.Most
	if s.Log {
		value, least, most = math.Log(max(value, s.Least)), math.Log(least), math.Log(most)
	}
	if most == least {
		return s.From
	}
	return s.From + (value-least)/(most-least)*(s.To-s.From)
}

// Ticks are round values within the scale, at most about the number wanted: multiples of 1, 2 or 5 times a power of
// ten, on a logarithmic scale those numbers themselves.
func (s Scale) Ticks(wanted int) []float64 {
	if s.Log {
		return s.decades(wanted)
	}
	span := s.Most - s.Least
	if span <= 0 || wanted < 1 {
		return nil
	}
	step := math.Pow(10, math.Floor(math.Log10(span/float64(wanted))))
	for _, factor := range []float64{1, 2, 5, 10} {
		if span/(step*factor) <= float64(wanted) {
			step *= factor
			break
		}
	}
	var ticks []float64
	for k := math.Ceil(s.Least/step - 1e-9); k*step <= s.Most*(1+1e-12); k++ {
		ticks = append(ticks, k*step+0) // never −0
	}
	return ticks
}

func (s Scale) decades(wanted int) []float64 {
	for _, factors := range [][]float64{{1, 2, 5}, {1}} {
		var ticks []float64
		for exponent := math.Floor(math.Log10(s.Least)); exponent <= math.Ceil(math.Log10(s.Most)); exponent++ {
			for _, factor := range factors {
				if value := factor * math.Pow(10, exponent); value >= s.Least*(1-1e-12) && value <= s.Most*(1+1e-12) {
					ticks = append(ticks, value)
				}
			}
		}
		if len(ticks) <= wanted || len(factors) == 1 {
			return ticks
		}
	}
	return nil
}

// Spread moves heights on one line apart until each is at least a distance from the one before it, none below the
// floor, and each as near to where it was as that allows. They keep their order; the result is in the order given.
func Spread(heights []float64, distance, floor float64) []float64 {
	order := make([]int, len(heights))
	for i := range order {
		order[i] = i
	}
	// Insertion sort: there are a dozen labels at most, and equal heights must keep their order.
	for i := 1; i < len(order); i++ {
		for j := i; j > 0 && heights[order[j]] < heights[order[j-1]]; j-- {
			order[j], order[j-1] = order[j-1], order[j]
		}
	}
	moved := make([]float64, len(heights))
	for k, i := range order {
		moved[i] = heights[i]
		if k > 0 {
			moved[i] = max(moved[i], moved[order[k-1]]+distance)
		}
	}
	limit := floor
	for k := len(order) - 1; k >= 0; k-- {
		moved[order[k]] = min(moved[order[k]], limit)
		limit = moved[order[k]] - distance
	}
	return moved
}
