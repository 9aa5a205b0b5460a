package reviews

import (
	"html/template"
	"slices"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/core/markup"
)

// pictureField is who says it, in a picture, which says nothing that the name beside it does not.
var pictureField = kind.Field{Name: "picture", Label: "picture", Help: "of who says it: one of the site's pictures",
	Type: kind.RefType{To: kind.PictureOffer}, Aliases: []string{"image", "photo", "avatar", "foto", "bild"}}

// portraitGap is between the picture and the words beside it, as a share of the picture's size.
const portraitGap = 0.25

// header is who says it: a small picture, the name, and what they are.
func header() anatomy.Slot {
	name := kind.Field{Name: nameField, Label: "name", Help: "who says it", Type: kind.TextType{Most: 120},
		Aliases: []string{"author", "reviewer", "customer", "person", "who", "autor", "kunde", "nom"}}
	title := kind.Field{Name: titlePart, Label: "title", Help: "what they are: a visitor, a teacher",
		Type: kind.TextType{Most: 160}, Aliases: []string{"role", "position", "company", "funktion"}}
	picture := anatomy.Picture(pictureField, kind.Field{}, kind.Part{Name: "picture"})
	lines := func(at anatomy.At) (runs []kind.Run) {
		inset := 0.0
		if portrait(at) != "" {
			inset = 1 + portraitGap
		}
		if said := initialsOf(at); said != "" {
			runs = append(runs, kind.Run{Record: at.Record.ID, Part: initialsPart, Text: said, OneLine: true})
		}
		for _, field := range []kind.Field{name, title} {
			if said := kind.Text(at.Record.Facts, field.Name); said != "" {
				run := kind.Run{Record: at.Record.ID, Part: field.Name, Key: field.Name, Inset: inset, Em: portraitPart,
					Text: said}
				run.Text = at.View.SoftRun(run)
				runs = append(runs, run)
			}
		}
		return runs
	}
	return anatomy.Slot{
		Fields: []kind.Field{name, title, pictureField},
		Parts: []kind.Part{
			{Name: headerPart, Forms: ofRecords, Help: "who says it: its ground alone, and the margin around it",
				Properties: slices.Concat([]string{"margin", "display"}, anatomy.BoxProperties),
				Defaults:   map[string]string{"margin": "0"},
				In:         map[string]map[string]string{quoteForm: {"margin": "space-4 0 0"}}},
			{Name: portraitPart, Forms: ofRecords, Parent: headerPart, Square: true,
				Help:       "the picture, as wide as its font-size, or the ground of the initials",
				Properties: slices.Concat([]string{"font-size", "display"}, anatomy.ShapeProperties),
				Defaults:   map[string]string{"font-size": "44px", "border-radius": "99px", "background-color": "ink"}},
			{Name: initialsPart, Forms: ofRecords, Parent: portraitPart, Text: true, Help: "initials in the place of a picture",
				Paints: noInitials, Properties: anatomy.TextProperties,
				Defaults: map[string]string{"color": "ground", "font-size": "17px", "font-family": "display",
					"font-weight": "weight-display", "line-height": "1"}},
			{Name: namePart, Forms: ofRecords, Parent: headerPart, Text: true, Help: name.Help,
				Properties: anatomy.TextProperties,
				Defaults:   map[string]string{"font-weight": "weight-strong", "line-height": "leading-tight"}},
			{Name: titlePart, Forms: ofRecords, Parent: headerPart, Text: true, Help: title.Help,
				Paints: anatomy.IfSaid(titlePart), Properties: anatomy.TextProperties,
				Defaults: map[string]string{"color": "quiet", "font-size": "type-2", "line-height": "leading-tight",
					"margin": "2px 0 0"}},
		},
		HTML: func(at anatomy.At) template.HTML {
			runs, shown := lines(at), portrait(at)
			if len(runs) == 0 && shown == "" {
				return "" // nobody says who it is
			}
			var who []template.HTML
			for _, run := range runs {
				if run.Part != initialsPart {
					who = append(who, markup.Element("p", anatomy.Classed(run.Part), markup.Text(run.Text)))
				}
			}
			return markup.Element("div", anatomy.Classed(headerPart), shown,
				markup.Element("div", markup.Class("rb-who"), who...))
		},
		Runs:      lines,
		Variables: picture.Variables,
		Rules:     picture.Rules,
		Check: func(b anatomy.Body, v kind.View) []kind.Finding {
			return pictures(v)
		},
	}
}

// pictureOf is the picture of who says it.
func pictureOf(at anatomy.At) (kind.Picture, bool) {
	id := kind.Text(at.Record.Facts, pictureField.Name)
	if id == "" || at.View.Picture == nil {
		return kind.Picture{}, false
	}
	return at.View.Picture(id)
}

// initialsOf are what stands in the place of a picture; "" for nothing.
func initialsOf(at anatomy.At) string {
	if _, pictured := pictureOf(at); pictured || text(at.View.Set, "missing") == nothing {
		return ""
	}
	return anatomy.Initials(kind.Text(at.Record.Facts, nameField))
}

// noInitials, as a part's Paints, leaves initials out where every review has a picture, or none is to have them.
func noInitials(set kind.Set) kind.Paints {
	for _, r := range set.Records {
		if kind.Text(r.Facts, pictureField.Name) == "" && text(set, "missing") != nothing {
			return kind.Paints{}
		}
	}
	return kind.Paints{Absent: true}
}

// portrait is a picture in its shape, or the initials; "" where there is neither.
func portrait(at anatomy.At) template.HTML {
	inside := template.HTML("")
	if shown, ok := pictureOf(at); ok {
		inside = anatomy.Image(shown, anatomy.Class("picture"), anatomy.Decorative, spans(at.View, at.Record))
	} else if said := initialsOf(at); said != "" {
		inside = markup.Element("span", anatomy.Classed(initialsPart), markup.Text(said))
	}
	if inside == "" {
		return ""
	}
	return markup.Element("span", anatomy.Classed(portraitPart)+markup.Unspoken, inside)
}

// spans are how wide a picture is shown: as its part's font-size.
func spans(v kind.View, r kind.Record) []anatomy.Span {
	if v.Measure == nil {
		return nil
	}
	var all []anatomy.Span
	for width := range v.Widths {
		all = append(all, anatomy.Span{From: v.Widths.From(width), Less: -v.Measure.Ruler(r.ID, width).Size(portraitPart)})
	}
	return all
}

// pictures finds pictures that are too small for where they stand, or heavy.
func pictures(v kind.View) []kind.Finding {
	if v.Measure == nil {
		return nil
	}
	var found []kind.Finding
	for _, r := range v.Set.Records {
		if id := kind.Text(r.Facts, pictureField.Name); id != "" {
			shown := anatomy.Shown{Record: r.ID, Where: "picture of " + v.Set.NameOf(r), Key: pictureField.Name,
				ID: id, Said: true, Wide: v.Measure.Ruler(r.ID, 0).Size(portraitPart)}
			found = append(found, shown.Findings(v)...)
		}
	}
	return found
}
