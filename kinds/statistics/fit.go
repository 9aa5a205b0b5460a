package statistics

import (
	"strconv"

	"rubrel/core/kind"
	"rubrel/core/layout"
)

// leastWidth is how wide a figure is at least, by form, in CSS px.
var leastWidth = map[string]float64{tilesForm: 190, numbersForm: 190, bandedForm: 220, trendForm: 250}

// The measures of the layout: see sheet.css.
const (
	usualPadding = 40.0
	iconGap      = 16.0
	leastShare   = 0.5 // of its size, down to which a value shrinks: see .rb-shown
)

// lay is how many figures stand side by side at a width, and the room of each within its padding.
func (s *sheet) lay(width int) (columns int, room float64) {
	inner, gap, edges := float64(s.v.Widths[width].Frame)-2*usualPadding, 0.0, 0.0
	var r kind.Ruler
	if s.v.Measure != nil {
		r = s.v.Measure.Ruler("", width)
		inner, gap, edges = r.Frame()-r.Edges("sheet"), r.Gap("figures"), r.Edges("figure")
	}
	n := len(s.v.Set.Records)
	if columns = min(s.v.ColumnsAt(width), n); columns == 0 {
		columns = layout.Columns(n, max(1, int((inner+gap)/(leastWidth[s.form]+gap))))
	}
	room = (inner-float64(columns-1)*gap)/float64(columns) - edges
	if s.fact("icons") == beside && r != nil && s.hasIcons() {
		room -= r.Length("icon", "font-size") + r.Edges("icon") + iconGap
	}
	return columns, max(1, room)
}

func (s *sheet) hasIcons() bool {
	for _, r := range s.v.Set.Records {
		if kind.Text(r.Facts, "icon") != "" {
			return true
		}
	}
	return false
}

func columnsOf(form string) func(kind.View, int) int {
	return func(v kind.View, width int) int { columns, _ := newSheet(v, form).lay(width); return columns }
}

// ems is how wide a figure is, in its own font size: as its fonts have it, or about.
func (s *sheet) ems(f figure) float64 {
	if s.v.Measure != nil {
		size := s.v.Measure.Ruler(f.ID, 0).Length("value", "font-size")
		wide, known := 0.0, size > 0
		for part, text := range map[string]string{"prefix": f.Prefix, "digits": f.Before + f.Digits + f.After,
			"unit": f.Unit} {
			if text == "" {
				continue
			}
			of, ok := s.v.Measure.TextWidth(part, f.ID, text, 0)
			wide, known = wide+of, known && ok
		}
		if known {
			const slack = 1.02 // tabular figures are a little wider than others in some fonts
			return wide / size * slack
		}
	}
	const digit, small = 0.62, 0.4
	return digit*float64(len([]rune(f.Before+f.Digits+f.After))) + small*float64(len([]rune(f.Prefix))+len([]rune(f.Unit)))
}

// widestEms is how wide the widest figure is, in its own font size.
func (s *sheet) widestEms() float64 {
	widest := 1.0
	for _, f := range s.figures() {
		widest = max(widest, s.ems(f))
	}
	return widest
}

func runsOf(form string) func(kind.View) []kind.Run {
	return func(v kind.View) []kind.Run {
		s := newSheet(v, form)
		ems := s.widestEms()
		var runs []kind.Run
		add := func(f figure, part, text, key string, run kind.Run) {
			if text != "" {
				run.Record, run.Part, run.Text, run.Key = f.ID, part, text, key
				runs = append(runs, run)
			}
		}
		for _, f := range s.figures() {
			add(f, "digits", f.Before+f.Digits+f.After, "", kind.Run{OneLine: true, Shrinks: ems, LeastShare: leastShare})
			add(f, "label", f.Label, "label", kind.Run{Even: true})
			add(f, "note", f.Note, "note", kind.Run{})
			add(f, "origin", f.Origin, "", kind.Run{})
		}
		return runs
	}
}

func roomOf(form string) func(kind.View, kind.Ruler, string) float64 {
	return func(v kind.View, r kind.Ruler, _ string) float64 {
		_, room := newSheet(v, form).lay(max(0, v.WidthAt(r.Frame())))
		return room
	}
}

// variablesOf are the columns at each width, and how wide the widest figure is.
func variablesOf(form string) func(kind.View) []kind.Variable {
	return func(v kind.View) []kind.Variable {
		s := newSheet(v, form)
		variables := []kind.Variable{{Name: "--rb-ems", Value: strconv.FormatFloat(s.widestEms(), 'f', 2, 64)}}
		last := 0
		for width := range v.Widths {
			if columns, _ := s.lay(width); columns != last {
				last = columns
				variables = append(variables, kind.Variable{Name: "--rb-columns", Width: width, Value: strconv.Itoa(columns)})
			}
		}
		return variables
	}
}
