package pricing

import (
	"embed"
	"html/template"
	"strconv"
	"strings"
	"unicode/utf8"

	"rubrel/core/kind"
	"rubrel/core/layout"
)

//go:embed *.html
var files embed.FS

var templates = template.Must(template.ParseFS(files, "*.html"))

// cards writes the cards form.
func cards(v kind.View) (template.HTML, error) {
	s := newShop(v)
	return execute("cards.html", blockView{Switches: s.switches(), Cards: s.cards(), Joined: s.fact("stand") == "joined",
		Words: s.words})
}

// rowsAbove is how many rows of the grid stand above the features: badge, title, text, price, notes, button,
// assurances.
const rowsAbove = 7

// cardsVariables gives the layout its columns at each width, and the rows that the cards share.
func cardsVariables(v kind.View) []kind.Variable { return newShop(v).cardsVariables() }

func (s *shop) cardsVariables() []kind.Variable {
	n := len(s.v.Set.Records)
	lines := 1
	for _, card := range s.cards() {
		count := len(card.Features)
		if card.Base != "" {
			count++
		}
		lines = max(lines, count)
	}
	variables := []kind.Variable{{Name: "--rb-rows", Value: strconv.Itoa(rowsAbove + lines)},
		{Name: "--rb-lines", Value: strconv.Itoa(lines)}, s.widestAmount(), s.longestWord()}
	last := 0
	for i := range s.v.Widths {
		columns := cardColumns(s.v, i)
		if columns != last {
			variables = append(variables, kind.Variable{Name: "--rb-columns", Width: i, Value: strconv.Itoa(columns)})
		}
		last = columns
		// A plan stands taller than its neighbours only where all stand in one row.
		lift := "0px"
		if n > 1 && columns == n {
			lift = "16px"
		}
		variables = append(variables, kind.Variable{Name: "--rb-lift", Width: i, Value: lift})
	}
	return variables
}

// longestWord gives the layout the width of the longest word of a title.
func (s *shop) longestWord() kind.Variable {
	return kind.Variable{Name: "--rb-word", Value: strconv.FormatFloat(s.longestWordEms(), 'f', 2, 64)}
}

// longestWordEms is about how wide the longest word of a title is, in its own font size.
func (s *shop) longestWordEms() float64 {
	word := 1
	for _, record := range s.v.Set.Records {
		for part := range strings.FieldsSeq(kind.Text(record.Facts, "title")) {
			word = max(word, utf8.RuneCountInString(part))
		}
	}
	return 0.6 * float64(word) // a letter of the shipped display fonts is about 0.6 em wide, capitals included
}

// cardColumns is how many cards stand side by side at a width: as many as the look says, or as fit.
func cardColumns(v kind.View, width int) int {
	n := len(v.Set.Records)
	if said := v.ColumnsAt(width); said > 0 {
		return max(1, min(said, n))
	}
	return layout.Columns(n, sideBySide(v.Widths[width].Frame))
}

// sideBySide is how many cards of at least 210 px, with their gaps and the table's padding, fit a width.
func sideBySide(frame int) int { return max(1, min(5, (frame-40)/225)) }
