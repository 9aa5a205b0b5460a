package team_test

import (
	"bytes"
	"image/png"
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"testing"

	"rubrel/core/colour"
	"rubrel/core/marks"
	"rubrel/render"
	"rubrel/testkit"
	"rubrel/testkit/chromium"
)

// What is said of the contrast of words on a picture holds for the very pixels that Chromium paints under them, at
// three widths: where it passes all of them do, and the veil that is its mend makes all of them pass.
func TestContrastOverPictures(t *testing.T) {
	for _, c := range []struct {
		veil  string
		fails bool
	}{{"#000000b3", false}, {"#00000040", true}} {
		g := testkit.Gallery{Kind: "team", Forms: []string{"over"}, Pictures: []string{"maren", "telescope", "leila"},
			Records: []map[string]string{of("name", "Maren", "position", "Werkstatt", "picture", "maren", "shows", "decorative"),
				of("name", "Leila", "position", "Empfang", "picture", "leila", "shows", "decorative"),
				of("name", "Tomasz", "position", "Dach", "picture", "telescope", "shows", "decorative")},
			Look: map[string]string{"words.background-color": c.veil}}
		exhibit := g.Hang(t)
		subject, err := render.Subject(exhibit.Site, testkit.Dresses(t), "over", testkit.When)
		if err != nil {
			t.Fatal(err)
		}
		var found []marks.Mark
		for _, mark := range marks.Of(subject, nil) {
			if mark.Check == "contrast" {
				found = append(found, mark)
			}
		}
		if fails := len(found) > 0; fails != c.fails {
			t.Errorf("a veil of %s: %d marks of contrast", c.veil, len(found))
		}
		if worst := worstPixel(t, exhibit); worst < 4.5 != c.fails {
			t.Errorf("a veil of %s: the worst pixel has a contrast of %.2f", c.veil, worst)
		}
		for rounds := 0; len(found) > 0 && rounds < 8; rounds++ {
			measured, _ := strconv.ParseFloat(found[0].Measured, 64)
			if worst := worstPixel(t, exhibit); worst < measured-0.15 {
				t.Errorf("measured %.2f, and a pixel has %.2f", measured, worst)
			}
			exhibit.Do(found[0].Mends[0].Change)
			if subject, err = render.Subject(exhibit.Site, testkit.Dresses(t), "over", testkit.When); err != nil {
				t.Fatal(err)
			}
			found = nil
			for _, mark := range marks.Of(subject, nil) {
				if mark.Check == "contrast" {
					found = append(found, mark)
				}
			}
		}
		if worst := worstPixel(t, exhibit); worst < 4.4 { // a cell of the picture stands for many pixels
			t.Errorf("after its mends the worst pixel has a contrast of %.2f", worst)
		}
	}
}

// worstPixel is the least contrast of white with what Chromium paints under the words of the people, with the words
// themselves made invisible.
func worstPixel(t *testing.T, exhibit *testkit.Exhibit) float64 {
	t.Helper()
	b := chromium.Launch(t, 1200, 900)
	_, address := testkit.Publish(t, exhibit.Site)
	worst := 21.0
	for _, width := range []int64{390, 768, 1200} {
		b.Size(width, 1800)
		b.Open(address)
		b.Await("[...document.images].every((i) => { i.loading = 'eager'; return i.complete; })")
		boxes := chromium.Eval[[][]float64](b, `[...document.querySelectorAll('.rb-name, .rb-position')].map((e) => {
			const range = document.createRange(); range.selectNodeContents(e);
			const r = range.getBoundingClientRect(); return [r.left, r.top, r.right, r.bottom]; })`)
		b.Text("document.querySelectorAll('.rb-words *').forEach((e) => (e.style.visibility = 'hidden'))")
		path := filepath.Join(t.TempDir(), "shot.png")
		b.Picture(path)
		file, err := os.ReadFile(path)
		if err != nil {
			t.Fatal(err)
		}
		shot, err := png.Decode(bytes.NewReader(file))
		if err != nil {
			t.Fatal(err)
		}
		for _, box := range boxes {
			for y := int(box[1]); y < int(box[3]) && y < shot.Bounds().Dy(); y++ {
				for x := int(box[0]); x < int(box[2]); x++ {
					r, g, blue, _ := shot.At(x, y).RGBA()
					under := colour.Colour{R: float64(r) / 65535, G: float64(g) / 65535, B: float64(blue) / 65535, Alpha: 1}
					worst = min(worst, colour.Contrast(colour.White, under))
				}
			}
		}
	}
	return worst
}

// Where a person has no picture, their words lie on the ground of the initials.
func TestContrastOverInitials(t *testing.T) {
	for ground, want := range map[string]bool{"#ffffff": true, "#101010": false} {
		g := testkit.Gallery{Kind: "team", Forms: []string{"over"}, Records: []map[string]string{of("name", "Ann")},
			Look: map[string]string{"words.background-color": "#00000010", "frame.background-color": ground,
				"initials.color": "#808080"}}
		subject, err := render.Subject(g.Site(t), testkit.Dresses(t), "over", testkit.When)
		if err != nil {
			t.Fatal(err)
		}
		found := slices.ContainsFunc(marks.Of(subject, nil), func(m marks.Mark) bool {
			return m.Check == "contrast" && strings.HasPrefix(m.Where, "name")
		})
		if found != want {
			t.Errorf("white words over %s: marked %v", ground, found)
		}
	}
}
