package measure

import (
	"math"

	"rubrel/core/kind"
	"rubrel/core/look"
)

// ruler measures a block's look at one width, for one sort of record.
type ruler struct {
	l Look
	t look.Target
}

// Frame is the block's inline size at the width, as the proof shows it.
func (r ruler) Frame() float64 { return r.l.frame(r.t) }

// Width is the place of the width.
func (r ruler) Width() int { return r.t.Width }

// Featured reports whether the record is featured.
func (r ruler) Featured() bool { return r.t.Featured }

// The sides of a box, by their place in CSS order.
const (
	topSide = iota
	rightSide
	bottomSide
	leftSide
)

// Edges is what padding and border take on the two sides.
func (r ruler) Edges(name string) float64 {
	return found(r.l, r.l.known.edges, name, r.t, func() float64 {
		return r.side(name, leftSide) + r.side(name, rightSide)
	})
}

// Edges is what a part's padding and border take across and down, on both sides together.
func (l Look) Edges(part kind.Part, t look.Target) (across, down float64) {
	r := ruler{l, t}
	return r.Edges(part.Name), r.side(part.Name, topSide) + r.side(part.Name, bottomSide)
}

// side is what padding and border take on one side.
func (r ruler) side(name string, side int) float64 {
	part, ok := r.l.Kind.PartNamed(name)
	if !ok {
		return 0
	}
	total := 0.0
	if said, ok := r.l.Resolve(r.t, name, "padding"); ok {
		if sides, ok := said.Value.(look.Sides); ok {
			total += r.length(part, sides[side])
		}
	}
	if said, ok := r.l.Resolve(r.t, name, "border"); ok && part.As["border"] != "border-top" {
		if borders, ok := look.BordersOf(said.Value); ok && !borders[side].None() {
			total += snapped(r.length(part, borders[side].Width))
		}
	}
	return total
}

// Gap is a part's gap.
func (r ruler) Gap(name string) float64 { return r.Length(name, "gap") }

// Size is a part's font size.
func (r ruler) Size(name string) float64 {
	part, ok := r.l.Kind.PartNamed(name)
	if !ok {
		return 0
	}
	return r.l.Size(part, r.t)
}

// Length is a part's property in CSS px; 0 where nothing says one.
func (r ruler) Length(name, property string) float64 {
	part, ok := r.l.Kind.PartNamed(name)
	said, says := r.l.Resolve(r.t, name, property)
	if !ok || !says {
		return 0
	}
	return r.length(part, said.Value)
}

// Said is a part's property as CSS writes it.
func (r ruler) Said(name, property string) string {
	part, ok := r.l.Kind.PartNamed(name)
	if !ok {
		return ""
	}
	said, ok := r.l.Resolve(r.t, name, property)
	if known, err := look.PropertyNamed(property); !ok && err == nil && known.Inherited {
		said, _, ok = r.l.Said(part, property, r.t)
	}
	if !ok {
		return ""
	}
	return r.l.Value(said.Value).CSS()
}

// length is a value in CSS px; 0 for what is none.
func (r ruler) length(part kind.Part, v look.Value) float64 {
	l, ok := r.l.Value(v).(look.Length)
	switch {
	case !ok:
		return 0
	case l.Unit == "em" || l.Unit == "%":
		return r.l.Pixels(l, r.l.Size(part, r.t), r.t)
	}
	return r.l.Pixels(l, 0, r.t)
}

// snapped is a border's width as it is drawn: whole device pixels, and no less than one (CSS Values 4, snap a length as
// a border width), on a screen of one device pixel a px.
func snapped(width float64) float64 {
	if width > 0 && width < 1 {
		return 1
	}
	return math.Floor(width)
}
