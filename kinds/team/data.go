package team

import (
	"rubrel/core/kind"
	"rubrel/core/richtext"
)

// data says to machines who the people are: a Person of schema.org each.
func data(v kind.View) []any {
	var people []any
	region := regionOf(v.Set, v.Locale)
	for _, r := range v.Set.Records {
		person := map[string]any{"@context": "https://schema.org", "@type": "Person", "name": kind.Text(r.Facts, nameField)}
		say := func(property, value string) {
			if value != "" {
				person[property] = value
			}
		}
		say("jobTitle", kind.Text(r.Facts, "position"))
		say("description", richtext.Plain(kind.Text(r.Facts, "text")))
		say("email", kind.Text(r.Facts, "email"))
		if text := kind.Text(r.Facts, "telephone"); text != "" {
			if number := phoneOf(text, region); number.Valid {
				say("telephone", number.URI[len("tel:"):])
			}
		}
		if name := said(v.Set, organizationField.Name); name != "" {
			person["affiliation"] = map[string]any{"@type": "Organization", "name": name}
		}
		var same []string
		for _, p := range profilesOf(v.Set, r) {
			if kind.IsWebAddress(p.Address) {
				same = append(same, p.Address)
			}
		}
		if same != nil {
			person["sameAs"] = same
		}
		people = append(people, person)
	}
	return people
}
