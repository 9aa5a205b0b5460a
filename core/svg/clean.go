package svg

import (
	"bytes"
	"encoding/xml"
	"errors"
	"fmt"
	"html/template"
	"io"
	"maps"
	"math"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"golang.org/x/image/colornames"

	"rubrel/core/colour"
	"rubrel/core/plaintext"
)

// The bounds of an SVG file that is taken as an svg.
const (
	MostBytes    = 200 << 10
	mostElements = 2000
	mostDepth    = 32
)

// Drawing is a client's own icon, made of nothing but shapes: no script, no reference to anything, no style, no text.
type Drawing struct {
	// SVG is an svg element with a viewBox and shapes, as Clean writes it.
	SVG string
	// Inked says that it has one colour, which is that of the text around it.
	Inked bool
}

// Error says why a file is no svg.
type Error struct{ Problem string }

func (e *Error) Error() string { return "the icon cannot be taken: " + e.Problem }

// shapes are the elements that are kept, with the attributes that each may have besides those of paint.
var shapes = map[string][]string{
	"svg": {"viewBox"}, "g": nil, "path": {"d"}, "circle": {"cx", "cy", "r"}, "ellipse": {"cx", "cy", "rx", "ry"},
	"rect": {"x", "y", "width", "height", "rx", "ry"}, "line": {"x1", "y1", "x2", "y2"}, "polyline": {"points"},
	"polygon": {"points"},
}

// painted are the attributes of paint and of place that any shape may have, with what their values are made of.
var painted = map[string]*regexp.Regexp{
	"fill": colours, "stroke": colours, "stroke-width": numbers, "stroke-linecap": keywords, "stroke-linejoin": keywords,
	"stroke-miterlimit": numbers, "stroke-dasharray": numbers, "stroke-dashoffset": numbers, "fill-rule": keywords,
	"clip-rule": keywords, "opacity": numbers, "fill-opacity": numbers, "stroke-opacity": numbers,
	"transform": transforms,
}

var (
	colours    = regexp.MustCompile(`^[#a-zA-Z0-9(),.% /-]{1,60}$`)
	keywords   = regexp.MustCompile(`^[a-z-]{1,20}$`)
	numbers    = regexp.MustCompile(`^[-+0-9eE., %pxt]{1,200}$`)
	transforms = regexp.MustCompile(`^(?:(?:matrix|translate|scale|rotate|skewX|skewY)\([-+0-9eE., ]+\)[ ,]*)+$`)
	geometries = regexp.MustCompile(`^[-+0-9eE., \t\nMmLlHhVvCcSsQqTtAaZz%]*$`)
)

// needed are elements without which a drawing would be another: a file that draws with them is refused. All others
// that are no shapes go with what is in them.
var needed = []string{"use", "mask", "clipPath", "linearGradient", "radialGradient", "pattern", "text", "image"}

// namespace is that of SVG.
const namespace = "http://www.w3.org/2000/svg"

// Clean makes an icon of an SVG file: its shapes, and of them nothing but form, place and paint. Whatever could run,
// load something or reach into a page around it is left out; what cannot be drawn without that is refused. What it
// makes of its own result is that again. The error is an *Error.
func Clean(file []byte) (Drawing, error) {
	if len(file) > MostBytes {
		return Drawing{}, &Error{fmt.Sprintf("it has %d KB; at most %d fit", len(file)>>10, MostBytes>>10)}
	}
	source, err := plaintext.Clean(string(bytes.TrimPrefix(file, []byte("\ufeff"))))
	if err != nil {
		return Drawing{}, &Error{err.Error()}
	}
	c := cleaner{paints: map[string]bool{}}
	if err := c.read(source); err != nil {
		return Drawing{}, err
	}
	if c.elements == 0 {
		return Drawing{}, &Error{"it is no SVG file: there is no svg element around all of it"}
	}
	if c.box == "" {
		return Drawing{}, &Error{"it does not say how large it is: the svg element has no viewBox, and no width and height"}
	}
	if c.drawn == 0 {
		return Drawing{}, &Error{"there is nothing in it that is drawn with a path or another shape"}
	}
	drawing := Drawing{Inked: len(c.paints) <= 1}
	inside := c.out.String()
	if drawing.Inked {
		for paint := range c.paints {
			inside = strings.NewReplacer(`fill="`+paint+`"`, `fill="currentColor"`, `stroke="`+paint+`"`,
				`stroke="currentColor"`).Replace(inside)
		}
	}
	drawing.SVG = `<svg viewBox="` + c.box + `">` + inside + "</svg>"
	return drawing, nil
}

// cleaner walks an SVG file.
type cleaner struct {
	out      strings.Builder
	box      string
	open     []shape
	elements int
	drawn    int
	paints   map[string]bool // the colours that something is painted in
}

// shape is an open element, and how what is in it is painted where it says nothing itself.
type shape struct {
	end          string // its end tag
	fill, stroke string
}

func (c *cleaner) read(source string) error {
	decoder := xml.NewDecoder(strings.NewReader(source))
	decoder.CharsetReader = func(string, io.Reader) (io.Reader, error) {
		return nil, errors.New("it is in no encoding but UTF-8 that is known here")
	}
	for {
		token, err := decoder.Token()
		if err == io.EOF {
			if len(c.open) > 0 {
				return &Error{"it ends before its svg element does"}
			}
			return nil
		}
		if err != nil {
			return &Error{"it is no SVG file: " + err.Error()}
		}
		switch token := token.(type) {
		case xml.Directive:
			if strings.Contains(strings.ToUpper(string(token)), "ENTITY") {
				return &Error{"it declares entities, which could stand for anything: save it as plain SVG"}
			}
		case xml.StartElement:
			if err := c.start(decoder, token); err != nil {
				return err
			}
		case xml.EndElement:
			last := c.open[len(c.open)-1]
			c.open = c.open[:len(c.open)-1]
			c.out.WriteString(last.end)
		}
	}
}

