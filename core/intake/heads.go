package intake

import (
	"slices"
	"strings"
	"unicode"

	"rubrel/core/kind"
)

// subheads are a second row of headings that says of what the amounts below are, as a currency, under headings that go
// over several columns.
type subheads struct {
	groups [][]int // the columns under each heading
}

// joinHeads makes one row of two rows of headings. Where the upper one names records, every line of amounts becomes as
// many as there are second headings; where it names what the records say, both are one heading.
func (r *reader) joinHeads(s *sheet) {
	if r.in.Qualifies == nil || len(s.rows) < 3 {
		return
	}
	heads, ok := r.subheads(*s)
	if !ok {
		return
	}
	down, across := 0, 0
	for _, group := range heads.groups {
		for _, column := range group {
			if r.isAmounts(joined(s.at(0, group[0]), s.at(1, column)), belowHeads(*s, column)) {
				down++
			}
		}
	}
	for _, row := range s.rows[2:] {
		if r.isAmounts(joined(row[0], s.at(1, heads.groups[0][0])), row[1:]) {
			across++
		}
	}
	switch {
	case down > across:
		r.joinDown(s, heads)
	case across > 0:
		r.joinAcross(s, heads)
	}
}

// subheads are the second headings of a sheet; false where there are none: all in its second row say of what amounts
// are, or the same under each upper one, and each another under one.
func (r *reader) subheads(s sheet) (h subheads, ok bool) {
	if s.at(1, 0).Text != "" && s.at(0, 0).Text != "" {
		return h, false
	}
	said, several, known := 0, false, true
	for column := 1; column < s.width(); column++ {
		head, sub := s.at(0, column).Text, s.at(1, column).Text
		if head == "" && sub == "" {
			return h, false
		}
		if sub != "" {
			said++
			known = known && r.in.Qualifies(sub)
		}
		if last := len(h.groups) - 1; last >= 0 && (head == "" || strings.EqualFold(head, s.at(0, h.groups[last][0]).Text)) {
			for _, other := range h.groups[last] {
				if strings.EqualFold(s.at(1, other).Text, sub) {
					return h, false
				}
			}
			h.groups[last] = append(h.groups[last], column)
			several = true
			continue
		}
		if head == "" {
			return h, false
		}
		h.groups = append(h.groups, []int{column})
	}
	return h, several && said > 1 && (known || h.repeat(s))
}

// repeat reports whether the same second headings stand under all the upper ones.
func (h subheads) repeat(s sheet) bool {
	for _, group := range h.groups {
		if len(h.groups) < 2 || len(group) != len(h.groups[0]) {
			return false
		}
		for i, column := range group {
			sub := s.at(1, column).Text
			if !strings.ContainsFunc(sub, unicode.IsLetter) || !strings.EqualFold(sub, s.at(1, h.groups[0][i]).Text) {
				return false
			}
		}
	}
	return true
}

// belowHeads are the cells of a column below two rows of headings.
func belowHeads(s sheet, at int) []kind.PastedCell { return column(s, at)[2:] }

// joined is a heading with the one under it.
func joined(head, sub kind.PastedCell) kind.PastedCell {
	head.Text = strings.TrimSpace(head.Text + " " + sub.Text)
	return head
}

// isAmounts reports whether a heading says that its cells are amounts.
func (r *reader) isAmounts(heading kind.PastedCell, cells []kind.PastedCell) bool {
	guesses := r.in.Guess(&kind.Line{Heading: heading, Cells: slices.Clone(cells)}, false)
	return len(guesses) > 0 && guesses[0].Confidence >= kind.Likely && r.in.Numbers(guesses[0].Role)
}

// joinDown writes each second heading behind the one over it.
func (r *reader) joinDown(s *sheet, h subheads) {
	row := make([]kind.PastedCell, s.width())
	row[0] = s.at(0, 0)
	for _, group := range h.groups {
		for _, column := range group {
			sub := s.at(1, column)
			row[column] = joined(s.at(0, group[0]), sub)
			r.readWith(sub)
		}
	}
	r.readWith(s.at(1, 0))
	s.rows = append([][]kind.PastedCell{row}, s.rows[2:]...)
}

// joinAcross makes a column of the columns under each heading, and of each row of amounts one for each second heading.
// What another row says under several of them has to be the same: the rest is left.
func (r *reader) joinAcross(s *sheet, h subheads) {
	var kinds []string
	heads := []kind.PastedCell{s.at(0, 0)}
	for _, group := range h.groups {
		heads = append(heads, s.at(0, group[0]))
		for _, column := range group {
			sub := s.at(1, column)
			if !slices.Contains(kinds, strings.ToLower(sub.Text)) {
				kinds = append(kinds, strings.ToLower(sub.Text))
			}
			r.readWith(sub)
			if column != group[0] {
				r.readWith(s.at(0, column))
			}
		}
	}
	r.readWith(s.at(1, 0))
	rows := [][]kind.PastedCell{heads}
	for i := 2; i < len(s.rows); i++ {
		if r.isAmounts(joined(s.at(i, 0), s.at(1, h.groups[0][0])), s.rows[i][1:]) {
			for _, sub := range kinds {
				rows = append(rows, amountsOf(*s, h, i, sub))
			}
			continue
		}
		row := []kind.PastedCell{s.at(i, 0)}
		for _, group := range h.groups {
			row = append(row, r.once(*s, i, group))
		}
		rows = append(rows, row)
	}
	s.rows = rows
}

// amountsOf are the amounts of a row that stand under a second heading.
func amountsOf(s sheet, h subheads, row int, sub string) []kind.PastedCell {
	out := []kind.PastedCell{s.at(row, 0)}
	for _, group := range h.groups {
		cell := kind.PastedCell{}
		for _, column := range group {
			if strings.ToLower(s.at(1, column).Text) == sub {
				out[0] = joined(s.at(row, 0), s.at(1, column))
				cell = s.at(row, column)
			}
		}
		out = append(out, cell)
	}
	return out
}

// once is the one thing that a row says in several columns.
func (r *reader) once(s sheet, row int, columns []int) kind.PastedCell {
	var said kind.PastedCell
	for _, column := range columns {
		switch c := s.at(row, column); {
		case said.Text == "":
			said = c
		case c.Text == said.Text:
			r.readWith(c)
		default:
			r.leave(c, "it says otherwise than “"+shorten(said.Text, 30)+"” under the same heading")
		}
	}
	return said
}

// readWith notes a cell that is read together with another.
func (r *reader) readWith(c kind.PastedCell) {
	if c.Text != "" {
		r.With = append(r.With, c)
	}
}
