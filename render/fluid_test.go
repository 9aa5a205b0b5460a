package render_test

import (
	"fmt"
	"math"
	"testing"

	"rubrel/core/document"
	"rubrel/core/look"
	"rubrel/render"
	"rubrel/testkit/chromium"
)

// A size that follows the width, said by a part or by a token of the house style, is what it should be in Chromium at
// every width of the block, also inside the containers of a form.
func TestFluidSizes(t *testing.T) {
	site := changed(t,
		document.SetTokens{Texts: map[string]string{"type-7": "24px to 60px"}},
		document.SetLook{Block: "memberships", Key: look.Key{Part: "title", Property: "font-size"},
			Text: "19.5px at 300 to 33px at 1000"},
		document.SetLook{Block: "memberships", Key: look.Key{Part: "price", Property: "font-size"}, Text: "type-7"},
		document.SetLook{Block: "memberships", Key: look.Key{Part: "note", Property: "font-size"}, Text: "17px to 12px"},
	)
	files, err := render.Release(site, loadDresses(t), now)
	if err != nil {
		t.Fatal(err)
	}
	b := chromium.Launch(t, 1200, 900)
	b.Open(serveFiles(t, files))
	px := func(n int64) look.Length { return look.Length{Milli: n, Unit: "px"} }
	for _, width := range []int64{360, 390, 517, 768, 999, 1200, 1500} {
		b.Size(width, 900)
		block := chromium.Eval[float64](b, "document.querySelector('#memberships').getBoundingClientRect().width")
		for part, fluid := range map[string]look.Fluid{
			"title": {From: px(19_500), To: px(33_000), Least: 300, Most: 1000},
			"price": {From: px(24_000), To: px(60_000), Least: 390, Most: 1200},
			"note":  {From: px(17_000), To: px(12_000), Least: 390, Most: 1200},
		} {
			got := chromium.Eval[float64](b, fmt.Sprintf("parseFloat(getComputedStyle(document.querySelector('#memberships "+
				".rb-%s')).fontSize)", part))
			if want := fluid.At(block); math.Abs(got-want) > 0.01 {
				t.Errorf("%s in a block of %g px is %g px, want %g", part, block, got, want)
			}
		}
	}
}
