package intake

import (
	"fmt"
	"slices"

	"rubrel/core/kind"
)

// leaveRow is the answer that leaves a row out.
const leaveRow = "leave"

// findRagged finds the rows with more cells than the first, which are no part of the lines: an unquoted separator
// stands in one of their texts, and everything after it is in the wrong place.
func (r *reader) findRagged(s sheet) {
	r.ragged = nil
	if len(s.rows) < 2 || s.separator == "" {
		return
	}
	heads := lastFilled(s.rows[0]) + 1
	for i, row := range s.rows[1:] {
		if lastFilled(row) >= heads {
			r.ragged = append(r.ragged, i+1)
		}
	}
	if len(r.ragged)*2 >= len(s.rows) { // then it is the first row that has too few
		r.ragged = nil
	}
	if len(r.ragged) > 0 {
		r.Lines = r.lines(r.without(s), r.Arrangement)
	}
}

func lastFilled(row []kind.PastedCell) int {
	for i := len(row) - 1; i >= 0; i-- {
		if row[i].Text != "" {
			return i
		}
	}
	return -1
}

func (r *reader) without(s sheet) sheet {
	out := sheet{separator: s.separator}
	for i, row := range s.rows {
		if !slices.Contains(r.ragged, i) {
			out.rows = append(out.rows, row)
		}
	}
	return out
}

// mendRagged asks of every row with cells too many where its texts were cut in two, and cuts the sheet into lines again
// with what holds. What is taken unasked is the only way in which all of its cells fit, or nothing.
func (r *reader) mendRagged(s sheet) ([]*kind.Line, bool) {
	if len(r.ragged) == 0 {
		return nil, false
	}
	heads := lastFilled(s.rows[0]) + 1
	mended := sheet{separator: s.separator}
	for i, row := range s.rows {
		if !slices.Contains(r.ragged, i) {
			mended.rows = append(mended.rows, row)
			continue
		}
		q := Question{ID: rowID(row[0].Line), Line: row[0].Line, Column: heads + 1, Text: row[heads].Text,
			Why: fmt.Sprintf("the line has %d cells, and the list has %d columns: a separator stands in one of its texts",
				lastFilled(row)+1, heads), Taken: leaveRow}
		joined := map[string][]kind.PastedCell{}
		var fitting []string
		extra := lastFilled(row) + 1 - heads
		for at := 0; at+extra <= lastFilled(row); at++ {
			cells := join(row, at, extra, s.separator)
			value := fmt.Sprintf("join-%d", at+1)
			if !r.fits(i, cells) {
				continue
			}
			joined[value] = cells
			fitting = append(fitting, value)
			q.Choices = append(q.Choices, Choice{Value: value,
				Label: fmt.Sprintf("“%s” is one text", shorten(cells[at].Text, 60))})
		}
		if len(fitting) == 1 && !anyNumber(row[:lastFilled(row)+1], joined[fitting[0]]) {
			q.Taken = fitting[0]
		}
		q.Choices = append(q.Choices, Choice{Value: leaveRow, Label: "leave the line out"})
		if taken := r.ask(q); taken != leaveRow {
			mended.rows = append(mended.rows, joined[taken])
			continue
		}
		for _, c := range row {
			r.leave(c, "its line has a cell too many, so that nobody can tell where it belongs")
		}
	}
	return r.lines(mended, r.Arrangement), true
}

// anyNumber reports whether a number of a row has become part of a text: that is more likely an amount that was cut in
// two.
func anyNumber(row, joined []kind.PastedCell) bool {
	for _, c := range row {
		if isNumber(c.Text) && !slices.ContainsFunc(joined, func(j kind.PastedCell) bool { return j.Text == c.Text }) {
			return true
		}
	}
	return false
}

// join makes one text of a cell and the extra cells after it.
func join(row []kind.PastedCell, at, extra int, separator string) []kind.PastedCell {
	cells := slices.Clone(row[:lastFilled(row)+1])
	for range extra {
		if next := cells[at+1].Text; next != "" {
			between := separator + " "
			if separator == "," && isNumber(cells[at].Text) && isNumber(next) {
				between = separator // it stood before a fraction
			}
			cells[at].Text += between + next
		} else {
			cells[at].Text += separator
		}
		cells = slices.Delete(cells, at+1, at+2)
	}
	return cells
}

// fits reports whether the cells of a row are what its columns hold. Where records stand across, the row is one line,
// and fits where its cells are of one sort.
func (r *reader) fits(row int, cells []kind.PastedCell) bool {
	if r.Arrangement == kind.Across {
		l := &kind.Line{Heading: cells[0], Cells: cells[1:]}
		guesses := r.guess(l, row == 0)
		return len(guesses) > 0 && guesses[0].Confidence >= kind.Likely
	}
	for i, l := range r.Lines {
		if i >= len(cells) || cells[i].Text == "" || l.Role == kind.SkipRole {
			continue
		}
		if !isAlike(cells[i].Text, l.Texts()) {
			return false
		}
		like := &kind.Line{Heading: l.Heading, Cells: []kind.PastedCell{cells[i]}}
		guesses := r.guess(like, i == 0)
		if len(guesses) == 0 || guesses[0].Role != l.Role && !like.Has(l.Role) {
			return false
		}
	}
	return true
}

// isAlike reports whether a text is of the sort of others, where these are all numbers or all yes and no.
func isAlike(text string, others []string) bool {
	for _, sort := range []func(string) bool{kind.LooksLikeAnswer, isNumber} {
		all := len(others) > 0
		for _, other := range others {
			all = all && sort(other)
		}
		if all {
			return sort(text)
		}
	}
	return true
}
