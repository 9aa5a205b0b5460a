package boxes

import (
	"fmt"

	"rubrel/core/anatomy"
	"rubrel/core/kind"
)

// check finds what is doubtful in a set of boxes. Needs are common practice.
func check(set kind.Set, _ kind.Scene) []kind.Finding {
	return append(without(set), anatomy.Uneven(set, "text")...)
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
