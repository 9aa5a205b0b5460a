package intake

import (
	"regexp"
	"slices"
	"strconv"
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

// fromText makes a sheet of lines of text. A title over them is left, bullets are taken off, and what the texts say is
// cut into columns where all are alike; where they are not, each is one cell.
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
	groups = r.takeTitle(groups)
	records := r.asRecords(groups)
	s := sheet{text: true}
	if heading := records[0]; len(heading) == 1 && len(records) > 1 && r.isHeading(heading[0].Text) {
		s.rows, records = append(s.rows, heading), records[1:]
	}
	records, bulleted := r.takeBullets(records)
	r.Text = CutAlike
	var rows [][]kind.PastedCell
	if said, _ := r.answer(CuttingQuestion); said == string(CutNever) {
		r.Text = CutNever
	} else {
		rows, s.roles = r.cutRecords(records)
	}
	if rows == nil {
		rows = r.whole(records, bulleted || len(s.rows) > 0)
	}
	s.rows = append(s.rows, rows...)
	for _, row := range s.rows {
		for column := range row {
			r.correct(&row[column])
		}
	}
	return s
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
	r.leave(first[0], "a note above the list")
	if groups[0] = first[1:]; len(groups[0]) == 0 {
		return groups[1:]
	}
	return groups
}

func endsInColon(text string) bool {
	return strings.HasSuffix(text, ":") || strings.HasSuffix(text, "：")
}

