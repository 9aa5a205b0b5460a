package sample

import (
	"slices"
	"strconv"

	"rubrel/core/anatomy"
	"rubrel/core/icon"
	"rubrel/core/intake"
	"rubrel/core/kind"
	"rubrel/core/look"
)

var title = anatomy.Heading(kind.Field{Name: "title", Label: "title", Help: "what it is", Type: kind.TextType{Most: 80},
	Required: true}, kind.Part{})

// around are the parts that boxes and figures stand in.
var around = []kind.Part{
	{Name: "ground", Help: "the ground", Place: look.BlockItself, Properties: anatomy.BlockProperties,
		Defaults: map[string]string{"background-color": "ground", "color": "ink", "font-size": "type-3",
			"line-height": "leading-text"}},
	{Name: "row", Help: "the row", Place: look.BlockItself, Parent: "ground",
		Properties: []string{"grid-template-columns", "gap"}, As: map[string]string{"gap": "--rb-gap"},
		Defaults: map[string]string{"grid-template-columns": "auto", "gap": "space-4"}},
	{Name: "item", Help: "one of them", Place: look.RecordItem, Parent: "row", Properties: anatomy.RecordProperties,
		As: map[string]string{"text-align": "--rb-align"}, Defaults: map[string]string{"text-align": "start"}},
}

// simple is a kind of one form, whose records hold some slots.
func simple(name, one string, slots []anatomy.Slot, setFields []kind.Field) (*kind.Kind, error) {
	body := anatomy.Body{Slots: slots, Layout: anatomy.Layout{Row: "row", Record: "item", Least: 200}}
	for _, slot := range slots {
		body.Layout.Order = append(body.Layout.Order, slot.Name())
	}
	fields := anatomy.Fields(slots)
	return kind.New(&kind.Kind{Name: name, Title: name, One: one, Many: name, Fields: fields, SetFields: setFields,
		Parts: append(slices.Clone(around), anatomy.Parts("item", nil, slots)...),
		Forms: []kind.Form{body.Form(kind.Form{Name: "grid", Title: "grid", Help: "side by side",
			HTML: body.Plain("ground")})},
		Intake: intake.Plain(fields, name+" down or across", "Title\nThe dome"),
		Fresh: func(k *kind.Kind, _ string) kind.Set {
			return kind.Set{Kind: k, Records: []kind.Record{{ID: one + "-1",
				Facts: map[string]kind.Value{"title": kind.TextValue("First")}}}}
		}})
}

func boxes() (*kind.Kind, error) {
	return simple("boxes", "box", []anatomy.Slot{title, anatomy.Icon(kind.Field{Name: "icon", Label: "icon",
		Help: "the name of an icon", Type: icon.Type{}}, kind.Part{Defaults: map[string]string{"font-size": "26px",
		"background-color": "accent"}})}, nil)
}

// figures may count the records of another set.
func figures() (*kind.Kind, error) {
	value := kind.Field{Name: "value", Label: "value", Help: "a number, or nothing where another set is counted",
		Type: kind.TextType{Most: 20}, Derive: counted}
	of := kind.Field{Name: "counts", Label: "counts", Help: "the set whose records are counted",
		Type: kind.TextType{Most: 80}}
	return simple("figures", "figure", []anatomy.Slot{title, anatomy.Text(value, kind.Part{Name: "value"}),
		anatomy.Text(of, kind.Part{Name: "counts"})}, nil)
}

func counted(set kind.Set, record kind.Record, _ kind.FactKey) (kind.Value, bool) {
	if set.Others == nil {
		return nil, false
	}
	other, ok := set.Others(kind.Text(record.Facts, "counts"))
	if !ok {
		return nil, false
	}
	return kind.TextValue(strconv.Itoa(len(other.Records))), true
}
