package money

import (
	"math/big"
	"math/rand/v2"
	"testing"
)

func TestRoundingApply(t *testing.T) {
	for _, c := range []struct{ rule, currency, in, want string }{
		{"none", "EUR", "12.345", "12.35"}, {"none", "JPY", "12.5", "13"}, {"none", "BHD", "1.2345", "1.235"},
		{"to 0.05", "CHF", "12.32", "12.30"}, {"to 0.05", "CHF", "12.325", "12.35"}, {"to 0.05 up", "CHF", "12.31", "12.35"},
		{"to 0.05 down", "CHF", "12.34", "12.30"},
		{"to 1", "EUR", "12.50", "13.00"}, {"to 5", "EUR", "12.49", "10.00"}, {"to 10 up", "EUR", "10.01", "20.00"},
		{"to 10 up", "EUR", "10.00", "10.00"},
		{"ending .99", "USD", "12.30", "11.99"}, {"ending .99", "USD", "12.49", "12.99"}, {"ending .99 up", "USD", "12.00",
			"12.99"}, {"ending .99 down", "USD", "12.98", "11.99"},
		{"ending .95", "EUR", "12.95", "12.95"}, {"ending 9", "USD", "23.00", "19.00"}, {"ending 9", "USD", "24.00",
			"29.00"}, {"ending 9", "JPY", "1233", "1229"},
		{"ending 4.95", "EUR", "21.00", "24.95"}, {"ending .99 down", "USD", "0.50", "0.99"}, {"ending 0.99", "USD", "1.20",
			"0.99"},
		// Once, from the exact amount: to minor units first these would come out otherwise.
		{"to 10", "JPY", "4334.662", "4330"}, {"to 5 up", "EUR", "520.004", "525.00"}, {"to 1", "EUR", "0.4999", "0.00"},
		{"ending .99", "USD", "12.4899", "11.99"},
		// A rule finer than the currency rounds to what the currency has.
		{"to 0.05", "JPY", "12.5", "13"}, {"ending .99 down", "JPY", "12.9", "12"}, {"to 0.05 up", "JPY", "12.1", "13"},
	} {
		r, err := ParseRounding(c.rule)
		if err != nil {
			t.Errorf("%s: %v", c.rule, err)
			continue
		}
		amount, err := ParseDecimal(c.in)
		if err != nil {
			t.Fatal(err)
		}
		currency, err := CurrencyByCode(c.currency)
		if err != nil {
			t.Fatal(err)
		}
		if got := r.Apply(amount, currency).String(); got != c.want {
			t.Errorf("%s %s %s = %s, want %s", c.rule, c.currency, c.in, got, c.want)
		}
		if again, err := ParseRounding(r.String()); err != nil || again.String() != r.String() {
			t.Errorf("%s is written %s, which reads as %v (%v)", c.rule, r, again, err)
		}
	}
	for _, text := range []string{"to", "to 0", "to x", "ending", "ending -1", "to 5 sideways", "about 5", "to 5 up up",
		"to 0.00001"} {
		if r, err := ParseRounding(text); err == nil {
			t.Errorf("%q was read as %v", text, r)
		}
	}
}

// Whatever the rule, what comes out obeys it, in the right direction, and rounding again changes nothing.
func TestRoundingProperties(t *testing.T) {
	random := rand.New(rand.NewPCG(11, 12))
	euro, err := CurrencyByCode("EUR")
	if err != nil {
		t.Fatal(err)
	}
	for _, text := range []string{"none", "to 0.05", "to 1 up", "to 10 down", "ending .99", "ending .95 up",
		"ending 9 down", "ending 4.95"} {
		r, err := ParseRounding(text)
		if err != nil {
			t.Fatal(err)
		}
		for range 500 {
			in := NewDecimal(random.Int64N(1_000_000), -2)
			out := r.Apply(in, euro)
			if r.Apply(out, euro).Cmp(out) != 0 {
				t.Fatalf("%s: %v becomes %v, and that %v", text, in, out, r.Apply(out, euro))
			}
			distance := out.Sub(in)
			if r.Direction == Up && distance.IsNegative() || r.Direction == Down && !distance.IsNegative() &&
				!distance.IsZero() && in.Cmp(r.Ending) >= 0 {
				t.Fatalf("%s: %v becomes %v", text, in, out)
			}
			if distance.IsNegative() {
				distance = distance.Neg()
			}
			if !r.Step.IsZero() && distance.Cmp(r.Step) >= 0 && in.Cmp(r.Ending) >= 0 {
				t.Fatalf("%s: %v becomes %v, a whole step away", text, in, out)
			}
		}
	}
}

