package pricing

import (
	"bytes"
	_ "embed"
	"fmt"
	"html/template"
	"strconv"
	"strings"
	"unicode/utf8"

	"rubrel/core/kind"
	"rubrel/core/pricing"
)

//go:embed matrix.css
var matrixCSS string

// matrixView is the comparison matrix as the template shows it.
type matrixView struct {
	blockView
	Name       string
	Wide       bool // too many plans for the page: the table scrolls in a region of its own
	HasActions bool
	Rows       []matrixRow
}

// matrixRow is one feature with every plan's value.
type matrixRow struct {
	Name  string
	Cells []matrixCell
}

type matrixCell struct {
	ID       string
	Featured bool
	Has      bool
	Value    string
}

// mostBeside is how many plans fit beside each other in a matrix without scrolling.
const mostBeside = 5

// matrix writes the comparison matrix.
func matrix(v kind.View) (template.HTML, error) {
	list := pricing.NewList(v.Set)
	view := matrixView{blockView: blockView{Switches: newSwitches(v, list)}, Name: v.Name, Wide: len(v.Set.Records) > mostBeside}
	for _, record := range v.Set.Records {
		card := newCard(v, list, record)
		view.HasActions = view.HasActions || card.Button != "" && card.Link != ""
		view.Cards = append(view.Cards, card)
	}
	for i, item := range v.Set.Items("features") {
		row := matrixRow{Name: kind.Text(item.Facts, "name")}
		for _, card := range view.Cards {
			feature := card.Features[i]
			row.Cells = append(row.Cells, matrixCell{card.ID, card.Featured, feature.Has, feature.Value})
		}
		view.Rows = append(view.Rows, row)
	}
	var b bytes.Buffer
	if err := templates.ExecuteTemplate(&b, "matrix.html", view); err != nil {
		return "", fmt.Errorf("pricing matrix: %w", err)
	}
	return template.HTML(b.String()), nil
}

// matrixVariables gives the layout the number of plans, and the widest amount and word that their heads must hold.
func matrixVariables(v kind.View) []kind.Variable {
	word := 1
	for _, record := range v.Set.Records {
		for part := range strings.FieldsSeq(kind.Text(record.Facts, "title")) {
			word = max(word, utf8.RuneCountInString(part))
		}
	}
	// A letter of the shipped display fonts is about 0.6 em wide on average, capitals included.
	return []kind.Variable{{Name: "--rb-plans", Value: strconv.Itoa(max(1, len(v.Set.Records)))}, widestAmount(v),
		{Name: "--rb-word", Value: strconv.FormatFloat(0.6*float64(word), 'f', 2, 64)}}
}
