package marks

import (
	"cmp"
	"fmt"
	"maps"
	"math"
	"slices"

	"rubrel/core/colour"
	"rubrel/core/document"
	"rubrel/core/look"
)

// trial is the block as it would be painted if a source said something else.
type trial struct {
	of       source
	index    *look.Index
	affected []*reading
	behind   []bool     // of each, whether the source is of what lies behind it
	missed   []*reading // of them, what has to pass
}

func (c *contraster) trial(of source, missed []*reading) trial {
	tr := trial{of: of, missed: missed, affected: slices.Clone(missed)}
	for _, r := range c.readings { // what misses comes first: it refuses most
		if r.from(of) && !slices.Contains(missed, r) {
			tr.affected = append(tr.affected, r)
		}
	}
	for _, r := range tr.affected {
		tr.behind = append(tr.behind, slices.Contains(r.grounds, of))
	}
	if of.token == "" {
		tr.index = c.s.Cascade.Index()
	}
	return tr
}

// holds reports whether a value makes everything pass that misses, and nothing worse.
func (tr trial) holds(value look.Value) bool {
	if tr.of.token == "" {
		tr.index.SayAt(tr.of.level, tr.of.key, value)
	}
	for i, r := range tr.affected {
		least := r.needed
		if i >= len(tr.missed) {
			least = min(least, r.got)
		}
		if tr.contrast(i, value) < least {
			return false
		}
	}
	return tr.elsewhere(value)
}

// alikeGrounds is the contrast up to which two grounds are taken for one by who chooses an ink.
const alikeGrounds = 1.5

// elsewhere reports whether an ink of the whole site is read on its papers, too: other blocks stand on another of them
// than this one.
func (tr trial) elsewhere(value look.Value) bool {
	r := tr.missed[0]
	c, ok := r.colourOf(value)
	if tr.of.token == "" || !ok || !slices.Contains(r.inks, tr.of) {
		return true
	}
	for _, paper := range []look.Token{"ground", "raised"} {
		ground, _ := r.colourOf(paper)
		if colour.Contrast(ground, r.places[0].ground) <= alikeGrounds && colour.Contrast(c, ground) < r.needed {
			return false
		}
	}
	return true
}

// contrast is that of a case with another value.
func (tr trial) contrast(i int, value look.Value) float64 {
	if tr.of.token == "" {
		return tr.seen(i)
	}
	p := tr.affected[i].painter
	p.tokens = p.tokens.Replacing(tr.of.token, value)
	return tr.seenBy(p, i)
}

// seen is the contrast of a case as the index has it.
func (tr trial) seen(i int) float64 {
	p := tr.affected[i].painter
	p.known = p.known.with(tr.index)
	return tr.seenBy(p, i)
}

func (tr trial) seenBy(p painter, i int) float64 {
	r := tr.affected[i]
	said, _, _ := p.inkOf(r.part, r.t)
	ink, ok := p.colourOf(said.Value)
	if !ok {
		return r.got
	}
	if !tr.behind[i] {
		return worst(r.places, ink)
	}
	return worst(p.places(r.part, r.t), ink)
}

// with is what is known of the same block with other colours: sizes and places stay.
func (k *known) with(index *look.Index) *known {
	other := *k
	other.index = index
	return &other
}

// atCause is the mend where a cause is said: the nearest value with which everything passes that it is seen in. It is
// false where no value does, and for what comes with the kind, which nobody can say anew.
func (c *contraster) atCause(of source, missed []*reading) (Mend, bool) {
	if of.level == look.HouseLevel {
		return Mend{}, false
	}
	tr := c.trial(of, missed)
	what, whom := of.name(c.set.Kind)
	r := missed[0]
	value := r.tokens.Value(of.token)
	if of.token == "" {
		value = c.saidAt(of)
	}
	mend := Mend{}
	switch of.key.Property {
	case "opacity":
		full := look.Length{Milli: 1000}
		mend.Label = fmt.Sprintf("%s → 1%s", what, whom)
		mend.Change = c.change(of, full)
		return mend, tr.holds(full)
	case "background-image":
		layers, _ := value.(look.Layers)
		veiled, percent, ok := veil(r.veilShades(), layers, tr.holds)
		if !ok {
			return c.veils(of, missed)
		}
		mend.Label = fmt.Sprintf("a veil of %d %% over the ground of %s%s", percent, of.key.Part, whom)
		mend.Change = c.change(of, veiled)
		return mend, true
	}
	from, ok := r.colourOf(value)
	if !ok {
		return mend, false
	}
	better, ok := c.nearest(of, from, tr.holds)
	if !ok {
		return c.parted(of, from, missed)
	}
	to, _ := r.colourOf(better)
	mend.Inks = []string{from.String(), to.String()}
	mend.Label = fmt.Sprintf("%s %s → %s%s", what, value, better, whom)
	mend.Change = c.change(of, better)
	return mend, true
}

