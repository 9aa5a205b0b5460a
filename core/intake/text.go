package intake

import (
	"regexp"
	"slices"
	"strings"

	"rubrel/core/kind"
)

// Cutting is what became of lines of text, and the answer to CuttingQuestion.
type Cutting string

// The cuttings.
const (
	CutAlike Cutting = "cut"   // where all say the same things, each is a cell
	CutNever Cutting = "whole" // every line is one cell
)

// textRecord is what a text says of a record: one line, or several that blank lines part from others.
type textRecord []kind.PastedCell

// isText reports whether a table is lines of text, which nothing cuts into cells.
func isText(t kind.Table) bool {
	return !slices.ContainsFunc(t.Rows, func(row []string) bool {
		return len(row) > 1 && slices.ContainsFunc(row[1:], func(text string) bool { return strings.TrimSpace(text) != "" })
	})
}

// fromText makes a sheet of lines of text. A title over them is left. Lines that say what they are stand below their
// labels; else bullets are taken off, and what the texts say is cut into columns where all are alike, or is one cell.
func (r *reader) fromText(parts [][][]kind.PastedCell) sheet {
	var groups []textRecord
	for _, part := range parts {
		var group textRecord
		for _, row := range part {
			c := row[0]
			c.Text = plainOf(c.Text)
			group = append(group, c)
		}
		groups = append(groups, group)
	}
	groups = r.takeNotes(r.takeTitle(groups))
	if said, _ := r.answer(CuttingQuestion); said != string(CutNever) {
		if rows := r.byLabels(groups); rows != nil {
			r.Text = CutAlike
			r.correctAll(rows)
			return sheet{text: true, labelled: true, rows: rows}
		}
	}
	records := r.listed(groups)
	if records == nil {
		records = r.asRecords(groups)
	}
	s := sheet{text: true}
	if heading := records[0]; len(heading) == 1 && len(records) > 1 && r.isHeading(heading[0].Text) {
		s.rows, records = append(s.rows, heading), records[1:]
	}
	r.Text = CutAlike
	var rows [][]kind.PastedCell
	sure := len(s.rows) > 0
	if said, _ := r.answer(CuttingQuestion); said == string(CutNever) {
		r.Text = CutNever
	} else {
		bare, bulleted := r.takeBullets(records)
		records, sure = bare, sure || bulleted
		rows, s.roles, s.doubted = r.cutRecords(records)
	}
	if rows == nil {
		rows, s.roles = r.whole(records, sure), []string{r.Kind.Fields[0].Name}
	}
	s.rows = append(s.rows, rows...)
	r.correctAll(s.rows)
	return s
}

// correctAll puts what was answered in the places of cells.
func (r *reader) correctAll(rows [][]kind.PastedCell) {
	for _, row := range rows {
		for column := range row {
			r.correct(&row[column])
		}
	}
}

// headPattern is how Markdown begins a heading, and strongPattern what it sets strongly (CommonMark, sections 4.2 and
// 6.2).
var (
	headPattern   = regexp.MustCompile(`^#{1,6}\s+`)
	strongPattern = regexp.MustCompile(`(\*\*|__)(\S(?:.*?\S)?)(?:\*\*|__)`)
)

// plainOf is a line of text without the marks of Markdown.
func plainOf(text string) string {
	return strings.TrimSpace(strongPattern.ReplaceAllString(headPattern.ReplaceAllString(text, ""), "$2"))
}

// isHeading reports whether a text is a usual heading of a field.
func (r *reader) isHeading(text string) bool {
	return slices.ContainsFunc(r.Kind.Fields, func(f kind.Field) bool { return rankOf(f, text) >= byWords })
}

// takeTitle leaves a line over the others that is none of them.
func (r *reader) takeTitle(groups []textRecord) []textRecord {
	first := groups[0]
	others := append(slices.Clone(first[1:]), slices.Concat(groups[1:]...)...)
	several := slices.ContainsFunc(groups, func(g textRecord) bool { return len(g) > 1 })
	switch alone := len(first) == 1; {
	case len(others) == 0 || r.isHeading(first[0].Text):
		return groups
	case alone && several, endsInColon(first[0].Text), !isBulleted(first[0].Text) && areBulleted(others):
	default:
		return groups
	}
	r.leave(first[0], noteAbove)
	if groups[0] = first[1:]; len(groups[0]) == 0 {
		return groups[1:]
	}
	return groups
}

// takeNotes leaves what stands below groups of lines, and is none of them.
func (r *reader) takeNotes(groups []textRecord) []textRecord {
	last := groups[len(groups)-1]
	if len(groups) < 3 || len(last) > 1 || !isFootnote(last[0].Text) ||
		!slices.ContainsFunc(groups, func(g textRecord) bool { return len(g) > 1 }) {
		return groups
	}
	r.leave(last[0], noteBelow)
	return groups[:len(groups)-1]
}

