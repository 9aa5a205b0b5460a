package measure

import (
	"rubrel/core/hyphen"
	"rubrel/core/kind"
)

// measure measures a subject's look for its form.
type measure struct {
	*Texts
	syllables *hyphen.Patterns // of the block's language
}

// Ruler is the ruler for a record at a width.
func (m measure) Ruler(record string, width int) kind.Ruler {
	return ruler{m.Look, m.target(record, width)}
}

// TextWidth is how wide a part's text is on one line.
func (m measure) TextWidth(part, record, text string, width int) (float64, bool) {
	return m.textWidth(part, record, text, width)
}

// Height is how high the lines of a run stand in their room.
func (m measure) Height(run kind.Run, width int) (float64, bool) {
	text := m.Set(run, width)
	if !text.Known {
		return 0, false
	}
	return m.Texts.Height(text, 0), true
}

// LeastWidth is the least room in which no word of a text breaks, and in which it has no more than so many lines: to a
// twentieth.
func (m measure) LeastWidth(part, record, text string, width, lines int) (float64, bool) {
	key := leastKey{part, m.sort(m.target(record, 0)), text, width, lines}
	found, ok := m.known.least[key]
	if !ok {
		found.wide, found.known = m.leastWidth(part, record, text, width, lines)
		m.known.least[key] = found
	}
	return found.wide, found.known
}

func (m measure) leastWidth(part, record, text string, width, lines int) (float64, bool) {
	_, style, ok := m.styleOf(part, record, width)
	if !ok {
		return 0, false
	}
	text = m.syllables.Text(text)
	_, wide, known := m.book.Longest(style, text)
	if lines == 0 || !known {
		return wide, known
	}
	const finer = 1.05
	all, _ := m.book.Width(style, text)
	for wide = max(wide, all/float64(lines)); wide < all; wide *= finer {
		if set, _ := m.book.Lines(style, text, wide); len(set) <= lines {
			break
		}
	}
	return min(wide, max(all, 0)), true
}
