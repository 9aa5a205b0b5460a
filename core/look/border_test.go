package look

import (
	"fmt"
	"testing"
)

func TestBorder(t *testing.T) {
	property, err := PropertyNamed("border")
	if err != nil {
		t.Fatal(err)
	}
	for _, c := range []struct{ text, want, declarations string }{
		{"1 solid line", "1px solid line", "[border:1px solid var(--rb-line)]"},
		{"none", "none", "[border:none]"},
		{"1px none line", "none", "[border:none]"},
		{"1px solid line, 1px solid line", "1px solid line", "[border:1px solid var(--rb-line)]"},
		{"3px solid accent, none", "3px solid accent, none",
			"[border-width:3px 0 border-style:solid none border-color:var(--rb-accent) transparent]"},
		{"none, none, 2px dashed #0b5fff, 2px dashed #0b5fff", "none, none, 2px dashed #0b5fff, 2px dashed #0b5fff",
			"[border-width:0 0 2px 2px border-style:none none dashed dashed " +
				"border-color:transparent transparent #0b5fff #0b5fff]"},
		{"none, 1px solid oklch(0.5 0.1 20), none", "none, 1px solid #944a4b, none",
			"[border-width:0 1px border-style:none solid border-color:transparent #944a4b]"},
	} {
		value, err := property.Parse(c.text, Vocabulary{})
		if err != nil {
			t.Errorf("%s: %v", c.text, err)
			continue
		}
		if got := fmt.Sprint(Declarations("border", value)); got != c.declarations {
			t.Errorf("%s is declared as %s, want %s", c.text, got, c.declarations)
		}
		again, err := property.Parse(value.String(), Vocabulary{})
		if err != nil || again.CSS() != value.CSS() {
			t.Errorf("%s is written %s, which is read as %v, %v", c.text, value, again, err)
		}
	}
	for _, text := range []string{"solid", "1px solid", "1px groove line", "-1px solid line",
		"1px solid line, none, none, none, none", "1px solid nothing", "1px solid line none"} {
		if value, err := property.Parse(text, Vocabulary{}); err == nil {
			t.Errorf("%s is read as %s", text, value)
		}
	}
}
