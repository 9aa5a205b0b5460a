package pricing

import (
	"encoding/json"
	"testing"

	"rubrel/core/money"
)

func TestPrice(t *testing.T) {
	for text, want := range map[string]string{
		"9.00": "9.00", "€9.00": "9.00", "free": "free", "Gratis": "free", "from 9": "from 9", "ab 9,50 €": "from 9.50",
		"9.00 was 12.00": "9.00 was 12.00",
		"Ask us":         "Ask us", "on request": "on request", "0": "0", "from 9 was 12": "from 9 was 12",
	} {
		v, err := PriceType{}.Parse(text)
		if err != nil || v.String() != want {
			t.Errorf("%q: %v (%v), want %s", text, v, err, want)
			continue
		}
		if again, err := (PriceType{}).Parse(v.String()); err != nil || again.String() != want {
			t.Errorf("%q: what is written reads as %v (%v)", text, again, err)
		}
		held, err := json.Marshal(v)
		if err != nil {
			t.Fatal(err)
		}
		var tree any
		if err := json.Unmarshal(held, &tree); err != nil {
			t.Fatal(err)
		}
		if again, err := (PriceType{}).Decode(tree); err != nil || again.String() != want {
			t.Errorf("%q: held as %s, which reads as %v (%v)", text, held, again, err)
		}
	}
	for _, text := range []string{"-1", "€-1", "12.5x", "9 was 9", "9 was 8", "99999999999999999",
		"a very long way of saying that nobody knows the price", "\x00"} {
		if v, err := (PriceType{}).Parse(text); err == nil {
			t.Errorf("%q was read as %v", text, v)
		}
	}
}

func TestPeriod(t *testing.T) {
	for text, want := range map[string]Period{"P1M": {1, 'M'}, "p3m": {3, 'M'}, "P1Y": {1, 'Y'}, "P2W": {2, 'W'},
		"P10D": {10, 'D'}, "once": Once, "Once": Once} {
		if p, err := ParsePeriod(text); err != nil || p != want {
			t.Errorf("%q: %v (%v)", text, p, err)
		}
	}
	for _, text := range []string{"", "P", "1M", "PM", "P0M", "P1MT2H", "PT1H", "P1.5M", "month", "P999Y"} {
		if p, err := ParsePeriod(text); err == nil {
			t.Errorf("%q was read as %v", text, p)
		}
	}
}

func FuzzReadPrice(f *testing.F) {
	for _, seed := range []string{"from 9 was 12", "ab 1.299,00 €", "free", "Ask us"} {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, text string) {
		p, _, err := ReadPrice(text, money.Separators{})
		if err != nil {
			return
		}
		if again, _, err := ReadPrice(p.String(), money.Separators{Decimal: '.'}); err != nil ||
			again.String() != p.String() {
			t.Fatalf("%q became %q, which reads as %v (%v)", text, p, again, err)
		}
	})
}

// A rate is read with either mark before its decimals.
func TestRate(t *testing.T) {
	for text, want := range map[string]string{"1.08": "1.08", "1,08": "1.08", " 0,8571 ": "0.8571", "0": "", "-1": "",
		"1,000.5": "", "ten": ""} {
		got := ""
		if v, err := (RateType{}).Parse(text); err == nil {
			got = v.String()
		}
		if got != want {
			t.Errorf("%q is read as %q, want %q", text, got, want)
		}
	}
}
