package kind

import (
	"slices"
	"strconv"
)

// LeastType is the least size of type that text shrinks to, in CSS px (common practice).
const LeastType = 12.0

// Run is a text that a form sets, in a part of a record.
type Run struct {
	Record string // "" for the block's own
	Part   string
	Text   string
	Key    string // the fact that says the text as it is; "" for none
	// Shrinks says that the text is set smaller where its room is less than so many ems of its size, down to LeastShare
	// of it; 0 where it keeps its size.
	Shrinks, LeastShare float64
	// ShrinksAlone is how many ems of its size the text takes by itself, where it goes on to shrink while others keep
	// theirs: down to LeastType. It is 0 where it does not.
	ShrinksAlone float64
	// LeftOut are the widths at which the text is not shown, by their place among the widths.
	LeftOut []int
	// OneLine says that the text should stand on one line, and MostLines on how many it may; 0 for any number.
	OneLine   bool
	MostLines int
	// Pieces are those of a line that is never broken, where they are set differently; Text is then all of them.
	Pieces []Piece
	// Beside is what stands beside the text at a width, by its place among the widths; nil where that is nothing.
	Beside func(width int) []Piece
	// Inset is what is left free before the text, and BesideGap before what stands beside it, in ems of the part named
	// by Em; of its own where none is.
	Inset, BesideGap float64
	Em               string
	// Sight is how many of its lines are in sight, until a visitor asks for the rest; 0 for all.
	Sight int
	// Even says that the text should have as many lines as that of every other record.
	Even bool
}

// Taken is how much of its line is not the text's at a ruler's width, in CSS px: what stands beside it, and the gaps.
func (r Run) Taken(at Ruler, width func(part, record, text string, width int) (float64, bool)) float64 {
	em := r.Em
	if em == "" {
		em = r.Part
	}
	size := at.Size(em)
	taken := r.Inset * size
	if r.Beside == nil {
		return taken
	}
	for _, piece := range r.Beside(at.Width()) {
		wide, _ := width(piece.Part, r.Record, piece.Text, at.Width())
		taken += wide + r.BesideGap*size
	}
	return taken
}

// Piece is a text in a part.
type Piece struct{ Part, Text string }

// Ruler measures a block's look at one width, in CSS px.
type Ruler interface {
	// Frame is the block's inline size, and Width its place among the widths.
	Frame() float64
	Width() int
	// Featured says that it measures a record that is featured.
	Featured() bool
	// Edges is what a part's padding and border take on its two sides together.
	Edges(part string) float64
	// Gap is a part's gap.
	Gap(part string) float64
	// Size is a part's font size, its own or that around it.
	Size(part string) float64
	// Said is what a part's look says of a property as CSS writes it, with the value of a token in its place; where the
	// part says none, an inherited property's value from around it; "" for none.
	Said(part, property string) string
	// Length is what a part's look says of a property that is a length; 0 where it says none.
	Length(part, property string) float64
}

// Measure measures a block's look with the fonts that visitors get, at every width, by its place among the widths.
type Measure interface {
	// Ruler is the ruler for a record; "" for those that have nothing of their own.
	Ruler(record string, width int) Ruler
	// TextWidth is how wide a part's text is on one line, in CSS px. It is false where a font lacks a character.
	TextWidth(part, record, text string, width int) (float64, bool)
	// Height is how high the lines of a run stand in the room that the form gives it. It is false where a font lacks a
	// character.
	Height(run Run, width int) (float64, bool)
	// LeastWidth is the least room in which no word of a text breaks, hyphenated as its language has it, and in which
	// it has no more than so many lines; 0 lines are any number.
	LeastWidth(part, record, text string, width, lines int) (float64, bool)
}

// Memo remembers what is found out about a view, and is lost with it.
type Memo struct{ known map[string]any }

// Shows reports whether a record is shown at a width.
func (v View) Shows(r Record, width int) bool { return v.Hidden == nil || !v.Hidden(r, width) }

// At is the view of the records that are shown at a width.
func (v View) At(width int) View {
	if v.Hidden == nil {
		return v
	}
	// Views of one memo differ in more than their records: that alone is remembered.
	type part struct {
		records []Record
		memo    *Memo
	}
	shown := Remember(v, "shown at "+strconv.Itoa(width), func() part {
		return part{slices.DeleteFunc(slices.Clone(v.Set.Records), func(r Record) bool { return !v.Shows(r, width) }),
			new(Memo)}
	})
	if len(shown.records) < len(v.Set.Records) {
		v.Set.Records, v.Hidden, v.Memo = shown.records, nil, shown.memo
	}
	return v
}

// Remember is what a function makes, which is called once for a name where the view remembers. What it makes follows
// from the view alone.
func Remember[T any](v View, name string, find func() T) T {
	if v.Memo == nil {
		return find()
	}
	if found, ok := v.Memo.known[name]; ok {
		return found.(T)
	}
	found := find()
	if v.Memo.known == nil {
		v.Memo.known = map[string]any{}
	}
	v.Memo.known[name] = found
	return found
}
