// Package kind is what a kind of block declares: its fields, axes, forms, parts and defaults. The ledger,
// validation, the paste screen, the JSON Schema and the documentation are derived from that declaration.
package kind

import (
	"fmt"
	"html/template"
	"slices"
	"strings"
	"sync"
	"time"

	"rubrel/core/look"
)

// Kind is the declaration of one kind of block.
type Kind struct {
	Name  string // as documents spell it: "pricing"
	Title string // as the interface shows it
	One   string // noun of a record: "plan"
	Many  string // its plural
	// Purposes are words for what blocks of the kind are for, under which it is found.
	Purposes []string
	// SetFields are said once for a whole set, Fields for each record.
	SetFields []Field
	Fields    []Field
	Axes      []Axis
	Forms     []Form
	Parts     []Part
	// MarkField is the field whose words mark a record, "" for none.
	MarkField string
	// CanFeature says whether a record may be featured.
	CanFeature bool
	// NamesRepeat says that records may well be called alike.
	NamesRepeat bool
	// HoldsBlocks says that its blocks show others within them. None of those holds blocks itself.
	HoldsBlocks bool
	// Intake says how a pasted table of this kind is understood; nil where the kind is not pasted.
	Intake *Intake
	// Check finds what is wrong or doubtful in a set; nil where the kind has no checks of its own.
	Check func(set Set, at Scene) []Finding
	// Data is what the block says to machines: objects of schema.org, for the page that carries it; nil for nothing.
	Data func(View) []any
	// Charts are views of a set that the bench offers beside the proof. They never ship.
	Charts []Chart
	// Sources are outside services that can say some of a set's facts.
	Sources []Source
	// Fresh is the set a designer begins with when nothing is pasted, for a site in a language (BCP 47).
	Fresh func(k *Kind, language string) Set

	reading       sync.Once
	defaults      map[string]look.Sheet // by form, of the parts, once they have been read
	defaultsFault error
	refers        bool // facts of it can refer to something of the site
}

// Scene is where and when a set is shown: what a rule may need besides the set itself.
type Scene struct {
	Locale string // BCP 47
	Now    time.Time
}

// Field is one typed fact.
type Field struct {
	Name     string
	Label    string
	Help     string
	Group    string // the ledger's heading under which it stands; the facts' own where there is none
	Type     Type
	Each     []string // the axes over which the field has one value each; none for a plain field
	Aliases  []string // other headings under which a pasted list may carry it
	Required bool
	// Begins is what a new record says of the field, as a designer would type it; "" for nothing. The first field names
	// the record and is begun with that.
	Begins string
	// Derive computes the value that holds where nothing is said; nil where nothing is derived.
	Derive func(set Set, record Record, key FactKey) (Value, bool)
	// Split takes apart what a pasted cell says of several fields at once, by field: "3 of 5 levels". Nil where a cell
	// says one thing.
	Split func(text string) map[string]string
	// Check refuses a value that the type lets through and the set does not; nil where the type says all.
	Check func(set Set, key FactKey, value Value) error
	// CheckText refuses a text that the type reads and that means something else there: an amount in another currency.
	// Nil where none does.
	CheckText func(set Set, key FactKey, text string) error
	// AllOf makes a field of an axis the rule for all: it stands in the All column of the rows of the field named,
	// for every item of the axis but the first, from which the others follow.
	AllOf string
	// NotFirst leaves a field of an axis out for the first item, from which the others follow.
	NotFirst bool
}

// Axis is a short ordered list of things along which a field repeats: periods, currencies, features.
type Axis struct {
	Name   string // "features"
	One    string // "feature"
	Fields []Field
	// Label is the field whose value names an item.
	Label string
	// AsRows says that the interface shows the axis as a section of rows of its own.
	AsRows bool
	// Heading is the field that makes an item a heading over those after it; "" where the axis has none.
	Heading string
	// Complete makes the facts of a new item of what a designer types: "GBP", "year", for a site in a language (BCP
	// 47). Nil where the text is the label.
	Complete func(text, language string) (map[string]string, error)
	// Offers are texts for Complete that the interface offers.
	Offers []string
	// Most is how many items fit.
	Most int
}

