package skillbars_test

import (
	"bytes"
	"compress/gzip"
	"fmt"
	"image/png"
	"math"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"rubrel/render"
	"rubrel/testkit"
	"rubrel/testkit/chromium"
)

// Every form's page passes the HTML checker and axe-core, and is no wider than its window; one number is read of each
// skill, by its meter.
func TestPagesAreSound(t *testing.T) {
	var folders []string
	b := chromium.Launch(t, 1200, 900)
	for _, facts := range []map[string]string{
		{"numbers": "inside", "names": "inside", "line": "average", "ends": "round"},
		{"names": "beside", "numbers": "beside", "sort": "by value", "again": "each time"},
		{"numbers": "riding", "ground": "along the bar", "sort": "by name", "from": "90", "turn": "anticlockwise"},
	} {
		g := training()
		g.Facts = facts
		g.Forms = []string{"line", "column", "ring", "half-ring", "tile", "steps"} // on one page
		folder, address := testkit.Publish(t, g.Site(t))
		folders = append(folders, folder)
		b.Open(address)
		b.CheckAccessibility(fmt.Sprint(facts))
		b.CheckOverflow(fmt.Sprint(facts), 320, 768, 1200)
		for _, form := range g.Forms {
			what := form + fmt.Sprint(facts)
			read := b.Text(`[...document.querySelectorAll('#` + form + ` .rb-skill')].map((skill) => {
				const walk = document.createTreeWalker(skill, NodeFilter.SHOW_TEXT), heard = [];
				while (walk.nextNode())
					if (!walk.currentNode.parentElement.closest('[aria-hidden=true], [role=meter]'))
						heard.push(walk.currentNode.textContent.trim().replaceAll('\u00ad', '')); // a soft hyphen is not heard
				return heard.filter(Boolean).join(' ') + ': ' + skill.querySelector('[role=meter]').ariaValueText;
			}).sort().join(', ')`)
			if want := "Deep-sky imaging: 45 percent, Guiding on open nights: 92 percent, Reflector: 68 percent, Safety: 100 " +
				"percent, Spectroscopy: 7 percent, Talks: 0 percent"; read != want {
				t.Errorf("%s: heard is %s", what, read)
			}
		}
	}
	chromium.CheckHTML(t, folders...)
}

// Labels stand where the core decided: inside within what is filled, outside after it within the bar, riding above its
// end within the bar; at every width, in both directions.
func TestLabelsStandWhereTheyFit(t *testing.T) {
	b := chromium.Launch(t, 1200, 900)
	for _, locale := range []string{"en", "he"} {
		for _, numbers := range []string{"inside", "riding"} {
			g := training()
			g.Locale, g.Facts = locale, map[string]string{"numbers": numbers}
			g.Look = map[string]string{"bar.stroke-width": "30px"}
			_, address := testkit.Publish(t, g.Site(t))
			b.LessMotion(true)
			b.Open(address)
			b.FontsLoaded()
			for _, width := range []int64{1200, 768, 390} {
				b.Size(width, 900)
				wrong := b.Text(`[...document.querySelectorAll('.rb-skill')].flatMap((skill) => {
					const box = (e) => e.getBoundingClientRect(), track = box(skill.querySelector('.rb-track')),
						fill = box(skill.querySelector('.rb-fill'));
					return [...skill.querySelectorAll('.rb-inside, .rb-outside, .rb-riding')].filter((e) =>
						getComputedStyle(e).display !== 'none').map((e) => {
						const at = box(e), within = (outer) => at.left >= outer.left - 0.5 && at.right <= outer.right + 0.5;
						const right = e.matches('.rb-inside') ? within(fill) : e.matches('.rb-riding') ? within(track) &&
							at.bottom <= track.top : within(track) && (at.left >= fill.right - 0.5 || at.right <= fill.left + 0.5);
						return right ? '' : skill.textContent.trim().slice(0, 12) + ' ' + e.className;
					});
				}).filter(Boolean).join(', ')`)
				count := chromium.Eval[int](
					b,
					`[...document.querySelectorAll('.rb-inside, .rb-outside, .rb-riding')].filter((e) =>
						getComputedStyle(e).display !== 'none').length`,
				)
				if wrong != "" || count != len(g.Records) {
					t.Errorf("%s, numbers %s, at %d: %d labels; out of place are %s", locale, numbers, width, count, wrong)
				}
			}
			b.LessMotion(false)
		}
	}
}

