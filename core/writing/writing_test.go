package writing_test

import (
	"testing"

	"rubrel/core/writing"
)

// Scripts and directions as the CLDR 48 has them (likelySubtags, and characters order of the locales).
func TestOf(t *testing.T) {
	for _, c := range []struct{ tag, script, direction string }{
		{"en", "Latn", "ltr"}, {"ar", "Arab", "rtl"}, {"ckb", "Arab", "rtl"}, {"ku", "Latn", "ltr"}, {"az", "Latn", "ltr"},
		{"az-Arab", "Arab", "rtl"}, {"az-IR", "Arab", "rtl"}, {"he", "Hebr", "rtl"}, {"yi", "Hebr", "rtl"},
		{"dv", "Thaa", "rtl"}, {"ps", "Arab", "rtl"}, {"ug", "Arab", "rtl"}, {"pa", "Guru", "ltr"},
		{"pa-Arab", "Arab", "rtl"},
		{"zh-TW", "Hant", "ltr"}, {"zh-MO", "Hant", "ltr"}, {"zh", "Hans", "ltr"}, {"sr", "Cyrl", "ltr"},
		{"sr-ME", "Latn", "ltr"}, {"uz-AF", "Arab", "rtl"}, {"not a language", "", "ltr"},
	} {
		if got := writing.Script(c.tag); got != c.script {
			t.Errorf("%s is written in %s, want %s", c.tag, got, c.script)
		}
		if got := writing.Direction(c.tag); got != c.direction {
			t.Errorf("%s is written %s, want %s", c.tag, got, c.direction)
		}
	}
}

// What is known of a language's script comes before what is known of the language.
func TestFind(t *testing.T) {
	table := map[string]int{"zh": 1, "zh-Hant": 2, "zh-Hant-MO": 3, "sr": 4, "sr-Latn": 5, "en": 6, "en-IE": 7}
	for tag, want := range map[string]int{"zh-TW": 2, "zh-HK": 2, "zh-MO": 3, "zh-CN": 1, "zh_Hant_HK": 2, "sr-ME": 5,
		"sr-RS": 4, "en-IE": 7, "en-Latn-IE-u-ca-gregory": 6, "de": 0, "": 0} {
		if got, _, _ := writing.Find(table, tag); got != want {
			t.Errorf("%q finds %d, want %d", tag, got, want)
		}
	}
}
