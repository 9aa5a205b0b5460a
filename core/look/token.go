package look

import (
	"fmt"
	"maps"
	"slices"
	"strings"
)

// Category is what a token can stand for.
type Category string

// The categories of token.
const (
	ColourToken  Category = "colour"
	FamilyToken  Category = "family"
	SizeToken    Category = "size"
	WeightToken  Category = "weight"
	LeadingToken Category = "leading"
	SpaceToken   Category = "space"
	RadiusToken  Category = "radius"
	ShadowToken  Category = "shadow"
	MotionToken  Category = "motion"
)

// tokenKind says how a category's values are read: as a property reads them.
var tokenKind = map[Category]string{
	ColourToken: "background-color", FamilyToken: "font-family", SizeToken: "font-size", WeightToken: "font-weight",
	LeadingToken: "line-height", SpaceToken: "gap", RadiusToken: "gap", ShadowToken: "box-shadow",
	MotionToken: "transition-duration",
}

// vocabulary is the tokens that every dress says, so that a block keeps its meaning when it is re-dressed.
var vocabulary = map[Category][]string{
	ColourToken: {"ground", "raised", "ink", "quiet", "line", "action", "on-action", "accent", "on-accent",
		"feature", "on-feature", "feature-quiet", "feature-line", "feature-accent", "on-feature-accent", "good", "warn",
		"spot-1", "spot-2", "spot-3"},
	FamilyToken:  {"text", "display"},
	SizeToken:    {"type-1", "type-2", "type-3", "type-4", "type-5", "type-6", "type-7", "type-8"},
	WeightToken:  {"weight-text", "weight-strong", "weight-display"},
	LeadingToken: {"leading-tight", "leading-text"},
	SpaceToken:   {"space-0", "space-1", "space-2", "space-3", "space-4", "space-5", "space-6", "space-7", "space-8"},
	RadiusToken:  {"radius-0", "radius-1", "radius-2", "radius-3"},
	ShadowToken:  {"shadow-0", "shadow-1", "shadow-2"},
	MotionToken:  {"motion-0", "motion-1", "motion-2"},
}

// Spots lists the colour tokens that no kind's look uses: they are for the site's own colours.
func Spots() []Token { return []Token{"spot-1", "spot-2", "spot-3"} }

var categories = []Category{ColourToken, FamilyToken, SizeToken, WeightToken, LeadingToken, SpaceToken, RadiusToken,
	ShadowToken, MotionToken}

// Tokens is the house style's value for every name.
type Tokens struct {
	values   map[Token]Value
	category map[Token]Category
}

// ParseTokens reads token values as text. Every name of the vocabulary must be there and no other.
func ParseTokens(texts map[string]string) (Tokens, error) {
	t := Tokens{map[Token]Value{}, map[Token]Category{}}
	for _, category := range categories {
		property, err := PropertyNamed(tokenKind[category])
		if err != nil {
			return t, err
		}
		for _, name := range vocabulary[category] {
			text, ok := texts[name]
			if !ok {
				return t, fmt.Errorf("token %s is missing", name)
			}
			value, err := property.Parse(text, noTokens{})
			if err != nil {
				return t, fmt.Errorf("token %s: %w", name, err)
			}
			t.values[Token(name)], t.category[Token(name)] = value, category
		}
	}
	for name := range texts {
		if _, ok := t.values[Token(name)]; !ok {
			return t, fmt.Errorf("%q is not a token", name)
		}
	}
	return t, nil
}

// CategoryOf is the category of a token by name.
func CategoryOf(name string) (Category, bool) {
	for _, category := range categories {
		if slices.Contains(vocabulary[category], name) {
			return category, true
		}
	}
	return "", false
}

// ParseToken reads the value of a token of a category.
func ParseToken(category Category, text string) (Value, error) {
	property, err := PropertyNamed(tokenKind[category])
	if err != nil {
		return nil, err
	}
	return property.Parse(text, noTokens{})
}

// With returns the tokens with some of them said anew, as a site says over its dress.
func (t Tokens) With(texts map[string]string) (Tokens, error) {
	if len(texts) == 0 {
		return t, nil
	}
	all := make(map[string]string, len(t.values))
	for name, value := range t.values {
		all[string(name)] = value.String()
	}
	for name, text := range texts {
		all[name] = text
	}
	return ParseTokens(all)
}

// Replacing returns the tokens with another value for one of them, which must be of the token's category.
func (t Tokens) Replacing(name Token, value Value) Tokens {
	t.values = maps.Clone(t.values)
	t.values[name] = value
	return t
}

// Value is what a token stands for, or nil.
func (t Tokens) Value(name Token) Value { return t.values[name] }

// CSS lists the custom properties in a fixed order.
func (t Tokens) CSS() []Declaration {
	var out []Declaration
	for _, category := range categories {
		for _, name := range vocabulary[category] {
			css := t.values[Token(name)].CSS()
			if category == SizeToken {
				css = typeCSS(t.values[Token(name)])
			}
			out = append(out, Declaration{Token(name).CustomProperty(), css})
		}
	}
	return out
}

// Vocabulary knows the names of tokens without their values, which is all that reading a look needs.
type Vocabulary struct{}

// Has reports whether name is a token of the category.
func (Vocabulary) Has(category Category, name string) bool {
	return slices.Contains(vocabulary[category], name)
}

// noTokens is what a token's own value may refer to.
type noTokens struct{}

func (noTokens) Has(Category, string) bool { return false }

// Declaration is one CSS declaration.
type Declaration struct{ Property, Value string }

func (d Declaration) String() string { return d.Property + ":" + d.Value }

// tokensIn lists the tokens that a value refers to.
func tokensIn(v Value) []Token {
	switch v := v.(type) {
	case Token:
		return []Token{v}
	case Sides:
		var out []Token
		for _, side := range v {
			out = append(out, tokensIn(side)...)
		}
		return slices.Compact(out)
	case Border:
		if v.None() {
			return nil
		}
		return append(tokensIn(v.Width), tokensIn(v.Ink)...)
	case Borders:
		var out []Token
		for _, side := range v {
			out = append(out, tokensIn(side)...)
		}
		return out
	case Shadows:
		var out []Token
		for _, s := range v {
			out = append(out, tokensIn(s.Ink)...)
		}
		return out
	case TextShadows:
		return tokensIn(Shadows(v))
	case Filter:
		return tokensIn(Shadows(v))
	case Layers:
		var out []Token
		for _, layer := range v {
			for _, ink := range layer.inks() {
				out = append(out, tokensIn(ink)...)
			}
		}
		return out
	}
	return nil
}

// Explain writes a value with what its tokens stand for: "type-7 44px".
func (t Tokens) Explain(v Value) string {
	names := tokensIn(v)
	if len(names) == 0 {
		return v.String()
	}
	words := []string{v.String()}
	for _, name := range names {
		if value := t.values[name]; value != nil {
			words = append(words, value.String())
		}
	}
	return strings.Join(words, " ")
}

// Swatch is the colour of a value that is one, has one or stands for one, as CSS writes it; "" for other values.
func (t Tokens) Swatch(v Value) string {
	switch v := v.(type) {
	case ColourValue:
		return v.Colour.String()
	case Token:
		if c, ok := t.Value(v).(ColourValue); ok {
			return c.Colour.String()
		}
	case Border:
		if !v.None() {
			return t.Swatch(v.Ink)
		}
	case Borders:
		for _, side := range v {
			if !side.None() {
				return t.Swatch(side.Ink)
			}
		}
	}
	return ""
}
