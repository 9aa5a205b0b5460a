package render

import (
	"fmt"
	"strings"

	"rubrel/core/look"
	"rubrel/core/typeset"
)

// The measures of a page's own words, in CSS px, of which page.css and the room that is kept for them follow.
const (
	headMeasure              = 720
	titleLeast, titleMost    = 32, 48
	titleShare               = 6 // of the page's width, in percent, between those two
	narrowestPage, pageSteps = 280, 4
	widestPage               = titleMost * 100 / titleShare // from which on nothing changes
)

// pageStyle is page.css with its measures.
var pageStyle = strings.NewReplacer(
	"HEAD-MEASURE", fmt.Sprintf("%dpx", headMeasure),
	"TITLE-SIZE", fmt.Sprintf("clamp(%dpx, %dcqi, %dpx)", titleLeast, titleShare, titleMost),
).Replace(pageCSS)

// headWords are words of a page's own: the title, or the introduction.
type headWords struct {
	class, text    string
	family, weight look.Token
	// slack is by how much of its width the text may be wider in a stand-in than in its own font.
	slack float64
	size  func(page float64) float64
}

// reserve is the style by which a page's title and introduction keep their lines while a stand-in holds the place of
// their fonts. They keep the room of the lines that they take; and where they fit so barely that they would take one
// more in a stand-in, they have less room and take it in their own font too.
func (d *dressed) reserve(view pageView) ([]byte, error) {
	if !view.Head {
		return nil, nil
	}
	book, err := d.dress.Book()
	if err != nil {
		return nil, err
	}
	padding := 2 * d.pixels("space-4", headMeasure)
	var out strings.Builder
	for _, words := range []headWords{
		{"rb-h1", view.Heading, "display", "weight-display", 0.06, func(page float64) float64 {
			return min(max(titleLeast, page*titleShare/100), titleMost)
		}},
		{"rb-intro", view.Intro, "text", "weight-text", 0.03, func(page float64) float64 {
			return d.pixels("type-4", page)
		}},
	} {
		face := d.tokenFace(book, words.family, words.weight)
		if face == nil || words.text == "" {
			continue
		}
		said := ""
		for page := widestPage; page >= narrowestPage; page -= pageSteps {
			rule := words.rule(book, face, float64(page), min(headMeasure, float64(page)-padding))
			if rule != said {
				query := fmt.Sprintf("(width < %dpx)", page+pageSteps)
				if page == widestPage {
					query = "(width > 0px)"
				}
				fmt.Fprintf(&out, "@container %s{.rb-head .%s{%s}}", query, words.class, rule)
				said = rule
			}
		}
	}
	return []byte(out.String()), nil
}

// rule is how the words stand in their room, in CSS px, on a page of a width.
func (w headWords) rule(book *typeset.Book, face *typeset.Face, page, room float64) string {
	style := typeset.Style{Face: face, Size: w.size(page)}
	lines, known := book.Lines(style, w.text, room)
	if !known {
		return "" // what another font writes is not measured
	}
	more, _ := book.Lines(style, w.text, room*(1-w.slack))
	if len(more) > len(lines) {
		return fmt.Sprintf("min-height:%dlh;padding-inline:%g%%", len(more), 100*w.slack/2)
	}
	return fmt.Sprintf("min-height:%dlh;padding-inline:0", len(lines))
}

// pixels is a token's length on a page of a width, both in CSS px.
func (d *dressed) pixels(name look.Token, page float64) float64 {
	switch v := d.light.Value(name).(type) {
	case look.Length:
		return float64(v.Milli) / 1000
	case look.Fluid:
		return v.At(page)
	}
	return 0
}
