package typeset

import (
	"strings"
	"unicode"

	"github.com/go-text/typesetting/di"
	"github.com/go-text/typesetting/font"
	"github.com/go-text/typesetting/font/opentype"
	"github.com/go-text/typesetting/language"
	"github.com/go-text/typesetting/segmenter"
	"github.com/go-text/typesetting/shaping"
	"golang.org/x/image/math/fixed"
	"golang.org/x/text/unicode/bidi"
)

// Style is how text is set. Lengths are in CSS px.
type Style struct {
	Face          *Face
	Size          float64
	LetterSpacing float64 // after every character that a reader sees
	WordSpacing   float64 // for every space
	Figures       bool    // lining, and as wide as each other (OpenType lnum and tnum)
	Transform     Transform
	Language      string // BCP 47, of the text
}

// unit is the size at which text is shaped: large, so that rounding to 1/64 is nothing.
const unit = 1000

// Width is how wide a text is on one line: shaped with its kerning and ligatures. A letter-spacing other than 0 takes
// ligatures apart, as CSS Text 3 section 7.2 has it. The second result is false where the fonts lack a character, which
// a browser would take from a font that is not known here.
func (b *Book) Width(s Style, text string) (float64, bool) {
	if s.Face == nil {
		return 0, false
	}
	text, s = s.transformed(text)
	text = unseen.Replace(text)
	per, known := b.perPixel(s.Face, text, features{apart: s.LetterSpacing != 0, figures: s.Figures})
	total := per * s.Size
	if s.WordSpacing != 0 {
		total += s.WordSpacing * float64(strings.Count(text, " ")+strings.Count(text, "\u00a0"))
	}
	if s.LetterSpacing != 0 {
		total += s.LetterSpacing * float64(clusters(text))
	}
	return total, known
}

// clusters is how many characters a reader sees: extended grapheme clusters (UAX #29), which letter-spacing keeps whole
// (CSS Text 3, section 8.2).
func clusters(text string) int {
	if isPlain(text) {
		return len(text)
	}
	var seg segmenter.Segmenter
	seg.Init([]rune(text))
	n := 0
	for it := seg.GraphemeIterator(); it.Next(); {
		n++
	}
	return n
}

// isPlain reports whether each byte of a text is a character that a reader sees: in ASCII only a line's end joins two.
func isPlain(text string) bool {
	for i := range len(text) {
		if text[i] < ' ' || text[i] >= 0x7f {
			return false
		}
	}
	return true
}

// features are what of a font's is turned off or on.
type features struct {
	apart   bool // no ligatures
	figures bool // lining and tabular figures
}

// list is the features for the shaper.
func (f features) list() []shaping.FontFeature {
	var list []shaping.FontFeature
	set := func(value uint32, tags ...string) {
		for _, tag := range tags {
			list = append(list, shaping.FontFeature{Tag: opentype.MustNewTag(tag), Value: value})
		}
	}
	if f.apart {
		set(0, "liga", "clig")
	}
	if f.figures {
		set(1, "lnum", "tnum")
	}
	return list
}

// perPixel is a text's width at a size of one pixel. It is shaped as a whole: fonts kern with the space, too.
func (b *Book) perPixel(face *Face, text string, with features) (float64, bool) {
	b.mu.Lock()
	defer b.mu.Unlock()
	key := widthKey{face, text, with}
	if width, ok := b.widths[key]; ok {
		return width, width >= 0
	}
	total := 0.0
	script := scriptOf([]rune(text), language.Latin)
	for _, run := range runsOf(text) {
		width, ok := b.runWidth(face, run, script, with)
		if !ok {
			total = -1
			break
		}
		total += width
	}
	if b.widths == nil || len(b.widths) > mostWidths {
		b.widths = map[widthKey]float64{}
	}
	b.widths[key] = total
	return max(0, total), total >= 0
}

// run is a stretch of text in one direction.
type run struct {
	text      string
	fromRight bool
}

// runsOf parts a text by its writing directions (UAX #9). The order does not matter for the width.
func runsOf(text string) []run {
	fromRight := strings.ContainsFunc(text, func(r rune) bool {
		p, _ := bidi.LookupRune(r)
		return p.Class() == bidi.R || p.Class() == bidi.AL
	})
	if !fromRight {
		return []run{{text, false}}
	}
	var p bidi.Paragraph
	if _, err := p.SetString(text, bidi.DefaultDirection(bidi.RightToLeft)); err != nil {
		return []run{{text, true}}
	}
	order, err := p.Order()
	if err != nil {
		return []run{{text, true}}
	}
	runs := make([]run, order.NumRuns())
	for i := range runs {
		r := order.Run(i)
		runs[i] = run{r.String(), r.Direction() == bidi.RightToLeft}
	}
	return runs
}

// runWidth adds up the stretches of a run that one font carries; false where none has a character.
func (b *Book) runWidth(face *Face, r run, script language.Script, with features) (float64, bool) {
	total, runes := 0.0, []rune(r.text)
	script = scriptOf(runes, script)
	for start := 0; start < len(runes); {
		f := face.carrying(runes[start])
		if f == nil {
			return 0, false
		}
		end := start + 1
		for end < len(runes) && (face.carrying(runes[end]) == f || unicode.Is(unicode.M, runes[end])) {
			end++
		}
		// What belongs to no script, such as a comma, is of that of the letters before it (UAX #24, section 5.2).
		script = scriptOf(runes[start:end], script)
		total += b.shape(f, runes, start, end, script, r.fromRight, with)
		start = end
	}
	return total, true
}

// mostWidths bounds what a book remembers.
const mostWidths = 20_000

// carrying is the font that has a character; nil where none has.
func (f *Face) carrying(r rune) *font.Face {
	for _, each := range f.fonts {
		if _, ok := each.NominalGlyph(r); ok {
			return each
		}
	}
	return nil
}

func (b *Book) shape(f *font.Face, runes []rune, start, end int, script language.Script, fromRight bool,
	with features) float64 {
	input := shaping.Input{Text: runes, RunStart: start, RunEnd: end, Face: f, Size: fixed.I(unit), Script: script,
		Language: language.NewLanguage("en"), Direction: di.DirectionLTR}
	if fromRight {
		input.Direction = di.DirectionRTL
	}
	input.FontFeatures = with.list()
	advance := float64(b.shaper.Shape(input).Advance) / 64 / unit
	return max(advance, -advance)
}

// scriptOf is the script of the first letter that has one.
func scriptOf(runes []rune, otherwise language.Script) language.Script {
	for _, r := range runes {
		if s := language.LookupScript(r); s != language.Common && s != language.Inherited {
			return s
		}
	}
	return otherwise
}