// Form is one way in which the kind can show its set.
type Form struct {
	Name  string
	Title string
	Help  string
	// HTML writes the inside of the block's root element. It must be well formed on its own.
	HTML func(View) (template.HTML, error)
	// CSS is the form's layout: what is not a matter of look, as style sheets of which forms may share some. It
	// reaches no block of another kind.
	CSS []string
	// Script is what the form needs to do in the visitor's browser beyond HTML and CSS: one text for all blocks of
	// the form, "" where this view needs none. Nil for a form without script.
	Script func(View) string
	// Entrances are scripts for ways to come in at first sight that need more than CSS, by the keyword of
	// animation-name.
	Entrances map[string]string
	// Variables are custom properties of the block, by width, that the layout needs.
	Variables func(View) []Variable
	// MovesParts says that the parts of a record stand where its look says, and Order names those that its layout puts
	// in order.
	MovesParts bool
	Order      []string
	// Some says that it shows some of the records, or what all come to together.
	Some bool
	// LiftsFeatured says that the layout itself makes a featured record stand out, by its place or size.
	LiftsFeatured bool
	// Runs are the texts whose fit is measured, and Room is how wide the text of a part may be at the ruler's width; of
	// the part that stands for a record, how wide all of it is within its padding. Nil for a form whose fit is not
	// measured.
	Runs func(View) []Run
	// Columns is how many records stand side by side at a width, by its place among the widths; nil for a form in which
	// they do not.
	Columns func(v View, width int) int
	// Rows are how many records stand in each row at a width, from the top; nil where all rows but the last are full.
	Rows func(v View, width int) []int
	Room func(v View, r Ruler, part string) float64
	// Packings are the ways among which a designer may choose how records stand at a width, the best first; nil
	// where only the number of columns is chosen.
	Packings func(v View, width int) []Packing
	// Check finds what does not come out as it was asked for in this form; nil where all does.
	Check func(View) []Finding
	// Drawings are single records as pictures of their own; nil where they are none.
	Drawings func(View) []Drawing
}

// Packing is a way in which records stand: how many in each row, from the top, each row divided into so many
// columns, and what the look then says of the columns of parts.
type Packing struct {
	Rows    []PackedRow
	Columns map[string]int
}

// PackedRow is a row of a packing.
type PackedRow struct{ Records, Columns int }

// Variable is a custom property with its value from a width down, or within a width from an inline size up.
type Variable struct {
	Name   string
	Width  int    // index into the site's widths
	From   int    // CSS px within the width; 0 for all of it, and what is narrower
	Record string // it holds in this record only; "" for the whole block
	Value  string
}

// Part is one named piece of a form's anatomy.
type Part struct {
	Name        string
	Forms       []string // the forms that have it; all where none is named
	Help        string
	Place       look.Place
	Parent      string            // the part around it, from which inherited properties come
	Within      map[string]string // by form, the part around it where that is another than Parent
	Paints      func(Set) Paints  // nil where it is there, and its ground and its ink are painted as they are said
	Variant     bool              // it stands on the element of its parent, and what it says wins
	Text        bool              // it holds words of its own
	Figures     bool              // its figures, and those of what is within it, are lining and equally wide
	Control     bool              // a visitor recognises a control by its colour
	Pressed     bool              // a visitor presses it
	Fixed       bool              // its layout alone moves it
	Square      bool              // within its padding it is as wide and as high as its font-size
	OneOfMany   bool              // a record has several, each with states of its own
	LeastHeight float64           // CSS px that the layout gives it at least
	// Ink is the property whose colour it is seen by; "color" where none is named.
	Ink string
	// OwnInks are the colours that the set itself says for some of the drawings in it, in the place of the look's.
	OwnInks func(Set) []OwnInk
	// Behind says what lies behind its words besides the parts around it, each time the parts from the inside out: a
	// label that a bar passes under lies on the bar, and on what the bar leaves free. Nil for nothing.
	Behind func(set Set, form string) [][]string
	// Pictured is the field of the picture over which it lies, which its own ground covers; "" for none.
	Pictured string
	// Unpictured is the part whose ground it lies over where a record has no picture.
	Unpictured string
	// InsteadOf is the part in whose place it stands on some records: what is within that one is within it too.
	InsteadOf string
	// InkFollows says that where a level says its ground and not its ink, the ink is the colour role that stands out
	// most.
	InkFollows bool
	Properties []string // CSS names
	Defaults   map[string]string
	// In has the defaults that are others in a form, by its name.
	In map[string]map[string]string
	// As gives the CSS property under which a property is written, where the layout needs it elsewhere than on
	// the part itself: a gap as a custom property, a border on one side.
	As map[string]string
}

