package marks

import (
	"cmp"
	"fmt"
	"reflect"
	"slices"
	"strings"

	"rubrel/core/kind"
)

// marks folds what is missed by its causes: the sources that most of it has in common, those that are said nearest to
// the designer first.
func (c *contraster) marks() []Mark {
	var missed []*reading
	for _, r := range c.readings {
		if r.missed() {
			missed = append(missed, r)
		}
	}
	if len(missed) == 0 {
		return nil
	}
	for _, r := range c.readings {
		c.readSources(r)
	}
	var found []Mark
	for len(missed) > 0 {
		of, atCause := c.cause(missed)
		folded := from(of, missed)
		found = append(found, c.mark(of, atCause, folded))
		missed = without(missed, folded)
	}
	return found
}

// candidate is a source that may be the cause of what is missed.
type candidate struct {
	source
	nearness, cases int
	ink             bool
}

// cause is the source that is to blame for the most, and the mend there; among equals one that has a mend.
func (c *contraster) cause(missed []*reading) (source, *Mend) {
	candidates := c.candidates(missed)
	first := candidates[0]
	for _, other := range candidates {
		if other.nearness != first.nearness || other.cases != first.cases {
			break
		}
		if mend, ok := c.atCause(other.source, from(other.source, missed)); ok {
			return other.source, &mend
		}
	}
	return first.source, nil
}

// candidates are the sources of what is missed, the likeliest cause first.
func (c *contraster) candidates(missed []*reading) []candidate {
	var all []candidate
	for _, r := range missed {
		for i, of := range slices.Concat(r.inks, r.grounds) {
			at := slices.IndexFunc(all, func(other candidate) bool { return other.source == of })
			if at < 0 {
				at = len(all)
				all = append(all, candidate{source: of, nearness: c.nearness(of), ink: i < len(r.inks)})
			}
			all[at].cases++
		}
	}
	slices.SortStableFunc(all, func(a, b candidate) int {
		return cmp.Or(b.nearness-a.nearness, b.cases-a.cases, order(b.ink)-order(a.ink))
	})
	return all
}

// mark is what one cause makes fail.
func (c *contraster) mark(of source, atCause *Mend, folded []*reading) Mark {
	places := worstOfEach(folded)
	worst := slices.MinFunc(places, func(a, b *reading) int { return cmp.Compare(a.got/a.needed, b.got/b.needed) })
	mark := Mark{ID: worst.id(), Finding: kind.Finding{Check: "contrast", Record: worst.t.Record, Key: worst.part.Name,
		Measured: fmt.Sprintf("%.2f", floor(worst.got)), Needed: fmt.Sprintf("%.1f", worst.needed),
		Rule: "WCAG 2.2, 1.4.3", Serious: true}}
	if !slices.ContainsFunc(places, func(r *reading) bool { return !r.part.Control }) {
		mark.Rule = "WCAG 2.2, 1.4.11"
	}
	if len(places) > 1 {
		mark.ID = "contrast of " + of.String()
		for _, r := range places {
			mark.Places = append(mark.Places, fmt.Sprintf("%s %.2f of %.1f", c.where(r), floor(r.got), r.needed))
		}
	}
	mark.Where = c.wheres(places)
	if c.nearness(of) < saidHere {
		mark.Cause = of.String()
	}
	others := without(from(of, c.readings), folded)
	if atCause != nil && len(places) == 1 && len(others) == 0 {
		return mark.with(*atCause) // an exception would be the same
	}
	if apart, ok := c.apart(places); ok &&
		(atCause == nil || !reflect.DeepEqual(flat(apart.Change), flat(atCause.Change))) {
		if atCause != nil {
			apart.Label = "only here: " + apart.Label
			return mark.with(*atCause, apart)
		}
		return mark.with(apart)
	}
	if atCause != nil {
		return mark.with(*atCause)
	}
	if back, ok := c.back(of, folded); ok {
		return mark.with(back)
	}
	return mark
}

// with is the mark with its mends; it shows the inks of the first.
func (m Mark) with(mends ...Mend) Mark {
	m.Mends, m.Inks = mends, mends[0].Inks
	return m
}

// worstOfEach leaves one of the cases that differ in their width or scheme alone: the one that misses by most.
func worstOfEach(missed []*reading) []*reading {
	var kept []*reading
	for _, r := range missed {
		at := slices.IndexFunc(kept, func(other *reading) bool { return other.sameBut(r) })
		switch {
		case at < 0:
			kept = append(kept, r)
		case r.got/r.needed < kept[at].got/kept[at].needed:
			kept[at] = r
		}
	}
	return kept
}

// sameBut reports whether two cases differ in their width or scheme at most.
func (r *reading) sameBut(other *reading) bool {
	a, b := r.t, other.t
	a.Width, b.Width = 0, 0
	return a == b && r.part.Name == other.part.Name && r.Instead.Name == other.Instead.Name
}

func (r *reading) id() string {
	id := strings.Join([]string{"contrast", r.part.Name, string(r.t.State), fmt.Sprint(r.t.Featured), r.t.Record,
		r.Cascade.Widths[r.t.Width].Name}, " ")
	if r.Instead.Name != "" {
		id += " " + r.Instead.Name
	}
	return id
}

// where names a case.
func (c *contraster) where(r *reading) string {
	where := r.painter.where(c.set, r.part, r.t)
	if r.Instead.Name != "" {
		where += " on " + r.Instead.Name
	}
	if len(c.s.Schemes) > 1 {
		where += ", " + r.scheme
	}
	return where
}

// named is how many places a mark names outright.
const named = 3

// wheres names the first of some cases, and how many there are besides.
func (c *contraster) wheres(places []*reading) string {
	var names []string
	for _, r := range places[:min(named, len(places))] {
		names = append(names, c.where(r))
	}
	text := strings.Join(names, "; ")
	if more := len(places) - named; more > 0 {
		text += fmt.Sprintf(" and %d more", more)
	}
	return text
}
