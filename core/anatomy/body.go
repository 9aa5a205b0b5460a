package anatomy

import (
	"html/template"
	"slices"
	"strconv"

	"rubrel/core/kind"
	"rubrel/core/markup"
)

// Body is what a form of slots shows of each record.
type Body struct {
	Slots  []Slot
	Layout Layout
	// Reader makes of the set what slots of the kind's own need; nil where they need nothing.
	Reader func(kind.View) any
}

// Form completes a form with what follows from its body: the layout's CSS before the form's own, its variables, its
// columns, its texts and their room.
func (b Body) Form(f kind.Form) kind.Form {
	f.CSS = append([]string{b.css()}, f.CSS...)
	own := f.Variables
	f.Variables = func(v kind.View) []kind.Variable {
		variables := b.variables(v)
		if own != nil {
			variables = append(variables, own(v)...)
		}
		return variables
	}
	further := f.Check
	f.Check = func(v kind.View) []kind.Finding {
		var found []kind.Finding
		for _, s := range b.Slots {
			if s.Check != nil {
				found = append(found, s.Check(b, v)...)
			}
		}
		if further != nil {
			found = append(found, further(v)...)
		}
		return found
	}
	f.Runs, f.Columns, f.Rows, f.Room = b.Runs, b.Columns, b.rows(), b.Room
	f.MovesParts, f.Order = true, b.Layout.Order
	return f
}

// Plain writes a form that is a row of records on a ground and no more: the HTML of Form where a kind needs nothing
// of its own around its slots.
func (b Body) Plain(ground string) func(kind.View) (template.HTML, error) {
	return b.Records(ground, func(kind.View) string { return "" }, Inside)
}

// Records is Plain with a class of the form's own around the records, and with what write makes of the slots of
// each, in the order in which they are read.
func (b Body) Records(ground string, class func(kind.View) string,
	write func([]Slot, At) template.HTML) func(kind.View) (template.HTML, error) {
	return func(v kind.View) (template.HTML, error) {
		reader := b.reader(v)
		var lists []template.HTML
		for _, group := range b.groups(v.Set) {
			var items []template.HTML
			for _, record := range group.Records {
				items = append(items, markup.Element("li", b.RecordAttributes(record),
					write(b.sequence(v, record, 0), At{v, record, reader, &b})))
			}
			lists = append(lists, markup.Element("ul", Classed(b.Layout.Row, group.Class), items...))
		}
		return markup.Element("div", Classed(ground, b.Class(v), class(v)), lists...), nil
	}
}

// RecordAttributes are those of the element of a record.
func (b Body) RecordAttributes(record kind.Record) markup.Attributes {
	featured := ""
	if record.Featured {
		featured = Class("featured")
	}
	return markup.Class(recordClass, Class(b.Layout.Record), featured).With("data-record", record.ID)
}

// Inside is what stands in a record, in the order in which it is read: that of the widest width.
func (b Body) Inside(v kind.View, reader any, record kind.Record) template.HTML {
	return b.headerHTML(v) + Inside(b.sequence(v, record, 0), At{v, record, reader, &b})
}

// ordered lists the slots from the top as the layout has them.
func (b Body) ordered() []Slot {
	var names []string
	for _, name := range b.Layout.Order {
		if slices.ContainsFunc(b.Slots, func(s Slot) bool { return s.Name() == name }) {
			names = append(names, name)
		}
	}
	before := ""
	for _, s := range b.Slots {
		if !slices.Contains(names, s.Name()) {
			names = slices.Insert(names, slices.Index(names, before)+1, s.Name())
		}
		before = s.Name()
	}
	list := make([]Slot, len(names))
	for i, name := range names {
		list[i] = b.slot(name)
	}
	return list
}

// sequence lists the slots from the top as the look of a record has them at a width.
func (b Body) sequence(v kind.View, record kind.Record, width int) []Slot {
	list := b.ordered()
	if v.Stands == nil {
		return list
	}
	for _, s := range b.ordered() {
		place, ok := v.Stands(s.Name(), record, width)
		if !ok {
			continue
		}
		of := func(name string) int {
			return slices.IndexFunc(list, func(other Slot) bool { return other.Name() == name })
		}
		if of(place.Part) < 0 || place.Part == s.Name() {
			continue
		}
		list = slices.Delete(list, of(s.Name()), of(s.Name())+1)
		to := of(place.Part)
		if place.After {
			to++
		}
		list = slices.Insert(list, to, s)
	}
	return list
}

