package boxes

import (
	"fmt"
	"unicode/utf8"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/core/rich"
)

// mostUneven is how many times as long as the shortest text the longest may be (common practice): boxes are equally
// high, and one of them is mostly empty then.
const mostUneven = 3.0

// check finds what is doubtful in a set of boxes. Needs are common practice.
func check(set kind.Set, _ kind.Scene) []kind.Finding {
	return append(without(set), uneven(set)...)
}

// without finds a box that has neither icon nor picture where most others have.
func without(set kind.Set) []kind.Finding {
	var bare []kind.Record
	for _, r := range set.Records {
		if set.Said(r, media.Icon.Name) == nil && set.Said(r, media.Picture.Name) == nil {
			bare = append(bare, r)
		}
	}
	if anatomy.Signed(set, media) || 2*len(bare) >= len(set.Records) {
		return nil
	}
	var found []kind.Finding
	for _, r := range bare {
		found = append(found, kind.Finding{Check: "icon", Where: kind.Text(r.Facts, "title"), Record: r.ID,
			Key: media.Icon.Name, Measured: "no icon, no picture",
			Needed: fmt.Sprintf("one, as the %d others have", len(set.Records)-len(bare))})
	}
	return found
}

// uneven finds the longest of the texts where it is much longer than the shortest.
func uneven(set kind.Set) []kind.Finding {
	shortest, longest := -1, 0
	var at kind.Record
	for _, r := range set.Records {
		n := utf8.RuneCountInString(rich.Plain(kind.Text(r.Facts, "text")))
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
	return []kind.Finding{{Check: "uneven", Where: "text of " + kind.Text(at.Facts, "title"), Record: at.ID, Key: "text",
		Measured: fmt.Sprintf("%d characters beside %d", longest, shortest),
		Needed:   fmt.Sprintf("%.0f times the shortest at most", mostUneven)}}
}
