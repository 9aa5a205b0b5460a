package marks

import (
	"rubrel/core/colour"
	"rubrel/core/kind"
	"rubrel/core/look"
)

// painter works out what a part looks like where it stands: its ink, what is really behind it, its size.
type painter struct {
	kind    *kind.Kind
	form    string
	cascade look.Cascade
	tokens  look.Tokens
}

// around lists a part and the parts around it, from the inside out.
func (p painter) around(part kind.Part) []kind.Part {
	parts := []kind.Part{part}
	for {
		outer, ok := p.kind.PartAround(parts[len(parts)-1], p.form)
		if !ok {
			return parts
		}
		parts = append(parts, outer)
	}
}

// said finds an inherited property's value in the part or those around it.
func (p painter) said(part kind.Part, property string, t look.Target) (said look.Said, from kind.Part, ok bool) {
	for _, outer := range p.around(part) {
		if said, ok = p.cascade.Resolve(t, outer.Name, property); ok {
			return said, outer, true
		}
	}
	return said, part, false
}

// colourOf is the colour that a value stands for; false where it is none.
func (p painter) colourOf(v look.Value) (colour.Colour, bool) {
	if token, ok := v.(look.Token); ok {
		v = p.tokens.Value(token)
	}
	c, ok := v.(look.ColourValue)
	return c.Colour, ok
}

// ground is what is behind a part: its own ground over those of the parts around it, down to the paper.
func (p painter) ground(part kind.Part, t look.Target) colour.Colour {
	below, _ := p.colourOf(look.Token("ground"))
	parts := p.around(part)
	for i := len(parts) - 1; i >= 0; i-- {
		if said, ok := p.cascade.Resolve(t, parts[i].Name, "background-color"); ok {
			if c, ok := p.colourOf(said.Value); ok {
				below = c.Over(below)
			}
		}
	}
	return below
}

// The size of text where nothing says one, and of a rem (CSS's initial value in every browser).
const initialSize = 16.0

// size is the font size in CSS px, at the proof's width.
func (p painter) size(part kind.Part, t look.Target) float64 {
	parts := p.around(part)
	size := initialSize
	for i := len(parts) - 1; i >= 0; i-- {
		said, ok := p.cascade.Resolve(t, parts[i].Name, "font-size")
		if !ok {
			continue
		}
		value := said.Value
		if token, ok := value.(look.Token); ok {
			value = p.tokens.Value(token)
		}
		if length, ok := value.(look.Length); ok {
			size = p.pixels(length, size, t)
		}
	}
	return size
}

// pixels is a length in CSS px where the font is of a size.
func (p painter) pixels(l look.Length, font float64, t look.Target) float64 {
	n := float64(l.Milli) / 1000
	switch l.Unit {
	case "em":
		return n * font
	case "%":
		return n / 100 * font
	case "rem":
		return n * initialSize
	case "cqi":
		return n / 100 * float64(p.cascade.Widths[t.Width].Frame)
	}
	return n
}

// weight is the font weight, 400 where nothing says one.
func (p painter) weight(part kind.Part, t look.Target) int64 {
	said, _, ok := p.said(part, "font-weight", t)
	if !ok {
		return 400
	}
	value := said.Value
	if token, ok := value.(look.Token); ok {
		value = p.tokens.Value(token)
	}
	if length, ok := value.(look.Length); ok {
		return length.Milli / 1000
	}
	return 400
}

// left reports whether a part is left out.
func (p painter) left(part kind.Part, t look.Target) bool {
	for _, outer := range p.around(part) {
		if said, ok := p.cascade.Resolve(t, outer.Name, "display"); ok && said.Value == look.Keyword("none") {
			return true
		}
	}
	return false
}
