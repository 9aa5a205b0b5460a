package colour

import "math"

// OKLCH is a colour by lightness (0 to 1), chroma (0 to about 0.4) and hue in degrees. CSS Color 4, section 9.
type OKLCH struct{ L, C, H float64 }

// Colour converts to sRGB, clipping what sRGB cannot hold, as browsers paint it.
func (o OKLCH) Colour() Colour {
	r, g, b := o.linear()
	return Colour{encode(r), encode(g), encode(b), 1}
}

// linear converts to linear sRGB, with the matrices of CSS Color 4 section 18. Channels outside 0 to 1 are outside
// what sRGB can hold.
func (o OKLCH) linear() (r, g, b float64) {
	a, bb := o.C*math.Cos(o.H*math.Pi/180), o.C*math.Sin(o.H*math.Pi/180)
	l := cube(o.L + 0.3963377773761749*a + 0.2158037573099136*bb)
	m := cube(o.L - 0.1055613458156586*a - 0.0638541728258133*bb)
	s := cube(o.L - 0.0894841775298119*a - 1.2914855480194092*bb)
	return 4.0767416360759574*l - 3.3077115392580616*m + 0.2309699031821044*s,
		-1.2684379732850317*l + 2.6097573492876887*m - 0.3413193760026570*s,
		-0.0041960761386756*l - 0.7034186179359363*m + 1.7076146940746117*s
}

// OKLCH converts from sRGB. A grey has the hue 0.
func (c Colour) OKLCH() OKLCH {
	l, a, b := c.oklab()
	o := OKLCH{L: l, C: math.Hypot(a, b)}
	if o.C > 4e-6 {
		o.H = math.Mod(math.Atan2(b, a)*180/math.Pi+360, 360)
	}
	return o
}

// oklab is the colour in OKLab (CSS Color 4, section 9.3).
func (c Colour) oklab() (l, a, b float64) {
	r, g, bl := decode(c.R), decode(c.G), decode(c.B)
	lc := math.Cbrt(0.4122214708*r + 0.5363325363*g + 0.0514459929*bl)
	mc := math.Cbrt(0.2119034982*r + 0.6806995451*g + 0.1073969566*bl)
	sc := math.Cbrt(0.0883024619*r + 0.2817188376*g + 0.6299787005*bl)
	return 0.2104542553*lc + 0.7936177850*mc - 0.0040720468*sc,
		1.9779984951*lc - 2.4285922050*mc + 0.4505937099*sc,
		0.0259040371*lc + 0.7827717662*mc - 0.8086757660*sc
}

// Distance is the difference deltaEOK of CSS Color 4: the Euclidean distance in OKLab.
func Distance(x, y Colour) float64 {
	l, a, b := x.oklab()
	m, c, d := y.oklab()
	return math.Sqrt((l-m)*(l-m) + (a-c)*(a-c) + (b-d)*(b-d))
}

// Mapped converts to sRGB by the gamut mapping of CSS Color 4, section 13.2: where sRGB cannot hold the colour, its
// chroma is reduced until clipping what is left makes no visible difference.
func (o OKLCH) Mapped() Colour {
	const justNoticeable, epsilon = 0.02, 0.0001
	switch {
	case o.L >= 1:
		return White
	case o.L <= 0:
		return Black
	case o.fits():
		return o.Colour()
	}
	least, most, leastFits := 0.0, o.C, true
	current := o
	clipped := current.Colour()
	if current.differs(clipped) < justNoticeable {
		return clipped
	}
	for most-least > epsilon {
		current.C = (least + most) / 2
		if leastFits && current.fits() {
			least = current.C
			continue
		}
		clipped = current.Colour()
		if e := current.differs(clipped); e < justNoticeable {
			if justNoticeable-e < epsilon {
				return clipped
			}
			leastFits, least = false, current.C
		} else {
			most = current.C
		}
	}
	return current.Colour()
}

// fits reports whether sRGB can hold the colour.
func (o OKLCH) fits() bool {
	const slack = 1e-9 // of rounding in the matrices
	r, g, b := o.linear()
	return math.Min(r, math.Min(g, b)) >= -slack && math.Max(r, math.Max(g, b)) <= 1+slack
}

// differs is deltaEOK between the colour and one that sRGB can hold.
func (o OKLCH) differs(c Colour) float64 {
	l, a, b := c.oklab()
	x, y := o.C*math.Cos(o.H*math.Pi/180), o.C*math.Sin(o.H*math.Pi/180)
	return math.Sqrt((o.L-l)*(o.L-l) + (x-a)*(x-a) + (y-b)*(y-b))
}

func cube(v float64) float64 { return v * v * v }

// encode applies the sRGB transfer function and clips.
func encode(v float64) float64 {
	if v <= 0.0031308 {
		return clamp(12.92 * v)
	}
	return clamp(1.055*math.Pow(v, 1/2.4) - 0.055)
}

// decode takes the sRGB transfer function back.
func decode(v float64) float64 {
	if v <= 0.04045 {
		return v / 12.92
	}
	return math.Pow((v+0.055)/1.055, 2.4)
}
