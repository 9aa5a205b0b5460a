package callouts

import (
	"fmt"
	"html/template"
	"math"
	"strconv"
	"strings"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/core/layout"
)

// html is what a form writes.
type html = template.HTML

// The measures of a scene (common practice).
const (
	stackBelow  = 720.0 // CSS px of the block below which the words stand under the picture
	bothShare   = 0.42  // of the scene, for a picture with words at both sides
	oneShare    = 0.55  // with words at one
	lineGap     = 10.0  // CSS px between words and the line from them
	numberWide  = 26.0  // CSS px
	numberGap   = 12.0
	usualGap    = 40.0  // where nothing can be measured, in CSS px
	usualInner  = 80.0  // what the ground takes, the same
	usualHeight = 96.0  // of a callout, the same
	mostPicture = 560.0 // the same
)

// scene is a set of callouts as a form lays it out.
type scene struct {
	v       kind.View
	form    string
	picture kind.Picture // without an address where there is none
	only    layout.LineSide
	elbowed bool
}

func newScene(v kind.View, form string) scene {
	s := scene{v: v, form: form, elbowed: kind.Text(v.Set.Facts, "lines") == elbowed}
	s.picture = kind.Picture{Width: 4, Height: 3}
	if v.Picture != nil {
		if p, ok := v.Picture(kind.Text(v.Set.Facts, pictureField.Name)); ok {
			s.picture = p
		}
	}
	switch kind.Text(v.Set.Facts, "sides") {
	case atStart:
		s.only = layout.StartSide
	case atEnd:
		s.only = layout.EndSide
	}
	return s
}

// share is how much of the scene the picture takes where words stand beside it.
func (s scene) share() float64 {
	if s.form == numberedForm || s.only != layout.EitherSide {
		return oneShare
	}
	return bothShare
}

// space is a scene's measures in a block of some inline size, in CSS px: of all of it, the picture and the gap.
type space struct {
	inner, picture, gap float64
	share               float64 // what the picture would take if it could be as wide as it likes
	stacked             bool
}

func (s scene) space(r kind.Ruler, frame float64) space {
	at := space{inner: frame - usualInner, picture: mostPicture, gap: usualGap, stacked: frame < stackBelow}
	if r != nil {
		at.inner, at.gap = frame-r.Edges("ground"), r.Gap(scenePart)
		if most := r.Length(scenePart, "width"); most > 0 {
			at.picture = most
		}
	}
	share := s.share()
	if at.stacked {
		share = 1
	}
	at.share = share * at.inner
	at.picture = min(at.picture, at.share)
	return at
}

// room is how wide a part's text may be.
func (s scene) room(r kind.Ruler, part string) float64 {
	at := s.space(r, r.Frame())
	room := at.inner
	numbered := s.form == numberedForm || at.stacked
	switch {
	case at.stacked:
	case s.form == numberedForm || s.only != layout.EitherSide:
		room = at.inner - at.picture - at.gap
	default:
		room = (at.inner - at.picture - 2*at.gap) / 2
	}
	room -= r.Edges(calloutPart)
	if numbered {
		room -= numberWide + numberGap
	}
	if part != calloutPart {
		room -= r.Edges(part)
	}
	return max(1, room)
}

// placed are the callouts with a place.
func (s scene) placed(r kind.Record) (kind.Place, bool) {
	place, ok := r.Facts[placeField.Name].(kind.Place)
	return place, ok
}

// marks are the callouts' places as the layout of lines takes them, from the start of the line.
func (s scene) marks() []layout.Mark {
	marks := make([]layout.Mark, len(s.v.Set.Records))
	for i, r := range s.v.Set.Records {
		marks[i] = layout.Mark{X: 0.5, Y: (float64(i) + 0.5) / float64(len(marks))}
		if place, ok := s.placed(r); ok {
			marks[i].X, marks[i].Y = place.Shares()
		}
		if s.v.FromRight {
			marks[i].X = 1 - marks[i].X
		}
		switch kind.Text(r.Facts, sideField.Name) {
		case atStart:
			marks[i].Pinned = layout.StartSide
		case atEnd:
			marks[i].Pinned = layout.EndSide
		}
	}
	return marks
}

// stages are the picture with its columns of words at each width at which they stand beside it: as high as the words
// are, or so many times as high.
func (s scene) stages(times float64) []layout.Stage {
	var stages []layout.Stage
	for width, w := range s.v.Widths {
		if float64(w.Frame) < stackBelow {
			continue
		}
		var r kind.Ruler
		if s.v.Measure != nil {
			r = s.v.Measure.Ruler("", width)
		}
		at := s.space(r, float64(w.Frame))
		high := at.picture * float64(s.picture.Height) / float64(s.picture.Width)
		rows := float64(len(s.v.Set.Records))
		if s.only == layout.EitherSide {
			rows = math.Ceil(rows / 2)
		}
		stages = append(stages, layout.Stage{Wide: at.picture, High: high, Gap: at.gap, Only: s.only, Elbowed: s.elbowed,
			Tall: max(high, times*rows*s.tallest(width))})
	}
	return stages
}

