package marks

import (
	"cmp"
	"fmt"
	"maps"
	"slices"

	"rubrel/core/colour"
	"rubrel/core/document"
	"rubrel/core/look"
)

// atCause is the mend where a cause is said: the nearest value with which everything passes that it is seen in. It is
// false where no value does, and for what comes with the kind, which nobody can say anew.
func (c *contraster) atCause(of source, missed []*reading) (Mend, bool) {
	if of.level == look.HouseLevel {
		return Mend{}, false
	}
	tr := c.trial(of, missed)
	what, whom := of.name(c.set.Kind)
	r := missed[0]
	value := r.Tokens.Value(of.token)
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
	return Mend{Label: fmt.Sprintf("%s, %s %s → %s", what, whose, from, better),
		Inks: []string{from.String(), to.String()}, Change: c.s.saying(what, says)}, true
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
	if !tr.passes(tr.seen) {
		return Mend{}, false
	}
	what, _ := of.name(c.set.Kind)
	return Mend{Label: "take " + what + " back",
		Change: document.SetLook{Block: c.s.Block.ID, Key: of.key}}, true
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
	p := c.s.plainPainter()
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
	p := c.s.plainPainter()
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
