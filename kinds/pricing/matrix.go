package pricing

import (
	_ "embed"
	"html/template"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
)

//go:embed matrix.css
var matrixCSS string

// matrixView is the comparison matrix as the template shows it.
type matrixView struct {
	blockView
	Name       string
	Wide       bool // at some width the table scrolls in a region of its own
	HasActions bool
	Columns    int
	Groups     []matrixGroup
	Foot       []planView
}

// matrixGroup is a run of features below a heading, which may be empty.
type matrixGroup struct {
	Name    string
	LeftOut widthsOut // of the heading
	Rows    []matrixRow
}

// matrixRow is one feature with every plan's value.
type matrixRow struct {
	Name, Help string
	LeftOut    widthsOut
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

// matrix writes the comparison matrix.
func matrix(v kind.View) (template.HTML, error) {
	v.HeadingLevel = 0 // the heads of columns are no headings
	s := newShop(v)
	view := matrixView{blockView: blockView{Switches: anatomy.SwitchesHTML(s.switches()), Together: s.together(),
		Words: s.words}, Name: v.Name,
		Columns: len(v.Set.Records) + 1, Wide: scrollsAtAll(v)}
	cells := anatomy.Deal(slotsOf("matrix"), upperCell, lowerCell)
	var features [][]featureView
	for _, record := range v.Set.Records {
		at := anatomy.At{View: v, Record: record, Reader: s}
		view.Plans = append(view.Plans, s.plan(record, anatomy.Inside(cells[0], at), anatomy.Inside(cells[1], at)))
		actions := s.card(record).Actions
		view.HasActions = view.HasActions || len(actions) > 0
		view.Foot = append(view.Foot, s.plan(record, render("actions", actions)))
		features = append(features, s.features(record))
	}
	view.Groups = s.groups(features)
	return execute("matrix.html", view)
}

// matrixRuns are the texts of the heads, and those of the table below them.
func matrixRuns(v kind.View) []kind.Run {
	s := newShop(v)
	runs := runsOf(v, s, slotsOf("matrix"))
	var features [][]featureView
	for _, record := range v.Set.Records {
		features = append(features, s.features(record))
	}
	add := func(record, part, text string, leftOut widthsOut) {
		if text != "" {
			runs = append(runs, kind.Run{Record: record, Part: part, Text: text, LeftOut: leftOut})
		}
	}
	for _, group := range s.groups(features) {
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

// runsOf are the texts of some slots of all plans.
func runsOf(v kind.View, s *shop, slots []anatomy.Slot) []kind.Run {
	return anatomy.Body{Slots: slots, Reader: func(kind.View) any { return s }}.Runs(v)
}

// groups lays the features out in their groups. Where the list gathers them, those that are the same in every plan
// come last, in a group of their own.
func (s *shop) groups(features [][]featureView) []matrixGroup {
	groups := []matrixGroup{{}}
	gathered := matrixGroup{Name: s.words.InEvery}
	for i, item := range s.v.Set.Items("features") {
		if featureAxis.IsHeading(item) {
			groups = append(groups, matrixGroup{Name: s.v.Soft("group", "", kind.Text(item.Facts, "name")),
				LeftOut: leftOutAt(item, s.v.Widths)})
			continue
		}
		row := matrixRow{Name: s.v.Soft("row", "", kind.Text(item.Facts, "name")),
			Help: s.v.Soft("help", "", kind.Text(item.Facts, "help")), LeftOut: leftOutAt(item, s.v.Widths)}
		for j, record := range s.v.Set.Records {
			f := features[j][i]
			value := s.v.Soft("value", record.ID, f.Value)
			row.Cells = append(row.Cells, matrixCell{record.ID, record.Featured, f.Has, f.Soon, value})
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
