package statistics

import (
	"slices"
	"strconv"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/layout"
	"rubrel/core/wording"
)

// The drawing of a series, in units that are stretched to the room it has.
const (
	trendWidth, trendHeight = 240.0, 64.0
	trendMargin             = 6.0 // for the marks at its edges
)

// trend is a series drawn as a line.
type trend struct {
	Path            string // the line
	Least, Greatest string // the marks: a stroke of no length at the point
	Says, Extremes  string
}

// trend draws a series.
func (s *sheet) trend(series kind.Series) *trend {
	points, least, greatest := s.points(series, box{trendMargin, trendMargin, trendWidth - 2*trendMargin,
		trendHeight - 2*trendMargin})
	write := func(n kind.Number) string { return s.locale.Number(n.Decimal, n.Places()) }
	pairs := []string{"n", strconv.Itoa(len(series)), "first", write(series[0]), "last", write(series[len(series)-1]),
		"least", write(series[least]), "greatest", write(series[greatest])}
	return &trend{Path: pathOf(thinned(points)), Least: points[least].mark(), Greatest: points[greatest].mark(),
		Says: wording.Fill(s.words.Series, pairs...), Extremes: wording.Fill(s.words.Extremes, pairs...)}
}

// box is where something is drawn.
type box struct{ x, y, width, height float64 }

// point is a place of a drawing.
type point struct{ x, y float64 }

func (p point) String() string { return layout.Coordinate(p.x) + " " + layout.Coordinate(p.y) }

// mark is a stroke of no length, whose round ends make a dot.
func (p point) mark() string { return "M" + p.String() + "h0" }

// points places the values of a series in a box, the earliest at the start of the line, and says which of them are the
// least and the greatest: the last where several are.
func (s *sheet) points(series kind.Series, in box) (points []point, least, greatest int) {
	for i, n := range series {
		if n.Cmp(series[least].Decimal) <= 0 {
			least = i
		}
		if n.Cmp(series[greatest].Decimal) >= 0 {
			greatest = i
		}
	}
	across := layout.Scale{Most: float64(len(series) - 1), From: in.x, To: in.x + in.width}
	if s.v.FromRight {
		across.From, across.To = across.To, across.From
	}
	up := layout.Scale{Least: series[least].Float(), Most: series[greatest].Float(), From: in.y + in.height, To: in.y}
	if up.Least == up.Most { // a level line lies in the middle
		up.From, up.To = in.y+in.height/2, in.y+in.height/2
	}
	for i, n := range series {
		points = append(points, point{across.At(float64(i)), up.At(n.Float())})
	}
	return points, least, greatest
}

// pathOf joins points as SVG path data.
func pathOf(points []point) string {
	var path strings.Builder
	command := "M" // moves to the first point, and then lines lead on
	for _, p := range points {
		path.WriteString(command + p.String())
		command = "L"
	}
	return path.String()
}

// mostDrawn is how many points a line is drawn through at most: about one for each of the px that it takes.
const mostDrawn = 480

// thinned leaves of a long line the least and the greatest of every stretch, in their order: what is seen of it.
func thinned(points []point) []point {
	if len(points) <= mostDrawn {
		return points
	}
	var kept []point
	stretches := mostDrawn / 2
	for i := range stretches {
		stretch := points[i*len(points)/stretches : (i+1)*len(points)/stretches]
		low, high := 0, 0
		for j, p := range stretch {
			if p.y > stretch[low].y {
				low = j
			}
			if p.y < stretch[high].y {
				high = j
			}
		}
		kept = append(kept, stretch[min(low, high)])
		if low != high {
			kept = append(kept, stretch[max(low, high)])
		}
	}
	if last := points[len(points)-1]; kept[len(kept)-1] != last {
		kept = append(kept, last)
	}
	if kept[0] != points[0] {
		kept = slices.Insert(kept, 0, points[0])
	}
	return kept
}
