package callouts

import (
	"fmt"
	"math"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/core/layout"
)

// check finds callouts without a place among others that have one.
func check(set kind.Set, _ kind.Scene) []kind.Finding {
	var without []kind.Record
	for _, r := range set.Records {
		if r.Facts[placeField.Name] == nil {
			without = append(without, r)
		}
	}
	if len(without) == len(set.Records) {
		return nil
	}
	var found []kind.Finding
	for _, r := range without {
		found = append(found, kind.Finding{Check: "place", Where: kind.Text(r.Facts, "title"), Record: r.ID,
			Key: placeField.Name, Measured: "no place on the picture",
			Needed: fmt.Sprintf("one, as the %d others have", len(set.Records)-len(without))})
	}
	return found
}

// nearest is how near a line may come to the dot of another callout, in CSS px: a dot is then 24 px across with what is
// around it (common practice).
const nearest = 12.0

// check finds what is wrong with the picture, lines that cross, and lines that pass over the dot of another.
func (s scene) check() []kind.Finding {
	found := s.shown()
	if s.form != aroundForm {
		return found
	}
	marks, seats := s.marks(), s.seats()
	stages := s.stages(1)
	for i := range marks {
		for j := range marks {
			near, crosses := s.between(stages, marks, seats, i, j)
			other := kind.Text(s.v.Set.Records[j].Facts, "title")
			finding := kind.Finding{Check: "line", Where: "line to " + kind.Text(s.v.Set.Records[i].Facts, "title"),
				Record: s.v.Set.Records[i].ID, Key: sideField.Name}
			switch {
			case crosses && i < j:
				finding.Measured, finding.Needed = "crosses that to "+other, "no line crosses another"
			case near < nearest && !crosses:
				finding.Measured = fmt.Sprintf("%.0f px from the dot of %s", math.Floor(near), other)
				finding.Needed = fmt.Sprintf("%.0f px", nearest)
			default:
				continue
			}
			finding.Mend = s.otherSide(stages, marks, seats, i)
			found = append(found, finding)
		}
	}
	return found
}

// shown is what is wrong with the picture itself.
func (s scene) shown() []kind.Finding {
	id := kind.Text(s.v.Set.Facts, pictureField.Name)
	if id == "" {
		return []kind.Finding{{Check: "picture", Where: "the picture", Key: pictureField.Name, Measured: "none",
			Needed: "one of the site's pictures"}}
	}
	widest := 0.0
	for width := range s.v.Widths {
		if s.v.Measure != nil {
			r := s.v.Measure.Ruler("", width)
			widest = max(widest, s.space(r, r.Frame()).picture)
		}
	}
	return anatomy.Shown{Where: "the picture", Key: pictureField.Name, ID: id, ShowsKey: showsField.Name,
		Said: s.v.Set.Facts[showsField.Name] != nil, Wide: widest}.Findings(s.v)
}

// between is how near the line of one callout comes to the place of another at any width, and whether it crosses its
// line.
func (s scene) between(stages []layout.Stage, marks []layout.Mark, seats []layout.Seat, i, j int) (float64, bool) {
	near, crosses := math.Inf(1), false
	_, placed := s.placed(s.v.Set.Records[j])
	_, own := s.placed(s.v.Set.Records[i])
	if i == j || !placed || !own {
		return near, false
	}
	for _, stage := range stages {
		line, other := stage.Line(marks[i], seats[i]), stage.Line(marks[j], seats[j])
		near = min(near, layout.Near(line, other[len(other)-1]))
		crosses = crosses || layout.Crosses(line, other)
	}
	return near, crosses
}

// otherSide is the mend of pinning a callout to the side at which its words do not stand, where fewer lines cross or
// come too near to a dot then; nil where that does not help.
func (s scene) otherSide(stages []layout.Stage, marks []layout.Mark, seats []layout.Seat, i int) *kind.Mend {
	if s.only != layout.EitherSide {
		return nil
	}
	side, word := layout.StartSide, atStart
	if seats[i].Side == layout.StartSide {
		side, word = layout.EndSide, atEnd
	}
	pinned := append([]layout.Mark{}, marks...)
	pinned[i].Pinned = side
	faults := func(marks []layout.Mark, seats []layout.Seat) int {
		n := 0
		for a := range marks {
			for b := range marks {
				if near, crosses := s.between(stages, marks, seats, a, b); near < nearest || crosses {
					n++
				}
			}
		}
		return n
	}
	if len(stages) == 0 || faults(pinned, stages[0].Seats(pinned)) >= faults(marks, seats) {
		return nil
	}
	return &kind.Mend{Label: "words " + word, Facts: []kind.FactEdit{{Record: s.v.Set.Records[i].ID, Key: sideField.Name,
		Text: word}}}
}
