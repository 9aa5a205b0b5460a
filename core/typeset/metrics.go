package typeset

import (
	"strings"
	"unicode"
)

// Metrics are a face's measures in em: how far its line reaches above and below the baseline (hhea or OS/2, as the font
// asks for), the gap between lines, and the width of a character on average, by its class.
type Metrics struct {
	Ascent, Descent, Gap float64
	Averages             map[Class]float64
}

// Class is a class of characters that are about as wide in one face as they are in another: small letters may be narrow
// where figures are wide.
type Class string

// The classes. Others are spaces and signs, and the letters of other scripts.
const (
	Figures  Class = "figures"
	Capitals Class = "capitals"
	Small    Class = "small"
	Others   Class = "others"
)

// Ranges are the characters of the classes but Others, as CSS writes a unicode-range.
var Ranges = map[Class]string{Figures: "U+30-39", Capitals: "U+41-5A,U+C0-D6,U+D8-DE", Small: "U+61-7A,U+DF-F6,U+F8-FF"}

// ordinary is text with letters about as often as they come in English, French and German: common practice.
const ordinary = "The evening begins when the last of the light has gone and the dome is opened to the sky. " +
	"Une soirée commence quand la lumière est partie et que la coupole est ouverte vers le ciel. " +
	"Der Abend beginnt, wenn das letzte Licht vergangen ist und die Kuppel zum Himmel geöffnet wird. " +
	"Join as a member, 12 guests a year, 9.00 a month."

// classOf is the class of a character of ordinary text.
func classOf(r rune) Class {
	switch {
	case unicode.IsDigit(r):
		return Figures
	case unicode.IsUpper(r):
		return Capitals
	case unicode.IsLower(r):
		return Small
	}
	return Others
}

// Metrics measures a face by the first of its files.
func (b *Book) Metrics(f *Face) Metrics {
	font := f.fonts[0]
	em := float64(font.Upem())
	m := Metrics{Averages: map[Class]float64{}}
	if extents, ok := font.FontHExtents(); ok {
		m.Ascent, m.Descent, m.Gap = float64(extents.Ascender)/em, -float64(extents.Descender)/em, float64(extents.LineGap)/em
	}
	texts := map[Class]string{Figures: "0123456789", Capitals: "ABCDEFGHIJKLMNOPRSTUVWZ"}
	for _, r := range ordinary {
		if class := classOf(r); class == Small || class == Others {
			texts[class] += string(r)
		}
	}
	for class, text := range texts {
		width := 0.0
		for r := range strings.SplitSeq(text, "") {
			w, _ := b.perPixel(f, r, features{})
			width += w
		}
		m.Averages[class] = width / float64(len([]rune(text)))
	}
	return m
}
