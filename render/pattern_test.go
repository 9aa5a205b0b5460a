package render_test

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"rubrel/core/look"
	"rubrel/core/release"
	"rubrel/testkit/chromium"
)

// A pattern as Chromium paints it has nothing but its ink, its ground and the soft edges between, and as much ink as
// its geometry says.
func TestPatternIsWhatChromiumPaints(t *testing.T) {
	property, err := look.PropertyNamed("background-image")
	if err != nil {
		t.Fatal(err)
	}
	b := chromium.Launch(t, 600, 400)
	b.Open(serveFiles(t, []release.File{{Path: "index.html", Bytes: []byte("<!doctype html><title>x</title>")}}))
	for text, share := range map[string]float64{
		"stripes(#000000, 3px, 12px)":       3.0 / 12,
		"stripes(#000000, 3px, 12px, 0deg)": 3.0 / 12,
		"dots(#000000, 8px, 16px)":          math.Pi * 4.25 * 4.25 / (16 * 16), // its edge runs out over half a pixel
		"grid(#000000, 2px, 20px)":          1 - (18.0/20)*(18.0/20),
		"checks(#000000, 10px)":             0.5,
	} {
		value, err := property.Parse(text, look.Vocabulary{})
		if err != nil {
			t.Fatal(err)
		}
		css := "background-image:" + value.CSS() + ";background-size:" + value.(look.Layers).Sizes()
		ink := chromium.Eval[float64](b, fmt.Sprintf(`(async () => {
			const svg = '<svg xmlns="http://www.w3.org/2000/svg" width="240" height="240">' +
				'<foreignObject width="240" height="240"><div xmlns="http://www.w3.org/1999/xhtml" ' +
				'style="height:240px;background-color:#fff;%s"></div></foreignObject></svg>';
			const image = new Image();
			image.src = 'data:image/svg+xml,' + encodeURIComponent(svg);
			await image.decode();
			const canvas = new OffscreenCanvas(240, 240), context = canvas.getContext('2d');
			context.drawImage(image, 0, 0);
			let dark = 0;
			const { data } = context.getImageData(0, 0, 240, 240);
			for (let i = 0; i < data.length; i += 4) dark += 1 - data[i] / 255;
			return dark / (240 * 240);
		})()`, strings.ReplaceAll(css, "'", `\'`)))
		if math.Abs(ink-share) > 0.012 {
			t.Errorf("%s has %.3f of ink, its geometry %.3f", text, ink, share)
		}
	}
}
