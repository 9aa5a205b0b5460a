package dates_test

import (
	"errors"
	"testing"
	"time"

	"rubrel/core/dates"
)

func TestRead(t *testing.T) {
	for text, want := range map[string]string{"2026-11-24": "2026-11-24", "24.11.2026": "2026-11-24",
		"3.4.2026":   "2026-04-03",
		"24/11/2026": "2026-11-24", "11/24/2026": "2026-11-24", "5/5/2026": "2026-05-05", "2026/11/24": "2026-11-24",
		"24 November 2026": "2026-11-24", "November 24, 2026": "2026-11-24", "24. Dezember 2026": "2026-12-24",
		"le 1er décembre 2026": "2026-12-01", "12 de marzo de 2026": "2026-03-12", "Nov 24, 2026": "2026-11-24",
		"24th Nov. 2026": "2026-11-24", "12 мая 2026 г.": "2026-05-12", "2026年3月4日": "2026-03-04", "24 listopada 2026": ""} {
		got, err := dates.Read(text)
		if want == "" {
			continue // named differently by two languages
		}
		if err != nil || got.Format(time.DateOnly) != want {
			t.Errorf("%q is read as %v, %v; want %s", text, got, err, want)
		}
	}
	for _, text := range []string{"", "soon", "31.2.2026", "2026", "24.11.", "1.2.3.2026", "24 Smarch 2026",
		"99/99/2026", "13/13/2026", "0/1/2026", "24 November 026", "100 November 2026"} {
		if got, err := dates.Read(text); err == nil {
			t.Errorf("%q is read as %v", text, got)
		}
	}
	// There are twelve months: what is more is the day.
	for text, want := range map[string]string{"13/12/2026": "2026-12-13", "12/13/2026": "2026-12-13",
		"12/12/2026": "2026-12-12"} {
		if got, err := dates.Read(text); err != nil || got.Format(time.DateOnly) != want {
			t.Errorf("%q is read as %v, %v; want %s", text, got, err, want)
		}
	}
	for _, text := range []string{"3/4/2026", "12/11/2026", "11/12/2026", "1/12/2026"} {
		if got, err := dates.Read(text); !errors.Is(err, dates.ErrAmbiguous) {
			t.Errorf("%s: %v, %v", text, got, err)
		}
	}
}

// What Long writes is read back, in every language in which the name of the month is of one month alone.
func TestWrittenAndReadBack(t *testing.T) {
	day := time.Date(2026, 11, 24, 0, 0, 0, 0, time.UTC)
	for _, tag := range []string{"en", "en-US", "de", "fr", "es", "it", "pt", "nl", "sv", "da", "fi", "tr"} {
		for month := range 12 {
			want := day.AddDate(0, month, 0)
			if got, err := dates.Read(dates.Long(want, tag)); err != nil || !got.Equal(want) {
				t.Errorf("%s: %q is read as %v, %v", tag, dates.Long(want, tag), got, err)
			}
		}
	}
}

func FuzzRead(f *testing.F) {
	f.Add("24. Nov 2026")
	f.Add("2026-11-24")
	f.Fuzz(func(t *testing.T, text string) {
		if got, err := dates.Read(text); err == nil && (got.Year() < 0 || got.Year() > 9999) {
			t.Errorf("%q is read as %v", text, got)
		}
	})
}
