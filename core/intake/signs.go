package intake

import (
	"regexp"
	"slices"
	"strings"

	"rubrel/core/kind"
)

var colon = regexp.MustCompile(`:\s+|：`)

// signs are what cuts lines of text, the strongest first: common practice.
var signs = []*regexp.Regexp{
	regexp.MustCompile(`\s*(?:\.{3,}|…+|_{3,})\s*`),
	regexp.MustCompile(`\s{3,}|\x{3000}+`),
	regexp.MustCompile(`\s[–—-]\s`),
	colon,
	regexp.MustCompile(`\s{2,}`),
	bracket,
}

// bracket stands for what a line has in brackets at its end, and bracketed is such a line, with what is behind them.
var (
	bracket   = regexp.MustCompile(`\(`)
	bracketed = regexp.MustCompile(`^([^()]+?)\s*\(([^()]+)\)(?:\s*[–—:,-]\s*([^()]+))?$`)
)

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
			if sign == bracket {
				return bracketParts(records, i)
			}
			return sign.Split(records[i][0].Text, -1)
		}
		n, from := len(parts(1)), 0
		if len(parts(0)) == 1 && len(records) > 2 && titled {
			from = 1
		}
		alike := n > 1 && n <= mostSigned
		whole := n
		if sign == bracket {
			whole = 2 // behind them there may be nothing
		}
		for i := from; i < len(records) && alike; i++ {
			alike = len(parts(i)) == n && !slices.Contains(parts(i)[:whole], "")
		}
		if !alike {
			continue
		}
		if from == 1 {
			r.leave(records[0][0], noteAbove)
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

// bracketParts are what stands before, in and behind the brackets of a line; behind them where any line has something
// there. A line with no brackets at its end, or with others, is one part.
func bracketParts(records []textRecord, i int) []string {
	found := bracketed.FindStringSubmatch(records[i][0].Text)
	if found == nil {
		return []string{records[i][0].Text}
	}
	if slices.ContainsFunc(records, func(record textRecord) bool {
		other := bracketed.FindStringSubmatch(record[0].Text)
		return other != nil && other[3] != ""
	}) {
		return found[1:]
	}
	return found[1:3]
}

// starsPattern is a rating in stars, before or behind what is said: ★★★★, or 4 stars.
var starsPattern = regexp.MustCompile(`^([★☆⭐✩✭]+)\x{fe0f}?[\s–—:-]*|[\s–—:-]*([★☆⭐✩✭]+)\x{fe0f}?$|` +
	`[\s–—:,(-]+([0-5](?:[.,]5)?(?:\s*/\s*5)?)\s*(?i:stars?|sterne?|étoiles?|estrellas?|estrelas?|stell[ae]|sterren|` +
	`stjärn(?:a|or)|stjerner?|gwiazd(?:ka|ki|ek))\)?$`)

// takeStars takes the stars off lines of text that all have them; nil where they have none.
func (r *reader) takeStars(records []textRecord) (stars []kind.PastedCell) {
	for _, record := range records {
		found := starsPattern.FindStringSubmatch(record[0].Text)
		if found == nil || found[0] == record[0].Text {
			return nil
		}
		c := record[0]
		c.Text, c.Column = found[1]+found[2]+found[3], starsColumn
		stars = append(stars, c)
	}
	for _, record := range records {
		record[0].Text = starsPattern.ReplaceAllString(record[0].Text, "")
	}
	return stars
}

// starsColumn is where stars stand that were taken off a line: behind all that a line is cut into.
const starsColumn = mostSigned + 1

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
