package pricing

import (
	"math/rand/v2"
	"reflect"
	"testing"

	"rubrel/core/money"
)

func amount(t testing.TB, text string) money.Decimal {
	t.Helper()
	d, err := money.ParseDecimal(text)
	if err != nil {
		t.Fatal(err)
	}
	return d
}

func graduated(t testing.TB, bands ...struct {
	to   int64
	rate string
}) Tariff {
	t.Helper()
	tariff := Tariff{Model: Graduated}
	for _, b := range bands {
		tariff.Bands = append(tariff.Bands, Band{b.to, amount(t, b.rate)})
	}
	return tariff
}

type slice = struct {
	to   int64
	rate string
}

// A graduated tariff is the sum by slices that tax authorities publish. Both schedules state the tax at the foot of
// every bracket, which is checked here with their rates. The figures are from memory; that each published foot
// follows from the bracket below it is a check on them of its own.
func TestGraduatedAgainstTaxSchedules(t *testing.T) {
	for _, c := range []struct {
		source string
		tariff Tariff
		feet   map[int64]string
	}{
		{"US Internal Revenue Service, Rev. Proc. 2023-34, tax year 2024, unmarried individuals",
			graduated(t, slice{11600, "0.10"}, slice{47150, "0.12"}, slice{100525, "0.22"}, slice{191950, "0.24"},
				slice{243725, "0.32"}, slice{609350, "0.35"}, slice{0, "0.37"}),
			map[int64]string{11600: "1160", 47150: "5426", 100525: "17168.50", 191950: "39110.50", 243725: "55678.50",
				609350: "183647.25", 100000: "17053"}},
		{"Australian Taxation Office, resident rates 2024-25",
			graduated(t, slice{18200, "0"}, slice{45000, "0.16"}, slice{135000, "0.30"}, slice{190000, "0.37"},
				slice{0, "0.45"}),
			map[int64]string{18200: "0", 45000: "4288", 135000: "31288", 190000: "51638", 200000: "56138"}},
	} {
		if err := c.tariff.Check(); err != nil {
			t.Errorf("%s: %v", c.source, err)
		}
		for income, want := range c.feet {
			if got := c.tariff.Total(income); got.Cmp(amount(t, want)) != 0 {
				t.Errorf("%s: on %d the tax is %v, want %s", c.source, income, got, want)
			}
		}
	}
}

func TestTotals(t *testing.T) {
	bands := []Band{{3, amount(t, "10")}, {10, amount(t, "8")}, {0, amount(t, "5")}}
	for _, c := range []struct {
		name   string
		tariff Tariff
		n      int64
		want   string
	}{
		{"99 a seat, 2 seats (cp)", Tariff{Model: PerSeat, Amount: amount(t, "99")}, 2, "198"},
		{"100 a seat, 5 seats (cp)", Tariff{Model: PerSeat, Amount: amount(t, "100")}, 5, "500"},
		{"three included", Tariff{Model: PerSeat, Amount: amount(t, "4.50"), Included: 3}, 5, "9.00"},
		{"fewer than included", Tariff{Model: PerSeat, Amount: amount(t, "4.50"), Included: 3}, 2, "0"},
		{"flat", Tariff{Model: Flat, Amount: amount(t, "30")}, 40, "30"},
		{"packages of ten, one started", Tariff{Model: Package, Amount: amount(t, "25"), Size: 10}, 1, "25"},
		{"packages of ten, exactly two", Tariff{Model: Package, Amount: amount(t, "25"), Size: 10}, 20, "50"},
		{"packages of ten, a third started", Tariff{Model: Package, Amount: amount(t, "25"), Size: 10}, 21, "75"},
		{"volume at the end of a band", Tariff{Model: Volume, Bands: bands}, 3, "30"},
		{"volume in the next", Tariff{Model: Volume, Bands: bands}, 4, "32"},
		{"volume in the last", Tariff{Model: Volume, Bands: bands}, 20, "100"},
		{"graduated", Tariff{Model: Graduated, Bands: bands}, 12, "96"},
	} {
		if err := c.tariff.Check(); err != nil {
			t.Errorf("%s: %v", c.name, err)
		}
		if got := c.tariff.Total(c.n); got.Cmp(amount(t, c.want)) != 0 {
			t.Errorf("%s: %v, want %s", c.name, got, c.want)
		}
	}
	for _, bad := range []Tariff{{Model: "sliding"}, {Model: Package}, {Model: Volume},
		{Model: Graduated, Bands: []Band{{5, amount(t, "1")}, {5, amount(t, "1")}}},
		{Model: Volume, Bands: []Band{{0, amount(t, "1")}, {5, amount(t, "1")}}}, {Model: Flat, Amount: amount(t, "-1")}} {
		if bad.Check() == nil {
			t.Errorf("%+v was taken", bad)
		}
	}
}

