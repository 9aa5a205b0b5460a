package marks

import (
	"fmt"
	"strings"

	"rubrel/core/document"
	"rubrel/core/kind"
)

// sameNames finds records that are called alike: a reader cannot tell them apart, nor can who hears them read out.
// Reviewers may share a name.
func sameNames(set *document.Set) []kind.Finding {
	if set.Kind.NamesRepeat {
		return nil
	}
	field := set.Kind.Fields[0]
	first := map[string]bool{}
	var list []kind.Finding
	for i := range set.Records {
		name := kind.Text(set.Records[i].Facts, field.Name)
		folded := strings.ToLower(strings.Join(strings.Fields(name), " "))
		if folded == "" {
			continue
		}
		if first[folded] {
			list = append(list, kind.Finding{Check: "same " + field.Label, Where: fmt.Sprintf("%s, number %d", name, i+1),
				Record: set.Records[i].ID, Key: field.Name, Measured: name, Needed: "a " + field.Label + " of its own"})
		}
		first[folded] = true
	}
	return list
}
