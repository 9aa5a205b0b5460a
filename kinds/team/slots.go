package team

import (
	"html/template"
	"slices"
	"strings"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/markup"
	"rubrel/core/typeset"
)

// The parts that others are within or the layout names.
const (
	rowPart      = "people"
	leadersPart  = "leaders"
	personPart   = "person"
	wordsPart    = "words"
	portraitPart = "portrait"
	framePart    = "frame"
	initialsPart = "initials"
	holderPart   = "place-holder"
	profilesPart = "profiles"
	profilePart  = "profile"
	labelPart    = "profile-name"
	savePart     = "address-card"
	nameField    = "name"
)

var (
	link    = anatomy.NewLinkFields("link", linkGroup)
	answers = anatomy.NewAnswers(linkGroup, "the button", "the name", "the whole card")
)

// slots are what is shown of a person. The first names them.
var slots = []anatomy.Slot{
	name(),
	portrait(),
	anatomy.Text(kind.Field{Name: "position", Label: "position", Help: "what they do",
		Type: kind.TextType{Most: 120}, Aliases: []string{"role", "job", "title", "job title", "funktion", "fonction"}},
		kind.Part{Defaults: map[string]string{"color": "quiet", "font-size": "type-2",
			"margin": "2px 0 0"}, In: map[string]map[string]string{overForm: onPicture, profileForm: {"font-size": "type-4"}}}),
	anatomy.Rich(kind.Field{Name: "text", Label: "text", Help: "a few sentences", Type: kind.RichType{Most: 2000},
		Aliases: []string{"description", "bio", "about", "beschreibung"}},
		kind.Part{Forms: withText, Properties: append(slices.Clone(anatomy.TextProperties), "max-width"),
			Defaults: map[string]string{"color": "ink", "font-size": "type-3",
				"margin": "space-2 0 0", "max-width": "52ch"}}),
	address(kind.Field{Name: "email", Group: reachGroup, Label: "e-mail", Help: "name@example.org", Type: emailText,
		Aliases: []string{"e-mail", "mail", "e-mail address", "courriel"}}, func(v kind.View, said string) (string, string) {
		return said, "mailto:" + said
	}),
	address(kind.Field{Name: "telephone", Group: reachGroup, Label: "telephone", Help: "as you would write it; it is " +
		"shown as the visitors' country writes it", Type: phoneText,
		Aliases: []string{"phone", "tel", "tel.", "mobile", "telefon", "téléphone"}},
		func(v kind.View, said string) (string, string) {
			number := phoneOf(said, regionOf(v.Set, v.Locale))
			return number.Shown, number.URI
		}),
	profiles(),
	addressCard(),
	anatomy.Button(link, kind.Part{Help: "the button; a margin below that is less than 0 hangs it over the edge",
		Defaults: map[string]string{"color": "ink", "font-weight": "weight-strong", "font-size": "type-3",
			"line-height": "leading-tight", "padding": "space-1 space-3", "border": "1px solid ink", "border-radius": "99px",
			"margin": "space-3 0 0", "text-decoration": "none", "background-color": "ground",
			"background-color@hover": "ink", "color@hover": "ground"}},
		answers),
	anatomy.Badge(kind.Field{Name: "badge", Label: "badge", Help: "a few words that mark the person",
		Type: kind.TextType{Most: 30}, Aliases: []string{"label", "flag"}},
		kind.Part{Forms: []string{cardsForm, overForm}, Defaults: map[string]string{"background-color": "accent",
			"color": "on-accent", "font-size": "type-1", "font-weight": "weight-strong", "line-height": "leading-text",
			"padding": "space-0 space-1", "border-radius": "radius-1"},
			In: map[string]map[string]string{overForm: {look.AnchorProperty: "top end inside -12px 12px"}}}),
}

// withText are the forms that show what is said of a person at length.
var withText = []string{cardsForm, rowsForm, profileForm}

// onPicture is the look of words that lie on a picture.
var onPicture = map[string]string{"color": "#ffffff"}

// name is a person's name, with their links beside it where the set wants them there.
func name() anatomy.Slot {
	slot := anatomy.Heading(kind.Field{Name: nameField, Label: "name", Help: "the person's name",
		Type: kind.TextType{Most: 120}, Required: true, Aliases: []string{"person", "full name", "nom", "nombre"}},
		kind.Part{Properties: slices.Concat(anatomy.TextProperties, anatomy.EnterProperties),
			Defaults: map[string]string{"font-family": "display", "font-weight": "weight-display", "font-size": "type-4",
				"line-height": "leading-tight"},
			In: map[string]map[string]string{cardsForm: {"font-size@featured": "type-5"},
				rowsForm: {"font-size": "type-5"}, listForm: {"font-size": "type-3", "font-family": "text",
					"font-weight": "weight-strong"},
				profileForm: {
					"font-size":        "type-7",
					"font-size@middle": "type-6",
					"font-size@narrow": "type-6",
				}}}).Linked(link, answers)
	heading := slot.HTML
	slot.Element = "name-line"
	slot.HTML = func(at anatomy.At) template.HTML {
		html := heading(at)
		if html == "" {
			return ""
		}
		if linksBesideName(at.View.Set) {
			html += profilesHTML(at)
		}
		return markup.Element("div", anatomy.Classed(slot.Element), html)
	}
	return slot
}

// address is a way to reach a person: a paragraph with a link. How what is said is written, and where it leads, is the
// field's.
func address(field kind.Field, read func(v kind.View, said string) (shown, href string)) anatomy.Slot {
	of := func(at anatomy.At) (shown, href string) {
		if text := kind.Text(at.Record.Facts, field.Name); text != "" {
			return read(at.View, text)
		}
		return "", ""
	}
	line := field.Name + "-line"
	return anatomy.Slot{
		Fields:  []kind.Field{field},
		Element: line,
		Rules:   "." + anatomy.Class(field.Name) + " { display: inline-block; }\n",
		Parts: []kind.Part{{Name: field.Name, Text: true, Pressed: true, Help: field.Help, Paints: anatomy.IfSaid(field.Name),
			Properties: append(slices.Clone(anatomy.TextProperties), "padding"),
			Defaults: map[string]string{"color": "ink",
				"font-size": "type-2", "padding": "3px 0", "text-decoration": "none", "text-decoration@hover": "underline"},
			In: map[string]map[string]string{overForm: onPicture}}},
		HTML: func(at anatomy.At) template.HTML {
			shown, href := of(at)
			if shown == "" {
				return ""
			}
			text := template.HTML(strings.ReplaceAll(string(markup.Text(shown)), "@", "@<wbr>"))
			link := anatomy.Classed(field.Name).With("href", href)
			return markup.Element("p", anatomy.Classed(line), markup.Element("a", link, text))
		},
		Runs: func(at anatomy.At) []kind.Run {
			shown, _ := of(at)
			if shown == "" {
				return nil
			}
			return []kind.Run{{Part: field.Name, Text: strings.ReplaceAll(shown, "@", "@"+typeset.WordBreak), Key: field.Name}}
		},
	}
}
