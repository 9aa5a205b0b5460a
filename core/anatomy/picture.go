package anatomy

import (
	"html/template"
	"slices"
	"strconv"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/markup"
)

// Decorative is what is said of a picture that shows nothing which is not said beside it.
const Decorative = "decorative"

// Picture is a picture of the site that a field names, with the text that says what it shows, or that it is
// Decorative. It keeps its room while it loads.
func Picture(field, alt kind.Field, part kind.Part) Slot {
	part = named(part, field)
	part.Paints = IfSaid(field.Name)
	if part.Properties == nil {
		part.Properties = slices.Concat([]string{"margin", "width", "max-width", "display"}, ShapeProperties,
			EnterProperties)
	}
	said, shows := saidOf(field), saidOf(alt)
	focus := "--rb-focus-of-" + part.Name // the place around which it is cut
	return Slot{
		Fields: []kind.Field{field, alt},
		Parts:  []kind.Part{part},
		CSS:    "justify-self: var(--rb-align);",
		Rules: "." + Class(part.Name) + " { display: block; max-inline-size: 100%; block-size: auto; object-fit: cover; " +
			"object-position: var(" + focus + ", 50% 50%); }\n",
		Check: func(b Body, v kind.View) []kind.Finding { return b.pictures(v, field, alt, part.Name) },
		HTML: func(at At) template.HTML {
			if said(at) == "" || at.View.Picture == nil {
				return ""
			}
			picture, ok := at.View.Picture(said(at))
			if !ok {
				return ""
			}
			var spans []Span
			if at.body != nil {
				spans = at.body.spans(at.View, at.Record, part.Name, float64(picture.Width)/float64(picture.Height))
			}
			return Image(picture, Class(part.Name), shows(at), spans)
		},
		Variables: func(at At) []kind.Variable {
			if said(at) == "" || at.View.Picture == nil {
				return nil
			}
			if picture, ok := at.View.Picture(said(at)); ok && picture.Focus != "" {
				return []kind.Variable{{Name: focus, Record: at.Record.ID, Value: picture.Focus}}
			}
			return nil
		},
	}
}

// Lazy is the attribute of a picture that loads when a visitor comes near it.
const Lazy markup.Attributes = ` loading="lazy"`

// Image is an img element of a class with a picture, which loads when a visitor comes near it. It shows what is said,
// or is decorative.
func Image(picture kind.Picture, class, shows string, spans []Span) template.HTML {
	if strings.EqualFold(shows, Decorative) {
		shows = ""
	}
	sides := markup.Attribute("width", strconv.Itoa(picture.Width)).With("height", strconv.Itoa(picture.Height))
	return markup.Void("img", markup.Class(class).With("src", picture.Address)+Sources(picture, spans)+
		sides.With("alt", shows)+Lazy)
}
