package money

import "testing"

// A sign of several currencies is that with which people pay where they speak the language (Unicode CLDR, supplemental
// data: regions and likely subtags).
func TestMeant(t *testing.T) {
	for _, c := range []struct{ code, text, tag, want string }{
		{"USD", "$9", "en-CA", "CAD"}, {"USD", "$9", "en-AU", "AUD"}, {"USD", "$9", "en", "USD"}, {"USD", "$9", "de", "USD"},
		{"USD", "US$9", "en-CA", "USD"}, {"USD", "9 USD", "en-CA", "USD"}, {"JPY", "¥99", "zh", "CNY"},
		{"JPY", "¥99", "ja", "JPY"}, {"EUR", "9 €", "en-CA", "EUR"}, {"", "9", "en-CA", ""},
	} {
		if got := Meant(c.code, c.text, c.tag); got != c.want {
			t.Errorf("%q in %s: %s, not %s", c.text, c.tag, got, c.want)
		}
	}
}
