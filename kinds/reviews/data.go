package reviews

import (
	"encoding/json"

	"rubrel/core/kind"
	"rubrel/core/rating"
	"rubrel/core/richtext"
)

// What is reviewed.
var (
	itemField = kind.Field{Name: "item", Group: aboutGroup, Label: "what is reviewed", Help: "its name, for search " +
		"engines: The tearoom on Fenn Hill", Type: kind.TextType{Most: 120}}
	itemTypeField = kind.Field{Name: "item-type", Group: aboutGroup, Label: "it is", Help: "what it is, for search " +
		"engines (schema.org)", Type: choice("Organization", "LocalBusiness", "Product", "Event", "Course", "Book")}
)

// data says to machines what was said: a Review of schema.org each, and what they come to of what is reviewed.
func data(v kind.View) []any {
	var item map[string]any
	if name := text(v.Set, itemField.Name); name != "" {
		item = map[string]any{"@type": "Organization", "name": name}
		if of := text(v.Set, itemTypeField.Name); of != "" {
			item["@type"] = of
		}
	}
	var objects []any
	for _, r := range v.Set.Records {
		objects = append(objects, reviewData(v.Set, r, item))
	}
	if c, ok := claimOf(v.Set); ok && item != nil {
		objects = append(objects, map[string]any{"@context": "https://schema.org", "@type": "AggregateRating",
			"itemReviewed": item, "ratingValue": json.Number(rating.Shown(c.Average).String()),
			"bestRating": scaleOf(v.Set), "reviewCount": c.Count})
	}
	return objects
}

// reviewData is one review.
func reviewData(set kind.Set, r kind.Record, item map[string]any) map[string]any {
	review := map[string]any{"@context": "https://schema.org", "@type": "Review"}
	if name := kind.Text(r.Facts, nameField); name != "" {
		review["author"] = map[string]any{"@type": "Person", "name": name}
	}
	say := func(property, value string) {
		if value != "" {
			review[property] = value
		}
	}
	say("reviewBody", richtext.Plain(kind.Text(r.Facts, textPart)))
	say("inLanguage", kind.Text(r.Facts, languageField.Name))
	if day, ok := set.Said(r, dateField.Name).(kind.Date); ok {
		say("datePublished", day.String())
	}
	if address := kind.Text(r.Facts, linkField.Name); kind.IsWebAddress(address) {
		say("url", address)
	}
	if name := kind.Text(r.Facts, sourceField.Name); name != "" {
		review["publisher"] = map[string]any{"@type": "Organization", "name": name}
	}
	if s, ok := scoreOf(set, r); ok {
		scale := scaleOf(set)
		if s.Of > 0 {
			scale = s.Of
		}
		review["reviewRating"] = map[string]any{"@type": "Rating", "ratingValue": json.Number(s.Points.String()),
			"bestRating": scale}
	}
	if item != nil {
		review["itemReviewed"] = item
	}
	return review
}
