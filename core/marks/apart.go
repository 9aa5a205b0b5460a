package marks

import (
	"fmt"
	"maps"
	"slices"

	"rubrel/core/look"
)

// apart mends cases one by one, each at its most particular place: by its ink, a veil over what is behind it, or an
// opacity that no ink is seen well enough through. It is false where one of them has none.
func (c *contraster) apart(places []*reading) (Mend, bool) {
	after := c.s.Cascade
	after.Block = maps.Clone(after.Block)
	if after.Block == nil {
		after.Block = look.Sheet{}
	}
	var mend Mend
	var says []spoken
	forAll := c.forAll(places)
	for _, r := range places {
		label, inks, said, ok := c.one(after, r, forAll, len(places) > 1)
		if !ok {
			return mend, false
		}
		if len(said) == 0 {
			continue // what mended another has mended it
		}
		for _, v := range said {
			after.Block[v.key] = v.value
		}
		says = append(says, said...)
		mend.Label, mend.Inks = label, inks
	}
	if len(places) > 1 {
		mend.Label, mend.Inks = fmt.Sprintf("an ink for each of the %d", len(places)), nil
		if forAll != nil {
			mend.Label = fmt.Sprintf("%s for the %d", forAll, len(places))
		}
	}
	mend.Change = c.s.saying("contrast of "+c.wheres(places), says)
	return mend, len(says) > 0
}

// forAll is the role in which all of some places are read well, the nearest to the ink of the first: one ink for all
// does not drift apart. It is nil where there is none, or one place.
func (c *contraster) forAll(places []*reading) look.Value {
	if len(places) < 2 {
		return nil
	}
	from, _ := places[0].colourOf(places[0].ink.Value)
	role, _ := c.nearestRole(from, func(value look.Value) bool {
		return !slices.ContainsFunc(c.readings, func(r *reading) bool {
			ink, _ := r.colourOf(value)
			return slices.ContainsFunc(places, r.sameBut) && worst(r.places, ink) < r.needed
		})
	})
	return role
}

// one mends a case, at every width and in every scheme, where a cascade paints it: with one value for all
// where there is one, else by a role where that is asked for, or the nearest colour.
func (c *contraster) one(after look.Cascade, r *reading, forAll look.Value, roles bool) (label string, inks []string,
	says []spoken, ok bool) {
	index := after.Index()
	var cases []*reading // as they are now
	for _, other := range c.readings {
		if !other.sameBut(r) {
			continue
		}
		p := other.painter
		p.Look = other.Recoloured(after, index)
		if now, ok := p.read(other.part, other.t); ok && now.missed() {
			cases = append(cases, now)
		}
	}
	for len(cases) > 0 {
		p := cases[0]
		var value []spoken
		if label, inks, value, ok = c.particular(p, cases, forAll, roles); !ok {
			return
		}
		says = append(says, value...)
		after.Block = maps.Clone(after.Block)
		for _, v := range value {
			after.Block[v.key] = v.value
		}
		index = after.Index()
		var left []*reading
		for _, other := range cases {
			q := other.painter
			q.Look = other.Recoloured(after, index)
			if now, ok := q.read(other.part, other.t); ok && now.missed() {
				left = append(left, now)
			}
		}
		if len(left) == len(cases) {
			return label, inks, says, false
		}
		cases = left
	}
	return label, inks, says, true
}

// particular mends the first of some cases that differ in width and scheme alone.
func (c *contraster) particular(r *reading, cases []*reading, forAll look.Value, roles bool) (label string,
	inks []string, says []spoken, ok bool) {
	ink, _ := r.colourOf(r.ink.Value)
	possible := true
	for _, at := range cases {
		possible = possible && canPass(at.places, at.needed)
	}
	holds := func(value look.Value) bool {
		return possible && !slices.ContainsFunc(cases, func(at *reading) bool {
			seen, _ := at.colourOf(value)
			return worst(at.places, seen) < at.needed
		})
	}
	better, ok := forAll, forAll != nil
	if !ok && roles {
		better, ok = c.nearestRole(ink, holds)
	}
	if !ok {
		better, ok = c.nearest(source{}, ink, holds)
	}
	if ok {
		to, _ := r.colourOf(better)
		return r.ink.Value.String() + " → " + better.String(), []string{ink.String(), to.String()},
			r.repainted(c.set, r.part, r.property, r.t, better), true
	}
	if outer, layers, there := r.veiled(r.part, r.t); there {
		index := r.Cascade.Index()
		thin, percent, ok := veil(r.veilShades()[:1], layers, func(value look.Value) bool {
			index.Say(r.painter.particular(outer, "background-image", r.t), value)
			p := r.painter
			p.Look = r.Recoloured(p.Cascade, index)
			return worst(p.places(r.part, r.t), ink) >= r.needed
		})
		if ok {
			return fmt.Sprintf("a veil of %d %% over the ground of %s", percent, outer.Name), nil,
				r.repainted(c.set, outer, "background-image", r.t, thin), true
		}
	}
	for _, outer := range r.Around(r.part) {
		if opacity := r.opacity(outer, r.t); opacity < 1 {
			return fmt.Sprintf("opacity of %s %v → 1", outer.Name, opacity), nil,
				r.repainted(c.set, outer, "opacity", r.t, look.Length{Milli: 1000}), true
		}
	}
	return "", nil, nil, false
}