// pixels reads the brightness of places of the window, 0 to 255.
func pixels(t *testing.T, b *chromium.Browser) func(x, y float64) float64 {
	t.Helper()
	path := filepath.Join(t.TempDir(), "window.png")
	b.Picture(path)
	file, err := os.Open(path)
	if err != nil {
		t.Fatal(err)
	}
	defer file.Close()
	picture, err := png.Decode(file)
	if err != nil {
		t.Fatal(err)
	}
	return func(x, y float64) float64 {
		r, g, b, _ := picture.At(int(math.Floor(x)), int(math.Floor(y))).RGBA()
		return float64(r+g+b) / 3 / 257
	}
}

// A ring is filled as far as its value and no further, round ends included, from where it begins and the way it turns.
func TestRingsArePaintedToTheirValue(t *testing.T) {
	b := chromium.Launch(t, 1200, 900)
	b.LessMotion(true)
	for _, c := range []struct {
		form, ends, turn, locale string
		start, sweep, way        float64
	}{
		{"ring", "flat", "clockwise", "en", 0, 360, 1}, {"ring", "round", "clockwise", "en", 0, 360, 1},
		{"ring", "round", "anticlockwise", "en", 0, 360, -1}, {"ring", "flat", "clockwise", "he", 0, 360, -1},
		{"half-ring", "flat", "clockwise", "en", -90, 180, 1}, {"half-ring", "round", "clockwise", "en", -90, 180, 1},
		{"half-ring", "round", "anticlockwise", "en", 90, 180, -1},
	} {
		g := training()
		g.Locale, g.Facts = c.locale, map[string]string{"ends": c.ends, "turn": c.turn, "numbers": "hidden"}
		g.Look = map[string]string{"fill.background-color": "#000000", "fill.background-color@featured": "#000000",
			"track.background-color": "#ffffff", "bar.width": "148px", "bar.stroke-width": "16px",
			"bar.stroke-width@featured": "16px"}
		_, address := testkit.Publish(t, g.Site(t))
		b.Open(address + g.PageOf(c.form))
		b.FontsLoaded()
		boxes := chromium.Eval[[][2]float64](
			b,
			`[...document.querySelectorAll('.rb-fill')].map((e) => { const r = e.getBoundingClientRect();
				return [r.left + r.width / 2, r.top + r.width / 2]; })`,
		)
		at := pixels(t, b)
		for i, share := range []float64{0.92, 0.68, 0.45, 0.07, 1, 0} {
			bright := func(share float64) float64 { // along the middle of the bar
				turned := (c.start + c.way*share*c.sweep) * math.Pi / 180
				const radius = (148.0 - 16) / 2
				return at(boxes[i][0]+radius*math.Sin(turned), boxes[i][1]-radius*math.Cos(turned))
			}
			const tiny, edge = 0.006, 0.012 // of the arc: about 2 px
			for s := tiny; s < 1; s += 0.01 {
				filled := bright(s) < 128
				if math.Abs(s-share) > edge && filled != (s < share) && !(share == 0.07 && c.sweep == 180) {
					t.Errorf("%v, %.0f %%: at %.3f it is filled: %v", c, share*100, s, filled)
					break
				}
			}
		}
	}
}

