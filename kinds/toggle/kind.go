// Package toggle is the kind of block that switches between others: one side is shown, of two or more, each with a
// heading and with one or several blocks of the site.
package toggle

import (
	_ "embed"
	"fmt"
	"html/template"
	"slices"

	"rubrel/core/anatomy"
	"rubrel/core/intake"
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/markup"
)

//go:embed toggle.css
var toggleCSS string

//go:embed toggle.js
var toggleJS string

const formName = "toggle"

// mostSides is how many sides the style sheet knows.
const mostSides = 8

// The names of the parts around and within a side.
const (
	togglePart   = "toggle"
	barPart      = "bar"
	sidesPart    = "sides"
	sidePart     = "side"
	contentPart  = "content"
	labelField   = "label"
	switchGroup  = "Switch"
	displayGroup = "Display"
)

// blockFields are the blocks of a side, from the top.
var blockFields = []kind.Field{
	{Name: "block", Label: "block", Help: "what the side shows: one of the site's blocks",
		Type: kind.RefType{To: kind.BlockOffer}},
	{Name: "second", Label: "second block", Help: "what it shows below that", Type: kind.RefType{To: kind.BlockOffer}},
	{Name: "third", Label: "third block", Help: "what it shows below that", Type: kind.RefType{To: kind.BlockOffer}},
}

// The words of how high what is shown is.
const (
	asItIs   = "as each side is"
	reserved = "as the highest side"
	moving   = "moving to each side"
)

var setFields = []kind.Field{
	{Name: "legend", Group: switchGroup, Label: "what is chosen", Help: "for a screen reader: Year, Audience; the " +
		"block's name where nothing is said", Type: kind.TextType{Most: 80}},
	{Name: "opens", Group: switchGroup, Label: "opens on", Help: "the side that is shown first, by its heading",
		Type: kind.TextType{Most: 80}},
	{Name: "quiet", Group: switchGroup, Label: "quiet side", Help: "the side that is held back, by its heading",
		Type: kind.TextType{Most: 80}},
	{Name: "shape", Group: switchGroup, Label: "shape", Help: "bar, rail, chips, or a lever between two sides",
		Type: kind.ChoiceType{Words: anatomy.Shapes}},
	{Name: "height", Group: displayGroup, Label: "height", Help: "of what is shown: as each side is, always as the " +
		"highest, or moving from one to the other", Type: kind.ChoiceType{Words: []string{asItIs, reserved, moving}}},
}

// Declaration is the toggle kind.
func Declaration() (*kind.Kind, error) {
	fields := append([]kind.Field{{Name: labelField, Label: "heading", Help: "what the side is called: Monthly, Next year",
		Type: kind.TextType{Most: 80}, Required: true, Begins: "Side", Aliases: []string{"title", "name", "label", "tab"}}},
		blockFields...)
	return kind.New(&kind.Kind{
		Name: "toggle", Title: "Toggle", One: "side", Many: "sides", HoldsBlocks: true,
		Purposes:  []string{"switch", "tabs", "before and after", "years", "audiences", "now and next", "two contents"},
		SetFields: setFields,
		Fields:    fields,
		Parts: slices.Concat(parts[:2], anatomy.SwitchParts(barPart, "the bar of headings", shapeOf), quietParts,
			parts[2:]),
		Forms: []kind.Form{{Name: formName, Title: "toggle", Help: "One side at a time, chosen by its heading.",
			CSS: []string{anatomy.SwitchCSS(), toggleCSS}, HTML: html, Script: script, Variables: variables,
			Runs: func(kind.View) []kind.Run { return nil }, // each block within measures its own
			Room: func(_ kind.View, r kind.Ruler, part string) float64 {
				return max(1, r.Frame()-r.Edges(togglePart)-r.Edges(part))
			}}},
		Check:  check,
		Intake: intake.Plain(fields[:1], "headings down or across", "Heading\nMonthly\nYearly"),
		Fresh: func(k *kind.Kind, _ string) kind.Set {
			of := func(label string) map[string]kind.Value {
				return map[string]kind.Value{labelField: kind.TextValue(label)}
			}
			return kind.FreshSet(k, of("First side"), of("Second side"))
		},
	})
}

