package look_test

import (
	"testing"

	"rubrel/core/look"
)

// What a property takes at the edges of what it takes, as it is written back, and what is just beyond.
func TestBoundsOfValues(t *testing.T) {
	for _, c := range []struct {
		property string
		takes    map[string]string // as typed, as held
		refuses  []string
	}{
		{"transition-duration", map[string]string{"6000": "6000ms", "6s": "6000ms", "0": "0ms", "1.5s": "1500ms",
			"0.001s": "1ms"}, []string{"6001", "6.001s", "-1", "1.5ms", "0.0001s", "soon"}},
		{"aspect-ratio", map[string]string{"0.1 / 100": "0.1 / 100", "4/5": "4 / 5", "1.5": "1.5 / 1"},
			[]string{"0.09 / 1", "1 / 101", "4px / 5", "4 / 5em", "0"}},
		{"font-weight", map[string]string{"1": "1", "1000": "1000"}, []string{"0", "1001", "bold!"}},
		{"letter-spacing", map[string]string{"0": "0", "-0.02": "-0.02em", "2px": "2px", "normal": "normal"},
			[]string{"51em", "1.0001em", "2pt"}},
		{"text-underline-offset", map[string]string{"0.15": "0.15em", "auto": "auto"}, []string{"under", "51em"}},
		{"border-radius", map[string]string{"8": "8px", "8 4": "8px 4px", "1 2 3 4": "1px 2px 3px 4px", "3 3 3 3": "3px"},
			[]string{"-1", "1 2 3 4 5"}},
		{"background-image", map[string]string{"dots(#888888, 3px, 16px)": "dots(#888888, 3px, 16px)",
			"checks(#888888, 0.25px)": "checks(#888888, 0.25px)"}, []string{"dots(#888888, 16px, 16px)",
			"dots(#888888, 3em, 16px)", "dots(#888888, 3px, 16em)", "dots(#888888, 3px)", "checks(#888888, 0.2px)",
			"checks(#888888, 401px)"}},
		{"opacity", map[string]string{"0": "0", "1": "1", "50%": "0.5"}, []string{"1.1", "-0.1", "101%"}},
	} {
		p, err := look.PropertyNamed(c.property)
		if err != nil {
			t.Fatal(err)
		}
		for text, want := range c.takes {
			v, err := p.Parse(text, look.Vocabulary{})
			if err != nil || v.String() != want {
				t.Errorf("%s: %q is %v (%v), want %s", c.property, text, v, err, want)
			}
		}
		for _, text := range c.refuses {
			if v, err := p.Parse(text, look.Vocabulary{}); err == nil {
				t.Errorf("%s: %q is taken as %v", c.property, text, v)
			}
		}
	}
}

// Nought has no unit, whatever was typed, and another number without one takes the property's.
func TestLengthsOfNought(t *testing.T) {
	for text, want := range map[string]look.Length{"0": {}, "0px": {}, "0.000em": {}, "-0": {}, "1": {Milli: 1000,
		Unit: "px"}, "1em": {Milli: 1000, Unit: "em"}, "0.001": {Milli: 1, Unit: "px"}} {
		if got, err := look.ParseLength(text, "px"); err != nil || got != want {
			t.Errorf("%q is %+v (%v), want %+v", text, got, err, want)
		}
	}
}

// Four sides are alike where every one is as the first.
func TestSidesAlike(t *testing.T) {
	one, other := look.Length{Milli: 1000, Unit: "px"}, look.Length{Milli: 2000, Unit: "px"}
	for i := range 4 {
		sides := look.Sides{one, one, one, one}
		if !sides.Alike() {
			t.Fatal("four of one are not alike")
		}
		sides[i] = other
		if sides.Alike() {
			t.Errorf("alike, but for side %d", i)
		}
	}
}

// A width reaches from its bound down, which is not in it; the widest has none.
func TestReaches(t *testing.T) {
	wide, middle := look.Width{Name: "wide", Frame: 1200}, look.Width{Name: "middle", Frame: 768, Below: 960}
	for size, want := range map[float64][2]bool{1: {true, true}, 959.9: {true, true}, 960: {true, false},
		5000: {true, false}} {
		if got := [2]bool{wide.Reaches(size), middle.Reaches(size)}; got != want {
			t.Errorf("%g: %v, want %v", size, got, want)
		}
	}
}

// HTML has one of each attribute, so none is said for a width or a state; an id is one element's.
func TestCheckAttribute(t *testing.T) {
	for _, c := range []struct {
		key   look.Key
		place look.Place
		sound bool
	}{
		{look.Key{Part: "card", Property: "class"}, look.RecordItem, true},
		{look.Key{Part: "card", Property: "class", Width: "narrow"}, look.RecordItem, false},
		{look.Key{Part: "card", Property: "class", State: look.Hover}, look.RecordItem, false},
		{look.Key{Part: "card", Property: "id"}, look.RecordItem, false},
		{look.Key{Part: "card", Property: "id", Record: "one"}, look.RecordItem, true},
		{look.Key{Part: "table", Property: "id"}, look.BlockItself, true},
		{look.Key{Part: "card", Property: "color", Width: "narrow", State: look.Hover}, look.RecordItem, true},
	} {
		if err := look.CheckAttribute(c.key, c.place); (err == nil) != c.sound {
			t.Errorf("%s: %v", c.key, err)
		}
	}
}
