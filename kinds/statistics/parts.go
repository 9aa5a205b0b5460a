package statistics

import (
	"slices"

	"rubrel/core/kind"
	"rubrel/core/look"
)

var (
	textProperties = []string{"color", "font-family", "font-size", "font-weight", "line-height", "letter-spacing",
		"word-spacing", "font-style", "text-transform", "text-decoration", "text-shadow", "margin", "display"}
	boxProperties = []string{"background-color", "background-image", "padding", "border", "border-radius", "box-shadow",
		"opacity"}
	enterProperties = []string{"animation-name", "animation-duration", "animation-delay", "animation-timing-function",
		"animation-range-start"}
	moveProperties = []string{"translate", "scale", "transition-duration", "transition-timing-function"}
	itemProperties = slices.Concat(boxProperties, []string{"color", "text-align", "order"}, moveProperties,
		enterProperties)
)

// itemAs are the properties of a figure's box that its layout uses.
var itemAs = map[string]string{"text-align": "--rb-align"}

// quietly is the look of small words in the forms whose ground is always that of the house.
func quietly(defaults map[string]string) map[string]map[string]string {
	return map[string]map[string]string{tilesForm: defaults, numbersForm: defaults, trendForm: defaults}
}

// parts is the anatomy of statistics.
var parts = []kind.Part{
	{Name: "sheet", Help: "the ground on which the figures stand", Place: look.BlockItself,
		Properties: slices.Concat(boxProperties, []string{"color", "font-family", "font-size", "line-height"},
			enterProperties),
		Defaults: map[string]string{"background-color": "ground", "color": "ink", "font-family": "text",
			"font-size": "type-3", "line-height": "leading-text",
			"padding": "space-6", "padding@middle": "space-5 space-4", "padding@narrow": "space-4 space-3"},
		In: map[string]map[string]string{bandedForm: {"padding": "0", "padding@middle": "0", "padding@narrow": "0"}}},
	{Name: "figures", Help: "the row of figures", Place: look.BlockItself, Parent: "sheet",
		Properties: []string{"grid-template-columns", "gap"}, As: map[string]string{"gap": "--rb-gap"},
		Defaults: map[string]string{"grid-template-columns": "auto", "gap": "space-4"},
		In: map[string]map[string]string{bandedForm: {"gap": "0px"}, numbersForm: {"gap": "space-6",
			"gap@narrow": "space-4"}}},
	{Name: "figure", Help: "one figure", Place: look.RecordItem, Parent: "figures", InkFollows: true,
		Properties: itemProperties, As: itemAs,
		Defaults: map[string]string{"text-align": "start", "padding": "0"},
		In: map[string]map[string]string{
			tilesForm: {"background-color": "raised", "border": "1px solid line", "border-radius": "radius-2",
				"padding": "space-4", "border@featured": "2px solid ink"},
			bandedForm: {"background-color": "ink", "padding": "space-6 space-5", "padding@middle": "space-5 space-4",
				"padding@narrow": "space-5 space-4"},
			trendForm: {"border": "1px solid line", "border-radius": "radius-2", "background-color": "raised",
				"padding": "space-4", "border@featured": "2px solid ink"},
		}},
	{Name: "turned", Help: "every second figure of a banded row", InsteadOf: "figure", Forms: []string{bandedForm},
		Place: look.RecordItem, Parent: "figures", InkFollows: true, Properties: itemProperties, As: itemAs,
		Defaults: map[string]string{"text-align": "start", "background-color": "raised", "padding": "space-6 space-5",
			"padding@middle": "space-5 space-4", "padding@narrow": "space-5 space-4"}},
	{Name: "rule", Forms: []string{numbersForm}, Help: "the rule between figures", Place: look.BlockItself,
		Parent: "figures", Properties: []string{"border"}, As: map[string]string{"border": "--rb-rule"},
		Defaults: map[string]string{"border": "1px solid line"}},
	{Name: "icon", Text: true, Paints: ifSaid("icon"), Help: "the figure's icon", Parent: "figure",
		Properties: slices.Concat([]string{"color", "font-size", "margin", "display"}, boxProperties, enterProperties),
		Defaults:   map[string]string{"font-size": "28px", "margin": "0 0 space-2"}},
	{Name: "value", Text: true, Help: "the figure with its prefix and unit", Parent: "figure",
		Properties: slices.Concat(textProperties, enterProperties),
		Defaults: map[string]string{"font-family": "display", "font-weight": "weight-display", "font-size": "type-7",
			"font-size@narrow": "type-6", "line-height": "1.1", "letter-spacing": "-0.01em",
			"animation-name": "count", "animation-duration": "1400ms", "animation-delay": "100ms each",
			"animation-timing-function": "cubic-bezier(0.2, 0.6, 0.2, 1)", "animation-range-start": "entry 50%"},
		In: map[string]map[string]string{numbersForm: {"font-size": "type-8", "font-size@narrow": "type-7"}}},
	{Name: "prefix", Text: true, Paints: ifSaid("prefix"), Help: "what stands before the number", Parent: "value",
		Properties: textProperties, Defaults: map[string]string{"font-size": "0.6em"}},
	{Name: "digits", Text: true, Help: "the number", Parent: "value", Properties: textProperties,
		Defaults: map[string]string{}},
	{Name: "unit", Text: true, Help: "the unit", Parent: "value", Properties: textProperties,
		Defaults: map[string]string{"font-size": "0.5em", "letter-spacing": "normal"}},
	{Name: "label", Text: true, Help: "what is counted", Parent: "figure", Properties: slices.Concat(textProperties,
		enterProperties),
		Defaults: map[string]string{"font-weight": "weight-strong", "line-height": "leading-tight", "margin": "space-1 0 0"}},
	{Name: "note", Text: true, Paints: ifSaid("note"), Help: "a few words below", Parent: "figure",
		Properties: append(slices.Clone(textProperties), "max-width"),
		Defaults:   map[string]string{"font-size": "type-2", "margin": "space-0 0 0"},
		In:         quietly(map[string]string{"color": "quiet"})},
	{Name: "origin", Text: true, Paints: ifSaid("date", "source"), Help: "the day and the source of the figure",
		Parent: "figure", Properties: textProperties,
		Defaults: map[string]string{"font-size": "type-1", "margin": "space-1 0 0"},
		In:       quietly(map[string]string{"color": "quiet"})},
	{Name: "trend", Forms: []string{trendForm}, Control: true, Paints: ifSaid("series"),
		Help: "the line of the series: its colour, its thickness, its height", Parent: "figure",
		Properties: []string{"color", "stroke-width", "height", "margin"},
		As:         map[string]string{"stroke-width": "--rb-thickness", "height": "--rb-height"},
		Defaults:   map[string]string{"color": "ink", "stroke-width": "2px", "height": "64px", "margin": "space-3 0 0"}},
	{Name: "extreme", Forms: []string{trendForm}, Control: true, Paints: ifSaid("series"),
		Help: "the marks at the least and the greatest", Parent: "figure", Properties: []string{"color"},
		Defaults: map[string]string{"color": "good"}},
	{Name: "extremes", Forms: []string{trendForm}, Text: true, Paints: ifSaid("series"),
		Help: "the least and the greatest in words", Parent: "figure", Properties: textProperties,
		Defaults: map[string]string{"color": "quiet", "font-size": "type-2", "margin": "space-1 0 0"}},
}

// ifSaid leaves a part out where no figure says any of some facts.
func ifSaid(names ...string) func(kind.Set) kind.Paints {
	return func(set kind.Set) kind.Paints {
		for _, r := range set.Records {
			for _, name := range names {
				if set.Said(r, name) != nil {
					return kind.Paints{}
				}
			}
		}
		return kind.Paints{Absent: true}
	}
}
