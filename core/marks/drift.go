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

// How near two values are that were probably meant to be one (common practice): a length within a twelfth, a colour
// within a deltaEOK that is barely seen side by side.
const (
	driftShare  = 1.0 / 12
	driftPixels = 2.0
	driftColour = 0.02
)

// spoken is a value that the block says outright, where a token could be said.
type spoken struct {
	key   look.Key
	value look.Value
}

// drifts finds values said outright that are nearly a token of the house style, or nearly another value of the same
// property; the mend makes them one.
func (s Subject) drifts(set kind.Set) []Mark {
	var found []Mark
	p := s.plainPainter(set.Kind)
	list := s.spoken()
	for i, v := range list {
		if mark, ok := p.nearToken(s, set, v); ok {
			found = append(found, mark)
		} else if mark, ok := p.nearOther(s, set, v, list[:i]); ok {
			found = append(found, mark)
		}
	}
	return found
}

func (s Subject) spoken() []spoken {
	var list []spoken
	for _, key := range slices.SortedFunc(maps.Keys(s.Block.Look),
		func(a, b look.Key) int { return strings.Compare(a.String(), b.String()) }) {
		switch value := s.Block.Look[key].(type) {
		case look.ColourValue, look.Length:
			list = append(list, spoken{key, value})
		}
	}
	return list
}

// nearToken compares a value with the tokens that its property takes.
func (p painter) nearToken(s Subject, set kind.Set, v spoken) (Mark, bool) {
	property, err := look.PropertyNamed(v.key.Property)
	if err != nil || property.Tokens == "" {
		return Mark{}, false
	}
	best, nearest := look.Token(""), math.Inf(1)
	for _, name := range look.Names(property.Tokens) {
		if d := distance(v.value, p.tokens.Value(look.Token(name))); d < nearest {
			best, nearest = look.Token(name), d
		}
	}
	if nearest > 1 || best == "" {
		return Mark{}, false
	}
	held := p.tokens.Value(best)
	return p.drift(s, set, v, fmt.Sprintf("%s beside %s %s", v.value, best, held), best), true
}

// nearOther compares a value with those of the same property that came before it.
func (p painter) nearOther(s Subject, set kind.Set, v spoken, before []spoken) (Mark, bool) {
	for _, other := range before {
		if other.key.Property == v.key.Property && other.key.Part == v.key.Part && other.value != v.value &&
			distance(v.value, other.value) <= 1 {
			return p.drift(s, set, v, fmt.Sprintf("%s and %s", other.value, v.value), other.value), true
		}
	}
	return Mark{}, false
}

func (p painter) drift(s Subject, set kind.Set, v spoken, measured string, one look.Value) Mark {
	part, _ := set.Kind.PartNamed(v.key.Part)
	t := look.Target{Record: v.key.Record, Featured: v.key.Featured, State: v.key.State,
		Width: max(0, p.cascade.Widths.Index(v.key.Width))}
	mend := Mend{Label: v.value.String() + " → " + one.String(),
		Change: document.SetLook{Block: s.Block.ID, Key: v.key, Text: one.String()}}
	mark := Mark{ID: "drift " + v.key.String(),
		Finding: kind.Finding{Check: "drift", Where: v.key.Property + " of " + p.where(set, part, t), Measured: measured,
			Needed: "one value", Record: v.key.Record, Key: v.key.String()}}
	if from, ok := v.value.(look.ColourValue); ok {
		if to, ok := p.colourOf(one); ok {
			mark.Inks = []string{from.Colour.String(), to.String()}
			mend.Inks = mark.Inks
		}
	}
	mark.Mends = []Mend{mend}
	return mark
}

// distance is how far two values are apart, where 1 is the most that may be a slip; infinite for values that cannot be
// compared.
func distance(a, b look.Value) float64 {
	switch a := a.(type) {
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
			return apart / allowed
		}
	}
	return math.Inf(1)
}
