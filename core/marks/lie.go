package marks

import (
	"math"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/look"
)

// span is a stretch of a box from left to right, in CSS px.
type span struct{ from, to, box float64 }

// lie finds where a part's words lie in the record's box around them: within its padding, and as far from the side to
// which they are set as the longest line of any record of the case reaches. How far down they lie depends on all that
// stands above, so nothing is said of that. It is false where the width of the box is not known.
func (f *fitter) lie(part kind.Part, t look.Target) (span, bool) {
	item, ok := f.p.itemAround(part)
	if !ok || item.Name == part.Name {
		return span{}, false
	}
	r := ruler{f.p, t}
	room := f.room(item.Name, t)
	if room <= 0 || f.movedAside(part, t) {
		return span{}, false
	}
	left := r.side(item.Name, leftSide)
	at := span{left, left + room, left + room + r.side(item.Name, rightSide)}
	// A part with less room than the record has stands anywhere in it: beside others, or with its own alignment.
	wide, known := f.longest(part, t)
	if !known || part.Pressed || f.room(part.Name, t) < room {
		return at, true
	}
	spare := max(0, room-math.Ceil(wide))
	said, _, _ := f.p.said(part, "text-align", t)
	switch end := said.Value == look.Keyword("end"); {
	case said.Value == look.Keyword("center"):
		at.from, at.to = at.from+spare/2, at.to-spare/2
	case end != f.View.FromRight:
		at.from += spare
	default:
		at.to -= spare
	}
	return at, true
}

// longest is the widest line of a part's words in the records of a case, with the part's own padding.
func (f *fitter) longest(part kind.Part, t look.Target) (float64, bool) {
	wide, any := 0.0, false
	for _, run := range f.runs {
		if run.Part != part.Name || t.Record != "" && run.Record != t.Record {
			continue
		}
		text := f.lines(run, t.Width)
		if !text.known {
			return 0, false
		}
		any = true
		for _, line := range text.lines {
			wide = max(wide, line.Width+ruler{f.p, text.t}.Edges(part.Name))
		}
	}
	return wide, any
}

// movedAside reports whether a part, or one between it and the record, is set off to a side or turns by what the layout
// knows.
func (f *fitter) movedAside(part kind.Part, t look.Target) bool {
	for _, outer := range f.p.around(part) {
		if outer.Place == look.RecordItem {
			return false
		}
		said, ok := f.p.resolve(t, outer.Name, "margin")
		sides, is := said.Value.(look.Sides)
		if r := (ruler{f.p, t}); ok && is && (r.length(outer, sides[leftSide]) != 0 ||
			r.length(outer, sides[rightSide]) != 0) {
			return true
		}
	}
	return false
}

// itemAround is the part around another, or the part itself, that stands for a record.
func (p painter) itemAround(part kind.Part) (kind.Part, bool) {
	for _, outer := range p.around(part) {
		if outer.Place == look.RecordItem {
			return outer, true
		}
	}
	return kind.Part{}, false
}

// columnsUnder are the first and the last column of a picture's cells that can lie under a span of the box it covers.
//
// A covering picture fills the box's width, or is wider and cut at both sides. The place at which it is held stays
// where it is, and all else comes nearer to that, so that no more than what lies between is ever seen.
func columnsUnder(picture look.Picture, at span) (first, last int) {
	const all = document.CellsAcross
	from, to := at.from/at.box, at.to/at.box
	switch picture.Size {
	case "contain":
		return 0, all - 1
	case "cover":
		held := float64(picture.At[0].Milli) / 100_000
		from, to = min(from, held), max(to, held)
	default: // so wide, and repeated
		width, err := look.ParseLength(picture.Size, "px")
		if err != nil || width.Unit != "px" || at.to-at.from >= float64(width.Milli)/1000 {
			return 0, all - 1
		}
		wide := float64(width.Milli) / 1000
		start := (at.box - wide) * float64(picture.At[0].Milli) / 100_000
		from, to = (at.from-start)/wide, (at.to-start)/wide
		if math.Floor(from) != math.Floor(to) {
			return 0, all - 1
		}
		from, to = from-math.Floor(from), to-math.Floor(to)
	}
	return clamped(math.Floor(from*all), all), clamped(math.Ceil(to*all)-1, all)
}

func clamped(column float64, all int) int { return int(max(0, min(float64(all-1), column))) }
