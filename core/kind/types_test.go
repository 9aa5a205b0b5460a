package kind_test

import (
	"testing"

	"rubrel/core/kind"
)

// What people type for a number and for a feature, as it is held.
func TestParse(t *testing.T) {
	for _, c := range []struct {
		of         kind.Type
		text, want string
	}{
		{kind.NumberType{}, "72 %", "72"},
		{kind.NumberType{}, "72%", "72"},
		{kind.NumberType{}, "72 %", "72"}, // a narrow no-break space, as French is set
		{kind.NumberType{}, "−4,5", "-4.5"},
		{kind.NumberType{}, "14,500", "14500"},
		{kind.NumberType{}, "%", ""},
		{kind.NumberType{}, "7 of 10", ""},
		{kind.InclusionType{}, "✓", "yes"},
		{kind.InclusionType{}, "–", "no"},
		{kind.InclusionType{}, "0", "0"},
		{kind.InclusionType{}, "", "no"},
	} {
		got := ""
		if v, err := c.of.Parse(c.text); err == nil {
			got = v.String()
		}
		if got != c.want {
			t.Errorf("%T: %q is read as %q, want %q", c.of, c.text, got, c.want)
		}
	}
	for text, want := range map[string]bool{"0": false, "0.0": false, "0,00": false, "00": false, "0 %": true, "10": true,
		"0.5": true, "0800 123": true} {
		if v, err := (kind.InclusionType{}).Parse(text); err != nil || v.(kind.Inclusion).Has != want {
			t.Errorf("%q: %+v (%v)", text, v, err)
		}
	}
}

// An x is the other side of what stands beside it.
func TestCrossIn(t *testing.T) {
	for _, c := range []struct {
		texts []string
		means kind.Cross
		sure  bool
	}{
		{[]string{"yes", "no"}, "", true},
		{[]string{"✓", "x"}, kind.CrossIsNo, true},
		{[]string{"ja", "X", "–"}, kind.CrossIsNo, true},
		{[]string{"–", "×"}, kind.CrossIsYes, true},
		{[]string{"", "x", "10 GB"}, kind.CrossIsYes, false},
	} {
		if means, sure := kind.CrossIn(c.texts); means != c.means || sure != c.sure {
			t.Errorf("%q: %q, sure %v", c.texts, means, sure)
		}
	}
}
