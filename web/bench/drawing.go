package bench

import (
	"encoding/json"
	"fmt"
	"html"
	"html/template"
	"maps"
	"net/http"
	"slices"
	"strconv"
	"strings"

	"rubrel/core/ledger"
)

// drawing is what a bench has to draw anew of its ledger, as its script reads it: HTML by the keys of columns, sections
// and rows, and where everything stands if that has changed.
type drawing struct {
	Attributes map[string]string        `json:"attributes"` // of the table
	Layout     *layout                  `json:"layout,omitempty"`
	Columns    map[string]template.HTML `json:"columns,omitempty"`
	Sections   map[string]template.HTML `json:"sections,omitempty"`
	Rows       map[string]template.HTML `json:"rows,omitempty"`
	Cells      []cellDrawing            `json:"cells,omitempty"`
	Refused    []ledger.Refusal         `json:"refused,omitempty"` // the texts that cells did not take
	OtherList  bool                     `json:"otherList,omitempty"`
}

type cellDrawing struct {
	Row    string        `json:"row"`
	Column int           `json:"column"`
	HTML   template.HTML `json:"html"`
}

// layout says which columns and rows are in sight, in order, and how many are not.
type layout struct {
	Columns  []string        `json:"columns"`
	Sections []sectionLayout `json:"sections"`
}

type sectionLayout struct {
	Key    string   `json:"key"`
	Axis   string   `json:"axis"`
	Before int      `json:"before"`
	After  int      `json:"after"`
	Empty  bool     `json:"empty"`
	Rows   []string `json:"rows"`
}

// heading is what the heading of a section is drawn from.
type heading struct {
	ledger.Section
	Grid *ledger.Grid
	Span int
}

// Heading is a section's heading over every column.
func (v *sharedView) Heading(section ledger.Section) heading {
	return heading{section, v.Grid, v.Span()}
}

// Span is how many cells a row has that is in sight, with those that stand for columns that are not.
func (v *sharedView) Span() int {
	n := 1 + v.Grid.Leading + len(v.Grid.Columns)
	for _, gap := range []int{v.Grid.First, v.Grid.ColumnsAfter()} {
		if gap > 0 {
			n++
		}
	}
	return n
}

// GridAttributes are what the table says of itself.
func (v *sharedView) GridAttributes() map[string]string {
	g := v.Grid
	held, err := json.Marshal(g.State.Held())
	if err != nil {
		panic(err) // a list of texts
	}
	return map[string]string{"aria-colcount": strconv.Itoa(1 + g.Leading + g.Count),
		"data-leading": strconv.Itoa(1 + g.Leading), "aria-rowcount": strconv.Itoa(1 + g.RowCount()),
		"data-part": g.Part, "data-width": g.Width, "data-state": string(g.State), "data-held": string(held),
		"data-open": strings.Join(g.Open, ","), "data-view": v.View, "data-first": strconv.Itoa(g.First),
		"data-count": strconv.Itoa(g.Count), "data-rows": g.InRows.String(), "data-columns": g.InColumns.String()}
}

// AttributesHTML are GridAttributes as HTML: a template takes no names of attributes.
func (v *sharedView) AttributesHTML() template.HTMLAttr {
	var out strings.Builder
	attributes := v.GridAttributes()
	for _, name := range slices.Sorted(maps.Keys(attributes)) {
		fmt.Fprintf(&out, `%s="%s" `, name, html.EscapeString(attributes[name]))
	}
	return template.HTMLAttr(out.String())
}

// draw writes what of the view's ledger is not as it is drawn already; everything, where nothing is.
func (s *Screen) draw(v *sharedView, drawn *ledger.Grid) (*drawing, error) {
	update := ledger.Compare(drawn, v.Grid)
	d := &drawing{Attributes: v.GridAttributes(), Columns: map[string]template.HTML{},
		Sections: map[string]template.HTML{}, Rows: map[string]template.HTML{}}
	if update.Moved {
		d.Layout = layoutOf(v.Grid)
	}
	var err error
	write := func(name string, data any) template.HTML {
		var out strings.Builder
		if err == nil {
			err = s.Pages.ExecuteTemplate(&out, name, data)
		}
		return template.HTML(out.String())
	}
	for _, column := range update.Columns {
		d.Columns[column.ID] = write("column", column)
	}
	for _, section := range update.Sections {
		d.Sections[section.Key()] = write("section", v.Heading(*section))
	}
	for _, row := range update.Rows {
		d.Rows[row.Key] = write("row", row) + "</tr>"
	}
	for _, cell := range update.Cells {
		d.Cells = append(d.Cells, cellDrawing{cell.Row, cell.Column, write("cell", cell.Cell)})
	}
	if err != nil {
		return nil, fmt.Errorf("web: ledger of %s: %w", v.Block.ID, err)
	}
	return d, nil
}

func layoutOf(g *ledger.Grid) *layout {
	l := &layout{Columns: []string{}}
	for _, column := range g.Columns {
		l.Columns = append(l.Columns, column.ID)
	}
	for _, section := range g.Sections {
		keys := []string{}
		for _, row := range section.Rows {
			keys = append(keys, row.Key)
		}
		l.Sections = append(l.Sections, sectionLayout{section.Key(), section.Axis, section.Before, section.After,
			section.Empty(), keys})
	}
	return l
}

// cells sends the texts of a rectangle of the ledger, which may reach beyond what a page has drawn: the heads of the
// columns, then the rows, each cell with its address and text.
func (s *Screen) cells(w http.ResponseWriter, r *http.Request) {
	l, block := s.LoadBlock(w, r)
	if l == nil {
		return
	}
	view, err := s.sharedView(l, block, shownOf(r))
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	heads := []cellText{{}, {Text: "All"}, {Text: "Featured"}}[:1+view.Grid.Leading]
	for _, column := range view.Grid.Columns {
		heads = append(heads, cellText{Text: column.Name})
	}
	rows := [][]cellText{heads}
	for _, section := range view.Grid.Sections {
		for _, row := range section.Rows {
			texts := []cellText{{row.Head.At, row.Head.Text}}
			for _, cell := range row.Cells {
				text := cellText{cell.At, cell.Text}
				if cell.State == ledger.Derived {
					text.Text = cell.Shown
				}
				texts = append(texts, text)
			}
			rows = append(rows, texts)
		}
	}
	w.Header().Set("Content-Type", "application/json")
	if err := json.NewEncoder(w).Encode(rows); err != nil {
		s.Log.ErrorContext(r.Context(), "cells", "error", err)
	}
}

// cellText is what of a cell is copied, cleared or filled.
type cellText struct {
	At   string `json:"at"`
	Text string `json:"text"`
}
