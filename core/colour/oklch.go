package colour

import "math"

// OKLCH is a colour by lightness (0 to 1), chroma (0 to about 0.4) and hue in degrees. CSS Color 4, section 9.
type OKLCH struct{ L, C, H float64 }

// Colour converts to sRGB with the matrices of CSS Color 4 section 18, clipping what sRGB cannot hold.
func (o OKLCH) Colour() Colour {
	a := o.C * math.Cos(o.H*math.Pi/180)
	b := o.C * math.Sin(o.H*math.Pi/180)
	l := cube(o.L + 0.3963377773761749*a + 0.2158037573099136*b)
	m := cube(o.L - 0.1055613458156586*a - 0.0638541728258133*b)
	s := cube(o.L - 0.0894841775298119*a - 1.2914855480194092*b)
	return Colour{
		R:     encode(4.0767416360759574*l - 3.3077115392580616*m + 0.2309699031821044*s),
		G:     encode(-1.2684379732850317*l + 2.6097573492876887*m - 0.3413193760026570*s),
		B:     encode(-0.0041960761386756*l - 0.7034186179359363*m + 1.7076146940746117*s),
		Alpha: 1,
	}
}

func cube(v float64) float64 { return v * v * v }

// encode applies the sRGB transfer function and clips.
func encode(v float64) float64 {
	if v <= 0.0031308 {
		return clamp(12.92 * v)
	}
	return clamp(1.055*math.Pow(v, 1/2.4) - 0.055)
}
