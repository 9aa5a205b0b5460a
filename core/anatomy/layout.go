package anatomy

import (
	"fmt"
	"html/template"
	"math"
	"slices"
	"strconv"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/layout"
	"rubrel/core/look"
)

// Layout is how records stand side by side and slots below each other in a record. Its CSS, the columns, the rows and the
// room of each text all come from it.
type Layout struct {
	// Row and Record are the parts that stand for the row of records, and for one record in it.
	Row, Record string
	// Order names slots from the top. A slot that it leaves out stands after the one declared before it.
	Order []string
	// Side is a slot that stands beside all the others; nil for none.
	Side *Side
	// Least and Most are how wide a record is, in CSS px; Most is 0 where it may be as wide as there is room.
	Least, Most float64
	// Joined says whether records stand without a gap; nil where they never do.
	Joined func(kind.Set) bool
}

// Side is a slot at the start of the line, beside the others.
type Side struct {
	Slot string
	Gap  float64                    // CSS px between it and the others
	When func(kind.Set) bool        // whether it does: else it stands in its row
	Wide func(r kind.Ruler) float64 // how wide it is, in CSS px
}

// recordClass is on the element of every record.
const recordClass = look.ClassPrefix + "record"

// besideClass is on an element around the records where a slot stands beside the others.
const besideClass = look.ClassPrefix + "beside"

// Body is what a form of slots shows of each record.
type Body struct {
	Slots  []Slot
	Layout Layout
	// Reader makes of the set what slots of the kind's own need; nil where they need nothing.
	Reader func(kind.View) any
}

// Fields are those of a list of slots, in order.
func Fields(slots []Slot) []kind.Field {
	var fields []kind.Field
	for _, s := range slots {
		fields = append(fields, s.Fields...)
	}
	return fields
}

// Parts are those of a list of slots. A slot's own part stands in the record's part, and can be moved there; within says
// of forms that it stands in another.
func Parts(record string, within map[string]string, slots []Slot) []kind.Part {
	var parts []kind.Part
	for _, s := range slots {
		for i, part := range s.Parts {
			if i == 0 {
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
	f.Runs, f.Columns, f.Room = b.Runs, b.Columns, b.Room
	return f
}

// css is the layout of the row and of a record. Rows are shared by subgrid; since a subgrid takes its gaps from the grid
// around it, the gap between rows of records is a margin.
func (b Body) css() string {
	row, record := "."+Class(b.Layout.Row), "."+recordClass
	var css strings.Builder
	fmt.Fprintf(&css, "%s { display: grid; grid-template-columns: repeat(var(--rb-columns), minmax(0, 1fr)); "+
		"column-gap: var(--rb-gap); margin-block-end: calc(-1 * var(--rb-gap)); }\n", row)
	fmt.Fprintf(&css, "%s { box-sizing: border-box; display: grid; grid-template-columns: minmax(0, 1fr); "+
		"grid-template-rows: subgrid; grid-row: span var(--rb-rows); row-gap: 0; min-width: 0; "+
		"margin-block: 0 var(--rb-gap); }\n", record)
	if most := b.Layout.Most; most > 0 {
		fmt.Fprintf(&css, "%s { max-width: calc(var(--rb-columns) * %gpx); margin-inline: auto; }\n", row, most)
	}
	for _, s := range b.Slots {
		if s.Over {
			fmt.Fprintf(&css, "%s { position: relative; }\n%s > .%s { position: absolute; grid-column: 1 / -1; inset-block-start: 0; "+
				"inline-size: fit-content; max-inline-size: 100%%; justify-self: var(--rb-align); translate: 0 -50%%; }\n", record,
				record, s.class())
			continue
		}
		fmt.Fprintf(&css, "%s > .%s { grid-row: var(%s); }\n", record, s.class(), rowVariable(s.Name()))
	}
	if side := b.Layout.Side; side != nil {
		fmt.Fprintf(&css, ".%s %s { grid-template-columns: auto minmax(0, 1fr); column-gap: %gpx; }\n", besideClass, record,
			side.Gap)
		fmt.Fprintf(&css, ".%s %s > * { grid-column: 2; }\n", besideClass, record)
		fmt.Fprintf(&css, ".%s %s > .%s { grid-area: 1 / 1 / -1; }\n", besideClass, record, Class(side.Slot))
	}
	return css.String()
}

// rowVariable is the custom property with the row of a slot.
func rowVariable(slot string) string { return "--rb-row-" + slot }

// Class is a class for the element around the records; "" for none.
func (b Body) Class(v kind.View) string {
	if b.beside(v) {
		return besideClass
	}
	return ""
}

// beside reports whether a slot stands beside the others, and some record fills it.
func (b Body) beside(v kind.View) bool {
	side := b.Layout.Side
	if side == nil || !side.When(v.Set) {
		return false
	}
	i := slices.IndexFunc(b.Slots, func(s Slot) bool { return s.Name() == side.Slot })
	return slices.ContainsFunc(v.Set.Records, func(r kind.Record) bool { return b.Slots[i].written(At{v, r, b.reader(v)}) != "" })
}

// Inside is what stands in a record, in the order in which it is read: that of the widest width.
func (b Body) Inside(v kind.View, reader any, record kind.Record) template.HTML {
	return Inside(b.sequence(v, record, 0), At{v, record, reader})
}

// Deal deals slots to cells that name some of them. A slot that no cell names goes to the cell of the one declared before
// it, after that.
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
		list[i] = b.Slots[slices.IndexFunc(b.Slots, func(s Slot) bool { return s.Name() == name })]
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
			at := At{v, record, reader}
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
	if b.beside(v) {
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
	}
	var variables []kind.Variable
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
			for _, run := range s.Runs(At{v, record, reader}) {
				run.Record = record.ID
				runs = append(runs, run)
			}
		}
	}
	return runs
}

