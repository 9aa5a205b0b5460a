package pricing

import (
	"fmt"
	"slices"

	"rubrel/core/money"
)

// Model says how an amount grows with the number of seats.
type Model string

// The models, by the names that price lists use for them.
const (
	Flat      Model = "flat"      // one amount whatever the number
	PerSeat   Model = "per seat"  // the amount for each
	Volume    Model = "volume"    // all at the rate of the band that the number falls in
	Graduated Model = "graduated" // each slice at its own rate
	Package   Model = "package"   // the amount for every started package of Size
)

// Tariff is how a plan's amount follows from the number of seats.
type Tariff struct {
	Model    Model
	Amount   money.Decimal  // flat, per seat, package
	Size     int64          // package
	Included int64          // seats that cost nothing of their own: per seat only
	Plus     *money.Decimal // per seat only: Amount is what the included ones cost together, Plus is for each further one
	Bands    []Band         // volume, graduated
}

// Check says what is wrong with a tariff.
func (t Tariff) Check() error {
	switch t.Model {
	case Flat, PerSeat:
	case Package:
		if t.Size < 1 {
			return fmt.Errorf("a package holds at least one seat, not %d", t.Size)
		}
	case Volume, Graduated:
		if err := checkBands(t.Bands); err != nil {
			return err
		}
		if len(t.Bands) == 0 {
			return fmt.Errorf("%s prices need at least one band", t.Model)
		}
	default:
		return fmt.Errorf("%q is not a model of seat prices", t.Model)
	}
	if t.Amount.IsNegative() || slices.ContainsFunc(t.Bands, func(b Band) bool { return b.Rate.IsNegative() }) {
		return fmt.Errorf("an amount is negative")
	}
	return nil
}

// Total is the amount for n seats, exactly. Where the last band ends before n, its rate goes on.
func (t Tariff) Total(n int64) money.Decimal {
	count := money.NewDecimal(n, 0)
	switch t.Model {
	case PerSeat:
		further := money.NewDecimal(max(0, n-t.Included), 0)
		if t.Plus != nil {
			return t.Amount.Add(t.Plus.Mul(further))
		}
		return t.Amount.Mul(further)
	case Package:
		return t.Amount.Mul(money.NewDecimal((n+t.Size-1)/t.Size, 0))
	case Volume:
		return t.band(n).Rate.Mul(count)
	case Graduated:
		total, from := money.Decimal{}, int64(0)
		for i, band := range t.Bands {
			to := band.To
			if to == 0 || to > n || i == len(t.Bands)-1 {
				to = n
			}
			if to > from {
				total = total.Add(band.Rate.Mul(money.NewDecimal(to-from, 0)))
			}
			from = max(from, to)
		}
		return total
	default:
		return t.Amount
	}
}

func (t Tariff) band(n int64) Band {
	for _, band := range t.Bands {
		if band.To == 0 || n <= band.To {
			return band
		}
	}
	return t.Bands[len(t.Bands)-1]
}

// Seats bounds the number of seats that a visitor may ask for.
type Seats struct{ Least, Most, Step int64 }

// Clamp brings a number to the nearest that may be asked for; the second result says whether it had to.
func (s Seats) Clamp(n int64) (int64, bool) {
	clamped := min(max(n, s.Least), s.Most)
	if s.Step > 1 {
		clamped = s.Least + (clamped-s.Least+s.Step/2)/s.Step*s.Step
		if clamped > s.Most {
			clamped -= s.Step
		}
	}
	return clamped, clamped != n
}

// Crossover is the first number of seats from which one plan is cheaper than another.
type Crossover struct {
	Cheaper, Than int // positions in the list of tariffs
	From          int64
}

// Crossovers finds every number of seats in the bounds at which a plan becomes cheaper than another that was not
// dearer just before. It looks at each number, so it is exact for every model; Most is bounded by MostSeats.
func Crossovers(tariffs []Tariff, s Seats) []Crossover {
	step := max(1, s.Step)
	totals := make([][]money.Decimal, len(tariffs))
	for i, t := range tariffs {
		for n := s.Least; n <= min(s.Most, MostSeats); n += step {
			totals[i] = append(totals[i], t.Total(n))
		}
	}
	var found []Crossover
	for a := range tariffs {
		for b := range tariffs {
			cheaper := true // a plan that is cheaper from the start has no crossover
			for k := range totals[a] {
				is := totals[a][k].Cmp(totals[b][k]) < 0
				if is && !cheaper {
					found = append(found, Crossover{a, b, s.Least + int64(k)*step})
				}
				cheaper = is
			}
		}
	}
	slices.SortStableFunc(found, func(x, y Crossover) int { return int(x.From - y.From) })
	return found
}

// MostSeats bounds what is looked at number by number.
const MostSeats = 10_000

// Cliffs lists the numbers of seats at which one more costs less.
func Cliffs(t Tariff, s Seats) []int64 {
	var found []int64
	for n := s.Least; n+max(1, s.Step) <= min(s.Most, MostSeats); n += max(1, s.Step) {
		if t.Total(n+max(1, s.Step)).Cmp(t.Total(n)) < 0 {
			found = append(found, n)
		}
	}
	return found
}