// A gradient lies along what is filled, or along the whole bar; stripes are painted on a ring's fill as on a line's.
func TestGroundsOfTheFill(t *testing.T) {
	b := chromium.Launch(t, 1200, 900)
	b.LessMotion(true)
	for ground, want := range map[string][2]float64{"along the fill": {0.5, 127.5},
		"along the bar": {0.5, 0.5 * 0.8 * 255}} {
		g := testkit.Gallery{Kind: "skillbars", Facts: map[string]string{"ground": ground},
			Records: []map[string]string{skill("a", "80")}}
		g.Look = map[string]string{"fill.background-image": "linear-gradient(90deg, #000000 0%, #ffffff 100%)",
			"bar.stroke-width": "40px", "skills.grid-template-columns": "1"}
		_, address := testkit.Publish(t, g.Site(t))
		b.Open(address)
		box := chromium.Eval[[4]float64](
			b,
			`(() => { const r = document.querySelector('.rb-track').getBoundingClientRect();
				return [r.left, r.top, r.width, r.height]; })()`,
		)
		got := pixels(t, b)(box[0]+want[0]*0.8*box[2], box[1]+box[3]/2)
		if math.Abs(got-want[1]) > 4 {
			t.Errorf("%s: half-way along the fill the brightness is %.0f, want %.0f", ground, got, want[1])
		}
	}
	// Round a ring, too, whichever way it goes and wherever it begins.
	for _, c := range []struct {
		ground, turn, from, form string
		start, sweep, want       float64 // degrees, and the brightness in the middle of the fill
	}{
		{"along the fill", "clockwise", "0", "ring", 0, 360, 127.5},
		{"along the bar", "anticlockwise", "90", "ring", 90, -360, 0.4 * 255},
		{"along the fill", "clockwise", "90", "half-ring", -90, 180, 127.5},
		{"along the bar", "clockwise", "90", "half-ring", -90, 180, 0.4 * 255},
	} {
		g := testkit.Gallery{Kind: "skillbars", Facts: map[string]string{"ground": c.ground, "turn": c.turn, "from": c.from},
			Records: []map[string]string{skill("a", "80")}}
		g.Look = map[string]string{"fill.background-image": "conic-gradient(#000000 0%, #ffffff 100%)",
			"bar.width": "200px", "bar.stroke-width": "40px"}
		_, address := testkit.Publish(t, g.Site(t))
		b.Open(address + g.PageOf(c.form))
		box := chromium.Eval[[2]float64](b, `(() => { const r = document.querySelector('.rb-fill').getBoundingClientRect();
			return [r.left + r.width / 2, r.top + r.width / 2]; })()`)
		turned := (c.start + c.sweep*0.4) * math.Pi / 180 // half of 80 %
		got := pixels(t, b)(box[0]+80*math.Sin(turned), box[1]-80*math.Cos(turned))
		if math.Abs(got-c.want) > 5 {
			t.Errorf("%v: half-way along the fill the brightness is %.0f, want %.0f", c, got, c.want)
		}
	}
	g := testkit.Gallery{Kind: "skillbars", Facts: map[string]string{}, Records: []map[string]string{skill("a", "100")}}
	g.Look = map[string]string{"fill.background-color": "#ffffff", "fill.background-image": "stripes(#000000, 6px, 12px)",
		"bar.stroke-width": "40px"}
	_, address := testkit.Publish(t, g.Site(t))
	b.Open(address + g.PageOf("ring"))
	box := chromium.Eval[[2]float64](
		b,
		`(() => { const r = document.querySelector('.rb-fill').getBoundingClientRect();
			return [r.left + r.width / 2, r.top + r.width / 2]; })()`,
	)
	at, dark, all := pixels(t, b), 0.0, 0.0
	for angle := 0.0; angle < 2*math.Pi; angle += 0.003 {
		for radius := 38.0; radius < 70; radius += 2 {
			dark, all = dark+1-at(box[0]+radius*math.Sin(angle), box[1]-radius*math.Cos(angle))/255, all+1
		}
	}
	if share := dark / all; math.Abs(share-0.5) > 0.04 {
		t.Errorf("stripes of half their ground paint %.2f of a ring", share)
	}
}

