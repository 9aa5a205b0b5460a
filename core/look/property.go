// Package look is the engine of appearance: typed style values, the house style's tokens, the levels at which
// a value may be said, and the resolution of level, state and width into one value and into CSS.
package look

import (
	"fmt"
	"slices"
	"strings"
	"unicode"

	"rubrel/core/colour"
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
)

// Property is a CSS property that a part can be given.
type Property struct {
	Name      string // as CSS spells it
	Tokens    Category
	Inherited bool // CSS inherits it from the part around
	Keywords  []string
	Hint      string // what may be typed
	parse     func(p Property, text string, tokens TokenNames) (Value, error)
}

// TokenNames tells which names are tokens of a category.
type TokenNames interface {
	Has(category Category, name string) bool
}

// properties in the order in which the ledger shows them.
var properties = []Property{
	{Name: "color", Tokens: ColourToken, Inherited: true, Hint: "a colour or token: #10203a, ink", parse: parseInk},
	{Name: "background-image", Tokens: ColourToken, Keywords: []string{"none"}, Hint: "linear-gradient(135deg, accent 0%, ink 100%), radial-gradient(at 30% 20%, raised, ground), or none", parse: parseImage},
	{Name: "background-color", Tokens: ColourToken, Hint: "a colour, token or transparent", parse: parseInk},
	{Name: "font-family", Tokens: FamilyToken, Inherited: true, Hint: "a token, or family names with commas", parse: parseFamily},
	{Name: "font-size", Tokens: SizeToken, Inherited: true, Hint: "a length above 0, type-1 … type-8, or two that follow the width: 18px to 28px, 18px at 390 to 28px at 1200", parse: parseSize},
	{Name: "font-weight", Tokens: WeightToken, Inherited: true, Hint: "1 to 1000", parse: parseWeight},
	{Name: "font-style", Inherited: true, Keywords: []string{"normal", "italic"}, Hint: "normal or italic", parse: parseKeyword},
	{Name: "line-height", Tokens: LeadingToken, Inherited: true, Hint: "a number such as 1.4", parse: parseLeading},
	{Name: "letter-spacing", Inherited: true, Keywords: []string{"normal"}, Hint: "a length such as -0.02em", parse: parseTracking},
	{Name: "word-spacing", Inherited: true, Keywords: []string{"normal"}, Hint: "a length such as 0.1em", parse: parseTracking},
	{Name: "text-transform", Inherited: true, Keywords: []string{"none", "uppercase", "lowercase", "capitalize"}, Hint: "none, uppercase, lowercase or capitalize", parse: parseKeyword},
	{Name: "text-decoration", Keywords: []string{"none", "underline", "line-through", "overline"}, Hint: "none, underline, line-through or overline", parse: parseKeyword},
	{Name: "text-shadow", Inherited: true, Tokens: ColourToken, Keywords: []string{"none"}, Hint: "0 1px 2px #0003, or none", parse: parseTextShadows},
	{Name: "text-align", Inherited: true, Keywords: []string{"start", "center", "end"}, Hint: "start, center or end", parse: parseKeyword},
	{Name: "align-self", Keywords: []string{"baseline", "start", "center", "end"}, Hint: "baseline, or start to raise it", parse: parseKeyword},
	{Name: "display", Keywords: []string{"none", "shown", "block"}, Hint: "none to leave it out, shown to have it again", parse: parseKeyword},
	{Name: "order", Hint: "a whole number: the smaller comes first", parse: parseOrder},
	{Name: "max-width", Keywords: []string{"none"}, Hint: "a length such as 42ch, or none", parse: parseSpace},
	{Name: "opacity", Hint: "0 to 1", parse: parseOpacity},
	{Name: "flex-direction", Keywords: []string{"row", "column"}, Hint: "row, or column to stack", parse: parseKeyword},
	{Name: "padding", Tokens: SpaceToken, Hint: "one to four lengths or tokens: 24px, space-4 space-5", parse: parseSides},
	{Name: "margin", Tokens: SpaceToken, Hint: "one to four lengths or tokens; may be negative", parse: parseSides},
	{Name: "gap", Tokens: SpaceToken, Hint: "a length or token", parse: parseSpace},
	{Name: "border", Keywords: []string{"none"}, Tokens: ColourToken, Hint: "1px solid line, or none", parse: parseBorder},
	{Name: "border-radius", Tokens: RadiusToken, Hint: "one to four lengths or tokens", parse: parseSides},
	{Name: "box-shadow", Tokens: ShadowToken, Keywords: []string{"none"}, Hint: "0 2px 8px 0 #0003, a token, or none", parse: parseShadows},
	{Name: "translate", Keywords: []string{"none"}, Hint: "how far it moves: 0 -4px", parse: parseTranslate},
	{Name: "scale", Keywords: []string{"none"}, Hint: "0.5 to 2", parse: parseScale},
	{Name: "transition-duration", Hint: "0 to 2000 ms: 200ms", parse: parseDuration},
	{Name: "transition-timing-function", Keywords: []string{"linear", "ease", "ease-in", "ease-out", "ease-in-out"}, Hint: "linear, ease, ease-in, ease-out, ease-in-out or cubic-bezier(0.2, 0, 0, 1)", parse: parseEasing},
}

