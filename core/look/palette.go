package look

import (
	"rubrel/core/colour"
)

// Palette is a colour for every role.
type Palette map[Token]colour.Colour

// palettePlan is how the roles of a scheme are made: lightness, and chroma as a share of the brand's with a limit.
type palettePlan struct {
	role        Token
	lightness   float64
	share, most float64
	second      bool // from the second brand colour
}

// The plans of the two schemes. Lightness is OKLCH's; the shares keep papers nearly grey and accents full.
var (
	lightPlan = []palettePlan{
		{"ground", 0.972, 0.08, 0.012, false}, {"raised", 0.995, 0.04, 0.004, false}, {"ink", 0.25, 0.25, 0.045, false},
		{"quiet", 0.50, 0.2, 0.03, false}, {"line", 0.885, 0.12, 0.018, false},
		{"feature", 0.27, 0.5, 0.08, true}, {"on-feature", 0.975, 0.06, 0.01, true}, {"feature-quiet", 0.80, 0.2, 0.03,
			true}, {"feature-line", 0.40, 0.4, 0.06, true},
	}
	darkPlan = []palettePlan{
		{"ground", 0.175, 0.2, 0.03, false}, {"raised", 0.225, 0.2, 0.035, false}, {"ink", 0.95, 0.06, 0.012, false},
		{"quiet", 0.76, 0.15, 0.025, false}, {"line", 0.34, 0.2, 0.035, false},
		{"feature", 0.33, 0.5, 0.085, true}, {"on-feature", 0.975, 0.06, 0.01, true}, {"feature-quiet", 0.83, 0.2, 0.03,
			true}, {"feature-line", 0.47, 0.4, 0.06, true},
	}
)

// The hues of what is good and what is warned of: green and orange, as everywhere.
const goodHue, warnHue, signalChroma = 150.0, 48.0, 0.13

// Propose makes a palette for a light or a dark scheme from one or two brand colours. Every pair of Pairs meets its
// contrast, whatever the colours; chroma is reduced where sRGB asks for that (CSS Color 4, section 13).
func Propose(brand, second colour.Colour, dark bool) Palette {
	plan, p := lightPlan, Palette{}
	if dark {
		plan = darkPlan
	}
	for _, step := range plan {
		from := brand.OKLCH()
		if step.second {
			from = second.OKLCH()
		}
		p[step.role] = colour.OKLCH{L: step.lightness, C: min(from.C*step.share, step.most), H: from.H}.Mapped().Written()
	}
	lightness := 0.48
	if dark {
		lightness = 0.8
	}
	signal := func(hue float64) colour.Colour {
		return colour.OKLCH{L: lightness, C: signalChroma, H: hue}.Mapped().Written()
	}
	p["accent"], p["feature-accent"] = brand.Written(), brand.Written()
	p["good"], p["warn"] = signal(goodHue), signal(warnHue)
	for _, role := range []Token{"ink", "quiet", "accent", "on-feature", "feature-quiet", "feature-accent", "good",
		"warn"} {
		p.mend(role)
	}
	p["on-accent"] = p.over("accent", "ink", "raised")
	p["action"], p["on-action"] = p["accent"], p["on-accent"] // what a visitor presses has the brand's colour
	p["on-feature-accent"] = p.over("feature-accent", "feature", "on-feature")
	p["spot-1"], p["spot-2"], p["spot-3"] = p["accent"], second.Written(), p["good"]
	return p
}

// mend brings a role to the contrast that it needs on all of its grounds.
func (p Palette) mend(role Token) {
	var grounds []colour.Colour
	needed := 1.0
	for _, pair := range Pairs() {
		if pair.Ink == role {
			grounds, needed = append(grounds, p[pair.Ground]), max(needed, pair.Needed)
		}
	}
	if passing, ok := colour.Passing(p[role], grounds, needed); ok {
		p[role] = passing
	}
}

// over is an ink for a ground: the first of two roles that has the contrast needed, or black or white.
func (p Palette) over(ground Token, roles ...Token) colour.Colour {
	const needed = 4.5
	best := colour.Black
	if colour.Contrast(colour.White, p[ground]) > colour.Contrast(best, p[ground]) {
		best = colour.White
	}
	for i := len(roles) - 1; i >= 0; i-- {
		if colour.Contrast(p[roles[i]], p[ground]) >= needed {
			best = p[roles[i]]
		}
	}
	return best
}
