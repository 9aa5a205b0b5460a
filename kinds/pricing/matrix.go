package pricing

import (
	_ "embed"
	"html/template"
	"strconv"

	"rubrel/core/kind"
)

//go:embed matrix.css
var matrixCSS string

// matrixView is the comparison matrix as the template shows it.
type matrixView struct {
	blockView
	Name       string
	Wide       bool // too many plans for the page: the table scrolls in a region of its own
	HasActions bool
	Columns    int
	Groups     []matrixGroup
}

// matrixGroup is a run of features below a heading, which may be empty.
type matrixGroup struct {
	Name string
	Rows []matrixRow
}

// matrixRow is one feature with every plan's value.
type matrixRow struct {
	Name, Help string
	Cells      []matrixCell
}

type matrixCell struct {
	ID        string
	Featured  bool
	Has, Soon bool
	Value     string
}

// mostBeside is how many plans fit beside each other in a matrix without scrolling.
const mostBeside = 5

// matrix writes the comparison matrix.
func matrix(v kind.View) (template.HTML, error) {
	s := newShop(v)
	view := matrixView{blockView: blockView{Switches: s.switches(), Words: s.words}, Name: v.Name,
		Columns: len(v.Set.Records) + 1, Wide: len(v.Set.Records) > mostBeside}
	var features [][]featureView
	for _, record := range v.Set.Records {
		card := s.card(record)
		view.HasActions = view.HasActions || len(card.Actions) > 0
		view.Cards = append(view.Cards, card)
		features = append(features, card.Features)
	}
	view.Groups = s.groups(view.Cards, features)
	return execute("matrix.html", view)
}

// groups lays the features out in their groups. Where the list gathers them, those that are the same in every plan
// come last, in a group of their own.
func (s *shop) groups(cards []cardView, features [][]featureView) []matrixGroup {
	groups := []matrixGroup{{}}
	gathered := matrixGroup{Name: s.words.InEvery}
	for i, item := range s.v.Set.Items("features") {
		if featureAxis.IsHeading(item) {
			groups = append(groups, matrixGroup{Name: kind.Text(item.Facts, "name")})
			continue
		}
		row := matrixRow{Name: kind.Text(item.Facts, "name"), Help: kind.Text(item.Facts, "help")}
		for j, card := range cards {
			feature := features[j][i]
			row.Cells = append(row.Cells, matrixCell{card.ID, card.Featured, feature.Has, feature.Soon, feature.Value})
		}
		if s.fact("equal") == "gathered" && equal(features, i) {
			gathered.Rows = append(gathered.Rows, row)
			continue
		}
		last := &groups[len(groups)-1]
		last.Rows = append(last.Rows, row)
	}
	var shown []matrixGroup
	for _, group := range append(groups, gathered) {
		if len(group.Rows) > 0 {
			shown = append(shown, group)
		}
	}
	return shown
}

// matrixVariables gives the layout the number of plans, and the widest amount and word that their heads must hold.
func matrixVariables(v kind.View) []kind.Variable {
	s := newShop(v)
	return []kind.Variable{{Name: "--rb-plans", Value: strconv.Itoa(max(1, len(v.Set.Records)))}, s.widestAmount(),
		s.longestWord()}
}
