// Package typeset measures text with the real fonts: widths, and the lines into which it breaks. It needs no browser.
package typeset

import (
	"bytes"
	"fmt"
	"slices"
	"sync"

	"github.com/go-text/typesetting/font"
	"github.com/go-text/typesetting/shaping"
)

// Book is the fonts that text is set in, by family and weight.
type Book struct {
	faces []*Face

	mu     sync.Mutex // the shaper keeps a cache
	shaper shaping.HarfbuzzShaper
	widths map[widthKey]float64
	cut    map[string][]string // texts into their pieces
}

// Face is one family in one weight. Its fonts are the files that carry it, each for some characters.
type Face struct {
	Family string
	Weight int
	fonts  []*font.Face
}

// widthKey is a text in a face; its width is kept for one pixel of size.
type widthKey struct {
	face *Face
	text string
	with features
}

// Add puts a font file (TrueType, OpenType or WOFF 1) into the book. A face may have several, each for some characters.
func (b *Book) Add(family string, weight int, file []byte) error {
	parsed, err := font.ParseTTF(bytes.NewReader(file))
	if err != nil {
		return fmt.Errorf("typeset: %s %d: %w", family, weight, err)
	}
	i := slices.IndexFunc(b.faces, func(f *Face) bool { return f.Family == family && f.Weight == weight })
	if i < 0 {
		i = len(b.faces)
		b.faces = append(b.faces, &Face{Family: family, Weight: weight})
	}
	b.faces[i].fonts = append(b.faces[i].fonts, parsed)
	return nil
}

// Find is the face that CSS would take: of the first family that the book has, the weight nearest to the one wanted by
// the rule of CSS Fonts 4, section 5.2. It is nil where the book has none of the families.
func (b *Book) Find(families []string, weight int) *Face {
	for _, family := range families {
		var best *Face
		for _, f := range b.faces {
			if f.Family == family && (best == nil || rank(f.Weight, weight) < rank(best.Weight, weight)) {
				best = f
			}
		}
		if best != nil {
			return best
		}
	}
	return nil
}

// rank orders weights by how soon they are taken for the one wanted.
func rank(have, wanted int) int {
	const other = 2000 // the other direction comes after every weight of the first
	switch {
	case have == wanted:
		return 0
	case wanted >= 400 && wanted <= 500: // up to 500 first, then lighter, then heavier
		if have > wanted && have <= 500 {
			return have - wanted
		}
		if have < wanted {
			return other + wanted - have
		}
		return 2*other + have - wanted
	case wanted < 400: // lighter first
		if have < wanted {
			return wanted - have
		}
		return other + have - wanted
	default: // heavier first
		if have > wanted {
			return have - wanted
		}
		return other + wanted - have
	}
}
