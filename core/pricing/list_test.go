package pricing

import (
	"math/rand/v2"
	"testing"

	"rubrel/core/money"
)

// testList is a list of one plan whose said prices are given by "period currency".
func testList(t *testing.T, said map[string]string, rounding string) List {
	t.Helper()
	currency := func(code string) money.Currency {
		c, err := money.CurrencyByCode(code)
		if err != nil {
			t.Fatal(err)
		}
		return c
	}
	rule := func(text string) *Rule {
		r, err := ParseRule(text)
		if err != nil {
			t.Fatal(err)
		}
		return &r
	}
	pound, yen := amount(t, "0.8571"), amount(t, "163.27")
	r, err := money.ParseRounding(rounding)
	if err != nil {
		t.Fatal(err)
	}
	return List{
		Periods: []PeriodLine{
			{"month", "a month", "Monthly", Period{1, 'M'}, nil},
			{"year", "a year", "Yearly", Period{1, 'Y'},
				rule(
					"2 free",
				)},
			{"quarter", "a quarter", "Quarterly", Period{3, 'M'}, rule("10% off")},
			{"once", "once", "Once", Once, nil},
		},
		Currencies: []CurrencyLine{{ID: "eur", Currency: currency("EUR")}, {ID: "gbp", Currency: currency("GBP"),
			Rate: &pound, Rounding: r}, {ID: "jpy", Currency: currency("JPY"), Rate: &yen}},
		Said: func(_, period, currency string) (Price, bool) {
			text, ok := said[period+" "+currency]
			if !ok {
				return Price{}, false
			}
			p, _, err := ReadPrice(text, money.Separators{})
			if err != nil {
				t.Fatal(err)
			}
			return p, true
		},
	}
}

func TestListPrice(t *testing.T) {
	l := testList(t, map[string]string{"month eur": "19.00 was 24.00", "once eur": "760", "quarter gbp": "45"},
		"ending .99")
	for _, c := range []struct {
		period, currency int
		want             string
		origin           Origin
	}{
		{0, 0, "19.00 was 24.00", SaidPrice},
		{1, 0, "190.00 was 240.00", RulePrice},
		{2, 0, "51.30 was 64.80", RulePrice}, // 3 × 19 × 0.9, 3 × 24 × 0.9
		{3, 0, "760", SaidPrice},
		{0, 1, "15.99 was 20.99", ConvertedPrice}, // 19 × 0.8571 = 16.2849, 24 × 0.8571 = 20.57
		{1, 1, "159.99 was 209.99", RulePrice},    // ten of the pounds as shown, and rounded again
		{2, 1, "45", SaidPrice},
		{3, 1, "650.99", ConvertedPrice}, // 651.396
		{0, 2, "3102 was 3918", ConvertedPrice},
		{1, 2, "31020 was 39180", RulePrice},
	} {
		price, origin, ok := l.Price("p", l.Periods[c.period], l.Currencies[c.currency])
		if !ok || price.String() != c.want || origin != c.origin {
			t.Errorf("%s in %s: %v, %s; want %s, %s", l.Periods[c.period].ID, l.Currencies[c.currency].ID, price, origin,
				c.want, c.origin)
		}
	}
	words := testList(t, map[string]string{"month eur": "Ask us"}, "none")
	if p, _, ok := words.Price("p", words.Periods[1], words.Currencies[0]); !ok || p.String() != "Ask us" {
		t.Errorf("words for another period: %v", p)
	}
	if p, origin, ok := words.Price("p", words.Periods[0], words.Currencies[1]); !ok || p.String() != "Ask us" ||
		origin != ConvertedPrice {
		t.Errorf("words in another currency: %v", p)
	}
}

