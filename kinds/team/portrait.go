package team

import (
	"html/template"
	"slices"

	"rubrel/core/anatomy"
	"rubrel/core/icon"
	"rubrel/core/kind"
	"rubrel/core/markup"
)

var (
	pictureField = kind.Field{Name: "picture", Label: "picture", Help: "one of the site's pictures",
		Type: kind.RefType{To: kind.PictureOffer}, Aliases: []string{"image", "photo", "portrait", "foto", "bild"}}
	showsField = kind.Field{Name: "shows", Group: pictureGroup, Label: "what it shows",
		Help: "of the picture, for those who do not see it; or " + anatomy.Decorative, Type: kind.TextType{Most: 200},
		Aliases: []string{"alt", "alternative text"}}
	secondField = kind.Field{Name: "second", Group: pictureGroup, Label: "second picture",
		Help: "appears in the first one's place while somebody points at it", Type: kind.RefType{To: kind.PictureOffer}}
)

// portrait is a person's picture in a frame, or what stands in its place.
func portrait() anatomy.Slot {
	picture := anatomy.Picture(pictureField, showsField, kind.Part{Name: "picture", Parent: framePart,
		Properties: []string{"opacity"},
		Defaults:   map[string]string{"transition-duration": "motion-2"}, Help: "the picture in its frame"})
	second := anatomy.Picture(secondField, kind.Field{}, kind.Part{Name: "second", Parent: framePart,
		Properties: []string{"opacity"},
		Defaults:   map[string]string{"transition-duration": "motion-2"}, Help: "the second picture"})
	stands := func(word string) func(kind.Set) kind.Paints {
		return func(set kind.Set) kind.Paints {
			all := !slices.ContainsFunc(set.Records, func(r kind.Record) bool { return set.Said(r, pictureField.Name) == nil })
			return kind.Paints{Absent: all || missing(set) != word}
		}
	}
	html := func(at anatomy.At) template.HTML {
		inside := picture.HTML(at)
		switch {
		case inside != "":
			inside += second.HTML(at) // which nothing is said of: it decorates
		case missing(at.View.Set) == withInitials:
			inside = markup.Element("span", anatomy.Classed(initialsPart)+markup.Unspoken,
				markup.Text(anatomy.Initials(kind.Text(at.Record.Facts, nameField))))
		case missing(at.View.Set) == withPlaceHolder:
			inside = markup.Element("span", anatomy.Classed(holderPart), icon.SVG("user-round"))
		default:
			return ""
		}
		return markup.Element("div", anatomy.Classed(portraitPart),
			markup.Element("div", anatomy.Classed(framePart), inside))
	}
	return anatomy.Slot{
		Fields: []kind.Field{pictureField, showsField, secondField},
		Parts: []kind.Part{
			{Name: portraitPart, Parent: personPart, Help: "the place of the picture, and the shadow that follows its shape",
				Properties: slices.Concat([]string{"width", "margin", "display", "filter"}, anatomy.EnterProperties),
				Defaults:   map[string]string{"margin": "0 0 space-3"},
				In: map[string]map[string]string{rowsForm: {"margin": "0"}, overForm: {"margin": "0"},
					listForm: {"margin": "0", "width": "56px"}, profileForm: {"margin": "0"}}},
			{Name: framePart, Parent: portraitPart, Help: "the shape of the picture: cut, rounded, with a ring of its ground",
				Properties: slices.Concat([]string{"aspect-ratio"}, anatomy.ShapeProperties),
				As:         map[string]string{"clip-path": "--rb-shape"},
				Defaults: map[string]string{"aspect-ratio": "4 / 5", "border-radius": "radius-1",
					"background-color": "feature"},
				In: map[string]map[string]string{listForm: {"aspect-ratio": "1 / 1", "border-radius": "99px"},
					overForm: {"border-radius": "radius-2"}}},
			picture.Parts[0], second.Parts[0],
			{Name: initialsPart, Parent: framePart, Text: true, Help: "initials in the place of a picture",
				Paints: stands(withInitials), Properties: anatomy.TextProperties,
				Defaults: map[string]string{"color": "on-feature", "font-family": "display", "font-weight": "weight-display",
					"font-size": "64px", "line-height": "1"},
				In: map[string]map[string]string{listForm: {"font-size": "20px"},
					profileForm: {"font-size": "96px"}}},
			{Name: holderPart, Parent: framePart, Text: true, Help: "the drawing in the place of a picture",
				Paints: stands(withPlaceHolder), Properties: []string{"color", "font-size"},
				Defaults: map[string]string{"color": "on-feature", "font-size": "96px"},
				In:       map[string]map[string]string{listForm: {"font-size": "28px"}}},
		},
		CSS:   "justify-self: var(--rb-align); min-inline-size: 0; inline-size: 100%;",
		Rules: picture.Rules + second.Rules,
		HTML:  html,
		Variables: func(at anatomy.At) []kind.Variable {
			return append(picture.Variables(at), second.Variables(at)...)
		},
		Check: picture.Check,
		Runs: func(at anatomy.At) []kind.Run {
			if picture.HTML(at) != "" || missing(at.View.Set) != withInitials {
				return nil
			}
			return []kind.Run{{Part: initialsPart, Text: anatomy.Initials(kind.Text(at.Record.Facts, nameField)), OneLine: true}}
		},
	}
}

// missing is what a set has in the place of a picture.
func missing(set kind.Set) string {
	if word := said(set, "missing"); word != "" {
		return word
	}
	return withInitials
}
