package typeset

import "math"

// Metrics are a face's measures in em: how far its line reaches above and below the baseline (hhea or OS/2, as the font
// asks for), the gap between lines, and how wide each character of western texts is.
type Metrics struct {
	Ascent, Descent, Gap float64
	Advances             map[string]float64
}

// ordinary is text with letters about as often as they come in English, French and German: common practice.
const ordinary = "The evening begins when the last of the light has gone and the dome is opened to the sky. " +
	"Une soirée commence quand la lumière est partie et que la coupole est ouverte vers le ciel. " +
	"Der Abend beginnt, wenn das letzte Licht vergangen ist und die Kuppel zum Himmel geöffnet wird. " +
	"Join as a member, 12 guests a year, 9.00 a month."

// western are the characters that are measured: those of ISO 8859-1, and the dashes, quotation marks and signs that
// texts have beside them.
func western() (all []rune) {
	for r := ' '; r <= 'ÿ'; r++ {
		if r < 0x7f || r > 0xa0 {
			all = append(all, r)
		}
	}
	return append(all, []rune("–—‘’‚“”„…€")...)
}

// Metrics measures a face by the first of its files.
func (b *Book) Metrics(f *Face) Metrics {
	font := f.fonts[0]
	em := float64(font.Upem())
	m := Metrics{Advances: map[string]float64{}}
	if extents, ok := font.FontHExtents(); ok {
		m.Ascent, m.Descent, m.Gap = float64(extents.Ascender)/em, -float64(extents.Descender)/em, float64(extents.LineGap)/em
	}
	for _, r := range western() {
		if width, known := b.perPixel(f, string(r), features{}); known && width > 0 {
			m.Advances[string(r)] = math.Round(width*1e4) / 1e4
		}
	}
	return m
}
