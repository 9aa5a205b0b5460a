package measure

import (
	"rubrel/core/kind"
	"rubrel/core/look"
)

// initialSize is the size of text where nothing says one, and of a rem (CSS's initial value in every browser).
const initialSize = 16.0

// The weight of text where nothing says one (CSS Fonts 4, section 2.2), and its line height as a multiple of its size:
// "normal", which browsers take to be about this.
const initialWeight, initialLeading = 400, 1.2

// Size is a part's font size in CSS px, at the proof's width.
func (l Look) Size(part kind.Part, t look.Target) float64 {
	return found(l, l.known.sizes, part.Name, t, func() float64 { return l.readSize(part, t) })
}

func (l Look) readSize(part kind.Part, t look.Target) float64 {
	parts := l.Around(part)
	size := initialSize
	for i := len(parts) - 1; i >= 0; i-- {
		said, ok := l.Resolve(t, parts[i].Name, "font-size")
		if !ok {
			continue
		}
		switch value := l.Value(said.Value).(type) {
		case look.Length:
			size = l.Pixels(value, size, t)
		case look.Fluid:
			size = value.At(l.frame(t))
		}
	}
	return size
}

// frame is the block's inline size in CSS px, as the proof shows it.
func (l Look) frame(t look.Target) float64 { return float64(l.Cascade.Widths[t.Width].Frame) }

// Pixels is a length in CSS px where the font is of a size.
func (l Look) Pixels(length look.Length, font float64, t look.Target) float64 {
	n := float64(length.Milli) / 1000
	switch length.Unit {
	case "em":
		return n * font
	case "%":
		return n / 100 * font
	case "rem":
		return n * initialSize
	case "cqi":
		return n / 100 * l.frame(t)
	}
	return n
}

// Weight is the font weight.
func (l Look) Weight(part kind.Part, t look.Target) int64 {
	said, _, _ := l.Said(part, "font-weight", t)
	if length, ok := l.Value(said.Value).(look.Length); ok {
		return length.Milli / 1000
	}
	return initialWeight
}

// Leading is the line height as a multiple of the size.
func (l Look) Leading(part kind.Part, t look.Target) float64 {
	said, _, _ := l.Said(part, "line-height", t)
	if length, ok := l.Value(said.Value).(look.Length); ok {
		return float64(length.Milli) / 1000
	}
	return initialLeading
}
