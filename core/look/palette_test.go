package look

import (
	"math/rand/v2"
	"testing"

	"rubrel/core/colour"
)

// From any brand colours, light and dark, every role is there and every pair meets its contrast as it will be written.
func TestEveryPairOfAProposalPasses(t *testing.T) {
	random := rand.New(rand.NewPCG(41, 42))
	brands := []string{"#000000", "#ffffff", "#808080", "#ff0000", "#00ff00", "#0000ff", "#ffff00", "#f4c15d"}
	for range 120 {
		c := colour.Colour{R: random.Float64(), G: random.Float64(), B: random.Float64(), Alpha: 1}
		brands = append(brands, c.String())
	}
	written := func(c colour.Colour) colour.Colour {
		again, err := colour.Parse(c.String())
		if err != nil {
			t.Fatal(err)
		}
		return again
	}
	for i, text := range brands {
		brand, second := written(mustParse(t, text)), written(mustParse(t, brands[(i*7+3)%len(brands)]))
		for _, dark := range []bool{false, true} {
			p := Propose(brand, second, dark)
			for _, role := range Names(ColourToken) {
				if _, ok := p[Token(role)]; !ok {
					t.Fatalf("%s: no %s", text, role)
				}
			}
			for _, pair := range Pairs() {
				if got := colour.Contrast(written(p[pair.Ink]), written(p[pair.Ground])); got < pair.Needed {
					t.Errorf("%s with %v, dark %v: %s on %s has %.2f", text, second, dark, pair.Ink, pair.Ground, got)
				}
			}
		}
	}
}

// A brand colour that passes already stays as it is, and its hue stays where it does not.
func TestProposalKeepsTheBrand(t *testing.T) {
	blue := mustParse(t, "#0b5fa8")
	if got := Propose(blue, blue, false)["accent"]; got.String() != "#0b5fa8" {
		t.Errorf("the brand became %v", got)
	}
	amber := mustParse(t, "#f4c15d")
	got := Propose(amber, amber, false)["accent"].OKLCH()
	if turn := got.H - amber.OKLCH().H; turn > 6 || turn < -6 {
		t.Errorf("the hue turned by %v degrees", turn)
	}
}

func mustParse(t *testing.T, text string) colour.Colour {
	t.Helper()
	c, err := colour.Parse(text)
	if err != nil {
		t.Fatal(err)
	}
	return c
}
