// Package ledger lays a block out as the grid on the bench: records across, facts and look down. It is derived
// from the kind's declaration, and it reads what is typed into a cell back into a change.
package ledger

import (
	"cmp"
	"slices"
	"strings"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/look"
)

// Grid is the ledger of one block for one part, state and width, as far as it is in sight: some of its rows and columns
// are laid out, and of the others it says how many there are.
type Grid struct {
	Columns []Column // those in sight
	First   int      // the place of the first of them among all records
	Count   int      // of all records
	// Leading is how many cells of a row stand before those of the records: All, and Featured where the kind can feature.
	Leading int
	// InRows and InColumns are what was laid out, or would have been if there were more.
	InRows, InColumns Window
	Sections          []Section
	Part              string
	Parts             []kind.Part
	State             look.State
	States            []look.State // those of the part
	Width             string
	Open              []string // the sections that are unfolded, of those that can be folded

	naming string // the key of the row of the records' names
}

// Shown is what of a ledger is wanted.
type Shown struct {
	Part, Width string
	State       look.State
	// Open names the sections to unfold. Where Default holds, those are unfolded that say something.
	Open    []string
	Default bool
	// Rows and Columns are what is in sight.
	Rows, Columns Window
	// Record is one that has to be in sight, too, and Look asks for the first row of the look.
	Record string
	Look   bool
}

// Everything are windows that hold whatever there is.
func (s Shown) Everything() Shown {
	s.Rows, s.Columns = Window{0, maxWindow}, Window{0, maxWindow}
	return s
}

// Column is a record. All and Featured, which come before, are not in the list.
type Column struct {
	ID, Name string
	Featured bool
}

// Section is a run of rows under a heading. Before and After are how many of its rows stand before and after those that
// are laid out.
type Section struct {
	Title         string
	Axis          string // the axis whose items are the rows, where they can be added and moved
	Look          bool
	Fold          string      // the name by which it can be folded; "" where it always stands open
	Shut          bool        // it is folded, and its rows are left out
	Said          int         // how many of its cells say something
	Adds          []kind.Axis // axes without rows of their own, whose items are added from here
	Rows          []Row
	Before, After int

	plans []plan
}

// ColumnsAfter is how many records stand after those in sight.
func (g *Grid) ColumnsAfter() int { return g.Count - g.First - len(g.Columns) }

// RowCount is how many rows there are, in sight or not.
func (g *Grid) RowCount() int {
	n := 0
	for i := range g.Sections {
		n += g.Sections[i].Before + len(g.Sections[i].Rows) + g.Sections[i].After
	}
	return n
}

// Key names the section in its ledger.
func (s Section) Key() string { return cmp.Or(s.Axis, s.Title) }

// plan is a row that can be laid out.
type plan struct {
	key  string
	said func() int // how many of its cells say something
	row  func() Row
}

// Row is one fact, one item of an axis, or one property of the look.
type Row struct {
	Key           string // names it in its ledger
	Label, Detail string
	Help          string
	Item          string      // the item of the section's axis
	Of            []string    // "axis/item" for each axis that the row's fact goes over
	Head          Cell        // the row's own name, where it can be edited
	Property      string      // of the look
	Cells         []Cell      // All, Featured where the kind can feature, then one for each record in sight
	Exceptions    int         // how many records say something else, in sight or not
	Idle          string      // why the property has no effect now; "" where it has
	AlsoAt        []string    // the other widths at which the property is said
	Heading       bool        // the item is a heading over those after it
	More          []Detail    // further facts of the item, which have no cell in the row
	Steps         *look.Steps // how the values of the property are stepped; nil where they are no numbers
}

// Detail is a fact with its own label.
type Detail struct {
	Label, Help string
	Cell
}

// State is how a cell stands to what is said elsewhere.
type State string

// The states of a cell, in the words of the design.
const (
	Said      State = "said"
	Followed  State = "followed"
	Exception State = "exception"
	Derived   State = "derived"
	Empty     State = "empty" // it can be said, and is not
	None      State = "none"  // it has no meaning here
)

