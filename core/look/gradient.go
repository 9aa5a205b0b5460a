package look

import (
	"fmt"
	"slices"
	"strings"

	"rubrel/core/colour"
)

// Gradient is a CSS linear-gradient() or radial-gradient() (CSS Images 3, section 3) or conic-gradient() (CSS Images 4,
// section 3.3) with two stops or more, each with its place.
type Gradient struct {
	Course GradientCourse
	Angle  Length    // in deg: of a linear one 0 runs upwards and 90 to the right; a conic one begins there
	At     [2]Length // the middle of a radial or conic one
	Stops  []Stop
}

// GradientCourse is how the colours of a gradient follow each other.
type GradientCourse int

// The courses: along a line, outwards, and clockwise round a middle.
const (
	Linear GradientCourse = iota
	Radial
	Conic
)

// String is the word for the course with which CSS begins the name of its function.
func (c GradientCourse) String() string {
	return [...]string{Linear: "linear", Radial: "radial", Conic: "conic"}[c]
}

// function is the name of the CSS function.
func (c GradientCourse) function() string { return c.String() + "-gradient" }

// courses are all of them.
var courses = []GradientCourse{Linear, Radial, Conic}

// TurnFrom and TurnShare are the custom properties by which a part that shows a stretch of a circle has conic gradients
// begin where the stretch begins, and end where it ends: an angle, and a share of the whole turn.
const (
	TurnFrom  = "--rb-turn-from"
	TurnShare = "--rb-turn-share"
)

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

func (g Gradient) write(angle string, stop func(Stop) string) string {
	middle := "at " + g.At[0].String() + " " + g.At[1].String()
	words := make([]string, 0, len(g.Stops)+1)
	words = append(words, [...]string{Linear: angle, Radial: middle, Conic: "from " + angle + " " + middle}[g.Course])
	for _, s := range g.Stops {
		words = append(words, stop(s))
	}
	return g.Course.function() + "(" + strings.Join(words, ", ") + ")"
}

func (g Gradient) angle() string { return formatMilli(g.Angle.Milli) + "deg" }

func (g Gradient) String() string {
	return g.write(g.angle(), func(s Stop) string { return s.Ink.String() + " " + s.Place.String() })
}

// CSS writes the image value.
func (g Gradient) CSS() string {
	if g.Course != Conic {
		return g.write(g.angle(), func(s Stop) string { return s.Ink.CSS() + " " + s.Place.String() })
	}
	return g.write("calc("+g.angle()+" + var("+TurnFrom+",0deg))", func(s Stop) string {
		return s.Ink.CSS() + " calc(" + s.Place.String() + "*var(" + TurnShare + ",1))"
	})
}

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
	g := Gradient{At: [2]Length{{50_000, "%"}, {50_000, "%"}}}
	g.Course = courses[slices.IndexFunc(courses, func(c GradientCourse) bool { return c.function() == name })]
	if g.Course == Linear {
		g.Angle.Milli = 180_000
	}
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

// readDirection reads an angle, a position or both; false where the piece is a stop already.
func (g *Gradient) readDirection(piece string) (bool, error) {
	words := strings.Fields(piece)
	switch {
	case g.Course == Linear && len(words) == 1 && strings.HasSuffix(piece, "deg"):
		return true, g.readAngle(piece)
	case g.Course == Radial && len(words) > 0 && words[0] == "circle":
		words = words[1:]
	case g.Course == Conic && len(words) > 1 && words[0] == "from":
		if err := g.readAngle(words[1]); err != nil {
			return false, err
		}
		if words = words[2:]; len(words) == 0 {
			return true, nil
		}
	}
	if g.Course == Linear || len(words) != 3 || words[0] != "at" {
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

func (g *Gradient) readAngle(text string) error {
	angle, ok := strings.CutSuffix(text, "deg")
	milli, err := parseMilli(angle)
	if err != nil || !ok || milli < -360_000 || milli > 360_000 {
		return fmt.Errorf("%q is not an angle from -360deg to 360deg", text)
	}
	g.Angle.Milli = milli
	return nil
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
