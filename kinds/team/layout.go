package team

import (
	"fmt"
	"html/template"
	"slices"
	"strings"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/markup"
)

// The measures of what stands beside others, in CSS px (common practice).
const (
	rowsGap    = 40.0  // between picture and words
	profileGap = 56.0  // of a large profile
	rowsStack  = 560.0 // below which the picture stands above the words
	listGap    = 16.0
	mostCard   = 420.0
)

// bodyOf is what a form shows of each person.
func bodyOf(form string) anatomy.Body {
	least := map[string]float64{cardsForm: 210, overForm: 210, rowsForm: 260, listForm: 260, profileForm: 260}
	layout := anatomy.Layout{Row: rowPart, Record: personPart, Least: least[form], Side: sideOf(form),
		Order: []string{portraitPart, nameField, "position", "text", "email", "telephone", profilesPart, savePart, "link"}}
	if packs(form) {
		layout.Arrange, layout.Rows, layout.Groups = packedColumns, packedRows, leadersFirst
		layout.Share, layout.Most = packedShare, mostCard
	}
	return anatomy.Body{Slots: slotsOf(form), Layout: layout}
}

// slotsOf are the slots that a form has. On cards, a picture beside the words is as wide as besideCard.
func slotsOf(form string) []anatomy.Slot {
	all := anatomy.OfForm(slots, form)
	if form == cardsForm {
		i := slices.IndexFunc(all, func(s anatomy.Slot) bool { return s.Name() == portraitPart })
		all[i].Rules += fmt.Sprintf(":is(.rb-beside, .rb-at-end, .rb-in-turn) .%s { inline-size: %gpx; }\n",
			anatomy.Class(portraitPart), besideCard)
	}
	return all
}

// sideOf is how pictures stand beside words in a form; nil where they never do.
func sideOf(form string) *anatomy.Side {
	places := map[string]anatomy.SidePlace{atStart: anatomy.AtStart, atEnd: anatomy.AtEnd, inTurn: anatomy.InTurn}
	all := []anatomy.SidePlace{anatomy.AtStart, anatomy.AtEnd, anatomy.InTurn}
	place := func(usual anatomy.SidePlace) func(kind.Set) anatomy.SidePlace {
		return func(set kind.Set) anatomy.SidePlace {
			if p, ok := places[said(set, "place")]; ok {
				return p
			}
			return usual
		}
	}
	switch form {
	case overForm:
		return nil
	case rowsForm:
		return &anatomy.Side{Slot: portraitPart, Gap: rowsGap, Share: 0.34, Stack: rowsStack, Places: all,
			Place: place(anatomy.AtStart)}
	case profileForm:
		return &anatomy.Side{Slot: portraitPart, Gap: profileGap, Share: 0.44, Stack: rowsStack, Places: all,
			Place: place(anatomy.AtStart)}
	}
	usual := anatomy.Above
	if form == listForm {
		usual = anatomy.AtStart
	}
	return &anatomy.Side{Slot: portraitPart, Gap: listGap, Places: all, Place: place(usual),
		Wide: func(_ kind.View, r kind.Ruler) float64 {
			if wide := r.Length(portraitPart, "width"); wide > 0 {
				return wide
			}
			return besideCard
		}}
}

// besideCard is how wide a picture is that stands beside the words of a card, in CSS px, where the look does not say.
const besideCard = 96.0

// htmlOf writes a form. Over the picture, the words stand in an element of their own.
func htmlOf(form string, body anatomy.Body) func(kind.View) (template.HTML, error) {
	class := func(v kind.View) string {
		var classes []string
		if form == overForm || form == listForm {
			classes = append(classes, anatomy.Class("as-"+form))
		}
		if packs(form) {
			classes = append(classes, anatomy.Class("packed"))
		}
		if effect := said(v.Set, "effect"); effect != "" && effect != effects.Words[0] {
			classes = append(classes, anatomy.Class("effect-"+effect))
		}
		side := said(v.Set, "labels")
		if side == "" {
			side = "above"
		}
		return strings.Join(append(classes, anatomy.Class("labels-"+strings.ReplaceAll(side, " ", "-"))), " ")
	}
	if form != overForm {
		return body.Records("ground", class, anatomy.Inside)
	}
	return body.Records("ground", class, func(slots []anatomy.Slot, at anatomy.At) template.HTML {
		outside := func(s anatomy.Slot) bool { return s.Name() == portraitPart || s.Over }
		words := slices.DeleteFunc(slices.Clone(slots), outside)
		others := slices.DeleteFunc(slices.Clone(slots), func(s anatomy.Slot) bool { return !outside(s) })
		return anatomy.Inside(others, at) + markup.Element("div", anatomy.Classed(wordsPart), anatomy.Inside(words, at))
	})
}

// parts are those around the slots.
var parts = []kind.Part{
	anatomy.Ground("the ground on which the people stand"),
	{Name: rowPart, Help: "the rows of people", Place: look.BlockItself, Parent: "ground",
		Properties: []string{"grid-template-columns", "gap"}, As: map[string]string{"gap": "--rb-gap"},
		Defaults: map[string]string{"grid-template-columns": "auto", "gap": "space-5"},
		In: map[string]map[string]string{rowsForm: {"grid-template-columns": "1", "gap": "space-7", "gap@narrow": "space-6"},
			profileForm: {"grid-template-columns": "1", "gap": "space-8", "gap@narrow": "space-7"},
			overForm:    {"gap": "space-4"}}},
	{Name: leadersPart, Forms: []string{cardsForm, overForm}, Help: "the rows of those who lead: how many stand in each",
		Place: look.BlockItself, Parent: rowPart, Properties: []string{"grid-template-columns"},
		Defaults: map[string]string{"grid-template-columns": "auto"}},
	{Name: personPart, Help: "one person", Place: look.RecordItem, Parent: rowPart, InkFollows: true,
		Properties: anatomy.RecordProperties, As: map[string]string{"text-align": "--rb-align"},
		Defaults: map[string]string{"text-align": "start", "padding": "0"},
		In: map[string]map[string]string{cardsForm: {"background-color": "raised", "border": "1px solid line",
			"border-radius": "radius-2", "padding": "space-3"}}},
	{Name: wordsPart, Forms: []string{overForm}, Parent: personPart, Help: "the ground of the words on the picture",
		Properties: slices.Concat([]string{"color"}, anatomy.BoxProperties),
		As:         map[string]string{"background-color": "--rb-veil"}, Pictured: pictureField.Name, Unpictured: framePart,
		Defaults: map[string]string{"background-color": "#000000b3", "color": "#ffffff", "padding": "space-3"}},
}
