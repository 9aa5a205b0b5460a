package reviews

import (
	"cmp"
	_ "embed"
	"fmt"
	"html/template"
	"slices"
	"strconv"
	"strings"

	"rubrel/core/anatomy"
	"rubrel/core/icon"
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/markup"
	"rubrel/core/wording"
)

//go:embed sliding.js
var slidingJS string

// The words of where arrows and the position stand.
const (
	atSides  = "at the sides"
	noArrows = "none"
	dots     = "dots"
	count    = "count"
	bar      = "bar"
	byOne    = "one"
	inSight  = "all in sight"
)

// How reviews slide.
var (
	arrowsField = kind.Field{Name: "arrows", Group: slideGroup, Label: "arrows", Help: "where they stand; reviews can " +
		"always be slid by touch, by keys and with a wheel", Type: choice(atSides, "below", above, noArrows)}
	stepField = kind.Field{Name: "step", Group: slideGroup, Label: "a move takes", Help: "one review, or as many as " +
		"are in sight", Type: choice(byOne, inSight)}
	positionField = kind.Field{Name: "position", Group: slideGroup, Label: "position", Help: "how it is shown where the " +
		"row is: dots, a count such as 3 of 9, a bar, or not at all", Type: choice(dots, count, bar, nothing)}
	endlessField = kind.Field{Name: "endless", Group: slideGroup, Label: "endless", Help: "whether the first comes " +
		"after the last", Type: choice("no", yes)}
	movesField = kind.Field{Name: "moves", Group: slideGroup, Label: "moves every", Help: "so many seconds, by " +
		"itself, until a visitor stops it; never where nothing is said", Type: kind.WholeType{Least: 2, Most: 60}}
)

// The names of the parts of the controls.
const (
	carouselPart = "carousel"
	controlsPart = "controls"
	arrowPart    = "arrow"
	dotPart      = "dot"
	placePart    = "place"
	wayPart      = "way"
	reachedPart  = "reached"
	pausePart    = "pause"
)

// pressed are properties of what is pressed beside the reviews.
var pressed = slices.Concat([]string{"color", "font-size"}, anatomy.BoxProperties)

// shows makes a part's Paints of what a set says.
func shows(is func(kind.Set) bool) func(kind.Set) kind.Paints {
	return func(set kind.Set) kind.Paints { return kind.Paints{Absent: !is(set)} }
}

// mostDots is how many dots stand on one line between the arrows of a usual phone (390 px, common practice), each a
// target of 24 px (WCAG 2.2, 2.5.8).
const mostDots = 10

// positioned reports whether a set shows its position in a way: dots where it says nothing, and a fraction in the place
// of more dots than stand on a line.
func positioned(word string) func(kind.Set) bool {
	return func(set kind.Set) bool {
		said := cmp.Or(text(set, positionField.Name), dots)
		if said == dots && len(set.Records) > mostDots {
			said = count
		}
		return said == word
	}
}

func hasArrows(set kind.Set) bool { return text(set, arrowsField.Name) != noArrows }

func movesItself(set kind.Set) bool { return set.Facts[movesField.Name] != nil }

