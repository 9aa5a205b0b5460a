package marks

import (
	"math"
	"slices"
	"strings"
	"unicode"

	"rubrel/core/hyphen"
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/typeset"
)

// measure measures a subject's look for its form.
type measure struct {
	f         *fitter
	syllables *hyphen.Patterns // of the block's language
}

// Measured is the subject with a view that can measure its look, where the fonts are known, and hyphenate its words.
func (s Subject) Measured() Subject {
	set, form := s.Site.SetOf(s.Block), s.Site.FormOf(s.Block)
	syllables := hyphen.For(s.View.Locale)
	s.View.Memo = &kind.Memo{}
	if s.Book == nil {
		s.View.Hyphenate = func(run kind.Run) string { return syllables.Text(run.Text) }
		return s
	}
	s.View.Measure = measure{s.fitterOfLook(set.Set, form), syllables}
	tight := s
	tight.Cascade.Widths = narrowest(s.Cascade.Widths)
	m := measure{tight.fitterOfLook(set.Set, form), syllables}
	s.View.Tight = m
	view := s.View
	s.View.Hyphenate = func(run kind.Run) string { return m.soften(view, run) }
	return s
}

// leastFrame is how wide a block is at least, in CSS px: that of the narrowest phones.
const leastFrame = 320

// narrowest are widths whose frames are as narrow as each width goes.
func narrowest(widths look.Widths) look.Widths {
	list := slices.Clone(widths)
	for i := range list {
		if list[i].Frame = min(list[i].Frame, leastFrame); i+1 < len(list) {
			list[i].Frame = list[i+1].Below
		}
	}
	return list
}

// Ruler is the ruler for a record at a width.
func (m measure) Ruler(record string, width int) kind.Ruler {
	return ruler{m.f.p, m.f.target(record, width)}
}

// TextWidth is how wide a part's text is on one line.
func (m measure) TextWidth(part, record, text string, width int) (float64, bool) {
	declared, style, ok := m.style(part, record, width)
	if !ok {
		return 0, false
	}
	if m.f.p.left(declared, m.f.target(record, width)) {
		return 0, true
	}
	return m.f.Book.Width(style, m.f.cased(declared, m.f.target(record, width), text))
}

// Height is how high the lines of a run stand in their room.
func (m measure) Height(run kind.Run, width int) (float64, bool) {
	text := m.f.lines(run, width)
	if !text.known {
		return 0, false
	}
	return float64(len(text.lines)) * text.style.Size * m.f.p.leading(text.part, text.t), true
}

// LeastWidth is the least room in which no word of a text breaks, and in which it has no more than so many lines: to a
// twentieth.
func (m measure) LeastWidth(part, record, text string, width, lines int) (float64, bool) {
	key := leastKey{part, m.f.sort(record), text, width, lines}
	found, ok := m.f.p.known.least[key]
	if !ok {
		found.wide, found.known = m.leastWidth(part, record, text, width, lines)
		m.f.p.known.least[key] = found
	}
	return found.wide, found.known
}

// leastKey is a text of which the least room is asked for, and leastRoom what is found.
type leastKey struct {
	part, sort, text string
	width, lines     int
}

type leastRoom struct {
	wide  float64
	known bool
}

func (m measure) leastWidth(part, record, text string, width, lines int) (float64, bool) {
	declared, style, ok := m.style(part, record, width)
	if !ok {
		return 0, false
	}
	text = m.f.cased(declared, m.f.target(record, width), m.syllables.Text(text))
	_, wide, known := m.f.Book.Longest(style, text)
	if lines == 0 || !known {
		return wide, known
	}
	const finer = 1.05
	all, _ := m.f.Book.Width(style, text)
	for wide = max(wide, all/float64(lines)); wide < all; wide *= finer {
		if set, _ := m.f.Book.Lines(style, text, wide); len(set) <= lines {
			break
		}
	}
	return min(wide, max(all, 0)), true
}

// style is how a part's text is set for a record at a width; false where its font is not known.
func (m measure) style(part, record string, width int) (kind.Part, typeset.Style, bool) {
	declared, ok := m.f.set.Kind.PartNamed(part)
	if !ok {
		return declared, typeset.Style{}, false
	}
	style := m.f.style(declared, m.f.target(record, width))
	return declared, style, style.Face != nil
}

// soften puts soft hyphens into the words of a text that have no room on a line of their own at some width. Where that
// cannot be measured, every word gets those that it may have.
func (m measure) soften(view kind.View, run kind.Run) string {
	all := m.syllables.Text(run.Text)
	if all == run.Text {
		return run.Text
	}
	sort := m.f.sort(run.Record)
	if run.Beside != nil {
		return m.softened(run, all, m.rooms(view, run, sort))
	}
	key := strings.Join([]string{"soft", run.Part, sort, run.Text}, "\x00")
	return kind.Remember(view, key, func() string { return m.softened(run, all, m.rooms(view, run, sort)) })
}

// rooms is the room of a run at each width.
func (m measure) rooms(view kind.View, run kind.Run, sort string) []float64 {
	rooms := slices.Clone(kind.Remember(view, strings.Join([]string{"rooms", run.Part, sort}, "\x00"), func() []float64 {
		rooms := make([]float64, len(view.Widths))
		for width := range view.Widths {
			rooms[width] = m.f.form.Room(view, m.Ruler(run.Record, width), run.Part)
			if rooms[width] <= 0 {
				rooms[width] = math.Inf(1) // it is not shown there
			}
		}
		return rooms
	}))
	for width := range rooms {
		rooms[width] -= run.Taken(m.Ruler(run.Record, width), m.TextWidth)
	}
	return rooms
}

// softened is a text with the hyphens of all its words, of those that have no room, or none.
func (m measure) softened(run kind.Run, all string, rooms []float64) string {
	if m.tooManyLines(run, rooms) {
		return all
	}
	words, hyphenated := strings.FieldsFunc(run.Text, notInWord), strings.FieldsFunc(all, notInWord)
	pairs := make([]string, 0, 2*len(words))
	for i, word := range words {
		if word != hyphenated[i] && m.tooWide(run.Part, run.Record, word, rooms) {
			pairs = append(pairs, word, hyphenated[i])
		}
	}
	if len(pairs) == 0 {
		return run.Text
	}
	return strings.NewReplacer(pairs...).Replace(run.Text)
}

// tooManyLines reports whether a text has more lines than it may at some width, as it is.
func (m measure) tooManyLines(run kind.Run, rooms []float64) bool {
	if run.MostLines == 0 {
		return false
	}
	for width, room := range rooms {
		declared, style, ok := m.style(run.Part, run.Record, width)
		if !ok {
			continue
		}
		text := m.f.cased(declared, m.f.target(run.Record, width), run.Text)
		if lines, _ := m.f.Book.Lines(style, text, room); len(lines) > run.MostLines {
			return true
		}
	}
	return false
}

func notInWord(r rune) bool { return unicode.IsSpace(r) || r == '-' || r == '/' }

// tooWide reports whether a word has no room at some width, or cannot be measured.
func (m measure) tooWide(part, record, word string, rooms []float64) bool {
	for width, room := range rooms {
		if wide, known := m.TextWidth(part, record, word, width); !known || wide > room {
			return true
		}
	}
	return false
}
