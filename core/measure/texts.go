package measure

import (
	"slices"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/typeset"
)

// Texts are the texts of a block as they are set in the room that their form gives them.
type Texts struct {
	Look
	Runs []kind.Run // whose fit is measured
	View kind.View
	form kind.Form
	book *typeset.Book
}

// SetText is a text as it is set at a width. Known is false where the fonts lack a character, or nothing is shown.
type SetText struct {
	kind.Run
	Of    kind.Part
	At    look.Target
	Style typeset.Style
	Room  float64
	Lines []typeset.Line
	Known bool
}

// Height is how high its lines stand together, where no more than so many are in sight; 0 for all.
func (t *Texts) Height(text *SetText, sight int) float64 {
	lines := len(text.Lines)
	if sight > 0 {
		lines = min(lines, sight)
	}
	return float64(lines) * text.Style.Size * t.Leading(text.Of, text.At)
}

// Each calls a function with every text at every width whose fonts are known.
func (t *Texts) Each(yield func(text *SetText)) {
	for width := range t.Cascade.Widths {
		for _, run := range t.Runs {
			if text := t.Set(run, width); text.Known {
				yield(text)
			}
		}
	}
}

// Set breaks a text into its lines, once.
func (t *Texts) Set(run kind.Run, width int) *SetText {
	key := textKey{run.Record, run.Part, run.Text, width}
	text := t.known.texts[key]
	if text != nil {
		return text
	}
	text = &SetText{Run: run}
	t.known.texts[key] = text
	if t.settle(text, width) {
		if run.Pieces != nil {
			text.Lines, text.Known = t.piece(text)
		} else {
			text.Lines, text.Known = t.broken(text)
		}
	}
	return text
}

// settle finds the face, the size and the room of a text. It is false where the fonts are not known or nothing is
// shown.
func (t *Texts) settle(text *SetText, width int) bool {
	run := text.Run
	part, ok := t.Kind.PartNamed(run.Part)
	at := t.target(run.Record, width)
	ok = ok && (len(part.Forms) == 0 || slices.Contains(part.Forms, t.form.Name))
	if !ok || slices.Contains(run.LeftOut, width) || t.Left(part, at) {
		return false
	}
	text.Of, text.At, text.Room, text.Style = part, at, t.room(run.Part, at), t.style(part, at)
	if run.Shrinks > 0 {
		text.Style.Size = min(text.Style.Size, max(run.LeastShare*text.Style.Size, text.Room/run.Shrinks))
	}
	if run.ShrinksAlone > 0 {
		text.Style.Size = min(text.Style.Size, max(kind.LeastType, text.Room/run.ShrinksAlone))
	}
	text.Room -= run.Taken(ruler{t.Look, at}, t.textWidth)
	if most, ok := t.mostWidth(text); ok {
		text.Room = min(text.Room, most)
	}
	return text.Style.Face != nil && text.Room > 0
}

// room is the room of a part's text.
func (t *Texts) room(part string, at look.Target) float64 {
	return found(t.Look, t.known.rooms, part, at, func() float64 { return t.RoomIn(t.View, part, at) })
}

// RoomIn is the room of a part's text where its form is given another view.
func (t *Texts) RoomIn(view kind.View, part string, at look.Target) float64 {
	return t.form.Room(view, ruler{t.Look, at}, part)
}

// mostWidth is what a part's max-width allows; a ch is the width of the figure nought (CSS Values 4, section 6.1.2).
func (t *Texts) mostWidth(text *SetText) (float64, bool) {
	said, ok := t.Resolve(text.At, text.Of.Name, "max-width")
	length, is := said.Value.(look.Length)
	if !ok || !is {
		return 0, false
	}
	if length.Unit == "ch" {
		nought, known := t.Nought(text)
		return nought * float64(length.Milli) / 1000, known
	}
	return t.Pixels(length, text.Style.Size, text.At), true
}

// Nought is how wide the figure 0 is where a text stands: a ch.
func (t *Texts) Nought(text *SetText) (float64, bool) {
	return t.book.Width(typeset.Style{Face: text.Style.Face, Size: text.Style.Size}, "0")
}

// broken are the lines of a text; most texts have room on one.
func (t *Texts) broken(text *SetText) ([]typeset.Line, bool) {
	if wide, known := t.book.Width(text.Style, text.Text); known && wide <= text.Room &&
		!strings.ContainsAny(text.Text, "\n"+typeset.SoftHyphen) {
		return []typeset.Line{{Text: text.Text, Width: wide}}, true
	}
	return t.book.Lines(text.Style, text.Text, text.Room)
}

// piece is a line of several parts, which is never broken, and shrinks as a whole.
func (t *Texts) piece(text *SetText) ([]typeset.Line, bool) {
	total, known := 0.0, true
	for _, piece := range text.Pieces {
		wide, ok := t.textWidth(piece.Part, text.Record, piece.Text, text.At.Width)
		total, known = total+wide, known && ok
	}
	total *= text.Style.Size / t.Size(text.Of, text.At)
	return []typeset.Line{{Text: text.Text, Width: total}}, known
}

// Whole is how wide a text is on one line.
func (t *Texts) Whole(text *SetText) float64 {
	wide, _ := t.book.Width(text.Style, text.Text)
	return wide
}

// Longest is the widest piece of a text that is not broken, and how wide it is: all of a line of several parts.
func (t *Texts) Longest(text *SetText) (word string, wide float64) {
	if wide = text.Lines[0].Width; text.Pieces == nil && (len(text.Lines) > 1 || wide > text.Room) {
		word, wide, _ = t.book.Longest(text.Style, text.Text)
		return word, wide
	}
	return text.Text, wide
}

// textWidth is how wide a part's text is on one line.
func (t *Texts) textWidth(part, record, text string, width int) (float64, bool) {
	declared, style, ok := t.styleOf(part, record, width)
	if !ok {
		return 0, false
	}
	if t.Left(declared, t.target(record, width)) {
		return 0, true
	}
	return t.book.Width(style, text)
}

// styleOf is how a part's text is set for a record at a width; false where its font is not known.
func (t *Texts) styleOf(part, record string, width int) (kind.Part, typeset.Style, bool) {
	declared, ok := t.Kind.PartNamed(part)
	if !ok {
		return declared, typeset.Style{}, false
	}
	style := t.style(declared, t.target(record, width))
	return declared, style, style.Face != nil
}
