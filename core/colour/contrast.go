package colour

import "math"

// Luminance is the relative luminance of WCAG 2.2, from 0 for black to 1 for white. Alpha is ignored.
func (c Colour) Luminance() float64 {
	// WCAG 2.2 writes the threshold 0.04045 since its editorial correction of 2021.
	linear := func(v float64) float64 {
		if v <= 0.04045 {
			return v / 12.92
		}
		return math.Pow((v+0.055)/1.055, 2.4)
	}
	return 0.2126*linear(c.R) + 0.7152*linear(c.G) + 0.0722*linear(c.B)
}

// Contrast is the contrast ratio of WCAG 2.2 between two opaque colours, from 1 to 21.
func Contrast(a, b Colour) float64 {
	la, lb := a.Luminance(), b.Luminance()
	return (math.Max(la, lb) + 0.05) / (math.Min(la, lb) + 0.05)
}