// usualEdges are those of a block's ground where nothing can be measured, in CSS px.
const usualEdges = 80.0

// Columns is how many records stand side by side at the frame of a width: as many as the look says, or as have room for
// their texts.
func (b Body) Columns(v kind.View, width int) int {
	return b.columnsAt(v, width, float64(v.Widths[width].Frame))
}

// columnsAt is how many stand side by side in a block of a width's look that is so many CSS px wide.
func (b Body) columnsAt(v kind.View, width int, frame float64) int {
	n := len(v.Set.Records)
	if said := min(v.ColumnsAt(width), n); said > 0 {
		return said
	}
	s := b.spacing(v, width)
	return layout.Columns(n, max(1, int((frame-s.edges+s.gap)/(s.least+s.gap))))
}

// spacing is what records need at a width, in CSS px: how wide each is at least, the gap between them, and what the
// parts around the row take.
type spacing struct{ least, gap, edges float64 }

func (b Body) spacing(v kind.View, width int) spacing {
	return kind.Remember(v, "spacing "+strconv.Itoa(width), func() spacing {
		if v.Tight == nil {
			return spacing{max(1, b.Layout.Least), 0, usualEdges}
		}
		r := v.Tight.Ruler("", width)
		inner, gap := b.inner(v, r)
		return spacing{max(1, b.Layout.Least, b.least(v, r)), gap, r.Frame() - inner}
	})
}

// Step is from where on so many records stand side by side: from an inline size within a width, or 0 for all of it.
type Step struct{ Width, From, Columns int }

// recordRoom is the room within a record's padding in a block that is so many CSS px wide.
func (b Body) recordRoom(v kind.View, r kind.Ruler, frame float64) float64 {
	columns := float64(b.columnsAt(v, r.Width(), frame))
	inner, gap := b.inner(v, r)
	inner += frame - r.Frame()
	if most := b.Layout.Most; most > 0 {
		inner = min(inner, columns*most)
	}
	return (inner-(columns-1)*gap)/columns - r.Edges(b.Layout.Record)
}

// Steps are where the number of columns changes, from the widest width and in each from its narrowest.
func (b Body) Steps(v kind.View) []Step {
	var steps []Step
	last := 0
	for width := range v.Widths {
		lowest := 0
		if width+1 < len(v.Widths) {
			lowest = v.Widths[width+1].Below
		}
		columns := b.columnsAt(v, width, float64(lowest))
		if columns != last {
			steps = append(steps, Step{width, 0, columns})
		}
		last = columns // what is narrower follows this, and not the steps within
		s := b.spacing(v, width)
		for most := 2; most <= len(v.Set.Records); most++ {
			from := int(math.Ceil(float64(most)*(s.least+s.gap) - s.gap + s.edges))
			if from <= lowest || v.Widths[width].Below > 0 && from >= v.Widths[width].Below {
				continue
			}
			if more := b.columnsAt(v, width, float64(from)); more != columns {
				columns = more
				steps = append(steps, Step{width, from, columns})
			}
		}
	}
	return steps
}

