package dates_test

import (
	"encoding/json"
	"fmt"
	"testing"
	"time"

	"rubrel/core/dates"
	"rubrel/testkit/chromium"
)

// Long dates against Intl.DateTimeFormat in Chromium, which carries the Unicode CLDR.
func TestLongAgainstIntl(t *testing.T) {
	locales := []string{"en", "en-GB", "en-IE", "de", "de-AT", "fr", "fr-CA", "es", "it", "nl", "pt", "pt-PT", "sv", "da",
		"nb", "fi", "pl", "cs", "hu", "ro", "el", "tr", "he", "ja", "ko", "zh", "zh-TW", "zh-HK", "zh-MO", "sr-ME"}
	days := []string{"2026-01-01", "2026-03-31", "2026-12-24"}
	question, err := json.Marshal([]any{locales, days})
	if err != nil {
		t.Fatal(err)
	}
	b := chromium.Launch(t, 400, 300)
	answers := chromium.Eval[map[string]string](b, fmt.Sprintf(`(() => {
		const [locales, days] = %s, out = {};
		for (const locale of locales) for (const day of days) out[locale + ' ' + day] = new Intl.DateTimeFormat(locale, {
			dateStyle: 'long', timeZone: 'UTC' }).format(new Date(day));
		return out;
	})()`, question))
	if len(answers) != len(locales)*len(days) {
		t.Fatalf("%d answers", len(answers))
	}
	for _, locale := range locales {
		for _, day := range days {
			at, err := time.Parse(time.DateOnly, day)
			if err != nil {
				t.Fatal(err)
			}
			if got, want := dates.Long(at, locale), answers[locale+" "+day]; got != want {
				t.Errorf("%s in %s is %q, Chromium writes %q", day, locale, got, want)
			}
		}
	}
	if got := dates.Long(time.Date(2026, 5, 4, 0, 0, 0, 0, time.UTC), "tlh"); got != "2026-05-04" {
		t.Errorf("in a language without a format: %q", got)
	}
}
