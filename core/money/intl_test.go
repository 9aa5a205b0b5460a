package money_test

import (
	"encoding/json"
	"fmt"
	"slices"
	"testing"
	"time"

	"rubrel/core/dates"
	"rubrel/core/money"
	"rubrel/testkit/chromium"
)

// Formats of amounts against Intl.NumberFormat in Chromium, which carries the Unicode CLDR: 51 locales × 14
// currencies × 6 amounts. Two are left out: Chromium carries no Icelandic, and for fr-CH its release of the CLDR
// groups with a narrow space where release 48.2, which the table is made from, has an apostrophe.
func TestFormatAgainstIntl(t *testing.T) {
	locales := []string{"en", "en-GB", "en-IE", "en-CA", "en-AU", "en-IN", "en-ZA", "de", "de-AT", "de-CH", "fr", "fr-LU",
		"fr-CA", "fr-BE", "nl", "nl-BE",
		"it", "it-CH", "es", "es-MX", "es-AR", "pt", "pt-PT", "sv", "da", "nb", "fi", "pl", "cs", "sk", "hu", "ro", "bg",
		"el", "tr", "ru", "uk",
		"hr", "sl", "lt", "lv", "et", "he", "ar", "fa", "hi", "ja", "ko", "zh", "th", "vi", "id", "zh-TW", "zh-HK",
		"zh-MO", "sr-ME"}
	codes := []string{"EUR", "USD", "GBP", "CHF", "JPY", "KRW", "SEK", "PLN", "BHD", "INR", "BRL", "CAD", "CLF", "ISK"}
	amounts := []string{"0", "9.5", "-3.25", "1234.5", "12345.678", "1234567.89"}
	question, err := json.Marshal([]any{locales, codes, amounts})
	if err != nil {
		t.Fatal(err)
	}
	b := chromium.Launch(t, 400, 300)
	answers := chromium.Eval[map[string]string](b, fmt.Sprintf(`(() => {
		const [locales, codes, amounts] = %s, out = {};
		if (Intl.NumberFormat.supportedLocalesOf(locales).length !== locales.length) return {};
		for (const locale of locales) for (const currency of codes) {
			const digits = { CLF: 4 }[currency]; // ISO 4217; the CLDR agrees on all others used here
			const format = new Intl.NumberFormat(locale, { style: 'currency', currency, ...(digits &&
				{ minimumFractionDigits: digits }) });
			for (const amount of amounts) out[locale + ' ' + currency + ' ' + amount] = format.format(amount);
			if (currency === 'EUR' || currency === 'USD') {
				const coded = new Intl.NumberFormat(locale, { style: 'currency', currency, currencyDisplay: 'code' });
				for (const amount of amounts.slice(0,
					2)) out[locale + ' ' + currency + ' ' + amount + ' code'] = coded.format(amount);
			}
		}
		return out;
	})()`, question))
	faults, checked := 0, 0
	for _, tag := range locales {
		locale := money.LocaleFor(tag)
		for _, code := range codes {
			currency, err := money.CurrencyByCode(code)
			if err != nil {
				t.Fatal(err)
			}
			for _, text := range amounts {
				amount, err := money.ParseDecimal(text)
				if err != nil {
					t.Fatal(err)
				}
				if want, ok := answers[tag+" "+code+" "+text+" code"]; ok {
					checked++
					if got := locale.Format(amount, currency, money.Style{Code: true}); got != want {
						faults++
						t.Errorf("%s %s %s by code: got %q, Intl says %q", tag, code, text, got, want)
					}
				}
				checked++
				want := answers[tag+" "+code+" "+text]
				if got := locale.Format(amount, currency, money.Style{}); got != want {
					if faults++; faults <= 25 {
						t.Errorf("%s %s %s: got %q, Intl says %q", tag, code, text, got, want)
					}
				}
			}
		}
	}
	t.Logf("%d formats compared, %d differ", checked, faults)
}

// Percentages against Intl.NumberFormat, and days against Intl.DateTimeFormat, in Chromium.
func TestPercentAndDaysAgainstIntl(t *testing.T) {
	locales := []string{"en", "en-IE", "en-US", "de", "fr", "es", "it", "nl", "pt", "pt-PT", "sv", "da", "nb", "fi", "pl",
		"cs", "hu", "tr", "he", "ja", "ko", "zh", "lv", "lt", "ca", "zh-TW", "zh-MO", "sr-ME"}
	question, err := json.Marshal(locales)
	if err != nil {
		t.Fatal(err)
	}
	b := chromium.Launch(t, 400, 300)
	answers := chromium.Eval[map[string][]string](b, fmt.Sprintf(`Object.fromEntries(%s.map((l) => [l, [
		new Intl.NumberFormat(l, { style: 'percent' }).format(0.16),
		...[0, 5, 11].map((m) => new Intl.DateTimeFormat(l, { dateStyle: 'long',
			timeZone: 'UTC' }).format(new Date(Date.UTC(2026, m, 7))))]]))`, question))
	for _, tag := range locales {
		got := []string{money.LocaleFor(tag).Percent(16)}
		for _, month := range []time.Month{time.January, time.June, time.December} {
			got = append(got, dates.Long(time.Date(2026, month, 7, 12, 0, 0, 0, time.UTC), tag))
		}
		if want := answers[tag]; !slices.Equal(got, want) {
			t.Errorf("%s: got %q, Intl says %q", tag, got, want)
		}
	}
}
