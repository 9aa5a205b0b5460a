package measure

import (
	"math"

	"rubrel/core/kind"
	"rubrel/core/look"
)

// Stretch is a part of a box from left to right, in CSS px.
type Stretch struct{ From, To, Box float64 }

// Lie finds where a part's words lie in the record's box around them: within its padding, and as far from the side to
// which they are set as the longest line of any record of the case reaches. How far down they lie depends on all that
// stands above, so nothing is said of that. It is false where the width of the box is not known.
func (t *Texts) Lie(part kind.Part, at look.Target) (Stretch, bool) {
	item, ok := t.itemAround(part)
	if !ok || item.Name == part.Name {
		return Stretch{}, false
	}
	r := ruler{t.Look, at}
	room := t.room(item.Name, at)
	if room <= 0 || t.movedAside(part, at) {
		return Stretch{}, false
	}
	left := r.side(item.Name, leftSide)
	lies := Stretch{left, left + room, left + room + r.side(item.Name, rightSide)}
	// A part with less room than the record has stands anywhere in it: beside others, or with its own alignment.
	wide, known := t.widest(part, at)
	if !known || part.Pressed || t.room(part.Name, at) < room {
		return lies, true
	}
	spare := max(0, room-math.Ceil(wide))
	said, _, _ := t.Said(part, "text-align", at)
	switch end := said.Value == look.Keyword("end"); {
	case said.Value == look.Keyword("center"):
		lies.From, lies.To = lies.From+spare/2, lies.To-spare/2
	case end != t.View.FromRight:
		lies.From += spare
	default:
		lies.To -= spare
	}
	return lies, true
}

// widest is the widest line of a part's words in the records of a case, with the part's own padding.
func (t *Texts) widest(part kind.Part, at look.Target) (float64, bool) {
	wide, known := 0.0, false
	for _, run := range t.Runs {
		if run.Part != part.Name || at.Record != "" && run.Record != at.Record {
			continue
		}
		text := t.Set(run, at.Width)
		if !text.Known {
			return 0, false
		}
		known = true
		for _, line := range text.Lines {
			wide = max(wide, line.Width+ruler{t.Look, text.At}.Edges(part.Name))
		}
	}
	return wide, known
}

// movedAside reports whether a part, or one between it and the record, is set off to a side or turns by what the layout
// knows.
func (l Look) movedAside(part kind.Part, t look.Target) bool {
	for _, outer := range l.Around(part) {
		if outer.Place == look.RecordItem {
			return false
		}
		said, ok := l.Resolve(t, outer.Name, "margin")
		sides, is := said.Value.(look.Sides)
		if r := (ruler{l, t}); ok && is && (r.length(outer, sides[leftSide]) != 0 ||
			r.length(outer, sides[rightSide]) != 0) {
			return true
		}
	}
	return false
}
