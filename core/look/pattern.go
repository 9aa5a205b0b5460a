package look

import (
	"fmt"
	"strings"
)

// Motif is what a pattern repeats.
type Motif string

// The motifs.
const (
	Stripes Motif = "stripes"
	Dots    Motif = "dots"
	Grid    Motif = "grid"
	Checks  Motif = "checks"
)

// Pattern is a motif in one ink, repeated over a ground: stripes so thick, dots so wide, a grid's lines so thick, every
// Pitch; checks have squares of Pitch.
type Pattern struct {
	Motif       Motif
	Ink         Value
	Mark, Pitch Length // px
	Angle       Length // of stripes, in deg
}

// standardAngle is that of stripes where none is said.
var standardAngle = Length{45_000, ""}

// parsePattern reads "line, 2px, 12px": the ink, the mark and the pitch; checks have no mark, and stripes may say an
// angle.
func parsePattern(p Property, name, inside string, tokens TokenNames) (Layer, error) {
	pattern := Pattern{Motif: Motif(name), Angle: standardAngle}
	words := splitOutsideBrackets(inside, ',')
	if pattern.Motif == Stripes && len(words) == 4 {
		angle, ok := strings.CutSuffix(words[3], "deg")
		milli, err := parseMilli(angle)
		if !ok || err != nil || milli < -180_000 || milli > 180_000 {
			return nil, fmt.Errorf("%q is not an angle from -180deg to 180deg", words[3])
		}
		pattern.Angle, words = Length{milli, ""}, words[:3]
	}
	lengths := []*Length{&pattern.Mark, &pattern.Pitch}
	if pattern.Motif == Checks {
		lengths = lengths[1:]
	}
	if len(words) != 1+len(lengths) {
		return nil, fmt.Errorf("%s takes an ink and %d lengths", name, len(lengths))
	}
	var err error
	if pattern.Ink, err = parseInk(p, words[0], tokens); err != nil {
		return nil, err
	}
	for i, length := range lengths {
		if *length, err = bounded(words[i+1], "px", 250, 400_000); err != nil {
			return nil, err
		}
		if length.Unit != "px" {
			return nil, fmt.Errorf("%q: a pattern is said in px", words[i+1])
		}
	}
	if pattern.Mark.Milli >= pattern.Pitch.Milli {
		return nil, fmt.Errorf("the mark, %s, must be smaller than the pitch, %s", pattern.Mark, pattern.Pitch)
	}
	return pattern, nil
}

func (p Pattern) inks() []Value { return []Value{p.Ink} }

func (p Pattern) String() string {
	words := []string{p.Ink.String(), p.Mark.String(), p.Pitch.String()}
	switch {
	case p.Motif == Checks:
		words = []string{words[0], words[2]}
	case p.Motif == Stripes && p.Angle != standardAngle:
		words = append(words, formatMilli(p.Angle.Milli)+"deg")
	}
	return string(p.Motif) + "(" + strings.Join(words, ", ") + ")"
}

// CSS is the image.
func (p Pattern) CSS() string { return Layers{p}.CSS() }

// layer draws the motif once; CSS repeats it.
func (p Pattern) layer() []placed {
	ink, tile := p.Ink.CSS(), p.Pitch.String()+" "+p.Pitch.String()
	switch p.Motif {
	case Stripes:
		return []placed{{image: fmt.Sprintf("repeating-linear-gradient(%sdeg,%s 0 %s,transparent 0 %s)",
			formatMilli(p.Angle.Milli), ink, p.Mark, p.Pitch)}}
	case Dots:
		radius := Length{p.Mark.Milli / 2, "px"}
		soft := Length{radius.Milli + 500, "px"} // half a pixel, so that the edge is smooth
		return []placed{{image: fmt.Sprintf("radial-gradient(circle,%s %s,transparent %s)", ink, radius, soft), size: tile}}
	case Grid:
		lines := fmt.Sprintf("%s %s,transparent 0", ink, p.Mark)
		return []placed{{image: "linear-gradient(" + lines + ")", size: tile}, {image: "linear-gradient(90deg," + lines +
			")", size: tile}}
	default:
		double := Length{2 * p.Pitch.Milli, "px"}.String()
		return []placed{{image: fmt.Sprintf("repeating-conic-gradient(%s 0 25%%,transparent 0 50%%)", ink), size: double +
			" " + double}}
	}
}
