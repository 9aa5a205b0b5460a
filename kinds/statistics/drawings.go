package statistics

import (
	"rubrel/core/kind"
	"rubrel/core/layout"
)

// The measures of a drawing, in CSS px.
const (
	drawnWidth  = 280.0
	drawnMargin = 20.0
)

// drawingsOf draws each figure as a picture of its own, in the flat colours of its look.
func drawingsOf(form string) func(kind.View) []kind.Drawing {
	return func(v kind.View) []kind.Drawing {
		s := newSheet(v, form)
		figures := s.figures()
		ids := make([]string, len(figures))
		for i, f := range figures {
			ids[i] = f.ID
		}
		return kind.Draw(v, ids, func(i int, r kind.Ruler) *layout.Sheet {
			d := drawing{s: s, f: figures[i], r: r}
			d.Title = d.f.Label + ": " + d.f.Spoken
			d.draw()
			return &d.Sheet
		})
	}
}

// drawing is one figure on a sheet.
type drawing struct {
	layout.Sheet
	s *sheet
	f figure
	r kind.Ruler
}

func (d *drawing) font(part string) layout.Font {
	f := kind.FontOf(d.r, part)
	if own := d.r.Said("turned", "color"); d.f.Turned && own != "" {
		f.Ink = own
	}
	return f
}

func (d *drawing) draw() {
	value, label, extremes := d.font("value"), d.font("label"), d.font("extremes")
	d.Width = drawnWidth
	d.Height = 2*drawnMargin + value.Size + 1.6*label.Size
	lines := d.r.Length("trend", "height")
	if d.f.Trend != nil {
		d.Height += drawnMargin + lines + 1.6*extremes.Size
	}
	item := "figure"
	if d.f.Turned {
		item = "turned"
	}
	d.Box(0, 0, d.Width, d.Height, d.r.Length(item, "border-radius"), d.r.Said(item, "background-color"))
	anchor, at := layout.Start, drawnMargin
	if d.s.v.FromRight {
		anchor, at = layout.End, d.Width-drawnMargin
	}
	y := drawnMargin + value.Size*0.8
	value.Size = min(value.Size, (d.Width-2*drawnMargin)/d.s.ems(d.f))
	d.Text(at, y, anchor, value, d.f.Spoken)
	y += 1.6 * label.Size
	d.Text(at, y, anchor, label, d.f.Label)
	if d.f.Trend != nil {
		d.series(y+drawnMargin, lines)
		d.Text(at, y+drawnMargin+lines+1.4*extremes.Size, anchor, extremes, d.f.Trend.Extremes)
	}
}

// series draws the line with its marks into a stretch of the sheet.
func (d *drawing) series(top, height float64) {
	series, _ := d.s.record(d.f.ID).Facts["series"].(kind.Series)
	points, least, greatest := d.s.points(series, box{drawnMargin, top, d.Width - 2*drawnMargin, height})
	thick := d.r.Length("trend", "stroke-width")
	d.Line(pathOf(points), d.r.Said("trend", "color"), thick, true)
	for _, i := range []int{least, greatest} {
		d.Line(points[i].mark(), d.r.Said("extreme", "color"), thick+6, true)
	}
}
