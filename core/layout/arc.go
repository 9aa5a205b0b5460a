package layout

import (
	"fmt"
	"math"
	"strconv"
)

// Arc is a stretch of a circle along which a bar is bent. Lengths are in CSS px, angles in degrees clockwise from the
// top.
type Arc struct {
	X, Y      float64 // the centre
	Radius    float64 // to the middle of the bar
	Thickness float64
	Start     float64
	Sweep     float64 // above 0: 360 for a ring, 180 for half of one
	Anti      bool    // it runs anticlockwise
}

// Length is that of the middle of the whole bar.
func (a Arc) Length() float64 { return a.Sweep / 360 * 2 * math.Pi * a.Radius }

// Point is where the middle of the bar has gone a share of its length.
func (a Arc) Point(share float64) (x, y float64) {
	turned := share * a.Sweep
	if a.Anti {
		turned = -turned
	}
	sin, cos := math.Sincos((a.Start + turned) * math.Pi / 180)
	return a.X + a.Radius*sin, a.Y - a.Radius*cos
}

// Stroke is the stretch of the arc that is drawn for a share of it, and whether its ends are round.
type Stroke struct {
	From, To float64 // shares of the arc
	Round    bool
}

// Drawn is the stroke whose painted ends, caps included, reach from the beginning of the arc to the share and no
// further. A share too short for two round ends is drawn with flat ones.
func (a Arc) Drawn(share float64, round bool) Stroke {
	share = min(max(share, 0), 1)
	if !round || share == 0 || share == 1 && a.Sweep >= 360 {
		return Stroke{0, share, false}
	}
	// A cap is half a circle as wide as the bar; seen from the centre it takes up this angle.
	end := math.Asin(min(1, a.Thickness/2/a.Radius)) * 180 / math.Pi / a.Sweep
	if share < 2*end {
		return Stroke{0, share, false}
	}
	return Stroke{end, share - end, true}
}

// Path is the middle of the bar between two shares as SVG path data, in arcs of at most half a circle.
func (a Arc) Path(from, to float64) string {
	x, y := a.Point(from)
	path := fmt.Sprintf("M%s %s", Coordinate(x), Coordinate(y))
	const half = 180.0
	parts := max(1, math.Ceil((to-from)*a.Sweep/half-1e-9))
	turn := 1
	if a.Anti {
		turn = 0
	}
	for i := 1.0; i <= parts; i++ {
		x, y = a.Point(from + (to-from)*i/parts)
		path += fmt.Sprintf("A%s %s 0 0 %d %s %s", Coordinate(a.Radius), Coordinate(a.Radius), turn, Coordinate(x),
			Coordinate(y))
	}
	return path
}

// Coordinate writes a length for SVG with at most four decimals.
func Coordinate(n float64) string {
	const places = 10_000
	return strconv.FormatFloat(math.Round(n*places)/places+0, 'f', -1, 64) // never −0
}
