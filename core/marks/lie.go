package marks

import (
	"math"

	"rubrel/core/document"
	"rubrel/core/look"
	"rubrel/core/measure"
)

// columnsUnder are the first and the last column of a picture's cells that can lie under a span of the box it covers.
//
// A covering picture fills the box's width, or is wider and cut at both sides. The place at which it is held stays
// where it is, and all else comes nearer to that, so that no more than what lies between is ever seen.
func columnsUnder(picture look.Picture, at measure.Stretch) (first, last int) {
	const all = document.CellsAcross
	from, to := at.From/at.Box, at.To/at.Box
	switch picture.Size {
	case "contain":
		return 0, all - 1
	case "cover":
		held := float64(picture.At[0].Milli) / 100_000
		from, to = min(from, held), max(to, held)
	default: // so wide, and repeated
		width, err := look.ParseLength(picture.Size, "px")
		if err != nil || width.Unit != "px" || at.To-at.From >= float64(width.Milli)/1000 {
			return 0, all - 1
		}
		wide := float64(width.Milli) / 1000
		start := (at.Box - wide) * float64(picture.At[0].Milli) / 100_000
		from, to = (at.From-start)/wide, (at.To-start)/wide
		if math.Floor(from) != math.Floor(to) {
			return 0, all - 1
		}
		from, to = from-math.Floor(from), to-math.Floor(to)
	}
	return clamped(math.Floor(from*all), all), clamped(math.Ceil(to*all)-1, all)
}

func clamped(column float64, all int) int { return int(max(0, min(float64(all-1), column))) }