// Properties lists every property in the ledger's order.
func Properties() []Property { return slices.Clone(properties) }

// PropertyNamed finds a property by its CSS name.
func PropertyNamed(name string) (Property, error) {
	for _, p := range properties {
		if p.Name == name {
			return p, nil
		}
	}
	return Property{}, fmt.Errorf("%q is not a property of a look", name)
}

// Parse reads what a designer types or a document holds. The error says what would be right.
func (p Property) Parse(text string, tokens TokenNames) (Value, error) {
	text = strings.TrimSpace(text)
	if len(text) > 400 {
		return nil, fmt.Errorf("%s: a value has at most 400 characters", p.Name)
	}
	if slices.Contains(p.Keywords, text) {
		return p.keyword(text), nil
	}
	if p.Tokens != "" && tokens.Has(p.Tokens, text) {
		if p.Name == "padding" || p.Name == "margin" || p.Name == "border-radius" {
			return Sides{Token(text), Token(text), Token(text), Token(text)}, nil
		}
		if p.Name != "border" && p.Name != "background-image" && p.Name != "text-shadow" {
			return Token(text), nil
		}
	}
	v, err := p.parse(p, text, tokens)
	if err != nil {
		return nil, fmt.Errorf("%s: %w (%s)", p.Name, err, p.Hint)
	}
	return v, nil
}

func (p Property) keyword(text string) Value {
	switch p.Name {
	case "border":
		return Border{Style: "none"}
	case "box-shadow":
		return Shadows{}
	case "text-shadow":
		return TextShadows{}
	}
	return Keyword(text)
}

func parseKeyword(p Property, text string, _ TokenNames) (Value, error) {
	return nil, fmt.Errorf("%q is not one of its values", text)
}

func parseInk(_ Property, text string, tokens TokenNames) (Value, error) {
	if tokens.Has(ColourToken, text) {
		return Token(text), nil
	}
	c, err := colour.Parse(text)
	return ColourValue{c}, err
}

func parseFamily(_ Property, text string, _ TokenNames) (Value, error) {
	var family Family
	for name := range strings.SplitSeq(text, ",") {
		name = strings.TrimFunc(name, func(r rune) bool { return r == '"' || r == '\'' || unicode.IsSpace(r) })
		for _, r := range name {
			if !strings.ContainsRune(" -_", r) && (r < '0' || r > '9' && r < 'A' || r > 'Z' && r < 'a' || r > 'z' && r < 0xa0) {
				return nil, fmt.Errorf("%q cannot stand in a family name", r)
			}
		}
		if name == "" {
			return nil, fmt.Errorf("a family name is empty")
		}
		family = append(family, name)
	}
	return family, nil
}

