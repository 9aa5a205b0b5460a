package callouts

import (
	"fmt"
	"html/template"
	"math"
	"slices"
	"strconv"
	"strings"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/core/layout"
)

// html is what a form writes.
type html = template.HTML

// variables say where each callout's line begins and ends: its row of how many, and its place on the picture.
func (s scene) variables() []kind.Variable {
	variables := []kind.Variable{
		{Name: "--rb-ratio", Value: fmt.Sprintf("%d / %d", s.picture.Width, s.picture.Height)},
		{Name: "--rb-steep", Value: number(float64(s.picture.Height) / float64(s.picture.Width))},
		{Name: "--rb-share", Value: number(100 * s.share())},
	}
	for _, c := range s.columns() {
		if s.form == aroundForm {
			variables = append(variables, s.rows(c.records)...)
		}
		for _, r := range c.records {
			say := func(name, value string) {
				variables = append(variables, kind.Variable{Name: name, Record: r.ID, Value: value})
			}
			if place, ok := s.placed(r); ok {
				x, y := place.Shares()
				say("--rb-x", number(x))
				say("--rb-y", number(y))
			}
		}
	}
	return variables
}

// rows are how far down the words of callouts stand that stand below each other and are equally high, at each width.
func (s scene) rows(records []kind.Record) []kind.Variable {
	var variables []kind.Variable
	last := map[string]string{}
	for width := range s.v.Widths {
		shown := slices.DeleteFunc(slices.Clone(records), func(r kind.Record) bool { return !s.v.Shows(r, width) })
		for row, r := range shown {
			value := number(100*(float64(row)+0.5)/float64(len(shown))) + "%"
			if last[r.ID] != value {
				last[r.ID] = value
				variables = append(variables, kind.Variable{Name: "--rb-row", Record: r.ID, Width: width, Value: value})
			}
		}
	}
	return variables
}

// number is a number as CSS writes it.
func number(n float64) string { return strconv.FormatFloat(math.Round(n*1e4)/1e4, 'f', -1, 64) }

// html writes the picture and the lists.
func (s scene) html(body anatomy.Body) (html, error) {
	var b strings.Builder
	class := func(names ...string) string {
		for i, name := range names {
			names[i] = anatomy.Class(name)
		}
		return strings.Join(names, " ")
	}
	around := class("as-" + s.form)
	if only, ok := map[layout.LineSide]string{layout.StartSide: "only-start", layout.EndSide: "only-end"}[s.only]; ok &&
		s.form == aroundForm {
		around += " " + class(only)
	}
	fmt.Fprintf(&b, `<div class="%s"><div class="%s"><div class="%s">`, class("ground"), class(scenePart), around)
	b.WriteString(s.image())
	from := 1
	for _, c := range s.columns() {
		start := ""
		if from > 1 {
			start = fmt.Sprintf(` start="%d"`, from)
		}
		list := class(listPart)
		if c.side == layout.StartSide {
			list += " " + class("at-start")
		}
		fmt.Fprintf(&b, `<ol class="%s"%s>`, list, start)
		for _, r := range c.records {
			s.callout(&b, body, r)
		}
		b.WriteString("</ol>")
		from += len(c.records)
	}
	b.WriteString("</div></div></div>")
	return html(b.String()), nil
}

// image is the picture, or the ground on which it will stand.
func (s scene) image() string {
	class := anatomy.Class(picturePart)
	if s.picture.Address == "" {
		return `<div class="` + class + ` ` + anatomy.Class("without") + `"></div>`
	}
	return string(anatomy.Image(s.picture, class, kind.Text(s.v.Set.Facts, showsField.Name), s.spans()))
}

// spans are how wide the picture is shown.
func (s scene) spans() []anatomy.Span {
	if s.v.Measure == nil {
		return nil
	}
	var spans []anatomy.Span
	for width, w := range s.v.Widths {
		r := s.v.Measure.Ruler("", width)
		from := []int{s.v.Widths.From(width)}
		if stackBelow > from[0] && w.Reaches(stackBelow) {
			from = append(from, stackBelow)
		}
		for _, from := range from {
			at := func(block float64) float64 { return s.space(r, max(block, float64(from))).share }
			spans = append(spans, anatomy.Through(from, at, r.Length(scenePart, "width")))
		}
	}
	return spans
}

// callout writes one callout: its words, and within them the line and the dot, which light up with them.
func (s scene) callout(b *strings.Builder, body anatomy.Body, r kind.Record) {
	class := "rb-record " + anatomy.Class(calloutPart)
	_, placed := s.placed(r)
	fmt.Fprintf(b, `<li class="%s" data-record="%s"><span class="%s" aria-hidden="true"></span><div class="%s">%s</div>`,
		class, template.HTMLEscapeString(r.ID), anatomy.Class(numberPart), anatomy.Class(wordsPart),
		body.Inside(s.v, nil, r))
	if placed { // a line from the words of another would lead to a place that nobody has said
		if s.form == aroundForm {
			b.WriteString(s.lines())
			b.WriteString(`<span class="` + anatomy.Class(dotPart) + `" aria-hidden="true"></span>`)
		}
		b.WriteString(`<span class="` + anatomy.Class(numberPart) + " " + anatomy.Class("spot") +
			`" aria-hidden="true"></span>`)
	}
	b.WriteString("</li>")
}

// height, and one of them has none.
func (s scene) lines() string {
	paths := []string{"M0 0L1 1", "M0 1L1 0"}
	if s.elbowed {
		paths = []string{"M0 0H1V1", "M0 1H1V0"}
	}
	var b strings.Builder
	for i, way := range []string{"down", "up"} {
		fmt.Fprintf(&b, `<svg class="%s %s" viewBox="0 0 1 1" preserveAspectRatio="none" aria-hidden="true"><path `+
			`class="%s" `+
			`d="%s"/><path `+
			`d="%s"/></svg>`, anatomy.Class(linePart), anatomy.Class(way), anatomy.Class("halo"), paths[i], paths[i])
	}
	return b.String()
}

// sceneCSS is the layout, with the numbers that are measured with, too.
func sceneCSS() string {
	return calloutsCSS + fmt.Sprintf(".rb-scene > * { --rb-line-gap: %gpx; --rb-number: %gpx; --rb-number-gap: %gpx; }\n"+
		"@container rb (width < %gpx) {\n%s}\n", lineGap, numberWide, numberGap, stackBelow, stackedCSS)
}
