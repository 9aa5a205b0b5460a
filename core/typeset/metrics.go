package typeset

import "strings"

// Metrics are a face's measures in em: how far its line reaches above and below the baseline (hhea or OS/2, as the font
// asks for), the gap between lines, and the width of a character of ordinary text on average.
type Metrics struct {
	Ascent, Descent, Gap, Average float64
}

// ordinary is text with letters about as often as they come in English, French and German: common practice.
const ordinary = "The evening begins when the last of the light has gone and the dome is opened to the sky. " +
	"Une soirée commence quand la lumière est partie et que la coupole est ouverte vers le ciel. " +
	"Der Abend beginnt, wenn das letzte Licht vergangen ist und die Kuppel zum Himmel geöffnet wird. " +
	"Join as a member, 12 guests a year, 9.00 a month."

// Metrics measures a face by the first of its files.
func (b *Book) Metrics(f *Face) Metrics {
	font := f.fonts[0]
	em := float64(font.Upem())
	var m Metrics
	if extents, ok := font.FontHExtents(); ok {
		m.Ascent, m.Descent, m.Gap = float64(extents.Ascender)/em, -float64(extents.Descender)/em, float64(extents.LineGap)/em
	}
	width := 0.0
	for word := range strings.FieldsSeq(ordinary) {
		w, _ := b.perPixel(f, word+" ", features{})
		width += w
	}
	m.Average = width / float64(len([]rune(ordinary)))
	return m
}
