package toggle

import (
	"fmt"

	"rubrel/core/kind"
)

// check finds sides that show nothing, the same heading or the same block twice, and a side alone. Needs are common
// practice.
func check(set kind.Set, _ kind.Scene) []kind.Finding {
	var found []kind.Finding
	blocks := map[string]string{}
	for i, r := range set.Records {
		label := kind.Text(r.Facts, labelField)
		of := func(check, key, measured, needed string, serious bool) {
			found = append(found, kind.Finding{Check: check, Where: label, Record: r.ID, Key: key, Measured: measured,
				Needed: needed, Serious: serious})
		}
		if i >= mostSides {
			of("sides", labelField, fmt.Sprintf("side %d", i+1), fmt.Sprintf("at most %d", mostSides), true)
		}
		shows := false
		for _, field := range blockFields {
			id := kind.Text(r.Facts, field.Name)
			if id == "" {
				continue
			}
			shows = true
			if other, twice := blocks[id]; twice {
				of("block twice", field.Name, id+" is in "+other+", too", "each block once", true)
			}
			blocks[id] = label
		}
		if !shows {
			of("empty side", blockFields[0].Name, "it shows nothing", "a block", true)
		}
	}
	if len(set.Records) == 1 {
		found = append(found, kind.Finding{Check: "one side", Where: "the toggle", Measured: "1 side",
			Needed: "2 to choose between", Key: labelField})
	}
	return found
}
