package money_test

import (
	"encoding/json"
	"fmt"
	"testing"

	"rubrel/core/money"
	"rubrel/testkit/chromium"
)

// Plain and short numbers against Intl.NumberFormat in Chromium, which carries the Unicode CLDR: 48 locales × 20
// numbers.
func TestNumbersAgainstIntl(t *testing.T) {
	locales := []string{"en", "en-GB", "en-IN", "en-ZA", "de", "de-AT", "de-CH", "fr", "fr-CA", "nl", "it", "it-CH", "es",
		"es-MX", "pt", "pt-PT", "sv", "da", "nb", "fi",
		"pl", "cs", "sk", "hu", "ro", "bg", "el", "tr", "ru", "uk", "hr", "sl", "lt", "lv", "et", "he", "ar", "fa", "hi",
		"bn", "ja", "ko", "zh", "zh-Hant", "th", "vi", "id", "sw"}
	numbers := []string{"0", "7", "-3.5", "999", "1000", "1234", "2000", "5000", "9999", "14500", "99950", "-14549",
		"123456", "999999", "1000000", "2500000", "14500000", "999999999", "7300000000", "1234567890123"}
	question, err := json.Marshal([]any{locales, numbers})
	if err != nil {
		t.Fatal(err)
	}
	b := chromium.Launch(t, 400, 300)
	answers := chromium.Eval[map[string][3]string](b, fmt.Sprintf(`(() => {
		const [locales, numbers] = %s, out = {};
		if (Intl.NumberFormat.supportedLocalesOf(locales).length !== locales.length) return {};
		for (const locale of locales) for (const number of numbers) out[locale + ' ' + number] = [
			new Intl.NumberFormat(locale, { minimumFractionDigits: 2, maximumFractionDigits: 2 }).format(number),
			new Intl.NumberFormat(locale, { notation: 'compact', maximumFractionDigits: 1 }).format(number),
			new Intl.NumberFormat(locale, { notation: 'compact', maximumFractionDigits: 0 }).format(number)];
		return out;
	})()`, question))
	if len(answers) != len(locales)*len(numbers) {
		t.Fatalf("Chromium answers %d of %d", len(answers), len(locales)*len(numbers))
	}
	differ := 0
	for _, tag := range locales {
		locale := money.LocaleFor(tag)
		for _, text := range numbers {
			n, err := money.ParseDecimal(text)
			if err != nil {
				t.Fatal(err)
			}
			got := [3]string{locale.Number(n, 2), locale.Short(n, 1).Format(n, 1), locale.Short(n, 0).Format(n, 0)}
			if want := answers[tag+" "+text]; got != want {
				if differ++; differ <= 25 {
					t.Errorf("%s %s: got %q, Intl says %q", tag, text, got, want)
				}
			}
		}
	}
	t.Logf("%d numbers compared, %d differ", len(answers)*3, differ)
}

func TestPlural(t *testing.T) {
	for _, c := range []struct{ tag, number, want string }{
		{"en", "1", "one"}, {"en", "1.0", "other"}, {"pl", "3", "few"}, {"pl", "5", "many"}, {"ar", "2", "two"},
		{"fr", "0", "one"}, {"ja", "1", "other"},
	} {
		n, err := money.ParseDecimal(c.number)
		if err != nil {
			t.Fatal(err)
		}
		if got := money.LocaleFor(c.tag).Plural(n); got != c.want {
			t.Errorf("%s %s: %s, want %s", c.tag, c.number, got, c.want)
		}
	}
}

func TestReadNumber(t *testing.T) {
	for _, c := range []struct{ locale, text, want string }{
		{"en", "1,500", "1500"}, {"en", "1.5", "1.5"}, {"en", "1.500", "1.500"}, {"de", "1.500", "1500"},
		{"de", "1,5", "1.5"}, {"de", "1.5", ""}, {"fr", "1\u202f500,25", "1500.25"}, {"fr", "1 500", "1500"},
		{"de-CH", "1’500.5", "1500.5"}, {"ar", "1.5", "1.5"}, {"en", "ten", ""}, {"en", "", ""},
	} {
		got, err := money.LocaleFor(c.locale).ReadNumber(c.text)
		if (err != nil) != (c.want == "") || err == nil && got.String() != c.want {
			t.Errorf("%s %q: %v, %v; want %q", c.locale, c.text, got, err, c.want)
		}
	}
}

// A unit that is also a word is none: only what is written as a code or a sign is a currency.
func TestCurrencyOf(t *testing.T) {
	for words, want := range map[string]string{"EUR": "EUR", "€": "EUR", "CA$": "CAD", "cup": "", "all": "", "kg": "",
		"": ""} {
		if got := money.CurrencyOf(words); got != want {
			t.Errorf("%q: %q, want %q", words, got, want)
		}
	}
}
