package intake

import (
	"fmt"
	"slices"
	"strings"

	"rubrel/core/kind"
)

// sheet is the table of a list: without what stands above, below and between.
type sheet struct {
	rows      [][]kind.PastedCell
	separator string
	text      bool     // it was made of lines of text: see fromText
	labelled  bool     // its first row are the labels of those lines
	spaced    bool     // a space stands behind each separator, as people write
	roles     []string // of its columns, where it was cut by what they say
	doubted   bool     // its roles are
}

// at is the cell of a row and column, empty where there is none.
func (s sheet) at(row, column int) kind.PastedCell {
	if row < 0 || row >= len(s.rows) || column < 0 || column >= len(s.rows[row]) {
		return kind.PastedCell{}
	}
	return s.rows[row][column]
}

// width is the length of the longest row.
func (s sheet) width() int {
	most := 0
	for _, row := range s.rows {
		most = max(most, len(row))
	}
	return most
}

// shape takes a table apart: the list itself, and what is beside it, which is left with a reason. Corrected cells say
// what they were corrected to.
func (r *reader) shape(t kind.Table) sheet {
	var parts [][][]kind.PastedCell // of rows that no blank row parts
	isText := !t.Made && isText(t)
	last := 0
	for i, row := range t.Rows {
		cells := make([]kind.PastedCell, len(row))
		for column := range row {
			c := kind.PastedCell{Text: t.Cell(i, column), Line: t.Lines[i], Column: column + 1}
			if !isText {
				r.correct(&c)
			}
			cells[column] = c
		}
		if filled(cells) == 0 {
			continue
		}
		// A text of several lines takes as many of the source.
		before := max(i-1, 0)
		next := t.Lines[before] + 1 + strings.Count(strings.Join(t.Rows[before], ""), "\n")
		if len(parts) == 0 || i > last+1 || t.Lines[i] > next {
			parts = append(parts, nil)
		}
		parts[len(parts)-1] = append(parts[len(parts)-1], cells)
		last = i
	}
	if t.Made {
		return sheet{rows: slices.Concat(parts...)}
	}
	if isText && len(parts) > 0 {
		return r.fromText(parts)
	}
	s := sheet{rows: r.choose(parts), separator: t.Separator, spaced: isSpaced(t)}
	s.dropColumns()
	r.dropNotes(&s)
	r.joinHeads(&s)
	return s
}

// isSpaced reports whether a space stands behind every separator.
func isSpaced(t kind.Table) bool {
	return t.Separator != "" && !slices.ContainsFunc(t.Rows, func(row []string) bool {
		return slices.ContainsFunc(row[min(1, len(row)):], func(cell string) bool {
			return !strings.HasPrefix(cell, " ")
		})
	})
}

// correct puts what was answered in a cell's place.
func (r *reader) correct(c *kind.PastedCell) {
	if said, ok := r.answer(cellID(*c)); ok {
		c.Text = strings.TrimSpace(said)
	}
}

func filled(cells []kind.PastedCell) int {
	n := 0
	for _, c := range cells {
		if c.Text != "" {
			n++
		}
	}
	return n
}

// choose joins the parts of one list, and asks which is meant where a part begins with headings of its own: then it is
// another list.
func (r *reader) choose(parts [][][]kind.PastedCell) [][]kind.PastedCell {
	var lists [][][]kind.PastedCell
	for i, part := range parts {
		if i > 0 && !r.startsList(part) {
			lists[len(lists)-1] = append(lists[len(lists)-1], part...)
			continue
		}
		lists = append(lists, part)
	}
	// A heading alone is no list.
	for len(lists) > 1 && len(lists[0]) == 1 && filled(lists[0][0]) == 1 {
		lists[1] = append(lists[0], lists[1]...)
		lists = lists[1:]
	}
	if len(lists) < 2 {
		return slices.Concat(lists...)
	}
	q := Question{ID: ListQuestion, Taken: "1",
		Why: fmt.Sprintf("there are %d lists under each other: say which is meant", len(lists))}
	for i, list := range lists {
		q.Choices = append(q.Choices, Choice{Value: fmt.Sprint(i + 1), Label: fmt.Sprintf("from line %d", list[0][0].Line),
			Example: example(list[0])})
	}
	taken := r.ask(q)
	var chosen [][]kind.PastedCell
	for i, list := range lists {
		if fmt.Sprint(i+1) == taken {
			chosen = list
			continue
		}
		for _, row := range list {
			for _, c := range row {
				r.leave(c, "it stands in another list than the one that was read")
			}
		}
	}
	return chosen
}

