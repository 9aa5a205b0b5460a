package boxes

import (
	"maps"
	"slices"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/core/look"
)

var (
	media   = anatomy.NewMediaFields(mediaGroup, displayGroup)
	link    = anatomy.NewLinkFields("link", linkGroup)
	answers = anatomy.NewAnswers(linkGroup, "the button", "the title", "the whole box")
)

// withWords are the forms that show more than titles.
var withWords = []string{gridForm, mixedForm, rowsForm, listForm}

// slots are what a box holds. The first names it.
var slots = []anatomy.Slot{
	anatomy.Heading(kind.Field{Name: "title", Label: "title", Help: "what it is", Type: kind.TextType{Most: 120},
		Required: true, Aliases: []string{"name", "heading", "feature", "benefit", "titel", "titre"}},
		kind.Part{Properties: slices.Concat(anatomy.TextProperties, anatomy.EnterProperties),
			Defaults: map[string]string{"font-family": "display", "font-weight": "weight-display", "font-size": "type-5",
				"font-size@middle": "type-4", "line-height": "leading-tight"},
			In: map[string]map[string]string{
				rowsForm: {"font-size": "type-6", "font-size@middle": "type-6", "font-size@narrow": "type-5"},
				listForm: {"font-size": "type-4"},
				stripForm: {"font-family": "text", "font-size": "type-3", "font-size@middle": "type-3",
					"font-weight": "weight-strong"}}}).Linked(link, answers),
	anatomy.Media(media,
		kind.Part{Name: "media", Help: "what stands at the head of a box",
			Properties: slices.Concat([]string{"margin", "display"}, anatomy.BoxProperties),
			As:         map[string]string{"margin": "--rb-media-margin"},
			Defaults:   map[string]string{"margin": "0 0 space-3"},
			In: map[string]map[string]string{rowsForm: {"margin": "0", "margin@narrow": "0 0 space-3",
				"background-color": "raised", "border": "1px solid line", "border-radius": "radius-2", "padding": "space-6"},
				listForm: {"margin": "0"}, stripForm: {"margin": "0 0 space-2"}}},
		kind.Part{Help: "the icon, on a ground as much larger as its padding", Defaults: onGround(map[string]string{
			"font-size": "26px", "padding": "12px", "border-radius": "radius-2"}), In: map[string]map[string]string{
			rowsForm:  {"font-size": "44px", "padding": "20px"},
			listForm:  bare(map[string]string{"font-size": "24px"}),
			stripForm: bare(map[string]string{"font-size": "32px"})}},
		kind.Part{Name: "sign", Help: "the number or the letter in an icon's place", Defaults: onGround(map[string]string{
			"font-family": "display", "font-weight": "weight-display", "font-size": "26px", "line-height": "1",
			"padding": "12px", "border-radius": "radius-2"}), In: map[string]map[string]string{
			rowsForm:  {"font-size": "44px", "padding": "20px"},
			listForm:  bare(map[string]string{"font-size": "24px"}),
			stripForm: bare(map[string]string{"font-size": "32px"})}},
		kind.Part{Help: "the picture", Defaults: map[string]string{"border-radius": "radius-1"}}),
	anatomy.Divider(kind.Part{Name: "divider", Forms: withWords, Help: "the line below the title", Paints: ifDivided,
		Defaults: map[string]string{"border": "2px solid accent", "width": "40px", "margin": "space-2 0 0"}}, divided),
	anatomy.Rich(kind.Field{Name: "text", Label: "text", Help: "a few sentences", Type: kind.RichType{Most: 1200},
		Aliases: []string{"description", "body", "details", "beschreibung"}},
		kind.Part{Forms: withWords, Properties: append(slices.Clone(anatomy.TextProperties), "max-width"),
			Defaults: map[string]string{"color": "quiet", "color@featured": "feature-quiet", "font-size": "type-3",
				"margin": "space-1 0 0", "max-width": "48ch"},
			In: plain(map[string]string{"color@featured": "quiet"})}),
	anatomy.Button(link, kind.Part{Forms: withWords, Help: "the link that leads on", Defaults: map[string]string{
		"color": "ink", "font-weight": "weight-strong", "font-size": "type-3", "line-height": "leading-tight",
		"text-decoration": "underline", "padding": "space-0 0", "margin": "space-3 0 0", "text-decoration@hover": "none",
		"color@featured": "on-feature"}, In: plain(map[string]string{"color@featured": "ink"})},
		answers),
	anatomy.Badge(kind.Field{Name: "badge", Label: "badge", Help: "a few words that mark the box",
		Type: kind.TextType{Most: 30}, Aliases: []string{"label", "flag"}},
		kind.Part{Forms: withWords, Defaults: map[string]string{"background-color": "accent", "color": "on-accent",
			"font-size": "type-1", "font-weight": "weight-strong", "line-height": "leading-text",
			"padding": "space-0 space-1", "border-radius": "radius-1",
			"background-color@featured": "feature-accent", "color@featured": "on-feature-accent"},
			In: map[string]map[string]string{rowsForm: {look.AnchorProperty: "top start over"},
				listForm: {look.AnchorProperty: "top start over 0 -4px"}}}),
}