// slidingParts are those of the controls.
var slidingParts = []kind.Part{
	{Name: carouselPart, Forms: []string{slidingForm}, Help: "the row with what moves it, and the gap between the two",
		Place: look.BlockItself, Parent: "ground", Properties: []string{"gap"}, As: map[string]string{"gap": "row-gap"},
		Defaults: map[string]string{"gap": "space-3"}},
	{Name: controlsPart, Forms: []string{slidingForm}, Help: "the line of what stops the row and shows where it is",
		Place: look.BlockItself, Parent: "ground", Properties: []string{"gap"},
		Defaults: map[string]string{"gap": "space-2"}},
	{Name: arrowPart, Forms: []string{slidingForm}, Text: true, Pressed: true, LeastHeight: 24, Help: "the arrows: " +
		"their size is the font-size", Place: look.BlockItself, Parent: "ground", Paints: shows(hasArrows),
		Properties: append(slices.Clone(pressed), "display"), Defaults: map[string]string{"color": "ink", "font-size": "18px",
			"padding": "8px",
			"border":  "1px solid line", "border-radius": "99px", "background-color": "raised",
			"background-color@hover": "action", "color@hover": "on-action", "transition-duration": "motion-1"}},
	{Name: dotPart, Forms: []string{slidingForm}, Control: true, Pressed: true, LeastHeight: 24, Ink: "background-color",
		Help: "a dot for each place of the row", Place: look.BlockItself, Parent: controlsPart,
		Paints: shows(positioned(dots)), Properties: []string{"width", "background-color", "border", "display"},
		As:       map[string]string{"width": "--rb-dot", "background-color": "--rb-dot-ink", "border": "--rb-dot-rim"},
		Defaults: map[string]string{"width": "10px", "background-color": "ink"}},
	{Name: placePart, Forms: []string{slidingForm}, Text: true, Figures: true, Help: "the count: 3 of 9",
		Place: look.BlockItself, Parent: controlsPart, Paints: shows(positioned(count)),
		Properties: anatomy.TextProperties, Defaults: map[string]string{"font-size": "type-2"}},
	{Name: wayPart, Forms: []string{slidingForm}, Help: "the whole bar", Place: look.BlockItself, Parent: controlsPart,
		Paints: shows(positioned(bar)), Properties: []string{"background-color", "border", "height", "width",
			"border-radius", "display"},
		Defaults: map[string]string{"background-color": "line", "height": "4px", "width": "160px", "border-radius": "99px"}},
	{Name: reachedPart, Forms: []string{slidingForm}, Control: true, Ink: "background-color", Help: "how far the row " +
		"has come", Place: look.BlockItself, Parent: wayPart, Paints: shows(positioned(bar)),
		Properties: []string{"background-color", "border-radius"},
		Defaults:   map[string]string{"background-color": "action", "border-radius": "99px"}},
	{Name: pausePart, Forms: []string{slidingForm}, Text: true, Pressed: true, LeastHeight: 24, Help: "what stops the " +
		"row, and lets it go on", Place: look.BlockItself, Parent: controlsPart, Paints: shows(movesItself),
		Properties: append(slices.Clone(pressed), "display"),
		Defaults: map[string]string{"color": "ink", "font-size": "16px", "padding": "6px", "border": "1px solid line",
			"border-radius": "99px", "background-color": "raised", "background-color@hover": "ink",
			"color@hover": "raised"}},
}

// sliding is the form in a row that slides.
func sliding() kind.Form {
	body := bodyOf(slidingForm)
	body.Layout.Arrange = func(set kind.Set, most int) int { return max(1, min(most, len(set.Records))) }
	f := ofReviews(body, kind.Form{Name: slidingForm, Title: "sliding row", Help: "A row that slides, as many in " +
		"sight as have room.", HTML: func(v kind.View) (template.HTML, error) { return slidingHTML(body, v), nil },
		Script: func(v kind.View) string {
			if len(v.Set.Records) < 2 {
				return ""
			}
			return slidingJS
		}}, "")
	f.Rows = func(v kind.View, width int) []int { return []int{len(v.At(width).Set.Records)} }
	further := f.Check
	f.Check = func(v kind.View) []kind.Finding { return append(further(v), unstoppable(v)...) }
	return f
}

// unstoppable finds a row that moves by itself, and that nothing stops.
func unstoppable(v kind.View) []kind.Finding {
	seconds, moves := v.Set.Facts[movesField.Name].(kind.Whole)
	if !moves || v.Measure == nil {
		return nil
	}
	for width := range v.Widths {
		if v.Measure.Ruler("", width).Said(pausePart, "display") == "none" {
			return []kind.Finding{{Check: "no pause", Where: "the row, " + v.Widths[width].Name, Key: movesField.Name,
				Measured: fmt.Sprintf("it moves every %d s, and pause is left out", seconds),
				Needed:   "a way to stop what moves for more than 5 s", Rule: "WCAG 2.2, 2.2.2", Serious: true,
				Mend: &kind.Mend{Label: "it does not move by itself", Facts: []kind.FactEdit{{Key: movesField.Name}}}}}
		}
	}
	return nil
}

