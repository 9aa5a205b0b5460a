// Package layout decides how things stand side by side.
package layout

// Columns is the number of columns for n items of which at most `most` stand side by side. All in one row where
// they fit; else the widest count that leaves the last row fullest, so that a lone item is avoided.
func Columns(n, most int) int {
	if n <= most {
		return max(n, 1)
	}
	best, bestEmpty := most, most
	for columns := most; columns >= 2 && columns > most/2; columns-- {
		empty := (columns - n%columns) % columns
		if empty < bestEmpty {
			best, bestEmpty = columns, empty
		}
	}
	return best
}
