package pricing

import (
	"slices"

	"rubrel/core/kind"
	"rubrel/core/look"
)

var textProperties = []string{"color", "font-family", "font-size", "font-weight", "line-height", "letter-spacing",
	"word-spacing", "font-style", "text-transform", "text-decoration", "text-shadow", "margin", "display"}

func and(properties []string, more ...string) []string {
	return append(append([]string(nil), properties...), more...)
}

var boxProperties = []string{"background-color", "background-image", "padding", "border", "border-radius",
	"box-shadow", "opacity"}

// movingProperties are for what answers to a visitor's hand.
var movingProperties = []string{"translate", "scale", "transition-duration", "transition-timing-function"}

// enteringProperties are for what can come in at first sight.
var enteringProperties = []string{"animation-name", "animation-duration", "animation-delay",
	"animation-timing-function", "animation-range-start"}

// The forms that have cards, that have lines of text about each plan, and that ask for a number of seats.
var (
	withCards = []string{"cards", "slider"}
	withTexts = []string{"cards", "slider", "calculator"}
	withSeats = []string{"calculator", "slider"}
)

// What stands on a card in one form stands in a column's head or on a line in others.
var inHeads = map[string]string{"matrix": "plan", "calculator": "line"}

// A value that the layout uses elsewhere than on the part itself goes to it as a custom property.
var (
	sideAs = map[string]string{"color": "--rb-side-ink", "background-color": "--rb-side-ground",
		"border-radius": "--rb-side-radius", "accent-color": "--rb-side-mark"}
	inkAs   = map[string]string{"color": sideAs["color"], "background-color": sideAs["background-color"]}
	rowRule = map[string]string{"border": "border-top"}
)

