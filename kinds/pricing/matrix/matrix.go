// Package matrix is the form that compares every feature across the plans, in a table.
package matrix

import (
	"embed"
	"html/template"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/kinds/pricing/shop"
)

//go:embed matrix.css
var css string

//go:embed matrix.html
var files embed.FS

var templates = shop.Templates(files)

// Form is the form.
func Form() kind.Form {
	return kind.Form{Name: "matrix", Title: "matrix", Help: "A table that compares every feature across the plans.",
		HTML: html, CSS: []string{anatomy.SwitchCSS(), shop.CommonCSS, shop.LeftOutCSS(), shop.WithPhone(css)},
		Script: shop.ScriptFor, Variables: variables, Runs: runs, Room: room, Check: shop.UnknownWidths}
}

// matrixView is the comparison matrix as the template shows it.
type matrixView struct {
	shop.BlockView
	Name       string
	Wide       bool // at some width the table scrolls in a region of its own
	HasActions bool
	Columns    int
	Groups     []matrixGroup
	Foot       []shop.PlanView
}

// matrixGroup is a run of features below a heading, which may be empty.
type matrixGroup struct {
	Name    string
	LeftOut shop.WidthsOut // of the heading
	Rows    []matrixRow
}

// matrixRow is one feature with every plan's value.
type matrixRow struct {
	Name, Help string
	LeftOut    shop.WidthsOut
	Cells      []matrixCell
}

type matrixCell struct {
	ID        string
	Featured  bool
	Has, Soon bool
	Value     string
}

// The cells of a plan's head: the upper one, and the lower one with the button.
var (
	upperCell = []string{"badge", "title", "price"}
	lowerCell = []string{"note", "button", "assurance"}
)

// html writes the comparison matrix.
func html(v kind.View) (template.HTML, error) {
	v.HeadingLevel = 0 // the heads of columns are no headings
	s := shop.New(v)
	view := matrixView{BlockView: shop.BlockView{Switches: anatomy.SwitchesHTML(s.Switches()), Together: s.Together(),
		Words: s.Words}, Name: v.Name,
		Columns: len(v.Set.Records) + 1, Wide: scrollsAtAll(v)}
	cells := anatomy.Deal(shop.SlotsOf("matrix"), upperCell, lowerCell)
	var features [][]shop.FeatureView
	for _, record := range v.Set.Records {
		at := anatomy.At{View: v, Record: record, Reader: s}
		view.Plans = append(view.Plans, s.Plan(record, anatomy.Inside(cells[0], at), anatomy.Inside(cells[1], at)))
		actions := s.Card(record).Actions
		view.HasActions = view.HasActions || len(actions) > 0
		view.Foot = append(view.Foot, s.Plan(record, shop.Render("actions", actions)))
		features = append(features, s.Features(record))
	}
	view.Groups = groups(s, features)
	return templates.Execute("matrix.html", view)
}

// runs are the texts of the heads, and those of the table below them.
func runs(v kind.View) []kind.Run {
	s := shop.New(v)
	runs := shop.RunsOf(v, s, shop.SlotsOf("matrix"))
	var features [][]shop.FeatureView
	for _, record := range v.Set.Records {
		features = append(features, s.Features(record))
	}
	add := func(record, part, text string, leftOut shop.WidthsOut) {
		if text != "" {
			runs = append(runs, kind.Run{Record: record, Part: part, Text: text, LeftOut: leftOut})
		}
	}
	for _, group := range groups(s, features) {
		add("", "group", group.Name, group.LeftOut)
		for _, row := range group.Rows {
			add("", "row", row.Name, row.LeftOut)
			add("", "help", row.Help, row.LeftOut)
			for _, cell := range row.Cells {
				add(cell.ID, "value", cell.Value, row.LeftOut)
			}
		}
	}
	return runs
}

// groups lays the features out in their groups. Where the list gathers them, those that are the same in every plan
// come last, in a group of their own.
func groups(s *shop.Shop, features [][]shop.FeatureView) []matrixGroup {
	groups := []matrixGroup{{}}
	gathered := matrixGroup{Name: s.Words.InEvery}
	for i, item := range s.V.Set.Items("features") {
		if shop.FeatureAxis.IsHeading(item) {
			groups = append(groups, matrixGroup{Name: s.V.Soft("group", "", kind.Text(item.Facts, "name")),
				LeftOut: shop.LeftOutAt(item, s.V.Widths)})
			continue
		}
		row := matrixRow{Name: s.V.Soft("row", "", kind.Text(item.Facts, "name")),
			Help: s.V.Soft("help", "", kind.Text(item.Facts, "help")), LeftOut: shop.LeftOutAt(item, s.V.Widths)}
		for j, record := range s.V.Set.Records {
			f := features[j][i]
			value := s.V.Soft("value", record.ID, f.Value)
			row.Cells = append(row.Cells, matrixCell{record.ID, record.Featured, f.Has, f.Soon, value})
		}
		if s.Fact("equal") == "gathered" && shop.Equal(features, i) {
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
