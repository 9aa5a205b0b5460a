package marks

import (
	"fmt"
	"iter"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/look"
)

// smallTexts finds texts that are set smaller than kind.LeastType where a block is as narrow as each of its widths
// goes: said so small, or shrunk to fit.
func (s subject) smallTexts(set kind.Set) []Mark {
	tight, ok := s.tight()
	if !ok {
		return nil
	}
	p := s.plainPainter()
	var found []Mark
	seen := map[string]bool{} // parts that have their mark: narrower widths follow
	for width := range s.Cascade.Widths {
		for _, run := range tight.Runs {
			text := tight.Set(run, width)
			if !text.Known {
				continue
			}
			pieces := run.Pieces
			if pieces == nil {
				pieces = []kind.Piece{{Part: run.Part}}
			}
			for _, piece := range pieces {
				part, ok := set.Kind.PartNamed(piece.Part)
				share := text.Style.Size / tight.Size(text.Of, text.At) // what is left of it where it shrinks
				size := tight.Size(part, text.At) * share
				if !ok || seen[part.Name] || size > kind.LeastType-0.05 || tight.Left(part, text.At) {
					continue
				}
				seen[part.Name] = true
				mark := Mark{ID: "small " + part.Name, Finding: kind.Finding{Check: "small", Where: p.where(set, part, text.At),
					Measured: fmt.Sprintf("%.1f px", size), Needed: fmt.Sprintf("%g px", kind.LeastType),
					Record: run.Record, Key: part.Name}}
				if share == 1 {
					mark.Mends = s.larger(p, set, part, text.At)
				}
				found = append(found, mark)
			}
		}
	}
	return found
}

// larger are the mends of a part that is set too small: where its size is said, and for this case alone.
func (s subject) larger(p painter, set kind.Set, part kind.Part, t look.Target) []Mend {
	value := p.leastToken()
	here := p.resay(s, set, part, "font-size", t, value)
	said, from, ok := p.Said(part, "font-size", t)
	if _, own := s.Block.Look[said.Key]; !ok || !own || from.Name != part.Name {
		return []Mend{here}
	}
	return []Mend{{Label: fmt.Sprintf("font-size of %s → %s", part.Name, value),
		Change: document.SetLook{Block: s.Block.ID, Key: said.Key, Text: value.String()}}}
}

// leastToken is the least size of the house style that everybody reads, or kind.LeastType where it has none near it.
func (p painter) leastToken() look.Value {
	best, at := look.Value(look.Length{Milli: kind.LeastType * 1000, Unit: "px"}), kind.LeastType*4/3
	for token, size := range p.sizes() {
		if size >= kind.LeastType && size < at {
			best, at = token, size
		}
	}
	return best
}

// sizes are the sizes of type that the house style has, in CSS px.
func (p painter) sizes() iter.Seq2[look.Token, float64] {
	return func(yield func(look.Token, float64) bool) {
		for _, name := range look.Names(look.SizeToken) {
			held, ok := p.Tokens.Value(look.Token(name)).(look.Length)
			if ok && held.Unit == "px" && !yield(look.Token(name), float64(held.Milli)/1000) {
				return
			}
		}
	}
}
