package render

import (
	"fmt"
	"maps"
	"slices"
	"strconv"
	"strings"

	"rubrel/core/document"
	"rubrel/core/look"
	"rubrel/core/typeset"
	"rubrel/dresses"
)

// fontsCSS says where the fonts are, and what stands in for them until they have come.
func fontsCSS(faces []dresses.Face, fallbacks []dresses.Fallback, fontURL func(dresses.FontFile) string) string {
	var b strings.Builder
	for _, face := range faces {
		for _, file := range face.Files {
			fmt.Fprintf(&b, "@font-face{font-family:%q;font-weight:%d;font-display:swap;src:url(%s) "+
				"format(\"woff2\");unicode-range:%s}",
				face.Family, face.Weight, fontURL(file), file.UnicodeRange)
		}
		for _, f := range fallbacks {
			if f.For == face.Family && f.Weight == face.Weight {
				b.WriteString(f.CSS())
			}
		}
	}
	return b.String()
}

// withFallbacks puts the stand-ins of each family behind it wherever a style sheet names it.
func withFallbacks(css string, fallbacks []dresses.Fallback) string {
	behind := map[string][]string{}
	for _, f := range fallbacks {
		name := strconv.Quote(f.Family)
		if !slices.Contains(behind[f.For], name) {
			behind[f.For] = append(behind[f.For], name)
		}
	}
	var pairs []string
	for family, names := range behind {
		pairs = append(pairs, strconv.Quote(family), strconv.Quote(family)+","+strings.Join(names, ","))
	}
	return strings.NewReplacer(pairs...).Replace(css)
}

// facesOf are those of the dress's faces that are in use, each with only the files that some of the characters need.
func (d *dressed) facesOf(used map[*typeset.Face]bool, runes map[rune]bool) []dresses.Face {
	var faces []dresses.Face
	for _, face := range d.faces {
		wanted := false
		for f := range used {
			wanted = wanted || f.Family == face.Family && f.Weight == face.Weight
		}
		if !wanted {
			continue
		}
		face.Files = slices.DeleteFunc(slices.Clone(face.Files), func(f dresses.FontFile) bool { return !f.Carries(runes) })
		faces = append(faces, face)
	}
	return faces
}

// runesOf are the characters of a text.
func runesOf(texts ...string) map[rune]bool {
	all := map[rune]bool{}
	for _, text := range texts {
		for _, r := range text {
			all[r] = true
		}
	}
	return all
}

// maxPreloads bounds how many fonts a page asks for before anything else.
const maxPreloads = 4

// preloads are the fonts that the first screen needs: those of the page's title and of its first band.
func (d *dressed) preloads(page document.Page, view pageView, pieces []piece) ([]string, error) {
	used := map[*typeset.Face]bool{}
	texts := []string{view.Title, view.Intro}
	if view.Head {
		book, err := d.dress.Book()
		if err != nil {
			return nil, err
		}
		used[d.tokenFace(book, "display", "weight-display")] = true
		used[d.tokenFace(book, "text", "weight-text")] = true
	}
	first := 0
	if len(page.Bands) > 0 {
		first = len(page.Bands[0].Blocks)
		texts = append(texts, page.Bands[0].Heading)
	}
	for _, p := range pieces[:first] {
		maps.Copy(used, p.faces)
		texts = append(texts, string(p.html))
	}
	delete(used, nil)
	var paths []string
	for _, face := range d.facesOf(used, runesOf(texts...)) {
		for _, file := range face.Files {
			if len(paths) < maxPreloads && !slices.Contains(paths, file.Path) {
				paths = append(paths, file.Path)
			}
		}
	}
	return paths, nil
}

// tokenFace is the face of a family and a weight of the house style, as page.css sets a page's own words; nil for none.
func (d *dressed) tokenFace(book *typeset.Book, family, weight look.Token) *typeset.Face {
	families, _ := d.light.Value(family).(look.Family)
	length, _ := d.light.Value(weight).(look.Length)
	return book.Find(families, int(length.Milli/1000))
}
