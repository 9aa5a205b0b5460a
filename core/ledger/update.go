package ledger

import (
	"reflect"
	"slices"

	"rubrel/core/kind"
)

// Update is what has to be drawn anew for a grid, given another that is drawn.
type Update struct {
	// Moved says that rows, columns or sections stand otherwise than they did.
	Moved    bool
	Columns  []Column
	Sections []*Section // whose heading is another
	Rows     []*Row     // whose own name, or what is said of the row as a whole, is another
	Cells    []CellUpdate
}

// CellUpdate is a cell to be drawn, by the key of its row and its place there: 0 for All, 1 for Featured, then the
// records in sight.
type CellUpdate struct {
	Row    string
	Column int
	Cell   *Cell
}

// Compare finds what of a grid is not as it was; everything is new where there was none.
func Compare(before, after *Grid) Update {
	if before == nil {
		before = &Grid{}
	}
	u := Update{Moved: !sameLayout(before, after)}
	columns := map[string]int{} // in before
	for i, c := range before.Columns {
		columns[c.ID] = i
	}
	for _, c := range after.Columns {
		if i, ok := columns[c.ID]; !ok || before.Columns[i] != c {
			u.Columns = append(u.Columns, c)
		}
	}
	sections, rows := map[string]*Section{}, map[string]*Row{}
	for i := range before.Sections {
		section := &before.Sections[i]
		sections[section.Key()] = section
		for j := range section.Rows {
			rows[section.Rows[j].Key] = &section.Rows[j]
		}
	}
	for i := range after.Sections {
		section := &after.Sections[i]
		if !section.sameHeading(sections[section.Key()]) || section.Look && !sameLook(before, after) {
			u.Sections = append(u.Sections, section)
		}
		for j := range section.Rows {
			u.compareRow(rows[section.Rows[j].Key], &section.Rows[j], after, columns)
		}
	}
	return u
}

func (u *Update) compareRow(before, after *Row, grid *Grid, columns map[string]int) {
	if before == nil || !before.sameRow(after) {
		u.Rows = append(u.Rows, after)
	}
	for column := range after.Cells {
		was := column
		if column >= grid.Leading {
			i, ok := columns[grid.Columns[column-grid.Leading].ID]
			if was = i + grid.Leading; !ok {
				was = -1
			}
		}
		if before == nil || was < 0 || !reflect.DeepEqual(before.Cells[was], after.Cells[column]) {
			u.Cells = append(u.Cells, CellUpdate{after.Key, column, &after.Cells[column]})
		}
	}
}

func (r *Row) sameRow(other *Row) bool {
	own, others := *r, *other
	own.Cells, others.Cells = nil, nil
	return reflect.DeepEqual(own, others)
}

func (s *Section) sameHeading(other *Section) bool {
	return other != nil && s.Title == other.Title && s.Fold == other.Fold && s.Shut == other.Shut &&
		s.Said == other.Said &&
		len(s.Adds) == len(other.Adds) && s.Empty() == other.Empty()
}

// Empty reports whether the section is open and has no rows.
func (s Section) Empty() bool { return !s.Shut && s.Before+len(s.Rows)+s.After == 0 }

func sameLook(a, b *Grid) bool {
	return a.Part == b.Part && a.State == b.State && slices.Equal(a.States, b.States) &&
		slices.EqualFunc(a.Parts, b.Parts, func(x, y kind.Part) bool { return x.Name == y.Name })
}

func sameLayout(a, b *Grid) bool {
	return a.First == b.First && a.Count == b.Count &&
		slices.EqualFunc(a.Columns, b.Columns, func(x, y Column) bool { return x.ID == y.ID }) &&
		slices.EqualFunc(a.Sections, b.Sections, func(x, y Section) bool {
			return x.Key() == y.Key() && x.Before == y.Before && x.After == y.After && x.Empty() == y.Empty() &&
				slices.EqualFunc(x.Rows, y.Rows, func(p, q Row) bool { return p.Key == q.Key })
		})
}
