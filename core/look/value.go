package look

import (
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
