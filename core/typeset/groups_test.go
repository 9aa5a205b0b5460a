package typeset_test

import (
	"math"
	"strings"
	"testing"

	"rubrel/core/typeset"
)

// Groups of characters are those that differ alike, each with the times by which they do, and the rest as all on
// average.
func TestBeside(t *testing.T) {
	own := typeset.Metrics{Advances: map[string]float64{"a": 1, "b": 1, "c": 2, "é": 0.9}}
	other := typeset.Metrics{Advances: map[string]float64{"a": 2, "b": 2, "c": 1, "z": 3}}
	groups := own.Beside(other)
	if groups[0].Range != "" || groups[0].Times <= 0.5 || groups[0].Times >= 2 {
		t.Errorf("all characters: %+v", groups[0])
	}
	times := map[string]float64{}
	for _, g := range groups[1:] {
		for part := range strings.SplitSeq(g.Range, ",") {
			times[part] = g.Times
		}
	}
	for part, want := range map[string]float64{"U+61": 0.5, "U+62": 0.5, "U+63": 2} {
		got, ok := times[part]
		if whole, both := times["U+61-62"]; !ok && both {
			got = whole
		}
		if math.Abs(got-want) > 1e-9 {
			t.Errorf("%s: %v times as wide, not %v (%v)", part, got, want, groups)
		}
	}
}
