package anatomy

import "slices"

// What can be said of the look of parts, by what they are.
var (
	// TextProperties are those of words.
	TextProperties = []string{"color", "font-family", "font-size", "font-weight", "line-height", "letter-spacing",
		"word-spacing", "font-style", "text-transform", "text-decoration", "text-underline-offset",
		"text-shadow", "margin", "display"}
	// BoxProperties are those of a box with a ground.
	BoxProperties = []string{"background-color", "background-image", "padding", "border", "border-radius", "box-shadow",
		"opacity"}
	// ShapeProperties are those of a box that may be cut to a shape.
	ShapeProperties = slices.Concat(BoxProperties, []string{"clip-path"})
	// EnterProperties are those of what comes in at first sight.
	EnterProperties = []string{"animation-name", "animation-duration", "animation-delay", "animation-timing-function",
		"animation-range-start"}
	// BlockProperties are those of the ground on which a whole block stands.
	BlockProperties = slices.Concat(BoxProperties, []string{"color", "font-family", "font-size", "line-height", "display"},
		EnterProperties)
	// RecordProperties are those of the box of a record.
	RecordProperties = slices.Concat(BoxProperties, []string{"color", "text-align", "order", "display"},
		EnterProperties)
)
