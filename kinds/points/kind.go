// Package points is the kind of block that tells things one after the other: each a panel with an icon, a number or a
// letter, and a panel of words, equally tall.
package points

import (
	_ "embed"
	"slices"

	"rubrel/core/anatomy"
	"rubrel/core/intake"
	"rubrel/core/kind"
)

//go:embed points.css
var pointsCSS string

// The forms by name.
const (
	rowsForm     = "rows"
	columnsForm  = "columns"
	timelineForm = "timeline"
)

// Declaration is the points kind.
func Declaration() (*kind.Kind, error) {
	form := func(name, title, help string) kind.Form {
		body := bodyOf(name)
		return body.Form(kind.Form{Name: name, Title: title, Help: help, CSS: []string{pointsCSS}, HTML: htmlOf(name, body),
			Variables: rampVariables})
	}
	fields := anatomy.Fields(slots)
	return kind.New(&kind.Kind{
		Name: "points", Title: "Points", One: "point", Many: "points",
		Purposes:   []string{"steps", "timeline", "agenda", "process", "how it works", "history", "programme", "list"},
		CanFeature: true,
		SetFields:  setFields,
		Fields:     fields,
		Parts:      slices.Concat(parts, anatomy.Parts(pointPart, nil, slots)),
		Forms: []kind.Form{
			form(rowsForm, "rows", "One point below the other, each on a ground of its own."),
			form(columnsForm, "columns", "Points side by side, as many as have room."),
			form(timelineForm, "timeline", "A line goes through the signs, from the first point to the last."),
		},
		Data: data,
		Intake: intake.Plain(fields, "points down or across, each with a title and a few words",
			"Title\tText\n19:30\tThe dome opens\n20:15\tTo the reflector, six at a time"),
		Fresh: fresh,
	})
}

// The ledger's headings for facts that few sets need.
const (
	displayGroup = "Display"
	linkGroup    = "Link"
	mediaGroup   = "Icon and picture"
)

// atEnd is the word of the panels' side that is not the usual.
const atEnd = "at the end"

var setFields = append([]kind.Field{
	{Name: "side", Group: displayGroup, Label: "signs stand", Help: "at the start of the line, or at its end",
		Type: kind.ChoiceType{Words: []string{"at the start", atEnd}}},
	media.Signs,
	{Name: "tells", Group: displayGroup, Label: "they tell", Help: "what search engines are told that the points are: a " +
		"list, or the steps by which something is done, one after the other", Type: kind.ChoiceType{
		Words: []string{"a list", howTo}}},
	answers.Field,
}, rampFields()...)

// howTo is the word for points that are the steps of doing something.
const howTo = "how something is done"

// fresh is the set a designer begins with: three points to write over.
func fresh(k *kind.Kind, _ string) kind.Set {
	of := func(title, icon string) map[string]kind.Value {
		return map[string]kind.Value{"title": kind.TextValue(title), media.Icon.Name: kind.TextValue(icon)}
	}
	return kind.FreshSet(k, of("First point", "flag"), of("Second point", "route"), of("Third point", "star"))
}
