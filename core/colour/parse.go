package colour

import (
	"fmt"
	"math"
	"strconv"
	"strings"
)

// Parse reads a colour of CSS Color 4: a name, hex (3, 4, 6 or 8 digits), rgb(), hsl(), hwb(), lab(), lch(), oklab(),
// oklch(), color(), and "transparent". "none" is nought. What lies outside sRGB is clipped channel by channel.
func Parse(text string) (Colour, error) {
	s := strings.ToLower(strings.TrimSpace(text))
	if s == "transparent" {
		return Transparent, nil
	}
	if hex, ok := named[s]; ok {
		return parseHex(text, hex)
	}
	if hex, ok := strings.CutPrefix(s, "#"); ok {
		return parseHex(text, hex)
	}
	name, rest, ok := strings.Cut(s, "(")
	arguments, closed := strings.CutSuffix(rest, ")")
	if !ok || !closed {
		return Colour{}, fmt.Errorf("%q is not a colour: write a name, #rrggbb, rgb(), hsl() or oklch()", text)
	}
	fields := strings.FieldsFunc(arguments, func(r rune) bool { return r == ' ' || r == ',' || r == '/' })
	space := spaces["srgb"]
	if name == "color" {
		if len(fields) == 0 || spaces[fields[0]] == nil {
			return Colour{}, fmt.Errorf("%q: color() begins with its space, such as srgb or display-p3", text)
		}
		space, fields = spaces[fields[0]], fields[1:]
	}
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
	c, err := fromFunction(name, fields, space)
	if err != nil {
		return Colour{}, fmt.Errorf("%q: %w", text, err)
	}
	c.Alpha = clamp(alpha)
	return c, nil
}

// angle is the scale of a component that is an angle.
const angle = 0

// scales are what 100 % is of the components of each function (CSS Color 4, sections 5 to 10).
var scales = map[string][3]float64{"rgb": {255, 255, 255}, "rgba": {255, 255, 255}, "hsl": {angle, 100, 100},
	"hsla": {angle, 100, 100}, "hwb": {angle, 100, 100}, "lab": {100, 125, 125}, "lch": {100, 150, angle},
	"oklab": {1, 0.4, 0.4}, "oklch": {1, 0.4, angle}, "color": {1, 1, 1}}

func fromFunction(name string, fields []string, space func([3]float64) Colour) (Colour, error) {
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
	case "hwb":
		return fromHWB(v[0], v[1]/100, v[2]/100), nil
	case "lab":
		return fromLab(math.Min(100, math.Max(0, v[0])), v[1], v[2]), nil
	case "lch":
		a, b := polar(math.Max(0, v[1]), v[2])
		return fromLab(math.Min(100, math.Max(0, v[0])), a, b), nil
	case "oklab":
		return OKLCH{L: v[0], C: math.Hypot(v[1], v[2]), H: math.Atan2(v[2], v[1]) * 180 / math.Pi}.Colour(), nil
	case "color":
		return space(v), nil
	default:
		return OKLCH{L: v[0], C: v[1], H: v[2]}.Colour(), nil
	}
}

// component reads a number, a percentage of scale, or (where scale is an angle) an angle in degrees.
func component(field string, scale float64) (float64, error) {
	if field == "none" {
		return 0, nil
	}
	number, percent := strings.CutSuffix(field, "%")
	factor := 1.0
	if scale == angle {
		for _, unit := range []struct {
			name    string
			degrees float64
		}{{"deg", 1}, {"grad", 0.9}, {"rad", 180 / math.Pi}, {"turn", 360}} {
			if bare, ok := strings.CutSuffix(number, unit.name); ok {
				number, factor = bare, unit.degrees
				break
			}
		}
	}
	n, err := strconv.ParseFloat(number, 64)
	if err != nil || math.IsNaN(n) || math.IsInf(n, 0) || percent && scale == angle {
		return 0, fmt.Errorf("%q is not a number", field)
	}
	if percent {
		n = n / 100 * scale
	}
	return n * factor, nil
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

// fromHWB mixes a hue with white and black (CSS Color 4, section 8).
func fromHWB(h, white, black float64) Colour {
	if white+black >= 1 {
		grey := clamp(white / (white + black))
		return Colour{grey, grey, grey, 1}
	}
	pure := fromHSL(h, 1, 0.5)
	mix := func(v float64) float64 { return clamp(v*(1-white-black) + white) }
	return Colour{mix(pure.R), mix(pure.G), mix(pure.B), 1}
}
