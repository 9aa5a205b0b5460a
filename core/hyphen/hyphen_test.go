package hyphen_test

import (
	_ "embed"
	"encoding/json"
	"strings"
	"testing"

	"rubrel/core/hyphen"
)

// Words whose hyphens are published: Knuth, The TeXbook, appendix H ("hyphenation", "concatenation", "algorithm"), and
// the official rules of German spelling, section 107 and after (from memory).
func TestPublishedWords(t *testing.T) {
	for _, c := range []struct{ language, want string }{
		{"en-US", "hy-phen-ation"}, {"en-US", "con-cate-na-tion"}, {"en-US", "su-per-cal-ifrag-ilis-tic"},
		{"en-US", "ta-ble"}, {"en-US", "ref-or-ma-tion"}, {"en-US", "project"},
		{"de", "Fa-mi-li-en-mit-glied-schaft"}, {"de", "Kü-che"},
		{"de-AT", "Öff-nungs-zei-ten"}, {"fr", "abon-ne-ment"}, {"es", "tem-po-ra-da"}, {"ru", "под-пис-ка"},
		{"ja", "メンバーシップ"}, {"en", "Gr8ness"}, {"xx-not-a-language", "hyphenation"},
	} {
		got := strings.ReplaceAll(hyphen.For(c.language).Text(strings.ReplaceAll(c.want, "-", "")), hyphen.Soft, "-")
		if got != c.want {
			t.Errorf("%s: %s, want %s", c.language, got, c.want)
		}
	}
}

// Letters stay as they are; a word that says its hyphens keeps them.
func TestText(t *testing.T) {
	p := hyphen.For("de")
	for _, text := range []string{"", "  ", "friederike.sonnenschein@restaurierungswerkstatt.example", "Antwortzeit " +
		"des Kundendienstes, 24 h", "Mit\u00adgliedschaft",
		"naïve café", "ﬁnden"} {
		if got := strings.ReplaceAll(p.Text(text), hyphen.Soft, ""); got != strings.ReplaceAll(text, hyphen.Soft, "") {
			t.Errorf("%q became %q", text, got)
		}
	}
	if got := p.Text("Mit\u00adgliedschaft"); got != "Mit\u00adgliedschaft" {
		t.Errorf("own hyphens became %q", got)
	}
}

//go:embed testdata/words.json
var fixture []byte

// Words of the CLDR's names of territories, in every language, are hyphenated as the npm package hyphen does it, from
// which the patterns come: but for the letters that stay together at the ends of a word.
func TestAgainstReference(t *testing.T) {
	var reference struct{ Words map[string][]string }
	if err := json.Unmarshal(fixture, &reference); err != nil {
		t.Fatal(err)
	}
	compared := 0
	for language, words := range reference.Words {
		for _, want := range words {
			got := strings.ReplaceAll(hyphen.For(language).Text(strings.ReplaceAll(want, "-", "")), hyphen.Soft, "-")
			compared++
			if trimmed(got) != trimmed(want) {
				t.Errorf("%s: %s, want %s", language, got, want)
			}
		}
	}
	if compared < 1000 {
		t.Errorf("only %d words were compared", compared)
	}
}

// trimmed is a word without the hyphens that stand within three letters of its ends.
func trimmed(word string) string {
	var out []rune
	before, n := 0, len([]rune(strings.ReplaceAll(word, "-", "")))
	for _, r := range word {
		if r == '-' && (before < 3 || n-before < 3) {
			continue
		}
		if r != '-' {
			before++
		}
		out = append(out, r)
	}
	return string(out)
}
