package anatomy

import (
	"fmt"
	"slices"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/look"
)

// Layout is how records stand side by side and slots below each other in a record. Its CSS, the columns, the rows and
// the room of each text all come from it.
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
	}
	if side := b.Layout.Side; side != nil {
		fmt.Fprintf(&css, ".%s %s { grid-template-columns: auto minmax(0, 1fr); column-gap: %gpx; }\n", besideClass, record,
			side.Gap)
		fmt.Fprintf(&css, ".%s %s > * { grid-column: 2; }\n", besideClass, record)
		fmt.Fprintf(&css, ".%s %s > .%s { grid-area: 1 / 1 / -1; }\n", besideClass, record, b.slot(side.Slot).class())
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
	slot, reader := b.slot(side.Slot), b.reader(v)
	return slices.ContainsFunc(v.Set.Records, func(r kind.Record) bool { return slot.written(At{v, r, reader}) != "" })
}

// slot finds one that the layout names.
func (b Body) slot(name string) Slot {
	return b.Slots[slices.IndexFunc(b.Slots, func(s Slot) bool { return s.Name() == name })]
}
