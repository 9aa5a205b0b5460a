package pricing

import (
	"math/big"
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
					becomes := tariffs[a].Total(n).Cmp(tariffs[b].Total(n)) < 0 &&
						tariffs[a].Total(n-1).Cmp(tariffs[b].Total(n-1)) >= 0
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
		{"100", "1.95583", 2, "195.58"}, {"0.50", "1.95583", 2, "0.98"}, {"1", "6.55957", 2, "6.56"},
		{"9.99", "13.7603", 2, "137.47"},
		{"19", "0.787564", 2, "14.96"}, {"1", "1936.27", 0, "1936"}, {"2.50", "1936.27", 0, "4841"},
		{"2", "166.386", 0, "333"}, {"1000", "40.3399", 0, "40340"},
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

// However a plan is sold by the seat, a saving never claims more than it gives to any number of seats, by exact
// rational arithmetic (math/big), and for one number it is exactly that one's.
func TestSavingNeverOverclaims(t *testing.T) {
	random := rand.New(rand.NewPCG(15, 16))
	euro, err := money.CurrencyByCode("EUR")
	if err != nil {
		t.Fatal(err)
	}
	claims := 0
	for range 400 {
		base, year := PeriodLine{ID: "m", Period: Period{Count: 1, Unit: 'M'}},
			PeriodLine{ID: "y", Period: Period{Count: 1, Unit: 'Y'}}
		each, whole := randomPrices(random)
		seating := Seating{Model: []Model{Flat, PerSeat, Volume, Graduated, Package}[random.IntN(5)], Size: 1 +
			random.Int64N(9), Included: random.Int64N(4)}
		l := List{Periods: []PeriodLine{base, year}, Currencies: []CurrencyLine{{ID: "eur", Currency: euro}},
			Said: func(_, period, _ string) (Price, bool) {
				if period == "m" {
					return each, true
				}
				return whole, true
			},
			Seating: func(string) Seating { return seating }, Seats: Seats{Least: 1 + random.Int64N(3), Step: 1 +
				random.Int64N(4)},
		}
		l.Seats.Most = l.Seats.Least + l.Seats.Step*random.Int64N(60)
		claim, claimed := l.Saving("p", year, l.Currencies[0])
		least := 101
		for n := l.Seats.Least; n <= l.Seats.Most; n += l.Seats.Step {
			percent, free := exactSaving(t, l, year, n)
			least = min(least, percent)
			one, _ := l.SavingFor("p", year, l.Currencies[0], n)
			if one.Percent != max(0, percent) || one.Free != free {
				t.Fatalf("%d seats of %v and %v, %+v: %+v, want %d %% and %d free", n, each, whole, seating, one, percent, free)
			}
			if claimed && (claim.Percent > percent || claim.Free > 0 && claim.Free != free) {
				t.Fatalf("%v and %v, %+v: it claims %+v, and %d seats save %d %%, %d free", each, whole, seating, claim, n,
					percent, free)
			}
		}
		if claimed {
			claims++
			if claim.Percent != least {
				t.Fatalf("%v and %v, %+v: it claims %d %%, and could claim %d", each, whole, seating, claim.Percent, least)
			}
		}
	}
	if claims < 60 {
		t.Errorf("only %d lists claim a saving", claims)
	}
}

// randomPrices are a month's and a year's, the second often near ten of the first.
func randomPrices(random *rand.Rand) (each, whole Price) {
	amount := func() int64 { return 100 + random.Int64N(3000) }
	year := func(month int64) money.Decimal {
		return money.NewDecimal(month*(7+random.Int64N(6))+random.Int64N(50), -2)
	}
	month := amount()
	each, whole = Price{Amount: money.NewDecimal(month, -2)}, Price{Amount: year(month)}
	switch random.IntN(3) {
	case 0:
		plus := amount()
		more, further := money.NewDecimal(plus, -2), year(plus)
		each.Plus, whole.Plus = &more, &further
	case 1:
		last := int64(0)
		for range 1 + random.IntN(4) {
			last += 1 + random.Int64N(15)
			rate := amount()
			each.Bands, whole.Bands = append(each.Bands, Band{last, money.NewDecimal(rate, -2)}),
				append(whole.Bands, Band{last, year(rate)})
		}
		each.Amount, whole.Amount = each.Bands[0].Rate, whole.Bands[0].Rate
	}
	return each, whole
}

// exactSaving is the percent that a year of n seats saves, rounded down, and the whole months that it is worth.
func exactSaving(t *testing.T, l List, year PeriodLine, n int64) (percent, free int) {
	t.Helper()
	total := func(period PeriodLine) *big.Rat {
		price, ok := l.Total("p", period, l.Currencies[0], n)
		amount, is := new(big.Rat).SetString(price.Amount.String())
		if !ok || !is {
			t.Fatalf("no total for %d", n)
		}
		return amount
	}
	month, whole := total(l.Periods[0]), total(year)
	if month.Sign() == 0 {
		return 0, 0
	}
	full := new(big.Rat).Mul(month, big.NewRat(12, 1))
	saved := new(big.Rat).Sub(full, whole)
	if saved.Sign() <= 0 {
		return 0, 0
	}
	share := new(big.Rat).Quo(new(big.Rat).Mul(saved, big.NewRat(100, 1)), full)
	percent = int(new(big.Int).Quo(share.Num(), share.Denom()).Int64())
	if months := new(big.Rat).Quo(saved, month); months.IsInt() {
		free = int(months.Num().Int64())
	}
	return percent, free
}
