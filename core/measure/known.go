package measure

import (
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/typeset"
)

// known is what has been found of a look before: the same is asked again for every part, state and width.
type known struct {
	around   map[string][]kind.Part
	texts    map[textKey]*SetText
	least    map[leastKey]leastRoom
	edges    map[placeKey]float64
	left     map[placeKey]bool
	rooms    map[placeKey]float64
	sizes    map[placeKey]float64
	styles   map[placeKey]typeset.Style
	featured map[string]bool // the records that are; nil until it is asked for
	owners   map[string]bool // the records of which anything of the look is their own; nil until it is asked for
	index    *look.Index     // of the cascade; nil until it is asked for
}

func newKnown() *known {
	return &known{around: map[string][]kind.Part{}, texts: map[textKey]*SetText{}, least: map[leastKey]leastRoom{},
		edges: map[placeKey]float64{}, left: map[placeKey]bool{}, rooms: map[placeKey]float64{},
		sizes: map[placeKey]float64{}, styles: map[placeKey]typeset.Style{}}
}

// placeKey is a part of a sort of record at a width.
type placeKey struct {
	part, sort string
	width      int
}

// textKey names a text at a width.
type textKey struct {
	record, part, text string
	width              int
}

// leastKey is a text of which the least room is asked for, and leastRoom what is found.
type leastKey struct {
	part, sort, text string
	width, lines     int
}

type leastRoom struct {
	wide  float64
	known bool
}

// featuredSort is that of the featured records which have nothing of their own.
const featuredSort = "\x00featured"

// sort names the records that look like the target's: itself where anything of its look is its own.
func (l Look) sort(t look.Target) string {
	if l.known.owners == nil {
		l.known.owners = map[string]bool{}
		for key := range l.Cascade.Block {
			l.known.owners[key.Record] = true
		}
	}
	if l.known.owners[t.Record] {
		return t.Record
	}
	if t.Featured {
		return featuredSort
	}
	return ""
}

// found is what is known of a part as it is while nobody points at it, read where it is not known yet. In other states
// it is read each time.
func found[T any](l Look, known map[placeKey]T, part string, t look.Target, read func() T) T {
	if t.State != look.Normal {
		return read()
	}
	key := placeKey{part, l.sort(t), t.Width}
	value, ok := known[key]
	if !ok {
		value = read()
		known[key] = value
	}
	return value
}