// Cell is one place in the grid.
type Cell struct {
	At     string // its address; "" where nothing can be typed
	Text   string // what editing starts from
	Shown  string // what is shown
	State  State
	Align  kind.Align
	Swatch string // a CSS colour to show before the text
	Mark   string // "yes" or "no": drawn as a mark instead of text
	Origin string // where a look value is said, in words
	Source Source // the way there
	// Choices are the words it can be, where it is one of a few.
	Choices []string
	// Offers, Lines and Marks say with what it is edited: see kind.Editor.
	Offers       kind.Offer
	Lines, Marks bool
	Numeric      bool   // it holds numbers: see kind.Numeric
	Turns        bool   // it is a yes, a no or a value: see kind.InclusionType
	Placed       bool   // it is a place on a picture, and can be marked there
	Step         string // the number that stepping starts from, with its unit; "" where the value is no number
}

// Source is where the value of a look that a cell shows comes from, besides the cell itself.
type Source struct {
	Token string // of the house style, that the value is
	Kind  bool   // the site says it for every block of the kind
	At    string // the key of the part, in another state, width or column, at which the block says it; "" for none
}

// Build lays out the ledger.
func Build(site *document.Site, b *document.Block, cascade look.Cascade, tokens look.Tokens,
	shown Shown) (*Grid, error) {
	part, width := shown.Part, shown.Width
	set := site.SetOf(b)
	parts := set.Kind.PartsOf(b.Form)
	if !slices.ContainsFunc(parts, func(p kind.Part) bool { return p.Name == part }) {
		part = set.Kind.FirstPart(b.Form)
	}
	if width == "" || site.Widths.Index(width) < 0 {
		width = site.Widths[0].Name
	}
	g := &Grid{Part: part, Parts: parts, Width: width, Leading: mostLeading, naming: "fact/" + set.Kind.Fields[0].Name}
	if !set.Kind.CanFeature {
		g.Leading--
	}
	declared, _ := set.Kind.PartNamed(part)
	if g.States = declared.States(); slices.Contains(g.States, shown.State) {
		g.State = shown.State
	}
	n := len(set.Records)
	g.InColumns = shown.Columns.within(n, firstColumns).around(recordAt(set, shown.Record))
	g.First, g.Count = min(g.InColumns.From, n), n
	l := layer{
		set:     set,
		block:   b,
		cascade: cascade,
		tokens:  tokens,
		widths:  site.Widths,
		by:      kind.Typing{Language: site.Language},
		forKind: site.House.Kinds[set.Kind.Name],
		records: set.Records[g.First:min(g.InColumns.To, n)],
	}
	for i := range l.records {
		r := &l.records[i]
		g.Columns = append(g.Columns, Column{r.ID, document.RecordName(set, r), r.Featured})
	}
	g.Sections = append(g.Sections, l.facts(""))
	for _, axis := range set.Kind.Axes {
		if axis.AsRows {
			g.Sections = append(g.Sections, l.axis(axis))
		}
	}
	if rules := l.rules(); len(rules.Adds) > 0 {
		g.Sections = append(g.Sections, rules)
	}
	for _, group := range set.Kind.Groups() {
		g.Sections = append(g.Sections, l.facts(group))
	}
	for i := range g.Sections {
		g.fold(&g.Sections[i], shown)
	}
	g.Sections = append(g.Sections, l.look(declared, g.State, width))
	g.layOut(shown)
	return g, nil
}

// recordAt is a record's place in its set; -1 where it has none.
func recordAt(set *document.Set, id string) int {
	return slices.IndexFunc(set.Records, func(r kind.Record) bool { return r.ID == id })
}

// fold leaves out the rows of a section that is not to be open.
func (g *Grid) fold(section *Section, shown Shown) {
	if section.Fold == "" {
		return
	}
	for _, plan := range section.plans {
		section.Said += plan.said()
	}
	open := slices.Contains(shown.Open, section.Fold)
	if shown.Default {
		open = section.Said > 0
	}
	if open {
		g.Open = append(g.Open, section.Fold)
		return
	}
	section.Shut, section.plans = true, nil
}

