package marks

import (
	"fmt"
	"maps"
	"slices"

	"rubrel/core/colour"
	"rubrel/core/kind"
	"rubrel/core/look"
)

// alike finds parts that can be chosen and look chosen or not to no one: neither their grounds nor their words stand
// out from one another in the two states (WCAG 2.2, 1.4.11), and nothing but colour differs.
func (s subject) alike(set kind.Set) []Mark {
	var found []Mark
	for _, part := range set.Kind.PartsOf(s.Block.Form) {
		p := s.plainPainter()
		if !slices.Contains(part.States(), look.Selected) || p.Paints[part.Name].SelectedInk != "" ||
			p.Left(part, look.Target{}) || p.otherShape(part) {
			continue
		}
		least := colour.Contrast(colour.Black, colour.White)
		for _, scheme := range slices.Sorted(maps.Keys(s.Schemes)) {
			least = min(least, s.painter(s.Schemes[scheme]).told(part))
		}
		if least >= controlContrast {
			continue
		}
		mark := Mark{ID: "alike " + part.Name, Finding: kind.Finding{Check: "alike", Where: part.Name + ", selected and not",
			Measured: fmt.Sprintf("%.2f", floor(least)), Needed: fmt.Sprintf("%.1f", controlContrast), Key: part.Name,
			Rule: "WCAG 2.2, 1.4.11", Serious: true}}
		if mend, ok := s.toldApart(set, part); ok {
			mark.Mends = []Mend{mend}
		}
		found = append(found, mark)
	}
	return found
}

// otherShape reports whether what is selected differs by more than colour.
func (p painter) otherShape(part kind.Part) bool {
	for _, property := range standingOut {
		is, ok := p.Resolve(look.Target{State: look.Selected}, part.Name, property)
		was, before := p.Resolve(look.Target{}, part.Name, property)
		if ok && (!before || !sameShape(is.Value, was.Value)) {
			return true
		}
	}
	return false
}

// told is the contrast of what is selected with what is not: that of the grounds or that of the words, the better.
func (p painter) told(part kind.Part) float64 {
	var grounds, words [2]colour.Colour
	for i, state := range []look.State{look.Normal, look.Selected} {
		t := look.Target{State: state}
		places := p.places(part, t)
		said, _, _ := p.inkOf(part, t)
		ink, _ := p.colourOf(said.Value)
		grounds[i], words[i] = places[0].ground, places[0].seen(ink)
	}
	return max(colour.Contrast(grounds[0], grounds[1]), colour.Contrast(words[0], words[1]))
}

// toldApart is the mend by roles: the first ground that stands out from that of the other sides, with the first ink
// that is read on it.
func (s subject) toldApart(set kind.Set, part kind.Part) (Mend, bool) {
	t := look.Target{State: look.Selected}
	passes := func(ground, ink look.Token) bool {
		for _, tokens := range s.Schemes {
			p := s.painter(tokens)
			below, over := tokens.Value(ground).(look.ColourValue), tokens.Value(ink).(look.ColourValue)
			if colour.Contrast(p.places(part, look.Target{})[0].ground, below.Colour) < controlContrast ||
				colour.Contrast(below.Colour, over.Colour) < textContrast {
				return false
			}
		}
		return true
	}
	for _, ground := range []look.Token{"action", "ink", "accent", "feature", "raised"} {
		for _, ink := range []look.Token{"on-action", "raised", "ground", "on-accent", "on-feature", "ink"} {
			if !passes(ground, ink) {
				continue
			}
			p := s.plainPainter()
			says := slices.Concat(p.repainted(set, part, "background-color", t, ground),
				p.repainted(set, part, "color", t, ink))
			return Mend{Label: fmt.Sprintf("%s selected → %s on %s", part.Name, ink, ground),
				Change: s.saying(part.Name+" selected", says)}, true
		}
	}
	return Mend{}, false
}
