package marks

import (
	"fmt"
	"math"
	"slices"

	"rubrel/core/kind"
	"rubrel/core/look"
)

// unevenText is by how much the words of one record may be higher than those of another in the same row, in CSS px
// (common practice): about six lines of reading text.
const unevenText = 140.0

// columns finds a lone record in the last row, and records of one row whose words are of very different height, at
// every width. That rows stand on one line is the form's matter.
func (s subject) columns(set kind.Set) []Mark {
	form, ok := set.Kind.FormNamed(s.Block.Form)
	if !ok || form.Columns == nil || len(set.Records) < 2 {
		return nil
	}
	var found []Mark
	seen := map[string]bool{}
	for width, w := range s.Cascade.Widths {
		n, columns := len(s.View.At(width).Set.Records), form.Columns(s.View, width)
		if n < 2 {
			continue
		}
		rows := rowsOf(form, s.View, width)
		if last := len(rows) - 1; columns > 1 && rows[last] == 1 && slices.Max(rows) > 1 {
			mark := Mark{ID: "orphan " + w.Name, Finding: kind.Finding{Check: "orphan", Where: "the last row, " + w.Name,
				Measured: fmt.Sprintf("1 of %d", columns), Needed: "2 or more"}}
			free := s.View
			free.Columns = nil
			s.inColumns(&mark, set, withoutOrphan(n, columns, form.Columns(free, width)), width)
			found = append(found, mark)
		}
		for _, mark := range s.unevenRows(set, form, width, rows) {
			if !seen[mark.Where+mark.Measured] {
				seen[mark.Where+mark.Measured] = true
				found = append(found, mark)
			}
		}
	}
	return found
}

// rowsOf is how many records stand in each row of a form at a width.
func rowsOf(form kind.Form, v kind.View, width int) []int {
	if form.Rows != nil {
		return form.Rows(v, width)
	}
	var rows []int
	columns := form.Columns(v, width)
	for n := len(v.At(width).Set.Records); n > 0; n -= columns {
		rows = append(rows, min(n, columns))
	}
	return rows
}

// withoutOrphan is the count nearest to the one there is that leaves no lone record, of those up to the most that fit.
func withoutOrphan(n, columns, most int) int {
	for apart := 1; apart < max(columns, most); apart++ {
		for _, better := range []int{columns - apart, columns + apart} {
			if better >= 1 && (better <= most || better < columns) && (better == 1 || n%better != 1) {
				return better
			}
		}
	}
	return 1
}

// inColumns makes another number of columns the mark's mend, at its width.
func (s subject) inColumns(mark *Mark, set kind.Set, columns, width int) {
	part, ok := set.Kind.ColumnsPart(s.Block.Form)
	if !ok {
		return
	}
	p := s.plainPainter()
	value := look.Length{Milli: int64(columns) * 1000}
	mark.Mends = []Mend{{Label: fmt.Sprintf("columns %s → %d", s.Cascade.Widths[width].Name, columns),
		Change: p.repaint(s, set, part, "grid-template-columns", look.Target{Width: width}, value)}}
}

// unevenRows compares the words of the records that stand in one row.
func (s subject) unevenRows(set kind.Set, form kind.Form, width int, rows []int) []Mark {
	if s.texts == nil || slices.Max(rows) < 2 {
		return nil
	}
	heights := map[string]float64{}
	for _, run := range s.texts.Runs {
		if run.Key == "" {
			continue // not the record's own words
		}
		if text := s.texts.Set(run, width); text.Known {
			heights[run.Record] += s.texts.Height(text, run.Sight)
		}
	}
	var found []Mark
	from := 0
	for _, n := range rows {
		row := s.View.At(width).Set.Records[from : from+n]
		from += n
		least, most := math.Inf(1), 0.0
		tallest := row[0]
		for _, record := range row {
			least = min(least, heights[record.ID])
			if heights[record.ID] > most {
				most, tallest = heights[record.ID], record
			}
		}
		if most-least > unevenText {
			found = append(found, Mark{ID: "heights " + tallest.ID + " " + s.Cascade.Widths[width].Name,
				Finding: kind.Finding{Check: "heights", Where: set.NameOf(tallest) + ", " +
					s.Cascade.Widths[width].Name, Measured: fmt.Sprintf("%.0f px of words beside %.0f", most, least),
					Needed: "about as much in each", Record: tallest.ID}})
		}
	}
	return found
}
