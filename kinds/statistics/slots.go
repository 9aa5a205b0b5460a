package statistics

import (
	"html/template"
	"slices"

	"rubrel/core/anatomy"
	"rubrel/core/icon"
	"rubrel/core/kind"
)

// slots are what a figure holds. The first names it.
var slots = []anatomy.Slot{
	anatomy.Label(kind.Field{Name: "label", Label: "label", Help: "what is counted", Type: kind.TextType{Most: 80},
		Required: true, Aliases: []string{"name", "title", "what", "figure", "measure", "bezeichnung", "libellé"}},
		kind.Part{Properties: slices.Concat(anatomy.TextProperties, anatomy.EnterProperties),
			Defaults: map[string]string{"font-weight": "weight-strong", "line-height": "leading-tight",
				"margin": "space-1 0 0"}}),
	{
		Fields: []kind.Field{
			{Name: "value", Label: "value", Help: "how much it is: 14500", Type: numberType, Derive: deriveValue,
				Split: splitValue, Aliases: []string{"number", "amount", "count", "total", "wert", "anzahl", "valeur"}},
			{Name: "follows", Label: "follows", Help: "count of memberships, or sum, average, least or most of a field: " +
				"average of value in training", Type: FollowType{}},
			{Name: "prefix", Label: "prefix", Help: "what stands before the number: €, ~", Type: kind.TextType{Most: 12},
				Aliases: []string{"sign", "before"}},
			{Name: "unit", Label: "unit", Help: "what is measured in: kg, %, hours", Type: kind.TextType{Most: 24},
				Aliases: []string{"units", "suffix", "einheit", "unité"}},
			ownField(sideField), ownField(decimalsField), ownField(notationField),
			{Name: "from", Group: countGroup, Label: "from", Help: "where counting starts; 0 where nothing is said",
				Type: numberType, Aliases: []string{"start", "was", "before", "previous"}},
		},
		Parts: []kind.Part{
			{Name: "value", Text: true, Figures: true, Help: "the figure with its prefix and unit",
				Properties: slices.Concat(anatomy.TextProperties, anatomy.EnterProperties),
				Defaults: map[string]string{"font-family": "display", "font-weight": "weight-display", "font-size": "type-7",
					"font-size@narrow": "type-6", "line-height": "1.1", "letter-spacing": "-0.01em",
					"animation-name": "count", "animation-duration": "1400ms", "animation-delay": "100ms each",
					"animation-timing-function": "cubic-bezier(0.2, 0.6, 0.2, 1)", "animation-range-start": "entry 50%"},
				In: map[string]map[string]string{numbersForm: {"font-size": "type-8", "font-size@narrow": "type-7"}}},
			{Name: "prefix", Text: true, Fixed: true, Paints: anatomy.IfSaid("prefix"), Help: "what stands before the number",
				Properties: anatomy.TextProperties, Defaults: map[string]string{"font-size": "0.6em"}},
			{Name: "digits", Text: true, Fixed: true, Help: "the number", Properties: anatomy.TextProperties},
			{Name: "unit", Text: true, Fixed: true, Help: "the unit", Properties: anatomy.TextProperties,
				Defaults: map[string]string{"font-size": "0.5em", "letter-spacing": "normal"}},
		},
		HTML: of(func(_ *sheet, f figure) template.HTML {
			if !f.Known {
				return ""
			}
			return fragment("value", f)
		}),
		Runs: valueRuns,
	},
	anatomy.Text(kind.Field{Name: "note", Label: "note", Help: "a few words below", Type: kind.TextType{Most: 200},
		Aliases: []string{"description", "text", "remark", "details"}},
		kind.Part{Properties: append(slices.Clone(anatomy.TextProperties), "max-width"),
			Defaults: map[string]string{"font-size": "type-2", "margin": "space-0 0 0"},
			In:       quietly(map[string]string{"color": "quiet"})}),
	anatomy.Icon(kind.Field{Name: "icon", Label: "icon", Help: "the name of an icon: moon", Type: icon.Type{},
		Aliases: []string{"symbol"}},
		kind.Part{Help: "the figure's icon", Defaults: map[string]string{"font-size": "28px", "margin": "0 0 space-2"}}),
	{
		Fields: []kind.Field{{Name: "series", Label: "series", Help: "how it went, from the earliest: 120 140 155",
			Type: kind.SeriesType{Most: mostPoints}, Aliases: []string{"trend", "history", "values", "data"}}},
		Parts: []kind.Part{
			{Name: "trend", Fixed: true, Forms: []string{trendForm}, Control: true, Paints: anatomy.IfSaid("series"),
				Help:       "the line of the series: its colour, its thickness, its height",
				Properties: []string{"color", "stroke-width", "height", "margin", "display"},
				As:         map[string]string{"stroke-width": "--rb-thickness", "height": "--rb-height"},
				Defaults: map[string]string{"color": "action", "stroke-width": "2px", "height": "64px",
					"margin": "space-3 0 0"}},
			{Name: "extreme", Fixed: true, Forms: []string{trendForm}, Control: true, Paints: anatomy.IfSaid("series"),
				Help: "the marks at the least and the greatest", Properties: []string{"color", "display"},
				Defaults: map[string]string{"color": "good"}},
			{Name: "extremes", Forms: []string{trendForm}, Text: true, Figures: true, Paints: anatomy.IfSaid("series"),
				Help: "the least and the greatest in words", Properties: anatomy.TextProperties,
				Defaults: map[string]string{"color": "quiet", "font-size": "type-2", "margin": "space-1 0 0"}},
		},
		HTML: of(func(_ *sheet, f figure) template.HTML {
			if f.Trend == nil {
				return ""
			}
			return fragment("trend", f.Trend)
		}),
		Runs: of(func(_ *sheet, f figure) []kind.Run {
			if f.Trend == nil {
				return nil
			}
			return []kind.Run{{Part: "extremes", Text: f.Trend.Extremes}}
		}),
	},
	{
		Fields: []kind.Field{
			{Name: "date", Group: sourceGroup, Label: "date", Help: "the day of the figure: 2026-10-31", Type: kind.DateType{},
				Aliases: []string{"as of", "on", "day", "stand", "datum"}},
			{Name: "source", Group: sourceGroup, Label: "source", Help: "who says so", Type: kind.TextType{Most: 120},
				Aliases: []string{"by", "origin", "quelle"}},
		},
		Parts: []kind.Part{{Name: originPart, Text: true, Paints: anatomy.IfSaid("date", "source"),
			Help:       "the day and the source of the figure",
			Properties: anatomy.TextProperties,
			Defaults:   map[string]string{"font-size": "type-1", "margin": "space-1 0 0"},
			In:         quietly(map[string]string{"color": "quiet"})}},
		HTML: of(func(_ *sheet, f figure) template.HTML {
			if len(f.Origin) == 0 {
				return ""
			}
			return fragment("origin", f.Origin)
		}),
		Runs: of(func(_ *sheet, f figure) (runs []kind.Run) {
			for _, line := range f.Origin {
				runs = append(runs, kind.Run{Part: originPart, Text: line})
			}
			return runs
		}),
	},
}

