package layout

import (
	"fmt"
	"html"
	"strings"
)

// Sheet is a drawing that stands for itself, as SVG 1.1. Lengths are in CSS px.
type Sheet struct {
	Width, Height float64
	Title         string // what it shows, for who does not see it
	shapes        strings.Builder
}

// Box draws a rectangle with round corners.
func (s *Sheet) Box(x, y, width, height, radius float64, fill string) {
	if width <= 0 || height <= 0 || fill == "" {
		return
	}
	fmt.Fprintf(&s.shapes, `<rect x="%s" y="%s" width="%s" height="%s" rx="%s" fill="%s"/>`, Coordinate(x), Coordinate(y),
		Coordinate(width), Coordinate(height), Coordinate(min(radius, width/2, height/2)), html.EscapeString(fill))
}

// Line draws a path as a stroke, with round ends or flat ones.
func (s *Sheet) Line(path, stroke string, width float64, round bool) {
	ends := "butt"
	if round {
		ends = "round"
	}
	fmt.Fprintf(
		&s.shapes,
		`<path d="%s" fill="none" stroke="%s" stroke-width="%s" stroke-linecap="%s" stroke-linejoin="round"/>`,
		path,
		html.EscapeString(stroke),
		Coordinate(width),
		ends,
	)
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
	fmt.Fprintf(
		&s.shapes,
		`<text x="%s" y="%s" text-anchor="%s" font-family="%s" font-weight="%s" font-size="%s" fill="%s">%s</text>`,
		Coordinate(x),
		Coordinate(y),
		anchor,
		html.EscapeString(font.Family),
		html.EscapeString(font.Weight),
		Coordinate(font.Size),
		html.EscapeString(font.Ink),
		html.EscapeString(text),
	)
}

// Bytes is the file.
func (s *Sheet) Bytes() []byte {
	return fmt.Appendf(
		nil,
		`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 %s %s" width="%s" height="%s" role="img">`+
			`<title>%s</title>%s</svg>`,
		Coordinate(s.Width),
		Coordinate(s.Height),
		Coordinate(s.Width),
		Coordinate(s.Height),
		html.EscapeString(s.Title),
		s.shapes.String(),
	)
}
