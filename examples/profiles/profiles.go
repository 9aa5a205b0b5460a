// Package profiles is a small kind of block made of the shared parts that the kinds which ship do without: a picture,
// text with emphasis and links, a list, a divider, and a link that a whole record may answer to.
package profiles

import (
	"rubrel/core/anatomy"
	"rubrel/core/intake"
	"rubrel/core/kind"
	"rubrel/core/look"
)

// link is where a profile leads, and answers what of it leads there.
var (
	link    = anatomy.NewLinkFields("link", "Link")
	answers = anatomy.NewAnswers("Link", "the button", "the name", "the whole profile")
)

// slots are what a profile holds. The first names it.
var slots = []anatomy.Slot{
	anatomy.Heading(kind.Field{Name: "name", Label: "name", Help: "who it is", Type: kind.TextType{Most: 80},
		Required: true}, kind.Part{Defaults: map[string]string{"font-weight": "weight-strong"}}).Linked(link, answers),
	anatomy.Picture(kind.Field{Name: "picture", Label: "picture", Help: "one of the site's pictures",
		Type: kind.RefType{To: kind.PictureOffer}},
		kind.Field{Name: "alt", Label: "what it shows", Help: "for those who do not see it", Type: kind.TextType{Most: 200}},
		kind.Part{Defaults: map[string]string{"border-radius": "radius-2", "margin": "0 0 space-2"}}),
	anatomy.Badge(kind.Field{Name: "badge", Label: "badge", Help: "a few words that mark the profile",
		Type: kind.TextType{Most: 30}}, kind.Part{Defaults: map[string]string{"background-color": "accent",
		"color": "on-accent", "padding": "space-0 space-1"}}),
	anatomy.Rich(kind.Field{Name: "about", Label: "about", Help: "a few sentences", Type: kind.RichType{Most: 600}},
		kind.Part{Defaults: map[string]string{"margin": "space-1 0 0"}}),
	anatomy.Divider(kind.Part{Name: "divider", Help: "the line above the list", Defaults: map[string]string{
		"border": "1px solid line", "margin": "space-2 0"}}, nil),
	anatomy.List(kind.Field{Name: "skills", Label: "skills", Help: "a line each",
		Type: kind.TextType{Most: 400, Lines: true}},
		kind.Part{Defaults: map[string]string{"gap": "space-0"}}, kind.Part{Name: "skill", Help: "one of the list"}),
	anatomy.Button(link, kind.Part{Defaults: map[string]string{"color": "ink", "border": "1.5px solid ink",
		"padding": "space-1 space-3", "margin": "space-3 0 0"}},
		answers),
}

// parts are those around the slots.
var parts = []kind.Part{
	{Name: "ground", Help: "the ground on which the profiles stand", Place: look.BlockItself,
		Properties: anatomy.BlockProperties, Defaults: map[string]string{"background-color": "ground", "color": "ink",
			"font-family": "text", "font-size": "type-3", "line-height": "leading-text", "padding": "space-5 space-4"}},
	{Name: "profiles", Help: "the row of profiles", Place: look.BlockItself, Parent: "ground",
		Properties: []string{"grid-template-columns", "gap"}, As: map[string]string{"gap": "--rb-gap"},
		Defaults: map[string]string{"grid-template-columns": "auto", "gap": "space-4"}},
	{Name: "profile", Help: "one profile", Place: look.RecordItem, Parent: "profiles",
		Properties: anatomy.RecordProperties, As: map[string]string{"text-align": "--rb-align"},
		Defaults: map[string]string{"text-align": "start", "padding": "space-4", "background-color": "raised"}},
}

// Declaration is the kind.
func Declaration() (*kind.Kind, error) {
	body := anatomy.Body{Slots: slots, Layout: anatomy.Layout{Row: "profiles", Record: "profile", Least: 220,
		Order: []string{"picture", "name", "badge", "about", "divider", "skills", "link"}}}
	fields := anatomy.Fields(slots)
	return kind.New(&kind.Kind{
		Name: "profiles", Title: "Profiles", One: "profile", Many: "profiles", CanFeature: true,
		Fields:    fields,
		SetFields: []kind.Field{answers.Field},
		Parts:     append(parts, anatomy.Parts("profile", nil, slots)...),
		Forms: []kind.Form{body.Form(kind.Form{Name: "grid", Title: "grid", Help: "Profiles side by side.",
			HTML: body.Plain("ground"), CSS: []string{".rb-profile { text-align: var(--rb-align); }"}})},
		Intake: intake.Plain(fields, "profiles down or across", "Name\tAbout\nIda Marsh\tKeeps the dome turning"),
		Fresh: func(k *kind.Kind, _ string) kind.Set {
			return kind.Set{Kind: k, Records: []kind.Record{{ID: "profile-1",
				Facts: map[string]kind.Value{"name": kind.TextValue("First profile")}}}}
		},
	})
}
