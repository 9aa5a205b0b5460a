// Package look is the engine of appearance: typed style values, the house style's tokens, the levels at which
// a value may be said, and the resolution of level, state and width into one value and into CSS.
package look

import (
	"fmt"
	"slices"
	"strings"

	"rubrel/core/colour"
)

// Property is a CSS property that a part can be given.
type Property struct {
	Name      string // as CSS spells it
	Tokens    Category
	Inherited bool // CSS inherits it from the part around
	Keywords  []string
	Hint      string        // what may be typed
	SetsText  bool          // it decides how wide a text is
	Layout    bool          // the form's layout uses it, at its widths; it is no CSS property of the part
	Carrier   string        // the custom property that carries it, where CSS's own would do something else; "" for none
	With      []Declaration // what CSS is told with it
	Span      *Span         // the numbers among which a slider chooses; nil where it is no number
	parse     func(p Property, text string, tokens TokenNames) (Value, error)
}

// Span is a range of numbers that a slider offers, in the unit that a bare number takes. Typing may go further.
type Span struct {
	Unit              Unit
	Least, Most, Step float64
	Initial           float64 // where nothing is said
}

// TokenNames tells which names are tokens of a category.
type TokenNames interface {
	Has(category Category, name string) bool
}

// properties in the order in which the ledger shows them.
var properties = []Property{
	{Name: "color", Tokens: ColourToken, Inherited: true, Hint: "a colour or token: #10203a, ink", parse: parseInk},
	{Name: "background-image", Tokens: ColourToken, Keywords: []string{"none"},
		Hint: "linear-gradient(135deg, accent 0%, ink 100%), radial-gradient(at 30% 20%, raised, ground), " +
			"conic-gradient(from 0deg, accent, ink), stripes(line, 2px, 12px, 45deg), dots(line, 3px, 16px), " +
			"grid(line, 1px, 24px), checks(line, 12px), picture(name, cover, 50% " +
			"50%); several with commas, the first on top; or none", parse: parseLayers},
	{Name: "background-color", Tokens: ColourToken, Hint: "a colour, token or transparent", parse: parseInk},
	{Name: "accent-color", Tokens: ColourToken, Hint: "the colour of the mark that shows what is chosen", parse: parseInk},
	{Name: "font-family", Tokens: FamilyToken, Inherited: true, SetsText: true,
		Hint: "a token, or family names with commas", parse: parseFamily},
	{Name: "font-size", Tokens: SizeToken, Inherited: true, SetsText: true, Span: &Span{"px", 9, 96, 1, 16},
		Hint:  "a length above 0, type-1 … type-8, or two that follow the width: 18px to 28px, 18px at 390 to 28px at 1200",
		parse: parseSize},
	{Name: "font-weight", Tokens: WeightToken, Inherited: true, SetsText: true, Span: &Span{"", 100, 900, 100, 400},
		Hint: "1 to 1000", parse: parseWeight},
	{Name: "font-style", Inherited: true, Keywords: []string{"normal", "italic"}, Hint: "normal or italic",
		parse: parseKeyword},
	{Name: "line-height", Tokens: LeadingToken, Inherited: true, Span: &Span{"", 0.9, 2.2, 0.05, 1.4},
		Hint: "a number such as 1.4", parse: parseLeading},
	{Name: "letter-spacing", Inherited: true, SetsText: true, Keywords: []string{"normal"},
		Span: &Span{"em", -0.08, 0.4, 0.005, 0}, Hint: "a length such as -0.02em", parse: parseTracking},
	{Name: "word-spacing", Inherited: true, SetsText: true, Keywords: []string{"normal"},
		Span: &Span{"em", -0.2, 1, 0.02, 0}, Hint: "a length such as 0.1em", parse: parseTracking},
	{Name: "text-transform", Inherited: true, SetsText: true,
		Keywords: []string{"none", "uppercase", "lowercase", "capitalize"},
		Hint:     "none, uppercase, lowercase or capitalize", parse: parseKeyword},
	{Name: "text-decoration", Keywords: []string{"none", "underline", "line-through", "overline"},
		Hint: "none, underline, line-through or overline", parse: parseKeyword},
	{Name: "text-underline-offset", Inherited: true, Keywords: []string{"auto"}, Span: &Span{"em", 0, 0.6, 0.01, 0.1},
		Hint: "how far below the words an underline lies: a length such as 0.15em, or auto", parse: parseTracking},
	{Name: "text-shadow", Inherited: true, Tokens: ColourToken, Keywords: []string{"none"},
		Hint: "0 1px 2px #0003, or none", parse: parseTextShadows},
	{Name: "text-align", Inherited: true, Keywords: []string{"start", "center", "end"}, Hint: "start, center or end",
		parse: parseKeyword},
	{Name: "align-self", Keywords: []string{"baseline", "start", "center", "end"}, Hint: "baseline, or start to raise it",
		parse: parseKeyword},
	{Name: "display", Keywords: []string{"none", "shown", "block"}, Hint: "none to leave it out, shown to have it again",
		parse: parseKeyword},
	{Name: StandsProperty, Layout: true, Keywords: []string{"auto"},
		Hint: "where it stands in its record: after title, before button, or auto", parse: parseStand},
	{Name: AnchorProperty, Keywords: []string{"auto"}, Hint: "at which of nine places of its record it stands, " +
		"inside, on or over the edge, and how far from there: top start on, bottom end over, " +
		"top center inside 0 8px; or auto, " +
		"on the upper edge where the text begins", parse: parseAnchor},
	{Name: "order", Span: &Span{"", -9, 9, 1, 0}, Hint: "a whole number: the smaller comes first", parse: parseOrder},
	{Name: "max-width", Keywords: []string{"none"}, Span: &Span{"ch", 16, 90, 1, 60},
		Hint: "a length such as 42ch, or none", parse: parseSpace},
	{Name: "stroke-width", Span: &Span{"px", 1, 60, 1, 12}, Hint: "how thick a bar is, whatever its form: 12px",
		parse: parseThickness},
	{Name: "width", Span: &Span{"px", 20, 480, 4, 160}, Hint: "a length such as 160px", parse: parseSide},
	{Name: "height", Span: &Span{"px", 20, 600, 4, 300}, Hint: "a length such as 300px", parse: parseSide},
	{Name: "aspect-ratio", Keywords: []string{"auto"}, Hint: "width to height, such as 1 / 1 or 4 / 5; a picture is cut " +
		"to it around its focus; or auto", parse: parseRatio},
	{Name: "opacity", Span: &Span{"", 0, 1, 0.01, 1}, Hint: "0 to 1", parse: parseOpacity},
	{Name: "flex-direction", Keywords: []string{"row", "column"}, Hint: "row, or column to stack", parse: parseKeyword},
	{Name: "padding", Tokens: SpaceToken, Hint: "one to four lengths or tokens: 24px, space-4 space-5", parse: parseSides},
	{Name: "margin", Tokens: SpaceToken, Hint: "one to four lengths or tokens; may be negative", parse: parseSides},
	{Name: "grid-template-columns", Layout: true, Keywords: []string{"auto"}, Span: &Span{"", 1, 8, 1, 3},
		Hint: "how many stand side by side: 1 to 8, or auto for as many as fit", parse: parseCount},
	{Name: "gap", Tokens: SpaceToken, Span: &Span{"px", 0, 80, 1, 16}, Hint: "a length or token", parse: parseSpace},
	{Name: "border", Keywords: []string{"none"}, Tokens: ColourToken,
		Hint: "1px solid line, or none; by side, from the top clockwise: " +
			"3px solid accent, none", parse: parseBorder},
	{Name: "border-radius", Tokens: RadiusToken, Hint: "one to four lengths or tokens", parse: parseSides},
	{Name: "box-shadow", Tokens: ShadowToken, Keywords: []string{"none"}, Hint: "0 2px 8px 0 #0003, a token, or none",
		parse: parseShadows},
	{Name: "clip-path", Keywords: []string{"none"}, Hint: "what it is cut to: circle, rhombus, hexagon, speech-bubble, " +
		"circle(40% at 50% 20%), inset(0 10%), polygon(50% 0, 100% 100%, 0 100%), or none", parse: parseShape},
	{Name: "filter", Tokens: ColourToken, Keywords: []string{"none"}, Hint: "a shadow that follows the shape: " +
		"0 4px 12px #0004, or none", parse: parseFilter},
	{Name: "translate", Keywords: []string{"none"}, Hint: "how far it moves: 0 -4px", parse: parseTranslate},
	{Name: "scale", Keywords: []string{"none"}, Span: &Span{"", 0.5, 2, 0.01, 1}, Hint: "0.5 to 2", parse: parseScale},
	{Name: "transition-duration", Tokens: MotionToken, Span: &Span{"ms", 0, 1000, 10, 200},
		With: []Declaration{{"transition-property", "color, background-color, border-color, box-shadow, filter, opacity, " +
			"translate, scale"}},
		Hint: "0 to 6000 ms: 200ms, motion-1", parse: parseDuration},
	{Name: "transition-timing-function", Keywords: easings, Hint: "linear, ease, ease-in, ease-out, ease-in-out, " +
		"cubic-bezier(0.2, 0, 0, 1), steps(4) or linear(0, 0.8, 1)", parse: parseEasing},
	{Name: "animation-name", Carrier: "--rb-enter", Keywords: []string{"none", "fade", "rise", "fall", "from-start",
		"from-end", "grow", "fill", "count"}, Hint: "how it comes in at first sight: none, fade, rise, fall, from-start, " +
		"from-end or grow; a bar can fill, a figure can count", parse: parseKeyword},
	{Name: "animation-duration", Carrier: "--rb-enter-duration", Tokens: MotionToken, Span: &Span{"ms", 0, 4000, 20, 400},
		Hint: "0 to 6000 ms: 400ms, motion-2", parse: parseDuration},
	{Name: "animation-delay", Carrier: "--rb-enter-delay", Span: &Span{"ms", 0, 1600, 20, 0},
		Hint: "0 to 6000 ms; 80ms each for one after the other", parse: parseDelay},
	{Name: "animation-timing-function", Carrier: "--rb-enter-easing", Keywords: easings,
		Hint:  "linear, ease, ease-in, ease-out, ease-in-out, cubic-bezier(0.2, 0, 0, 1), steps(4) or linear(0, 0.8, 1)",
		parse: parseEasing},
	{Name: "animation-range-start", Carrier: "--rb-enter-at", Keywords: []string{"entry 0%", "entry 50%", "entry 100%"},
		Hint: "when it starts: entry 0% at its first pixel in view, entry 50% at its middle, entry 100% when it is whole " +
			"in view", parse: parseKeyword},
}

