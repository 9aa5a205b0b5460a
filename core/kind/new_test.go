package kind_test

import (
	"html/template"
	"strings"
	"testing"

	"rubrel/core/kind"
	"rubrel/core/look"
)

// sound is a small declaration in which nothing is wrong.
func sound() *kind.Kind {
	return &kind.Kind{Name: "notes", Title: "Notes", One: "note", Many: "notes",
		Fields: []kind.Field{
			{Name: "title", Label: "title", Help: "what it is", Type: kind.TextType{Most: 40}, Required: true},
		},
		Axes: []kind.Axis{{Name: "days", One: "day", Label: "name", Most: 7, Fields: []kind.Field{
			{Name: "name", Label: "name", Help: "its name", Type: kind.TextType{Most: 40}}}}},
		Parts: []kind.Part{
			{Name: "notes", Help: "the row", Place: look.BlockItself},
			{Name: "note", Help: "one note", Place: look.RecordItem, Parent: "notes", Properties: []string{"color"},
				Defaults: map[string]string{"color": "ink"}},
		},
		Forms: []kind.Form{{Name: "list", Title: "list", Help: "one below the other",
			HTML: func(kind.View) (template.HTML, error) { return "", nil },
			Runs: func(kind.View) []kind.Run { return nil },
			Room: func(kind.View, kind.Ruler, string) float64 { return 0 }}},
		Fresh: func(k *kind.Kind, _ string) kind.Set { return kind.Set{Kind: k} },
	}
}

// A declaration is checked when it is made, and the error says where it is wrong.
func TestNew(t *testing.T) {
	if _, err := kind.New(sound()); err != nil {
		t.Errorf("a sound declaration: %v", err)
	}
	field := func(k *kind.Kind) *kind.Field { return &k.Fields[0] }
	part := func(k *kind.Kind) *kind.Part { return &k.Parts[1] }
	for _, c := range []struct {
		want  string
		spoil func(*kind.Kind)
	}{
		{"kind notes: One: is empty", func(k *kind.Kind) { k.One = "" }},
		{"the kind: needs fields", func(k *kind.Kind) { k.Fresh = nil }},
		{`MarkField: there is no field "badge"`, func(k *kind.Kind) { k.MarkField = "badge" }},
		{"fields: title: the name is taken", func(k *kind.Kind) { k.Fields = append(k.Fields, k.Fields[0]) }},
		{"fields: number 1 has no name", func(k *kind.Kind) { field(k).Name = "" }},
		{"fields: title: needs a type", func(k *kind.Kind) { field(k).Type = nil }},
		{`fields: title: Each: there is no axis "weeks"`, func(k *kind.Kind) { field(k).Each = []string{"weeks"} }},
		{"fields: title: Begins: ", func(k *kind.Kind) { field(k).Type, field(k).Begins = kind.NumberType{}, "many" }},
		{"fields: size: is required, so a new record needs", func(k *kind.Kind) {
			k.Fields = append(k.Fields, kind.Field{Name: "size", Label: "size", Help: "how much", Type: kind.NumberType{},
				Required: true})
		}},
		{"fields: title: AllOf: ", func(k *kind.Kind) { field(k).AllOf = "price" }},
		{`axis days: Label: there is no field "label"`, func(k *kind.Kind) { k.Axes[0].Label = "label" }},
		{`axis days: Heading: there is no field "group"`, func(k *kind.Kind) { k.Axes[0].Heading = "group" }},
		{"axis days: needs One", func(k *kind.Kind) { k.Axes[0].Most = 0 }},
		{"form list: Order: there is no part \"nobody\"", func(k *kind.Kind) {
			k.Forms[0].Order = []string{"note", "nobody"}
		}},
		{"axis days: Offers: come with Complete", func(k *kind.Kind) { k.Axes[0].Offers = []string{"Monday"} }},
		{"form list: needs HTML", func(k *kind.Kind) { k.Forms[0].HTML = nil }},
		{"form list: needs Runs and Room", func(k *kind.Kind) { k.Forms[0].Room = nil }},
		{"form list: Columns: no part says", func(k *kind.Kind) {
			k.Forms[0].Columns = func(kind.View, int) int { return 1 }
		}},
		{"form list: Columns: the part notes says", func(k *kind.Kind) {
			k.Parts[0].Properties = []string{"grid-template-columns"}
		}},
		{"form list: no part stands for a record", func(k *kind.Kind) { part(k).Place = look.InRecord }},
		{"forms: list: the name is taken", func(k *kind.Kind) { k.Forms = append(k.Forms, k.Forms[0]) }},
		{"parts: note: the name is taken", func(k *kind.Kind) { k.Parts = append(k.Parts, k.Parts[1]) }},
		{"part note: needs help", func(k *kind.Kind) { part(k).Help = "" }},
		{`part note: there is no part "row"`, func(k *kind.Kind) { part(k).Parent = "row" }},
		{`part note: there is no part "row"`, func(k *kind.Kind) { part(k).InsteadOf = "row" }},
		{`part note: there is no form "grid"`, func(k *kind.Kind) { part(k).Forms = []string{"list", "grid"} }},
		{`part note: there is no form "grid"`, func(k *kind.Kind) {
			part(k).In = map[string]map[string]string{"grid": {"color": "ink"}}
		}},
		{`part note: Properties: "colour" is not a property`, func(k *kind.Kind) {
			part(k).Properties = append(part(k).Properties, "colour")
		}},
		{"part note: Properties: color: the name is taken", func(k *kind.Kind) {
			part(k).Properties = []string{"color", "color"}
		}},
		{`part note: As: the part has no property "gap"`, func(k *kind.Kind) {
			part(k).As = map[string]string{"gap": "--rb-gap"}
		}},
		{`part note: Defaults: gap@narrow: the part has no property "gap"`, func(k *kind.Kind) {
			part(k).Defaults = map[string]string{"gap@narrow": "2px"}
		}},
		{"part note: Defaults: color: ", func(k *kind.Kind) { part(k).Defaults = map[string]string{"color": "ultra"} }},
		{`part note: Ink: the part has no property "border"`, func(k *kind.Kind) { part(k).Ink = "border" }},
		{"part note: Variant: it stands on its Parent's", func(k *kind.Kind) { part(k).Variant, part(k).Parent = true, "" }},
		{"part notes: Parent: in the form list it is around itself", func(k *kind.Kind) { k.Parts[0].Parent = "note" }},
	} {
		k := sound()
		c.spoil(k)
		if _, err := kind.New(k); err == nil || !strings.Contains(err.Error(), c.want) {
			t.Errorf("the error is %v, want %q", err, c.want)
		}
	}
}
