package anatomy

import (
	"fmt"
	"unicode/utf8"

	"rubrel/core/kind"
	"rubrel/core/richtext"
)

// mostUneven is how many times as long as the shortest text the longest may be (common practice): records are equally
// high, and one of them is mostly empty then.
const mostUneven = 3.0

// Uneven finds the longest of the rich texts that a field says, where it is much longer than the shortest.
func Uneven(set kind.Set, field string) []kind.Finding {
	shortest, longest := -1, 0
	var at kind.Record
	for _, r := range set.Records {
		n := utf8.RuneCountInString(richtext.Plain(kind.Text(r.Facts, field)))
		if n == 0 {
			continue
		}
		if shortest < 0 || n < shortest {
			shortest = n
		}
		if n > longest {
			longest, at = n, r
		}
	}
	const worthMeasuring = 120 // characters: below that all of them are a line or two
	if longest < worthMeasuring || float64(longest) <= mostUneven*float64(shortest) {
		return nil
	}
	return []kind.Finding{{Check: "uneven", Where: "text of " + set.NameOf(at),
		Record: at.ID, Key: field, Measured: fmt.Sprintf("%d characters beside %d", longest, shortest),
		Needed: fmt.Sprintf("%.0f times the shortest at most", mostUneven)}}
}
