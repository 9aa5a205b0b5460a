package points

import (
	"html/template"
	"slices"
	"strings"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/markup"
)

var (
	media   = anatomy.NewMediaFields(mediaGroup, displayGroup)
	link    = anatomy.NewLinkFields("link", linkGroup)
	answers = anatomy.NewAnswers(linkGroup, "the link", "the title", "the whole point")
)

// slots are what a point holds. The first names it.
var slots = []anatomy.Slot{
	anatomy.Heading(kind.Field{Name: "title", Label: "title", Help: "what it is", Type: kind.TextType{Most: 120},
		Required: true, Aliases: []string{"name", "heading", "point", "step", "time", "titel", "titre"}},
		kind.Part{Parent: wordsPart, As: map[string]string{"color": "--rb-title-ink"},
			Properties: slices.Concat(anatomy.TextProperties, anatomy.EnterProperties),
			Defaults: map[string]string{"font-family": "display", "font-weight": "weight-display", "font-size": "type-4",
				"line-height": "leading-tight"}}).Linked(link, answers),
	onRamps(anatomy.Media(media,
		kind.Part{Name: mediaPart, Help: "the panel of the sign: its width, its ground",
			Properties: slices.Concat([]string{"color", "width", "display"}, anatomy.BoxProperties),
			As: map[string]string{"width": "--rb-panel", "background-color": "--rb-media-ground",
				"color": "--rb-media-ink"}, InkFollows: true,
			Defaults: map[string]string{"width": "88px", "width@narrow": "64px", "background-color": "accent",
				"color": "on-accent", "padding": "space-2", "background-color@featured": "feature-accent",
				"color@featured": "on-feature-accent"},
			In: map[string]map[string]string{timelineForm: {"background-color": "transparent", "padding": "0",
				"width": "42px", "width@narrow": "42px", "color": "ink", "background-color@featured": "transparent",
				"color@featured": "ink"}}},
		kind.Part{Help: "the icon, on a ground as much larger as its padding", Defaults: map[string]string{
			"font-size": "32px"}, In: map[string]map[string]string{timelineForm: onLine("22px")}},
		kind.Part{Name: "sign", Help: "the number or the letter in an icon's place", Defaults: map[string]string{
			"font-family": "display", "font-weight": "weight-display", "font-size": "32px", "line-height": "1"},
			In: map[string]map[string]string{timelineForm: onLine("22px")}},
		kind.Part{Help: "the picture", Defaults: map[string]string{"border-radius": "radius-1"}})),
	anatomy.Rich(kind.Field{Name: "text", Label: "text", Help: "a few sentences", Type: kind.RichType{Most: 1200},
		Aliases: []string{"description", "body", "details", "beschreibung"}},
		kind.Part{Parent: wordsPart, As: map[string]string{"color": "--rb-text-ink"},
			Properties: append(slices.Clone(anatomy.TextProperties), "max-width"),
			Defaults: map[string]string{"color": "quiet", "color@featured": "feature-quiet", "font-size": "type-3",
				"margin": "space-0 0 0", "max-width": "48ch"},
			In: map[string]map[string]string{timelineForm: {"color@featured": "quiet"}}}),
	anatomy.Button(
		link,
		kind.Part{
			Parent: wordsPart,
			As:     map[string]string{"color": "--rb-link-ink"},
			Help:   "the link that leads on",
			Defaults: map[string]string{
				"color": "ink", "font-weight": "weight-strong", "font-size": "type-3", "line-height": "leading-tight",
				"text-decoration": "underline", "padding": "space-0 0", "margin": "space-2 0 0", "text-decoration@hover": "none",
				"color@featured": "on-feature"},
			In: map[string]map[string]string{timelineForm: {"color@featured": "ink"}},
		},
		answers,
	),
}

// onLine is the look of a sign that stands on the line of a timeline.
func onLine(size string) map[string]string {
	return map[string]string{"font-size": size, "padding": "10px", "border-radius": "99px", "background-color": "accent",
		"color": "on-accent", "background-color@featured": "ink", "color@featured": "ground"}
}