// Has reports whether something can be said of a property of the part: each has a class and an id besides its own.
func (p Part) Has(property string) bool {
	return slices.Contains(p.Properties, property) || slices.Contains(look.AttributeNames(), property)
}

// States lists the states for which a part's look can be said: it is pressed only where a visitor presses it, and is
// selected only where it can be.
func (p Part) States() []look.State {
	states := []look.State{look.Normal, look.Hover, look.Focus}
	if p.Pressed {
		states = append(states, look.Pressed)
	}
	for text := range p.Defaults {
		if strings.Contains(text, "@"+string(look.Selected)) {
			return append(states, look.Selected)
		}
	}
	return states
}

// hasStates reports whether the part has states of its own: a visitor points at it, not at what is around it.
func (p Part) hasStates() bool { return p.Pressed || p.OneOfMany || p.Place == look.RecordItem }

// OwnInk is a colour that a fact of an axis's item says, and what the item is called.
type OwnInk struct {
	Axis, Item, Field string
	Name, Colour      string
}

// Paints is what a form's layout makes of a part's colours, where a fact of the set changes that.
type Paints struct {
	Absent   bool // what the set says leaves it out
	NoGround bool // its background is not painted
	// Idle says of properties why they have no effect as the set is.
	Idle map[string]string
	// StandsOut says that its ink is chosen by its contrast with its ground, whatever that is.
	StandsOut bool
	// SelectedInk is the property whose colour its words take while it is selected; "" for its own ink.
	SelectedInk string
}

// View is what a form is given to show.
type View struct {
	BlockID      string
	Names        string // begins the names of controls, so that those of other blocks are others
	Set          Set
	Locale       string
	FromRight    bool // the language is written from right to left
	HeadingLevel int  // 2 to 6: the level of a record's title
	Widths       look.Widths
	Columns      []int // by width: how many stand side by side as the look says; 0 where that is left to the form
	// ColumnsOf is how many of a part's items stand side by side at a width as the look says, 0 where that is left to the
	// form; nil where the look says nothing.
	ColumnsOf func(part string, width int) int
	// Stands is where a part stands in a record at a width as the look says, false where that is left to the form; nil
	// where the look says it of none.
	Stands func(part string, record Record, width int) (look.Stand, bool)
	// Hidden reports whether the look leaves a record out at a width; nil where it leaves out none at any.
	Hidden func(record Record, width int) bool
	// Name is the block's name, for its accessible label.
	Name string
	// Now is when the view is made.
	Now time.Time
	// Measure measures the block's look at the frame of each width, and Tight where each width is narrowest; nil where
	// its fonts are not known.
	Measure, Tight Measure
	// Hyphenate puts soft hyphens into the words of a run that have no room; nil where nothing is hyphenated.
	Hyphenate func(Run) string
	// Picture finds a picture of the site as a page shows it; nil where there are none.
	Picture func(id string) (Picture, bool)
	// Icon draws one of the site's own icons, "" where there is none of the name; nil where the site has none.
	Icon func(name string) template.HTML
	// Nested is another block of the site as it stands within this one, "" where there is none of the ID or it holds
	// blocks itself; nil where no block stands in another.
	Nested func(block string) template.HTML
	// Addressed says that the block stands once on its page, so that its elements may have addresses.
	Addressed bool
	// Memo remembers what forms find out; nil where nothing is remembered.
	Memo *Memo
}

// Picture is a picture as an element shows it: where it is, and its sides in px.
type Picture struct {
	Address       string
	Width, Height int
	// Bytes are those of its file; 0 where that is not known.
	Bytes int
	// Focus is the place around which it is cut, as CSS's object-position has it; "" for its middle.
	Focus string
	// Narrower are files of the same picture with fewer pixels, the narrowest first.
	Narrower []PictureFile
}

// PictureFile is a file of a picture, and how many px wide it is.
type PictureFile struct {
	Address string
	Width   int
}

// Soft is a text with the soft hyphens that it needs.
func (v View) Soft(part, record, text string) string {
	return v.SoftRun(Run{Part: part, Record: record, Text: text})
}

// SoftRun is the text of a run with the soft hyphens that it needs.
func (v View) SoftRun(run Run) string {
	if v.Hyphenate == nil || run.Text == "" {
		return run.Text
	}
	return v.Hyphenate(run)
}

