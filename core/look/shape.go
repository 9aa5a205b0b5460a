package look

import (
	"fmt"
	"slices"
	"strings"
)

// Shape is what a part is cut to: a basic shape of CSS (CSS Shapes 1, section 3).
type Shape struct {
	said string   // as a designer says it: a name, or the function
	css  string   // of a shape with a name; "" where what is said is CSS
	args []Length // of the function, in order
}

// shapes are those that have a name of their own.
var shapes = map[string]string{
	"circle":        "circle()",
	"rhombus":       "polygon(50% 0, 100% 50%, 50% 100%, 0 50%)",
	"hexagon":       "polygon(25% 6.7%, 75% 6.7%, 100% 50%, 75% 93.3%, 25% 93.3%, 0 50%)",
	"speech-bubble": "polygon(0 0, 100% 0, 100% 84%, 34% 84%, 22% 100%, 20% 84%, 0 84%)",
}

// mostCorners is how many corners a polygon has at most.
const mostCorners = 32

// parseShape reads a shape with a name, circle(40%), circle(40% at 50% 20%), inset(0 10%), or a polygon.
func parseShape(_ Property, text string, _ TokenNames) (Value, error) {
	text = strings.ToLower(strings.Join(strings.Fields(text), " "))
	if css, ok := shapes[text]; ok {
		return Shape{said: text, css: css}, nil
	}
	name, rest, _ := strings.Cut(text, "(")
	inside, after, closed := strings.Cut(rest, ")")
	wrong := fmt.Errorf("%q is no shape such as circle, hexagon, circle(40%% at 50%% 20%%), inset(0 10%%) or "+
		"polygon(50%% 0, 100%% 100%%, 0 100%%)", text)
	if !closed || after != "" {
		return nil, wrong
	}
	s := Shape{said: name}
	read := func(words string, least, most int) bool {
		list := strings.Fields(words)
		if len(list) < least || len(list) > most {
			return false
		}
		for _, word := range list {
			l, err := ParseLength(word, "%")
			if err != nil || l.Unit != "" && l.Unit != "%" && l.Unit != "px" {
				return false
			}
			s.args = append(s.args, l)
		}
		return true
	}
	ok := false
	switch name {
	case "circle":
		radius, at, placed := strings.Cut(inside, " at ")
		ok = read(radius, 1, 1) && s.args[0].Milli >= 0 && (!placed || read(at, 2, 2))
	case "inset":
		ok = read(inside, 1, 4)
	case "polygon":
		corners := strings.Split(inside, ",")
		ok = len(corners) >= 3 && len(corners) <= mostCorners &&
			!slices.ContainsFunc(corners, func(corner string) bool { return !read(corner, 2, 2) })
	}
	if !ok {
		return nil, wrong
	}
	return s, nil
}

// String is the shape as it is said.
func (s Shape) String() string {
	if s.css != "" {
		return s.said
	}
	return s.CSS()
}

// CSS is the basic shape.
func (s Shape) CSS() string {
	if s.css != "" {
		return s.css
	}
	words := make([]string, len(s.args))
	for i, l := range s.args {
		words[i] = l.CSS()
	}
	switch {
	case s.said == "circle" && len(words) == 3:
		return "circle(" + words[0] + " at " + words[1] + " " + words[2] + ")"
	case s.said == "polygon":
		var corners []string
		for i := 0; i < len(words); i += 2 {
			corners = append(corners, words[i]+" "+words[i+1])
		}
		return "polygon(" + strings.Join(corners, ", ") + ")"
	}
	return s.said + "(" + strings.Join(words, " ") + ")"
}
