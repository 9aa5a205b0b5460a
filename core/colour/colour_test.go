package colour

import (
	"math"
	"testing"
)

func TestParse(t *testing.T) {
	for text, want := range map[string]string{
		"#fff": "#ffffff", "#10203A": "#10203a", "#1234": "#11223344", "#10203a80": "#10203a80", "transparent": "#00000000",
		"rgb(255, 0, 0)": "#ff0000", "rgb(255 0 0 / 50%)": "#ff000080", "rgba(0,0,0,.5)": "#00000080",
		"rgb(100% 0% 0%)":     "#ff0000",
		"hsl(120, 100%, 25%)": "#008000", "hsl(-240deg 100% 25%)": "#008000", "hsl(0 0% 50%)": "#808080",
	} {
		if c, err := Parse(text); err != nil || c.String() != want {
			t.Errorf("%q is %v (%v), want %s", text, c, err, want)
		}
	}
	for _, text := range []string{"", "red;", "#12", "#12345", "#ggg", "rgb(1,2)", "rgb(1,2,x)", "url(x)", "rgb(1,2,3",
		"hsl(NaN 1% 1%)", "expression(1)"} {
		if c, err := Parse(text); err == nil {
			t.Errorf("%q was read as %v", text, c)
		}
	}
}

// WCAG 2.2: black on white is 21:1; success criterion 1.4.3 asks 4.5:1, which #767676 on white reaches and
// #777777 misses.
func TestContrast(t *testing.T) {
	if got := Contrast(Black, White); math.Abs(got-21) > 1e-9 {
		t.Errorf("black on white: %v", got)
	}
	for hex, passes := range map[string]bool{"#767676": true, "#777777": false} {
		c, err := Parse(hex)
		if err != nil {
			t.Fatal(err)
		}
		if got := Contrast(c, White); (got >= 4.5) != passes || got != Contrast(White, c) {
			t.Errorf("%s on white: %v", hex, got)
		}
	}
}

// The sRGB primaries in OKLCH, from the examples of CSS Color 4: from memory, to three decimals.
func TestOKLCH(t *testing.T) {
	for text, want := range map[string]string{
		"oklch(0.62796 0.25768 29.234)": "#ff0000", "oklch(0.86644 0.29483 142.495)": "#00ff00",
		"oklch(0.45201 0.31321 264.052)": "#0000ff",
		"oklch(100% 0 0)":                "#ffffff", "oklch(0 0 0)": "#000000",
	} {
		if c, err := Parse(text); err != nil || c.String() != want {
			t.Errorf("%s is %v (%v), want %s", text, c, err, want)
		}
	}
}

func TestOver(t *testing.T) {
	half := Colour{0, 0, 0, 0.5}
	if got := half.Over(White).String(); got != "#808080" {
		t.Errorf("half black over white is %s", got)
	}
}

func FuzzParse(f *testing.F) {
	for _, seed := range []string{"#fff", "rgb(1 2 3 / 4%)", "hsl(1deg,2%,3%)", "oklch(.5 .1 20)"} {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, text string) {
		c, err := Parse(text)
		if err != nil {
			return
		}
		again, err := Parse(c.String())
		if err != nil || again.String() != c.String() {
			t.Fatalf("%q became %s, which reads as %v (%v)", text, c, again, err)
		}
	})
}
