// Package boxes is the kind of block that tells of features: each a title and a few words, below or beside an icon, a
// picture, a number or a letter.
package boxes

import (
	_ "embed"
	"slices"

	"rubrel/core/anatomy"
	"rubrel/core/intake"
	"rubrel/core/kind"
)

//go:embed boxes.css
var boxesCSS string

// The forms by name.
const (
	gridForm  = "grid"
	mixedForm = "mixed"
	rowsForm  = "rows"
	listForm  = "list"
	stripForm = "strip"
)

// Declaration is the boxes kind.
func Declaration() (*kind.Kind, error) {
	form := func(name, title, help string) kind.Form {
		body := bodyOf(name)
		f := kind.Form{Name: name, Title: title, Help: help, CSS: []string{boxesCSS},
			HTML: body.Records("ground", classOf(name), anatomy.Inside)}
		if name == mixedForm {
			f.Variables = mixedVariables(body)
		}
		return body.Form(f)
	}
	fields := anatomy.Fields(slots)
	return kind.New(&kind.Kind{
		Name: "boxes", Title: "Boxes", One: "box", Many: "boxes",
		Purposes:   []string{"features", "benefits", "services", "icons", "advantages", "what we offer", "cards"},
		CanFeature: true,
		SetFields:  setFields,
		Fields:     fields,
		Parts:      slices.Concat(parts, anatomy.Parts(boxPart, nil, slots)),
		Forms: []kind.Form{
			form(gridForm, "grid", "Boxes side by side, as many as have room, all equally high."),
			form(mixedForm, "large and small", "The first box is large, the others stand beside it."),
			form(rowsForm, "rows", "A picture or an icon on one half of the line, the words on the other, in turn."),
			form(listForm, "list", "One below the other, without boxes around them."),
			form(stripForm, "strip", "Icons with titles, and no more."),
		},
		Check: check,
		Data:  data,
		Intake: intake.Plain(fields, "boxes down or across, each with a title and a few words",
			"Title\tText\tIcon\nA warm room\tTea and charts until the sky clears.\tcoffee\n"+
				"Red lamps\tOne for each of you.\tflashlight"),
		Fresh: fresh,
	})
}

// The ledger's headings for facts that few sets need.
const (
	displayGroup = "Display"
	linkGroup    = "Link"
	mediaGroup   = "Icon and picture"
)

// Words that choices are compared with.
const (
	atStart   = "at the start"
	atEnd     = "at the end"
	byHeading = "beside the title"
	toEdge    = "the edge"
	yes       = "yes"
)

func choice(words ...string) kind.ChoiceType { return kind.ChoiceType{Words: words} }

var setFields = []kind.Field{
	{Name: "place", Group: displayGroup, Label: "icons", Help: "where icons, numbers and pictures stand: above the " +
		"words, beside all of them, or beside the title alone", Type: choice("above", atStart, atEnd, byHeading)},
	{Name: "bleed", Group: displayGroup, Label: "pictures reach", Help: "to the padding of a box, or to its edge where " +
		"they stand above the words", Type: choice("the padding", toEdge)},
	media.Signs,
	{Name: "divider", Group: displayGroup, Label: "divider", Help: "a line below the title", Type: choice("no", yes)},
	{Name: "mirrored", Group: displayGroup, Label: "mirrored", Help: "whether the large box, or the first picture of " +
		"rows, stands at the end of the line", Type: choice("no", yes)},
	answers.Field,
}

// fresh is the set a designer begins with: three boxes to write over.
func fresh(k *kind.Kind, _ string) kind.Set {
	of := func(title, icon string) map[string]kind.Value {
		return map[string]kind.Value{"title": kind.TextValue(title), media.Icon.Name: kind.TextValue(icon)}
	}
	return kind.FreshSet(k, of("First box", "star"), of("Second box", "shield-check"), of("Third box", "clock"))
}