// ColumnsAt is how many stand side by side at a width as the look says; 0 where it says nothing.
func (v View) ColumnsAt(width int) int {
	if width < 0 || width >= len(v.Columns) {
		return 0
	}
	return v.Columns[width]
}

// Scene is where and when the view is shown.
func (v View) Scene() Scene { return Scene{v.Locale, v.Now} }

// FieldNamed finds a field of a record.
func (k *Kind) FieldNamed(name string) (Field, bool) { return fieldNamed(k.Fields, name) }

// SetFieldNamed finds a field of the set.
func (k *Kind) SetFieldNamed(name string) (Field, bool) { return fieldNamed(k.SetFields, name) }

func fieldNamed(fields []Field, name string) (Field, bool) {
	i := slices.IndexFunc(fields, func(f Field) bool { return f.Name == name })
	if i < 0 {
		return Field{}, false
	}
	return fields[i], true
}

// FieldNamed finds a field of an item of the axis.
func (a Axis) FieldNamed(name string) (Field, bool) { return fieldNamed(a.Fields, name) }

// Groups lists the headings of facts that the kind's fields name, in order.
func (k *Kind) Groups() []string {
	var groups []string
	for _, f := range slices.Concat(k.SetFields, k.Fields) {
		if f.Group != "" && !slices.Contains(groups, f.Group) {
			groups = append(groups, f.Group)
		}
	}
	return groups
}

// AxisNamed finds an axis.
func (k *Kind) AxisNamed(name string) (Axis, bool) {
	i := slices.IndexFunc(k.Axes, func(a Axis) bool { return a.Name == name })
	if i < 0 {
		return Axis{}, false
	}
	return k.Axes[i], true
}

// FormNamed finds a form; the empty name is the first.
func (k *Kind) FormNamed(name string) (Form, bool) {
	for i, f := range k.Forms {
		if f.Name == name || name == "" && i == 0 {
			return f, true
		}
	}
	return Form{}, false
}

// PartNamed finds a part.
func (k *Kind) PartNamed(name string) (Part, bool) {
	for i := range k.Parts { // by index: a part is large, and this is asked often
		if k.Parts[i].Name == name {
			return k.Parts[i], true
		}
	}
	return Part{}, false
}

// ColumnsPart is the part of a form whose look says how many stand side by side; false where none does.
func (k *Kind) ColumnsPart(form string) (Part, bool) {
	for _, p := range k.PartsOf(form) {
		if p.Has("grid-template-columns") {
			return p, true
		}
	}
	return Part{}, false
}

// RecordPart finds the part of a form that stands for a record, and can leave it out.
func (k *Kind) RecordPart(form string) (Part, bool) {
	for _, p := range k.PartsOf(form) {
		if p.Place == look.RecordItem && p.Has("display") {
			return p, true
		}
	}
	return Part{}, false
}

// PartAround finds the part around another in a form.
func (k *Kind) PartAround(p Part, form string) (Part, bool) {
	if within, ok := p.Within[form]; ok {
		return k.PartNamed(within)
	}
	return k.PartNamed(p.Parent)
}

// PartsOf lists the parts that a form has.
func (k *Kind) PartsOf(form string) []Part {
	return slices.DeleteFunc(slices.Clone(k.Parts), func(p Part) bool {
		return len(p.Forms) > 0 &&
			!slices.Contains(p.Forms, form)
	})
}

// PartSpecs lists a form's parts as the look engine needs them. A part within a record that has no states of its own
// has those of the nearest part around it that has.
func (k *Kind) PartSpecs(form string) []look.PartSpec {
	parts := k.PartsOf(form)
	specs := make([]look.PartSpec, len(parts))
	for i, p := range parts {
		specs[i] = p.spec()
		specs[i].Shallow, specs[i].Outer = k.HoldsBlocks, p.Place == look.BlockItself && p.Parent == ""
		if outer, ok := k.answersFor(p, form); ok {
			answers := outer.spec()
			specs[i].Answers = &answers
		}
	}
	return specs
}

// answersFor finds the part around another whose states are that one's too.
func (k *Kind) answersFor(p Part, form string) (outer Part, ok bool) {
	if p.Place == look.BlockItself || p.hasStates() {
		return p, false
	}
	outer, ok = k.PartAround(p, form)
	if ok && p.Variant && outer.hasStates() { // it is on the very element
		return p, false
	}
	for ok && !outer.hasStates() {
		outer, ok = k.PartAround(outer, form)
	}
	return outer, ok
}