// originPart is the day and the source of a figure, a line each: on one they would fit here and not there.
const originPart = "origin"

// of makes a slot's function of one that is given the figure as it is shown.
func of[T any](show func(*sheet, figure) T) func(anatomy.At) T {
	return func(at anatomy.At) T {
		s := at.Reader.(*sheet)
		return show(s, s.figureOf(at.Record))
	}
}

// figurePart is the part that stands for a record.
const figurePart = "figure"

// bodyOf is what a form shows of each figure.
func bodyOf(form string) anatomy.Body {
	least := map[string]float64{tilesForm: 190, numbersForm: 190, bandedForm: 220, trendForm: 250}
	var arrange func(kind.Set, int) int
	if form == bandedForm {
		arrange = bandedColumns
	}
	return anatomy.Body{
		Slots: slots,
		Layout: anatomy.Layout{Arrange: arrange,
			Row: "figures", Record: figurePart, Least: least[form],
			Order: []string{"icon", "value", "label", "note", "origin", "trend"},
			Side: &anatomy.Side{Slot: "icon", Gap: 16, Places: []anatomy.SidePlace{anatomy.AtStart},
				Place: func(set kind.Set) anatomy.SidePlace {
					if kind.Text(set.Facts, "icons") == beside {
						return anatomy.AtStart
					}
					return anatomy.Above
				},
				Wide: anatomy.IconWide("icon")},
		},
		Reader: func(v kind.View) any { return newSheet(v, form) },
	}
}

// bandedColumns is how many figures stand side by side where so many have room: all, or an odd number, with which dark
// and light grounds take turns down as they do across; none stands alone in the last row.
func bandedColumns(set kind.Set, most int) int {
	n := len(set.Records)
	if n <= most {
		return max(1, n)
	}
	for columns := most; columns > 1; columns-- {
		if columns%2 == 1 && n%columns != 1 {
			return columns
		}
	}
	return 1
}