// slidingHTML is the row and what it is moved with. Roles and names are those of the carousel of the ARIA Authoring
// Practices. Without script the row scrolls, and what would move it is not there.
func slidingHTML(body anatomy.Body, v kind.View) template.HTML {
	w, _ := wordsFor(v.Locale)
	set, n := v.Set, len(v.Set.Records)
	said := func(field, otherwise string) string {
		if word := text(set, field); word != "" {
			return word
		}
		return otherwise
	}
	classes, step := "", "0"
	if hasArrows(set) {
		classes = "rb-arrows-" + strings.ReplaceAll(said(arrowsField.Name, atSides), " ", "-")
	}
	if said(stepField.Name, byOne) == byOne {
		step = "1"
	}
	carousel := anatomy.Classed(carouselPart, classes).With("role", "group").With("aria-roledescription", w.Carousel).
		With("aria-label", v.Name).With("data-step", step)
	if text(set, endlessField.Name) == yes {
		carousel = carousel.Flag("data-endless")
	}
	if seconds := text(set, movesField.Name); seconds != "" {
		carousel = carousel.With("data-moves", seconds)
	}
	var inside []template.HTML
	if n > 1 && hasArrows(set) {
		inside = append(inside, arrow("previous", "chevron-left", w.Previous), arrow("next", "chevron-right", w.Next))
	}
	if n > 1 {
		inside = append(inside, controls(v, w, n))
	}
	var slides []template.HTML
	for i, r := range set.Records {
		slide := body.RecordAttributes(r).With("role", "group").With("aria-roledescription", w.Slide).
			With("aria-label", w.placeOf(i, n))
		slides = append(slides, markup.Element("div", slide, body.Inside(v, nil, r)))
	}
	row := anatomy.Classed(rowPart).With("tabindex", "0").With("role", "group").With("aria-label", v.Name)
	inside = append(inside, markup.Element("div", row, slides...))
	return markup.Element("div", anatomy.Classed("ground"), sumAbove(v), markup.Element("div", carousel, inside...))
}

// placeOf says the place of a review among so many.
func (w phrases) placeOf(i, n int) string {
	return wording.Fill(w.Place, "place", strconv.Itoa(i+1), "all", strconv.Itoa(n))
}

// button is one of those that move the row.
const button markup.Attributes = ` type="button"`

// arrow is one of the two.
func arrow(way, drawing, name string) template.HTML {
	return markup.Element("button", button+anatomy.Classed(arrowPart, "rb-"+way).With("aria-label", name),
		icon.SVG(drawing))
}

// controls are the position, and what stops the row.
func controls(v kind.View, w phrases, n int) template.HTML {
	var inside []template.HTML
	if movesItself(v.Set) {
		pause := button + anatomy.Classed(pausePart).With("aria-label", w.Pause).With("data-play", w.Play)
		inside = append(inside, markup.Element("button", pause, icon.SVG("pause"), icon.SVG("play")))
	}
	switch {
	case positioned(dots)(v.Set):
		var all []template.HTML
		for i := range n {
			all = append(all, markup.Element("button", button+anatomy.Classed(dotPart).With("aria-label", w.placeOf(i, n))))
		}
		inside = append(inside, markup.Element("div", markup.Class("rb-dots"), all...))
	case positioned(count)(v.Set):
		inside = append(inside, markup.Element("p", anatomy.Classed(placePart).With("data-words", w.Place)+markup.Unspoken))
	case positioned(bar)(v.Set):
		inside = append(inside, markup.Element("div", anatomy.Classed(wayPart)+markup.Unspoken,
			markup.Element("div", anatomy.Classed(reachedPart))))
	}
	return markup.Element("div", anatomy.Classed(controlsPart), inside...)
}