// TransitionNames lists the properties that say how a part goes from state to state, and MoveNames those that move it.
func TransitionNames() []string { return []string{"transition-duration", "transition-timing-function"} }

// MoveNames: see TransitionNames.
func MoveNames() []string { return []string{"translate", "scale"} }

var easings = []string{"linear", "ease", "ease-in", "ease-out", "ease-in-out"}

// Properties lists every property in the ledger's order, the attributes last.
func Properties() []Property { return slices.Concat(properties, attributes) }

// PropertyNamed finds a property by its CSS name.
func PropertyNamed(name string) (Property, error) {
	for _, list := range [][]Property{properties, attributes} {
		for _, p := range list {
			if p.Name == name {
				return p, nil
			}
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
		if p.Name != "border" && p.Name != "background-image" && p.Name != "text-shadow" &&
			p.Name != "filter" {
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
		return Border{Style: noBorder}
	case "box-shadow":
		return Shadows{}
	case "text-shadow":
		return TextShadows{}
	case "filter":
		return Filter{}
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

func parseThickness(_ Property, text string, _ TokenNames) (Value, error) {
	return positive(text, 1000, 200_000)
}

func parseSide(_ Property, text string, _ TokenNames) (Value, error) {
	return positive(text, 1000, 2_000_000)
}

// positive is a length from least to most thousandths of its unit, which is none of the relative ones.
func positive(text string, least, most int64) (Value, error) {
	l, err := bounded(text, "px", least, most)
	if err == nil && l.Unit != "px" {
		err = fmt.Errorf("%s is not in px", text)
	}
	return l, err
}

func parseOrder(_ Property, text string, _ TokenNames) (Value, error) {
	l, err := bounded(text, "", -99_000, 99_000)
	if err == nil && (l.Unit != "" || l.Milli%1000 != 0) {
		err = fmt.Errorf("it is a whole number from -99 to 99")
	}
	return l, err
}

func parseCount(_ Property, text string, _ TokenNames) (Value, error) {
	l, err := bounded(text, "", 1000, 8000)
	if err == nil && (l.Unit != "" || l.Milli%1000 != 0) {
		err = fmt.Errorf("it is a whole number from 1 to 8")
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
