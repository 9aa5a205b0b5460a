package marks

import (
	"rubrel/core/document"
	"rubrel/core/kind"
)

// links are the addresses that lead nowhere: what stands in a template for an address that was never given.
func links(set *document.Set) []kind.Finding {
	var list []kind.Finding
	look := func(whose string, fields []kind.Field, record string, facts map[string]kind.Value) {
		for _, field := range fields {
			if _, ok := field.Type.(kind.LinkType); !ok {
				continue
			}
			for _, key := range set.Keys(field) {
				address := kind.Text(facts, key.String())
				if !leadsNowhere(address) {
					continue
				}
				list = append(list, kind.Finding{Check: "link", Where: whose + " · " + set.Heading(field, key),
					Record: record, Key: key.String(), Measured: address, Needed: "an address that leads somewhere",
					Serious: true})
			}
		}
	}
	look("all", set.Kind.SetFields, "", set.Facts)
	for i := range set.Records {
		record := &set.Records[i]
		look(document.RecordName(set, record), set.Kind.Fields, record.ID, record.Facts)
	}
	return list
}

// leadsNowhere reports whether an address is a fragment without a name: it leads to the top of the page that the
// visitor is on (HTML, section 7.4.6.4).
func leadsNowhere(address string) bool { return address == "#" || address == "#!" }
