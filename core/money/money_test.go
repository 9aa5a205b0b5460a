package money

import (
	"math/rand/v2"
	"strings"
	"testing"
)

func TestParseDecimal(t *testing.T) {
	for text, want := range map[string]string{"9.00": "9.00", "0": "0", "-0.5": "-0.5", "+3": "3",
		"1234567890.123": "1234567890.123"} {
		d, err := ParseDecimal(text)
		if err != nil || d.String() != want {
			t.Errorf("%q: %v, %v; want %s", text, d, err, want)
		}
	}
	for _, text := range []string{"", ".", "1.", ".5", "1e3", "NaN", "Infinity", "1,5", "1 000", "--1", "0x1",
		strings.Repeat("9", 30)} {
		if d, err := ParseDecimal(text); err == nil {
			t.Errorf("%q was read as %v", text, d)
		}
	}
}

// Amounts are exact where binary floats are not.
func TestDecimalIsExact(t *testing.T) {
	a, b := NewDecimal(1, -1), NewDecimal(2, -1)
	if got := a.Add(b); got.Cmp(NewDecimal(3, -1)) != 0 {
		t.Errorf("0.1 + 0.2 = %v", got)
	}
	random := rand.New(rand.NewPCG(3, 4))
	for range 1000 {
		x, y := NewDecimal(random.Int64N(1e12), -int32(random.IntN(5))), NewDecimal(random.Int64N(1e12),
			-int32(random.IntN(5)))
		if got := x.Add(y).Sub(y); got.Cmp(x) != 0 {
			t.Fatalf("%v + %v − %v = %v", x, y, y, got)
		}
		if x.Mul(y).Cmp(y.Mul(x)) != 0 {
			t.Fatalf("%v × %v depends on the order", x, y)
		}
	}
}

// Rounding modes by their names in IEEE 754-2019, section 4.3.1.
func TestRounding(t *testing.T) {
	for _, c := range []struct{ in, even, away string }{
		{"0.125", "0.12", "0.13"}, {"0.135", "0.14", "0.14"}, {"-0.125", "-0.12", "-0.13"}, {"2.5", "2.50", "2.50"},
		{"0.124", "0.12", "0.12"}, {"0.126", "0.13", "0.13"},
	} {
		d, err := ParseDecimal(c.in)
		if err != nil {
			t.Fatal(err)
		}
		if got := d.HalfEven(2).String(); got != c.even {
			t.Errorf("roundTiesToEven %s = %s, want %s", c.in, got, c.even)
		}
		if got := d.HalfUp(2).String(); got != c.away {
			t.Errorf("roundTiesToAway %s = %s, want %s", c.in, got, c.away)
		}
	}
}

// ISO 4217: minor units that differ from two, and the size of the table.
func TestCurrencies(t *testing.T) {
	for code, digits := range map[string]int{"EUR": 2, "JPY": 0, "KRW": 0, "BHD": 3, "KWD": 3, "CLF": 4, "ISK": 0,
		"HUF": 2, "VND": 0, "TND": 3} {
		c, err := CurrencyByCode(code)
		if err != nil || c.Digits != digits {
			t.Errorf("%s has %d minor units (%v), want %d", code, c.Digits, err, digits)
		}
	}
	if n := len(Currencies()); n < 160 {
		t.Errorf("the table has %d currencies", n)
	}
	if _, err := CurrencyByCode("XYZ"); err == nil {
		t.Error("XYZ was found")
	}
}

func TestReadWritten(t *testing.T) {
	for _, c := range []struct {
		text      string
		decimal   rune
		amount    string
		currency  string
		ambiguous bool
	}{
		{"$29.95", 0, "29.95", "USD", false},
		{"29,95 €", 0, "29.95", "EUR", false},
		{"1.299,00", 0, "1299.00", "", false},
		{"1,299.00", 0, "1299.00", "", false},
		{"1,299", 0, "1299", "", true},
		{"1.299", '.', "1.299", "", false},
		{"1.299", ',', "1299", "", false},
		{"1.299.000", 0, "1299000", "", false},
		{"1 299,50", 0, "1299.50", "", false},
		{"1\u202f299,50\u00a0€", 0, "1299.50", "EUR", false},
		{"CHF 1’299.–", 0, "1299", "CHF", false},
		{"CHF 20.-", 0, "20", "CHF", false},
		{"9 EUR", 0, "9", "EUR", false},
		{"eur9.5", 0, "9.5", "EUR", false},
		{"-3 €", 0, "-3", "EUR", false},
		{"−3", 0, "-3", "", false},
		{"€-3", 0, "-3", "EUR", false},
		{".99", 0, "0.99", "", false},
		{"0.125", 0, "0.125", "", false},
		{"¥1200", 0, "1200", "JPY", false},
		{"US$5", 0, "5", "USD", false},
		{"120 zł", 0, "120", "PLN", false},
		{"CHF 39.--", 0, "39", "CHF", false},
		{"9.−", 0, "9", "", false},
		{"80,- Euro", 0, "80", "EUR", false},
	} {
		w, err := ReadWritten(c.text, Separators{Decimal: c.decimal})
		if err != nil || w.Amount.String() != c.amount || w.Currency != c.currency || w.Ambiguous != c.ambiguous {
			t.Errorf("%q: %v %s %v (%v), want %s %s %v", c.text, w.Amount, w.Currency, w.Ambiguous, err, c.amount, c.currency,
				c.ambiguous)
		}
	}
	for _, text := range []string{"", "€", "abc", "1,2.3,4", "12.34.5", "1.5x", "'1", "1,23,4", "--"} {
		if w, err := ReadWritten(text, Separators{}); err == nil {
			t.Errorf("%q was read as %v", text, w.Amount)
		}
	}
}

func FuzzReadWritten(f *testing.F) {
	for _, seed := range []string{"$29.95", "1.299,00 €", "CHF 20.–", "−1 000,5"} {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, text string) {
		w, err := ReadWritten(text, Separators{})
		if err != nil {
			return
		}
		if _, err := ParseDecimal(w.Amount.String()); err != nil {
			t.Fatalf("%q was read as %v, which is no decimal: %v", text, w.Amount, err)
		}
	})
}
