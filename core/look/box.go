package look

import (
	"fmt"
	"strings"
)

// Sides is a value for the four sides, in CSS order: top, right, bottom, left. While all are the same it is
// written as one.
type Sides [4]Value

// Alike reports whether the four sides are the same.
func (s Sides) Alike() bool { return s[0] == s[1] && s[0] == s[2] && s[0] == s[3] }

func (s Sides) write(text func(Value) string) string {
	return strings.Join(shortest(text(s[0]), text(s[1]), text(s[2]), text(s[3])), " ")
}

// shortest leaves out what CSS takes from the sides before: the left is as the right, the bottom as the top, the right
// as the top.
func shortest(top, right, bottom, left string) []string {
	switch {
	case top == right && top == bottom && top == left:
		return []string{top}
	case top == bottom && right == left:
		return []string{top, right}
	case right == left:
		return []string{top, right, bottom}
	}
	return []string{top, right, bottom, left}
}

// fourSides are the sides that one to four values stand for.
func fourSides[T any](v []T) [4]T {
	switch len(v) {
	case 1:
		return [4]T{v[0], v[0], v[0], v[0]}
	case 2:
		return [4]T{v[0], v[1], v[0], v[1]}
	case 3:
		return [4]T{v[0], v[1], v[2], v[1]}
	}
	return [4]T(v)
}

func (s Sides) String() string { return s.write(Value.String) }

// CSS writes the shortest form of the shorthand.
func (s Sides) CSS() string { return s.write(Value.CSS) }

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
	var v []Value
	for _, word := range words {
		side, err := parseSpace(p, word, tokens)
		if err != nil {
			return nil, err
		}
		v = append(v, side)
	}
	return Sides(fourSides(v)), nil
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
