package look_test

import (
	"strings"
	"testing"

	"rubrel/core/look"
)

// A ground that is seen is kept on paper with what stands on it; that of the whole block is not: paper stands in its
// place.
func TestGroundsOnPaper(t *testing.T) {
	say := func(property, text string) look.Value {
		p, err := look.PropertyNamed(property)
		if err != nil {
			t.Fatal(err)
		}
		v, err := p.Parse(text, look.Vocabulary{})
		if err != nil {
			t.Fatal(err)
		}
		return v
	}
	for _, c := range []struct {
		property, text string
		outer, kept    bool
		state          look.State
	}{
		{"background-color", "#102030", false, true, look.Normal}, {"background-color", "raised", false, true, look.Normal},
		{"background-color", "#10203080", false, true, look.Normal},
		{"background-color", "transparent", false, false, look.Normal},
		{"background-color", "#102030", true, false, look.Normal},
		{"background-color", "#102030", false, false, look.Hover},
		{"background-image", "dots(line, 3px, 16px)", false, true, look.Normal},
		{"background-image", "none", false, false, look.Normal}, {"color", "#102030", false, false, look.Normal},
	} {
		cascade := look.Cascade{Widths: look.DefaultWidths(),
			Block: look.Sheet{look.Key{Part: "card", Property: c.property, State: c.state}: say(c.property, c.text)}}
		css := cascade.WriteRules("b", cascade.Rules([]look.PartSpec{{Name: "card", Outer: c.outer}}, nil))
		if kept := strings.Contains(css, "print-color-adjust:exact"); kept != c.kept {
			t.Errorf("%+v: %s", c, css)
		}
	}
}
