package statistics

import (
	"strconv"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/layout"
	corewords "rubrel/core/words"
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

// trend draws a series. Where several values are the least or the greatest, the last of them is marked.
func (s *sheet) trend(series kind.Series) *trend {
	least, greatest := 0, 0
	for i, n := range series {
		if n.Cmp(series[least].Decimal) <= 0 {
			least = i
		}
		if n.Cmp(series[greatest].Decimal) >= 0 {
			greatest = i
		}
	}
	across := layout.Scale{Least: 0, Most: float64(len(series) - 1), From: trendMargin, To: trendWidth - trendMargin}
	up := layout.Scale{Least: series[least].Float(), Most: series[greatest].Float(), From: trendHeight - trendMargin, To: trendMargin}
	if up.Least == up.Most { // a level line lies in the middle
		up.From, up.To = trendHeight/2, trendHeight/2
	}
	at := func(i int) string {
		x := across.At(float64(i))
		if s.v.FromRight {
			x = trendWidth - x
		}
		return layout.Coordinate(x) + " " + layout.Coordinate(up.At(series[i].Float()))
	}
	var path strings.Builder
	for i := range series {
		path.WriteString(map[bool]string{true: "M", false: "L"}[i == 0] + at(i))
	}
	write := func(n kind.Number) string { return s.locale.Number(n.Decimal, n.Places()) }
	pairs := []string{"n", strconv.Itoa(len(series)), "first", write(series[0]), "last", write(series[len(series)-1]), "least", write(series[least]), "greatest", write(series[greatest])}
	return &trend{Path: path.String(), Least: "M" + at(least) + "h0", Greatest: "M" + at(greatest) + "h0",
		Says: corewords.Fill(s.words.Series, pairs...), Extremes: corewords.Fill(s.words.Extremes, pairs...)}
}
