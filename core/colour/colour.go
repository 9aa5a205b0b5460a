// Package colour holds CSS colours as typed values: parsing and writing (CSS Color 4), conversion between
// sRGB and OKLCH, compositing, and contrast (WCAG 2.2).
package colour

import (
	"fmt"
	"math"
)

// Colour is an sRGB colour. Channels run from 0 to 1 and are gamma encoded, as in CSS Color 4 section 10.1.
type Colour struct{ R, G, B, Alpha float64 }

// Black, White and Transparent are the constants every block needs.
var (
	Black       = Colour{0, 0, 0, 1}
	White       = Colour{1, 1, 1, 1}
	Transparent = Colour{}
)

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
