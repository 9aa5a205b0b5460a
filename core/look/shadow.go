package look

import (
	"fmt"
	"slices"
	"strings"
)

// Shadow is one layer of a CSS box-shadow.
type Shadow struct {
	Inset              bool
	X, Y, Blur, Spread Length
	Ink                Value
}

// Shadows is a CSS box-shadow; empty means none.
type Shadows []Shadow

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
