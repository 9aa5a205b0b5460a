package look

import (
	"fmt"
	"strings"

	"rubrel/core/colour"
)

// Gradient is a CSS linear-gradient() or radial-gradient() (CSS Images 3, section 3) with two stops or more, each with
// its place.
type Gradient struct {
	Radial bool
	Angle  Length // of a linear one, in deg: 0 runs upwards, 90 to the right
	At     [2]Length
	Stops  []Stop
}

// Stop is one colour of a gradient, at a place in percent.
type Stop struct {
	Ink   Value
	Place Length
}

// mostStops bounds the stops of a gradient.
const mostStops = 12

func (g Gradient) layer() []placed { return []placed{{image: g.CSS()}} }

func (g Gradient) inks() []Value {
	inks := make([]Value, len(g.Stops))
	for i, stop := range g.Stops {
		inks[i] = stop.Ink
	}
	return inks
}

func (g Gradient) write(text func(Value) string) string {
	words := make([]string, 0, len(g.Stops)+1)
	name := "linear-gradient("
	if g.Radial {
		name = "radial-gradient("
		words = append(words, "at "+g.At[0].String()+" "+g.At[1].String())
	} else {
		words = append(words, formatMilli(g.Angle.Milli)+"deg")
	}
	for _, stop := range g.Stops {
		words = append(words, text(stop.Ink)+" "+formatMilli(stop.Place.Milli)+"%")
	}
	return name + strings.Join(words, ", ") + ")"
}

func (g Gradient) String() string { return g.write(Value.String) }

// CSS writes the image value.
func (g Gradient) CSS() string { return g.write(Value.CSS) }

// Colours are the colours that a gradient passes through, as CSS paints it: premultiplied, in gamma-encoded sRGB. The
// resolver says what a value stands for.
func (g Gradient) Colours(resolve func(Value) (colour.Colour, bool)) []colour.Colour {
	var all []colour.Colour
	for i, stop := range g.Stops {
		to, ok := resolve(stop.Ink)
		if !ok {
			continue
		}
		if i > 0 {
			if from, ok := resolve(g.Stops[i-1].Ink); ok && from != to {
				const pieces = 16
				for k := 1; k < pieces; k++ {
					all = append(all, from.Mix(to, float64(k)/pieces))
				}
			}
		}
		all = append(all, to)
	}
	return all
}

func parseGradient(p Property, name, inside string, tokens TokenNames) (Layer, error) {
	g := Gradient{Radial: name == "radial-gradient", Angle: Length{180_000, ""}, At: [2]Length{{50_000, "%"},
		{50_000, "%"}}}
	pieces := splitOutsideBrackets(inside, ',')
	if len(pieces) > 0 {
		used, err := g.readDirection(pieces[0])
		if err != nil {
			return nil, err
		}
		if used {
			pieces = pieces[1:]
		}
	}
	if len(pieces) < 2 || len(pieces) > mostStops {
		return nil, fmt.Errorf("a gradient has 2 to %d stops", mostStops)
	}
	for i, piece := range pieces {
		stop, err := readStop(p, piece, tokens, i, len(pieces))
		if err != nil {
			return nil, err
		}
		if i > 0 && stop.Place.Milli < g.Stops[i-1].Place.Milli {
			return nil, fmt.Errorf("stop %d stands at %s, before the one before it", i+1, stop.Place)
		}
		g.Stops = append(g.Stops, stop)
	}
	return g, nil
}

// readDirection reads an angle or a position; false where the piece is a stop already.
func (g *Gradient) readDirection(piece string) (bool, error) {
	if angle, ok := strings.CutSuffix(piece, "deg"); ok && !g.Radial {
		milli, err := parseMilli(angle)
		if err != nil || milli < -360_000 || milli > 360_000 {
			return false, fmt.Errorf("%q is not an angle from -360deg to 360deg", piece)
		}
		g.Angle = Length{milli, ""}
		return true, nil
	}
	words := strings.Fields(strings.TrimPrefix(piece, "circle "))
	if !g.Radial || len(words) != 3 || words[0] != "at" {
		return false, nil
	}
	for i, word := range words[1:] {
		l, err := bounded(word, "%", -200_000, 300_000)
		if err != nil || l.Unit != "%" && l.Milli != 0 {
			return false, fmt.Errorf("%q is not a position in percent", word)
		}
		g.At[i] = Length{l.Milli, "%"}
	}
	return true, nil
}

// readStop reads a colour and its place; without one, stops are spaced evenly.
func readStop(p Property, piece string, tokens TokenNames, i, n int) (Stop, error) {
	words := splitOutsideBrackets(piece, ' ')
	place := Length{int64(i) * 100_000 / int64(n-1), "%"}
	if len(words) == 2 {
		l, err := bounded(words[1], "%", 0, 100_000)
		if err != nil || l.Unit != "%" && l.Milli != 0 {
			return Stop{}, fmt.Errorf("%q is not a place from 0%% to 100%%", words[1])
		}
		place = Length{l.Milli, "%"}
	} else if len(words) != 1 {
		return Stop{}, fmt.Errorf("%q is not a colour and its place", piece)
	}
	ink, err := parseInk(p, words[0], tokens)
	return Stop{ink, place}, err
}
