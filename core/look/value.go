package look

import (
	"strings"

	"rubrel/core/colour"
)

// Value is one typed style value. String is what the designer reads and types; CSS is what ships, where a
// token is a custom property.
type Value interface {
	String() string
	CSS() string
}

// Token is a value that the house style says, by name.
type Token string

func (t Token) String() string { return string(t) }

// CSS refers to the custom property that a release sets on every block.
func (t Token) CSS() string { return "var(" + t.CustomProperty() + ")" }

// CustomProperty is the name of the CSS custom property that carries the token.
func (t Token) CustomProperty() string { return "--rb-" + string(t) }

// Keyword is one of a property's CSS keywords.
type Keyword string

func (k Keyword) String() string { return string(k) }

// CSS is the keyword itself; what is shown has the display that its form gives it.
func (k Keyword) CSS() string {
	if k == "shown" {
		return "revert-layer"
	}
	return string(k)
}

// ColourValue is a colour said outright.
type ColourValue struct{ colour.Colour }

// CSS writes the colour as hex.
func (c ColourValue) CSS() string { return c.Colour.String() }

// Family is a list of font families, the first preferred.
type Family []string

var genericFamilies = map[string]bool{"serif": true, "sans-serif": true, "monospace": true, "system-ui": true, "cursive": true}

func (f Family) String() string { return strings.Join(f, ", ") }

// CSS quotes every name that is not a generic family.
func (f Family) CSS() string {
	quoted := make([]string, len(f))
	for i, name := range f {
		quoted[i] = name
		if !genericFamilies[name] {
			quoted[i] = `"` + name + `"`
		}
	}
	return strings.Join(quoted, ",")
}

// Sides is a value for the four sides, in CSS order: top, right, bottom, left. While all are the same it is
// written as one.
type Sides [4]Value

// Border is the three values of the CSS border shorthand, or none.
type Border struct {
	Width Value
	Style Keyword
	Ink   Value
}

// Shadow is one layer of a CSS box-shadow.
type Shadow struct {
	Inset              bool
	X, Y, Blur, Spread Length
	Ink                Value
}

// Shadows is a CSS box-shadow; empty means none.
type Shadows []Shadow

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

func (s Shadows) write(text func(Value) string) string {
	if len(s) == 0 {
		return "none"
	}
	layers := make([]string, len(s))
	for i, layer := range s {
		words := []string{layer.X.String(), layer.Y.String(), layer.Blur.String(), layer.Spread.String(), text(layer.Ink)}
		if layer.Inset {
			words = append([]string{"inset"}, words...)
		}
		layers[i] = strings.Join(words, " ")
	}
	return strings.Join(layers, ", ")
}

func (s Shadows) String() string { return s.write(Value.String) }

// CSS writes the box-shadow value.
func (s Shadows) CSS() string { return s.write(Value.CSS) }
