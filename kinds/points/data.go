package points

import (
	"rubrel/core/kind"
	"rubrel/core/richtext"
)

// data says to machines what the points are: an ItemList of schema.org, or a HowTo where the set says so.
func data(v kind.View) []any {
	steps := kind.Text(v.Set.Facts, "tells") == howTo
	of, list, words := "ListItem", map[string]any{"@type": "ItemList"}, "description"
	if steps {
		of, list, words = "HowToStep", map[string]any{"@type": "HowTo"}, "text"
	}
	var items []any
	for i, r := range v.Set.Records {
		item := map[string]any{"@type": of, "position": i + 1, "name": kind.Text(r.Facts, "title")}
		if text := richtext.Plain(kind.Text(r.Facts, "text")); text != "" {
			item[words] = text
		} else if steps {
			item[words] = kind.Text(r.Facts, "title")
		}
		items = append(items, item)
	}
	if items == nil {
		return nil
	}
	list["@context"], list["name"] = "https://schema.org", v.Set.Name
	if steps {
		list["step"] = items
	} else {
		list["itemListElement"] = items
	}
	return []any{list}
}