// Bars fill when they are seen, once or each time, and nothing else moves by it; without script, and for those who ask
// for less motion, they are full from the start.
func TestBarsFillWhenTheyAreSeen(t *testing.T) {
	g := training()
	g.Look = map[string]string{"bar.animation-duration": "120ms", "bar.animation-delay": "10ms each",
		"board.padding": "600px 20px"}
	address := func(again string) string {
		g.Facts = map[string]string{"again": again}
		_, address := testkit.Publish(t, g.Site(t))
		return address
	}
	far := `((fill, track) =>
		(fill.right - track.left) / track.width)(document.querySelector('.rb-fill').getBoundingClientRect(),
		document.querySelector('.rb-track').getBoundingClientRect())`
	full, empty := "Math.abs("+far+" - 0.92) < 0.002", "Math.abs("+far+") < 0.002"
	b := chromium.Launch(t, 1200, 400)
	b.Script(false)
	b.Open(address("once"))
	if !chromium.Eval[bool](b, full) {
		t.Error("without script the bars are not full")
	}
	b.Script(true)
	b.LessMotion(true)
	b.Open(address("once"))
	b.Await(full)
	b.LessMotion(false)
	for _, again := range []string{"once", "each time"} {
		b.Open(address(again))
		b.Await(full + " && document.querySelectorAll('[data-sight=done]').length === 6")
		b.Near(".rb-skills")
		b.Await(empty) // it is near, and somebody watches
		chromium.Eval[bool](
			b,
			`(() => { window.shift = 0; new PerformanceObserver((list) => list.getEntries().forEach((e) => {
				window.shift += e.value; })).observe({ type: 'layout-shift' });
				document.querySelector('.rb-skills').scrollIntoView({ block: 'center' }); return true; })()`,
		)
		b.Await(full + " && document.querySelectorAll('[data-sight=done]').length === 6")
		if shift := chromium.Eval[float64](b, "window.shift"); shift != 0 {
			t.Errorf("fills %s: the layout has shifted by %v", again, shift)
		}
		chromium.Eval[bool](b, "(scrollTo(0, 0), true)")
		if again == "each time" {
			b.Await("!document.querySelector('[data-sight=seen]')")
			b.Near(".rb-skills")
			b.Await(empty)
			chromium.Eval[bool](b, `(document.querySelector('.rb-skills').scrollIntoView({ block: 'center' }), true)`)
			b.Await(full)
		} else if !chromium.Eval[bool](b, "new Promise((r) => requestAnimationFrame(() => requestAnimationFrame(() => "+
			"r("+full+"))))") {
			t.Error("bars that fill once empty again")
		}
	}
}

// The script of a page of skill bars is small, and no page without them has it.
func TestScriptIsSmall(t *testing.T) {
	files, err := render.Release(training().Site(t), testkit.Dresses(t), testkit.When)
	if err != nil {
		t.Fatal(err)
	}
	for _, f := range files {
		if !strings.HasSuffix(f.Path, ".js") {
			continue
		}
		var out bytes.Buffer
		w := gzip.NewWriter(&out)
		_, _ = w.Write(f.Bytes) // into memory
		if err := w.Close(); err != nil {
			t.Fatal(err)
		}
		t.Logf("%s: %d bytes compressed", f.Path, out.Len())
		if out.Len() > 2<<10 {
			t.Errorf("%s: %d bytes compressed, at most 2 KB", f.Path, out.Len())
		}
	}
}

