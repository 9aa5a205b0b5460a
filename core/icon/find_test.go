package icon_test

import (
	"slices"
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