// tallest is how high the highest callout stands at a width, in CSS px.
func (s scene) tallest(width int) float64 {
	if s.v.Measure == nil {
		return usualHeight
	}
	heights := map[string]float64{}
	for _, run := range (anatomy.Body{Slots: slots}).Runs(s.v) {
		if height, known := s.v.Measure.Height(run, width); known {
			heights[run.Record] += height
		}
	}
	const around = 28.0 // what usual paddings and margins take
	most := 0.0
	for _, height := range heights {
		most = max(most, height+around)
	}
	return max(1, most)
}

// largerText is how many times as large text may be (WCAG 2.2, 1.4.4).
const largerText = 2

// seats are where the words of the callouts stand: as the lines are shortest at the widest width, and if they crossed
// at another, or where text is larger, as they cross the least.
func (s scene) seats() []layout.Seat {
	return kind.Remember(s.v, "seats", func() []layout.Seat {
		stages, marks := append(s.stages(1), s.stages(largerText)...), s.marks()
		if len(stages) == 0 {
			stages = []layout.Stage{{Wide: 4, High: 3, Tall: 4, Gap: 1, Only: s.only, Elbowed: s.elbowed}}
		}
		var best []layout.Seat
		fewest := math.MaxInt
		for _, stage := range stages {
			seats := stage.Seats(marks)
			if n := crossings(stages, marks, seats); n < fewest {
				best, fewest = seats, n
			}
			if fewest == 0 {
				break
			}
		}
		return best
	})
}

// crossings is how often lines cross on all of the stages.
func crossings(stages []layout.Stage, marks []layout.Mark, seats []layout.Seat) int {
	n := 0
	for _, stage := range stages {
		for i := range marks {
			for j := range i {
				if layout.Crosses(stage.Line(marks[i], seats[i]), stage.Line(marks[j], seats[j])) {
					n++
				}
			}
		}
	}
	return n
}

// column is the records that stand at one side, from the top.
type column struct {
	side    layout.LineSide
	records []kind.Record
}

// columns are the lists of the scene, the numbered form's in the order of the set.
func (s scene) columns() []column {
	if s.form == numberedForm {
		return []column{{layout.EndSide, s.v.Set.Records}}
	}
	var columns []column
	seats := s.seats()
	for _, side := range []layout.LineSide{layout.StartSide, layout.EndSide} {
		c := column{side: side}
		for i, at := range seats {
			if at.Side == side {
				if c.records == nil {
					c.records = make([]kind.Record, at.Of)
				}
				c.records[at.Row] = s.v.Set.Records[i]
			}
		}
		if c.records != nil {
			columns = append(columns, c)
		}
	}
	return columns
}

// variables say where each callout's line begins and ends: its row of how many, and its place on the picture.
func (s scene) variables() []kind.Variable {
	variables := []kind.Variable{
		{Name: "--rb-ratio", Value: fmt.Sprintf("%d / %d", s.picture.Width, s.picture.Height)},
		{Name: "--rb-steep", Value: number(float64(s.picture.Height) / float64(s.picture.Width))},
		{Name: "--rb-share", Value: number(100 * s.share())},
	}
	for _, c := range s.columns() {
		for row, r := range c.records {
			say := func(name, value string) {
				variables = append(variables, kind.Variable{Name: name, Record: r.ID, Value: value})
			}
			if s.form == aroundForm {
				say("--rb-row", number(100*(float64(row)+0.5)/float64(len(c.records)))+"%")
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
		from := []int{0}
		if width+1 < len(s.v.Widths) {
			from[0] = s.v.Widths[width+1].Below
		}
		if stackBelow > from[0] && (w.Below == 0 || stackBelow < w.Below) {
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
	if !placed {
		class += " " + anatomy.Class("unplaced")
	}
	fmt.Fprintf(b, `<li class="%s" data-record="%s"><span class="%s" aria-hidden="true"></span><div class="%s">%s</div>`,
		class, template.HTMLEscapeString(r.ID), anatomy.Class(numberPart), anatomy.Class(wordsPart),
		body.Inside(s.v, nil, r))
	if s.form == aroundForm {
		b.WriteString(s.lines())
	}
	if placed {
		if s.form == aroundForm {
			b.WriteString(`<span class="` + anatomy.Class(dotPart) + `" aria-hidden="true"></span>`)
		}
		b.WriteString(`<span class="` + anatomy.Class(numberPart) + " " + anatomy.Class("spot") +
			`" aria-hidden="true"></span>`)
	}
	b.WriteString("</li>")
}

// lines are the line to a place that is farther down than the words, and the line to one farther up. CSS gives each its
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
