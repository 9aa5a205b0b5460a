package typeset

import (
	"strings"

	"github.com/go-text/typesetting/segmenter"
	"golang.org/x/text/cases"
	"golang.org/x/text/language"
)

// Transform is how the letters of a text are written: a value of CSS's text-transform, or "" for as they are.
type Transform string

// The transforms of CSS Text 3, section 2.1.
const (
	Uppercase  Transform = "uppercase"
	Lowercase  Transform = "lowercase"
	Capitalize Transform = "capitalize"
)

// transformed is a text as its style's transform writes it, in its language, and the style without the transform.
func (s Style) transformed(text string) (string, Style) {
	transform := s.Transform
	s.Transform = ""
	switch transform {
	case Uppercase:
		return cases.Upper(s.tag()).String(text), s
	case Lowercase:
		return cases.Lower(s.tag()).String(text), s
	case Capitalize:
		return s.capitalized(text), s
	}
	return text, s
}

// tag is the style's language; the root where it is none.
func (s Style) tag() language.Tag {
	tag, err := language.Parse(s.Language)
	if err != nil {
		return language.Und
	}
	return tag
}

// capitalized writes the first letter of every word (UAX #29) in titlecase, and leaves the others as they are. A full
// stop ends a word, as browsers have it: "example.org" is two.
func (s Style) capitalized(text string) string {
	title := cases.Title(s.tag(), cases.NoLower)
	runes := []rune(text)
	var seg segmenter.Segmenter
	seg.Init(runes)
	var b strings.Builder
	from := 0
	for it := seg.WordIterator(); it.Next(); {
		word := it.Word()
		b.WriteString(string(runes[from:word.Offset]))
		for _, piece := range strings.SplitAfter(string(word.Text), ".") {
			b.WriteString(title.String(piece))
		}
		from = word.Offset + len(word.Text)
	}
	return b.String() + string(runes[from:])
}