func bounded(text string, bare Unit, least, most int64) (Length, error) {
	l, err := ParseLength(text, bare)
	if err != nil {
		return l, err
	}
	if l.Milli < least || l.Milli > most {
		return l, fmt.Errorf("%s is outside %s to %s", text, formatMilli(least), formatMilli(most))
	}
	return l, nil
}

func parseSize(_ Property, text string, _ TokenNames) (Value, error) {
	if strings.Contains(text, " to ") {
		return parseFluid(text)
	}
	return bounded(text, "px", 1, 400_000)
}

func parseWeight(_ Property, text string, _ TokenNames) (Value, error) {
	l, err := bounded(text, "", 1000, 1_000_000)
	if err == nil && (l.Unit != "" || l.Milli%1000 != 0) {
		err = fmt.Errorf("a weight is a whole number without a unit")
	}
	return l, err
}

func parseLeading(_ Property, text string, _ TokenNames) (Value, error) {
	return bounded(text, "", 500, 400_000)
}

func parseTracking(_ Property, text string, _ TokenNames) (Value, error) {
	return bounded(text, "em", -50_000, 50_000)
}

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

func parseShadows(p Property, text string, tokens TokenNames) (Value, error) {
	var shadows Shadows
	for _, layer := range splitOutsideBrackets(text, ',') {
		shadow, err := parseShadow(p, layer, tokens)
		if err != nil {
			return nil, err
		}
		shadows = append(shadows, shadow)
	}
	return shadows, nil
}

func parseShadow(p Property, text string, tokens TokenNames) (Shadow, error) {
	var s Shadow
	words := splitOutsideBrackets(text, ' ')
	if len(words) > 0 && words[0] == "inset" {
		s.Inset, words = true, words[1:]
	}
	if len(words) < 3 || len(words) > 5 {
		return s, fmt.Errorf("a shadow takes x, y, blur, spread and a colour")
	}
	for i, word := range words[:len(words)-1] {
		least := int64(-500_000)
		if i == 2 {
			least = 0
		}
		l, err := bounded(word, "px", least, 500_000)
		if err != nil {
			return s, err
		}
		*[]*Length{&s.X, &s.Y, &s.Blur, &s.Spread}[i] = l
	}
	var err error
	s.Ink, err = parseInk(p, words[len(words)-1], tokens)
	return s, err
}

// splitOutsideBrackets splits at a separator that stands outside brackets and drops empty pieces.
func splitOutsideBrackets(text string, separator rune) []string {
	var pieces []string
	depth, start := 0, 0
	for i, r := range text {
		switch {
		case r == '(':
			depth++
		case r == ')':
			depth--
		case r == separator && depth == 0:
			pieces = append(pieces, strings.TrimSpace(text[start:i]))
			start = i + 1
		}
	}
	pieces = append(pieces, strings.TrimSpace(text[start:]))
	return slices.DeleteFunc(pieces, func(s string) bool { return s == "" })
}

func parseOrder(_ Property, text string, _ TokenNames) (Value, error) {
	l, err := bounded(text, "", -99_000, 99_000)
	if err == nil && (l.Unit != "" || l.Milli%1000 != 0) {
		err = fmt.Errorf("it is a whole number from -99 to 99")
	}
	return l, err
}

func parseOpacity(_ Property, text string, _ TokenNames) (Value, error) {
	l, err := bounded(text, "", 0, 100_000)
	switch {
	case err != nil:
		return nil, err
	case l.Unit == "%":
		return Length{l.Milli / 100, ""}, nil
	case l.Unit != "" || l.Milli > 1000:
		return nil, fmt.Errorf("%s is not from 0 to 1", text)
	}
	return l, nil
}

func parseScale(_ Property, text string, _ TokenNames) (Value, error) {
	l, err := bounded(text, "", 500, 2000)
	if err == nil && l.Unit != "" {
		err = fmt.Errorf("a scale has no unit")
	}
	return l, err
}

