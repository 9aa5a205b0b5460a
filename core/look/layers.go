package look

import (
	"cmp"
	"fmt"
	"slices"
	"strings"
)

// Layer is one image of a part's ground: a gradient, a pattern or a picture.
type Layer interface {
	Value
	layer() []placed
	inks() []Value
}

// Layers are the images of a part's ground, the first on top (CSS Backgrounds 3, section 2.1).
type Layers []Layer

// MostLayers bounds the images of a ground: a veil, a pattern and a picture.
const MostLayers = 3

// placed is one CSS background layer. What is empty has CSS's initial value.
type placed struct{ image, size, position, repeat string }

func (l Layers) String() string {
	texts := make([]string, len(l))
	for i, layer := range l {
		texts[i] = layer.String()
	}
	return strings.Join(texts, ", ")
}

// CSS is the background-image; Rules says sizes and places beside it.
func (l Layers) CSS() string {
	return l.each(func(p placed) string { return p.image })
}

func (l Layers) each(of func(placed) string) string {
	var texts []string
	for _, layer := range l {
		for _, p := range layer.layer() {
			texts = append(texts, of(p))
		}
	}
	return strings.Join(texts, ",")
}

// placed reports whether a layer is other than stretched over the whole part.
func (l Layers) placed() bool {
	return slices.ContainsFunc(l, func(layer Layer) bool {
		return slices.ContainsFunc(layer.layer(), func(p placed) bool { return p != placed{image: p.image} })
	})
}

// Sizes is the background-size that goes with the images.
func (l Layers) Sizes() string {
	return l.each(func(p placed) string { return cmp.Or(p.size, "auto") })
}

// placement are the declarations that go with a background-image where some of the part's have a place.
func placement(v Value) []Declaration {
	layers, _ := v.(Layers)
	if len(layers) == 0 {
		return nil // with no image the rest has no effect
	}
	return []Declaration{
		{"background-size", layers.Sizes()},
		{"background-position", layers.each(func(p placed) string { return cmp.Or(p.position, "0 0") })},
		{"background-repeat", layers.each(func(p placed) string { return cmp.Or(p.repeat, "repeat") })},
	}
}

// Pictures lists the names of the pictures that a value shows.
func Pictures(v Value) []string {
	layers, _ := v.(Layers)
	var names []string
	for _, layer := range layers {
		if picture, ok := layer.(Picture); ok {
			names = append(names, picture.Name)
		}
	}
	return names
}

func parseLayers(p Property, text string, tokens TokenNames) (Value, error) {
	pieces := splitOutsideBrackets(text, ',')
	if len(pieces) < 1 || len(pieces) > MostLayers {
		return nil, fmt.Errorf("a ground has 1 to %d images", MostLayers)
	}
	var layers Layers
	for _, piece := range pieces {
		name, rest, ok := strings.Cut(piece, "(")
		inside, closed := strings.CutSuffix(rest, ")")
		if !ok || !closed {
			return nil, fmt.Errorf("%q is not a gradient, a pattern or a picture", piece)
		}
		read := map[string]func(Property, string, string, TokenNames) (Layer, error){
			Linear.function(): parseGradient, Radial.function(): parseGradient, Conic.function(): parseGradient,
			"picture":       parsePicture,
			string(Stripes): parsePattern, string(Dots): parsePattern, string(Grid): parsePattern, string(Checks): parsePattern,
		}[name]
		if read == nil {
			return nil, fmt.Errorf("%q is not a gradient, a pattern or a picture", piece)
		}
		layer, err := read(p, name, inside, tokens)
		if err != nil {
			return nil, err
		}
		layers = append(layers, layer)
	}
	return layers, nil
}
