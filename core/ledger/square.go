package ledger

import (
	"fmt"

	"rubrel/core/kind"
	"rubrel/core/look"
)

// roundAlready says that the radius of a square part is past half its side, from where on a larger one changes nothing;
// "" where it is not, or where that is not known.
func (l layer) roundAlready(part kind.Part, t look.Target) string {
	if !part.Square {
		return ""
	}
	size, known := l.pixels(part, "font-size", t)
	padding, _ := l.pixels(part, "padding", t)
	radius, said := l.pixels(part, "border-radius", t)
	half := size/2 + padding
	if !known || !said || radius <= half {
		return ""
	}
	return fmt.Sprintf("it is round from %gpx on, half its side: a larger radius changes nothing", half)
}

// pixels is what is said of a property of a part in CSS px; of one with four sides, what they have in common.
func (l layer) pixels(part kind.Part, property string, t look.Target) (float64, bool) {
	said, ok := l.cascade.Resolve(t, part.Name, property)
	if !ok {
		return 0, false
	}
	value := said.Value
	if sides, four := value.(look.Sides); four {
		if value = sides[0]; sides != (look.Sides{value, value, value, value}) {
			return 0, false
		}
	}
	if token, is := value.(look.Token); is {
		value = l.tokens.Value(token)
	}
	length, is := value.(look.Length)
	return float64(length.Milli) / 1000, is && (length.Unit == "px" || length.Milli == 0)
}
