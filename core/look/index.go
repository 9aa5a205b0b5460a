package look

import "slices"

// Index answers as the Resolve of a cascade does, and faster where much is asked: what is said of one property stands
// together.
type Index struct {
	cascade Cascade
	said    map[subject][]entry
}

// subject is what a value is said of.
type subject struct{ part, property string }

// entry is one value with the place where it is said: nearness counts the levels from the record's, width is an index
// into the cascade's.
type entry struct {
	Said
	nearness, width int
}

// levels are the nearest first.
var levels = []Level{RecordLevel, BlockLevel, KindLevel, HouseLevel}

// Index makes the index of a cascade as it is now.
func (c Cascade) Index() *Index {
	x := &Index{cascade: c, said: make(map[subject][]entry, len(c.House)+len(c.Kind)+len(c.Block))}
	for key, value := range c.Block {
		x.Say(key, value)
	}
	for key, value := range c.Kind {
		x.SayAt(KindLevel, key, value)
	}
	for key, value := range c.House {
		x.SayAt(HouseLevel, key, value)
	}
	return x
}

// Say says a value at the block, or at the record that the key names, in place of the one that is said there.
func (x *Index) Say(key Key, value Value) {
	level := BlockLevel
	if key.Record != "" {
		level = RecordLevel
	}
	x.SayAt(level, key, value)
}

// SayAt says a value at a level, in place of the one that is said there.
func (x *Index) SayAt(level Level, key Key, value Value) {
	width := 0
	if key.Width != "" {
		if width = x.cascade.Widths.Index(key.Width); width < 1 {
			return // the site has no such width: nothing asks for it
		}
	}
	of := subject{key.Part, key.Property}
	e := entry{Said{value, level, key}, slices.Index(levels, level), width}
	for i, other := range x.said[of] {
		if other.Level == level && other.Key == key {
			x.said[of][i] = e
			return
		}
	}
	x.said[of] = append(x.said[of], e)
}

// Resolve finds the value of a part's property, and where it is said. It is false where no level says one.
func (x *Index) Resolve(t Target, part, property string) (Said, bool) {
	var best *entry
	particular := 0 // of best
	entries := x.said[subject{part, property}]
	for i := range entries {
		e := &entries[i]
		if e.width > t.Width || e.Key.Record != "" && e.Key.Record != t.Record || best != nil && e.nearness > best.nearness {
			continue
		}
		at, applies := t.particularity(e.Key)
		if !applies {
			continue
		}
		if best == nil || e.nearness < best.nearness || at < particular || at == particular && e.width > best.width {
			best, particular = e, at
		}
	}
	if best == nil {
		return Said{}, false
	}
	return best.Said, true
}

// particularity is the place of a key's state among those that apply to the target, the most particular first: see
// sayings. It is false where the state does not apply.
func (t Target) particularity(key Key) (int, bool) {
	if key.Featured && !t.Featured {
		return 0, false
	}
	at := 0
	switch key.State {
	case t.State:
	case Normal:
		at = 2
	case Hover:
		if t.State != Focus && t.State != Pressed {
			return 0, false
		}
		at = 1
	default:
		return 0, false
	}
	at *= 2
	if !key.Featured {
		at++
	}
	return at, true
}