// A graduated total never falls and never leaps: one more seat costs exactly the rate of the slice it falls in.
func TestGraduatedIsContinuousAndMonotone(t *testing.T) {
	random := rand.New(rand.NewPCG(13, 14))
	for range 200 {
		tariff, last := Tariff{Model: Graduated}, int64(0)
		for range 1 + random.IntN(5) {
			last += 1 + random.Int64N(20)
			tariff.Bands = append(tariff.Bands, Band{last, money.NewDecimal(random.Int64N(5000), -2)})
		}
		tariff.Bands[len(tariff.Bands)-1].To = 0
		for n := int64(0); n < 120; n++ {
			if got, want := tariff.Total(n+1).Sub(tariff.Total(n)), tariff.band(n+1).Rate; got.Cmp(want) != 0 ||
				got.IsNegative() {
				t.Fatalf("%+v: seat %d costs %v, want %v", tariff, n+1, got, want)
			}
		}
		if len(Cliffs(tariff, Seats{1, 120, 1})) > 0 {
			t.Fatalf("%+v has a cliff", tariff)
		}
	}
}

func TestClamp(t *testing.T) {
	for _, c := range []struct {
		s          Seats
		n, want    int64
		wasClamped bool
	}{
		// 1 to 20 is usual (cp)
		{Seats{1, 20, 1}, 999, 20, true}, {Seats{1, 20, 1}, 0, 1, true}, {Seats{1, 20, 1}, 7, 7, false},
		{Seats{5, 50, 5}, 12, 10, true}, {Seats{5, 50, 5}, 13, 15, true}, {Seats{5, 48, 5}, 48, 45, true},
		{Seats{1, 20, 1}, -5, 1, true},
	} {
		got, clamped := c.s.Clamp(c.n)
		if got != c.want || clamped != c.wasClamped {
			t.Errorf("%+v: %d becomes %d (%v), want %d", c.s, c.n, got, clamped, c.want)
		}
		if again, moved := c.s.Clamp(got); again != got || moved {
			t.Errorf("%+v: %d becomes %d, and that %d", c.s, c.n, got, again)
		}
	}
}

func TestCrossoversAndCliffs(t *testing.T) {
	tariffs := []Tariff{{Model: PerSeat, Amount: amount(t, "9")}, {Model: Flat, Amount: amount(t, "50")},
		{Model: PerSeat, Amount: amount(t, "9")}}
	want := []Crossover{{1, 0, 6}, {1, 2, 6}} // 5 × 9 = 45 < 50 < 54 = 6 × 9; equal plans never cross
	if got := Crossovers(tariffs, Seats{1, 50, 1}); !reflect.DeepEqual(got, want) {
		t.Errorf("crossovers %+v, want %+v", got, want)
	}
	volume := Tariff{Model: Volume, Bands: []Band{{3, amount(t, "10")}, {10, amount(t, "8")}, {0, amount(t, "5")}}}
	// 10 × 8 = 80 > 11 × 5 = 55; 3 × 10 = 30 < 4 × 8 = 32.
	if got := Cliffs(volume, Seats{1, 50, 1}); !reflect.DeepEqual(got, []int64{10}) {
		t.Errorf("cliffs %v, want 10", got)
	}
}

func TestRanges(t *testing.T) {
	s := Seats{1, 50, 1}
	for _, c := range []struct {
		name   string
		ranges []Range
		faults int
	}{
		{"1–3, 4–10, 11–50 (cp)", []Range{{1, 3}, {4, 10}, {11, 50}}, 0},
		{"the last open", []Range{{1, 3}, {4, 10}, {11, 0}}, 0},
		{"…to 10, then from 10 (cp)", []Range{{1, 10}, {10, 50}}, 1},
		{"a gap", []Range{{1, 3}, {5, 50}}, 1},
		{"a gap at the start", []Range{{2, 50}}, 1},
		{"ends too early", []Range{{1, 3}, {4, 40}}, 1},
		{"open in the middle", []Range{{1, 0}, {4, 50}}, 1},
		{"swallowed", []Range{{1, 20}, {5, 10}, {21, 50}}, 1},
		{"backwards", []Range{{1, 3}, {10, 4}, {4, 50}}, 1},
	} {
		faults := CheckRanges(c.ranges, s)
		if len(faults) != c.faults {
			t.Errorf("%s: %v", c.name, faults)
		}
		mended := MendRanges(c.ranges, s)
		if left := CheckRanges(mended, s); len(left) > 0 {
			t.Errorf("%s: mended to %v, which has %v", c.name, mended, left)
		}
		if c.faults == 0 {
			for i := range c.ranges {
				if mended[i].From != c.ranges[i].From {
					t.Errorf("%s: nothing was wrong, and mending gives %v", c.name, mended)
				}
			}
		}
		// Every number picks exactly one plan afterwards.
		for n := s.Least; n <= s.Most; n++ {
			fits := 0
			for _, r := range mended {
				if n >= r.From && (r.To == 0 || n <= r.To) {
					fits++
				}
			}
			if fits != 1 || Fitting(mended, n) < 0 {
				t.Fatalf("%s: %d fits %d plans of %v", c.name, n, fits, mended)
			}
		}
	}
}

func BenchmarkCrossovers(b *testing.B) {
	tariffs := []Tariff{{Model: PerSeat, Amount: amount(b, "9")}, {Model: Flat, Amount: amount(b, "50")},
		{Model: Volume, Bands: []Band{{10, amount(b, "8")}, {0, amount(b, "5")}}}}
	for b.Loop() {
		Crossovers(tariffs, Seats{1, 1000, 1})
	}
}
