package marks

import (
	"fmt"
	"maps"
	"math"
	"slices"
	"strings"

	"rubrel/core/colour"
	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/look"
)

// How near two values are that were probably meant to be one (common practice): a length within a sixteenth, a colour
// within a deltaEOK that is barely seen side by side.
const (
	driftShare  = 1.0 / 16
	driftPixels = 2.0
	driftSize   = 0.75 // of type, in px: a size of type is chosen more finely
	driftColour = 0.02
)

// spoken is a value that the block says outright, where a token could be said.
type spoken struct {
	key   look.Key
	value look.Value
}

// elsewhere is such a value of another block or of a kind.
type elsewhere struct {
	spoken
	kind, whose string // its kind, and what the block or the kind is called
}

// drifts finds values said outright that are nearly a token of the house style, or nearly another value of the same
// property; the mend makes them one.
func (s subject) drifts(set kind.Set) []Mark {
	var found []Mark
	p := s.plainPainter()
	list, others := spokenIn(s.Block.Look), s.before()
	for i, v := range list {
		if mark, ok := p.nearToken(s, set, v); ok {
			found = append(found, mark)
		} else if mark, ok := p.nearOther(s, set, v, list[:i]); ok {
			found = append(found, mark)
		} else if mark, ok := p.nearElsewhere(s, set, v, others); ok {
			found = append(found, mark)
		}
	}
	return found
}

func spokenIn(sheet look.Sheet) []spoken {
	var list []spoken
	for _, key := range slices.SortedFunc(maps.Keys(sheet),
		func(a, b look.Key) int { return strings.Compare(a.String(), b.String()) }) {
		switch value := sheet[key].(type) {
		case look.ColourValue, look.Length:
			list = append(list, spoken{key, value})
		}
	}
	return list
}

// before are the values of the kinds, and of the blocks that stand before this one in the site: of two that drift apart
// the later one has the mark.
func (s subject) before() []elsewhere {
	var all []elsewhere
	for _, name := range slices.Sorted(maps.Keys(s.Site.House.Kinds)) {
		for _, v := range spokenIn(s.Site.House.Kinds[name]) {
			all = append(all, elsewhere{v, name, "every " + name})
		}
	}
	for _, b := range s.Site.Blocks {
		if b.ID == s.Block.ID {
			return all
		}
		for _, v := range spokenIn(b.Look) {
			all = append(all, elsewhere{v, s.Site.SetOf(&b).Kind.Name, b.Name})
		}
	}
	return all
}

// nearToken compares a value with the tokens that its property takes.
func (p painter) nearToken(s subject, set kind.Set, v spoken) (Mark, bool) {
	property, err := look.PropertyNamed(v.key.Property)
	if err != nil || property.Tokens == "" {
		return Mark{}, false
	}
	best, nearest := look.Token(""), math.Inf(1)
	for _, name := range look.Names(property.Tokens) {
		if d := v.distance(p.Tokens.Value(look.Token(name))); d < nearest {
			best, nearest = look.Token(name), d
		}
	}
	if nearest > 1 || best == "" {
		return Mark{}, false
	}
	held := p.Tokens.Value(best)
	return p.drift(s, set, v, fmt.Sprintf("%s beside %s %s", v.value, best, held), best), true
}

// nearOther compares a value with those that came before it: a colour with all, a length with those of the same part
// and property.
func (p painter) nearOther(s subject, set kind.Set, v spoken, before []spoken) (Mark, bool) {
	for _, other := range before {
		same := other.key.Property == v.key.Property && other.key.Part == v.key.Part
		if v.drifts(other, same) {
			measured := fmt.Sprintf("%s and %s", other.value, v.value)
			if !same {
				measured += fmt.Sprintf(" of %s", other.key.Part)
			}
			mark := p.drift(s, set, v, measured, other.value)
			if one, ok := other.value.(look.ColourValue); ok {
				at := []saidAt{{s.Block.ID, "", other.key}, {s.Block.ID, "", v.key}}
				if spot, ok := s.freeSpot(); ok && !same {
					text := one.Colour.String()
					mark = mark.with(Mend{Label: "make both " + spot, Change: s.toSpot(spot, text, at),
						Inks: mark.Inks})
				}
			}
			return mark, true
		}
	}
	return Mark{}, false
}

// nearElsewhere compares a value with those of other blocks: a colour with all, a length with those that blocks of the
// same kind say for the very same.
func (p painter) nearElsewhere(s subject, set kind.Set, v spoken, others []elsewhere) (Mark, bool) {
	for _, other := range others {
		if v.drifts(other.spoken, other.kind == set.Kind.Name && other.key == v.key) {
			return p.drift(s, set, v, fmt.Sprintf("%s, and %s in %s", v.value, other.value, other.whose), other.value), true
		}
	}
	return Mark{}, false
}

// drifts reports whether a value is nearly another: of the same thing, or else a colour.
func (v spoken) drifts(other spoken, same bool) bool {
	_, isColour := v.value.(look.ColourValue)
	return (same || isColour) && other.value != v.value && v.distance(other.value) <= 1
}

func (p painter) drift(s subject, set kind.Set, v spoken, measured string, one look.Value) Mark {
	part, _ := set.Kind.PartNamed(v.key.Part)
	t := look.Target{Record: v.key.Record, Featured: v.key.Featured, State: v.key.State,
		Width: max(0, p.Cascade.Widths.Index(v.key.Width))}
	mend := Mend{Label: v.value.String() + " → " + one.String(),
		Change: document.SetLook{Block: s.Block.ID, Key: v.key, Text: one.String()}}
	mark := Mark{ID: "drift " + v.key.String(),
		Finding: kind.Finding{Check: "drift", Where: v.key.Property + " of " + p.where(set, part, t), Measured: measured,
			Needed: "one value", Record: v.key.Record, Key: look.Key{Part: v.key.Part, Property: v.key.Property}.String()}}
	if from, ok := v.value.(look.ColourValue); ok {
		if to, ok := p.colourOf(one); ok {
			mark.Inks = []string{from.Colour.String(), to.String()}
			mend.Inks = mark.Inks
		}
	}
	mark.Mends = []Mend{mend}
	return mark
}

// distance is how far a value is from another, where 1 is the most that may be a slip; infinite for values that cannot
// be compared.
func (v spoken) distance(b look.Value) float64 {
	switch a := v.value.(type) {
	case look.ColourValue:
		if b, ok := b.(look.ColourValue); ok && a.Alpha == b.Alpha {
			return colour.Distance(a.Colour, b.Colour) / driftColour
		}
	case look.Length:
		if b, ok := b.(look.Length); ok && a.Unit == b.Unit && a.Milli > 0 && b.Milli > 0 {
			apart := math.Abs(float64(a.Milli-b.Milli)) / 1000
			allowed := driftShare * float64(max(a.Milli, b.Milli)) / 1000
			if a.Unit == "px" {
				allowed = min(allowed, driftPixels)
			}
			if v.key.Property == "font-size" {
				allowed = min(allowed, driftSize)
			}
			return apart / allowed
		}
	}
	return math.Inf(1)
}
