package reviews

import (
	"html/template"
	"slices"

	"rubrel/core/anatomy"
	"rubrel/core/icon"
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/markup"
	"rubrel/core/writing"
)

// Names of what the layout and the slots name in more than one place.
const (
	rowPart      = "reviews"
	reviewPart   = "review"
	headerPart   = "header"
	portraitPart = "portrait"
	initialsPart = "initials"
	namePart     = "name"
	titlePart    = "title"
	ratingPart   = "rating"
	starsPart    = "stars"
	emptyPart    = "empty"
	numberPart   = "number"
	textPart     = "text"
	morePart     = "more"
	footPart     = "foot"
	sourcePart   = "source"
	originPart   = "origin"
	datePart     = "date"
	verifiedPart = "verified"
	answerPart   = "answer"
	byPart       = "answer-by"
	saysPart     = "answer-text"

	nameField = "name"
)

// slots are what is shown of a review. The first names it.
var slots = []anatomy.Slot{header(), ratings(), divider, says(), foot(), answer()}

var divider = anatomy.Divider(kind.Part{Name: "divider", Forms: ofRecords, Help: "a line between the header and " +
	"the text",
	Paints:   func(set kind.Set) kind.Paints { return kind.Paints{Absent: !divided(set)} },
	Defaults: map[string]string{"border": "1px solid line", "margin": "space-3 0 0"}}, divided)

func divided(set kind.Set) bool { return text(set, "divider") == yes }

// Words that choices are compared with.
const (
	yes      = "yes"
	nothing  = "nothing"
	outlined = "outlined"
	above    = "above"
)

// setFields are what is said for all reviews.
var setFields = []kind.Field{
	{Name: "divider", Group: displayGroup, Label: "divider", Help: "a line between the header and the text",
		Type: choice("no", yes)},
	{Name: "missing", Group: displayGroup, Label: "without a picture", Help: "what stands in the place of a picture: " +
		"the initials, or nothing", Type: choice("initials", nothing)},
	{Name: "sum", Group: displayGroup, Label: "the average", Help: "whether it stands above the reviews",
		Type: choice("no", above)},
	linesField,
	scaleField,
	iconField, glyphField, fillField, numbersField,
	averageField, countField, itemField, itemTypeField, ownerField,
	arrowsField, stepField, positionField, endlessField, movesField,
}

// linesField is how much of a long text is in sight.
var linesField = kind.Field{Name: "lines", Group: displayGroup, Label: "lines in sight", Help: "of longer texts " +
	"the rest " +
	"appears when a visitor asks for it; all of it where nothing is said", Type: kind.WholeType{Least: 2, Most: 30}}

// says is the text of a review.
func says() anatomy.Slot {
	slot := anatomy.Rich(kind.Field{Name: "text", Label: "text", Help: "what they say", Type: kind.RichType{Most: 4000},
		Aliases: []string{"review", "comment", "body", "quote", "says", "description", "bewertung", "kommentar", "avis"}},
		kind.Part{Forms: ofRecords, Properties: append(slices.Clone(anatomy.TextProperties), "max-width"),
			Defaults: map[string]string{"font-size": "type-3", "margin": "space-3 0 0"},
			In: map[string]map[string]string{quoteForm: {"font-family": "display", "font-weight": "weight-display",
				"font-size": "type-6", "font-size@narrow": "type-5", "line-height": "1.35", "margin": "0",
				"max-width": "28em"}}})
	whole := slot.HTML
	slot.Element = "says"
	slot.Parts = append(slot.Parts, kind.Part{Name: morePart, Forms: ofRecords, Text: true, Pressed: true,
		Help: "what shows the rest of a long text", Paints: func(set kind.Set) kind.Paints {
			return kind.Paints{Absent: set.Facts[linesField.Name] == nil}
		}, Properties: slices.Concat(anatomy.TextProperties, []string{"padding"}),
		Defaults: map[string]string{"font-size": "type-2", "font-weight": "weight-strong", "padding": "space-0 0",
			"text-decoration": "underline", "text-decoration@hover": "none"}})
	slot.HTML = func(at anatomy.At) template.HTML {
		html := whole(at)
		if html == "" {
			return ""
		}
		if at.View.Set.Facts[linesField.Name] != nil {
			w, _ := wordsFor(at.View.Locale)
			words := func(class, text string) template.HTML {
				return markup.Element("span", markup.Class(class), markup.Text(at.View.Soft(morePart, at.Record.ID, text)))
			}
			html += markup.Element("details", anatomy.Classed(morePart),
				markup.Element("summary", "", words("rb-shut", w.More), words("rb-open", w.Less)))
		}
		return markup.Element("div", anatomy.Classed(slot.Element)+spokenIn(at), html)
	}
	texts := slot.Runs
	slot.Runs = func(at anatomy.At) []kind.Run {
		runs := texts(at)
		if sight, clamps := at.View.Set.Facts[linesField.Name].(kind.Whole); clamps && len(runs) > 0 {
			runs[0].Sight = int(sight)
			w, _ := wordsFor(at.View.Locale)
			for _, words := range []string{w.More, w.Less} {
				runs = append(runs, kind.Run{Part: morePart, Text: at.View.Soft(morePart, at.Record.ID, words)})
			}
		}
		return runs
	}
	slot.Variables = clamped
	return slot
}

