// Package anatomy is what kinds of blocks are made of: the parts that several kinds share, each with its facts, its
// markup, its properties and the texts whose fit is measured; and the layout of a record in which they stand.
package anatomy

import (
	"cmp"
	"html/template"
	"slices"
	"strconv"
	"strings"

	"rubrel/core/icon"
	"rubrel/core/kind"
	"rubrel/core/look"
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

// Words is a slot of one text: an element with the class of the part.
func Words(part kind.Part, tag string, fields []kind.Field, text func(At) string, run kind.Run) Slot {
	part.Text = true
	if part.Properties == nil {
		part.Properties = TextProperties
	}
	open, end := "<"+tag+` class="`+Class(part.Name)+`">`, "</"+tag+">"
	return Slot{
		Fields: fields,
		Parts:  []kind.Part{part},
		HTML: func(at At) template.HTML {
			words := text(at)
			if words == "" {
				return ""
			}
			return template.HTML(open + template.HTMLEscapeString(at.View.Soft(part.Name, at.Record.ID, words)) + end)
		},
		Runs: func(at At) []kind.Run {
			run := run
			if run.Part, run.Text = part.Name, at.View.Soft(part.Name, at.Record.ID, text(at)); run.Text == "" {
				return nil
			}
			return []kind.Run{run}
		},
	}
}

// Text is a paragraph of plain text that a field says. The part is named after the field where it has no name; where
// nothing is said of its look, it is quiet and small.
func Text(field kind.Field, part kind.Part) Slot {
	part = named(part, field)
	if part.Defaults == nil {
		part.Defaults = map[string]string{"color": "quiet", "color@featured": "feature-quiet", "font-size": "type-2",
			"margin": "space-0 0 0"}
	}
	return Words(part, "p", []kind.Field{field}, func(at At) string { return said(at, field.Name) },
		kind.Run{Key: field.Name})
}

// Label is a paragraph that names its record, where no heading is wanted. Labels of one row have as many lines.
func Label(field kind.Field, part kind.Part) Slot {
	return Words(named(part, field), "p", []kind.Field{field}, func(at At) string { return said(at, field.Name) },
		kind.Run{Key: field.Name, Even: true})
}

// Badge is a few words that mark a record, over its upper edge. They keep to one line.
func Badge(field kind.Field, part kind.Part) Slot {
	part = named(part, field)
	if part.Properties == nil {
		part.Properties = slices.Concat(TextProperties, BoxProperties, EnterProperties)
	}
	slot := Words(part, "p", []kind.Field{field}, func(at At) string { return said(at, field.Name) },
		kind.Run{Key: field.Name, OneLine: true})
	slot.Over = true
	return slot
}

// Icon is an icon that a field names.
func Icon(field kind.Field, part kind.Part) Slot {
	part = named(part, field)
	part.Text = true // its ink is seen against its ground as that of words is
	part.Paints = IfSaid(field.Name)
	if part.Properties == nil {
		part.Properties = slices.Concat([]string{"color", "font-size", "margin", "display"}, BoxProperties, EnterProperties)
	}
	return Slot{Fields: []kind.Field{field}, Parts: []kind.Part{part}, HTML: func(at At) template.HTML {
		drawing := icon.SVG(said(at, field.Name))
		if drawing == "" {
			return ""
		}
		return `<span class="` + template.HTML(Class(part.Name)) + `">` + drawing + `</span>`
	}}
}

// IconWide measures how wide an icon with its ground is.
func IconWide(part string) func(kind.Ruler) float64 {
	return func(r kind.Ruler) float64 { return r.Size(part) + r.Edges(part) }
}

// Heading is the heading of a record, of the level that the page's outline gives it; a paragraph where that is 0.
func Heading(field kind.Field, part kind.Part) Slot {
	part = named(part, field)
	slot := Words(part, "p", []kind.Field{field}, func(at At) string { return said(at, field.Name) },
		kind.Run{Key: field.Name, Even: true})
	slot.HTML = func(at At) template.HTML {
		words := said(at, field.Name)
		if words == "" {
			return ""
		}
		tag := "p"
		if at.View.HeadingLevel > 0 {
			tag = "h" + strconv.Itoa(at.View.HeadingLevel)
		}
		words = at.View.Soft(part.Name, at.Record.ID, words)
		return template.HTML("<" + tag + ` class="` + Class(part.Name) + `">` + template.HTMLEscapeString(words) + "</" +
			tag + ">")
	}
	return slot
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

// said is what a record says of a field, or what the set says of it for all.
func said(at At, field string) string {
	v := at.View.Set.Said(at.Record, field)
	if v == nil {
		return ""
	}
	return strings.TrimSpace(v.String())
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
