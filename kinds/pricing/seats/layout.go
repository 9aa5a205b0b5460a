package seats

import (
	"math"
	"slices"
	"strconv"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/kinds/pricing/shop"
)

// The measures of the calculator's lines, in CSS px (common practice).
const (
	countedMost = 1060.0 // how wide a line is at most
	lineGap     = 24.0   // between its columns
)

// lineArrangement is a way in which the cells of a plan's line stand.
type lineArrangement struct {
	columns  int
	template string // of CSS grid
	rowGap   string
	usual    float64 // how wide a block is that has it, where nothing can be measured
}

// lineArrangements are the ways, the widest first. The shares of the first are lineShares.
var lineArrangements = []lineArrangement{
	{4, `"who note price take"/minmax(0,5fr) minmax(0,4fr) minmax(0,5fr) minmax(0,4fr)`, "0px", 960},
	{2, `"who price" "note take"/minmax(0,1fr) minmax(0,1fr)`, "8px", shop.PhoneBelow},
	{1, `"who" "price" "note" "take"/minmax(0,1fr)`, "6px", 0},
}

// lineCells are the slots of each cell, and lineShares what of a whole line each takes.
var (
	lineCells  = [][]string{{"title", "badge", "text"}, {"note"}, {"price"}, {"button", "assurance"}}
	lineShares = []float64{5.0 / 18, 4.0 / 18, 5.0 / 18, 4.0 / 18}
	// lineLeast is how wide a cell is at least, in CSS px, whatever its words need: in less, lines are too short to
	// read (common practice).
	lineLeast = []float64{190, 170, 150, 150}
)

// cellOf is the cell in which a part of the calculator stands; -1 for those around the cells.
func cellOf(part string) int {
	return slices.IndexFunc(anatomy.Deal(shop.SlotsOf("calculator"), lineCells...), func(cell []anatomy.Slot) bool {
		return slices.ContainsFunc(cell, func(s anatomy.Slot) bool {
			return slices.ContainsFunc(s.Parts, func(p kind.Part) bool { return p.Name == part })
		})
	})
}

// lineFrom is from which inline size on each arrangement has room for every text at a width, in the order of
// lineArrangements: no word breaks without a hyphen, and no button has more than two lines.
func lineFrom(v kind.View, width int) []float64 {
	return kind.Remember(v, "lines at "+strconv.Itoa(width), func() []float64 {
		from := make([]float64, len(lineArrangements))
		for i, a := range lineArrangements {
			from[i] = a.usual
		}
		if v.Tight == nil {
			return from
		}
		r := v.Tight.Ruler("", width)
		least := slices.Clone(lineLeast)
		cells := map[string]int{}
		for _, run := range calculatorRuns(v) {
			cell, known := cells[run.Part]
			if !known {
				cell = cellOf(run.Part)
				cells[run.Part] = cell
			}
			if cell >= 0 {
				least[cell] = max(least[cell], math.Ceil(anatomy.Least(v, run, r))+r.Edges(run.Part))
			}
		}
		edges := r.Edges("line") + r.Edges("table")
		from[0] = 0
		for i, wide := range least {
			from[0] = max(from[0], wide/lineShares[i]+float64(len(least)-1)*lineGap+edges)
		}
		if from[0]-r.Edges("table") > countedMost {
			from[0] = math.Inf(1)
		}
		from[1] = 2*slices.Max(least) + lineGap + edges
		return from
	})
}

// arrangementAt is how lines stand in a block that is so many CSS px wide, at a width.
func arrangementAt(v kind.View, width int, frame float64) lineArrangement {
	for i, from := range lineFrom(v, width) {
		if frame >= from {
			return lineArrangements[i]
		}
	}
	return lineArrangements[len(lineArrangements)-1]
}

// calculatorVariables say how lines stand, by width and by inline size within it.
func calculatorVariables(v kind.View) []kind.Variable {
	variables := append(
		shop.Seated(v).Variables(),
		kind.Variable{
			Name:  "--rb-counted-most",
			Value: shop.Px(countedMost),
		},
		kind.Variable{Name: "--rb-line-gap", Value: shop.Px(lineGap)},
	)
	say := func(width, from int, a lineArrangement) {
		variables = append(variables, kind.Variable{Name: "--rb-line-cells", Width: width, From: from, Value: a.template},
			kind.Variable{Name: "--rb-line-rows", Width: width, From: from, Value: a.rowGap})
	}
	for width := range v.Widths {
		narrowest := float64(v.Widths.From(width))
		say(width, 0, arrangementAt(v, width, narrowest))
		for _, from := range slices.Backward(lineFrom(v, width)) {
			if from > narrowest && v.Widths[width].Reaches(from) && !math.IsInf(from, 1) {
				say(width, int(math.Ceil(from)), arrangementAt(v, width, math.Ceil(from)))
			}
		}
	}
	return variables
}

// calculatorRoom is the room on a plan's line. Where the width is narrowest it is the least room within the width: more
// cells beside each other leave less of it than fewer in a narrower block.
func calculatorRoom(v kind.View, r kind.Ruler, part string) float64 {
	room := lineRoom(v, r, r.Frame(), part)
	if v.Tight == nil || r.Frame() != v.Tight.Ruler("", r.Width()).Frame() {
		return room
	}
	for _, from := range lineFrom(v, r.Width()) {
		if from > r.Frame() && v.Widths[r.Width()].Reaches(from) && !math.IsInf(from, 1) {
			room = min(room, lineRoom(v, r, math.Ceil(from), part))
		}
	}
	return room
}

// lineRoom is the room on a plan's line in a block that is so many CSS px wide.
func lineRoom(v kind.View, r kind.Ruler, frame float64, part string) float64 {
	inner := min(frame-r.Edges("table"), countedMost) - r.Edges("line")
	cell := cellOf(part)
	if part == "line" || cell < 0 {
		return shop.Inside(inner, r, part)
	}
	switch a := arrangementAt(v, r.Width(), frame); a.columns {
	case len(lineCells):
		inner = (inner - float64(len(lineCells)-1)*lineGap) * lineShares[cell]
	case 2:
		inner = (inner - lineGap) / 2
	}
	return shop.Inside(inner, r, part)
}
