package reviews

import (
	_ "embed"
	"fmt"
	"html/template"
	"slices"
	"strings"

	"rubrel/core/anatomy"
	"rubrel/core/icon"
	"rubrel/core/kind"
	"rubrel/core/look"
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
		"are in " +
		"sight", Type: choice(byOne, inSight)}
	positionField = kind.Field{Name: "position", Group: slideGroup, Label: "position", Help: "how it is shown where the " +
		"row is: dots, a count such as 3 of 9, a bar, or not at all", Type: choice(dots, count, bar, nothing)}
	endlessField = kind.Field{Name: "endless", Group: slideGroup, Label: "endless", Help: "whether the first comes " +
		"after " +
		"the last", Type: choice("no", yes)}
	movesField = kind.Field{Name: "moves", Group: slideGroup, Label: "moves every", Help: "so many seconds, by " +
		"itself, until " +
		"a visitor stops it; never where nothing is said", Type: kind.WholeType{Least: 2, Most: 60}}
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

// positioned reports whether a set shows its position in a way; dots where it says nothing.
func positioned(word string) func(kind.Set) bool {
	return func(set kind.Set) bool {
		said := text(set, positionField.Name)
		return said == word || said == "" && word == dots
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
		"their " +
		"size is the font-size", Place: look.BlockItself, Parent: "ground", Paints: shows(hasArrows),
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
		"has " +
		"come", Place: look.BlockItself, Parent: wayPart, Paints: shows(positioned(bar)),
		Properties: []string{"background-color", "border-radius"},
		Defaults:   map[string]string{"background-color": "action", "border-radius": "99px"}},
	{Name: pausePart, Forms: []string{slidingForm}, Text: true, Pressed: true, LeastHeight: 24, Help: "what stops " +
		"the row, " +
		"and lets it go on", Place: look.BlockItself, Parent: controlsPart, Paints: shows(movesItself),
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
		"sight as " +
		"have room.", HTML: func(v kind.View) (template.HTML, error) { return slidingHTML(body, v), nil },
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
	escape := template.HTMLEscapeString
	set, n := v.Set, len(v.Set.Records)
	said := func(field, otherwise string) string {
		if word := text(set, field); word != "" {
			return word
		}
		return otherwise
	}
	var html strings.Builder
	class := anatomy.Class(carouselPart)
	if hasArrows(set) {
		class += " rb-arrows-" + strings.ReplaceAll(said(arrowsField.Name, atSides), " ", "-")
	}
	fmt.Fprintf(&html, `<div class="%s">%s<div class="%s" role="group" aria-roledescription="%s" aria-label="%s" `+
		`data-step="%s"`, anatomy.Class("ground"), sumAbove(v), class, escape(w.Carousel), escape(v.Name),
		map[bool]string{true: "1", false: "0"}[said(stepField.Name, byOne) == byOne])
	if text(set, endlessField.Name) == yes {
		html.WriteString(" data-endless")
	}
	if seconds := text(set, movesField.Name); seconds != "" {
		fmt.Fprintf(&html, ` data-moves="%s"`, seconds)
	}
	html.WriteString(">")
	if n > 1 && hasArrows(set) {
		html.WriteString(arrow("previous", w.Previous) + arrow("next", w.Next))
	}
	if n > 1 {
		html.WriteString(controls(v, w, n))
	}
	fmt.Fprintf(&html, `<div class="%s" tabindex="0" role="group" `+
		`aria-label="%s">`, anatomy.Class(rowPart), escape(v.Name))
	for i, r := range set.Records {
		class := "rb-record " + anatomy.Class(reviewPart)
		if r.Featured {
			class += " " + anatomy.Class("featured")
		}
		place := wording.Fill(w.Place, "place", fmt.Sprint(i+1), "all", fmt.Sprint(n))
		fmt.Fprintf(&html, `<div class="%s" data-record="%s" role="group" aria-roledescription="%s" aria-label="%s">%s</div>`,
			class, escape(r.ID), escape(w.Slide), escape(place), body.Inside(v, nil, r))
	}
	html.WriteString("</div></div></div>")
	return template.HTML(html.String())
}

// arrow is one of the two.
func arrow(way, name string) string {
	return fmt.Sprintf(`<button type="button" class="%s rb-%s" aria-label="%s">%s</button>`,
		anatomy.Class(arrowPart), way, template.HTMLEscapeString(name),
		icon.SVG(map[string]string{"previous": "chevron-left", "next": "chevron-right"}[way]))
}

// controls are the position, and what stops the row.
func controls(v kind.View, w phrases, n int) string {
	var html strings.Builder
	fmt.Fprintf(&html, `<div class="%s">`, anatomy.Class(controlsPart))
	if movesItself(v.Set) {
		fmt.Fprintf(&html, `<button type="button" class="%s" aria-label="%s" data-play="%s">%s%s</button>`,
			anatomy.Class(pausePart), template.HTMLEscapeString(w.Pause), template.HTMLEscapeString(w.Play),
			icon.SVG("pause"), icon.SVG("play"))
	}
	switch {
	case positioned(dots)(v.Set):
		html.WriteString(`<div class="rb-dots">`)
		for i := range n {
			fmt.Fprintf(&html, `<button type="button" class="%s" aria-label="%s"></button>`, anatomy.Class(dotPart),
				template.HTMLEscapeString(wording.Fill(w.Place, "place", fmt.Sprint(i+1), "all", fmt.Sprint(n))))
		}
		html.WriteString("</div>")
	case positioned(count)(v.Set):
		fmt.Fprintf(&html, `<p class="%s" data-words="%s" aria-hidden="true"></p>`, anatomy.Class(placePart),
			template.HTMLEscapeString(w.Place))
	case positioned(bar)(v.Set):
		fmt.Fprintf(&html, `<div class="%s" aria-hidden="true"><div class="%s"></div></div>`, anatomy.Class(wayPart),
			anatomy.Class(reachedPart))
	}
	return html.String() + "</div>"
}
