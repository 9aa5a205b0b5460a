// Package notes is a small kind of block, as docs/kinds.md describes one: a title, a text and an icon.
package notes

import (
	"rubrel/core/anatomy"
	"rubrel/core/icon"
	"rubrel/core/intake"
	"rubrel/core/kind"
	"rubrel/core/look"
)

// slots are what a note holds. The first names it.
var slots = []anatomy.Slot{
	anatomy.Heading(kind.Field{Name: "title", Label: "title", Help: "what the note is about",
		Type: kind.TextType{Most: 80}, Required: true, Aliases: []string{"name"}},
		kind.Part{Defaults: map[string]string{"font-weight": "weight-strong", "line-height": "leading-tight"}}),
	anatomy.Text(kind.Field{Name: "text", Label: "text", Help: "a sentence or two", Type: kind.TextType{Most: 400}},
		kind.Part{}),
	anatomy.Icon(kind.Field{Name: "icon", Label: "icon", Help: "the name of an icon: moon", Type: icon.Type{}},
		kind.Part{Defaults: map[string]string{"font-size": "32px", "margin": "0 0 space-1"}}),
}

// parts are those around the slots.
var parts = []kind.Part{
	{Name: "ground", Help: "the ground on which the notes stand", Place: look.BlockItself,
		Properties: anatomy.BlockProperties,
		Defaults: map[string]string{"background-color": "ground", "color": "ink", "font-family": "text",
			"font-size": "type-3", "line-height": "leading-text", "padding": "space-5 space-4"}},
	{Name: "notes", Help: "the row of notes", Place: look.BlockItself, Parent: "ground",
		Properties: []string{"grid-template-columns", "gap"}, As: map[string]string{"gap": "--rb-gap"},
		Defaults: map[string]string{"grid-template-columns": "auto", "gap": "space-4"}},
	{Name: "note", Help: "one note", Place: look.RecordItem, Parent: "notes", Properties: anatomy.RecordProperties,
		As: map[string]string{"text-align": "--rb-align"}, Defaults: map[string]string{"text-align": "start"}},
}

const css = `.rb-note { text-align: var(--rb-align); }`

// Declaration is the kind.
func Declaration() (*kind.Kind, error) {
	body := anatomy.Body{Slots: slots, Layout: anatomy.Layout{Row: "notes", Record: "note", Least: 200,
		Order: []string{"icon", "title", "text"}}}
	fields := anatomy.Fields(slots)
	return kind.New(&kind.Kind{
		Name: "notes", Title: "Notes", One: "note", Many: "notes", CanFeature: true,
		Fields: fields,
		Parts:  append(parts, anatomy.Parts("note", nil, slots)...),
		Forms: []kind.Form{body.Form(kind.Form{Name: "grid", Title: "grid", Help: "Notes side by side.",
			HTML: body.Plain("ground"), CSS: []string{css}})},
		Intake: intake.Plain(fields, "notes down or across", "Title\tText\nOpening hours\tFridays from eight"),
		Fresh: func(k *kind.Kind, _ string) kind.Set {
			return kind.Set{Kind: k, Records: []kind.Record{{ID: "note-1",
				Facts: map[string]kind.Value{"title": kind.TextValue("First note")}}}}
		},
	})
}
