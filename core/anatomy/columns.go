package anatomy

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strconv"

	"rubrel/core/kind"
	"rubrel/core/layout"
	"rubrel/core/look"
)

// usualEdges are those of a block's ground where nothing can be measured, in CSS px.
const usualEdges = 80.0

// Columns is how many records stand side by side at the frame of a width: as many as the look says, or as have room for
// their texts.
func (b Body) Columns(v kind.View, width int) int {
	return b.columnsAt(v, width, float64(v.Widths[width].Frame))
}

// columnsAt is how many stand side by side in a block of a width's look that is so many CSS px wide.
func (b Body) columnsAt(v kind.View, width int, frame float64) int {
	v = v.At(width)
	n := len(v.Set.Records)
	if said := min(v.ColumnsAt(width), n); said > 0 {
		return said
	}
	most := b.fitting(v, width, frame)
	if b.Layout.Arrange != nil {
		return kind.Remember(v, "arranged "+strconv.Itoa(most), func() int { return b.Layout.Arrange(v.Set, most) })
	}
	return layout.Columns(max(1, n), most)
}

// fitting is how many records have room side by side in a block of a width's look that is so many CSS px wide.
func (b Body) fitting(v kind.View, width int, frame float64) int {
	s := b.spacing(v, width)
	return max(1, min(mostAcross, int((frame-s.edges+s.gap)/(s.least+s.gap))))
}

// Fitting is how many records have room side by side at the frame of a width.
func (b Body) Fitting(v kind.View, width int) int {
	return b.fitting(v, width, float64(v.Widths[width].Frame))
}

// rows are how many records stand in each row at a width; nil where all rows but the last are full.
func (b Body) rows() func(kind.View, int) []int {
	if b.Layout.Rows == nil {
		return nil
	}
	return func(v kind.View, width int) []int { return b.Layout.Rows(v, width, b.Columns(v, width)) }
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

// mostAcross is how many records stand side by side at most where the look says nothing.
const mostAcross = 24

// Steps are where the number of columns changes, from the widest width and in each from its narrowest.
func (b Body) Steps(v kind.View) []Step {
	return kind.Remember(v, "steps "+fmt.Sprint(v.Columns), func() []Step { return b.steps(v) })
}

func (b Body) steps(v kind.View) []Step {
	var steps []Step
	last := 0
	for width := range v.Widths {
		lowest := v.Widths.From(width)
		columns := b.columnsAt(v, width, float64(lowest))
		if columns != last {
			steps = append(steps, Step{width, 0, columns})
		}
		last = columns // what is narrower follows this, and not the steps within
		s := b.spacing(v, width)
		for most := 2; most <= min(len(v.Set.Records), mostAcross); most++ {
			from := int(math.Ceil(float64(most)*(s.least+s.gap) - s.gap + s.edges))
			if from <= lowest {
				continue
			}
			if !v.Widths[width].Reaches(float64(from)) {
				break
			}
			if more := b.columnsAt(v, width, float64(from)); more != columns {
				columns = more
				steps = append(steps, Step{width, from, columns})
			}
		}
	}
	return steps
}

// recordRoom is the room within a record's padding in a block that is so many CSS px wide.
func (b Body) recordRoom(v kind.View, r kind.Ruler, frame float64) float64 {
	columns := b.columnsAt(v, r.Width(), frame)
	return b.roomIn(v, r, frame, columns, b.share(v, kind.Record{Featured: r.Featured()}, r.Width(), columns))
}

// share is how many of a record stand side by side where there are so many columns.
func (b Body) share(v kind.View, record kind.Record, width, columns int) float64 {
	if b.Layout.Share == nil {
		return float64(columns)
	}
	return b.Layout.Share(v, record, width, columns)
}

// roomIn is that room where there are so many columns, and so many of a record's like stand side by side: one and a
// half where it has the room of two of three.
func (b Body) roomIn(v kind.View, r kind.Ruler, frame float64, columns int, share float64) float64 {
	inner, gap := b.inner(v, r)
	inner += frame - r.Frame()
	if most := b.Layout.Most; most > 0 {
		inner = min(inner, float64(columns)*most)
	}
	return (inner-(share-1)*gap)/share - r.Edges(b.Layout.Record)
}

// least is how wide a record is at least at a ruler's width, so that no word of it breaks without a hyphen.
func (b Body) least(v kind.View, r kind.Ruler) float64 {
	widest, taken := 0.0, map[string]float64{}
	for _, run := range b.Runs(v) {
		if slices.Contains(run.LeftOut, r.Width()) {
			continue
		}
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
	if side := b.Layout.Side; side != nil && side.Share == 0 && !b.within(k, name, side.Slot) {
		total += b.takenBeside(v, r, name, 0, r.Frame())
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
	return b.partRoom(v, r, name, room, r.Frame())
}

// partRoom is how wide the text of a part may be in a record with so much room.
func (b Body) partRoom(v kind.View, r kind.Ruler, name string, room, frame float64) float64 {
	if name == b.Layout.Record {
		return max(1, room)
	}
	k := v.Set.Kind
	if b.Layout.Bleeds != nil && b.place(v) == Above && b.within(k, name, b.Layout.Bleeds(v.Set)) {
		room += r.Edges(b.Layout.Record)
	}
	if side := b.Layout.Side; side != nil {
		if !b.within(k, name, side.Slot) {
			room -= b.takenBeside(v, r, name, room, frame)
		} else if taken := b.takenBeside(v, r, cmp.Or(side.Heading, name), room, frame); taken > 0 {
			room = taken - side.Gap
		}
	}
	for part, ok := k.PartNamed(name); ok && part.Name != b.Layout.Record; part, ok = k.PartNamed(part.Parent) {
		room -= r.Edges(part.Name)
	}
	return max(1, room)
}

// RoomFrom is from which inline size of the block on, within a width, the text of a part of the record has so much
// room: all sizes, from the narrowest, where it always has, each time until the next number of columns. Sizes at
// which it has less are in the list as Short.
func (at At) RoomFrom(width int, part string, room float64) []RoomStep {
	b, v := at.body, at.View
	if b == nil || v.Tight == nil {
		return nil
	}
	lowest := v.Widths.From(width)
	from := []int{lowest}
	for _, step := range b.Steps(v) {
		if step.Width == width && step.From > lowest {
			from = append(from, step.From)
		}
	}
	r := v.Tight.Ruler(at.Record.ID, width)
	var steps []RoomStep
	add := func(size int, short bool) {
		if n := len(steps); n == 0 || steps[n-1].Short != short {
			steps = append(steps, RoomStep{size, short})
		}
	}
	for i, start := range from {
		columns := b.columnsAt(v, width, float64(start))
		share := b.share(v, at.Record, width, columns)
		has := func(block float64) float64 {
			return b.partRoom(v, r, part, b.roomIn(v, r, block, columns, share), block)
		}
		size := max(look.LeastBlock, float64(start))
		const apart = 100.0
		missing, growth := room-has(size), (has(size+apart)-has(size))/apart
		add(start, missing > 0)
		if missing <= 0 || growth <= 0 {
			continue
		}
		enough := int(math.Ceil(size + missing/growth))
		if i+1 == len(from) || enough < from[i+1] {
			add(enough, false)
		}
	}
	return steps
}

// RoomStep is an inline size from which on there is enough room, or too little.
type RoomStep struct {
	From  int
	Short bool
}
