package pricing

import (
	"fmt"
	"strings"

	"rubrel/core/kind"
)

// phoneBelow is below which inline size a form is that of a phone, in CSS px (common practice).
const phoneBelow = 600.0

// withPhone puts phoneBelow into a style sheet that asks for a width < phone.
func withPhone(css string) string {
	return strings.ReplaceAll(css, "(width < phone)", fmt.Sprintf("(width < %gpx)", phoneBelow))
}

// inside is the room of a part's text in a box of a width.
func inside(box float64, r kind.Ruler, part string) float64 { return max(1, box-r.Edges(part)) }
