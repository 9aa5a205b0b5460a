// Package anatomy is what kinds of blocks are made of: the parts that several kinds share, each with its facts, its
// markup, its properties and the texts whose fit is measured; and the layout of a record in which they stand.
package anatomy

import (
	"cmp"
	"html/template"
	"maps"
	"slices"
	"strconv"
	"strings"

	"rubrel/core/icon"
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/markup"
)

// Slot is one thing that stands in a record, as a kind composes it.
type Slot struct {
	// Fields are the facts that it shows.
	Fields []kind.Field
	// Parts are its own part, after which it is named, and the parts within that.
	Parts []kind.Part
	// Element is the class of its element, without the prefix, where that is not its part's.
	Element string
	// HTML is one element with that class, or nothing.
	HTML func(At) template.HTML
	// Runs are its texts; the record is filled in.
	Runs func(At) []kind.Run
	// CSS are declarations of its own element as it stands in a record, which the look goes over.
	CSS string
	// Rules are style rules for its element and what stands within it, wherever it stands.
	Rules string
	// Variables are custom properties that it needs in a record; nil for none.
	Variables func(At) []kind.Variable
	// Check finds what is wrong with what it shows in a form; nil where nothing can be.
	Check func(Body, kind.View) []kind.Finding
	// Whole says that the whole record may answer to it.
	Whole bool
	// Over says that it stands over the upper edge of the record, and takes no row.
	Over bool
	// Lines is over how many rows it lies, which the records share; nil for one row.
	Lines func(At) int
}

// At is a record as a slot is asked about it.
type At struct {
	View   kind.View
	Record kind.Record
	// Reader is what the kind makes of the set for the slots of its own.
	Reader any
	// body is what the form shows of each record; nil where that is not known.
	body *Body
}

// Name is the name of the slot's part.
func (s Slot) Name() string { return s.Parts[0].Name }

// written is the slot's HTML, which a view asks for more than once.
func (s Slot) written(at At) template.HTML {
	return kind.Remember(at.View, "slot "+s.Name()+" of "+at.Record.ID, func() template.HTML { return s.HTML(at) })
}

// class is that of the slot's element.
func (s Slot) class() string { return Class(cmp.Or(s.Element, s.Name())) }

// Class is the class that the elements of a part have.
func Class(part string) string { return look.ClassPrefix + part }

// Classed is the attribute class with the class of a part, and more names.
func Classed(part string, more ...string) markup.Attributes {
	return markup.Class(append([]string{Class(part)}, more...)...)
}

// Words is a slot of one text that the kind makes: a paragraph with the class of the part.
func Words(part kind.Part, fields []kind.Field, text func(At) string, run kind.Run) Slot {
	return words(part, fields, func(At) string { return "p" }, text, run)
}

// words is a slot of one text in an element of a tag.
func words(part kind.Part, fields []kind.Field, tag, text func(At) string, run kind.Run) Slot {
	part.Text = true
	if part.Properties == nil {
		part.Properties = TextProperties
	}
	soft := func(at At) string { return at.View.Soft(part.Name, at.Record.ID, text(at)) }
	return Slot{
		Fields: fields,
		Parts:  []kind.Part{part},
		HTML: func(at At) template.HTML {
			shown, tag := soft(at), tag(at)
			if shown == "" {
				return ""
			}
			return markup.Element(tag, Classed(part.Name), markup.Text(shown))
		},
		Runs: func(at At) []kind.Run {
			run := run
			if run.Part, run.Text = part.Name, soft(at); run.Text == "" {
				return nil
			}
			return []kind.Run{run}
		},
	}
}

// ofField is a paragraph of what a field says.
func ofField(field kind.Field, part kind.Part, run kind.Run) Slot {
	run.Key = field.Name
	return Words(part, []kind.Field{field}, saidOf(field), run)
}

