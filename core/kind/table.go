package kind

import "strings"

// Table is the set as a list that goes down: a heading for each fact that any record says, and a row for each record.
// What is derived is not said.
func (s Set) Table() [][]string {
	type column struct {
		heading string
		key     string
	}
	var columns []column
	for _, f := range s.Kind.Fields {
		for _, key := range s.Keys(f) {
			said := f.Required
			for _, r := range s.Records {
				_, ok := r.Facts[key.String()]
				said = said || ok
			}
			if said {
				columns = append(columns, column{s.Heading(f, key), key.String()})
			}
		}
	}
	rows := make([][]string, 1, len(s.Records)+1)
	for _, c := range columns {
		rows[0] = append(rows[0], c.heading)
	}
	featured := false
	for _, r := range s.Records {
		featured = featured || r.Featured
	}
	if featured {
		rows[0] = append(rows[0], "featured")
	}
	for _, r := range s.Records {
		row := make([]string, 0, len(columns)+1)
		for _, c := range columns {
			row = append(row, Text(r.Facts, c.key))
		}
		if featured {
			row = append(row, Inclusion{Has: r.Featured}.String())
		}
		rows = append(rows, row)
	}
	return rows
}

// Heading names a fact: the field with the items it is for; an item that is a row of its own by its name alone.
func (s Set) Heading(f Field, key FactKey) string {
	words := []string{f.Label}
	for i, name := range f.Each {
		axis, _ := s.Kind.AxisNamed(name)
		item, _ := s.ItemNamed(name, key.Items[i])
		label := Text(item.Facts, axis.Label)
		if axis.AsRows {
			return label
		}
		words = append(words, label)
	}
	return strings.Join(words, " ")
}
