package callouts

import (
	"slices"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/core/look"
)

// The parts that the layout names.
const (
	scenePart   = "scene"
	picturePart = "picture"
	listPart    = "callouts"
	calloutPart = "callout"
	wordsPart   = "words"
	numberPart  = "number"
	dotPart     = "dot"
	linePart    = "line"
)

var (
	link    = anatomy.NewLinkFields("link", linkGroup)
	answers = anatomy.NewAnswers(linkGroup, "the link", "the title", "the whole callout")
)

// slots are what a callout says. The first names it.
var slots = []anatomy.Slot{
	anatomy.Heading(kind.Field{Name: "title", Label: "title", Help: "what is there", Type: kind.TextType{Most: 120},
		Required: true, Aliases: []string{"name", "heading", "label", "titel", "titre"}},
		kind.Part{Parent: wordsPart, Properties: slices.Concat(anatomy.TextProperties, anatomy.EnterProperties),
			Defaults: map[string]string{"font-family": "display", "font-weight": "weight-display", "font-size": "type-4",
				"line-height": "leading-tight"}}).Linked(link, answers),
	anatomy.Rich(kind.Field{Name: "text", Label: "text", Help: "a few words", Type: kind.RichType{Most: 800},
		Aliases: []string{"description", "body", "details", "beschreibung"}},
		kind.Part{Parent: wordsPart, Defaults: map[string]string{"color": "quiet", "font-size": "type-2",
			"margin": "space-0 0 0"}}),
	anatomy.Button(link, kind.Part{Parent: wordsPart, Help: "the link that leads on", Defaults: map[string]string{
		"color": "ink", "font-weight": "weight-strong", "font-size": "type-2", "line-height": "leading-tight",
		"text-decoration": "underline", "padding": "space-0 0", "margin": "space-0 0 0", "text-decoration@hover": "none"}},
		answers),
}

// parts are those around the slots, and those of the picture.
var parts = []kind.Part{
	anatomy.Ground("the ground on which all stands"),
	{Name: scenePart, Help: "the picture with the words: how wide the picture is where there is room, and the gap",
		Place: look.BlockItself, Parent: "ground", Properties: []string{"width", "gap"},
		As:       map[string]string{"width": "--rb-most", "gap": "--rb-gap"},
		Defaults: map[string]string{"width": "560px", "gap": "space-6", "gap@middle": "space-4"}},
	{Name: picturePart, Help: "the picture", Place: look.BlockItself, Parent: scenePart,
		Properties: slices.Concat(anatomy.ShapeProperties, []string{"display"}, anatomy.EnterProperties),
		Defaults:   map[string]string{"border-radius": "radius-2"}},
	{Name: calloutPart, Help: "one callout", Place: look.RecordItem, Parent: scenePart, InkFollows: true,
		Properties: slices.Concat(anatomy.BoxProperties, []string{"color", "display"}, anatomy.EnterProperties),
		Defaults:   map[string]string{"padding": "space-2 0"}},
	{Name: wordsPart, Help: "its words", Parent: calloutPart, Properties: anatomy.BoxProperties,
		Defaults: map[string]string{"padding": "0"}},
	{Name: numberPart, Help: "its number, where there is no line to it", Parent: calloutPart, Text: true, Figures: true,
		Properties: slices.Concat([]string{"color", "font-family", "font-size", "font-weight", "display"},
			anatomy.BoxProperties),
		Defaults: map[string]string{"color": "on-accent", "background-color": "accent", "font-size": "type-1",
			"font-weight": "weight-strong", "border-radius": "99px"}},
	{Name: dotPart, Fixed: true, Forms: []string{aroundForm}, Help: "the dot at its " +
		"place", Parent: calloutPart, Properties: []string{"width", "background-color",
		"border", "box-shadow", "display", "scale", "transition-duration"}, As: map[string]string{"width": "--rb-dot"},
		Defaults: map[string]string{"width": "9px", "background-color": "accent", "border": "2px solid ground",
			"transition-duration": "motion-1"}},
	{Name: linePart, Fixed: true, Help: "the line to its " +
		"place", Parent: calloutPart, Properties: []string{"color", "stroke-width", "display",
		"opacity"}, Forms: []string{aroundForm}, As: map[string]string{"stroke-width": "--rb-thick"},
		Defaults: map[string]string{"color": "ink", "stroke-width": "1px"}},
}