// Every rule on every kind of currency, against the same definition in rational numbers (math/big, exact): the multiple
// that is nearest, ties up, or the next one up or down.
func TestRoundingOnce(t *testing.T) {
	random := rand.New(rand.NewPCG(13, 14))
	for _, text := range []string{"to 0.05", "to 0.05 up", "to 0.05 down", "to 1", "to 5 up", "to 10", "to 10 down",
		"ending .99", "ending .95 up", "ending 9", "ending 9 down", "ending 4.95"} {
		r, err := ParseRounding(text)
		if err != nil {
			t.Fatal(err)
		}
		for _, code := range []string{"JPY", "EUR", "KWD"} {
			currency, err := CurrencyByCode(code)
			if err != nil {
				t.Fatal(err)
			}
			if r.Step.Places() > currency.Digits || r.Ending.Places() > currency.Digits {
				continue
			}
			for range 180 {
				in := NewDecimal(10_000_000+random.Int64N(900_000_000), -5)
				if got, want := r.Apply(in, currency), roundedExactly(t, r, in); got.Cmp(want) != 0 {
					t.Errorf("%s %s %v = %v, want %v", text, code, in, got, want)
				}
			}
		}
	}
}

func roundedExactly(t *testing.T, r Rounding, in Decimal) Decimal {
	t.Helper()
	rat := func(d Decimal) *big.Rat {
		x, ok := new(big.Rat).SetString(d.String())
		if !ok {
			t.Fatalf("%v", d)
		}
		return x
	}
	at := new(big.Rat).Quo(new(big.Rat).Sub(rat(in), rat(r.Ending)), rat(r.Step))
	floor := new(big.Int).Div(at.Num(), at.Denom()) // Euclidean: the denominator is positive
	over := new(big.Rat).Sub(at, new(big.Rat).SetInt(floor))
	if over.Sign() > 0 && (r.Direction == Up || r.Direction == Nearest && over.Cmp(big.NewRat(1, 2)) >= 0) {
		floor.Add(floor, big.NewInt(1))
	}
	out := new(big.Rat).Add(new(big.Rat).Mul(new(big.Rat).SetInt(floor), rat(r.Step)), rat(r.Ending))
	d, err := ParseDecimal(out.FloatString(5))
	if err != nil {
		t.Fatal(err)
	}
	return d
}

func TestQuotients(t *testing.T) {
	for _, c := range []struct {
		a, b      int64
		places    int
		want      string
		quo, rest int64
	}{{7, 2, 0, "4", 3, 1}, {-7, 2, 0, "-4", -4, 1}, {10, 3, 2, "3.33", 3, 1}, {20, 3, 2, "6.67", 6, 2},
		{1, 8, 2, "0.13", 0, 1}, {6, 3, 2, "2.00", 2, 0}} {
		a, b := NewDecimal(c.a, 0), NewDecimal(c.b, 0)
		if got := a.QuoHalfUp(b, c.places).String(); got != c.want {
			t.Errorf("%d / %d = %s, want %s", c.a, c.b, got, c.want)
		}
		if q, r := a.QuoRem(b); q.Cmp(NewDecimal(c.quo, 0)) != 0 || r.Cmp(NewDecimal(c.rest, 0)) != 0 {
			t.Errorf("%d by %d: %v rest %v", c.a, c.b, q, r)
		}
	}
}
