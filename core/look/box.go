package look

import (
	"fmt"
	"slices"
	"strings"
)

// Sides is a value for the four sides, in CSS order: top, right, bottom, left. While all are the same it is
// written as one.
type Sides [4]Value

// Border is the three values of the CSS border shorthand, or none.
type Border struct {
	Width Value
	Style Keyword
	Ink   Value
}

func (s Sides) write(text func(Value) string) string {
	t, r, b, l := text(s[0]), text(s[1]), text(s[2]), text(s[3])
	switch {
	case t == r && t == b && t == l:
		return t
	case t == b && r == l:
		return t + " " + r
	case r == l:
		return t + " " + r + " " + b
	default:
		return t + " " + r + " " + b + " " + l
	}
}

func (s Sides) String() string { return s.write(Value.String) }

// CSS writes the shortest form of the shorthand.
func (s Sides) CSS() string { return s.write(Value.CSS) }

func (b Border) write(text func(Value) string) string {
	if b.Style == "none" {
		return "none"
	}
	return text(b.Width) + " " + string(b.Style) + " " + text(b.Ink)
}

func (b Border) String() string { return b.write(Value.String) }

// CSS writes the border shorthand.
func (b Border) CSS() string { return b.write(Value.CSS) }

func parseSpace(p Property, text string, tokens TokenNames) (Value, error) {
	if tokens.Has(p.Tokens, text) {
		return Token(text), nil
	}
	least := int64(0)
	if p.Name == "margin" {
		least = -2_000_000
	}
	return bounded(text, "px", least, 2_000_000)
}

func parseSides(p Property, text string, tokens TokenNames) (Value, error) {
	words := strings.Fields(text)
	if len(words) < 1 || len(words) > 4 {
		return nil, fmt.Errorf("it takes one to four values")
	}
	var v [4]Value
	for i, word := range words {
		side, err := parseSpace(p, word, tokens)
		if err != nil {
			return nil, err
		}
		v[i] = side
	}
	switch len(words) {
	case 1:
		return Sides{v[0], v[0], v[0], v[0]}, nil
	case 2:
		return Sides{v[0], v[1], v[0], v[1]}, nil
	case 3:
		return Sides{v[0], v[1], v[2], v[1]}, nil
	}
	return Sides(v), nil
}

// BorderStyles lists the styles that a border can have, besides none.
func BorderStyles() []string { return slices.Clone(borderStyles) }

var borderStyles = []string{"solid", "dashed", "dotted", "double"}

func parseBorder(p Property, text string, tokens TokenNames) (Value, error) {
	words := splitOutsideBrackets(text, ' ')
	if len(words) != 3 || !slices.Contains(borderStyles, words[1]) {
		return nil, fmt.Errorf("it takes a width, a style and a colour")
	}
	width, err := bounded(words[0], "px", 0, 100_000)
	if err != nil {
		return nil, err
	}
	ink, err := parseInk(p, words[2], tokens)
	if err != nil {
		return nil, err
	}
	return Border{width, Keyword(words[1]), ink}, nil
}

// sidesOf are the sides of a value that a custom property carries, each as one of its own: a layout may need to go
// over a padding.
func sidesOf(carrier string, v Value) []Declaration {
	sides, ok := v.(Sides)
	if !ok {
		return nil
	}
	var all []Declaration
	for i, name := range []string{"-top", "-right", "-bottom", "-left"} {
		all = append(all, Declaration{carrier + name, sides[i].CSS()})
	}
	return all
}
