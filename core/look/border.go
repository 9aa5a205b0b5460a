package look

import (
	"fmt"
	"slices"
	"strings"
)

// Border is the three values of the CSS border shorthand, or none.
type Border struct {
	Width Value
	Style Keyword
	Ink   Value
}

// Borders are those of the four sides, in CSS order, where they are not the same.
type Borders [4]Border

func (b Border) write(text func(Value) string) string {
	if b.None() {
		return string(noBorder)
	}
	return text(b.Width) + " " + string(b.Style) + " " + text(b.Ink)
}

// None reports whether there is none.
func (b Border) None() bool { return b.Style == noBorder }

func (b Border) String() string { return b.write(Value.String) }

// CSS writes the border shorthand.
func (b Border) CSS() string { return b.write(Value.CSS) }

func (b Borders) String() string { return b.join(", ", Border.String) }

// CSS tells one value from another; what is written are its declarations, since no CSS property takes four borders.
func (b Borders) CSS() string { return b.join(",", Border.CSS) }

func (b Borders) join(between string, text func(Border) string) string {
	return strings.Join(shortest(text(b[0]), text(b[1]), text(b[2]), text(b[3])), between)
}

// declarations say the borders side by side: widths, styles and colours.
func (b Borders) declarations() []Declaration {
	of := func(text func(Border) string) string {
		return strings.Join(shortest(text(b[0]), text(b[1]), text(b[2]), text(b[3])), " ")
	}
	unless := func(none string, text func(Border) string) func(Border) string {
		return func(b Border) string {
			if b.None() {
				return none
			}
			return text(b)
		}
	}
	return []Declaration{
		{"border-width", of(unless("0", func(b Border) string { return b.Width.CSS() }))},
		{"border-style", of(func(b Border) string { return string(b.Style) })},
		{"border-color", of(unless("transparent", func(b Border) string { return b.Ink.CSS() }))},
	}
}

// Alike reports whether the four sides are the same.
func (b Borders) Alike() bool { return b[0] == b[1] && b[0] == b[2] && b[0] == b[3] }

// BordersOf are the borders of the four sides that a value of the border says.
func BordersOf(v Value) (Borders, bool) {
	switch v := v.(type) {
	case Border:
		return Borders{v, v, v, v}, true
	case Borders:
		return v, true
	}
	return Borders{}, false
}

const noBorder Keyword = "none"

// BorderStyles lists the styles that a border can have, besides none.
func BorderStyles() []string { return slices.Clone(borderStyles) }

var borderStyles = []string{"solid", "dashed", "dotted", "double"}

func parseBorder(p Property, text string, tokens TokenNames) (Value, error) {
	pieces := splitOutsideBrackets(text, ',')
	if len(pieces) < 1 || len(pieces) > 4 {
		return nil, fmt.Errorf("it takes one border, or up to four with commas between")
	}
	var read []Border
	for _, piece := range pieces {
		border, err := readBorder(p, piece, tokens)
		if err != nil {
			return nil, err
		}
		read = append(read, border)
	}
	four := fourSides(read)
	if borders := Borders(four); !borders.Alike() {
		return borders, nil
	}
	return four[0], nil
}

// readBorder reads one border. What has the style none is none, whatever else is said of it.
func readBorder(p Property, text string, tokens TokenNames) (Border, error) {
	words := splitOutsideBrackets(text, ' ')
	if len(words) == 1 && words[0] == string(noBorder) || len(words) == 3 && words[1] == string(noBorder) {
		return Border{Style: noBorder}, nil
	}
	if len(words) != 3 || !slices.Contains(borderStyles, words[1]) {
		return Border{}, fmt.Errorf("it takes a width, a style and a colour")
	}
	width, err := bounded(words[0], "px", 0, 100_000)
	if err != nil {
		return Border{}, err
	}
	ink, err := parseInk(p, words[2], tokens)
	return Border{width, Keyword(words[1]), ink}, err
}
