package boxes

import (
	"html/template"
	"strconv"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
)

// mixedVariables say over how many columns and rows the large box lies, by inline size.
func mixedVariables(body anatomy.Body) func(kind.View) []kind.Variable {
	return func(v kind.View) []kind.Variable {
		var variables []kind.Variable
		for _, step := range body.Steps(v) {
			across, down := largeOver(len(v.Set.Records), step.Columns)
			variables = append(variables,
				kind.Variable{Name: "--rb-large-across", Width: step.Width, From: step.From, Value: strconv.Itoa(across)},
				kind.Variable{Name: "--rb-large-down", Width: step.Width, From: step.From, Value: strconv.Itoa(down)})
		}
		return variables
	}
}

// mostMixed is how many columns large and small boxes have at most: two for the large one, two beside it.
const mostMixed = 4

// mixedColumns is how many columns n boxes have of which the first is large, where so many have room.
func mixedColumns(n, most int) int {
	columns, _, _ := mixedLay(n, most)
	return columns
}

// largeOver is over how many columns and rows the large one of n boxes lies where there are so many columns.
func largeOver(n, columns int) (across, down int) {
	_, across, down = mixedLay(n, columns)
	return across, down
}

// mixedLay lays n boxes of which the first is large into at most so many columns: the large one over two columns and
// two rows if that leaves no place of the last row empty, over other rows if those do, and else with the fewest empty.
func mixedLay(n, most int) (columns, across, down int) {
	small := n - 1
	switch {
	case most < 2 || small == 0:
		return 1, 1, 1
	case small <= 2 && most == 2:
		return 2, 1, small
	case most == 2:
		return 2, 2, 1
	}
	fewest := -1
	for _, rows := range []int{2, 3, 1} {
		for c := min(most, mostMixed); c > 2; c-- {
			below := small - (c-2)*rows
			empty := (c - below%c) % c
			if below < 0 {
				empty = -below * c // the large one would be a tower
			}
			if fewest < 0 || empty < fewest {
				fewest, columns, across, down = empty, c, 2, rows
			}
		}
	}
	return columns, across, down
}

// mixedHTML writes the boxes, the large one first, at the end of the line where the set says so.
func mixedHTML(body anatomy.Body) func(kind.View) (template.HTML, error) {
	return func(v kind.View) (template.HTML, error) {
		html, err := body.Plain("ground")(v)
		class := "rb-mixed"
		if kind.Text(v.Set.Facts, "mirrored") == yes {
			class += " rb-mirrored"
		}
		return template.HTML(`<div class="`+class+`">`) + html + "</div>", err
	}
}
