package marks

import (
	"fmt"
	"slices"

	"rubrel/core/kind"
	"rubrel/core/look"
)

// leastTarget is the least size of what is pressed: 24 by 24 CSS px (WCAG 2.2, success criterion 2.5.8).
const leastTarget = 24.0

// senses finds what a measurement of colour or fit does not: targets that are too small, a featured record that stands
// out by colour alone, what is there for those only who point, what comes too late, and what cannot be read aloud.
func (s subject) senses(set kind.Set) []Mark {
	p := s.plainPainter()
	return slices.Concat(
		p.smallTargets(s, set),
		p.onlyColour(set),
		p.hoverOnly(s, set),
		p.late(s, set),
		slices.Clone(s.outlined.marks),
	)
}

// smallTargets measures the height of what is pressed: a line of its text with its padding and border.
func (p painter) smallTargets(s subject, set kind.Set) []Mark {
	var found []Mark
	for _, part := range set.Kind.PartsOf(s.Block.Form) {
		if !part.Pressed {
			continue
		}
		for width := range p.Cascade.Widths {
			t := look.Target{Width: width}
			across, down := p.Edges(part, t)
			height := max(part.LeastHeight, p.Size(part, t)*p.Leading(part, t)+down)
			if height >= leastTarget || p.Left(part, t) {
				continue
			}
			missing := (leastTarget - height + 1) / 2
			value := look.Length{Milli: int64(missing+down/2) * 1000, Unit: "px"}
			side := look.Length{Milli: int64(across/2) * 1000, Unit: "px"}
			found = append(found, Mark{ID: fmt.Sprintf("target %s %s", part.Name, p.Cascade.Widths[width].Name),
				Mends: []Mend{p.resay(s, set, part, "padding", t, look.Sides{value, side, value, side})},
				Finding: kind.Finding{Check: "target", Where: p.where(set, part, t), Measured: fmt.Sprintf("%.0f px high", height),
					Needed: "24 px", Key: part.Name, Rule: "WCAG 2.2, 2.5.8", Serious: true}})
			break // narrower widths follow
		}
	}
	return found
}

// standingOut are the properties by which something stands out without colour.
var standingOut = []string{"border", "box-shadow", "font-size", "font-weight", "padding", "scale", "translate",
	"margin", "font-style", "text-decoration", "stroke-width"}

// onlyColour finds a featured record that differs from the others by colour alone: those who do not see it see no
// difference (WCAG 2.2, 1.4.1). A badge is a difference, too, and so is what its form does.
func (p painter) onlyColour(set kind.Set) []Mark {
	var featured *kind.Record
	for i := range set.Records {
		if set.Records[i].Featured {
			featured = &set.Records[i]
		}
	}
	if featured == nil || len(set.Records) < 2 {
		return nil
	}
	form, _ := set.Kind.FormNamed(p.Form)
	if form.LiftsFeatured || set.Kind.MarkField != "" && kind.Text(featured.Facts, set.Kind.MarkField) != "" {
		return nil
	}
	differs := false
	for _, part := range set.Kind.PartsOf(p.Form) {
		for _, property := range part.Properties {
			plain, ok := p.Resolve(look.Target{}, part.Name, property)
			other, also := p.Resolve(look.Target{Featured: true}, part.Name, property)
			differs = differs || also && (!ok || plain.Value.CSS() != other.Value.CSS())
			if !slices.Contains(standingOut, property) {
				continue
			}
			if also && !ok && !slices.Contains([]string{"none", "normal", "0"}, other.Value.CSS()) || ok && also &&
				!sameShape(plain.Value, other.Value) {
				return nil
			}
		}
	}
	if !differs {
		return nil // it looks like the others
	}
	return []Mark{{ID: "only-colour " + featured.ID, Finding: kind.Finding{Check: "only colour",
		Where:    set.NameOf(*featured) + " stands out by colour alone",
		Measured: "no other difference", Needed: "a badge, a border or a size", Record: featured.ID,
		Rule: "WCAG 2.2, 1.4.1"}}}
}

// sameShape reports whether two values differ in colour at most.
func sameShape(a, b look.Value) bool {
	if these, ok := look.BordersOf(a); ok {
		those, ok := look.BordersOf(b)
		for i, x := range these {
			y := those[i]
			ok = ok && x.Style == y.Style && (x.None() || x.Width.CSS() == y.Width.CSS())
		}
		return ok
	}
	return a.CSS() == b.CSS()
}
