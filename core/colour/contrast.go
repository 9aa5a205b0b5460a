package colour

import "math"

// Luminance is the relative luminance of WCAG 2.2, from 0 for black to 1 for white. Alpha is ignored.
func (c Colour) Luminance() float64 {
	// WCAG 2.2 writes the threshold 0.04045 since its editorial correction of 2021.
	return 0.2126*decode(c.R) + 0.7152*decode(c.G) + 0.0722*decode(c.B)
}

// Contrast is the contrast ratio of WCAG 2.2 between two opaque colours, from 1 to 21.
func Contrast(a, b Colour) float64 {
	return ContrastOf(a.Luminance(), b.Luminance())
}

// ContrastOf is Contrast by the luminance of the two.
func ContrastOf(a, b float64) float64 {
	return (max(a, b) + 0.05) / (min(a, b) + 0.05)
}

// Passing is the colour nearest to ink that has the contrast needed on every ground. False where there is none.
func Passing(ink Colour, grounds []Colour, needed float64) (Colour, bool) {
	return Nearest(ink, func(c Colour) bool { return passes(c, grounds, needed) })
}

// Nearest is the opaque colour nearest to ink in OKLCH that something is true of: its lightness is changed as little as
// can be, lighter and darker tried alike, and its chroma only where sRGB asks for that. It is exact to one of 256 steps
// of a channel, as it will be written. False where it is true of no lightness.
func Nearest(ink Colour, holds func(Colour) bool) (Colour, bool) {
	const steps = 512
	from := ink.OKLCH()
	if opaque := ink.Written(); ink.Alpha == 1 && holds(opaque) {
		return opaque, true
	}
	for i := range steps + 1 {
		for _, l := range []float64{from.L - float64(i)/steps, from.L + float64(i)/steps} {
			if l < -1.0/steps || l > 1+1.0/steps {
				continue
			}
			if candidate := (OKLCH{L: clamp(l), C: from.C, H: from.H}).Mapped().Written(); holds(candidate) {
				return candidate, true
			}
		}
	}
	return ink, false
}

func passes(ink Colour, grounds []Colour, needed float64) bool {
	for _, ground := range grounds {
		if Contrast(ink, ground) < needed {
			return false
		}
	}
	return true
}

// Written is the colour as eight bits a channel hold it.
func (c Colour) Written() Colour {
	round := func(v float64) float64 { return math.Round(clamp(v)*255) / 255 }
	return Colour{round(c.R), round(c.G), round(c.B), c.Alpha}
}
