package marks

import (
	"fmt"

	"rubrel/core/kind"
	"rubrel/core/look"
)

// leastSize is the least size of type that everybody reads, in CSS px (common practice).
const leastSize = 12.0

// smallTexts finds texts that are set smaller than leastSize where a block is as narrow as each of its widths goes:
// said so small, or shrunk to fit.
func (s Subject) smallTexts(set kind.Set) []Mark {
	tight, ok := s.View.Tight.(measure)
	if !ok {
		return nil
	}
	f, p := tight.f, s.plainPainter(set.Kind)
	var found []Mark
	seen := map[string]bool{} // parts that have their mark: narrower widths follow
	for width := range s.Cascade.Widths {
		for _, run := range s.runs {
			text := f.lines(run, width)
			if !text.known {
				continue
			}
			st := text.setting
			pieces := run.Pieces
			if pieces == nil {
				pieces = []kind.Piece{{Part: run.Part}}
			}
			for _, piece := range pieces {
				part, ok := set.Kind.PartNamed(piece.Part)
				share := st.style.Size / f.p.size(st.part, st.t) // what is left of it where it shrinks
				size := f.p.size(part, st.t) * share
				if !ok || seen[part.Name] || size > leastSize-0.05 || f.p.left(part, st.t) {
					continue
				}
				seen[part.Name] = true
				mark := Mark{ID: "small " + part.Name, Finding: kind.Finding{Check: "small", Where: p.where(set, part, st.t),
					Measured: fmt.Sprintf("%.1f px", size), Needed: "12 px", Record: run.Record, Key: part.Name}}
				if value := (look.Length{Milli: leastSize * 1000, Unit: "px"}); share == 1 {
					t := st.t
					t.Record = ""
					mark.Mends = []Mend{p.resay(s, set, part, "font-size", t, value)}
				}
				found = append(found, mark)
			}
		}
	}
	return found
}
