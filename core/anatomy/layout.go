package anatomy

import (
	"fmt"
	"html/template"
	"slices"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/markup"
)

// Layout is how records stand side by side and slots below each other in a record. Its CSS, the columns, the rows and
// the room of each text all come from it.
type Layout struct {
	// Row and Record are the parts that stand for the row of records, and for one record in it.
	Row, Record string
	// Order names slots from the top. A slot that it leaves out stands after the one declared before it.
	Order []string
	// Side is a slot that may stand beside others; nil for none.
	Side *Side
	// Arrange is how many records of a set stand side by side where so many have room; layout.Columns where it is nil.
	Arrange func(set kind.Set, most int) int
	// Rows are how many stand in each row where there are so many columns; nil where all rows but the last are full.
	Rows func(v kind.View, width, columns int) []int
	// Share is how many of a record stand side by side where there are so many columns: fewer where it is larger than
	// others. All are alike where it is nil.
	Share func(v kind.View, record kind.Record, width, columns int) float64
	// Bleeds is a slot that reaches over the padding of its record to its edges, where it stands above the others; nil
	// for none.
	Bleeds func(kind.Set) string
	// Header is a ground behind the first slots of a record; nil for none.
	Header *Header
	// Groups are the lists in which the records of a set stand; one of all where it is nil.
	Groups func(kind.Set) []Group
	// Least and Most are how wide a record is, in CSS px; Most is 0 where it may be as wide as there is room.
	Least, Most float64
	// Joined says whether records stand without a gap; nil where they never do.
	Joined func(kind.Set) bool
}

// Header is a ground of its own behind the slots of a record from the top to one of them.
type Header struct {
	Part string
	// To are the slots to which it can reach.
	To []string
	// Last is the one to which it reaches; "" where the set has no header.
	Last func(kind.Set) string
}

// headerRow is the custom property with the line of the grid at which the header ends.
const headerRow = "--rb-header-end"

// headerEnd is the slot at which the header ends: the last one down to there that any record fills; "" for no header.
func (b Body) headerEnd(v kind.View, filled map[string]int) string {
	if b.Layout.Header == nil {
		return ""
	}
	last, end := b.Layout.Header.Last(v.Set), ""
	if last == "" {
		return ""
	}
	for _, s := range b.ordered() {
		if filled[s.Name()] > 0 {
			end = s.Name()
		}
		if s.Name() == last {
			break
		}
	}
	return end
}

// headerHTML is the element of the header, which says nothing.
func (b Body) headerHTML(v kind.View) template.HTML {
	end := kind.Remember(v, "header", func() string { return b.headerEnd(v, b.filled(v)) })
	if end == "" {
		return ""
	}
	return markup.Element("div", Classed(b.Layout.Header.Part, toSlot(end))+markup.Unspoken)
}

// toSlot is a class of a header that reaches to a slot.
func toSlot(slot string) string { return Class("to-" + slot) }

// headerCSS lays the header over the padding of its record. Below its last slot there is as much room in it as above
// its first, and half of that after it.
func (b Body) headerCSS(record string) string {
	header := "." + Class(b.Layout.Header.Part)
	var css strings.Builder
	fmt.Fprintf(&css, "%s { grid-area: 1 / 1 / var(%s) / -1; margin: calc(-1 * var(--rb-pad-top)) "+
		"calc(-1 * var(--rb-pad-right)) calc(var(--rb-pad-top) / 2) calc(-1 * var(--rb-pad-left)); border-radius: inherit; "+
		"border-end-start-radius: 0; border-end-end-radius: 0; }\n%s { padding: var(--rb-pad); }\n"+
		"%s ~ %s { grid-column: 1 / -1; }\n", header, headerRow, record, header, b.inRows())
	var last []string
	for _, name := range b.Layout.Header.To {
		last = append(last, fmt.Sprintf("%s > .%s ~ .%s", record, toSlot(name), b.slot(name).class()))
	}
	fmt.Fprintf(&css, "%s { padding-block-end: calc(var(--rb-pad-top) * 1.5); }\n", strings.Join(last, ", "))
	return css.String()
}

// Padded is the custom property that carries the padding of a record over which a header or a slot reaches, with one
// more for each side.
const Padded = "--rb-pad"

