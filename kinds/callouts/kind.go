// Package callouts is the kind of block that tells of places on a picture: each a few words beside it, with a line to
// where they belong.
package callouts

import (
	_ "embed"
	"slices"

	"rubrel/core/anatomy"
	"rubrel/core/intake"
	"rubrel/core/kind"
)

//go:embed callouts.css
var calloutsCSS string

//go:embed stacked.css
var stackedCSS string

// The forms by name.
const (
	aroundForm   = "around"
	numberedForm = "numbered"
)

// Declaration is the callouts kind.
func Declaration() (*kind.Kind, error) {
	form := func(name, title, help string) kind.Form {
		body := anatomy.Body{Slots: slots, Layout: anatomy.Layout{Row: listPart, Record: calloutPart,
			Order: []string{"title", "text", "link"}}}
		f := body.Form(kind.Form{Name: name, Title: title, Help: help, CSS: []string{sceneCSS()}})
		rows := f.Variables
		f.HTML = func(v kind.View) (html, error) { return newScene(v, name).html(body) }
		f.Variables = func(v kind.View) []kind.Variable { return append(rows(v), newScene(v, name).variables()...) }
		f.Room = func(v kind.View, r kind.Ruler, part string) float64 { return newScene(v, name).room(r, part) }
		f.Check = func(v kind.View) []kind.Finding { return newScene(v, name).check() }
		f.Columns = nil
		return f
	}
	fields := slices.Insert(append(anatomy.Fields(slots), sideField), 1, placeField)
	return kind.New(&kind.Kind{
		Name: "callouts", Title: "Callouts", One: "callout", Many: "callouts",
		Purposes: []string{"picture", "places", "hotspots", "anatomy", "parts of a product", "explained", "labels", "map",
			"diagram"},
		SetFields: setFields,
		Fields:    fields,
		Parts:     slices.Concat(parts, anatomy.Parts(calloutPart, nil, slots)),
		Forms: []kind.Form{
			form(aroundForm, "around", "The picture in the middle, the words at both sides, a line from each to its place."),
			form(numberedForm, "numbered", "Numbers on the picture, and beside it a list of what they are."),
		},
		Check: check,
		Data:  data,
		Intake: intake.Plain(fields, "callouts down or across, each with a title, a few words and its place on the picture",
			"Title\tText\tPlace\nMirror\t40 cm across, silvered every third year.\t18% 62%\n"+
				"Finder\tA small telescope for finding what the large one shows.\t64% 28%"),
		Fresh: fresh,
	})
}

// The ledger's headings for facts that few sets need.
const (
	displayGroup = "Display"
	linkGroup    = "Link"
)

// Words that choices are compared with.
const (
	elbowed = "with an elbow"
	atStart = "at the start"
	atEnd   = "at the end"
)

func choice(words ...string) kind.ChoiceType { return kind.ChoiceType{Words: words} }

// The picture that the places are on, and what it shows.
var (
	pictureField = kind.Field{Name: "picture", Label: "picture", Help: "one of the site's pictures",
		Type: kind.RefType{To: kind.PictureOffer}}
	showsField = kind.Field{Name: "shows", Label: "what it shows",
		Help: "for those who do not see it; or " + anatomy.Decorative, Type: kind.TextType{Most: 300}}
	placeField = kind.Field{Name: "place", Label: "place", Help: "where on the picture it is, from the left and from " +
		"the top, marked there with the pointer or with arrow keys: 42% " +
		"30%", Type: kind.PlaceType{Picture: pictureField.Name},
		Aliases: []string{"position", "at", "x y"}}
	sideField = kind.Field{Name: "side", Group: displayGroup, Label: "side", Help: "at which side its words stand; " +
		"where the lines are shortest and do not cross otherwise", Type: choice("either", atStart, atEnd)}
)

var setFields = []kind.Field{
	pictureField, showsField,
	{Name: "lines", Group: displayGroup, Label: "lines", Help: "straight, or across and then down",
		Type: choice("straight", elbowed)},
	{Name: "sides", Group: displayGroup, Label: "words stand", Help: "at both sides of the picture, or at one",
		Type: choice("at both sides", atStart, atEnd)},
	answers.Field,
}

// fresh is the set a designer begins with: four callouts to write over.
func fresh(k *kind.Kind, _ string) kind.Set {
	of := func(title string, x, y int) map[string]kind.Value {
		return map[string]kind.Value{"title": kind.TextValue(title), placeField.Name: kind.Place{X: x, Y: y}}
	}
	return kind.FreshSet(k, of("First place", 300, 250), of("Second place", 700, 250), of("Third place", 300, 750),
		of("Fourth place", 700, 750))
}
