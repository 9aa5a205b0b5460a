package bench

import (
	"fmt"
	"strings"

	"rubrel/core/colour"
)

// lens is one way in which the proof can be seen; its name is what lens.js and bench.css know it by.
type lens struct{ Name, Label string }

// Lenses lists the ways, the plain one first.
func (benchView) Lenses() []lens {
	return []lens{
		{"plain", "plain"}, {"greyscale", "greyscale"}, {string(colour.Protanopia), "protanopia"},
		{string(colour.Deuteranopia), "deuteranopia"}, {string(colour.Tritanopia), "tritanopia"},
		{"large", "text 200 %"}, {"mirrored", "right to left"}, {"still", "reduced motion"}, {"forced", "forced colours"},
		{"long", "long words"},
	}
}

// vision is a colour-vision model as an SVG filter has it.
type vision struct{ Name, Matrix string }

// Visions are the models, each as the twenty values of a feColorMatrix (Filter Effects 1, section 9.6).
func (benchView) Visions() []vision {
	var all []vision
	for _, name := range []colour.Vision{colour.Protanopia, colour.Deuteranopia, colour.Tritanopia} {
		m := colour.Matrices[name]
		var b strings.Builder
		for row := range 3 {
			fmt.Fprintf(&b, "%g %g %g 0 0 ", m[row*3], m[row*3+1], m[row*3+2])
		}
		all = append(all, vision{string(name), b.String() + "0 0 0 1 0"})
	}
	return all
}
