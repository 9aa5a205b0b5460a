package marks

import (
	"slices"

	"rubrel/core/colour"
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
	others := without(from(of, c.readings), missed)
	tr := trial{of: of, missed: missed, affected: slices.Concat(missed, others)} // what misses refuses most
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
	return tr.passes(func(i int) float64 { return tr.contrast(i, value) }) && tr.elsewhere(value)
}

// passes reports whether everything passes that misses, and nothing else is worse than it is and than it has to be.
func (tr trial) passes(contrast func(i int) float64) bool {
	for i, r := range tr.affected {
		least := r.needed
		if i >= len(tr.missed) {
			least = min(least, r.got)
		}
		if contrast(i) < least {
			return false
		}
	}
	return true
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
	p.Look = p.With(p.Tokens.Replacing(tr.of.token, value))
	return tr.seenBy(p, i)
}

// seen is the contrast of a case as the index has it.
func (tr trial) seen(i int) float64 {
	p := tr.affected[i].painter
	p.Look = p.Recoloured(p.Cascade, tr.index)
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
