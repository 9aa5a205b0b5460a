package shop

import (
	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/core/look"
)

func and(properties []string, more ...string) []string {
	return append(append([]string(nil), properties...), more...)
}

// The forms that have cards, that have lines of text about each plan, and that ask for a number of seats.
var (
	withCards = []string{"cards", "slider"}
	withTexts = []string{"cards", "slider", "calculator"}
	WithSeats = []string{"calculator", "slider"}
	Lists     = []string{"cards", "slider", "matrix"} // the forms that list features
)

// InHeads are the parts that stand for a card in other forms: a column's head, or a line.
var InHeads = map[string]string{"matrix": "plan", "calculator": "line"}

// A value that the layout uses elsewhere than on the part itself goes to it as a custom property.
var (
	rowRule = map[string]string{"border": "border-top"}
)

// Parts is the anatomy of a price list, and how it looks before anybody says otherwise: in the house style's tokens.
var Parts = []kind.Part{
	{Name: "table", Help: "the ground on which the plans stand", Place: look.BlockItself,
		Properties: anatomy.BlockProperties,
		Defaults: map[string]string{
			"background-color": "ground", "color": "ink", "font-family": "text", "font-size": "type-3",
			"line-height": "leading-text",
			"padding":     "space-7 space-6", "padding@middle": "space-6 space-4", "padding@narrow": "space-5 space-3",
		}},
	anatomy.QuietPart(),
	{Name: "saving", Text: true, Help: "what a side of the switch saves", Place: look.BlockItself, Parent: "option",
		Properties: and(anatomy.TextProperties, anatomy.BoxProperties...),
		Defaults:   map[string]string{"font-size": "type-1"}},
	{Name: "ask", Forms: WithSeats, Help: "where the number is asked for", Place: look.BlockItself, Parent: "table",
		Properties: and(anatomy.BoxProperties, "gap", "margin"),
		Defaults:   map[string]string{"gap": "space-0", "margin": "0 0 space-4"}},
	{Name: "ask-label", Text: true, Forms: WithSeats, Help: "what is asked for", Place: look.BlockItself, Parent: "ask",
		Properties: anatomy.TextProperties,
		Defaults:   map[string]string{"font-weight": "weight-strong", "margin": "0 0 space-0"}},
	{Name: "stepper", Text: true, Forms: []string{"calculator"}, Help: "the field for the number with its buttons",
		Place: look.BlockItself, Parent: "ask", Properties: and([]string{"color", "font-family", "font-size", "font-weight",
			"line-height"}, "border", "border-radius", "background-color"),
		As: map[string]string{"border": "--rb-field-rim", "border-radius": "--rb-field-radius"},
		Defaults: map[string]string{"font-family": "display", "font-weight": "weight-display", "font-size": "type-6",
			"line-height": "1.6", "border": "1.5px solid ink", "border-radius": "radius-1", "background-color": "raised"}},
	{Name: "count", Text: true, Forms: []string{"slider"}, Help: "the number that was slid to", Place: look.BlockItself,
		Parent: "ask", Properties: anatomy.TextProperties,
		Defaults: map[string]string{"font-family": "display", "font-weight": "weight-display", "font-size": "type-6",
			"line-height": "leading-tight"}},
	{Name: "range", Control: true, Forms: []string{"slider"}, Help: "the slider: its thumb in the colour, its track in " +
		"the ground", Place: look.BlockItself, Parent: "ask", Properties: []string{"color", "background-color"},
		As:       map[string]string{"background-color": "--rb-track"},
		Defaults: map[string]string{"color": "action", "background-color": "line"}},
	{Name: "says", Text: true, Forms: WithSeats, Help: "what is said of a number out of range", Place: look.BlockItself,
		Parent: "ask", Properties: anatomy.TextProperties,
		Defaults: map[string]string{"color": "warn", "font-size": "type-2"}},
	{Name: "totals", Text: true, Forms: WithSeats, Help: "the table of totals where there is no script",
		Place: look.BlockItself, Parent: "table", Properties: and(anatomy.TextProperties, "border"),
		Defaults: map[string]string{"font-size": "type-2", "margin": "space-4 0 0"}},
	{Name: "cards", Forms: withCards, Help: "the row of plans", Place: look.BlockItself, Parent: "table",
		Properties: []string{"grid-template-columns", "gap"},
		As:         map[string]string{"gap": "--rb-gap"},
		Defaults:   map[string]string{"grid-template-columns": "auto", "gap": "space-4", "gap@middle": "space-3"}},
	{Name: "card", Forms: withCards, Help: "one plan", Place: look.RecordItem, Parent: "table",
		Properties: anatomy.RecordProperties,
		As: map[string]string{"border-radius": "--rb-card-radius", "text-align": "--rb-align",
			"padding": anatomy.Padded},
		Defaults: map[string]string{
			"background-color": "raised", "border": "1px solid line", "border-radius": "radius-2", "text-align": "start",
			"padding": "space-5", "padding@middle": "space-4", "padding@narrow": "space-4",
			"background-color@featured": "feature", "color@featured": "on-feature", "border@featured": "1px solid feature",
			"box-shadow@featured": "shadow-2",
		}},
	{Name: headerPart, Forms: withCards, Help: "the ground behind the upper part of a plan, down to what the set says",
		Parent: CardPart, Paints: ifHeader,
		Properties: []string{"background-color", "background-image", "border", "box-shadow", "opacity", "display"},
		Defaults: map[string]string{"background-color": "ground", "border": "none, none, 1px solid line, none",
			"background-color@featured": "transparent", "border@featured": "none, none, 1px solid feature-line, none"}},
	{Name: "line", Forms: []string{"calculator"}, Help: "one plan", Place: look.RecordItem, Parent: "table",
		Properties: append(and(anatomy.BoxProperties, "color", "text-align", "display"), anatomy.EnterProperties...),
		As:         map[string]string{"text-align": "--rb-align"},
		Defaults: map[string]string{
			"text-align": "start", "background-color": "raised", "border": "1px solid line", "padding": "space-3 space-5",
			"padding@middle":            "space-3 space-4",
			"background-color@featured": "feature", "color@featured": "on-feature", "border@featured": "1px solid feature",
			"padding@featured": "space-5 space-5", "padding@featured@middle": "space-4 space-4",
			"box-shadow@featured": "shadow-2",
		}},
	{Name: "plan", Forms: []string{"matrix"}, Help: "the head of a plan's column", Place: look.RecordItem,
		Parent: "table", Properties: and(anatomy.BoxProperties, "color", "text-align", "display"),
		As: map[string]string{"text-align": "--rb-align", "padding": "--rb-plan-padding", "border": "--rb-plan-rim",
			"border-radius":    "--rb-plan-radius",
			"background-color": "--rb-plan-ground", "background-image": "--rb-plan-image", "box-shadow": "--rb-plan-shadow"},
		Defaults: map[string]string{
			"text-align": "start", "background-color": "raised", "padding": "space-4", "padding@narrow": "space-1",
			"border":                    "1px solid line",
			"background-color@featured": "feature", "color@featured": "on-feature", "border@featured": "1px solid feature",
		}},
	{Name: "row", Text: true, Forms: []string{"matrix"}, Help: "a feature's name", Place: look.BlockItself,
		Parent: "table", Properties: and(anatomy.TextProperties, "padding", "border", "background-color"), As: rowRule,
		Defaults: map[string]string{"padding": "space-2 space-3 space-2 0", "padding@narrow": "space-2 0 0",
			"border": "1px solid line", "color": "ink", "color@narrow": "quiet", "font-size@narrow": "type-2"}},
	{Name: "cell", Text: true, Forms: []string{"matrix"}, Help: "a plan's value of a feature", Place: look.RecordItem,
		Parent: "table", Properties: []string{"background-color", "color", "padding", "border", "text-align", "font-size"},
		As: rowRule,
		Defaults: map[string]string{"padding": "space-2 space-4", "padding@narrow": "space-0 space-1 space-2",
			"border": "1px solid line", "border@narrow": "none", "text-align": "center", "text-align@narrow": "start",
			"background-color@featured": "raised", "background-color@featured@narrow": "transparent"}},
}
