package bench

import (
	"fmt"
	"html/template"
	"maps"
	"slices"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/look"
)

// packing is a way in which records can stand, as the tray offers it: drawn, in words, and the cells that say it.
type packing struct {
	Drawing template.HTML
	Words   string
	Cells   []cellText
}

// packed are the packings of a form as the tray offers them, said at the width of a key.
func packed(all []kind.Packing, key look.Key) []packing {
	var offered []packing
	for _, a := range all {
		one := packing{Drawing: drawingOf(a.Rows)}
		var words []string
		for _, row := range a.Rows {
			words = append(words, fmt.Sprint(row.Records))
		}
		one.Words = strings.Join(words, " + ")
		for _, part := range slices.Sorted(maps.Keys(a.Columns)) {
			key.Part = part
			one.Cells = append(one.Cells, cellText{"look/" + key.String(), fmt.Sprint(a.Columns[part])})
		}
		offered = append(offered, one)
	}
	return offered
}

// drawingOf draws rows of records as small boxes, each row in its middle.
func drawingOf(rows []kind.PackedRow) template.HTML {
	const wide, gap, high = 72.0, 2.0, 9.0
	var b strings.Builder
	fmt.Fprintf(&b, `<svg width="%g" height="%g" aria-hidden="true">`, wide, float64(len(rows))*(high+gap)-gap)
	for i, row := range rows {
		each := (wide - gap*float64(row.Columns-1)) / float64(max(1, row.Columns))
		left := (wide - float64(row.Records)*(each+gap) + gap) / 2
		for n := range row.Records {
			fmt.Fprintf(&b, `<rect x="%.1f" y="%g" width="%.1f" height="%g"/>`, left+float64(n)*(each+gap),
				float64(i)*(high+gap), each, high)
		}
	}
	b.WriteString("</svg>")
	return template.HTML(b.String())
}
