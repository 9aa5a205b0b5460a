package boxes

import (
	"rubrel/core/kind"
	"rubrel/core/richtext"
)

// data says to machines what is offered: an ItemList of schema.org.
func data(v kind.View) []any {
	var items []any
	for i, r := range v.Set.Records {
		item := map[string]any{"@type": "ListItem", "position": i + 1, "name": kind.Text(r.Facts, "title")}
		if text := richtext.Plain(kind.Text(r.Facts, "text")); text != "" {
			item["description"] = text
		}
		if link := kind.Text(r.Facts, link.Address.Name); kind.IsWebAddress(link) {
			item["url"] = link
		}
		items = append(items, item)
	}
	if items == nil {
		return nil
	}
	return []any{map[string]any{"@context": "https://schema.org", "@type": "ItemList", "name": v.Set.Name,
		"itemListElement": items}}
}
