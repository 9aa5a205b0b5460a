package screen

import (
	"rubrel/core/look"
	"rubrel/dresses"
)

// DressLine is one dress in the choice of dresses.
type DressLine struct {
	*dresses.Dress
	Worn     bool
	Swatches []string
}

// NewDressLine makes the line of a dress, where one named worn is worn.
func NewDressLine(d *dresses.Dress, worn string) DressLine {
	line := DressLine{Dress: d, Worn: d.Name == worn}
	for _, name := range []look.Token{"ground", "raised", "ink", "quiet", "line", "feature", "accent", "feature-accent"} {
		line.Swatches = append(line.Swatches, d.Light.Value(name).CSS())
	}
	return line
}
