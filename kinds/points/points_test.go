package points_test

import (
	"fmt"
	"math"
	"testing"

	"rubrel/core/colour"
	"rubrel/core/document"
	"rubrel/testkit"
	"rubrel/testkit/chromium"
)

// steps is a way through a client's day: short and long, in another language.
func steps(facts map[string]string) testkit.Gallery {
	return testkit.Gallery{Kind: "points", Facts: facts, Forms: []string{"rows", "columns", "timeline"},
		Records: []map[string]string{
			{"title": "Ankunft", "icon": "bus"},
			{"title": "Sicherheitsunterweisung und Ausrüstung", "icon": "shield-check", "text": "Gurt, Helm, Schuhe. " +
				"Wer schon einmal da war, zeigt den Knoten. Alle anderen lernen ihn hier, in Ruhe und zu zweit.",
				"link": "regeln.html", "link-text": "Die Regeln"},
			{"title": "An die Wand", "icon": "mountain", "text": "*Endlich.*", "featured": "yes"},
		}}
}

// Every form's page passes the HTML checker and axe-core, and is no wider than its window.
func TestPagesAreSound(t *testing.T) {
	testkit.CheckPages(t, steps,
		[]int64{320, 768, 1200},
		map[string]string{},
		map[string]string{"signs": "numbers", "side": "at the end", "answers": "the whole point"},
	)
}

// Both panels of a point are equally tall at every width, on the side that the set says; the line of a timeline goes
// from sign to sign and ends at the last.
func TestPanels(t *testing.T) {
	b := chromium.Launch(t, 1200, 900)
	for side, before := range map[string]bool{"at the start": true, "at the end": false} {
		_, address := testkit.Publish(t, steps(map[string]string{"side": side}).Site(t))
		b.Open(address)
		for _, width := range []int64{320, 768, 1200} {
			b.Size(width, 900)
			if fault := b.Text(fmt.Sprintf(`(() => {
				for (const point of document.querySelectorAll('.rb-point')) {
					const [sign, words] = ['.rb-media', '.rb-words'].map((s) => point.querySelector(s).getBoundingClientRect());
					const what = point.closest('[data-rb]').id + ' ' + point.dataset.record;
					if (Math.abs(sign.height - words.height) > 0.5) return what + ': ' + sign.height + ' beside ' + words.height;
					const icon = point.querySelector('.rb-icon').getBoundingClientRect();
					if (Math.abs(icon.left + icon.right - sign.left - sign.right) > 1) return what + ': off the middle';
					if ((sign.right <= words.left) !== %v) return what + ' stands on the other side';
				}
				return '';
			})()`, before)); fault != "" {
				t.Errorf("%s, %d px: %s", side, width, fault)
			}
		}
	}
	ends := chromium.Eval[[]float64](b, `[...document.querySelectorAll('#timeline .rb-point')].map((point) => {
		const line = getComputedStyle(point.querySelector('.rb-media'), '::before');
		const next = point.nextElementSibling?.querySelector('.rb-icon').getBoundingClientRect().top;
		if (line.content === 'none') return next === undefined ? 0 : -1;
		return point.querySelector('.rb-media').getBoundingClientRect().bottom - parseFloat(line.bottom) - next;
	})`)
	for i, off := range ends {
		if off < -0.5 || off > 0.5 {
			t.Errorf("the line from point %d ends %.1f px off the next", i+1, off)
		}
	}
}

// Grounds go from one colour to the other by equal steps of lightness, chroma and hue (CSS Color 4, section 12), and
// what stands on them has a contrast of 4.5 at least (WCAG 2.2, 1.4.3), in both schemes.
func TestRamp(t *testing.T) {
	b := chromium.Launch(t, 1200, 900)
	first, last := colour.Colour{R: 0.953, G: 0.714, B: 0.2, Alpha: 1}, colour.Colour{R: 0.09, G: 0.2, B: 0.4, Alpha: 1}
	facts := map[string]string{"signs-ramp": first.String() + " to " + last.String(), "words-ramp": "raised to accent",
		"signs": "numbers"}
	for _, scheme := range []document.Scheme{document.LightScheme, document.DarkScheme} {
		g := steps(facts)
		g.Scheme = scheme
		_, address := testkit.Publish(t, g.Site(t))
		b.Open(address)
		b.CheckAccessibility("grounds along a ramp, " + string(scheme))
		painted := chromium.Eval[[][]string](b, `[...document.querySelectorAll('#rows .rb-point')].map((point) =>
			['.rb-media', '.rb-words', '.rb-title'].flatMap((s) => {
				const style = getComputedStyle(point.querySelector(s)), canvas = new OffscreenCanvas(1, 1).getContext('2d');
				return [style.backgroundColor, style.color].map((colour) => {
					canvas.clearRect(0, 0, 1, 1);
					canvas.fillStyle = colour;
					canvas.fillRect(0, 0, 1, 1);
					const [red, green, blue, alpha] = canvas.getImageData(0, 0, 1, 1).data;
					return alpha ? '#' + [red, green, blue].map((n) => n.toString(16).padStart(2, '0')).join('') : '';
				});
			}))`)
		for i, at := range painted {
			along := float64(i) / float64(len(painted)-1)
			from, to := first.OKLCH(), last.OKLCH()
			turn := math.Mod(to.H-from.H+540, 360) - 180 // the shorter way
			want := colour.OKLCH{
				L: from.L + along*(to.L-from.L),
				C: from.C + along*(to.C-from.C),
				H: from.H + along*turn,
			}.Mapped()
			if got := parsed(t, at[0]); colour.Distance(got, want) > 0.02 {
				t.Errorf("%s: the sign of point %d lies on %s, want %s", scheme, i, at[0], want)
			}
			for _, pair := range [][2]string{{at[1], at[0]}, {at[3], at[2]}, {at[5], at[2]}} {
				if got := colour.Contrast(parsed(t, pair[0]), parsed(t, pair[1])); got < 4.5 {
					t.Errorf("%s: %s on %s has a contrast of %.2f", scheme, pair[0], pair[1], got)
				}
			}
		}
	}
}

func parsed(t *testing.T, text string) colour.Colour {
	t.Helper()
	c, err := colour.Parse(text)
	if err != nil {
		t.Fatal(err)
	}
	return c
}