// parted is the mend of a value of the block that serves featured records and the others, where one passes with it and
// the other does not: those get another, these keep theirs.
func (c *contraster) parted(of source, from colour.Colour, missed []*reading) (Mend, bool) {
	r := missed[0]
	part, ok := c.set.Kind.PartNamed(of.key.Part)
	own := of.level == look.BlockLevel || of.level == look.RecordLevel
	if !ok || !own || slices.ContainsFunc(missed, func(other *reading) bool { return other.t.Featured != r.t.Featured }) {
		return Mend{}, false
	}
	t := look.Target{Record: of.key.Record, Featured: r.t.Featured, State: of.key.State,
		Width: max(0, c.s.Cascade.Widths.Index(of.key.Width))}
	stand := look.ColourValue{Colour: colour.Black} // in the new value's place, until it is found
	if from.Luminance() < 0.5 {
		stand.Colour = colour.White
	}
	says := r.repainted(c.set, part, of.key.Property, t, stand)
	tr := c.trial(of, missed)
	for _, v := range says {
		tr.index.Say(v.key, v.value)
	}
	tr.of.key = says[0].key
	better, ok := c.nearest(of, from, tr.holds)
	if !ok {
		return Mend{}, false
	}
	says[0].value = better
	what, _ := of.name(c.set.Kind)
	whose := "not featured"
	if t.Featured {
		whose = "featured"
	}
	to, _ := r.colourOf(better)
	return Mend{Label: fmt.Sprintf("%s, %s %s → "+
		"%s", what, whose, from, better), Inks: []string{from.String(), to.String()},
		Change: c.s.saying(what, says)}, true
}

// back is the mend that takes a value of the block back, so that what is beneath it holds again.
func (c *contraster) back(of source, missed []*reading) (Mend, bool) {
	if _, said := c.s.Block.Look[of.key]; !said || of.level == look.KindLevel || of.token != "" {
		return Mend{}, false
	}
	tr := c.trial(of, missed)
	without := c.s.Cascade
	without.Block = maps.Clone(without.Block)
	delete(without.Block, of.key)
	tr.index = without.Index()
	for i, r := range tr.affected {
		least := r.needed
		if i >= len(missed) {
			least = min(least, r.got)
		}
		if tr.seen(i) < least {
			return Mend{}, false
		}
	}
	what, _ := of.name(c.set.Kind)
	return Mend{Label: "take " + what + " back",
		Change: document.SetLook{Block: c.s.Block.ID, Key: of.key}}, true
}

// veils are one over a ground of the block for featured records and one for the others, whose inks stand out from
// another shade.
func (c *contraster) veils(of source, missed []*reading) (Mend, bool) {
	part, ok := c.set.Kind.PartNamed(of.key.Part)
	if own := of.level == look.BlockLevel || of.level == look.RecordLevel; !ok || !own {
		return Mend{}, false
	}
	after := c.s.Cascade
	after.Block = maps.Clone(after.Block)
	var says []spoken
	most := 0
	for _, featured := range []bool{false, true} {
		group := slices.DeleteFunc(slices.Clone(missed), func(r *reading) bool { return r.t.Featured != featured })
		if len(group) == 0 {
			continue
		}
		t := look.Target{Record: of.key.Record, Featured: featured, State: of.key.State,
			Width: max(0, after.Widths.Index(of.key.Width))}
		index := after.Index()
		p := group[0].painter
		p.cascade, p.known = after, group[0].known.with(index)
		said, _ := p.resolve(t, part.Name, of.key.Property)
		layers, _ := said.Value.(look.Layers)
		values := p.repainted(c.set, part, of.key.Property, t, append(look.Layers{look.Gradient{}}, layers...))
		for _, v := range values {
			index.Say(v.key, v.value)
		}
		veiled, percent, ok := veil(group[0].veilShades(), layers, func(value look.Value) bool {
			index.Say(values[0].key, value)
			return !slices.ContainsFunc(group, func(r *reading) bool {
				q := r.painter
				q.cascade, q.known = after, r.known.with(index)
				ink, _ := q.colourOf(r.ink.Value)
				return worst(q.places(r.part, r.t), ink) < r.needed
			})
		})
		if !ok {
			return Mend{}, false
		}
		values[0].value = veiled
		most = max(most, percent)
		for _, v := range values {
			after.Block[v.key] = v.value
		}
		says = append(says, values...)
	}
	return Mend{Label: fmt.Sprintf("a veil of %d %% over the ground of %s", most, part.Name),
		Change: c.s.saying("a veil over "+part.Name, says)}, len(says) > 0
}

// saidAt is the value that a source says.
func (c *contraster) saidAt(of source) look.Value {
	if of.level == look.KindLevel {
		return c.s.Cascade.Kind[of.key]
	}
	return c.s.Cascade.Block[of.key]
}

// change says another value where a source is said.
func (c *contraster) change(of source, value look.Value) document.Change {
	switch {
	case value == nil:
		return nil
	case of.token != "":
		return document.SetTokens{Dark: of.scheme == darkScheme,
			Texts: map[string]string{string(of.token): value.String()}}
	case of.level == look.KindLevel:
		return document.SetLook{Kind: c.set.Kind.Name, Key: of.key, Text: value.String()}
	}
	return document.SetLook{Block: c.s.Block.ID, Key: of.key, Text: value.String()}
}

