// Package team is the kind of block that shows people: each with a portrait, a name, a position, a few words and the
// ways to reach them.
package team

import (
	_ "embed"
	"slices"

	"rubrel/core/anatomy"
	"rubrel/core/intake"
	"rubrel/core/kind"
)

//go:embed team.css
var teamCSS string

// The forms by name.
const (
	cardsForm   = "cards"
	rowsForm    = "rows"
	overForm    = "over"
	listForm    = "list"
	profileForm = "profile"
)

// Declaration is the team kind.
func Declaration() (*kind.Kind, error) {
	form := func(name, title, help string) kind.Form {
		body := bodyOf(name)
		f := kind.Form{Name: name, Title: title, Help: help, CSS: []string{teamCSS}, HTML: htmlOf(name, body)}
		if packs(name) {
			f.LiftsFeatured, f.Variables, f.Packings = true, packedVariables(body), packings(body)
		}
		f = body.Form(f)
		room := f.Room
		f.Room = func(v kind.View, r kind.Ruler, part string) float64 {
			if part == labelPart && said(v.Set, "labels") != alwaysLabelled {
				return widestLabel
			}
			return room(v, r, part)
		}
		return f
	}
	fields := anatomy.Fields(slots)
	return kind.New(&kind.Kind{
		Name: "team", Title: "Team", One: "person", Many: "people",
		Purposes: []string{"faces", "people", "staff", "about us", "portraits", "profiles", "contacts", "employees",
			"who we are", "speakers"},
		CanFeature: true,
		SetFields:  setFields,
		Fields:     fields,
		Axes:       []kind.Axis{networks},
		Parts:      slices.Concat(parts, anatomy.Parts(personPart, map[string]string{overForm: wordsPart}, slots)),
		Forms: []kind.Form{
			form(cardsForm, "cards", "People side by side. Those who are featured lead, and have more room."),
			form(rowsForm, "rows", "One below the other, the picture beside the words."),
			form(overForm, "overlaid", "Name and position lie on the picture."),
			form(listForm, "list", "A small picture, the name, and how to reach them."),
			form(profileForm, "large", "One person at a time, with a large picture."),
		},
		Check: check,
		Data:  data,
		Intake: intake.WithFiles(intake.Plain(fields, "people down or across, each with a name, a position and what else "+
			"there is", "Name\tPosition\tE-mail\nIda Brandt\tHead of the workshop\tida@example.org\n"+
			"Tomasz Wilk\tTeaches the evening course\ttomasz@example.org"), cards),
		Fresh: fresh,
	})
}

// The ledger's headings for facts that few sets need.
const (
	displayGroup = "Display"
	linkGroup    = "Link"
	pictureGroup = "Picture"
	reachGroup   = "How to reach them"
)

// Words that choices are compared with.
const (
	atStart         = "at the start"
	atEnd           = "at the end"
	inTurn          = "in turn"
	besideName      = "beside the name"
	yes             = "yes"
	withInitials    = "initials"
	withPlaceHolder = "a place-holder"
	withNothing     = "nothing"
	alwaysLabelled  = "always"
)

func choice(words ...string) kind.ChoiceType { return kind.ChoiceType{Words: words} }

// effects are what a picture does under the pointer.
var effects = choice("nothing", "nearer", "farther", "lift")

var setFields = []kind.Field{
	{Name: "place", Group: displayGroup, Label: "pictures", Help: "where they stand: above the words on cards and " +
		"beside them in rows, at one end of the line, or at each in turn",
		Type: choice("usual", atStart, atEnd, inTurn)},
	{Name: "missing", Group: displayGroup, Label: "without a picture", Help: "what stands in the place of a picture " +
		"that there is not", Type: choice(withInitials, withPlaceHolder, withNothing)},
	{Name: "effect", Group: displayGroup, Label: "under the pointer", Help: "what a picture does: it comes nearer, " +
		"moves farther away, or its person is lifted", Type: effects},
	{Name: "links", Group: displayGroup, Label: "links to profiles", Help: "where they stand: in a row of their own, " +
		"which the look moves, or beside the name", Type: choice("in a row", besideName)},
	{Name: "labels", Group: displayGroup, Label: "their names", Help: "at which side of its icon the name of a link " +
		"appears, or that it always stands " +
		"there", Type: choice("above", "below", "at the start", "at the end", alwaysLabelled)},
	answers.Field,
	regionField, organizationField,
	{Name: "card", Group: reachGroup, Label: "address cards", Help: "whether a visitor can save each person's name and " +
		"numbers (vCard 4.0, or 3.0 for older programs)", Type: choice("no", yes, older)},
}

// organizationField is whose people they are.
var organizationField = kind.Field{Name: "organization", Group: reachGroup, Label: "organization",
	Help: "whose people they are, for address cards and search engines", Type: kind.TextType{Most: 120},
	Aliases: []string{"company", "firm", "employer", "firma"}}

// said is what the set says of a field; "" for the usual.
func said(set kind.Set, field string) string { return kind.Text(set.Facts, field) }

// fresh is the set a designer begins with: three people to write over.
func fresh(k *kind.Kind, _ string) kind.Set {
	of := func(name string) map[string]kind.Value {
		return map[string]kind.Value{nameField: kind.TextValue(name), "position": kind.TextValue("What they do")}
	}
	return kind.FreshSet(k, of("First Person"), of("Second Person"), of("Third Person"))
}