// start takes an element, or passes over it with all that is in it.
func (c *cleaner) start(decoder *xml.Decoder, e xml.StartElement) error {
	name := e.Name.Local
	if c.elements++; c.elements > mostElements || len(c.open) >= mostDepth {
		return &Error{fmt.Sprintf("it has more than %d elements, or more than %d in each other", mostElements, mostDepth)}
	}
	switch {
	case len(c.open) == 0 && (name != "svg" || c.box != "" || c.drawn > 0):
		return &Error{"it is no SVG file: there is no svg element around all of it"}
	case slices.Contains(needed, name):
		return &Error{fmt.Sprintf("it draws with <%s>: flatten it to paths of plain colours first", name)}
	case len(c.open) > 0 && (shapes[name] == nil && name != "g" || name == "svg" ||
		e.Name.Space != "" && e.Name.Space != namespace):
		return decoder.Skip()
	}
	attributes := attributesOf(e)
	if len(c.open) == 0 {
		c.box = boxOf(attributes)
	}
	return c.write(name, attributes)
}

// attributesOf are an element's attributes by name, with what its style says.
func attributesOf(e xml.StartElement) map[string]string {
	attributes := map[string]string{}
	for _, a := range e.Attr {
		if a.Name.Space == "" {
			attributes[a.Name.Local] = strings.TrimSpace(a.Value)
		}
	}
	for declaration := range strings.SplitSeq(attributes["style"], ";") {
		if property, value, ok := strings.Cut(declaration, ":"); ok {
			attributes[strings.ToLower(strings.TrimSpace(property))] = strings.TrimSpace(value)
		}
	}
	return attributes
}

// boxOf is the viewBox of a root element, or one of its width and height; "" where it says neither.
func boxOf(attributes map[string]string) string {
	words := strings.Fields(strings.ReplaceAll(attributes["viewBox"], ",", " "))
	if len(words) != 4 {
		words = []string{"0", "0", strings.TrimSuffix(attributes["width"], "px"),
			strings.TrimSuffix(attributes["height"], "px")}
	}
	box := make([]string, 4)
	for i, word := range words {
		n, err := strconv.ParseFloat(word, 64)
		if err != nil || math.IsInf(n, 0) || math.IsNaN(n) || i > 1 && n <= 0 {
			return ""
		}
		box[i] = strconv.FormatFloat(n, 'f', -1, 64)
	}
	return strings.Join(box, " ")
}

// write writes an element with those of its attributes that say its form, its place and its paint.
func (c *cleaner) write(name string, attributes map[string]string) error {
	here := shape{fill: black, stroke: "none"}
	if len(c.open) > 0 {
		here = c.open[len(c.open)-1]
	}
	var kept []string
	for _, attribute := range shapes[name] {
		if value := attributes[attribute]; value != "" && attribute != "viewBox" && geometries.MatchString(value) {
			kept = append(kept, attribute+`="`+value+`"`)
		}
	}
	for _, attribute := range slices.Sorted(maps.Keys(painted)) {
		value := attributes[attribute]
		if strings.Contains(value, "url(") {
			return &Error{"it is painted with a gradient or a pattern: flatten it to plain colours first"}
		}
		if value == "" || !painted[attribute].MatchString(value) {
			continue
		}
		if painted[attribute] == colours {
			if value = paint(value); value == "" {
				continue
			}
			if attribute == "fill" {
				here.fill = value
			} else {
				here.stroke = value
			}
		}
		kept = append(kept, attribute+`="`+value+`"`)
	}
	if len(c.open) == 0 {
		name = "g" // what the root says of paint holds for all in it
	}
	here.end = "</" + name + ">"
	if len(c.open) == 0 && len(kept) == 0 {
		here.end = ""
	} else {
		c.out.WriteString(strings.TrimSpace("<"+name+" "+strings.Join(kept, " ")) + ">")
	}
	c.open = append(c.open, here)
	if name == "g" {
		return nil
	}
	c.drawn++
	for _, used := range []string{here.fill, here.stroke} {
		if used != "none" {
			c.paints[used] = true
		}
	}
	return nil
}

// black is the colour of shapes that say none.
const black = "#000000"

// paint is a colour as it ships: none, currentColor, or what CSS can write; "" for what is no colour.
func paint(value string) string {
	switch strings.ToLower(value) {
	case "none", "transparent":
		return "none"
	case "currentcolor":
		return "currentColor"
	}
	if named, ok := colornames.Map[strings.ToLower(value)]; ok {
		return fmt.Sprintf("#%02x%02x%02x", named.R, named.G, named.B)
	}
	c, err := colour.Parse(value)
	if err != nil {
		return ""
	}
	return c.String()
}

// HTML draws the icon in the size of the text around it, and where it has one colour, in that of the text.
func (d Drawing) HTML() template.HTML {
	root, inside, _ := strings.Cut(d.SVG, ">")
	ink := black
	if d.Inked {
		ink = "currentColor"
	}
	return template.HTML(root + ` width="1em" height="1em" aria-hidden="true"><g fill="` + ink + `" stroke="none" ` +
		`stroke-width="1" stroke-linecap="butt" stroke-linejoin="miter">` + strings.TrimSuffix(inside, "</svg>") +
		"</g></svg>")
}