// plain is a look in the forms whose boxes have no ground of their own.
func plain(look map[string]string) map[string]map[string]string {
	return map[string]map[string]string{rowsForm: look, listForm: look}
}

// onGround is the look of a sign on a ground in the accent's colour.
func onGround(look map[string]string) map[string]string {
	maps.Copy(look, map[string]string{"background-color": "accent", "color": "on-accent",
		"background-color@featured": "feature-accent", "color@featured": "on-feature-accent"})
	return look
}

// bare is the look of a sign without a ground.
func bare(look map[string]string) map[string]string {
	maps.Copy(look, map[string]string{"background-color": "transparent", "color": "ink", "padding": "0",
		"background-color@featured": "transparent", "color@featured": "ink"})
	return look
}

// bleeds reports whether pictures reach to the edges of their boxes.
func bleeds(set kind.Set) bool { return kind.Text(set.Facts, "bleed") == toEdge }

func divided(set kind.Set) bool { return kind.Text(set.Facts, "divider") == yes }

func ifDivided(set kind.Set) kind.Paints { return kind.Paints{Absent: !divided(set)} }

// The parts around the slots that the layout names.
const (
	rowPart = "boxes"
	boxPart = "box"
)

// The measures of rows, in CSS px (common practice).
const (
	rowsGap   = 48.0  // between the halves of a row
	rowsStack = 600.0 // below which a row's halves stand above each other
	besideGap = 16.0
)

// bodyOf is what a form shows of each box.
func bodyOf(form string) anatomy.Body {
	least := map[string]float64{gridForm: 220, mixedForm: 220, rowsForm: 260, listForm: 260, stripForm: 112}
	layout := anatomy.Layout{Row: rowPart, Record: boxPart, Least: least[form],
		Order: []string{"media", "title", "divider", "text", "link"}, Side: sideOf(form)}
	if form == gridForm || form == mixedForm {
		layout.Bleeds = func(set kind.Set) string {
			if bleeds(set) {
				return "media"
			}
			return ""
		}
	}
	if form == mixedForm {
		layout.Arrange, layout.Share = mixedColumns, mixedShare
	}
	return anatomy.Body{Slots: anatomy.OfForm(slots, form), Layout: layout}
}

// sideOf is how icons and pictures stand beside words in a form; nil where they never do.
func sideOf(form string) *anatomy.Side {
	wide := anatomy.MediaWide(media, "icon", "sign", "picture")
	switch form {
	case rowsForm:
		return &anatomy.Side{Slot: "media", Gap: rowsGap, Share: 0.5, Stack: rowsStack,
			Places: []anatomy.SidePlace{anatomy.InTurn},
			Place:  func(kind.Set) anatomy.SidePlace { return anatomy.InTurn }}
	case listForm:
		return &anatomy.Side{Slot: "media", Gap: besideGap, Places: []anatomy.SidePlace{anatomy.AtStart}, Wide: wide,
			Place: func(kind.Set) anatomy.SidePlace { return anatomy.AtStart }}
	case stripForm:
		return nil
	}
	return &anatomy.Side{Slot: "media", Gap: besideGap, Wide: wide, Heading: "title",
		Places: []anatomy.SidePlace{anatomy.AtStart, anatomy.AtEnd, anatomy.ByHeading},
		Place: func(set kind.Set) anatomy.SidePlace {
			return map[string]anatomy.SidePlace{atStart: anatomy.AtStart, atEnd: anatomy.AtEnd,
				byHeading: anatomy.ByHeading}[kind.Text(set.Facts, "place")]
		}}
}

// parts are those around the slots.
var parts = []kind.Part{
	anatomy.Ground("the ground on which the boxes stand"),
	{Name: rowPart, Help: "the row of boxes", Place: look.BlockItself, Parent: "ground",
		Properties: []string{"grid-template-columns", "gap"}, As: map[string]string{"gap": "--rb-gap"},
		Defaults: map[string]string{"grid-template-columns": "auto", "gap": "space-4"},
		In: map[string]map[string]string{rowsForm: {"grid-template-columns": "1", "gap": "space-7", "gap@narrow": "space-6"},
			listForm: {"grid-template-columns": "1", "gap": "space-6"}, stripForm: {"gap": "space-5"}}},
	{Name: boxPart, Help: "one box", Place: look.RecordItem, Parent: rowPart, InkFollows: true,
		Properties: anatomy.RecordProperties,
		As:         map[string]string{"text-align": "--rb-align", "padding": anatomy.Padded},
		Defaults:   map[string]string{"text-align": "start", "padding": "0"},
		In: map[string]map[string]string{
			gridForm: boxed(), mixedForm: boxed(), stripForm: {"text-align": "center"}}},
}

// boxed is the look of a box with a ground of its own.
func boxed() map[string]string {
	return map[string]string{"background-color": "raised", "border": "1px solid line", "border-radius": "radius-2",
		"padding": "space-4", "background-color@featured": "feature", "color@featured": "on-feature",
		"border@featured": "1px solid feature"}
}
