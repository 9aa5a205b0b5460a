package measure

import (
	"math"
	"slices"
	"strings"
	"unicode"

	"rubrel/core/kind"
)

// soften puts soft hyphens into the words of a text that have no room on a line of their own at some width. Where that
// cannot be measured, every word gets those that it may have.
func (m measure) soften(view kind.View, run kind.Run) string {
	all := m.syllables.Text(run.Text)
	if all == run.Text {
		return run.Text
	}
	sort := m.sort(m.target(run.Record, 0))
	if run.Beside != nil {
		return m.softened(run, all, m.roomsOf(view, run, sort))
	}
	key := strings.Join([]string{"soft", run.Part, sort, run.Text}, "\x00")
	return kind.Remember(view, key, func() string { return m.softened(run, all, m.roomsOf(view, run, sort)) })
}

// roomsOf is the room of a run at each width.
func (m measure) roomsOf(view kind.View, run kind.Run, sort string) []float64 {
	rooms := slices.Clone(kind.Remember(view, strings.Join([]string{"rooms", run.Part, sort}, "\x00"), func() []float64 {
		rooms := make([]float64, len(view.Widths))
		for width := range view.Widths {
			rooms[width] = m.RoomIn(view, run.Part, m.target(run.Record, width))
			if rooms[width] <= 0 {
				rooms[width] = math.Inf(1) // it is not shown there
			}
		}
		return rooms
	}))
	for width := range rooms {
		rooms[width] -= run.Taken(m.Ruler(run.Record, width), m.textWidth)
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
		_, style, ok := m.styleOf(run.Part, run.Record, width)
		if !ok {
			continue
		}
		if lines, _ := m.book.Lines(style, run.Text, room); len(lines) > run.MostLines {
			return true
		}
	}
	return false
}

func notInWord(r rune) bool { return unicode.IsSpace(r) || r == '-' || r == '/' }

// tooWide reports whether a word has no room at some width, or cannot be measured.
func (m measure) tooWide(part, record, word string, rooms []float64) bool {
	for width, room := range rooms {
		if wide, known := m.textWidth(part, record, word, width); !known || wide > room {
			return true
		}
	}
	return false
}
