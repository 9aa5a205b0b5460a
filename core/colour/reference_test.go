package colour

import (
	_ "embed"
	"encoding/json"
	"math"
	"testing"
)

// referenceJSON is what scripts/colours.mjs computed with a reference library, whose name and version it holds.
//
//go:embed testdata/reference.json
var referenceJSON []byte

type reference struct {
	Library, Version string
	Conversions      []struct {
		RGB   [3]float64
		OKLCH [3]float64
	}
	Mapped []struct {
		OKLCH [3]float64
		RGB   [3]float64
	}
	Distances []struct {
		A, B               [3]float64
		DeltaEOK, Contrast float64
	}
}

func loadReference(t *testing.T) reference {
	t.Helper()
	var r reference
	if err := json.Unmarshal(referenceJSON, &r); err != nil || len(r.Conversions) < 100 || len(r.Mapped) < 100 ||
		len(r.Distances) < 40 {
		t.Fatalf("the reference: %v", err)
	}
	return r
}

func bytesOf(v [3]float64) Colour { return Colour{v[0] / 255, v[1] / 255, v[2] / 255, 1} }

func TestConversionAgainstReference(t *testing.T) {
	for _, c := range loadReference(t).Conversions {
		got := bytesOf(c.RGB).OKLCH()
		turn := math.Abs(got.H - c.OKLCH[2])
		turn = math.Min(turn, 360-turn)
		if math.Abs(got.L-c.OKLCH[0]) > 1e-4 || math.Abs(got.C-c.OKLCH[1]) > 1e-4 || turn > 0.1 && got.C > 1e-3 {
			t.Errorf("%v is %+v, want %v", c.RGB, got, c.OKLCH)
		}
		if back := got.Colour(); Distance(back, bytesOf(c.RGB)) > 1e-4 {
			t.Errorf("%v comes back as %v", c.RGB, back)
		}
	}
}

// Gamut mapping of CSS Color 4. The algorithm stops within an epsilon, so two that follow it agree to about half of one
// of 255 steps.
func TestGamutMappingAgainstReference(t *testing.T) {
	for _, c := range loadReference(t).Mapped {
		got := OKLCH{c.OKLCH[0], c.OKLCH[1], c.OKLCH[2]}.Mapped()
		want := Colour{c.RGB[0], c.RGB[1], c.RGB[2], 1}
		if math.Abs(got.R-want.R) > 0.004 || math.Abs(got.G-want.G) > 0.004 || math.Abs(got.B-want.B) > 0.004 {
			t.Errorf("%v is mapped to %v, want %v", c.OKLCH, got, want)
		}
	}
}

func TestDistanceAndContrastAgainstReference(t *testing.T) {
	for _, c := range loadReference(t).Distances {
		a, b := bytesOf(c.A), bytesOf(c.B)
		if got := Distance(a, b); math.Abs(got-c.DeltaEOK) > 1e-4 {
			t.Errorf("%v to %v is %v, want %v", c.A, c.B, got, c.DeltaEOK)
		}
		if got := Contrast(a, b); math.Abs(got-c.Contrast) > 0.005 { // the library has WCAG 2.1's rounded constants
			t.Errorf("%v on %v has the contrast %v, want %v", c.A, c.B, got, c.Contrast)
		}
	}
}

// The nearest passing colour passes, written in eight bits, and nothing of the same hue that is nearer does.
func TestPassing(t *testing.T) {
	amber, paper := Colour{0.957, 0.757, 0.365, 1}, Colour{1, 1, 1, 1}
	got, ok := Passing(amber, []Colour{paper}, 4.5)
	if again, err := Parse(got.String()); !ok || err != nil || Contrast(again, paper) < 4.5 ||
		Contrast(again, paper) > 4.7 {
		t.Errorf("amber on white: %v, %v", got, Contrast(got, paper))
	}
	if hue := math.Abs(got.OKLCH().H - amber.OKLCH().H); hue > 6 {
		t.Errorf("the hue moved by %v degrees", hue)
	}
	if got, ok := Passing(White, []Colour{paper}, 1); !ok || got != White {
		t.Errorf("what passes already becomes %v", got)
	}
	if _, ok := Passing(amber, []Colour{White, Black}, 7); ok {
		t.Error("something has a contrast of 7 on both white and black")
	}
	both, ok := Passing(amber, []Colour{White, Black}, 4.5)
	if !ok || Contrast(both, White) < 4.5 || Contrast(both, Black) < 4.5 {
		t.Errorf("on both white and black: %v", both)
	}
}

// Greys look the same to everybody, since the rows of each matrix add up to 1; and red and green that one with
// deuteranopia confuses come close.
func TestVision(t *testing.T) {
	for vision, m := range Matrices {
		for row := range 3 {
			if sum := m[row*3] + m[row*3+1] + m[row*3+2]; math.Abs(sum-1) > 2e-6 {
				t.Errorf("%s: row %d adds up to %v", vision, row, sum)
			}
		}
		grey := Colour{0.5, 0.5, 0.5, 1}
		if got := grey.Seen(vision); Distance(got, grey) > 1e-4 {
			t.Errorf("%s: grey is seen as %v", vision, got)
		}
	}
	red, green := Colour{0.72, 0.25, 0.2, 1}, Colour{0.38, 0.45, 0.15, 1}
	if plain, seen := Distance(red, green), Distance(red.Seen(Deuteranopia), green.Seen(Deuteranopia)); seen > plain/2 {
		t.Errorf("red and green: %v apart, seen %v", plain, seen)
	}
}
