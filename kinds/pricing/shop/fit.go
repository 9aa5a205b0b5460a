package shop

import (
	"fmt"
	"strconv"
	"strings"

	"rubrel/core/kind"
)

// PhoneBelow is below which inline size a form is that of a phone, in CSS px (common practice).
const PhoneBelow = 600.0

// WithPhone puts phoneBelow into a style sheet that asks for a width < phone.
func WithPhone(css string) string {
	return strings.ReplaceAll(css, "(width < phone)", fmt.Sprintf("(width < %gpx)", PhoneBelow))
}

// Inside is the room of a part's text in a box of a width.
func Inside(box float64, r kind.Ruler, part string) float64 { return max(1, box-r.Edges(part)) }

// Px writes a length in CSS px.
func Px(n float64) string { return strconv.FormatFloat(n, 'f', -1, 64) + "px" }