// startsList reports whether the rows begin with headings: at least two, of which most are known and each another.
func (r *reader) startsList(rows [][]kind.PastedCell) bool {
	if len(rows) < 2 || filled(rows[0]) < 2 {
		return false
	}
	known := map[string]bool{}
	for _, c := range rows[0] {
		if c.Text == "" {
			continue
		}
		l := &kind.Line{Heading: c}
		if role := r.headed(l); role != "" {
			known[role] = true
		}
	}
	return len(known) >= 2 && len(known)*2 > filled(rows[0])
}

// headed is the role that a heading alone speaks for; "" for none.
func (r *reader) headed(l *kind.Line) string {
	l.Cells = []kind.PastedCell{{Text: ""}}
	for _, f := range r.Kind.Fields {
		if len(matching([]kind.Field{f}, l.Label())) > 0 {
			return f.Name
		}
	}
	return ""
}

// example is the beginning of a row.
func example(row []kind.PastedCell) string {
	var words []string
	for _, c := range row {
		if c.Text != "" && len(words) < 4 {
			words = append(words, shorten(c.Text, 24))
		}
	}
	return strings.Join(words, " · ")
}

func shorten(text string, most int) string {
	if runes := []rune(text); len(runes) > most {
		return string(runes[:most-1]) + "…"
	}
	return text
}

// dropColumns takes out columns in which nothing stands.
func (s *sheet) dropColumns() {
	for column := s.width() - 1; column >= 0; column-- {
		said := slices.ContainsFunc(s.rows, func(row []kind.PastedCell) bool {
			return column < len(row) && row[column].Text != ""
		})
		// The corner of a list that goes across may well be empty, but then its column is not.
		if said {
			continue
		}
		for i, row := range s.rows {
			if column < len(row) {
				s.rows[i] = slices.Delete(slices.Clone(row), column, column+1)
			}
		}
	}
}

// Why what stands around a list is left.
const (
	noteAbove = "a note above the list"
	noteBelow = "a note below the list"
)

// dropNotes leaves what stands above and below the list: rows of one text that is no beginning of a row.
func (r *reader) dropNotes(s *sheet) {
	if s.width() < 2 {
		return
	}
	alone := func(row []kind.PastedCell) bool { return filled(row) == 1 && row[0].Text != "" }
	for len(s.rows) > 1 && alone(s.rows[0]) {
		r.leave(s.rows[0][0], noteAbove)
		s.rows = s.rows[1:]
	}
	for len(s.rows) > 2 && alone(s.rows[len(s.rows)-1]) && isFootnote(s.rows[len(s.rows)-1][0].Text) &&
		!r.isNamed(s.rows[len(s.rows)-1][0].Text) {
		r.leave(s.rows[len(s.rows)-1][0], noteBelow)
		s.rows = s.rows[:len(s.rows)-1]
	}
}

// isNamed reports whether a record of the set into which the list goes is called so.
func (r *reader) isNamed(text string) bool {
	into := r.options.Into
	return into != nil && slices.ContainsFunc(into.Records, func(record kind.Record) bool {
		return strings.EqualFold(into.NameOf(record), text)
	})
}

// noteSigns begin a footnote.
const noteSigns = "*†‡¹²³⁴⁵"

// isFootnote reports whether a text reads as a sentence about the list, not as the name of a row.
func isFootnote(text string) bool {
	return strings.ContainsAny(text[:min(len(text), 3)], noteSigns) || len(strings.Fields(text)) > 4 ||
		strings.HasSuffix(text, ".") || isTotal(text)
}
