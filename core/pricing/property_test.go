package pricing

import (
	"math/rand/v2"
	"testing"

	"rubrel/core/money"
)

// A curve joined by lines passes through every total exactly, with no more points than bends.
func TestCurvePassesThroughEveryTotal(t *testing.T) {
	random := rand.New(rand.NewPCG(7, 8))
	for range 120 {
		tariff := randomTariff(random)
		s := Seats{Least: 1 + random.Int64N(5), Step: 1 + random.Int64N(3)}
		s.Most = s.Least + s.Step*(1+random.Int64N(60))
		points := Curve(tariff, s)
		if points[0].Seats != s.Least || points[len(points)-1].Seats != s.Most {
			t.Fatalf("%+v over %+v runs from %d to %d", tariff, s, points[0].Seats, points[len(points)-1].Seats)
		}
		k := 0
		for n := s.Least; n <= s.Most; n += s.Step {
			for points[k].Seats < n {
				k++
			}
			if points[k].Seats == n {
				if points[k].Total.Cmp(tariff.Total(n)) != 0 {
					t.Fatalf("%+v: at %d the curve is %v, the total %v", tariff, n, points[k].Total, tariff.Total(n))
				}
			} else if !straight(points[k-1], Point{n, tariff.Total(n)}, points[k]) {
				t.Fatalf("%+v: the curve misses %v at %d", tariff, tariff.Total(n), n)
			}
		}
	}
}

func randomTariff(random *rand.Rand) Tariff {
	cents := func() money.Decimal { return money.NewDecimal(random.Int64N(5000), -2) }
	switch random.IntN(5) {
	case 0:
		return Tariff{Model: Flat, Amount: cents()}
	case 1:
		plus := cents()
		return Tariff{Model: PerSeat, Amount: cents(), Included: random.Int64N(20), Plus: &plus}
	case 2:
		return Tariff{Model: Package, Amount: cents(), Size: 1 + random.Int64N(9)}
	}
	tariff, last := Tariff{Model: []Model{Volume, Graduated}[random.IntN(2)]}, int64(0)
	for range 1 + random.IntN(4) {
		last += 1 + random.Int64N(15)
		tariff.Bands = append(tariff.Bands, Band{last, cents()})
	}
	return tariff
}

// Crossovers are exact: just before one the plan is not cheaper, from it on it is.
func TestCrossoversAreExact(t *testing.T) {
	random := rand.New(rand.NewPCG(9, 10))
	s := Seats{1, 60, 1}
	for range 60 {
		tariffs := []Tariff{randomTariff(random), randomTariff(random), randomTariff(random)}
		found := map[Crossover]bool{}
		for _, c := range Crossovers(tariffs, s) {
			found[c] = true
		}
		for a := range tariffs {
			for b := range tariffs {
				for n := s.Least + 1; n <= s.Most; n++ {
					becomes := tariffs[a].Total(n).Cmp(tariffs[b].Total(n)) < 0 && tariffs[a].Total(n-1).Cmp(tariffs[b].Total(n-1)) >= 0
					if found[Crossover{a, b, n}] != becomes {
						t.Fatalf("%+v against %+v at %d: found %v, is %v", tariffs[a], tariffs[b], n, !becomes, becomes)
					}
				}
			}
		}
	}
}

// Conversion by Council Regulation (EC) No 1103/97, articles 4 and 5: the rate with all its six figures, no rounding
// on the way, then to the nearest minor unit, a half up. The rates are those of Regulation (EC) No 2866/98, from
// memory; the results follow by hand.
func TestConversionByTheEuroRegulation(t *testing.T) {
	for _, c := range []struct {
		amount, rate string
		digits       int
		want         string
	}{
		{"100", "1.95583", 2, "195.58"}, {"0.50", "1.95583", 2, "0.98"}, {"1", "6.55957", 2, "6.56"}, {"9.99", "13.7603", 2, "137.47"},
		{"19", "0.787564", 2, "14.96"}, {"1", "1936.27", 0, "1936"}, {"2.50", "1936.27", 0, "4841"}, {"2", "166.386", 0, "333"}, {"1000", "40.3399", 0, "40340"},
		{"0.5", "1.01", 2, "0.51"}, // exactly half-way: 0.505, up
	} {
		got := money.Rounding{}.Apply(amount(t, c.amount).Mul(amount(t, c.rate)), money.Currency{Digits: c.digits})
		if got.String() != c.want {
			t.Errorf("%s at %s is %v, want %s", c.amount, c.rate, got, c.want)
		}
	}
}

func BenchmarkQuoteOf12Plans(b *testing.B) {
	random := rand.New(rand.NewPCG(11, 12))
	var tariffs []Tariff
	for range 12 {
		tariffs = append(tariffs, randomTariff(random))
	}
	for b.Loop() {
		for _, tariff := range tariffs {
			tariff.Total(37)
		}
	}
}

func BenchmarkCurveTo1000(b *testing.B) {
	tariff := Tariff{Model: Graduated, Bands: []Band{{10, amount(b, "8")}, {100, amount(b, "6.50")}, {0, amount(b, "5")}}}
	for b.Loop() {
		Curve(tariff, Seats{1, 1000, 1})
	}
}
