package document

import (
	"maps"
	"regexp"
	"slices"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/svg"
)

// Schema is the JSON Schema (draft 2020-12) of a document, derived from the declarations of the kinds.
func Schema(kinds kind.Registry) kind.Schema {
	houseKinds, sets, looks := kind.Schema{}, []any{}, []any{}
	for _, k := range kinds {
		houseKinds[k.Name] = lookSchema(k, false)
		sets = append(sets, setSchema(k))
		looks = append(looks, lookSchema(k, true)) // which of them a block has, its set says
	}
	house := objectSchema(kind.Schema{
		"dress": textSchema(60), "scheme": kind.Schema{"enum": []Scheme{LightScheme, DarkScheme, AutoScheme}},
		"tokens": tokensSchema(look.Categories()...), "dark": tokensSchema(look.ColourToken),
		"kinds": objectSchema(houseKinds), "widths": textSchema(400), "scale": textSchema(80),
	}, "dress")
	block := objectSchema(kind.Schema{"order": orderSchema(), "name": textSchema(mostName), "set": idSchema(),
		"form": textSchema(60), "look": kind.Schema{"anyOf": looks}, "quiet": kind.Schema{"type": "object",
			"additionalProperties": objectSchema(kind.Schema{"measured": textSchema(200), "reason": textSchema(mostReason)})}},
		"order", "name", "set", "form")
	band := objectSchema(kind.Schema{"order": orderSchema(), "heading": textSchema(mostName),
		"blocks": membersOf(objectSchema(kind.Schema{"order": orderSchema()}, "order"))}, "order")
	page := objectSchema(kind.Schema{"order": orderSchema(), "title": textSchema(mostName), "intro": textSchema(2000),
		"language": textSchema(35), "bands": membersOf(band)}, "order", "title")
	side := kind.Schema{"type": "integer", "minimum": 1, "maximum": mostPicture}
	picture := objectSchema(kind.Schema{"order": orderSchema(), "file": kind.Schema{"type": "string",
		"pattern": "^[0-9a-f]{64}$"}, "type": kind.Schema{"enum": slices.Sorted(maps.Keys(pictureTypes))},
		"width": side, "height": side, "cells": kind.Schema{"type": "string", "contentEncoding": "base64"},
		"bytes": kind.Schema{"type": "integer", "minimum": 1, "maximum": MostPictureBytes},
		"focus": kind.PlaceType{}.Schema(),
		"data":  kind.Schema{"type": "string", "contentEncoding": "base64"}}, "order", "file", "type", "width", "height",
		"cells")
	root := objectSchema(kind.Schema{
		"rubrel": kind.Schema{"const": Version}, "name": textSchema(mostName), "language": textSchema(35), "house": house,
		"sets": membersOf(kind.Schema{"oneOf": sets}), "blocks": membersOf(block), "pages": membersOf(page),
		"pictures": membersOf(picture), "icons": membersOf(objectSchema(kind.Schema{"order": orderSchema(),
			"svg": textSchema(svg.MostBytes)}, "order", "svg")),
	}, "rubrel", "name", "language", "house")
	root["$schema"] = "https://json-schema.org/draft/2020-12/schema"
	root["title"] = "Rubrel site"
	return root
}

// tokensSchema has a text for every token of some categories.
func tokensSchema(categories ...look.Category) kind.Schema {
	tokens := kind.Schema{}
	for _, category := range categories {
		for _, name := range look.Names(category) {
			tokens[name] = textSchema(400)
		}
	}
	return objectSchema(tokens)
}

func setSchema(k *kind.Kind) kind.Schema {
	axes := kind.Schema{}
	for _, axis := range k.Axes {
		axes[axis.Name] = membersOf(objectSchema(kind.Schema{"order": orderSchema(), "facts": factsSchema(axis.Fields)},
			"order"))
	}
	record := kind.Schema{"order": orderSchema(), "facts": factsSchema(k.Fields)}
	if k.CanFeature {
		record["featured"] = kind.Schema{"type": "boolean"}
	}
	return objectSchema(kind.Schema{
		"kind": kind.Schema{"const": k.Name}, "name": textSchema(mostName), "order": orderSchema(),
		"facts": factsSchema(k.SetFields),
		"list":  listSchema(),
		"axes":  objectSchema(axes), "records": membersOf(objectSchema(record, "order")),
	}, "kind", "name", "order")
}

// factsSchema has a property for each plain field, and a pattern for each that goes over axes.
func factsSchema(fields []kind.Field) kind.Schema {
	properties, patterns, required := kind.Schema{}, kind.Schema{}, []string{}
	for _, f := range fields {
		schema := kind.Schema{"description": f.Help}
		for key, value := range f.Type.Schema() {
			schema[key] = value
		}
		if len(f.Each) > 0 {
			patterns["^"+f.Name+strings.Repeat(":[a-z0-9-]+", len(f.Each))+"$"] = schema
			continue
		}
		properties[f.Name] = schema
		if f.Required {
			required = append(required, f.Name)
		}
	}
	s := objectSchema(properties, required...)
	if len(patterns) > 0 {
		s["patternProperties"] = patterns
	}
	return s
}

// lookSchema names every part's properties, with the states and widths after them.
func lookSchema(k *kind.Kind, records bool) kind.Schema {
	patterns := kind.Schema{}
	prefix := "^"
	if records {
		prefix = "^([a-z0-9-]+:)?"
	}
	for _, part := range k.Parts {
		for _, name := range slices.Concat(part.Properties, look.AttributeNames()) {
			hint := ""
			if property, err := look.PropertyNamed(name); err == nil {
				hint = property.Hint
			}
			pattern := prefix + regexp.QuoteMeta(part.Name+"."+name) + "(@(featured|hover|selected))?(@[a-z0-9-]+)?$"
			patterns[pattern] = kind.Schema{"type": "string", "maxLength": 400, "description": hint}
		}
	}
	return kind.Schema{"type": "object", "additionalProperties": false, "patternProperties": patterns}
}

func objectSchema(properties kind.Schema, required ...string) kind.Schema {
	s := kind.Schema{"type": "object", "additionalProperties": false, "properties": properties}
	if len(required) > 0 {
		s["required"] = required
	}
	return s
}

func membersOf(of kind.Schema) kind.Schema {
	return kind.Schema{"type": "object", "propertyNames": idSchema(), "additionalProperties": of}
}

func idSchema() kind.Schema {
	return kind.Schema{"type": "string", "pattern": "^[a-z0-9][a-z0-9-]{0,59}$"}
}

func orderSchema() kind.Schema { return kind.Schema{"type": "string", "pattern": "^[a-z0-9]{1,200}$"} }

func textSchema(most int) kind.Schema { return kind.Schema{"type": "string", "maxLength": most} }
