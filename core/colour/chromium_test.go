package colour_test

import (
	"encoding/json"
	"fmt"
	"math"
	"strings"
	"testing"

	"rubrel/core/colour"
	"rubrel/testkit/chromium"
)

// Colours are read as Chromium reads them: every name, every function, angles in each unit, none, percentages.
func TestParseAgainstChromium(t *testing.T) {
	texts := []string{"hwb(194 0% 0%)", "hwb(0.5turn 20% 30% / 40%)", "hwb(90 60% 60%)", "lab(52% 40 " +
		"59)", "lab(29 39 20 / .5)",
		"lab(none 20 30)", "lch(52% 72 50)", "lch(60 20% 200grad)", "oklab(59% 0.1 0.1)", "oklab(0.6 -25% 25%)",
		"oklch(0.6 0.1 1.2rad)", "oklch(0.7 none 40)", "color(srgb 0.2 50% 0.8)", "color(srgb-linear 0.2 0.3 0.4)",
		"color(display-p3 0.4 0.5 0.6)", "color(a98-rgb 0.4 0.5 0.6)", "color(prophoto-rgb 0.4 0.5 0.6)",
		"color(xyz 0.2 0.3 0.4)", "color(xyz-d50 0.2 0.3 0.4 / 30%)", "hsl(0.25turn 50% 50%)", "hsl(none 50% 50%)",
		"hsl(100grad 50% 50% / none)", "RebeccaPurple", "rgb(none 128 255)"}
	for name := range strings.FieldsSeq(colour.NamedForTest) {
		texts = append(texts, name[:strings.IndexByte(name, ':')])
	}
	b := chromium.Launch(t, 200, 200)
	b.Open("about:blank")
	written, err := json.Marshal(texts)
	if err != nil {
		t.Fatal(err)
	}
	pixels := chromium.Eval[[][]float64](b, fmt.Sprintf(`%s.map((text) => {
		const canvas = Object.assign(document.createElement('canvas'), { width: 1, height: 1 }).getContext('2d');
		canvas.fillStyle = text;
		canvas.fillRect(0, 0, 1, 1);
		return [...canvas.getImageData(0, 0, 1, 1).data];
	})`, written))
	for i, text := range texts {
		c, err := colour.Parse(text)
		if err != nil {
			t.Errorf("%s: %v", text, err)
			continue
		}
		got := []float64{c.R * 255, c.G * 255, c.B * 255, c.Alpha * 255}
		allowed := 1.0
		if c.Alpha < 1 {
			allowed = 3 // the canvas holds what is multiplied by alpha
		}
		for k := range got {
			if math.Abs(got[k]-pixels[i][k]) > allowed && pixels[i][3] > 0 {
				t.Errorf("%s: channel %d is %.1f, in Chromium %.0f", text, k, got[k], pixels[i][k])
			}
		}
	}
}
