package reviews_test

import (
	"fmt"
	"image"
	"image/color"
	_ "image/png" // what the browser takes
	"math"
	"os"
	"path/filepath"
	"testing"

	"rubrel/testkit"
	"rubrel/testkit/chromium"
)

// With forced colours, light and dark, three stars are told from five and four and a half by what is drawn, and bars
// are as long as their shares: every ink is the same one there.
func TestForcedColours(t *testing.T) {
	b := chromium.Launch(t, 1200, 900)
	for _, facts := range []map[string]string{nil, {"character": "★"}} {
		g := practice(facts, 9)
		g.Forms, g.Look = []string{"grid", "summary"}, map[string]string{"stars.font-size": "40px", "track.height": "20px"}
		_, address := testkit.Publish(t, g.Site(t))
		for _, scheme := range []string{"light", "dark"} {
			b.Media("", "forced-colors", "active", "prefers-color-scheme", scheme, "prefers-reduced-motion", "reduce")
			b.Open(address)
			b.FontsLoaded()
			for record, want := range map[string]int{"r1": 3, "r5": 4, "r4": 5} { // of 4.5 the last is filled to its middle
				if got := filledStars(t, b, "#grid [data-record="+record+"] .rb-stars > *"); got != want {
					t.Errorf("%v, %s: %d stars are filled, want %d", facts, scheme, got, want)
				}
			}
			bar := func(i int) float64 {
				return inked(t, b, fmt.Sprintf("#summary .rb-spread li:nth-child(%d) .rb-track", i))
			}
			for i, share := range map[int]float64{1: 3.0 / 8, 2: 3.0 / 8, 3: 1.0 / 8, 5: 0} {
				if got := bar(i); math.Abs(got-share) > 0.015 {
					t.Errorf("%v, %s: %.2f of bar %d is filled, want %.2f", facts, scheme, got, i, share)
				}
			}
		}
	}
}

// box is where an element is seen.
type box struct{ Left, Top, Right, Bottom float64 }

// sight scrolls the first element of a selector into sight, and gives the places of all, with what is seen.
func sight(t *testing.T, b *chromium.Browser, selector string) ([]box, image.Image) {
	t.Helper()
	boxes := chromium.Eval[[]box](b, fmt.Sprintf(`(() => {
		const all = [...document.querySelectorAll(%q)];
		all[0].scrollIntoView({ block: 'center' });
		return all.map((e) => e.getBoundingClientRect()).map((r) => ({ Left: r.left, Top: r.top, Right: r.right,
			Bottom: r.bottom }));
	})()`, selector))
	path := filepath.Join(t.TempDir(), "seen.png")
	b.Picture(path)
	file, err := os.Open(path)
	if err != nil {
		t.Fatal(err)
	}
	defer file.Close()
	seen, _, err := image.Decode(file)
	if err != nil {
		t.Fatal(err)
	}
	return boxes, seen
}

// stands reports whether a colour stands out from a ground as black does from white, or about so.
func stands(c, ground color.Color) bool {
	r, g, b, _ := c.RGBA()
	or, og, ob, _ := ground.RGBA()
	apart := func(a, b uint32) float64 { return math.Abs(float64(a)-float64(b)) / 0xffff }
	return apart(r, or)+apart(g, og)+apart(b, ob) > 1.5
}

// filledStars is how many of some stars have another colour just after their middle than beside them.
func filledStars(t *testing.T, b *chromium.Browser, selector string) int {
	t.Helper()
	boxes, seen := sight(t, b, selector)
	filled := 0
	for _, at := range boxes {
		if stands(seen.At(int(at.Left+0.6*(at.Right-at.Left)), int(at.Top+0.55*(at.Bottom-at.Top))),
			seen.At(int(boxes[0].Left)-3, int(at.Top)-1)) {
			filled++
		}
	}
	return filled
}

// inked is the share of the middle of an element, from left to right, that stands out from what is beside it.
func inked(t *testing.T, b *chromium.Browser, selector string) float64 {
	t.Helper()
	boxes, seen := sight(t, b, selector)
	at := boxes[0]
	middle, n := int((at.Top+at.Bottom)/2), 0
	for x := int(at.Left); x < int(at.Right); x++ {
		if stands(seen.At(x, middle), seen.At(int(at.Left)-3, middle)) {
			n++
		}
	}
	return float64(n) / (at.Right - at.Left)
}
