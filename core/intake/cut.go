package intake

import (
	"cmp"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"rubrel/core/kind"
)

// cutRecords makes rows of cells of texts that all say the same things, with the roles of their columns where these are
// known, and whether that is in doubt; nil where they do not.
func (r *reader) cutRecords(records []textRecord) (rows [][]kind.PastedCell, roles []string, doubted bool) {
	texts := make([][]string, len(records))
	for i, record := range records {
		for _, c := range record {
			texts[i] = append(texts[i], c.Text)
		}
	}
	if r.in.Cut != nil {
		if pieces := r.in.Cut(texts); pieces != nil {
			if r.isTitled(records, pieces) {
				r.leave(records[0][0], noteAbove)
				records, pieces = records[1:], pieces[1:]
			}
			rows, roles = r.fromPieces(records, pieces)
			return rows, roles, false
		}
	}
	if slices.ContainsFunc(texts, func(lines []string) bool { return len(lines) > 1 }) {
		return r.aligned(records), nil, false
	}
	stars := r.takeStars(records)
	rows, sign := r.cutBySigns(records, stars == nil)
	if rows == nil && stars != nil {
		rows = r.whole(records, true)
	}
	for i := range stars {
		rows[i] = append(rows[i], stars[i])
	}
	roles = r.unquote(rows)
	if said := roles[:max(0, len(roles)-min(1, len(stars)))]; len(said) == 2 && (said[0] == "") != (said[1] == "") {
		if at := slices.Index(said, ""); areNames(rows, at) {
			said[at] = r.Kind.Fields[0].Name // what was said, and by whom
		}
	}
	if len(roles) == 2 && sign == colon && areOfPeople(r.Kind.Fields) {
		for _, f := range r.Kind.Fields[1:] {
			if rankOf(f, positionName) == byName {
				roles, doubted = []string{f.Name, r.Kind.Fields[0].Name}, true // Chair: Ann
			}
		}
	}
	return rows, roles, doubted
}

// areNames reports whether no text of a column has a number: it is no day.
func areNames(rows [][]kind.PastedCell, column int) bool {
	return !slices.ContainsFunc(rows, func(row []kind.PastedCell) bool { return hasDigit(row[column].Text) })
}

// fromPieces lays what texts were cut into out as rows.
func (r *reader) fromPieces(records []textRecord, pieces [][]kind.Said) (rows [][]kind.PastedCell, columns []string) {
	for _, record := range pieces {
		for _, piece := range record {
			if piece.Column != "" && !slices.Contains(columns, piece.Column) {
				columns = append(columns, piece.Column)
			}
		}
	}
	for i, record := range pieces {
		row := make([]kind.PastedCell, len(columns))
		taken := 0
		for _, piece := range record {
			c := records[i][piece.Line]
			c.Text = piece.Text
			if len(records[i]) == 1 {
				taken++
				c.Column = taken
			}
			at := slices.Index(columns, piece.Column)
			switch {
			case at < 0:
				r.leave(c, cmp.Or(piece.Why, "it stands beside what was read of its line"))
			case row[at].Text == "":
				row[at] = c
			default: // several lines are one text
				row[at].Text += "\n" + c.Text
				r.readWith(c)
			}
		}
		rows = append(rows, row)
	}
	return rows, columns
}

// aligned lays groups of lines out as rows: by what their lines are, or line by line where all have as many. Where
// neither can be, what stands below each first line is left.
func (r *reader) aligned(records []textRecord) (rows [][]kind.PastedCell) {
	records = r.positioned(records)
	if rows = r.bySort(records); rows != nil {
		return rows
	}
	for _, record := range records {
		rows = append(rows, record)
	}
	if slices.ContainsFunc(records, func(x textRecord) bool { return len(x) != len(records[0]) }) {
		for i, row := range rows {
			for _, c := range row[1:] {
				r.leave(c, "nobody can tell what it says: not every group of lines has as many")
			}
			rows[i] = row[:1]
		}
	}
	return rows
}

// namedWithPosition is a person's whole name with what they are: Ida Brandt, chair. A family name before a comma is one
// word.
var namedWithPosition = regexp.MustCompile(`^(\S+\s[^,]+),\s+([^,]+)$`)

// positioned parts what people are from their names, where the first lines of all groups say both.
func (r *reader) positioned(records []textRecord) []textRecord {
	if !areOfPeople(r.Kind.Fields) || slices.ContainsFunc(records, func(record textRecord) bool {
		return !namedWithPosition.MatchString(record[0].Text)
	}) {
		return records
	}
	parted := make([]textRecord, len(records))
	for i, record := range records {
		found := namedWithPosition.FindStringSubmatch(record[0].Text)
		name, position := record[0], record[0]
		name.Text, position.Text = found[1], found[2]
		parted[i] = slices.Concat(textRecord{name, position}, record[1:])
	}
	return parted
}

// bySort lays groups of lines out by the sorts of these; nil where one has two of a sort, or more texts than another.
func (r *reader) bySort(records []textRecord) [][]kind.PastedCell {
	var sorts []string // the columns
	rows, most := make([][]kind.PastedCell, len(records)), -1
	for i, record := range records {
		texts := 0
		for _, c := range record {
			sort := r.sortOf(c.Text)
			if sort == plainText {
				texts++
				sort += strconv.Itoa(texts)
			}
			at := slices.Index(sorts, sort)
			if at < 0 {
				at, sorts = len(sorts), append(sorts, sort)
			}
			for len(rows[i]) <= at {
				rows[i] = append(rows[i], kind.PastedCell{})
			}
			if rows[i][at].Text != "" {
				return nil
			}
			rows[i][at] = c
		}
		if nameOnly := texts == 1 && most <= 2 || most == 1 && texts <= 2; most >= 0 && texts != most && !nameOnly {
			return nil // nobody can tell which it lacks
		}
		most = max(most, texts)
	}
	return rows
}

// plainText is the sort of a line that is no address and no number.
const plainText = "text"

// sortOf is of what sort a line is: an address, a number, or a text.
func (r *reader) sortOf(text string) string {
	switch {
	case strings.Contains(text, "@") && !strings.ContainsAny(text, " \t"):
		return "mail"
	case kind.IsWebAddress(text):
		return "address"
	case r.in.IsValue(text):
		return "value"
	}
	return plainText
}
