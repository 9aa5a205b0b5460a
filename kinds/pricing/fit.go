package pricing

import "rubrel/core/kind"

// linesFrom is below which inline size a matrix is one of a phone, in CSS px: see matrix.css.
const linesFrom = 600.0

// inside is the room of a part's text in a box of a width.
func inside(box float64, r kind.Ruler, part string) float64 { return max(1, box-r.Edges(part)) }
