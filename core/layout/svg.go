package layout

import (
	"html/template"

	"rubrel/core/markup"
)

// Sheet is a drawing that stands for itself, as SVG 1.1. Lengths are in CSS px.
type Sheet struct {
	Width, Height float64
	Title         string // what it shows, for who does not see it
	shapes        []template.HTML
}

// Box draws a rectangle with round corners.
func (s *Sheet) Box(x, y, width, height, radius float64, fill string) {
	if width <= 0 || height <= 0 || fill == "" {
		return
	}
	s.draw(markup.Shape("rect", markup.Attribute("x", Coordinate(x)).With("y", Coordinate(y)).
		With("width", Coordinate(width)).With("height", Coordinate(height)).
		With("rx", Coordinate(min(radius, width/2, height/2))).With("fill", fill)))
}

func (s *Sheet) draw(shape template.HTML) { s.shapes = append(s.shapes, shape) }

// Line draws a path as a stroke, with round ends or flat ones.
func (s *Sheet) Line(path, stroke string, width float64, round bool) {
	ends := "butt"
	if round {
		ends = "round"
	}
	s.draw(markup.Shape("path", markup.Attribute("d", path).With("fill", "none").With("stroke", stroke).
		With("stroke-width", Coordinate(width)).With("stroke-linecap", ends).With("stroke-linejoin", "round")))
}

// Anchor is the side of a text that stands at its place.
type Anchor string

// The sides, as SVG spells them.
const (
	Start  Anchor = "start"
	Middle Anchor = "middle"
	End    Anchor = "end"
)

// Font is how a text is set: as CSS writes its family, its weight and its colour.
type Font struct {
	Family, Weight, Ink string
	Size                float64
}

// Text sets a text on a baseline.
func (s *Sheet) Text(x, y float64, anchor Anchor, font Font, text string) {
	place := markup.Attribute("x", Coordinate(x)).With("y", Coordinate(y)).With("text-anchor", string(anchor))
	set := markup.Attribute("font-family", font.Family).With("font-weight", font.Weight).
		With("font-size", Coordinate(font.Size)).With("fill", font.Ink)
	s.draw(markup.Element("text", place+set, markup.Text(text)))
}

// Bytes is the file.
func (s *Sheet) Bytes() []byte {
	width, height := Coordinate(s.Width), Coordinate(s.Height)
	svg := markup.Attribute("xmlns", "http://www.w3.org/2000/svg").With("viewBox", "0 0 "+width+" "+height).
		With("width", width).With("height", height).With("role", "img")
	title := markup.Element("title", "", markup.Text(s.Title))
	return []byte(markup.Element("svg", svg, append([]template.HTML{title}, s.shapes...)...))
}