// filled are the slots that some record fills, with over how many rows each lies.
func (b Body) filled(v kind.View) map[string]int {
	rows := map[string]int{}
	reader := b.reader(v)
	for _, s := range b.Slots {
		for _, record := range v.Set.Records {
			at := At{v, record, reader, &b}
			if s.Over || s.written(at) == "" {
				continue
			}
			lines := 1
			if s.Lines != nil {
				lines = s.Lines(at)
			}
			rows[s.Name()] = max(rows[s.Name()], lines)
		}
	}
	if b.place(v) != Above {
		delete(rows, b.Layout.Side.Slot)
	}
	return rows
}

func (b Body) reader(v kind.View) any {
	if b.Reader == nil {
		return nil
	}
	return b.Reader(v)
}

// variables are the columns at each width, the rows that records share, and the row of each slot: at widths, and of
// records, where they are others.
func (b Body) variables(v kind.View) []kind.Variable {
	filled := b.filled(v)
	rows := 0
	for _, lines := range filled {
		rows += lines
	}
	variables := []kind.Variable{{Name: "--rb-rows", Value: strconv.Itoa(max(1, rows))}}
	for _, step := range b.Steps(v) {
		variables = append(variables, kind.Variable{Name: "--rb-columns", Width: step.Width, From: step.From,
			Value: strconv.Itoa(step.Columns)})
	}
	reader := b.reader(v)
	for _, s := range b.Slots {
		if s.Variables == nil {
			continue
		}
		for _, record := range v.Set.Records {
			variables = append(variables, s.Variables(At{v, record, reader, &b})...)
		}
	}
	// What holds for most records is said for the block; a record says what it has otherwise.
	given := map[string]string{}
	for width := range v.Widths {
		common := b.rowsOf(v, kind.Record{}, width, filled)
		for _, variable := range common {
			if given[variable.Name] != variable.Value {
				given[variable.Name] = variable.Value
				variables = append(variables, variable)
			}
		}
		for _, record := range v.Set.Records {
			for i, variable := range b.rowsOf(v, record, width, filled) {
				own := record.ID + variable.Name
				if now, ok := given[own]; ok && now != variable.Value || !ok && variable.Value != common[i].Value {
					given[own] = variable.Value
					variable.Record = record.ID
					variables = append(variables, variable)
				}
			}
		}
	}
	return variables
}

// rowsOf is where the slots of a record stand at a width, in the order in which they are declared.
func (b Body) rowsOf(v kind.View, record kind.Record, width int, filled map[string]int) []kind.Variable {
	row := 1
	at := map[string]string{}
	end := b.headerEnd(v, filled)
	headed := 0
	for _, s := range b.sequence(v, record, width) {
		lines := filled[s.Name()]
		if lines == 0 {
			continue
		}
		at[s.Name()] = strconv.Itoa(row)
		if s.Lines != nil {
			at[s.Name()] += " / span " + strconv.Itoa(lines)
		}
		row += lines
		if s.Name() == end {
			headed = row
		}
	}
	var variables []kind.Variable
	if headed > 0 {
		variables = append(variables, kind.Variable{Name: headerRow, Width: width, Value: strconv.Itoa(headed)})
	}
	for _, s := range b.Slots {
		if place, ok := at[s.Name()]; ok {
			variables = append(variables, kind.Variable{Name: rowVariable(s.Name()), Width: width, Value: place})
		}
	}
	return variables
}

// Runs are the texts of all slots of all records.
func (b Body) Runs(v kind.View) []kind.Run {
	reader := b.reader(v)
	var runs []kind.Run
	for _, record := range v.Set.Records {
		for _, s := range b.Slots {
			if s.Runs == nil {
				continue
			}
			for _, run := range s.Runs(At{View: v, Record: record, Reader: reader}) {
				run.Record = record.ID
				runs = append(runs, run)
			}
		}
	}
	return runs
}