// The parts around the slots that the layout names.
const (
	rowPart   = "points"
	pointPart = "point"
	wordsPart = "words"
	mediaPart = "media"
	linePart  = "line"
)

// bodyOf is what a form shows of each point.
func bodyOf(form string) anatomy.Body {
	const least = 300.0 // of a point, in CSS px (common practice)
	return anatomy.Body{Slots: slots, Layout: anatomy.Layout{Row: rowPart, Record: pointPart, Least: least,
		Order: []string{mediaPart, "title", "text", "link"},
		Side: &anatomy.Side{Slot: mediaPart,
			Wide: func(_ kind.View, r kind.Ruler) float64 { return r.Length(mediaPart, "width") + r.Gap(pointPart) },
			Place: func(set kind.Set) anatomy.SidePlace {
				if kind.Text(set.Facts, "side") == atEnd {
					return anatomy.AtEnd
				}
				return anatomy.AtStart
			}}}}
}

// htmlOf writes a form: of each point the panel of its sign, and that of its words.
func htmlOf(form string, body anatomy.Body) func(kind.View) (template.HTML, error) {
	class := func(v kind.View) string {
		classes := rampClasses(v.Set)
		if form == timelineForm {
			classes = append(classes, anatomy.Class("as-"+timelineForm), anatomy.Class(linePart))
		}
		return strings.Join(classes, " ")
	}
	return body.Records("ground", class, func(slots []anatomy.Slot, at anatomy.At) template.HTML {
		i := slices.IndexFunc(slots, func(s anatomy.Slot) bool { return s.Name() == mediaPart })
		words := slices.Delete(slices.Clone(slots), i, i+1)
		return anatomy.Inside(slots[i:i+1], at) +
			markup.Element("div", anatomy.Classed(wordsPart), anatomy.Inside(words, at))
	})
}

// parts are those around the slots.
var parts = []kind.Part{
	anatomy.Ground("the ground on which the points stand"),
	{Name: rowPart, Help: "the row of points", Place: look.BlockItself, Parent: "ground",
		Properties: []string{"grid-template-columns", "gap"}, As: map[string]string{"gap": "--rb-gap"},
		Defaults: map[string]string{"grid-template-columns": "1", "gap": "space-2"},
		In: map[string]map[string]string{columnsForm: {"grid-template-columns": "auto", "gap": "space-3"},
			timelineForm: {"gap": "space-5"}}},
	{Name: linePart, Forms: []string{timelineForm}, Help: "the line through the signs", Place: look.BlockItself,
		Parent: rowPart, Properties: []string{"border"}, As: map[string]string{"border": "--rb-line-rule"},
		Defaults: map[string]string{"border": "2px solid line"}},
	{Name: pointPart, Help: "one point: the radius of both panels together, the gap between them", Place: look.RecordItem,
		Parent: rowPart, Properties: append(slices.Clone(anatomy.RecordProperties), "gap"),
		As:       map[string]string{"text-align": "--rb-align", "gap": "--rb-panel-gap"},
		Defaults: map[string]string{"text-align": "start", "border-radius": "radius-2", "gap": "0px"},
		In:       map[string]map[string]string{timelineForm: {"gap": "space-4", "border-radius": "0"}}},
	{Name: wordsPart, Help: "the panel of the words", Parent: pointPart, InkFollows: true, Paints: onRamp("words-ramp"),
		As:         map[string]string{"background-color": "--rb-words-ground", "color": "--rb-words-ink"},
		Properties: slices.Concat([]string{"color"}, anatomy.BoxProperties),
		Defaults: map[string]string{"background-color": "raised", "padding": "space-3 space-4",
			"padding@narrow": "space-3", "background-color@featured": "feature", "color@featured": "on-feature"},
		In: map[string]map[string]string{timelineForm: {"background-color": "transparent", "padding": "space-1 0",
			"padding@narrow": "space-1 0", "background-color@featured": "transparent", "color@featured": "ink"}}},
}
