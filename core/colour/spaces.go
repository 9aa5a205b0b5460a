package colour

import "math"

// matrix is a linear map of three components.
type matrix [3][3]float64

func (m matrix) of(v [3]float64) [3]float64 {
	var out [3]float64
	for i, row := range m {
		out[i] = row[0]*v[0] + row[1]*v[1] + row[2]*v[2]
	}
	return out
}

// The conversions of CSS Color 4, section 18.
var (
	xyzToLinear = matrix{{12831.0 / 3959, -329.0 / 214, -1974.0 / 3959},
		{-851781.0 / 878810, 1648619.0 / 878810, 36519.0 / 878810}, {705.0 / 12673, -2585.0 / 12673, 705.0 / 667}}
	d50ToD65 = matrix{{0.955473421488075, -0.02309845494876471, 0.06325924320057072},
		{-0.0283697093338637, 1.0099953980813041, 0.021041441191917323},
		{0.012314014864481998, -0.020507649298898964, 1.330365926242124}}
	p3ToXYZ = matrix{{608311.0 / 1250200, 189793.0 / 714400, 198249.0 / 1000160},
		{35783.0 / 156275, 247089.0 / 357200, 198249.0 / 2500400}, {0, 32229.0 / 714400, 5220557.0 / 5000800}}
	rec2020ToXYZ = matrix{{63426534.0 / 99577255, 20160776.0 / 139408157, 47086771.0 / 278816314},
		{26158966.0 / 99577255, 472592308.0 / 697040785, 8267143.0 / 139408157},
		{0, 19567812.0 / 697040785, 295819943.0 / 278816314}}
	a98ToXYZ = matrix{{573536.0 / 994567, 263643.0 / 1420810, 187206.0 / 994567},
		{591459.0 / 1989134, 6239551.0 / 9945670, 374412.0 / 4972835},
		{53769.0 / 1989134, 351524.0 / 4972835, 4929758.0 / 4972835}}
	prophotoToXYZ50 = matrix{{0.79776664490064230, 0.13518129740053308, 0.03134773412839220},
		{0.28807482881940130, 0.71183523424187300, 0.00008993693872564}, {0, 0, 0.82510460251046020}}
)

// fromXYZ is a colour by its XYZ components under D65.
func fromXYZ(v [3]float64) Colour {
	rgb := xyzToLinear.of(v)
	return Colour{encode(rgb[0]), encode(rgb[1]), encode(rgb[2]), 1}
}

// fromLab is a colour by CIE Lab under D50 (CSS Color 4, section 9.1).
func fromLab(l, a, b float64) Colour {
	const kappa, epsilon = 24389.0 / 27, 216.0 / 24389
	fy := (l + 16) / 116
	fx, fz := fy+a/500, fy-b/200
	cubed := func(f float64) float64 {
		if f*f*f > epsilon {
			return f * f * f
		}
		return (116*f - 16) / kappa
	}
	y := l / kappa
	if l > kappa*epsilon {
		y = fy * fy * fy
	}
	white := [3]float64{0.3457 / 0.3585, 1, (1 - 0.3457 - 0.3585) / 0.3585}
	return fromXYZ(d50ToD65.of([3]float64{cubed(fx) * white[0], y * white[1], cubed(fz) * white[2]}))
}

// polar is a pair by its length and its angle in degrees.
func polar(length, angle float64) (a, b float64) {
	return length * math.Cos(angle*math.Pi/180), length * math.Sin(angle*math.Pi/180)
}

// spaces are what color() takes: each from its components to the colour (CSS Color 4, section 10).
var spaces = map[string]func(v [3]float64) Colour{
	"srgb":        func(v [3]float64) Colour { return Colour{clamp(v[0]), clamp(v[1]), clamp(v[2]), 1} },
	"srgb-linear": func(v [3]float64) Colour { return Colour{encode(v[0]), encode(v[1]), encode(v[2]), 1} },
	"display-p3":  func(v [3]float64) Colour { return fromXYZ(p3ToXYZ.of(each(v, decodeWide))) },
	"a98-rgb": func(v [3]float64) Colour {
		return fromXYZ(a98ToXYZ.of(each(v, func(n float64) float64 { return signed(n, 563.0/256) })))
	},
	"prophoto-rgb": func(v [3]float64) Colour {
		return fromXYZ(d50ToD65.of(prophotoToXYZ50.of(each(v, func(n float64) float64 {
			if math.Abs(n) <= 16.0/512 {
				return n / 16
			}
			return signed(n, 1.8)
		}))))
	},
	"rec2020": func(v [3]float64) Colour {
		return fromXYZ(rec2020ToXYZ.of(each(v, func(n float64) float64 {
			const alpha, beta = 1.09929682680944, 0.018053968510807
			if math.Abs(n) < beta*4.5 {
				return n / 4.5
			}
			return math.Copysign(math.Pow((math.Abs(n)+alpha-1)/alpha, 1/0.45), n)
		})))
	},
	"xyz":     fromXYZ,
	"xyz-d65": fromXYZ,
	"xyz-d50": func(v [3]float64) Colour { return fromXYZ(d50ToD65.of(v)) },
}

func each(v [3]float64, of func(float64) float64) [3]float64 {
	return [3]float64{of(v[0]), of(v[1]), of(v[2])}
}

func signed(n, power float64) float64 { return math.Copysign(math.Pow(math.Abs(n), power), n) }

// decodeWide is decode for components below nought, too.
func decodeWide(n float64) float64 { return math.Copysign(decode(math.Abs(n)), n) }