func (p Part) spec() look.PartSpec {
	return look.PartSpec{Name: p.Name, Place: p.Place, As: p.As, Variant: p.Variant}
}

// Defaults is the look that the kind declares for a form, in terms of the house style's tokens. Keys of Part.Defaults
// are "property", with "@state" and "@width" where they apply. It is read once, and nobody changes it.
func (k *Kind) Defaults(form string) (look.Sheet, error) {
	k.reading.Do(func() { k.defaults, k.defaultsFault = k.readDefaults() })
	return k.defaults[form], k.defaultsFault
}

func (k *Kind) readDefaults() (map[string]look.Sheet, error) {
	sheets := map[string]look.Sheet{}
	for _, form := range k.Forms {
		sheet := look.Sheet{}
		sheets[form.Name] = sheet
		for _, part := range k.Parts {
			for _, defaults := range []map[string]string{part.Defaults, part.In[form.Name]} {
				if err := k.readInto(sheet, part.Name, defaults); err != nil {
					return nil, err
				}
			}
		}
	}
	return sheets, nil
}

func (k *Kind) readInto(sheet look.Sheet, part string, defaults map[string]string) error {
	for text, value := range defaults {
		key, v, err := k.ParseLook(part+"."+text, value)
		if err != nil {
			return fmt.Errorf("kind %s: %w", k.Name, err)
		}
		sheet[key] = v
	}
	return nil
}

// ParseLook reads a look key and its value against the kind's parts. Width names are not checked here.
func (k *Kind) ParseLook(keyText, text string) (look.Key, look.Value, error) {
	key, err := look.ParseKey(keyText)
	if err != nil {
		return key, nil, err
	}
	part, ok := k.PartNamed(key.Part)
	if !ok {
		return key, nil, fmt.Errorf("%s has no part %q", k.Title, key.Part)
	}
	if !part.Has(key.Property) {
		return key, nil, fmt.Errorf("the part %s has no property %q", part.Name, key.Property)
	}
	if err := look.CheckAttribute(key, part.Place); err != nil {
		return key, nil, err
	}
	property, err := look.PropertyNamed(key.Property)
	if err != nil {
		return key, nil, err
	}
	value, err := property.Parse(text, look.Vocabulary{})
	if stand, ok := value.(look.Stand); ok && err == nil {
		err = k.checkStand(part, stand)
	}
	if _, parted := value.(look.Borders); parted && part.As["border"] != "" {
		err = fmt.Errorf("the border of %s is one line: say one border", part.Name)
	}
	return key, value, err
}

// checkStand refuses a place beside what is no part of a record that stands in a row.
func (k *Kind) checkStand(part Part, stand look.Stand) error {
	other, ok := k.PartNamed(stand.Part)
	if ok && other.Name != part.Name && other.Has(look.StandsProperty) {
		return nil
	}
	var names []string
	for _, p := range k.Parts {
		if p.Name != part.Name && p.Has(look.StandsProperty) {
			names = append(names, p.Name)
		}
	}
	return fmt.Errorf("%s cannot stand %s: say one of %s", part.Name, stand, strings.Join(names, ", "))
}

// Registry holds the kinds, in the order in which the interface offers them.
type Registry []*Kind

// Named finds a kind.
func (r Registry) Named(name string) (*Kind, bool) {
	for _, k := range r {
		if k.Name == name {
			return k, true
		}
	}
	return nil, false
}

// LabelField is the field that names an item.
func (a Axis) LabelField() Field {
	f, _ := a.FieldNamed(a.Label)
	return f
}

// FirstPart is the part on which the bench opens a form: the one that stands for a record.
func (k *Kind) FirstPart(form string) string {
	for _, p := range k.PartsOf(form) {
		if p.Place == look.RecordItem {
			return p.Name
		}
	}
	return k.Parts[0].Name
}

// TextsFor are the facts of a new item, as texts by field, of what a designer types for a site in a language (BCP 47);
// none for an empty text.
func (a Axis) TextsFor(text, language string) (map[string]string, error) {
	switch {
	case text == "":
		return nil, nil
	case a.Complete != nil:
		return a.Complete(text, language)
	}
	return map[string]string{a.Label: text}, nil
}
