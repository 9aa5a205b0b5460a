package statistics

import (
	"slices"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/core/look"
)

// itemAs are the properties of a figure's box that its layout uses.
var itemAs = map[string]string{"text-align": "--rb-align"}

// turnedProperties are those of every second figure of a banded row: it is left out where the part of all figures is.
var turnedProperties = slices.DeleteFunc(slices.Clone(anatomy.RecordProperties), func(property string) bool {
	return property == "display"
})

// quietly is the look of small words in the forms whose ground is always that of the house.
func quietly(defaults map[string]string) map[string]map[string]string {
	return map[string]map[string]string{tilesForm: defaults, numbersForm: defaults, trendForm: defaults}
}

// parts are those around the slots.
var parts = []kind.Part{
	{Name: "sheet", Help: "the ground on which the figures stand", Place: look.BlockItself,
		Properties: anatomy.BlockProperties,
		Defaults: map[string]string{"background-color": "ground", "color": "ink", "font-family": "text",
			"font-size": "type-3", "line-height": "leading-text",
			"padding": "space-6", "padding@middle": "space-5 space-4", "padding@narrow": "space-4 space-3"},
		In: map[string]map[string]string{bandedForm: {"padding": "space-4 0", "padding@middle": "space-4 0",
			"padding@narrow": "space-3 0"}}},
	{Name: "figures", Help: "the row of figures", Place: look.BlockItself, Parent: "sheet",
		Properties: []string{"grid-template-columns", "gap"}, As: map[string]string{"gap": "--rb-gap"},
		Defaults: map[string]string{"grid-template-columns": "auto", "gap": "space-4"},
		In: map[string]map[string]string{bandedForm: {"gap": "0px"}, numbersForm: {"gap": "space-6",
			"gap@narrow": "space-4"}}},
	{Name: figurePart, Help: "one figure", Place: look.RecordItem, Parent: "figures", InkFollows: true,
		Properties: anatomy.RecordProperties, As: itemAs,
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
		Place: look.RecordItem, Parent: "figures", InkFollows: true, Properties: turnedProperties, As: itemAs,
		Defaults: map[string]string{"text-align": "start", "background-color": "raised", "padding": "space-6 space-5",
			"padding@middle": "space-5 space-4", "padding@narrow": "space-5 space-4"}},
	{Name: "rule", Forms: []string{numbersForm}, Help: "the rule between figures", Place: look.BlockItself,
		Parent: "figures", Properties: []string{"border"}, As: map[string]string{"border": "--rb-rule"},
		Defaults: map[string]string{"border": "1px solid line"}},
}