// nearest is the colour nearest to one that holds. Where none does, as on grounds that are light in one scheme and dark
// in the other, it is the role nearest to it; a token has no role to follow.
func (c *contraster) nearest(of source, from colour.Colour, holds func(look.Value) bool) (look.Value, bool) {
	better, ok := colour.Nearest(from, func(to colour.Colour) bool { return holds(look.ColourValue{Colour: to}) })
	switch {
	case ok && of.token != "":
		return look.ColourValue{Colour: better}, true
	case of.token != "":
		return nil, false
	case !ok:
		return c.nearestRole(from, holds)
	}
	// A colour that is all but a role would drift from it.
	p := c.s.plainPainter(c.set.Kind)
	beside := func(to colour.Colour) func(look.Value) bool {
		return func(role look.Value) bool {
			held, _ := p.colourOf(role)
			return colour.Distance(held, to) <= driftColour
		}
	}
	role, near := c.nearestRole(better, beside(better))
	if near && holds(role) {
		return role, true
	}
	if near {
		if other, ok := colour.Nearest(from, func(to colour.Colour) bool {
			_, near := c.nearestRole(to, beside(to))
			return !near && holds(look.ColourValue{Colour: to})
		}); ok {
			better = other
		}
	}
	return look.ColourValue{Colour: better}, true
}

// nearestRole is the role nearest to a colour that holds.
func (c *contraster) nearestRole(from colour.Colour, holds func(look.Value) bool) (look.Value, bool) {
	p := c.s.plainPainter(c.set.Kind)
	roles := look.Names(look.ColourToken)
	far := func(name string) float64 {
		role, _ := p.colourOf(look.Token(name))
		return colour.Distance(role, from)
	}
	slices.SortStableFunc(roles, func(a, b string) int { return cmp.Compare(far(a), far(b)) })
	for _, name := range roles {
		if holds(look.Token(name)) {
			return look.Token(name), true
		}
	}
	return nil, false
}

// veilShades are the shades of a veil under the ink of a case: first the one that the ink stands out from.
func (r *reading) veilShades() []colour.Colour {
	ink, _ := r.colourOf(r.ink.Value)
	if colour.Contrast(ink, colour.White) > colour.Contrast(ink, colour.Black) {
		return []colour.Colour{colour.White, colour.Black}
	}
	return []colour.Colour{colour.Black, colour.White}
}

// veil is the thinnest translucent layer of one of the shades over the layers of a ground that holds, and how much of
// what is below it hides, in %. Where there is no room for another layer it is false.
func veil(shades []colour.Colour, layers look.Layers, holds func(look.Value) bool) (look.Layers, int, bool) {
	const least, most = 5, 95
	if len(layers) >= look.MostLayers {
		return nil, 0, false
	}
	for _, shade := range shades {
		under := func(percent int) look.Layers {
			over := look.ColourValue{Colour: shade}
			over.Alpha = math.Round(float64(percent)/100*255) / 255 // as it is written
			veil := look.Gradient{Angle: look.Length{Milli: 180_000}, Stops: []look.Stop{{Ink: over},
				{Ink: over, Place: look.Length{Milli: 100_000, Unit: "%"}}}}
			return append(look.Layers{veil}, layers...)
		}
		if !holds(under(most)) {
			continue
		}
		thin, thick := least-1, most // it holds at thick; the thicker, the better
		for thick-thin > 1 {
			if middle := (thin + thick) / 2; holds(under(middle)) {
				thick = middle
			} else {
				thin = middle
			}
		}
		return under(thick), thick, true
	}
	return nil, 0, false
}

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
		p.cascade, p.known = after, other.known.with(index)
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
			q.cascade, q.known = after, other.known.with(index)
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
		index := r.cascade.Index()
		thin, percent, ok := veil(r.veilShades()[:1], layers, func(value look.Value) bool {
			index.Say(r.painter.particular(outer, "background-image", r.t), value)
			p := r.painter
			p.known = r.known.with(index)
			return worst(p.places(r.part, r.t), ink) >= r.needed
		})
		if ok {
			return fmt.Sprintf("a veil of %d %% over the ground of %s", percent, outer.Name), nil,
				r.repainted(c.set, outer, "background-image", r.t, thin), true
		}
	}
	for _, outer := range r.around(r.part) {
		if opacity := r.opacity(outer, r.t); opacity < 1 {
			return fmt.Sprintf("opacity of %s %v → 1", outer.Name, opacity), nil,
				r.repainted(c.set, outer, "opacity", r.t, look.Length{Milli: 1000}), true
		}
	}
	return "", nil, nil, false
}

// flat lists the single changes of a change.
func flat(change document.Change) []document.Change {
	batch, ok := change.(document.Batch)
	if !ok {
		return []document.Change{change}
	}
	var all []document.Change
	for _, one := range batch.Changes {
		all = append(all, flat(one)...)
	}
	return all
}
