package marks

import (
	"fmt"
	"math"

	"rubrel/core/colour"
	"rubrel/core/kind"
	"rubrel/core/look"
)

// veil makes a mend of a translucent layer over the picture or pattern behind a text that no ink passes on: black
// or white, whichever the ink stands out from, and as thin as does. It is false where there is no such ground.
func (p painter) veil(s Subject, set kind.Set, part kind.Part, t look.Target, ink colour.Colour, needed float64,
	mark *Mark) bool {
	outer, layers, ok := p.veiled(part, t)
	if !ok {
		return false
	}
	shade := colour.Black
	if colour.Contrast(ink, colour.White) > colour.Contrast(ink, colour.Black) {
		shade = colour.White
	}
	under := func(percent int) look.Layers {
		over := look.ColourValue{Colour: shade}
		over.Alpha = math.Round(float64(percent)/100*255) / 255 // as it is written
		veil := look.Gradient{Angle: look.Length{Milli: 180_000}, Stops: []look.Stop{{Ink: over},
			{Ink: over, Place: look.Length{Milli: 100_000, Unit: "%"}}}}
		return append(look.Layers{veil}, layers...)
	}
	passes := func(percent int) bool {
		after := p
		after.known = newKnown()
		after.known.index = p.cascade.Index()
		after.known.index.Say(p.particular(outer, "background-image", t), under(percent))
		return worst(after.places(part, t), ink) >= needed
	}
	const least, most = 5, 95
	if !passes(most) {
		return false
	}
	thin, thick := least-1, most // it passes at thick; the thicker, the better
	for thick-thin > 1 {
		if middle := (thin + thick) / 2; passes(middle) {
			thick = middle
		} else {
			thin = middle
		}
	}
	mark.Mend = &kind.Mend{Label: fmt.Sprintf("a veil of %d %% over the ground of %s", thick, outer.Name)}
	mark.Change = p.repaint(s, set, outer, "background-image", t, under(thick))
	return true
}

// veiled finds the nearest ground behind a part that has a picture or a pattern and room for another layer.
func (p painter) veiled(part kind.Part, t look.Target) (kind.Part, look.Layers, bool) {
	for _, outer := range p.around(part) {
		said, _ := p.resolve(t, outer.Name, "background-image")
		layers, _ := said.Value.(look.Layers)
		if outer.Pictured != "" && len(layers) < look.MostLayers {
			return outer, layers, true
		}
		for _, layer := range layers {
			if _, gradient := layer.(look.Gradient); !gradient && len(layers) < look.MostLayers {
				return outer, layers, true
			}
		}
	}
	return part, nil, false
}
