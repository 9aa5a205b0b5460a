package reviews

import (
	"slices"
	"strings"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/core/richtext"
)

// clamped says, by inline size, of how many lines a text is in sight and whether there is more of it.
func clamped(at anatomy.At) []kind.Variable {
	most, ok := at.View.Set.Facts[linesField.Name].(kind.Whole)
	said := kind.Text(at.Record.Facts, textPart)
	if !ok || said == "" {
		return nil
	}
	var variables []kind.Variable
	begins := "" // how the width before begins, which what is narrower follows
	for width := range at.View.Widths {
		last := begins
		for i, step := range longFrom(at, width, int(most)) {
			more, lines := "none", "none"
			if step.Short {
				more, lines = "block", "calc("+most.String()+" * 1lh)"
			}
			from := step.From
			if i == 0 {
				begins, from = more, 0 // from where the width begins
			}
			if more == last {
				continue
			}
			last = more
			variables = append(variables,
				kind.Variable{Name: "--rb-more", Width: width, From: from, Record: at.Record.ID, Value: more},
				kind.Variable{Name: "--rb-sight", Width: width, From: from, Record: at.Record.ID, Value: lines})
		}
	}
	return variables
}

// usualLine is how many characters a line has where nothing can be measured (common practice).
const usualLine = 45

// longFrom are the inline sizes from which on the text of a review has more than so many lines, or no more, at a width.
func longFrom(at anatomy.At, width, most int) []anatomy.RoomStep {
	said := kind.Text(at.Record.Facts, textPart)
	plain, lines := richtext.Plain(said), most-breaks(said)
	if lines < 1 {
		return []anatomy.RoomStep{{Short: true}}
	}
	if at.View.Tight != nil {
		if room, known := at.View.Tight.LeastWidth(textPart, at.Record.ID, plain, width, lines); known {
			return at.RoomFrom(width, textPart, room)
		}
	}
	return []anatomy.RoomStep{{Short: len([]rune(plain))/usualLine+1 > lines}}
}

// breaks is how many more lines a text has for its paragraphs, each of which begins after an empty one.
func breaks(said string) int {
	paragraphs := slices.DeleteFunc(strings.Split(said, "\n\n"), func(p string) bool { return strings.TrimSpace(p) == "" })
	return max(0, len(paragraphs)-1)
}