// Group is some of a set's records, and a class of the form's own on the element around them.
type Group struct {
	Class   string
	Records []kind.Record
}

// groups are those in which records stand.
func (b Body) groups(set kind.Set) []Group {
	if b.Layout.Groups == nil {
		return []Group{{Records: set.Records}}
	}
	return b.Layout.Groups(set)
}

// Side is a slot that stands beside others, where the set says so.
type Side struct {
	Slot   string
	Gap    float64                  // CSS px between it and the others
	Places []SidePlace              // where it may stand besides its row
	Place  func(kind.Set) SidePlace // where it stands
	// Wide is how wide it is, in CSS px, where it takes no share.
	Wide    func(v kind.View, r kind.Ruler) float64
	Heading string // the slot that it stands beside ByHeading
	// Share is what it takes of the record's room, from 0 to 1; 0 where it is as wide as it is.
	Share float64
	// Stack is below which inline size of the block it stands above the others after all, in CSS px; 0 for never.
	Stack float64
}

// SidePlace is where a slot stands to the others of its record.
type SidePlace int

// The places: in its row, or beside all others at the start or the end of the line, or at the start for one record and
// the end for the next, or beside the heading alone.
const (
	Above SidePlace = iota
	AtStart
	AtEnd
	InTurn
	ByHeading
)

// SideClasses are those that an element around records may have: which it has follows from where slots stand.
func SideClasses() (all []string) {
	for _, name := range sideClasses {
		all = append(all, Class(name))
	}
	return all
}

var sideClasses = map[SidePlace]string{AtStart: "beside", AtEnd: "at-end", InTurn: "in-turn", ByHeading: "by-heading"}

// recordClass is on the element of every record.
const recordClass = look.ClassPrefix + "record"

// css is the layout of the row and of a record. Rows are shared by subgrid; since a subgrid takes its gaps from the
// grid around it, the gap between rows of records is a margin.
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
			fmt.Fprintf(&css, "%s { position: relative; }\n%s > .%s { position: absolute; "+
				"grid-column: var(--rb-anchor-column, 1 / -1); "+
				"inset-block: var(--rb-anchor-block, 0 auto); inset-inline: var(--rb-anchor-inline, auto); "+
				"inline-size: fit-content; "+
				"block-size: fit-content; max-inline-size: 100%%; place-self: var(--rb-anchor-self, start var(--rb-align)); "+
				"translate: var(--rb-anchor-shift, 0 -50%%); --rb-toward: 1; }\n%s > .%s:dir(rtl) { --rb-toward: -1; }\n",
				record, record, s.class(), record, s.class())
			continue
		}
		fmt.Fprintf(&css, "%s > .%s { grid-row: var(%s); }\n", record, s.class(), rowVariable(s.Name()))
	}
	if slices.ContainsFunc(b.Slots, func(s Slot) bool { return s.Whole }) {
		css.WriteString(wholeCSS)
	}
	for _, s := range b.Slots {
		if s.CSS != "" {
			fmt.Fprintf(&css, ".%s { %s }\n", s.class(), s.CSS)
		}
		css.WriteString(s.Rules)
	}
	if b.Layout.Side != nil {
		css.WriteString(b.sideCSS(record))
	}
	if b.Layout.Header != nil {
		css.WriteString(b.headerCSS(record))
	}
	return css.String()
}

