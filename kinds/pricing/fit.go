package pricing

import (
	"slices"

	"rubrel/core/kind"
)

// The measures of the calculator's layout, in CSS px: see calculator.css.
const (
	countedMost, lineGap    = 1060.0, 24.0
	lineFrom, linesFrom     = 960.0, 600.0
	whoShare, takeShare     = 5.0 / 18, 4.0 / 18
	lineGaps, middleColumns = 3, 2
)

// inside is the room of a part's text in a box of a width.
func inside(box float64, r kind.Ruler, part string) float64 { return max(1, box-r.Edges(part)) }

// calculatorRoom is the room on a plan's line.
func calculatorRoom(_ kind.View, r kind.Ruler, part string) float64 {
	inner := min(r.Frame()-r.Edges("table"), countedMost) - r.Edges("line")
	box := inner
	switch {
	case part == "line":
		return inner
	case r.Frame() >= lineFrom && slices.Contains([]string{"button", "assurance", "note"}, part):
		box = (inner - lineGaps*lineGap) * takeShare
	case r.Frame() >= lineFrom:
		box = (inner - lineGaps*lineGap) * whoShare
	case r.Frame() >= linesFrom:
		box = (inner - lineGap) / middleColumns
	}
	return inside(box, r, part)
}
