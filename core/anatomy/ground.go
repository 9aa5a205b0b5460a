package anatomy

import (
	"slices"

	"rubrel/core/kind"
	"rubrel/core/look"
)

// Ground is the part on which a whole block stands, and all else in it.
func Ground(help string) kind.Part {
	return kind.Part{Name: "ground", Help: help, Place: look.BlockItself, Properties: BlockProperties,
		Defaults: map[string]string{"background-color": "ground", "color": "ink", "font-family": "text",
			"font-size": "type-3", "line-height": "leading-text",
			"padding": "space-7 space-6", "padding@middle": "space-6 space-4", "padding@narrow": "space-5 space-3"}}
}

// OfForm are those of a list of slots that a form has.
func OfForm(slots []Slot, form string) []Slot {
	return slices.DeleteFunc(slices.Clone(slots), func(s Slot) bool {
		return s.Parts[0].Forms != nil && !slices.Contains(s.Parts[0].Forms, form)
	})
}
