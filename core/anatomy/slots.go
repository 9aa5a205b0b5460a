package anatomy

import (
	"html/template"
	"slices"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/look"
)

// Fields are those of a list of slots, in order.
func Fields(slots []Slot) []kind.Field {
	var fields []kind.Field
	for _, s := range slots {
		fields = append(fields, s.Fields...)
	}
	return fields
}

// Parts are those of a list of slots. A slot's own part stands in the record's part, and can be moved there where it
// has a row; within says of forms that it stands in another.
func Parts(record string, within map[string]string, slots []Slot) []kind.Part {
	var parts []kind.Part
	for _, s := range slots {
		for i, part := range s.Parts {
			if i == 0 && !s.Over {
				part.Properties = append(slices.Clone(part.Properties), look.StandsProperty)
			}
			if part.Parent == "" && i == 0 {
				part.Parent, part.Within = record, within
			} else if part.Parent == "" {
				part.Parent = s.Name()
			}
			parts = append(parts, part)
		}
	}
	return parts
}

// Deal deals slots to cells that name some of them. A slot that no cell names goes to the cell of the one declared
// before it, after that.
func Deal(slots []Slot, cells ...[]string) [][]Slot {
	dealt := make([][]Slot, len(cells))
	for i, names := range cells {
		dealt[i] = Body{Slots: slots, Layout: Layout{Order: names}}.ordered()
		last := ""
		mine := map[string]bool{}
		for _, s := range slots {
			if !slices.ContainsFunc(cells, func(c []string) bool { return slices.Contains(c, s.Name()) }) {
				mine[s.Name()] = mine[last]
			} else {
				mine[s.Name()] = slices.Contains(names, s.Name())
			}
			last = s.Name()
		}
		dealt[i] = slices.DeleteFunc(dealt[i], func(s Slot) bool { return !mine[s.Name()] })
	}
	return dealt
}

// Inside is what some slots show of a record, one after the other.
func Inside(slots []Slot, at At) template.HTML {
	var html strings.Builder
	for _, s := range slots {
		html.WriteString(string(s.written(at)))
	}
	return template.HTML(html.String())
}
