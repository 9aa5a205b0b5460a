package render_test

import (
	"bytes"
	"slices"
	"strings"
	"testing"

	"rubrel/core/document"
	"rubrel/core/marks"
)

// halves is a picture that is dark on the left and white on the right.
func (d *desk) halves() {
	row := append(bytes.Repeat([]byte{16, 24, 40, 255}, document.CellsAcross/2), bytes.Repeat([]byte{255, 255, 255, 255},
		document.CellsAcross/2)...)
	d.do(document.AddPicture{Name: "halves", Picture: document.Picture{File: strings.Repeat("0", 64), Type: "image/png",
		Width: 800, Height: 600, Cells: bytes.Repeat(row, document.CellsAcross)}})
}

// A picture is taken where the words lie: a white title on its dark half is seen, wherever the other half is.
func TestContrastWhereTheWordsLie(t *testing.T) {
	for _, c := range []struct {
		name  string
		says  map[string]string
		found bool
	}{
		{"at the start, over the dark half", nil, false},
		{"at the end, over the white half", map[string]string{"card.text-align": "end"}, true},
		{"in the middle, over both", map[string]string{"card.text-align": "center"}, true},
		{"so long that it reaches the white half", map[string]string{"title.font-size": "60px"}, true},
		{"held at its white end, of which more is seen where the card is high",
			map[string]string{"card.background-image": "picture(halves, cover, 100% 50%)"}, true},
		{"contained, so that the paper is seen beside it", map[string]string{"card.background-image": "picture(halves, " +
			"contain)"}, true},
		{"much wider than the card, from its start", map[string]string{"card.background-image": "picture(halves, 2000px, " +
			"0% 0%)", "card.text-align": "end"}, false},
		{"much wider than the card, from its end", map[string]string{"card.background-image": "picture(halves, 2000px, " +
			"100% 0%)"}, true},
		{"repeated under the words", map[string]string{"card.background-image": "picture(halves, 40px, 0% 0%)"}, true},
		{"set off to a side", map[string]string{"title.margin": "0 0 0 160px"}, true},
		{"behind all the cards", map[string]string{"card.background-image": "none", "card.background-color": "transparent",
			"table.background-image": "picture(halves)"}, true},
	} {
		t.Run(c.name, func(t *testing.T) {
			d := newDesk(t)
			d.halves()
			says := map[string]string{"title.font-size": "18px", "title.color": "#ffffff",
				"card.background-image": "picture(halves)", "card.background-image@featured": "none",
				"card.background-color": "#101828"}
			for key, text := range c.says {
				says[key] = text
			}
			for key, text := range says {
				d.say("memberships", key, text)
			}
			found := false
			for _, mark := range d.contrasts("memberships") {
				found = found || titled(mark)
			}
			if found != c.found {
				t.Errorf("a mark on the title: %v", found)
			}
		})
	}
}

func titled(mark marks.Mark) bool {
	return slices.ContainsFunc(seen(mark), func(place string) bool { return strings.HasPrefix(place, "title") })
}