// Text is a paragraph of plain text that a field says. The part is named after the field where it has no name; where
// nothing is said of its look, it is quiet and small.
func Text(field kind.Field, part kind.Part) Slot {
	part = named(part, field)
	if part.Defaults == nil {
		part.Defaults = map[string]string{"color": "quiet", "color@featured": "feature-quiet", "font-size": "type-2",
			"margin": "space-0 0 0"}
	}
	return ofField(field, part, kind.Run{})
}

// Label is a paragraph that names its record, where no heading is wanted. Labels of one row have as many lines.
func Label(field kind.Field, part kind.Part) Slot {
	return ofField(field, named(part, field), kind.Run{Even: true})
}

// Heading is the heading of a record, of the level that the page's outline gives it; a paragraph where that is 0.
func Heading(field kind.Field, part kind.Part) Slot {
	tag := func(at At) string {
		if at.View.HeadingLevel == 0 {
			return "p"
		}
		return "h" + strconv.Itoa(at.View.HeadingLevel)
	}
	return words(named(part, field), []kind.Field{field}, tag, saidOf(field), kind.Run{Key: field.Name, Even: true})
}

// Badge is a few words that mark a record, at one of nine places of it: on its upper edge where nothing else is said.
// They keep to one line.
func Badge(field kind.Field, part kind.Part) Slot {
	part = named(part, field)
	if part.Properties == nil {
		part.Properties = slices.Concat([]string{look.AnchorProperty}, TextProperties, BoxProperties, EnterProperties)
	}
	defaults := map[string]string{look.AnchorProperty: "auto"}
	maps.Copy(defaults, part.Defaults)
	part.Defaults = defaults
	slot := ofField(field, part, kind.Run{OneLine: true})
	slot.Over = true
	return slot
}

// Icon is an icon that a field names.
func Icon(field kind.Field, part kind.Part) Slot {
	part = named(part, field)
	part.Text, part.Square = true, true // its ink is seen against its ground as that of words is
	part.Paints = IfSaid(field.Name)
	if part.Properties == nil {
		part.Properties = slices.Concat([]string{"color", "font-size", "margin", "display"}, ShapeProperties, EnterProperties)
	}
	return Slot{
		Fields: []kind.Field{field},
		Parts:  []kind.Part{part},
		CSS:    "justify-self: var(--rb-align);",
		Rules: "." + Class(part.Name) + " { line-height: 1; inline-size: fit-content; }\n" +
			"." + Class(part.Name) + " svg { display: block; inline-size: 1em; block-size: 1em; overflow: hidden; " +
			"fill: none; stroke: currentColor; stroke-width: 2; stroke-linecap: round; stroke-linejoin: round; }\n",
		HTML: func(at At) template.HTML {
			drawing := icon.In(at.View, saidOf(field)(at))
			if drawing == "" {
				return ""
			}
			return markup.Element("span", Classed(part.Name), drawing)
		},
	}
}

// IconWide measures how wide an icon with its ground is.
func IconWide(part string) func(kind.View, kind.Ruler) float64 {
	return func(_ kind.View, r kind.Ruler) float64 { return r.Size(part) + r.Edges(part) }
}

func named(part kind.Part, field kind.Field) kind.Part {
	if part.Name == "" {
		part.Name = field.Name
	}
	if part.Help == "" {
		part.Help = field.Help
	}
	if part.Paints == nil && !field.Required {
		part.Paints = IfSaid(field.Name)
	}
	return part
}

// saidOf is what a record says of a field, or what the set says of it for all.
func saidOf(field kind.Field) func(At) string {
	return func(at At) string {
		v := at.View.Set.Said(at.Record, field.Name)
		if v == nil {
			return ""
		}
		return strings.TrimSpace(v.String())
	}
}

// IfSaid, as a part's Paints, leaves a part out where no record says any of some facts.
func IfSaid(names ...string) func(kind.Set) kind.Paints {
	return func(set kind.Set) kind.Paints {
		for _, r := range set.Records {
			for _, name := range names {
				if set.Said(r, name) != nil {
					return kind.Paints{}
				}
			}
		}
		return kind.Paints{Absent: true}
	}
}