// asRecords are the groups themselves where all have several lines, pairs of lines where values and texts, or names and
// sentences, take turns, and otherwise every line.
func (r *reader) asRecords(groups []textRecord) []textRecord {
	isValue := r.in.IsValue
	short := func(g textRecord) bool { return len(g) < 2 }
	if len(groups) > 1 && !slices.ContainsFunc(groups, short) {
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

// bulletPattern is how a line of a list begins; numberPattern and letterPattern one that is counted.
var (
	letterPattern = regexp.MustCompile(`^\(?([A-Za-z])[.)]\s+`)
	bulletPattern = regexp.MustCompile(`^(?:[-–—•·*‣◦▪▫●○■□►▶→»›✓✔☑]\s+|[•·‣◦▪●■✓✔☑]\s*)`)
	numberPattern = regexp.MustCompile(`^\(?([0-9]{1,3})([.):]?)\s+`)
)

func isBulleted(text string) bool {
	return bulletPattern.MatchString(text) || numberPattern.MatchString(text)
}

// areBulleted reports whether several lines all begin with bullets.
func areBulleted(lines []kind.PastedCell) bool {
	return len(lines) > 1 && !slices.ContainsFunc(lines, func(c kind.PastedCell) bool { return !isBulleted(c.Text) })
}

// takeBullets takes off with what all lines begin: bullets, or numbers that count them.
func (r *reader) takeBullets(records []textRecord) (bare []textRecord, taken bool) {
	takeDashes(records)
	for _, record := range records {
		if rest := record[1:]; areBulleted(rest) {
			for i := range rest {
				if number := numberPattern.FindStringSubmatch(rest[i].Text); number != nil {
					rest[i].Text = strings.TrimPrefix(rest[i].Text, number[0])
				}
				rest[i].Text = bulletPattern.ReplaceAllString(rest[i].Text, "")
			}
		}
	}
	for i, record := range records {
		text := record[0].Text
		number := numberPattern.FindStringSubmatch(text)
		counts := number != nil && number[1] == strconv.Itoa(i+1) && (number[2] != "" || r.in.Cut == nil)
		if letter := letterPattern.FindStringSubmatch(text); letter != nil {
			counts = strings.ToLower(letter[1]) == string(rune('a'+i))
		}
		if len(record) > 1 || !counts && !bulletPattern.MatchString(text) {
			return records, false
		}
	}
	for i := range records {
		text := records[i][0].Text
		for _, pattern := range []*regexp.Regexp{letterPattern, numberPattern, bulletPattern} {
			text = pattern.ReplaceAllString(text, "")
		}
		if text = strings.TrimSpace(text); text != "" {
			records[i][0].Text = text
		}
	}
	return records, true
}

// takeDashes takes the dashes off the last lines of groups that all have one there: — Ann, who said it.
func takeDashes(records []textRecord) {
	last := func(record textRecord) *kind.PastedCell { return &record[len(record)-1] }
	if slices.ContainsFunc(records, func(record textRecord) bool {
		return len(record) < 2 || !bulletPattern.MatchString(last(record).Text) || isBulleted(record[len(record)-2].Text)
	}) {
		return
	}
	for _, record := range records {
		last(record).Text = bulletPattern.ReplaceAllString(last(record).Text, "")
	}
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
		r.leave(first, "a note above the list")
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

// cutRecords makes rows of cells of texts that all say the same things, with the roles of their columns where these are
// known; nil where they do not.
func (r *reader) cutRecords(records []textRecord) (rows [][]kind.PastedCell, roles []string) {
	texts := make([][]string, len(records))
	for i, record := range records {
		for _, c := range record {
			texts[i] = append(texts[i], c.Text)
		}
	}
	if r.in.Cut != nil {
		if pieces := r.in.Cut(texts); pieces != nil {
			if r.isTitled(records, pieces) {
				r.leave(records[0][0], "a note above the list")
				records, pieces = records[1:], pieces[1:]
			}
			return r.fromPieces(records, pieces)
		}
	}
	if slices.ContainsFunc(texts, func(lines []string) bool { return len(lines) > 1 }) {
		return r.aligned(records), nil
	}
	stars := r.takeStars(records)
	rows, sign := r.cutBySigns(records, stars == nil)
	if rows == nil && stars != nil {
		rows = r.whole(records, true)
	}
	for i := range stars {
		rows[i] = append(rows[i], stars[i])
	}
	if roles = r.unquote(rows); len(roles) == 2 && sign == colon && slices.Contains(r.Kind.Fields[0].Aliases, "person") {
		for _, f := range r.Kind.Fields[1:] {
			if rankOf(f, positionName) == byName {
				roles = []string{f.Name, r.Kind.Fields[0].Name} // Chair: Ann
			}
		}
	}
	return rows, roles
}

// starsPattern is a rating in stars, before or behind what is said.
var starsPattern = regexp.MustCompile(`^([★☆⭐✩✭]+)\x{fe0f}?[\s–—:-]*|[\s–—:-]*([★☆⭐✩✭]+)\x{fe0f}?$`)

// takeStars takes the stars off lines of text that all have them; nil where they have none.
func (r *reader) takeStars(records []textRecord) (stars []kind.PastedCell) {
	for _, record := range records {
		found := starsPattern.FindStringSubmatch(record[0].Text)
		if found == nil || found[0] == record[0].Text {
			return nil
		}
		c := record[0]
		c.Text, c.Column = found[1]+found[2], starsColumn
		stars = append(stars, c)
	}
	for _, record := range records {
		record[0].Text = starsPattern.ReplaceAllString(record[0].Text, "")
	}
	return stars
}

// starsColumn is where stars stand that were taken off a line: behind all that a line is cut into.
const starsColumn = mostSigned + 1

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
				r.leave(c, "it stands beside what was read of its line")
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
		if most >= 0 && texts != most {
			return nil
		}
		most = texts
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

var colon = regexp.MustCompile(`:\s+|：`)

// signs are what cuts lines of text, the strongest first: common practice.
var signs = []*regexp.Regexp{
	regexp.MustCompile(`\s*(?:\.{3,}|…+|_{3,})\s*`),
	regexp.MustCompile(`\s{3,}|\x{3000}+`),
	regexp.MustCompile(`\s[–—-]\s`),
	colon,
	regexp.MustCompile(`\s{2,}`),
	regexp.MustCompile(`\s*\(|\)\s*$`),
}

// mostSigned is into how many parts signs cut a line at most.
const mostSigned = 5

// cutBySigns cuts every line at the same sign into as many parts; nil where none cuts all. A first line that it does
// not cut is a title over the others, where there may be one.
func (r *reader) cutBySigns(records []textRecord, titled bool) (rows [][]kind.PastedCell, by *regexp.Regexp) {
	if len(records) < 2 {
		return nil, nil
	}
	for _, sign := range signs {
		parts := func(i int) []string {
			cut := sign.Split(records[i][0].Text, -1)
			if len(cut) > 2 && cut[len(cut)-1] == "" && strings.HasSuffix(records[i][0].Text, ")") {
				cut = cut[:len(cut)-1] // behind a bracket
			}
			return cut
		}
		n, from := len(parts(1)), 0
		if len(parts(0)) == 1 && len(records) > 2 && titled {
			from = 1
		}
		alike := n > 1 && n <= mostSigned
		for i := from; i < len(records) && alike; i++ {
			alike = len(parts(i)) == n && !slices.Contains(parts(i), "")
		}
		if !alike {
			continue
		}
		if from == 1 {
			r.leave(records[0][0], "a note above the list")
		}
		for i := from; i < len(records); i++ {
			var row []kind.PastedCell
			for column, text := range parts(i) {
				row = append(row, kind.PastedCell{Text: strings.TrimSpace(text), Line: records[i][0].Line, Column: column + 1})
			}
			rows = append(rows, row)
		}
		return rows, sign
	}
	return nil, nil
}

// quotePairs are the marks that open and close what somebody said (Unicode CLDR, delimiters).
var quotePairs = []string{`""`, "“”", "„“", "„”", "«»", "»«", "‘’", "''", "「」", "『』"}

// unquote takes quotation marks off a column all of whose texts stand in them, and gives the roles of the columns: that
// is what records say at length.
func (r *reader) unquote(rows [][]kind.PastedCell) (roles []string) {
	if len(rows) == 0 {
		return nil
	}
	rich := slices.IndexFunc(r.Kind.Fields, func(f kind.Field) bool {
		_, rich := f.Type.(kind.RichType)
		return rich && f.Group == ""
	})
	for column := range rows[0] {
		quoted := func(row []kind.PastedCell) bool {
			return slices.ContainsFunc(quotePairs, func(pair string) bool { return isIn(row[column].Text, []rune(pair)) })
		}
		if rich < 0 || slices.ContainsFunc(rows, func(row []kind.PastedCell) bool { return !quoted(row) }) {
			roles = append(roles, "")
			continue
		}
		roles = append(roles, r.Kind.Fields[rich].Name)
		for _, row := range rows {
			text := []rune(row[column].Text)
			row[column].Text = strings.TrimSpace(string(text[1 : len(text)-1]))
		}
	}
	return roles
}

func isIn(text string, pair []rune) bool {
	runes := []rune(text)
	return len(runes) > 2 && runes[0] == pair[0] && runes[len(runes)-1] == pair[1]
}
