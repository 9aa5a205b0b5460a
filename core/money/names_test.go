package money_test

import (
	"slices"
	"testing"

	"rubrel/core/money"
	"rubrel/testkit/chromium"
)

// Names are those of Intl.DisplayNames in Chromium, which has them from CLDR too; the region of a currency is from
// CLDR.
func TestNames(t *testing.T) {
	for code, want := range map[string]string{"EUR": "Euro", "USD": "US-Dollar", "ZZZ": "ZZZ"} {
		if got := money.LocaleFor("de-AT").Name(code); got != want {
			t.Errorf("%s is called %q, want %q", code, got, want)
		}
	}
	for code, region := range map[string]string{"EUR": "AT", "CHF": "LI", "GBP": "GB", "USD": "EC"} {
		if !slices.Contains(money.RegionsOf(code), region) {
			t.Errorf("%s: %v", code, money.RegionsOf(code))
		}
	}
	if len(money.RegionsOf("ZZZ")) > 0 {
		t.Error("a currency that is none has regions")
	}
}

func TestNamesAgainstIntl(t *testing.T) {
	b := chromium.Launch(t, 400, 300)
	differ, all := 0, 0
	for _, language := range []string{"en", "de", "fr", "es", "pt", "pl", "sv", "ja", "ar", "he", "hi", "ru", "tr", "uk"} {
		for _, code := range []string{"EUR", "USD", "GBP", "CHF", "JPY", "SEK", "PLN", "TRY", "INR", "BRL"} {
			want := b.Text("new Intl.DisplayNames('" + language + "', { type: 'currency' }).of('" + code + "')")
			all++
			if got := money.LocaleFor(language).Name(code); got != want {
				differ++
				t.Logf("%s in %s: %q, Intl has %q", code, language, got, want)
			}
		}
	}
	if differ*20 > all { // Chromium may have another version of CLDR
		t.Errorf("%d of %d names differ", differ, all)
	}
}