// least is how wide a record is at least at a ruler's width, so that no word of it breaks without a hyphen.
func (b Body) least(v kind.View, r kind.Ruler) float64 {
	widest, taken := 0.0, map[string]float64{}
	for _, run := range b.Runs(v) {
		around, known := taken[run.Part]
		if !known {
			around = b.around(v, r, run.Part)
			taken[run.Part] = around
		}
		widest = max(widest, Least(v, run, r)+around)
	}
	return widest
}

// around is what the parts around a text take of a record's width, the record's own padding and what stands beside
// included.
func (b Body) around(v kind.View, r kind.Ruler, name string) float64 {
	k, total := v.Set.Kind, 0.0
	for part, ok := k.PartNamed(name); ok; part, ok = k.PartNamed(part.Parent) {
		total += r.Edges(part.Name)
		if part.Name == b.Layout.Record {
			break
		}
	}
	if b.beside(v) {
		total += b.Layout.Side.Wide(r) + b.Layout.Side.Gap
	}
	return total
}

// Least is how wide a run's text is at least at a ruler's width, of a view that can be measured: its widest piece that
// cannot be broken, and so wide that it has no more lines than it may. It is 0 where that is not known.
func Least(v kind.View, run kind.Run, r kind.Ruler) float64 {
	width := r.Width()
	wide, known := 0.0, true
	switch {
	case run.Pieces != nil:
		for _, piece := range run.Pieces {
			part, ok := v.Tight.TextWidth(piece.Part, run.Record, piece.Text, width)
			wide, known = wide+part, known && ok
		}
	case run.OneLine && run.Shrinks > 0: // it shrinks instead of having two
		wide, known = v.Tight.TextWidth(run.Part, run.Record, run.Text, width)
	default:
		wide, known = v.Tight.LeastWidth(run.Part, run.Record, run.Text, width, run.MostLines)
	}
	if !known {
		return 0
	}
	if run.Shrinks > 0 {
		wide = max(wide*run.LeastShare, run.Shrinks*run.LeastShare*r.Size(run.Part))
	}
	run.Beside = nil // it can stand below
	return wide + run.Taken(r, v.Tight.TextWidth)
}

// inner is the room of the row of records, and the gap between them.
func (b Body) inner(v kind.View, r kind.Ruler) (room, gap float64) {
	room = r.Frame()
	k := v.Set.Kind
	row, _ := k.PartNamed(b.Layout.Row)
	for outer, ok := row, true; ok; outer, ok = k.PartNamed(outer.Parent) {
		room -= r.Edges(outer.Name)
	}
	if b.Layout.Joined != nil && b.Layout.Joined(v.Set) {
		return room, 0
	}
	return room, r.Gap(b.Layout.Row)
}

// Room is how wide the text of a part may be; of the part that stands for a record, all of it within its padding.
func (b Body) Room(v kind.View, r kind.Ruler, name string) float64 {
	room := b.recordRoom(v, r, r.Frame())
	if r.Frame() != float64(v.Widths[r.Width()].Frame) {
		// Where one column more has just found room, a record may be narrower than where the width begins.
		for _, step := range b.Steps(v) {
			if step.Width == r.Width() && step.From > 0 {
				room = min(room, b.recordRoom(v, r, float64(step.From)))
			}
		}
	}
	if name == b.Layout.Record {
		return max(1, room)
	}
	if b.beside(v) {
		wide := b.Layout.Side.Wide(r)
		if name == b.Layout.Side.Slot {
			return wide
		}
		room -= wide + b.Layout.Side.Gap
	}
	k := v.Set.Kind
	for part, ok := k.PartNamed(name); ok && part.Name != b.Layout.Record; part, ok = k.PartNamed(part.Parent) {
		room -= r.Edges(part.Name)
	}
	return max(1, room)
}

// Plain writes a form that is a row of records on a ground and no more: the HTML of Form where a kind needs nothing of its
// own around its slots.
func (b Body) Plain(ground string) func(kind.View) (template.HTML, error) {
	return func(v kind.View) (template.HTML, error) {
		class := strings.TrimSpace(Class(ground) + " " + b.Class(v))
		reader := b.reader(v)
		var html strings.Builder
		fmt.Fprintf(&html, `<div class="%s"><ul class="%s">`, class, Class(b.Layout.Row))
		for _, record := range v.Set.Records {
			class := recordClass + " " + Class(b.Layout.Record)
			if record.Featured {
				class += " " + Class("featured")
			}
			fmt.Fprintf(&html, `<li class="%s" data-record="%s">%s</li>`, class, template.HTMLEscapeString(record.ID),
				b.Inside(v, reader, record))
		}
		html.WriteString("</ul></div>")
		return template.HTML(html.String()), nil
	}
}
