package boxes

import (
	"strconv"
	"strings"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
)

// mixedVariables say over how many columns and rows the large box lies, by inline size.
func mixedVariables(body anatomy.Body) func(kind.View) []kind.Variable {
	return func(v kind.View) []kind.Variable {
		var variables []kind.Variable
		for _, step := range body.Steps(v) {
			across, down, _ := largeOver(len(v.At(step.Width).Set.Records), step.Columns)
			variables = append(variables,
				kind.Variable{Name: "--rb-large-across", Width: step.Width, From: step.From, Value: strconv.Itoa(across)},
				kind.Variable{Name: "--rb-large-down", Width: step.Width, From: step.From, Value: strconv.Itoa(down)})
		}
		return variables
	}
}

// mixedShare is how many of a box stand side by side where there are so many columns: the first lies over several.
func mixedShare(v kind.View, r kind.Record, width, columns int) float64 {
	if r.ID == "" || r.ID != v.Set.Records[0].ID {
		return float64(columns)
	}
	across, _, _ := largeOver(len(v.At(width).Set.Records), columns)
	return float64(columns) / float64(across)
}

// mostMixed is how many columns large and small boxes have at most: two for the large one, two beside it.
const mostMixed = 4

// mixedColumns is how many columns boxes have of which the first is large, where so many have room: those that leave
// the fewest places of the last row empty.
func mixedColumns(set kind.Set, most int) int {
	n, columns := len(set.Records), min(most, mostMixed)
	if n < 2 || columns < 3 {
		return max(1, min(n, columns))
	}
	_, _, fewest := largeOver(n, columns)
	for c := columns - 1; c > 2; c-- {
		if _, _, empty := largeOver(n, c); empty < fewest {
			columns, fewest = c, empty
		}
	}
	return columns
}

// largeOver is over how many columns and rows the large one of n boxes lies where there are so many columns, and how
// many places of the last row that leaves empty.
func largeOver(n, columns int) (across, down, empty int) {
	small := n - 1
	switch {
	case columns == 1 || small == 0:
		return columns, 1, 0
	case columns == 2 && small <= 2:
		return 1, small, 0
	case columns == 2: // beside so many it would be a tower
		return 2, 1, small % 2
	}
	empty = -1
	for _, rows := range []int{2, 3, 1} {
		below := small - (columns-2)*rows
		left := (columns - below%columns) % columns
		if below < 0 { // the large one would be taller than all beside it
			left = -below * columns
		}
		if empty < 0 || left < empty {
			down, empty = rows, left
		}
	}
	return 2, down, empty
}

// classOf are the classes around the boxes of a form: that the first is large, at which end of the line it stands, and
// whether pictures reach to the edges.
func classOf(form string) func(kind.View) string {
	return func(v kind.View) string {
		var classes []string
		if form == mixedForm {
			classes = append(classes, anatomy.Class(mixedForm))
			if kind.Text(v.Set.Facts, "mirrored") == yes {
				classes = append(classes, anatomy.Class("mirrored"))
			}
		}
		if (form == gridForm || form == mixedForm) && bleeds(v.Set) {
			classes = append(classes, anatomy.Class("bleed"))
		}
		return strings.Join(classes, " ")
	}
}
