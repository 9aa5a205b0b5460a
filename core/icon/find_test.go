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
		"opening hours":  nil,
		"Time":           {"clock", "hourglass", "timer"},
		"telesc":         {"telescope"},
		"shield  check":  {"shield-check"},
		"no such a word": nil,
		"":               nil,
	} {
		got := icon.Find(text)
		for _, name := range want {
			if !slices.Contains(got, name) {
				t.Errorf("%q finds %v, without %s", text, got, name)
			}
		}
		if want == nil && len(got) > 0 {
			t.Errorf("%q finds %v", text, got)
		}
	}
	if got := icon.Find("moon"); got[0] != "moon" {
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
	for _, name := range icon.Find("roof") {
		if name == "shield-check" || name == "stamp" {
			t.Errorf("roof finds %s", name)
		}
	}
	if got := icon.Find("car"); len(got) == 0 || got[0] != "car" {
		t.Errorf("car finds %v first", got)
	}
	if got := icon.Find(strings.Repeat("moon ", 10_000)); got != nil {
		t.Errorf("a text of ten thousand words finds %d icons", len(got))
	}
}

func BenchmarkFind(b *testing.B) {
	icon.Find("moon")
	for b.Loop() {
		icon.Find("a star in the sky at night")
	}
}
