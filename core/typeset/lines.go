package typeset

import (
	"strings"

	"github.com/go-text/typesetting/segmenter"
)

// Line is one line of a text that was broken.
type Line struct {
	Text  string
	Width float64 // without the space at its end, which hangs
	// Torn says that it ends inside a word, which was wider than the room.
	Torn bool
}

// Lines breaks a text into lines no wider than the room: at the opportunities of UAX #14, as many words on a line as
// fit (CSS white-space: normal). A word that is wider than the room is torn between characters, as overflow-wrap:
// anywhere has it. The second result is false where the fonts lack a character.
func (b *Book) Lines(s Style, text string, room float64) ([]Line, bool) {
	text, s = s.transformed(text)
	known := true
	width := func(text string) float64 {
		w, ok := b.Width(s, s.shown(text))
		known = known && ok
		return w
	}
	var lines []Line
	current := ""
	flush := func(torn bool) {
		if trimmed := strings.TrimRight(current, " "); trimmed != "" {
			lines = append(lines, Line{s.shown(trimmed), width(trimmed), torn})
		}
		current = ""
	}
	for _, piece := range b.pieces(text) {
		if width(current+piece) <= room+slack {
			current += piece
			continue
		}
		flush(false)
		for width(piece) > room+slack {
			cut := b.tear(s, piece, room)
			current = piece[:cut]
			flush(true)
			piece = piece[cut:]
		}
		current = piece
	}
	flush(false)
	return lines, known
}

// SoftHyphen is an opportunity to break inside a word; the hyphen shows only at the end of a line.
const SoftHyphen = "\u00ad"

// WordBreak is an opportunity to break that never shows: U+200B, or the wbr element of HTML.
const WordBreak = "\u200b"

// unseen takes out what shows nowhere but at the end of a line.
var unseen = strings.NewReplacer(SoftHyphen, "", WordBreak, "")

// shown is a piece of text as it stands on a line of its own.
func (s Style) shown(text string) string {
	trimmed := strings.TrimRight(text, " "+WordBreak)
	shown := unseen.Replace(trimmed)
	if !strings.HasSuffix(trimmed, SoftHyphen) {
		return shown
	}
	const hyphen = '\u2010' // CSS Text 3, section 5.4: the hyphen, or the hyphen-minus where the font has none
	if s.Face != nil && s.Face.carrying(hyphen) == nil {
		return shown + "-"
	}
	return shown + string(hyphen)
}

// slack is what browsers' fixed-point widths (1/64 px) may differ by.
const slack = 1.0 / 64

// pieces cuts a text after every opportunity to break a line, and remembers it.
func (b *Book) pieces(text string) []string {
	b.mu.Lock()
	defer b.mu.Unlock()
	list, ok := b.cut[text]
	if !ok {
		if list = pieces(text); b.cut == nil || len(b.cut) > mostWidths {
			b.cut = map[string][]string{}
		}
		b.cut[text] = list
	}
	return list
}

// pieces cuts a text after every opportunity to break a line.
func pieces(text string) []string {
	var seg segmenter.Segmenter
	seg.Init([]rune(text))
	var list []string
	for it := seg.LineIterator(); it.Next(); {
		piece := string(it.Line().Text)
		// UAX #14 allows a break after a solidus; browsers take none there between letters.
		if n := len(list); n > 0 && strings.HasSuffix(list[n-1], "/") {
			list[n-1] += piece
			continue
		}
		list = append(list, piece)
	}
	return list
}

// tear is how many bytes of a word fit the room: whole characters, and at least one.
func (b *Book) tear(s Style, word string, room float64) int {
	var seg segmenter.Segmenter
	seg.Init([]rune(word))
	cut := 0
	for it := seg.GraphemeIterator(); it.Next(); {
		next := cut + len(string(it.Grapheme().Text))
		if w, _ := b.Width(s, s.shown(word[:next])); cut > 0 && w > room+slack {
			break
		}
		cut = next
	}
	return cut
}

// Longest is the widest piece of a text that cannot be broken, and its width.
func (b *Book) Longest(s Style, text string) (string, float64, bool) {
	text, s = s.transformed(text)
	longest, most, known := "", 0.0, true
	for _, piece := range b.pieces(text) {
		piece = strings.TrimRight(piece, " ")
		w, ok := b.Width(s, s.shown(piece))
		known = known && ok
		if w > most {
			longest, most = piece, w
		}
	}
	return longest, most, known
}
