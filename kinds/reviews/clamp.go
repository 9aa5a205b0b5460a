package reviews

import (
	"strconv"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
)

// clamped says, by width, of how many lines a text is in sight and whether there is more of it: of the lines that it has
// where the width is narrowest.
func clamped(at anatomy.At) []kind.Variable {
	most, ok := at.View.Set.Facts[linesField.Name].(kind.Whole)
	said := kind.Text(at.Record.Facts, textPart)
	if !ok || said == "" {
		return nil
	}
	var variables []kind.Variable
	last := ""
	for width := range at.View.Widths {
		more := "none"
		if linesOf(at, width) > int64(most) {
			more = "block"
		}
		if more == last {
			continue
		}
		last = more
		lines := "none"
		if more != "none" {
			lines = "calc(" + strconv.FormatInt(int64(most), 10) + " * 1lh)"
		}
		variables = append(variables, kind.Variable{Name: "--rb-more", Width: width, Record: at.Record.ID, Value: more},
			kind.Variable{Name: "--rb-sight", Width: width, Record: at.Record.ID, Value: lines})
	}
	return variables
}

// usualLine is how many characters a line has where nothing can be measured (common practice).
const usualLine = 45

// linesOf is how many lines the text of a review has where a width is narrowest.
func linesOf(at anatomy.At, width int) int64 {
	said := kind.Text(at.Record.Facts, textPart)
	one := kind.Run{Record: at.Record.ID, Part: textPart, Text: "x"}
	whole := one
	whole.Text = plainText(said)
	if at.View.Tight != nil {
		line, known := at.View.Tight.Height(one, width)
		height, also := at.View.Tight.Height(whole, width)
		if known && also && line > 0 {
			return int64(height/line+0.5) + breaks(said)
		}
	}
	return int64(len([]rune(whole.Text)))/usualLine + 1 + breaks(said)
}
