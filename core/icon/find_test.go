package icon_test

import (
	"slices"
	"strings"
	"testing"

	"rubrel/core/icon"
)

// An icon is found by its name, by a part of it, and by what it means.
func TestFind(t *testing.T) {
	for text, want := range map[string][]string{
		"money":          {"coins", "wallet", "banknote", "piggy-bank"},
		"moon":           {"moon"},
		"star night":     {"moon-star"},
		"Time":           {"clock", "hourglass", "timer"},
		"telesc":         {"telescope"},
		"shield  check":  {"shield-check"},
		"no such a word": nil,
		"":               nil,
	} {
		got := icon.Find(text, "en")
		for _, name := range want {
			if !slices.Contains(got, name) {
				t.Errorf("%q finds %v, without %s", text, got, name)
			}
		}
		if want == nil && len(got) > 0 {
			t.Errorf("%q finds %v", text, got)
		}
	}
	if got := icon.Find("moon", "en"); got[0] != "moon" {
		t.Errorf("moon finds %s first", got[0])
	}
}

// A name by which an icon was known before still draws it.
func TestAlias(t *testing.T) {
	if icon.SVG("circle-help") == "" || icon.SVG("circle-help") != icon.SVG("circle-question-mark") {
		t.Error("circle-help is not circle-question-mark")
	}
}

// Whole words are found before parts, and parts within words not at all.
func TestFindWholeWords(t *testing.T) {
	for _, name := range icon.Find("roof", "en") {
		if name == "shield-check" || name == "stamp" {
			t.Errorf("roof finds %s", name)
		}
	}
	if got := icon.Find("car", "en"); len(got) == 0 || got[0] != "car" {
		t.Errorf("car finds %v first", got)
	}
	if got := icon.Find(strings.Repeat("moon ", 10_000), "en"); got != nil {
		t.Errorf("a text of ten thousand words finds %d icons", len(got))
	}
}

// The words that ship name icons that there are: more than 400 of trades in each of two languages, and thousands in the
// others.
func TestWordsNameIcons(t *testing.T) {
	for of, tables := range map[string]map[string]map[string][]string{"trades": icon.Trades(), "CLDR": icon.Annotated()} {
		for language, words := range tables {
			if least := map[string]int{"trades": 400, "CLDR": 2000}[of]; len(words) < least {
				t.Errorf("%s: %d words of %s", language, len(words), of)
			}
			for word, names := range words {
				for _, name := range names {
					if icon.SVG(name) == "" {
						t.Errorf("%s %q: there is no icon %s", language, word, name)
					}
				}
				const first = 4
				found := icon.Find(word, language)
				if found = found[:min(first, len(found))]; of == "trades" && !slices.Contains(found, icon.Named(names[0])) {
					t.Errorf("%s %q finds %v first, without %s", language, word, found, names[0])
				}
			}
		}
	}
}

// Everyday words of trades find what fits them among the first in English and in German, also as the end of a compound;
// and words of other languages find what they name.
func TestFindInLanguages(t *testing.T) {
	for _, c := range []struct{ language, text, want string }{
		{"de", "Dach", "house"}, {"de", "Heizungswartung", "wrench"}, {"de", "Zahnarztpraxis", "stethoscope"},
		{"de", "Kundenparkplatz", "square-parking"}, {"de-CH", "Hund", "dog"}, {"de", "Fenster", "blinds"},
		{"de", "moon", "moon"}, {"en", "roofing", "house"}, {"en", "plumber", "wrench"}, {"en", "opening hours", "clock"},
		{"fr", "maison", "house"}, {"fr", "téléphone", "phone"}, {"es", "perro", "dog"}, {"es", "llave", "key"},
		{"it", "gatto", "cat"}, {"it", "calendario", "calendar"}, {"pl", "klucz", "key"}, {"pl", "pies", "dog"},
		{"nl", "sleutel", "key"}, {"nl", "huis", "house"}, {"pt", "cachorro", "dog"}, {"pt", "relógio", "watch"},
	} {
		got := icon.Find(c.text, c.language)
		if i := slices.Index(got, c.want); i < 0 || i >= 8 {
			t.Errorf("%s %q finds %v, want %s among the first", c.language, c.text, got[:min(8, len(got))], c.want)
		}
	}
	for _, text := range []string{"proof", "xyzzyhaus"} {
		for _, name := range icon.Find(text, "en") {
			if name == "house" {
				t.Errorf("%q finds a house", text)
			}
		}
	}
}

func BenchmarkFind(b *testing.B) {
	icon.Find("moon", "en")
	for b.Loop() {
		icon.Find("a star in the sky at night", "en")
	}
}
