package callouts

import (
	"math"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/core/layout"
)

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
