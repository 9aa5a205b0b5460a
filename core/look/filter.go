package look

import (
	"fmt"
	"slices"
	"strings"
)

// Filter is a CSS filter of drop shadows (Filter Effects 1, section 7.11), which follow the shape of what they are
// under; empty means none.
type Filter []Shadow

func (f Filter) String() string { return TextShadows(f).String() }

// CSS writes the filter: a drop-shadow() for each layer.
func (f Filter) CSS() string {
	if len(f) == 0 {
		return "none"
	}
	layers := make([]string, len(f))
	for i, layer := range f {
		layers[i] = "drop-shadow(" + TextShadows{layer}.CSS() + ")"
	}
	return strings.Join(layers, " ")
}

func parseFilter(p Property, text string, tokens TokenNames) (Value, error) {
	value, err := parseShadows(p, text, tokens)
	if err != nil {
		return nil, err
	}
	shadows := value.(Shadows)
	if slices.ContainsFunc(shadows, func(s Shadow) bool { return s.Inset || s.Spread.Milli != 0 }) {
		return nil, fmt.Errorf("a shadow that follows a shape has no inset and no spread")
	}
	return Filter(shadows), nil
}