// Offset is two lengths, right and down, as in a translation.
type Offset [2]Length

func (p Offset) String() string { return p[0].String() + " " + p[1].String() }

// CSS is the same as String.
func (p Offset) CSS() string { return p.String() }

func parseTranslate(_ Property, text string, _ TokenNames) (Value, error) {
	words := strings.Fields(text)
	if len(words) != 2 {
		return nil, fmt.Errorf("it takes two lengths, right and down")
	}
	var p Offset
	for i, word := range words {
		l, err := bounded(word, "px", -200_000, 200_000)
		if err != nil {
			return nil, err
		}
		p[i] = l
	}
	return p, nil
}

// Duration is a time in milliseconds.
type Duration int64

func (d Duration) String() string { return fmt.Sprintf("%dms", int64(d)) }

// CSS is the same as String.
func (d Duration) CSS() string { return d.String() }

func parseDuration(_ Property, text string, _ TokenNames) (Value, error) {
	number, unit := strings.TrimSpace(text), int64(1)
	if bare, ok := strings.CutSuffix(number, "ms"); ok {
		number = bare
	} else if bare, ok := strings.CutSuffix(number, "s"); ok {
		number, unit = bare, 1000
	}
	milli, err := parseMilli(strings.TrimSpace(number))
	if err != nil || milli < 0 || milli*unit > 2_000_000 || milli*unit%1000 != 0 {
		return nil, fmt.Errorf("%q is not a time of whole milliseconds up to 2000ms", text)
	}
	return Duration(milli * unit / 1000), nil
}

// Bezier is a cubic-bezier() easing function (CSS Easing 1, section 2.2).
type Bezier [4]Length

func (b Bezier) String() string {
	words := make([]string, len(b))
	for i, l := range b {
		words[i] = l.String()
	}
	return "cubic-bezier(" + strings.Join(words, ", ") + ")"
}

// CSS is the same as String.
func (b Bezier) CSS() string { return b.String() }

func parseEasing(_ Property, text string, _ TokenNames) (Value, error) {
	inside, ok := strings.CutPrefix(text, "cubic-bezier(")
	inside, closed := strings.CutSuffix(inside, ")")
	words := strings.Split(inside, ",")
	if !ok || !closed || len(words) != 4 {
		return nil, fmt.Errorf("%q is not an easing", text)
	}
	var b Bezier
	for i, word := range words {
		least, most := int64(-5000), int64(5000)
		if i%2 == 0 { // both x must lie between 0 and 1
			least, most = 0, 1000
		}
		l, err := bounded(strings.TrimSpace(word), "", least, most)
		if err != nil || l.Unit != "" {
			return nil, fmt.Errorf("%q is not a number that stands there", strings.TrimSpace(word))
		}
		b[i] = l
	}
	return b, nil
}

// TextShadows is a CSS text-shadow; empty means none.
type TextShadows []Shadow

func (s TextShadows) write(text func(Value) string) string {
	if len(s) == 0 {
		return "none"
	}
	layers := make([]string, len(s))
	for i, layer := range s {
		layers[i] = strings.Join([]string{layer.X.String(), layer.Y.String(), layer.Blur.String(), text(layer.Ink)}, " ")
	}
	return strings.Join(layers, ", ")
}

func (s TextShadows) String() string { return s.write(Value.String) }

// CSS writes the text-shadow value.
func (s TextShadows) CSS() string { return s.write(Value.CSS) }

func parseTextShadows(p Property, text string, tokens TokenNames) (Value, error) {
	value, err := parseShadows(p, text, tokens)
	if err != nil {
		return nil, err
	}
	shadows := value.(Shadows)
	if slices.ContainsFunc(shadows, func(s Shadow) bool { return s.Inset || s.Spread.Milli != 0 }) {
		return nil, fmt.Errorf("a text-shadow has no inset and no spread")
	}
	return TextShadows(shadows), nil
}
