package marks

import (
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/measure"
)

// UsedPairs counts the pairs of colour roles that the block's texts really are set in: the role of the ink, and that
// of the nearest ground behind it, over every case.
func UsedPairs(of measure.Subject) map[look.Pair]int {
	used := map[look.Pair]int{}
	s := subject{Subject: of, look: of.Look()}
	set := s.Site.SetOf(s.Block)
	p := s.plainPainter()
	for _, part := range set.Kind.PartsOf(s.Block.Form) {
		if !part.Text {
			continue
		}
		for _, t := range p.targets(part, set.Set) {
			said, _, _ := p.Said(part, "color", t)
			ink, isRole := said.Value.(look.Token)
			if ground, ok := p.groundRole(part, t); ok && isRole && !p.Left(part, t) {
				used[look.Pair{Ink: ink, Ground: ground}]++
			}
		}
	}
	return used
}

// groundRole is the role of the nearest ground that is a role; the paper's where nothing has a ground.
func (p painter) groundRole(part kind.Part, t look.Target) (look.Token, bool) {
	for _, outer := range p.Around(part) {
		said, ok := p.Resolve(t, outer.Name, "background-color")
		if !ok {
			continue
		}
		if role, ok := said.Value.(look.Token); ok {
			return role, true
		}
		if c, ok := p.colourOf(said.Value); ok && c.Alpha > 0 {
			return "", false // a colour of its own
		}
	}
	return "ground", true
}