// parts are those around and within a side.
var parts = []kind.Part{
	{Name: togglePart, Help: "the ground; column stands the headings above, row beside", Place: look.BlockItself,
		Properties: slices.Concat(anatomy.BlockProperties, []string{"flex-direction", "gap"}),
		As:         map[string]string{"flex-direction": "--rb-toggle-direction"},
		Defaults: map[string]string{"background-color": "ground", "color": "ink", "font-family": "text",
			"font-size": "type-3", "line-height": "leading-text", "padding": "space-5 0", "gap": "0px",
			"flex-direction": "column"}},
	{Name: barPart, Help: "what the switch stands in: its ground, and to which side it stands", Place: look.BlockItself,
		Parent: togglePart, Properties: slices.Concat([]string{"text-align", "margin"}, anatomy.BoxProperties),
		As:       map[string]string{"text-align": "--rb-align"},
		Defaults: map[string]string{"text-align": "center", "padding": "0 space-4"}},
	{Name: sidesPart, Help: "what is shown: how its height moves", Place: look.BlockItself, Parent: togglePart,
		Properties: look.TransitionNames(), Defaults: map[string]string{"transition-duration": "motion-2",
			"transition-timing-function": "ease-out"}},
	{Name: sidePart, Help: "one side", Place: look.RecordItem, Parent: sidesPart, Fixed: true,
		Properties: []string{"color"}},
	{Name: contentPart, Help: "the ground on which the blocks of a side stand", Parent: sidePart,
		Properties: slices.Concat(anatomy.BoxProperties, []string{"gap"}),
		Defaults:   map[string]string{"padding": "0", "gap": "space-4"}},
}

// quietParts is the look of the side that is held back.
var quietParts = []kind.Part{anatomy.QuietPart()}

// shapeOf is the shape of a set's switch.
func shapeOf(set kind.Set) string {
	return anatomy.ShapeOf(kind.Text(set.Facts, "shape"), len(set.Records))
}

// switchOf is the switch of a block.
func switchOf(v kind.View) anatomy.Switch {
	s := anatomy.Switch{Legend: kind.Text(v.Set.Facts, "legend"), Name: v.Names + "-side", Param: sidePart,
		Shape: shapeOf(v.Set)}
	if s.Legend == "" {
		s.Legend = v.Name
	}
	if s.Listed() {
		s.Class = "rb-by-" + s.Param
	}
	opens := 0
	for i, r := range v.Set.Records {
		if kind.Text(r.Facts, labelField) == kind.Text(v.Set.Facts, "opens") {
			opens = i
		}
	}
	for i, r := range v.Set.Records[:min(mostSides, len(v.Set.Records))] {
		label := kind.Text(r.Facts, labelField)
		s.Options = append(s.Options, anatomy.Option{Class: fmt.Sprintf("rb-s%d", i), Value: r.ID, Label: label,
			Checked: i == opens, Quiet: label != "" && label == kind.Text(v.Set.Facts, "quiet")})
	}
	return s
}

func variables(v kind.View) []kind.Variable {
	return anatomy.SwitchVariables(v, []anatomy.Switch{switchOf(v)}, togglePart, barPart)
}

func script(v kind.View) string {
	if len(v.Set.Records) < 2 {
		return ""
	}
	return toggleJS
}

// html writes the bar and every side. Which is shown follows from the radio buttons; where nothing else says, the style
// sheet.
func html(v kind.View) (template.HTML, error) {
	class := ""
	switch kind.Text(v.Set.Facts, "height") {
	case reserved:
		class = "rb-reserved"
	case moving:
		class = "rb-moving"
	}
	var bar template.HTML
	if len(v.Set.Records) > 1 {
		bar = anatomy.SwitchesHTML([]anatomy.Switch{switchOf(v)})
	}
	var sides []template.HTML
	for _, r := range v.Set.Records {
		sides = append(sides, sideHTML(v, r))
	}
	return markup.Element("div", anatomy.Classed(togglePart), markup.Element("div", anatomy.Classed(barPart), bar),
		markup.Element("div", anatomy.Classed(sidesPart, class), sides...)), nil
}

// sideHTML is one side, with the blocks that stand in it.
func sideHTML(v kind.View, r kind.Record) template.HTML {
	side := anatomy.Classed(sidePart).With("data-record", r.ID).With("data-label", kind.Text(r.Facts, labelField))
	if v.Addressed {
		side = side.With("id", v.BlockID+"-"+r.ID)
	}
	var blocks []template.HTML
	for _, field := range blockFields {
		block := kind.Text(r.Facts, field.Name)
		if block == "" {
			continue
		}
		var nested template.HTML
		if v.Nested != nil {
			nested = v.Nested(block)
		}
		blocks = append(blocks, markup.Element("div", markup.Class(look.WithinClass).With("data-block", block), nested))
	}
	return markup.Element("div", side, markup.Element("div", anatomy.Classed(contentPart), blocks...))
}