// mostLeading are All and Featured.
const mostLeading = 2

// layOut makes the rows that are in sight.
func (g *Grid) layOut(shown Shown) {
	n, look := 0, -1
	for i := range g.Sections {
		if g.Sections[i].Look && shown.Look {
			look = n
		}
		n += len(g.Sections[i].plans)
	}
	g.InRows = shown.Rows.within(n, firstRows).around(look)
	at := 0
	for i := range g.Sections {
		section := &g.Sections[i]
		for _, plan := range section.plans {
			switch {
			case g.InRows.holds(at):
				row := plan.row()
				row.Key = plan.key
				row.Cells = append(row.Cells[:g.Leading:g.Leading], row.Cells[mostLeading:]...)
				section.Rows = append(section.Rows, row)
			case at < g.InRows.From:
				section.Before++
			default:
				section.After++
			}
			at++
		}
	}
}

// layer gathers what the rows are made from.
type layer struct {
	set     *document.Set
	block   *document.Block
	cascade look.Cascade
	tokens  look.Tokens
	widths  look.Widths
	by      kind.Typing   // how the cells' texts are written
	forKind look.Sheet    // what the site says for the kind
	records []kind.Record // those in sight
}

// facts are the fields of one group that do not go over an axis with rows of its own, with what the set says for all.
func (l layer) facts(group string) Section {
	section := Section{Title: group, Fold: strings.ToLower(group)}
	if group == "" {
		section.Title = "Facts"
	}
	k := l.set.Kind
	for i, field := range k.Fields {
		if l.hasOwnRows(field) || field.Group != group {
			continue
		}
		for _, key := range l.set.Keys(field) {
			section.plans = append(section.plans, plan{"fact/" + key.String(), func() int { return l.saidOf(field, key) },
				func() Row { return l.factRow(field, key) }})
		}
		if i == 0 && k.CanFeature {
			section.plans = append(section.plans, plan{"featured", func() int { return 0 }, l.featuredRow})
		}
	}
	for _, field := range k.SetFields {
		if _, shared := k.FieldNamed(field.Name); !shared && field.Group == group {
			section.plans = append(section.plans, plan{"set/" + field.Name,
				func() int { return said(l.set.Facts, field.Name) }, func() Row { return l.setRow(field) }})
		}
	}
	return section
}

// said is 1 where facts say something by a name.
func said(facts map[string]kind.Value, name string) int {
	if kind.Text(facts, name) != "" {
		return 1
	}
	return 0
}

// saidOf is how many records say a fact, with what the set says for all of them.
func (l layer) saidOf(field kind.Field, key kind.FactKey) int {
	n := 0
	for _, record := range l.set.Records {
		n += said(record.Facts, key.String())
	}
	if common, ok := l.set.Kind.SetFieldNamed(field.Name); ok {
		n += said(l.set.Facts, common.Name)
	}
	for i, name := range field.Each {
		axis, _ := l.set.Kind.AxisNamed(name)
		if cell, ok := l.ruleCell(axis, field, key.Items[i]); ok && cell.Text != "" {
			n++
		}
	}
	return n
}

func (l layer) hasOwnRows(f kind.Field) bool {
	for _, name := range f.Each {
		if axis, ok := l.set.Kind.AxisNamed(name); ok && axis.AsRows {
			return true
		}
	}
	return false
}