// A hundred bars fill at once, and no task of the page takes more than 50 ms: in the best of three runs, since what
// else the machine does is in none of them alike.
func TestAHundredBarsFillSmoothly(t *testing.T) {
	g := testkit.Gallery{Kind: "skillbars", Forms: []string{"line", "column"}, Facts: map[string]string{},
		Look: map[string]string{"board.padding": "600px 20px", "bar.animation-delay": "10ms each",
			"bar.animation-duration": "400ms"}}
	for i := range 50 {
		g.Records = append(g.Records, skill(fmt.Sprintf("Skill %d", i), fmt.Sprint(100-i)))
	}
	_, address := testkit.Publish(t, g.Site(t))
	longest := math.Inf(1)
	for range 3 {
		b := chromium.Launch(t, 1200, 400)
		b.Open(address)
		b.Await("document.querySelectorAll('[data-sight=done]').length === 100")
		chromium.Eval[bool](b, `new Promise((done) => {
			for (const bar of document.querySelectorAll('.rb-bar')) bar.dataset.sight = 'fill';
			document.documentElement.offsetWidth;
			requestAnimationFrame(() => requestAnimationFrame(() => done(true)));
		})`)
		longest = min(longest, chromium.Eval[float64](b, `new Promise((done) => {
			let longest = 0, ended = 0;
			new PerformanceObserver((list) => list.getEntries().forEach((e) => { longest = Math.max(longest, e.duration);
				})).observe({ type: 'longtask' });
			document.addEventListener('transitionend', (e) => { if (e.propertyName === 'translate' &&
				e.target.matches('.rb-fill') && ++ended === 100) requestAnimationFrame(() => setTimeout(() => done(longest))); });
			for (const bar of document.querySelectorAll('.rb-bar')) bar.dataset.sight = 'seen';
		})`))
		if longest <= 50 {
			return
		}
	}
	t.Errorf("a task takes %.0f ms", longest)
}

// Track and fill are each as thick as is said, along the middle of their bar, and never thicker than it.
func TestTrackAndFillHaveAThicknessEach(t *testing.T) {
	b := chromium.Launch(t, 1200, 900)
	b.LessMotion(true)
	for _, c := range []struct{ track, fill, wantTrack, wantFill float64 }{
		{6, 20, 6, 20}, {20, 8, 20, 8}, {4, 90, 4, 20},
	} {
		g := testkit.Gallery{Kind: "skillbars", Facts: map[string]string{"numbers": "hidden", "names": "above"},
			Records: []map[string]string{skill("a", "50")}}
		g.Look = map[string]string{"bar.stroke-width": "20px", "track.stroke-width": fmt.Sprint(c.track, "px"),
			"fill.stroke-width": fmt.Sprint(c.fill, "px"), "fill.background-color": "#000000", "bar.width": "160px",
			"track.background-color": "#808080", "board.background-color": "#ffffff", "fill.border-radius": "0",
			"track.border-radius": "0", "skills.grid-template-columns": "1"}
		_, address := testkit.Publish(t, g.Site(t))
		for _, form := range []string{"line", "column", "ring", "half-ring"} {
			b.Open(address + g.PageOf(form))
			bar := chromium.Eval[[4]float64](b, `(() => { const r = document.querySelector('.rb-bar').getBoundingClientRect();
				return [r.left, r.top, r.width, r.height]; })()`)
			at := pixels(t, b)
			// thick is how many px across a bar are darker than a brightness, at a share of its length.
			thick := func(share, dark float64) (n float64) {
				for across := -30.0; across < 30; across += 0.5 {
					x, y := bar[0]+share*bar[2], bar[1]+bar[3]/2+across
					switch form {
					case "column":
						x, y = bar[0]+bar[2]/2+across, bar[1]+(1-share)*bar[3]
					case "ring", "half-ring":
						turned := share * 2 * math.Pi
						if form == "half-ring" {
							turned = (share - 0.5) * math.Pi
						}
						x, y = bar[0]+80+(70+across)*math.Sin(turned), bar[1]+80-(70+across)*math.Cos(turned)
					}
					if x > 0 && y > 0 && at(x, y) < dark {
						n += 0.5
					}
				}
				return n
			}
			if got := thick(0.25, 60); math.Abs(got-c.wantFill) > 1.6 {
				t.Errorf("%v, %s: the fill is %g px thick", c, form, got)
			}
			if got := thick(0.75, 190); math.Abs(got-c.wantTrack) > 1.6 {
				t.Errorf("%v, %s: the track is %g px thick", c, form, got)
			}
		}
	}
}
