package callouts

import (
	"fmt"
	"html/template"
	"math"
	"slices"
	"strconv"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/core/layout"
	"rubrel/core/markup"
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
	only := ""
	if s.form == aroundForm {
		switch s.only {
		case layout.StartSide:
			only = anatomy.Class("only-start")
		case layout.EndSide:
			only = anatomy.Class("only-end")
		}
	}
	inside := []html{s.image()}
	from := 1
	for _, c := range s.columns() {
		list := anatomy.Classed(listPart)
		if c.side == layout.StartSide {
			list = anatomy.Classed(listPart, anatomy.Class("at-start"))
		}
		if from > 1 {
			list = list.With("start", strconv.Itoa(from))
		}
		var items []html
		for _, r := range c.records {
			items = append(items, s.callout(body, r))
		}
		inside = append(inside, markup.Element("ol", list, items...))
		from += len(c.records)
	}
	return markup.Element("div", anatomy.Classed("ground"), markup.Element("div", anatomy.Classed(scenePart),
		markup.Element("div", anatomy.Classed("as-"+s.form, only), inside...))), nil
}

// image is the picture, or the ground on which it will stand.
func (s scene) image() html {
	if s.picture.Address == "" {
		return markup.Element("div", anatomy.Classed(picturePart, anatomy.Class("without")))
	}
	return anatomy.Image(s.picture, anatomy.Class(picturePart), kind.Text(s.v.Set.Facts, showsField.Name), s.spans())
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
func (s scene) callout(body anatomy.Body, r kind.Record) html {
	empty := func(part string, more ...string) html {
		return markup.Element("span", anatomy.Classed(part, more...)+markup.Unspoken)
	}
	inside := []html{empty(numberPart), markup.Element("div", anatomy.Classed(wordsPart), body.Inside(s.v, nil, r))}
	if _, placed := s.placed(r); placed { // a line from the words of another leads to a place that nobody has said
		if s.form == aroundForm {
			inside = append(inside, s.lines(), empty(dotPart))
		}
		inside = append(inside, empty(numberPart, anatomy.Class("spot")))
	}
	return markup.Element("li", body.RecordAttributes(r), inside...)
}

// lines are the line to a place that is farther down than the words, and the line to one farther up. CSS gives each its
// height, and one of them has none.
func (s scene) lines() html {
	paths := map[string]string{"down": "M0 0L1 1", "up": "M0 1L1 0"}
	if s.elbowed {
		paths = map[string]string{"down": "M0 0H1V1", "up": "M0 1H1V0"}
	}
	var lines html
	for _, way := range []string{"down", "up"} {
		svg := anatomy.Classed(linePart, anatomy.Class(way)).With("viewBox", "0 0 1 1").With("preserveAspectRatio", "none")
		line := markup.Attribute("d", paths[way])
		lines += markup.Element("svg", svg+markup.Unspoken, markup.Shape("path", anatomy.Classed("halo")+line),
			markup.Shape("path", line))
	}
	return lines
}

// sceneCSS is the layout, with the numbers that are measured with, too.
func sceneCSS() string {
	return calloutsCSS + fmt.Sprintf(".rb-scene > * { --rb-line-gap: %gpx; --rb-number: %gpx; --rb-number-gap: %gpx; }\n"+
		"@container rb (width < %gpx) {\n%s}\n", lineGap, numberWide, numberGap, stackBelow, stackedCSS)
}
