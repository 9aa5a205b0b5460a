package motion

import "math"

// Carousel is a row of things equally wide that scrolls sideways and comes to rest with one of them at its start (CSS
// Scroll Snap 1, scroll-snap-align: start). Lengths are CSS px.
type Carousel struct {
	Items, AtOnce int     // how many there are, and are in sight
	Room, Gap     float64 // of what is in sight, and between two
	// Step is how many a move takes.
	Step int
	// FromRight says that the first stands at the right.
	FromRight bool
}

// Item is how wide each is.
func (c Carousel) Item() float64 {
	return (c.Room - float64(c.AtOnce-1)*c.Gap) / float64(c.AtOnce)
}

// Stops are the positions at which moves come to rest, as scrollLeft has them: below nought where the first stands at
// the right (CSSOM View, section 6). No position is past the end of what scrolls.
func (c Carousel) Stops() []float64 {
	end := max(0, float64(c.Items-c.AtOnce)*(c.Item()+c.Gap))
	var stops []float64
	for i := 0; i < c.Items; i += max(1, c.Step) {
		at := min(end, float64(i)*(c.Item()+c.Gap))
		if n := len(stops); n > 0 && at-math.Abs(stops[n-1]) < 0.5 {
			break
		}
		if c.FromRight {
			at = -at
		}
		stops = append(stops, at)
	}
	return stops
}
