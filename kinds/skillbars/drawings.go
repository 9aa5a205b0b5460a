package skillbars

import (
	"rubrel/core/kind"
	"rubrel/core/layout"
)

// The measures of a drawing, in CSS px.
const (
	drawnWidth  = 480.0
	drawnColumn = 160.0
	drawnMargin = 12.0
	drawnTile   = 240.0
	tileHeight  = 150.0
)

// drawingsOf draws each skill as a picture of its own, in the flat colours of its look.
func drawingsOf(form string) func(kind.View) []kind.Drawing {
	return func(v kind.View) []kind.Drawing {
		b := newBoard(v, form)
		bars := b.bars()
		return kind.Draw(v, ids(bars), func(i int, r kind.Ruler) *layout.Sheet {
			d := drawing{b: b, x: bars[i], r: r}
			d.Title = d.x.Name + ": " + d.x.Spoken
			d.draw()
			return &d.Sheet
		})
	}
}

func ids(bars []bar) []string {
	all := make([]string, len(bars))
	for i, x := range bars {
		all[i] = x.ID
	}
	return all
}

// drawing is one skill on a sheet.
type drawing struct {
	layout.Sheet
	b *board
	x bar
	r kind.Ruler
}

func (d *drawing) font(part string) layout.Font { return kind.FontOf(d.r, part) }

// radius is a part's corner, at most half its thickness.
func (d *drawing) radius(part string) float64 { return d.r.Length(part, "border-radius") }

// thick is how thick a part of a bar is: as the bar, or thinner.
func (d *drawing) thick(part string, bar float64) float64 {
	if own := d.r.Length(part, "stroke-width"); own > 0 {
		return min(own, bar)
	}
	return bar
}

func (d *drawing) draw() {
	thick := d.r.Length("bar", "stroke-width")
	switch d.b.form {
	case columnForm:
		d.column(thick)
	case ringForm:
		d.arc(thick, 360)
	case halfForm:
		d.arc(thick, 180)
	case tileForm:
		d.tile()
	default:
		d.line(thick)
	}
}

// from is where something of a width begins that is as far from the start of the line: from the left, or the right.
func (d *drawing) from(start, width float64) float64 {
	if d.b.v.FromRight {
		return d.Width - start - width
	}
	return start
}

// sides are the anchors of texts at the start and at the end of the line, with their places.
func (d *drawing) sides(margin float64) (start, end layout.Anchor, at, to float64) {
	if d.b.v.FromRight {
		return layout.End, layout.Start, d.Width - margin, margin
	}
	return layout.Start, layout.End, margin, d.Width - margin
}

// line draws a bar, or steps, below its name and its number.
func (d *drawing) line(thick float64) {
	name, number := d.font("name"), d.font("number")
	const gap = 8
	top := max(name.Size, number.Size) + gap
	d.Width, d.Height = drawnWidth, top+thick
	start, end, at, to := d.sides(0)
	d.Text(at, top-gap-2, start, name, d.x.Name)
	if d.b.numbersAt() != hidden {
		d.Text(to, top-gap-2, end, number, d.x.Number)
	}
	track, fill := d.r.Said("track", "background-color"), d.r.Said("fill", "background-color")
	pips, between := max(1, len(d.x.Pips)), 0.0
	if len(d.x.Pips) > 0 {
		between = d.r.Gap("bar")
	}
	each := (d.Width - float64(pips-1)*between) / float64(pips)
	for i := range pips {
		begins := float64(i) * (each + between)
		whole, within := d.thick("track", thick), d.thick("fill", thick)
		d.Box(d.from(begins, each), top+(thick-whole)/2, each, whole, d.radius("track"), track)
		filled := min(max(d.x.Share*float64(pips)-float64(i), 0), 1) * each
		d.Box(d.from(begins, filled), top+(thick-within)/2, filled, within, d.radius("fill"), fill)
	}
}

// column draws an upright bar with its number above and its name below.
func (d *drawing) column(thick float64) {
	name, number := d.font("name"), d.font("number")
	height := d.r.Length("bar", "height")
	const gap = 8
	top := number.Size + gap
	d.Width, d.Height = drawnColumn, top+height+gap+name.Size*1.3
	middle := d.Width / 2
	if d.b.numbersAt() != hidden {
		d.Text(middle, number.Size, layout.Middle, number, d.x.Number)
	}
	upright := func(part string, long float64) {
		wide := d.thick(part, thick)
		d.Box(middle-wide/2, top+height-long, wide, long, d.radius(part), d.r.Said(part, "background-color"))
	}
	upright("track", height)
	upright("fill", d.x.Share*height)
	d.Text(middle, top+height+gap+name.Size, layout.Middle, name, d.x.Name)
}

// arc draws a ring, or half of one, with its number within and its name below.
func (d *drawing) arc(thick, sweep float64) {
	name, number := d.font("name"), d.font("number")
	size := d.r.Length("bar", "width")
	high := size
	if sweep < 360 {
		high = size / 2
	}
	d.Width, d.Height = max(drawnColumn, size), high+drawnMargin+name.Size*1.3
	a := layout.Arc{X: d.Width / 2, Y: size / 2, Radius: (size - thick) / 2, Thickness: thick, Sweep: sweep,
		Anti: (d.b.chosen("turn") == anticlockwise) != d.b.v.FromRight}
	a.Start = d.begins(sweep, a.Anti)
	round := d.b.chosen("ends") == "round"
	whole := a.Drawn(1, round && sweep < 360)
	d.Line(a.Path(whole.From, whole.To), d.r.Said("track", "background-color"), d.thick("track", thick), whole.Round)
	if d.x.Share > 0 {
		s := a.Drawn(d.x.Share, round)
		d.Line(a.Path(s.From, s.To), d.r.Said("fill", "background-color"), d.thick("fill", thick), s.Round)
	}
	if d.b.numbersAt() != hidden {
		const half = 0.35 // of the size, from the middle of a figure down to its baseline
		base := size/2 + number.Size*half
		if sweep < 360 {
			base = high - number.Size*0.2
		}
		d.Text(d.Width/2, base, layout.Middle, number, d.x.Number)
	}
	d.Text(d.Width/2, high+drawnMargin+name.Size, layout.Middle, name, d.x.Name)
}

// begins is where an arc begins, in degrees clockwise from the top: a half ring at its end on the left, or on the right
// where it goes the other way.
func (d *drawing) begins(sweep float64, anti bool) float64 {
	from, mirrored := 0.0, d.b.v.FromRight
	if n, ok := d.b.v.Set.Facts["from"].(kind.Whole); ok {
		from = float64(n)
	}
	if sweep < 360 {
		from, mirrored = -90, anti
	}
	if mirrored {
		return -from
	}
	return from
}

// tile draws a box that fills behind its words.
func (d *drawing) tile() {
	name, number := d.font("name"), d.font("number")
	d.Width, d.Height = drawnTile, tileHeight
	radius := d.radius("skill")
	d.Box(0, 0, d.Width, d.Height, radius, d.r.Said("tile-track", "background-color"))
	filled := d.x.Share * d.Width
	d.Box(d.from(0, filled), 0, filled, d.Height, 0, d.r.Said("tile-fill", "background-color"))
	start, _, at, _ := d.sides(2 * drawnMargin)
	if d.b.numbersAt() != hidden {
		d.Text(at, 2*drawnMargin+number.Size*0.8, start, number, d.x.Number)
	}
	d.Text(at, d.Height-2*drawnMargin, start, name, d.x.Name)
}