// parts is the anatomy of a price list, and how it looks before anybody says otherwise: in the house style's tokens.
var parts = []kind.Part{
	{Name: "table", Help: "the ground on which the plans stand", Place: look.BlockItself,
		Properties: append(and(boxProperties, "color", "font-family", "font-size", "line-height"), enteringProperties...),
		Defaults: map[string]string{
			"background-color": "ground", "color": "ink", "font-family": "text", "font-size": "type-3",
			"line-height": "leading-text",
			"padding":     "space-7 space-6", "padding@middle": "space-6 space-4", "padding@narrow": "space-5 space-3",
		}},
	{Name: "switch", Help: "the bar in which a visitor chooses period and currency", Place: look.BlockItself,
		Parent: "table", Paints: switchPaints, Properties: and(boxProperties, "flex-direction", "gap", "margin"),
		As: map[string]string{"background-color": "--rb-bar-ground", "border": "--rb-bar-rim",
			"border-radius": "--rb-bar-radius", "padding": "--rb-bar-padding", "gap": "--rb-bar-gap",
			"flex-direction": "--rb-stack"},
		Defaults: map[string]string{"flex-direction": "row", "gap": "space-0", "margin": "0 0 space-5",
			"margin@narrow": "0 0 space-4", "border": "1px solid line", "border-radius": "radius-2",
			"padding": "space-0", "background-color": "raised"}},
	{Name: "option", Text: true, Pressed: true, LeastHeight: 32, Help: "one side of the switch", Place: look.BlockItself,
		Parent: "switch", Paints: sidePaints, Properties: and(append(textProperties, boxProperties...), "accent-color"),
		As: sideAs,
		Defaults: map[string]string{
			"background-color": "transparent", "color": "quiet", "font-size": "type-3", "font-weight": "weight-strong",
			"line-height": "leading-tight", "padding": "space-1 space-3", "padding@narrow": "space-1 space-2",
			"border-radius":             "radius-2",
			"background-color@selected": "ink", "color@selected": "raised", "color@hover": "ink", "accent-color": "ink",
		}},
	{Name: "first", Variant: true, Help: "the first side of the switch", Place: look.BlockItself, Parent: "option",
		Properties: []string{"color", "background-color", "font-weight"}, As: inkAs, Defaults: map[string]string{}},
	{Name: "second", Variant: true, Help: "the second side of the switch", Place: look.BlockItself, Parent: "option",
		Properties: []string{"color", "background-color", "font-weight"}, As: inkAs, Defaults: map[string]string{}},
	{Name: "quiet", Variant: true, Help: "the side of the switch that is held back", Place: look.BlockItself,
		Parent: "option", Properties: []string{"color", "background-color", "font-weight", "font-size"}, As: inkAs,
		Defaults: map[string]string{"font-weight": "weight-text"}},
	{Name: "saving", Text: true, Help: "what a side of the switch saves", Place: look.BlockItself, Parent: "option",
		Properties: and(textProperties, boxProperties...),
		Defaults:   map[string]string{"font-size": "type-1"}},
	{Name: "ask", Forms: withSeats, Help: "where the number is asked for", Place: look.BlockItself, Parent: "table",
		Properties: and(boxProperties, "gap", "margin"),
		Defaults:   map[string]string{"gap": "space-0", "margin": "0 0 space-4"}},
	{Name: "ask-label", Text: true, Forms: withSeats, Help: "what is asked for", Place: look.BlockItself, Parent: "ask",
		Properties: textProperties,
		Defaults:   map[string]string{"font-weight": "weight-strong", "margin": "0 0 space-0"}},
	{Name: "stepper", Text: true, Forms: []string{"calculator"}, Help: "the field for the number with its buttons",
		Place: look.BlockItself, Parent: "ask", Properties: and([]string{"color", "font-family", "font-size", "font-weight",
			"line-height"}, "border", "border-radius", "background-color"),
		As: map[string]string{"border": "--rb-field-rim", "border-radius": "--rb-field-radius"},
		Defaults: map[string]string{"font-family": "display", "font-weight": "weight-display", "font-size": "type-6",
			"line-height": "1.6", "border": "1.5px solid ink", "border-radius": "radius-1", "background-color": "raised"}},
	{Name: "count", Text: true, Forms: []string{"slider"}, Help: "the number that was slid to", Place: look.BlockItself,
		Parent: "ask", Properties: textProperties,
		Defaults: map[string]string{"font-family": "display", "font-weight": "weight-display", "font-size": "type-6",
			"line-height": "leading-tight"}},
	{Name: "range", Control: true, Forms: []string{"slider"}, Help: "the slider: its thumb in the colour, its track in " +
		"the ground", Place: look.BlockItself, Parent: "ask", Properties: []string{"color", "background-color"},
		As:       map[string]string{"background-color": "--rb-track"},
		Defaults: map[string]string{"color": "ink", "background-color": "line"}},
	{Name: "says", Text: true, Forms: withSeats, Help: "what is said of a number out of range", Place: look.BlockItself,
		Parent: "ask", Properties: textProperties,
		Defaults: map[string]string{"color": "warn", "font-size": "type-2"}},
	{Name: "totals", Text: true, Forms: withSeats, Help: "the table of totals where there is no script",
		Place: look.BlockItself, Parent: "table", Properties: and(textProperties, "border"),
		Defaults: map[string]string{"font-size": "type-2", "margin": "space-4 0 0"}},
	{Name: "cards", Forms: withCards, Help: "the row of plans", Place: look.BlockItself, Parent: "table",
		Properties: []string{"grid-template-columns", "gap"},
		As:         map[string]string{"gap": "--rb-gap"},
		Defaults:   map[string]string{"grid-template-columns": "auto", "gap": "space-4", "gap@middle": "space-3"}},
	{Name: "card", Forms: withCards, Help: "one plan", Place: look.RecordItem, Parent: "table",
		Properties: slices.Concat(boxProperties, []string{"color", "text-align", "order"}, movingProperties,
			enteringProperties),
		As: map[string]string{"border-radius": "--rb-card-radius", "text-align": "--rb-align"},
		Defaults: map[string]string{
			"background-color": "raised", "border": "1px solid line", "border-radius": "radius-2", "text-align": "start",
			"padding": "space-5", "padding@middle": "space-4", "padding@narrow": "space-4",
			"background-color@featured": "feature", "color@featured": "on-feature", "border@featured": "1px solid feature",
			"box-shadow@featured": "shadow-2",
		}},
	{Name: "line", Forms: []string{"calculator"}, Help: "one plan", Place: look.RecordItem, Parent: "table",
		Properties: append(and(boxProperties, "color", "text-align"), enteringProperties...),
		As:         map[string]string{"text-align": "--rb-align"},
		Defaults: map[string]string{
			"text-align": "start", "background-color": "raised", "border": "1px solid line", "padding": "space-3 space-5",
			"padding@middle":            "space-3 space-4",
			"background-color@featured": "feature", "color@featured": "on-feature", "border@featured": "1px solid feature",
			"padding@featured": "space-5 space-5", "padding@featured@middle": "space-4 space-4",
			"box-shadow@featured": "shadow-2",
		}},
	{Name: "plan", Forms: []string{"matrix"}, Help: "the head of a plan's column", Place: look.RecordItem,
		Parent: "table", Properties: and(boxProperties, "color", "text-align"),
		As: map[string]string{"text-align": "--rb-align", "padding": "--rb-plan-padding", "border": "--rb-plan-rim",
			"border-radius":    "--rb-plan-radius",
			"background-color": "--rb-plan-ground", "background-image": "--rb-plan-image", "box-shadow": "--rb-plan-shadow"},
		Defaults: map[string]string{
			"text-align": "start", "background-color": "raised", "padding": "space-4", "padding@narrow": "space-1",
			"border":                    "1px solid line",
			"background-color@featured": "feature", "color@featured": "on-feature", "border@featured": "1px solid feature",
		}},
	{Name: "row", Text: true, Forms: []string{"matrix"}, Help: "a feature's name", Place: look.BlockItself,
		Parent: "table", Properties: and(textProperties, "padding", "border", "background-color"), As: rowRule,
		Defaults: map[string]string{"padding": "space-2 space-3 space-2 0", "padding@narrow": "space-2 0 0",
			"border": "1px solid line", "color": "ink", "color@narrow": "quiet", "font-size@narrow": "type-2"}},
	{Name: "cell", Text: true, Forms: []string{"matrix"}, Help: "a plan's value of a feature", Place: look.RecordItem,
		Parent: "table", Properties: []string{"background-color", "color", "padding", "border", "text-align", "font-size"},
		As: rowRule,
		Defaults: map[string]string{"padding": "space-2 space-4", "padding@narrow": "space-0 space-1 space-2",
			"border": "1px solid line", "border@narrow": "none", "text-align": "center", "text-align@narrow": "start",
			"background-color@featured": "raised", "background-color@featured@narrow": "transparent"}},
	{Name: "badge", Text: true, Help: "the words that mark a plan", Parent: "card", Within: inHeads,
		Properties: slices.Concat(textProperties, boxProperties, enteringProperties),
		Defaults: map[string]string{
			"background-color": "accent", "color": "on-accent", "font-size": "type-1", "font-weight": "weight-strong",
			"line-height": "leading-text",
			"padding":     "space-0 space-1", "border-radius": "radius-1", "margin": "0 0 space-3",
			"background-color@featured": "feature-accent", "color@featured": "on-feature-accent",
		}},
	{Name: "title", Text: true, Help: "the plan's name", Parent: "card", Within: inHeads, Properties: and(textProperties,
		enteringProperties...),
		Defaults: map[string]string{
			"font-family": "display", "font-size": "type-6", "font-size@middle": "type-5", "font-weight": "weight-display",
			"line-height": "leading-tight", "margin": "0 0 space-0",
		}},
	{Name: "text", Text: true, Forms: withTexts, Help: "the subtitle", Parent: "card", Within: inHeads,
		Properties: and(textProperties, "max-width"),
		Defaults: map[string]string{"color": "quiet", "color@featured": "feature-quiet", "font-size": "type-3",
			"font-size@middle": "type-2"}},
	{Name: "price", Text: true, Help: "the whole price", Parent: "card", Within: inHeads, Properties: and(textProperties,
		"gap"),
		Defaults: map[string]string{
			"font-family": "display", "font-weight": "weight-display", "font-size": "type-8", "font-size@middle": "type-7",
			"line-height":    "1",
			"letter-spacing": "-0.02em", "margin": "space-4 0 0", "color@featured": "feature-accent", "gap": "space-1",
		}},
	{Name: "sign", Text: true, Help: "the currency sign", Parent: "price", Properties: and(textProperties, "align-self"),
		Defaults: map[string]string{"font-size": "0.5em", "line-height": "1.2", "align-self": "start"}},
	{Name: "whole", Text: true, Help: "the whole amount", Parent: "price", Properties: textProperties,
		Defaults: map[string]string{}},
	{Name: "words", Text: true, Help: "a price in words", Parent: "price", Properties: textProperties,
		Defaults: map[string]string{"font-size": "0.6em", "line-height": "leading-tight", "letter-spacing": "normal"}},
	{Name: "separator", Text: true, Help: "the mark before the fraction", Parent: "price", Properties: and(textProperties,
		"align-self"),
		Defaults: map[string]string{"display": "none"}},
	{Name: "fraction", Text: true, Help: "the part after the separator", Parent: "price", Properties: and(textProperties,
		"align-self"),
		Defaults: map[string]string{"font-size": "0.4em", "line-height": "1.3", "align-self": "start"}},
	{Name: "was", Text: true, Help: "an earlier price", Parent: "price", Properties: textProperties,
		Defaults: map[string]string{"font-size": "type-4", "color": "quiet", "color@featured": "feature-quiet",
			"font-weight": "weight-text", "letter-spacing": "normal"}},
	{Name: "period", Text: true, Help: "what the price is for", Parent: "price", Properties: textProperties,
		Defaults: map[string]string{
			"font-family": "text", "font-size": "type-2", "font-weight": "weight-text", "letter-spacing": "normal",
			"color": "quiet", "color@featured": "feature-quiet",
		}},
	{Name: "note", Text: true, Help: "small print below the price", Parent: "card", Within: inHeads,
		Properties: textProperties,
		Defaults: map[string]string{"color": "quiet", "color@featured": "feature-quiet", "font-size": "type-2",
			"margin": "space-1 0 0"}},
	{Name: "button", Text: true, Pressed: true, Help: "the link that takes the plan", Parent: "card", Within: inHeads,
		Properties: slices.Concat(textProperties, boxProperties, movingProperties, enteringProperties),
		Defaults: map[string]string{
			"background-color": "transparent", "color": "ink", "border": "1.5px solid ink", "font-weight": "weight-strong",
			"font-size": "type-3", "font-size@middle": "type-2",
			"padding": "space-2 space-3", "border-radius": "radius-1", "margin": "space-4 0", "line-height": "leading-tight",
			"background-color@hover": "ink", "color@hover": "raised",
			"background-color@featured": "feature-accent", "color@featured": "on-feature-accent",
			"border@featured": "1.5px solid feature-accent",
		}},
	{Name: "assurance", Text: true, Help: "the trial and the guarantee", Parent: "card", Within: inHeads,
		Properties: textProperties,
		Defaults: map[string]string{"color": "quiet", "color@featured": "feature-quiet", "font-size": "type-2",
			"margin": "0 0 space-3"}},
	{Name: "features", Forms: withCards, Help: "the list of features", Parent: "card", Properties: []string{"color",
		"font-family", "font-size", "font-weight", "line-height"},
		Defaults: map[string]string{"font-size": "type-3", "font-size@middle": "type-2"}},
	{Name: "base", Text: true, Forms: withCards, Help: "the plan whose features this one has too", Parent: "features",
		Properties: and(textProperties, "padding"),
		Defaults:   map[string]string{"font-weight": "weight-strong", "padding": "space-1 0"}},
	{Name: "group", Text: true, Forms: []string{"cards", "slider", "matrix"}, Help: "a heading over features",
		Parent: "features", Within: map[string]string{"matrix": "table"}, Properties: and(textProperties, "padding",
			"border"), As: rowRule, Place: look.InRecord,
		Defaults: map[string]string{"font-weight": "weight-strong", "padding": "space-3 0 space-1"}},
	{Name: "feature", Text: true, Forms: withCards, Help: "one line of the list", Parent: "features",
		Properties: []string{"color", "padding", "border"}, As: rowRule,
		Defaults: map[string]string{"padding": "space-1 0", "border": "1px solid line",
			"border@featured": "1px solid feature-line"}},
	{Name: "value", Text: true, Help: "how much of a feature", Parent: "feature",
		Within: map[string]string{"matrix": "cell"}, Forms: []string{"cards", "slider", "matrix"}, Properties: textProperties,
		Defaults: map[string]string{"font-weight": "weight-strong"}},
	{Name: "help", Text: true, Help: "the words that explain a feature", Parent: "feature",
		Within: map[string]string{"matrix": "row"}, Forms: []string{"cards", "slider", "matrix"}, Properties: textProperties,
		Defaults: map[string]string{"font-size": "type-1", "color": "quiet", "color@featured": "feature-quiet"}},
	{Name: "excluded", Variant: true, Text: true, Forms: withCards, Help: "a feature that the plan lacks",
		Parent: "feature", Properties: []string{"color"},
		Defaults: map[string]string{"color": "quiet", "color@featured": "feature-quiet"}},
}