// listed are the lines of the groups in which every line is a record, with a name and a value, where others stand apart
// from them: a greeting, a note, a name below a mail. Those are left. It is nil where no group is such a list.
func (r *reader) listed(groups []textRecord) (lines []textRecord) {
	if r.in.Cut == nil || len(groups) < 2 {
		return nil
	}
	var apart []kind.PastedCell
	for _, group := range groups {
		if !r.isListed(group) {
			apart = append(apart, group...)
			continue
		}
		for _, c := range group {
			lines = append(lines, textRecord{c})
		}
	}
	if lines == nil {
		return nil
	}
	for _, c := range apart {
		why := noteAbove
		if c.Line > lines[0][0].Line {
			why = noteBelow
		}
		r.leave(c, why)
	}
	return lines
}

// isListed reports whether each of several lines has a name and a value.
func (r *reader) isListed(group textRecord) bool {
	texts := make([][]string, len(group))
	for i, c := range group {
		texts[i] = []string{c.Text}
	}
	if len(group) < 2 {
		return false
	}
	pieces := r.in.Cut(texts)
	return pieces != nil && !slices.ContainsFunc(pieces, func(said []kind.Said) bool {
		return len(said) < 2 || said[0].Column == "" || said[1].Column == "" || r.isHeading(said[0].Text)
	})
}

func endsInColon(text string) bool {
	return strings.HasSuffix(text, ":") || strings.HasSuffix(text, "：")
}

// asRecords are the groups themselves where most have several lines, pairs of lines where values and texts, or names
// and sentences, take turns, and otherwise every line.
func (r *reader) asRecords(groups []textRecord) []textRecord {
	isValue := r.in.IsValue
	several := 0
	for _, group := range groups {
		if len(group) > 1 {
			several++
		}
	}
	if len(groups) > 1 && several > 1 && several*2 >= len(groups) {
		return groups
	}
	var pairs, lines []textRecord
	turns, says := true, true
	for i, c := range slices.Concat(groups...) {
		lines = append(lines, textRecord{c})
		if i%2 == 1 {
			above := lines[i-1][0]
			pairs = append(pairs, textRecord{above, c})
			turns = turns && isValue(c.Text) != isValue(above.Text) && isValue(c.Text) == isValue(lines[1][0].Text)
			says = says && isSentence(c.Text) && !isSentence(above.Text)
		}
	}
	if (turns || says) && len(pairs) > 1 && len(lines)%2 == 0 {
		return pairs
	}
	return lines
}

// isSentence reports whether a text ends as sentences do.
func isSentence(text string) bool {
	return strings.HasSuffix(text, ".") || strings.HasSuffix(text, "。")
}

// whole makes one cell of every line. Whether the first is one of them is asked where it may be a title and nothing
// says that all are records.
func (r *reader) whole(records []textRecord, sure bool) (rows [][]kind.PastedCell) {
	for _, record := range records {
		for _, c := range record {
			rows = append(rows, []kind.PastedCell{c})
		}
	}
	first, said := rows[0][0], ""
	if _, answered := r.answer(HeadingsQuestion); answered || !sure && len(rows) > 2 && mayBeTitle(rows) {
		said = r.askTitle(first, "no")
	}
	if said == "yes" && len(rows) > 1 {
		r.leave(first, noteAbove)
		rows = rows[1:]
	}
	return rows
}

// titleWords is how many words a title over a list has at most: common practice.
const titleWords = 3

// mayBeTitle reports whether the first row is of few words, or is written otherwise than all others: in capitals, with
// no full stop, or much shorter.
func mayBeTitle(rows [][]kind.PastedCell) bool {
	first := rows[0][0].Text
	if !slices.ContainsFunc(rows, func(row []kind.PastedCell) bool { return !isNumber(row[0].Text) }) {
		return false
	}
	capitals := func(text string) bool { return text == strings.ToUpper(text) && text != strings.ToLower(text) }
	ends := func(text string) bool { return strings.ContainsAny(text[len(text)-1:], ".!?") }
	shortest := len([]rune(rows[1][0].Text))
	var anyCapitals, allEnd = false, true
	for _, row := range rows[1:] {
		shortest = min(shortest, len([]rune(row[0].Text)))
		anyCapitals = anyCapitals || capitals(row[0].Text)
		allEnd = allEnd && ends(row[0].Text)
	}
	return len(strings.Fields(first)) <= titleWords || capitals(first) && !anyCapitals || allEnd && !ends(first) ||
		len([]rune(first))*2 < shortest
}

// isTitled asks whether the first line is a title over the others, where it alone says nothing of a record.
func (r *reader) isTitled(records []textRecord, pieces [][]kind.Said) bool {
	bare := func(said []kind.Said) bool { return len(said) < 2 }
	if len(pieces) < 3 || len(records[0]) > 1 || !bare(pieces[0]) || slices.ContainsFunc(pieces[1:], bare) {
		return false
	}
	return r.askTitle(records[0][0], "yes") == "yes"
}

// askTitle asks whether a first line is a title over the others.
func (r *reader) askTitle(first kind.PastedCell, taken string) string {
	return r.ask(Question{ID: HeadingsQuestion, Line: first.Line, Column: first.Column, Text: first.Text,
		Why: "this may be a title over the list, or belong to it", Taken: taken, Choices: []Choice{
			{Value: "yes", Label: "it is a title"}, {Value: "no", Label: "it belongs to the list"}}})
}