// spokenIn are the attributes of a text in another language than the page's.
func spokenIn(at anatomy.At) markup.Attributes {
	tag := kind.Text(at.Record.Facts, languageField.Name)
	if tag == "" || tag == at.View.Locale {
		return ""
	}
	return markup.Attribute("lang", tag).With("dir", writing.Direction(tag))
}

// ground is what the reviews stand on; a line that stands beside a price has next to none.
func ground() kind.Part {
	part := anatomy.Ground("the ground on which the reviews stand")
	part.In = map[string]map[string]string{lineForm: {"padding": "space-2 space-6", "padding@middle": "space-2 space-4",
		"padding@narrow": "space-2 space-3"}}
	return part
}

// parts are those around the slots.
var parts = []kind.Part{
	ground(),
	{Name: rowPart, Forms: ofRecords, Help: "the row of reviews: how many stand side by side", Place: look.BlockItself,
		Parent: "ground", Properties: slices.Concat([]string{"grid-template-columns", "gap"}, look.TransitionNames()),
		As:       map[string]string{"gap": "--rb-gap"},
		Defaults: map[string]string{"grid-template-columns": "auto", "gap": "space-4"},
		In: map[string]map[string]string{quoteForm: {"grid-template-columns": "1"},
			slidingForm: {"transition-duration": "motion-2", "transition-timing-function": "ease-out"}}},
	{Name: reviewPart, Forms: ofRecords, Help: "one review", Place: look.RecordItem, Parent: rowPart, InkFollows: true,
		Properties: anatomy.RecordProperties, As: map[string]string{"text-align": "--rb-align"},
		Defaults: map[string]string{"text-align": "start", "background-color": "raised", "border": "1px solid line",
			"border-radius": "radius-2", "padding": "space-4", "border@featured": "2px solid ink"},
		In: map[string]map[string]string{quoteForm: {"background-color": "transparent", "border": "none", "padding": "0",
			"border@featured": "none"}}},
}

// bodyOf is what a form shows of each review.
func bodyOf(form string) anatomy.Body {
	least := map[string]float64{slidingForm: 250, gridForm: 250, columnsForm: 250, quoteForm: 260}
	order := []string{headerPart, ratingPart, "divider", textPart, answerPart, footPart}
	if form == quoteForm {
		order = []string{ratingPart, textPart, "divider", headerPart, answerPart, footPart}
	}
	return anatomy.Body{Slots: slots, Layout: anatomy.Layout{Row: rowPart, Record: reviewPart, Least: least[form],
		Order: order}}
}

// drawing is an icon that a set names, or another one where it names none.
func drawing(v kind.View, field kind.Field, otherwise string) template.HTML {
	if name := text(v.Set, field.Name); name != "" {
		return icon.In(v, name)
	}
	return icon.SVG(otherwise)
}