// sideCSS is the layout of records of which a slot stands beside others.
func (b Body) sideCSS(record string) string {
	side := b.Layout.Side
	var css strings.Builder
	beside := func(within string, first, second string, at, others int) {
		fmt.Fprintf(&css, "%s { grid-template-columns: %s %s; column-gap: %gpx; }\n", within, first, second, side.Gap)
		fmt.Fprintf(&css, "%s > %s { grid-column: %d; }\n", within, b.inRows(), others)
		fmt.Fprintf(&css, "%s > .%s { grid-area: 1 / %d / -1; }\n", within, b.slot(side.Slot).class(), at)
	}
	narrow, rest := "auto", "minmax(0, 1fr)"
	if side.Share > 0 {
		narrow, rest = fmt.Sprintf("minmax(0, %gfr)", side.Share), fmt.Sprintf("minmax(0, %gfr)", 1-side.Share)
	}
	for _, place := range side.Places {
		within := "." + Class(sideClasses[place]) + " " + record
		switch place {
		case AtEnd:
			beside(within, rest, narrow, 2, 1)
			continue
		case InTurn:
			beside(within+":nth-child(even)", rest, narrow, 2, 1)
			within += ":nth-child(odd)"
		}
		beside(within, narrow, rest, 1, 2)
		if place == ByHeading {
			fmt.Fprintf(&css, "%s > %s { grid-column: 1 / -1; }\n", within, b.inRows())
			fmt.Fprintf(&css, "%s > .%s { grid-column: 2; align-self: center; }\n", within, b.slot(side.Heading).class())
			fmt.Fprintf(&css, "%s > .%s { grid-area: var(%s) / 1; align-self: center; }\n", within,
				b.slot(side.Slot).class(), rowVariable(side.Heading))
		}
	}
	if side.Share > 0 { // what stands beside is as high as it is, and the others stand at half its height
		fmt.Fprintf(&css, "%s { grid-template-rows: 1fr repeat(var(--rb-rows), auto) 1fr; grid-row: auto; }\n"+
			"%s > .%s { align-self: center; }\n", record, record, b.slot(side.Slot).class())
		for _, s := range b.Slots {
			if !s.Over && s.Name() != side.Slot {
				fmt.Fprintf(&css, "%s > .%s { grid-row: calc(var(%s) + 1); }\n", record, s.class(), rowVariable(s.Name()))
			}
		}
	}
	if side.Stack > 0 {
		fmt.Fprintf(&css, "@container rb (width < %gpx) {\n%s { display: flex; flex-direction: column; "+
			"align-items: var(--rb-align); grid-row: auto; }\n%s > .%s { align-self: stretch; }\n", side.Stack, record, record,
			b.slot(side.Slot).class())
		for _, s := range b.Slots {
			if !s.Over && s.Name() != side.Slot {
				fmt.Fprintf(&css, "%s > .%s { order: var(%s); }\n", record, s.class(), rowVariable(s.Name()))
			}
		}
		css.WriteString("}\n")
	}
	return css.String()
}

// inRows selects the slots that stand in rows of the record: all but those over it.
func (b Body) inRows() string {
	selector := "*"
	for _, s := range b.Slots {
		if s.Over {
			selector += ":not(." + s.class() + ")"
		}
	}
	return selector
}

// rowVariable is the custom property with the row of a slot.
func rowVariable(slot string) string { return "--rb-row-" + slot }

// Class is a class for the element around the records; "" for none.
func (b Body) Class(v kind.View) string {
	if place := b.place(v); place != Above {
		return Class(sideClasses[place])
	}
	return ""
}

// place is where the slot stands that may stand beside others: in its row where no record fills it.
func (b Body) place(v kind.View) SidePlace {
	side := b.Layout.Side
	if side == nil || side.Place(v.Set) == Above {
		return Above
	}
	filled := kind.Remember(v, "filled "+side.Slot, func() bool {
		slot, reader := b.slot(side.Slot), b.reader(v)
		return slices.ContainsFunc(v.Set.Records, func(r kind.Record) bool {
			return slot.HTML(At{View: v, Record: r, Reader: reader}) != "" // how wide it is depends on where it stands
		})
	})
	if !filled {
		return Above
	}
	return side.Place(v.Set)
}

// takenBeside is what a text of a part has beside it in a record with so much room, in a block that is so many CSS px
// wide.
func (b Body) takenBeside(v kind.View, r kind.Ruler, name string, room, frame float64) float64 {
	side, place := b.Layout.Side, b.place(v)
	if place == Above || frame < side.Stack || place == ByHeading && !b.within(v.Set.Kind, name, side.Heading) {
		return 0
	}
	if side.Share > 0 {
		return (room-side.Gap)*side.Share + side.Gap
	}
	return side.Wide(v, r) + side.Gap
}

// within reports whether a part is that of a slot, or lies in it.
func (b Body) within(k *kind.Kind, name, slot string) bool {
	for part, ok := k.PartNamed(name); ok; part, ok = k.PartNamed(part.Parent) {
		if part.Name == slot {
			return true
		}
	}
	return false
}

// slot finds one that the layout names.
func (b Body) slot(name string) Slot {
	return b.Slots[slices.IndexFunc(b.Slots, func(s Slot) bool { return s.Name() == name })]
}
