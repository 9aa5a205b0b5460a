// Package colour holds CSS colours as typed values: parsing and writing (CSS Color 4), conversion between
// sRGB and OKLCH, compositing, and contrast (WCAG 2.2).
package colour

import (
	"fmt"
	"math"
	"strconv"
	"strings"
)

// Colour is an sRGB colour. Channels run from 0 to 1 and are gamma encoded, as in CSS Color 4 section 10.1.
type Colour struct{ R, G, B, Alpha float64 }

// Black, White and Transparent are the constants every block needs.
var (
	Black       = Colour{0, 0, 0, 1}
	White       = Colour{1, 1, 1, 1}
	Transparent = Colour{}
)

// Parse reads hex (3, 4, 6 or 8 digits), rgb(), hsl(), oklch() and "transparent". Colours outside sRGB are
// clipped channel by channel.
func Parse(text string) (Colour, error) {
	s := strings.ToLower(strings.TrimSpace(text))
	if s == "transparent" {
		return Transparent, nil
	}
	if hex, ok := strings.CutPrefix(s, "#"); ok {
		return parseHex(text, hex)
	}
	name, rest, ok := strings.Cut(s, "(")
	arguments, closed := strings.CutSuffix(rest, ")")
	if !ok || !closed {
		return Colour{}, fmt.Errorf("%q is not a colour: write #rrggbb, rgb(), hsl() or oklch()", text)
	}
	fields := strings.FieldsFunc(arguments, func(r rune) bool { return r == ' ' || r == ',' || r == '/' })
	if len(fields) != 3 && len(fields) != 4 {
		return Colour{}, fmt.Errorf("%q: a colour function takes three numbers and an optional alpha", text)
	}
	alpha := 1.0
	if len(fields) == 4 {
		a, err := component(fields[3], 1)
		if err != nil {
			return Colour{}, fmt.Errorf("%q: %w", text, err)
		}
		alpha = a
	}
	c, err := fromFunction(name, fields)
	if err != nil {
		return Colour{}, fmt.Errorf("%q: %w", text, err)
	}
	c.Alpha = clamp(alpha)
	return c, nil
}

func fromFunction(name string, fields []string) (Colour, error) {
	scales := map[string][3]float64{"rgb": {255, 255, 255}, "rgba": {255, 255, 255}, "hsl": {0, 100, 100},
		"hsla": {0, 100, 100}, "oklch": {1, 0.4, 0}}
	scale, known := scales[name]
	if !known {
		return Colour{}, fmt.Errorf("%s() is not a colour function Rubrel knows", name)
	}
	var v [3]float64
	for i := range v {
		n, err := component(fields[i], scale[i])
		if err != nil {
			return Colour{}, err
		}
		v[i] = n
	}
	switch name {
	case "rgb", "rgba":
		return Colour{clamp(v[0] / 255), clamp(v[1] / 255), clamp(v[2] / 255), 1}, nil
	case "hsl", "hsla":
		return fromHSL(v[0], v[1]/100, v[2]/100), nil
	default:
		return OKLCH{L: v[0], C: v[1], H: v[2]}.Colour(), nil
	}
}

// component reads a number, a percentage of scale, or (where scale is 0) an angle in degrees.
func component(field string, scale float64) (float64, error) {
	number, percent := strings.CutSuffix(field, "%")
	if scale == 0 {
		number = strings.TrimSuffix(number, "deg")
	}
	n, err := strconv.ParseFloat(number, 64)
	if err != nil || math.IsNaN(n) || math.IsInf(n, 0) {
		return 0, fmt.Errorf("%q is not a number", field)
	}
	if percent {
		n = n / 100 * scale
	}
	return n, nil
}

func parseHex(text, hex string) (Colour, error) {
	if len(hex) == 3 || len(hex) == 4 {
		var long strings.Builder
		for i := range len(hex) {
			long.WriteByte(hex[i])
			long.WriteByte(hex[i])
		}
		hex = long.String()
	}
	n, err := strconv.ParseUint(hex, 16, 32)
	if err != nil || len(hex) != 6 && len(hex) != 8 {
		return Colour{}, fmt.Errorf("%q is not a colour: # takes 3, 4, 6 or 8 hexadecimal digits", text)
	}
	if len(hex) == 6 {
		n = n<<8 | 0xff
	}
	channel := func(shift uint) float64 { return float64(n>>shift&0xff) / 255 }
	return Colour{channel(24), channel(16), channel(8), channel(0)}, nil
}

func fromHSL(h, s, l float64) Colour {
	// CSS Color 4, section 7.1, hslToRgb.
	channel := func(n float64) float64 {
		k := math.Mod(n+h/30, 12)
		if k < 0 {
			k += 12
		}
		a := s * math.Min(l, 1-l)
		return clamp(l - a*math.Max(-1, math.Min(math.Min(k-3, 9-k), 1)))
	}
	return Colour{channel(0), channel(8), channel(4), 1}
}

// String writes #rrggbb, or #rrggbbaa where the colour is not opaque.
func (c Colour) String() string {
	byteOf := func(v float64) int { return int(math.Round(clamp(v) * 255)) }
	if c.Alpha >= 1 {
		return fmt.Sprintf("#%02x%02x%02x", byteOf(c.R), byteOf(c.G), byteOf(c.B))
	}
	return fmt.Sprintf("#%02x%02x%02x%02x", byteOf(c.R), byteOf(c.G), byteOf(c.B), byteOf(c.Alpha))
}

// Over composites c on an opaque ground (source-over, CSS Compositing 1 section 5.1).
func (c Colour) Over(ground Colour) Colour {
	mix := func(top, below float64) float64 { return top*c.Alpha + below*(1-c.Alpha) }
	return Colour{mix(c.R, ground.R), mix(c.G, ground.G), mix(c.B, ground.B), 1}
}

// Mix is the colour on the way from c to another, as a gradient of CSS paints it: premultiplied, in gamma-encoded sRGB
// (CSS Images 3, section 3.4.2).
func (c Colour) Mix(to Colour, share float64) Colour {
	alpha := c.Alpha*(1-share) + to.Alpha*share
	if alpha == 0 {
		return Transparent
	}
	mix := func(a, b float64) float64 { return (a*c.Alpha*(1-share) + b*to.Alpha*share) / alpha }
	return Colour{mix(c.R, to.R), mix(c.G, to.G), mix(c.B, to.B), alpha}
}

func clamp(v float64) float64 { return math.Max(0, math.Min(1, v)) }