func (l layer) factRow(field kind.Field, key kind.FactKey) Row {
	row := Row{Label: field.Label, Help: field.Help, Detail: l.detail(field, key)}
	all := Cell{State: None}
	var fallback kind.Value
	if common, ok := l.set.Kind.SetFieldNamed(field.Name); ok {
		fallback = l.set.Facts[common.Name]
		all = l.cell("set/"+common.Name, fallback, common.Type)
	}
	for i, name := range field.Each {
		axis, _ := l.set.Kind.AxisNamed(name)
		row.Of = append(row.Of, name+"/"+key.Items[i])
		if item, ok := l.set.ItemNamed(name, key.Items[i]); ok && i == 0 {
			row.Head = l.nameCell(axis, item)
		}
		if cell, ok := l.ruleCell(axis, field, key.Items[i]); ok {
			all = cell
		}
	}
	row.Cells = append(row.Cells, all, Cell{State: None})
	for _, record := range l.records {
		cell := l.cell("fact/"+record.ID+"/"+key.String(), record.Facts[key.String()], field.Type)
		if cell.Text == "" && field.Derive != nil {
			if value, ok := field.Derive(l.set.Set, record, key); ok {
				cell.State, cell.Shown = Derived, l.by.Shown(field.Type, value)
			}
		}
		if cell.Text == "" && fallback != nil {
			cell.State, cell.Shown = Followed, l.by.Shown(field.Type, fallback)
		} else if cell.Text != "" && all.Text != "" {
			cell.State = Exception
		}
		row.Cells = append(row.Cells, cell)
	}
	return row
}

// rules are what is said of the items of axes without rows of their own, beside their labels and the rules that stand
// in the facts' All column: a period's duration, a currency's rate and rounding.
func (l layer) rules() Section {
	var section Section
	var titles []string
	for _, axis := range l.set.Kind.Axes {
		if axis.AsRows {
			continue
		}
		section.Adds = append(section.Adds, axis)
		titles = append(titles, axis.Name)
		for i, item := range l.set.Items(axis.Name) {
			for _, field := range axis.Fields {
				if field.Name == axis.Label || field.AllOf != "" || field.NotFirst && i == 0 {
					continue
				}
				section.plans = append(section.plans, plan{"rule/" + axis.Name + "/" + item.ID + "/" + field.Name,
					func() int { return said(item.Facts, field.Name) }, func() Row { return l.ruleRow(axis, item, field) }})
			}
		}
	}
	section.Title = capital(strings.Join(titles, ", "))
	section.Fold = strings.ToLower(strings.Join(titles, " and "))
	return section
}

// ruleRow is what is said of one item of an axis.
func (l layer) ruleRow(axis kind.Axis, item kind.Item, field kind.Field) Row {
	row := l.setRow(field)
	row.Detail = kind.Text(item.Facts, axis.Label)
	row.Of = []string{axis.Name + "/" + item.ID}
	row.Head = l.nameCell(axis, item)
	row.Cells[0] = l.cell("item/"+axis.Name+"/"+item.ID+"/"+field.Name, item.Facts[field.Name], field.Type)
	return row
}

// nameCell is where the name of an item is edited: every row that is about it has one.
func (l layer) nameCell(axis kind.Axis, item kind.Item) Cell {
	return l.cell("item/"+axis.Name+"/"+item.ID+"/"+axis.Label, item.Facts[axis.Label],
		axis.LabelField().Type)
}

// ruleCell is the rule by which an item's values follow from those of the axis's first item.
func (l layer) ruleCell(axis kind.Axis, field kind.Field, id string) (Cell, bool) {
	items := l.set.Items(axis.Name)
	for _, rule := range axis.Fields {
		if item, ok := l.set.ItemNamed(axis.Name, id); ok && rule.AllOf == field.Name && items[0].ID != id {
			cell := l.cell("item/"+axis.Name+"/"+id+"/"+rule.Name, item.Facts[rule.Name], rule.Type)
			cell.Origin = rule.Help
			return cell, true
		}
	}
	return Cell{}, false
}

// detail names the items of a repeated field: "a month", and the currency where there are several.
func (l layer) detail(field kind.Field, key kind.FactKey) string {
	detail := ""
	for i, name := range field.Each {
		axis, _ := l.set.Kind.AxisNamed(name)
		item, ok := l.set.ItemNamed(name, key.Items[i])
		if !ok || i > 0 && len(l.set.Items(name)) < 2 {
			continue
		}
		if detail != "" {
			detail += " "
		}
		detail += kind.Text(item.Facts, axis.Label)
	}
	return detail
}