func TestSaving(t *testing.T) {
	l := testList(t, map[string]string{"month eur": "19.00"}, "none")
	s, ok := l.Saving("p", l.Periods[1], l.Currencies[0])
	if !ok || s.Amount.String() != "38.00" || s.Percent != 16 || s.Free != 2 { // 38 / 228 = 16.67 %
		t.Errorf("saving %+v", s)
	}
	dearer := testList(t, map[string]string{"month eur": "10", "year eur": "125"}, "none")
	if s, ok := dearer.Saving("p", dearer.Periods[1], dearer.Currencies[0]); ok {
		t.Errorf("a dearer year saves %+v", s)
	}
	if s, ok := l.Saving("p", l.Periods[0], l.Currencies[0]); ok {
		t.Errorf("the base saves %+v", s)
	}
	if m, ok := l.Monthly("p", l.Periods[1], l.Currencies[0]); !ok || m.String() != "15.83" {
		t.Errorf("a month of the year: %v", m)
	}
}

// No percent that is shown claims more than is given.
func TestSavingsNeverOverclaim(t *testing.T) {
	random := rand.New(rand.NewPCG(15, 16))
	for range 2000 {
		month, year := money.NewDecimal(1+random.Int64N(20000), -2), money.NewDecimal(random.Int64N(240000), -2)
		l := testList(t, map[string]string{"month eur": month.String(), "year eur": year.String()}, "none")
		s, ok := l.Saving("p", l.Periods[1], l.Currencies[0])
		full := month.Mul(money.NewDecimal(12, 0))
		if !ok {
			if year.Cmp(full) < 0 {
				t.Fatalf("%v a month, %v a year: no saving", month, year)
			}
			continue
		}
		claimed := full.Mul(money.NewDecimal(int64(s.Percent), -2))
		if claimed.Cmp(s.Amount) > 0 || s.Amount.Add(year).Cmp(full) != 0 {
			t.Fatalf("%v a month, %v a year: %+v", month, year, s)
		}
		if s.Free > 0 && month.Mul(money.NewDecimal(int64(s.Free), 0)).Cmp(s.Amount) != 0 {
			t.Fatalf("%v a month, %v a year: %d free is not %v", month, year, s.Free, s.Amount)
		}
	}
}

// Council Regulation (EC) No 1103/97, articles 4 and 5: amounts are divided by the conversion rate, which has six
// significant figures, and rounded to the nearest minor unit, a half up. 1 EUR = 1.95583 DEM; the results are
// computed by hand.
func TestConversionAsPublished(t *testing.T) {
	rate := amount(t, "1.95583")
	for marks, want := range map[string]string{"100": "51.13", "1": "0.51", "1955.83": "1000.00", "29.90": "15.29"} {
		if got := amount(t, marks).QuoHalfUp(rate, 2).String(); got != want {
			t.Errorf("%s DEM = %s EUR, want %s", marks, got, want)
		}
	}
}

func TestRule(t *testing.T) {
	for text, want := range map[string]string{"2 free": "2 free", "−2 months": "2 free", "2": "2 free", "16%": "16% off",
		"-16 %": "16% off", "12.5% off": "12.5% off"} {
		if r, err := ParseRule(text); err != nil || r.String() != want {
			t.Errorf("%q: %v (%v), want %s", text, r, err, want)
		}
	}
	for _, text := range []string{"", "free", "120%", "two", "2.5 free", "%"} {
		if r, err := ParseRule(text); err == nil {
			t.Errorf("%q was read as %v", text, r)
		}
	}
	for _, c := range []struct {
		p, base Period
		n       int
		ok      bool
	}{{Period{1, 'Y'}, Period{1, 'M'}, 12, true}, {Period{3, 'M'}, Period{1, 'M'}, 3, true},
		{Period{2, 'W'}, Period{1, 'D'}, 14, true}, {Period{1, 'M'}, Period{1, 'D'}, 0, false}, {Once, Period{1, 'M'}, 0,
			false}, {Period{1, 'Y'}, Period{5, 'M'}, 0, false}} {
		if n, ok := c.p.Times(c.base); n != c.n || ok != c.ok {
			t.Errorf("%s in %s: %d %v", c.p, c.base, n, ok)
		}
	}
}
