package measure

import (
	"rubrel/core/look"
	"rubrel/core/typeset"
)

// UsedFaces are the faces in which the block's texts are set: of every part that is shown, at every width, for records
// that are featured and for others.
func (s Subject) UsedFaces(shown func(part string) bool) map[*typeset.Face]bool {
	used := map[*typeset.Face]bool{}
	if s.Book == nil {
		return used
	}
	t := s.texts(nil)
	for _, part := range t.Kind.PartsOf(s.Block.Form) {
		if !part.Text || !shown(part.Name) {
			continue
		}
		for width := range s.Cascade.Widths {
			for _, featured := range []bool{false, true} {
				for _, state := range part.States() {
					used[t.face(part, look.Target{Width: width, Featured: featured, State: state})] = true
				}
			}
		}
	}
	for key := range s.Cascade.Block { // what a record says for itself
		part, ok := t.Kind.PartNamed(key.Part)
		if key.Record != "" && ok && (key.Property == "font-family" || key.Property == "font-weight") {
			used[t.face(part, t.target(key.Record, max(0, s.Cascade.Widths.Index(key.Width))))] = true
		}
	}
	delete(used, nil)
	return used
}
