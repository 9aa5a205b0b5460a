package measure

import (
	"slices"

	"rubrel/core/kind"
	"rubrel/core/look"
)

// Look is the look of a block as a browser computes it: what is said of a part in a case, its own or from around it.
type Look struct {
	Kind    *kind.Kind
	Set     kind.Set
	Form    string
	Cascade look.Cascade
	Tokens  look.Tokens
	Paints  map[string]kind.Paints // by part, of those that are painted otherwise than is said
	// Instead stands in the place of the part that it names; the zero part for none.
	Instead kind.Part
	// Shown is what stands in the block's HTML; nil where that is not asked.
	Shown ShownParts
	known *known
}

// With is the look with other tokens: what has been measured holds.
func (l Look) With(tokens look.Tokens) Look {
	l.Tokens = tokens
	return l
}

// InsteadOf is the look where a part stands in the place of the one that it names.
func (l Look) InsteadOf(part kind.Part) Look {
	l.Instead, l.known = part, newKnown()
	return l
}

// Anew is the look with values that may change a size: nothing that has been measured holds.
func (l Look) Anew(index *look.Index) Look {
	l.known = newKnown()
	l.known.index = index
	return l
}

// Recoloured is the look with a cascade that changes no size, and its index: what has been measured holds.
func (l Look) Recoloured(c look.Cascade, index *look.Index) Look {
	other := *l.known
	other.index = index
	l.Cascade, l.known = c, &other
	return l
}

// Resolve is the cascade's answer.
func (l Look) Resolve(t look.Target, part, property string) (look.Said, bool) {
	if l.known.index == nil {
		l.known.index = l.Cascade.Index()
	}
	return l.known.index.Resolve(t, part, property)
}

// Value is a value, or what it stands for where it is a token.
func (l Look) Value(v look.Value) look.Value {
	if token, ok := v.(look.Token); ok {
		return l.Tokens.Value(token)
	}
	return v
}

// Around lists a part and the parts around it, from the inside out.
func (l Look) Around(part kind.Part) []kind.Part {
	if parts, ok := l.known.around[part.Name]; ok {
		return parts
	}
	parts := []kind.Part{part}
	for outer, ok := l.Kind.PartAround(part, l.Form); ok; outer, ok = l.Kind.PartAround(outer, l.Form) {
		if l.Instead.InsteadOf == outer.Name {
			outer = l.Instead
		}
		parts = append(parts, outer)
	}
	l.known.around[part.Name] = parts
	return parts
}

// Inside reports whether a part lies within another.
func (l Look) Inside(part kind.Part, name string) bool {
	return slices.ContainsFunc(l.Around(part), func(outer kind.Part) bool { return outer.Name == name })
}

// InRecord reports whether a part stands in a record's element, or is one.
func (l Look) InRecord(part kind.Part) bool {
	_, ok := l.itemAround(part)
	return ok
}

// itemAround is the part around another, or the part itself, that stands for a record.
func (l Look) itemAround(part kind.Part) (kind.Part, bool) {
	for _, outer := range l.Around(part) {
		if outer.Place == look.RecordItem {
			return outer, true
		}
	}
	return kind.Part{}, false
}

// Said finds an inherited property's value in the part or those around it.
func (l Look) Said(part kind.Part, property string, t look.Target) (said look.Said, from kind.Part, ok bool) {
	for _, outer := range l.Around(part) {
		if said, ok = l.Resolve(t, outer.Name, property); ok {
			return said, outer, true
		}
	}
	return said, part, false
}

// Left reports whether a part is left out: said so, or on no element.
func (l Look) Left(part kind.Part, t look.Target) bool {
	return l.absent(part, t) || found(l, l.known.left, part.Name, t, func() bool { return l.readLeft(part, t) })
}

func (l Look) readLeft(part kind.Part, t look.Target) bool {
	for _, outer := range l.Around(part) {
		if l.Paints[outer.Name].Absent {
			return true
		}
		if said, ok := l.Resolve(t, outer.Name, "display"); ok && said.Value == look.Keyword("none") {
			return true
		}
	}
	return false
}

// target is the case of a record at a width.
func (l Look) target(id string, width int) look.Target {
	if l.known.featured == nil {
		l.known.featured = map[string]bool{}
		for i := range l.Set.Records {
			if l.Set.Records[i].Featured {
				l.known.featured[l.Set.Records[i].ID] = true
			}
		}
	}
	return look.Target{Width: width, Record: id, Featured: l.known.featured[id]}
}
