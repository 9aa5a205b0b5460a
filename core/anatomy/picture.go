package anatomy

import (
	"fmt"
	"html/template"
	"slices"
	"strings"

	"rubrel/core/kind"
)

// Decorative is what is said of a picture that shows nothing which is not said beside it.
const Decorative = "decorative"

// Picture is a picture of the site that a field names, with the text that says what it shows, or that it is
// Decorative. It keeps its room while it loads.
func Picture(field, alt kind.Field, part kind.Part) Slot {
	part = named(part, field)
	part.Paints = IfSaid(field.Name)
	if part.Properties == nil {
		part.Properties = slices.Concat([]string{"margin", "width", "max-width", "display"}, ShapeProperties, MoveProperties,
			EnterProperties)
	}
	said, shows := saidOf(field), saidOf(alt)
	return Slot{
		Fields: []kind.Field{field, alt},
		Parts:  []kind.Part{part},
		CSS:    "justify-self: var(--rb-align);",
		Rules:  "." + Class(part.Name) + " { display: block; max-inline-size: 100%; block-size: auto; }\n",
		Check:  func(b Body, v kind.View) []kind.Finding { return b.pictures(v, field, alt, part.Name) },
		HTML: func(at At) template.HTML {
			if said(at) == "" || at.View.Picture == nil {
				return ""
			}
			picture, ok := at.View.Picture(said(at))
			if !ok {
				return ""
			}
			alternative := shows(at)
			if strings.EqualFold(alternative, Decorative) {
				alternative = ""
			}
			return template.HTML(fmt.Sprintf(`<img class="%s" src="%s" width="%d" height="%d" alt="%s" loading="lazy">`,
				Class(part.Name), template.HTMLEscapeString(picture.Address), picture.Width, picture.Height,
				template.HTMLEscapeString(alternative)))
		},
	}
}
