package pricing

import (
	"slices"

	"rubrel/core/kind"
)

// The measures of the forms' layouts, in CSS px: see cards.css, matrix.css and calculator.css.
const (
	matrixMost, matrixColumn          = 260.0, 280.0
	namesLeast, namesShare, namesMost = 140.0, 0.26, 300.0
	namesScrolling, columnScrolling   = 200.0, 190.0
	columnScrollingNarrow             = 104.0
	countedMost, lineGap              = 1060.0, 24.0
	lineFrom, linesFrom               = 960.0, 600.0
	whoShare, takeShare               = 5.0 / 18, 4.0 / 18
	lineGaps, middleColumns           = 3, 2
)

// inside is the room of a part's text in a box of a width.
func inside(box float64, r kind.Ruler, part string) float64 { return max(1, box-r.Edges(part)) }

// matrixRoom is the room in the head of a plan's column.
func matrixRoom(v kind.View, r kind.Ruler, part string) float64 {
	n := float64(max(1, len(v.Set.Records)))
	inner := r.Frame() - r.Edges("table")
	narrow := r.Frame() < linesFrom
	if narrow && slices.Contains([]string{"badge", "note", "button", "assurance"}, part) {
		return 0 // on a phone the head has no more than a title and a price
	}
	track, names := min(inner, matrixMost+n*matrixColumn), min(max(namesLeast, namesShare*r.Frame()), namesMost)
	scrolls := len(v.Set.Records) > mostBeside
	switch {
	case narrow && scrolls:
		track, names = max(track, n*columnScrollingNarrow), 0
	case narrow:
		names = 0
	case scrolls:
		track, names = max(track, namesScrolling+n*columnScrolling), namesScrolling
	}
	switch part {
	case "group":
		return inside(track, r, part)
	case "row", "help":
		if narrow {
			names = inner
		}
		return max(1, names-r.Edges("row"))
	case "cell", "value":
		return max(1, (track-names)/n-r.Edges("cell"))
	}
	return inside((track-names)/n-r.Edges("plan"), r, part)
}

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
