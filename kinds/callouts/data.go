package callouts

import (
	"rubrel/core/anatomy"
	"rubrel/core/kind"
	"rubrel/core/richtext"
)

// data says to machines what is on the picture: an ImageObject of schema.org that is about what is called out on it.
func data(v kind.View) []any {
	if v.Set.Facts[pictureField.Name] == nil {
		return nil
	}
	object := map[string]any{"@context": "https://schema.org", "@type": "ImageObject", "name": v.Set.Name}
	if shows := kind.Text(v.Set.Facts, showsField.Name); shows != "" && shows != anatomy.Decorative {
		object["description"] = shows
	}
	var about []any
	for _, r := range v.Set.Records {
		thing := map[string]any{"@type": "Thing", "name": kind.Text(r.Facts, "title")}
		if text := richtext.Plain(kind.Text(r.Facts, "text")); text != "" {
			thing["description"] = text
		}
		about = append(about, thing)
	}
	object["about"] = about
	return []any{object}
}