func (l layer) featuredRow() Row {
	row := Row{Label: "featured", Help: "whether the " + l.set.Kind.One + " stands out", Cells: []Cell{{State: None},
		{State: None}}}
	for _, record := range l.records {
		cell := Cell{At: "featured/" + record.ID, Text: "no", State: Empty, Align: kind.Centre}
		if record.Featured {
			cell.Text, cell.Mark, cell.State = "yes", "yes", Said
		}
		row.Cells = append(row.Cells, cell)
	}
	return row
}

func (l layer) setRow(field kind.Field) Row {
	row := Row{Label: field.Label, Help: field.Help,
		Cells: []Cell{l.cell("set/"+field.Name, l.set.Facts[field.Name], field.Type), {State: None}}}
	for range l.records {
		row.Cells = append(row.Cells, Cell{State: None})
	}
	return row
}

// cell shows a value, nil for none, as people write it in the site's language.
func (l layer) cell(at string, v kind.Value, t kind.Type) Cell {
	editor, text := t.Editor(), l.by.Text(t, v)
	cell := Cell{At: at, Text: text, Shown: l.by.Shown(t, v), State: Said, Align: editor.Align, Choices: editor.Words,
		Offers: editor.Offers, Lines: editor.Lines, Marks: editor.Marks,
		Turns: editor.Turns, Placed: editor.PlaceOn != ""}
	_, cell.Numeric = t.(kind.Numeric)
	if editor.Swatch != nil {
		cell.Swatch = editor.Swatch(text)
	}
	if text == "" {
		cell.State = Empty
	}
	switch {
	case editor.Turns && (text == "yes" || text == "no" || text == ""):
		cell.Mark, cell.Shown = "no", ""
		if text == "yes" {
			cell.Mark = "yes"
		}
	case editor.Turns:
		cell.Align = kind.Right
	}
	return cell
}

// axis is a section whose rows are an axis's items: each once, with every record's value for it.
func (l layer) axis(axis kind.Axis) Section {
	section := Section{Title: capital(axis.Name), Axis: axis.Name}
	for _, item := range l.set.Items(axis.Name) {
		section.plans = append(section.plans, plan{"item/" + item.ID, func() int { return 0 },
			func() Row { return l.itemRow(axis, item) }})
	}
	return section
}

// itemRow has the first of an item's further facts in the All column; the others are its details.
func (l layer) itemRow(axis kind.Axis, item kind.Item) Row {
	name := kind.Text(item.Facts, axis.Label)
	row := Row{Label: name, Item: item.ID, Help: axis.LabelField().Help, Heading: axis.IsHeading(item),
		Head: l.nameCell(axis, item)}
	all := Cell{State: None}
	for _, f := range axis.Fields {
		if f.Name == axis.Label {
			continue
		}
		cell := l.cell("item/"+axis.Name+"/"+item.ID+"/"+f.Name, item.Facts[f.Name], f.Type)
		if all.At == "" && !row.Heading {
			all, row.Detail = cell, cell.Text
			continue
		}
		row.More = append(row.More, Detail{f.Label, f.Help, cell})
	}
	row.Cells = append(row.Cells, all, Cell{State: None})
	for _, record := range l.records {
		row.Cells = append(row.Cells, l.itemCell(axis, item, record, row.Heading))
	}
	return row
}

// itemCell is what a record says of an item; a heading has nothing said of it.
func (l layer) itemCell(axis kind.Axis, item kind.Item, record kind.Record, heading bool) Cell {
	for _, f := range l.set.Kind.Fields {
		if !heading && len(f.Each) == 1 && f.Each[0] == axis.Name {
			key := f.Name + ":" + item.ID
			return l.cell("fact/"+record.ID+"/"+key, record.Facts[key], f.Type)
		}
	}
	return Cell{State: None}
}

func capital(words string) string {
	if words == "" {
		return ""
	}
	return strings.ToUpper(words[:1]) + words[1:]
}
