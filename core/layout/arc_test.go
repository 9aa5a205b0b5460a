package layout_test

import (
	"encoding/json"
	"fmt"
	"math"
	"testing"

	"rubrel/core/layout"
	"rubrel/testkit/chromium"
)

// Lengths and points against SVGGeometryElement in Chromium, over rings and half rings in both directions: within a
// tenth of a pixel, since Chromium measures an arc by curves and chords.
func TestArcAgainstSVGGeometryElement(t *testing.T) {
	type measured struct {
		Length float64
		Points [][2]float64
	}
	var paths []string
	var arcs []layout.Arc
	for _, radius := range []float64{12, 70.5, 240} {
		for _, sweep := range []float64{360, 180, 270, 90} {
			for _, start := range []float64{0, 270, 37} {
				for _, anti := range []bool{false, true} {
					a := layout.Arc{X: 250, Y: 250, Radius: radius, Thickness: 10, Start: start, Sweep: sweep, Anti: anti}
					arcs, paths = append(arcs, a), append(paths, a.Path(0, 1))
				}
			}
		}
	}
	question, err := json.Marshal(paths)
	if err != nil {
		t.Fatal(err)
	}
	b := chromium.Launch(t, 400, 300)
	answers := chromium.Eval[[]measured](b, fmt.Sprintf(`%s.map((d) => {
		const path = document.createElementNS('http://www.w3.org/2000/svg', 'path');
		path.setAttribute('d', d);
		const length = path.getTotalLength();
		return { Length: length, Points: [0, 0.07, 0.25, 0.5, 0.83, 1].map((s) => {
			const p = path.getPointAtLength(s * length); return [p.x, p.y]; }) };
	})`, question))
	for i, a := range arcs {
		got := answers[i]
		if math.Abs(a.Length()-got.Length) > 0.1+a.Length()*2e-4 {
			t.Errorf("%+v: length %.4f, Chromium has %.4f", a, a.Length(), got.Length)
		}
		for k, share := range []float64{0, 0.07, 0.25, 0.5, 0.83, 1} {
			x, y := a.Point(share)
			if math.Hypot(x-got.Points[k][0], y-got.Points[k][1]) > 0.1+a.Radius*2e-4 {
				t.Errorf("%+v at %v: %.3f %.3f, Chromium has %v", a, share, x, y, got.Points[k])
			}
		}
	}
}

// Round ends reach to the share and no further, seen from the centre.
func TestRoundEndsDoNotOverstate(t *testing.T) {
	for _, thickness := range []float64{2, 12, 30} {
		for share := 0.0; share <= 1; share += 0.01 {
			a := layout.Arc{Radius: 60, Thickness: thickness, Sweep: 180}
			s := a.Drawn(share, true)
			reach := 0.0
			if s.Round {
				reach = math.Asin(thickness/2/60) * 180 / math.Pi / 180
			}
			if math.Abs(s.To+reach-share) > 1e-9 || math.Abs(s.From-reach) > 1e-9 || s.To < s.From {
				t.Fatalf("thickness %v, share %.2f: drawn %+v with ends of %.4f", thickness, share, s, reach)
			}
		}
	}
}
