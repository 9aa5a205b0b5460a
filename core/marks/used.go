package marks

import (
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/typeset"
)

// UsedPairs counts the pairs of colour roles that the block's texts really are set in: the role of the ink, and that
// of the nearest ground behind it, over every case.
func (s Subject) UsedPairs() map[look.Pair]int {
	used := map[look.Pair]int{}
	set := s.Site.SetOf(s.Block)
	p := s.plainPainter(set.Kind)
	for _, part := range set.Kind.PartsOf(s.Block.Form) {
		if !part.Text {
			continue
		}
		for _, t := range p.targets(part, set.Set) {
			said, _, _ := p.said(part, "color", t)
			ink, isRole := said.Value.(look.Token)
			if ground, ok := p.groundRole(part, t); ok && isRole && !p.left(part, t) {
				used[look.Pair{Ink: ink, Ground: ground}]++
			}
		}
	}
	return used
}

// groundRole is the role of the nearest ground that is a role; the paper's where nothing has a ground.
func (p painter) groundRole(part kind.Part, t look.Target) (look.Token, bool) {
	for _, outer := range p.around(part) {
		said, ok := p.resolve(t, outer.Name, "background-color")
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

// UsedFaces are the faces in which the block's texts are set: of every part that is shown, at every width, for records
// that are featured and for others.
func (s Subject) UsedFaces(shown func(part string) bool) map[*typeset.Face]bool {
	used := map[*typeset.Face]bool{}
	if s.Book == nil {
		return used
	}
	set := s.Site.SetOf(s.Block)
	f := s.fitterOfLook(set.Set, s.Site.FormOf(s.Block))
	for _, part := range set.Kind.PartsOf(s.Block.Form) {
		if !part.Text || !shown(part.Name) {
			continue
		}
		for width := range s.Cascade.Widths {
			for _, featured := range []bool{false, true} {
				for _, state := range part.States() {
					used[f.face(part, look.Target{Width: width, Featured: featured, State: state})] = true
				}
			}
		}
	}
	for key := range s.Cascade.Block { // what a record says for itself
		part, ok := set.Kind.PartNamed(key.Part)
		if key.Record != "" && ok && (key.Property == "font-family" || key.Property == "font-weight") {
			used[f.face(part, f.target(key.Record, max(0, s.Cascade.Widths.Index(key.Width))))] = true
		}
	}
	delete(used, nil)
	return used
}
