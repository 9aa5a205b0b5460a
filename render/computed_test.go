package render_test

import (
	"bytes"
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"

	"rubrel/core/colour"
	"rubrel/core/document"
	"rubrel/core/look"
	"rubrel/core/release"
	"rubrel/render"
	"rubrel/testkit/chromium"
)

// expectation is what a property of a part resolves to for a record at a width.
type expectation struct {
	Selector, Property, CSS string
	Hover                   bool
	Answers                 string // the part that is pointed at
}

// randomLook says values at random levels, for random parts, states and widths.
func randomLook(t *testing.T, random *rand.Rand) *document.Site {
	t.Helper()
	values := map[string][]string{
		"color": {"#123456", "ink", "#a03020", "accent"}, "background-color": {"#eeeeee", "raised", "#ddeeff80"},
		"font-size":   {"type-2", "17px", "1.2em", "24px", "17px to 26.5px", "30px at 400 to 20px at 1100"},
		"font-weight": {"500", "weight-strong"},
		"line-height": {"1.1", "leading-text"}, "letter-spacing": {"0.05em", "1px"}, "text-transform": {"uppercase", "none"},
		"padding":    {"3px", "space-2 7px", "1px 2px 3px 4px"},
		"font-style": {"italic", "normal"}, "word-spacing": {"2px", "0.1em"}, "text-decoration": {"underline", "none"},
		"text-underline-offset": {"0.2em", "3px", "auto"},
		"text-shadow":           {"0 1px 2px #00000040", "none"}, "opacity": {"0.8", "50%"},
		"background-image": {"linear-gradient(135deg, accent 0%, #123456 60%, ink 100%)",
			"radial-gradient(at 30% 20%, raised, ground)", "stripes(line, 2px, 12px)",
			"dots(accent, 3px, 16px), linear-gradient(0deg, raised, ground)", "checks(line, 8px)", "none"},
		"order": {"2", "-1"}, "max-width": {"42ch", "none"},
		"translate": {"0 -4px", "none"}, "scale": {"1.02"}, "transition-duration": {"0.2s", "120ms"},
		"transition-timing-function": {"ease-out", "cubic-bezier(0.2, 0, 0, 1)"},
		"margin":                     {"2px 0 0", "space-1"},
		"border": {"2px dashed line", "none", "1px solid #334455", "3px solid accent, none",
			"none, 1px solid line, 2px dotted #334455, 4px double ink"},
		"box-shadow": {"0 2px 8px 0 #00000033", "shadow-2", "none"}, "text-align": {"center", "end"},
	}
	set := parse(t, memberships(t)).Sets[0]
	var changes []document.Change
	said := map[string]bool{}
	for range 40 {
		part := set.Kind.PartsOf("cards")[random.IntN(len(set.Kind.PartsOf("cards")))]
		property := part.Properties[random.IntN(len(part.Properties))]
		if values[property] == nil || part.As[property] != "" {
			continue
		}
		key := look.Key{Part: part.Name, Property: property, Width: []string{"", "", "middle", "narrow"}[random.IntN(4)]}
		if part.Place != look.BlockItself && random.IntN(3) == 0 {
			key.Record = set.Records[random.IntN(3)].ID
		} else if random.IntN(4) == 0 && part.Place != look.BlockItself {
			key.Featured = true
		}
		if key.State == look.Normal && random.IntN(4) == 0 {
			key.State = look.Hover
		}
		change := document.SetLook{Block: "memberships", Key: key, Text: values[property][random.IntN(len(values[property]))]}
		if random.IntN(4) == 0 && key.Record == "" {
			change.Block, change.Kind = "", "pricing"
		}
		if where := change.Kind + key.String(); !said[where] { // saying a place twice may change nothing
			said[where] = true
			changes = append(changes, change)
		}
	}
	return changed(t, changes...)
}

// What Resolve finds is what Chromium computes: for random looks, every part and property of every record at every
// width, as it is and while it is pointed at. The resolved value is set on the element itself, and its computed style
// must stay as it was.
func TestResolvedIsComputed(t *testing.T) {
	t.Parallel()
	random := rand.New(rand.NewPCG(31, 32))
	b := chromium.Launch(t, 1200, 900)
	compared := 0
	for range 5 {
		site := randomLook(t, random)
		files, err := render.Release(site, loadDresses(t), now)
		if err != nil {
			t.Fatal(err)
		}
		cascade, _, err := render.Cascade(site, loadDresses(t), "memberships")
		if err != nil {
			t.Fatal(err)
		}
		// What a mouse would do, a class does: neither counts in a selector's weight, inside :where().
		for k := range files {
			if strings.HasSuffix(files[k].Path, ".css") {
				files[k].Bytes = bytes.ReplaceAll(files[k].Bytes, []byte(":hover"), []byte(".at-hover"))
			}
		}
		b.Open(serveFiles(t, files))
		for i, width := range cascade.Widths {
			b.Size(int64(width.Frame), 900)
			question, err := json.Marshal(expectations(site, cascade, i))
			if err != nil {
				t.Fatal(err)
			}
			wrong := chromium.Eval[[]string](b, fmt.Sprintf(`(() => {
				const wrong = [];
				for (const { Selector, Property, CSS, Hover, Answers } of %s) for (const e of document.querySelectorAll(Selector)) {
					const at = e.closest('.rb-' + Answers) ?? e;
					at.classList.toggle('at-hover', Hover);
					// A transition that the last probe began.
					for (const moving of new Set([e, at])) moving.getAnimations().forEach((a) => a.finish());
					const style = getComputedStyle(e), before = style.getPropertyValue(Property), old = e.getAttribute('style');
					e.style.setProperty(Property, CSS, 'important');
					e.getAnimations().forEach((a) => a.finish());
					const after = style.getPropertyValue(Property);
					if (before !== after) wrong.push(Selector + (Hover ? ':hover'
						: '') + ' ' + Property + ' is ' + before + ', resolved ' + CSS + ' is ' + after);
					at.classList.remove('at-hover');
					old === null ? e.removeAttribute('style') : e.setAttribute('style', old);
				}
				return wrong;
			})()`, question))
			for k, fault := range wrong {
				if k < 5 {
					t.Errorf("%s: %s", width.Name, fault)
				}
			}
			compared += len(expectations(site, cascade, i))
		}
	}
	t.Logf("%d values compared", compared)
	if compared < 5000 {
		t.Errorf("%d values compared", compared)
	}
}

// variants leave out the elements of a part that are of a more particular part too, and the chosen side of a switch.
var variants = map[string]string{"feature": ":not(.rb-excluded, .rb-later)",
	"bullet": ":not(.rb-lacking, .rb-coming)",
	"option": ":not(.rb-first, .rb-second, :has(:checked))", "first": ":not(:has(:checked))",
	"second": ":not(:has(:checked))"}

func expectations(site *document.Site, cascade look.Cascade, width int) []expectation {
	var list []expectation
	set := site.Sets[0]
	for _, spec := range set.Kind.PartSpecs("cards") {
		part, _ := set.Kind.PartNamed(spec.Name)
		answers := part.Name
		if spec.Answers != nil {
			answers = spec.Answers.Name
		}
		for _, property := range part.Properties {
			if known, err := look.PropertyNamed(property); err != nil || known.Layout || known.Carrier != "" ||
				part.As[property] != "" {
				continue
			}
			targets := map[string]look.Target{"#memberships .rb-" + part.Name: {Width: width}}
			if part.Place != look.BlockItself {
				targets = map[string]look.Target{}
				for _, record := range set.Records {
					at := fmt.Sprintf("[data-record=%s]", record.ID)
					selector := "#memberships " + at + " .rb-" + part.Name
					if part.Place == look.RecordItem {
						selector = "#memberships .rb-" + part.Name + at
					}
					targets[selector] = look.Target{Record: record.ID, Featured: record.Featured, Width: width}
				}
			}
			for selector, target := range targets {
				selector += variants[part.Name]
				for _, target.State = range []look.State{look.Normal, look.Hover} {
					said, ok := cascade.Resolve(target, part.Name, property)
					if !ok {
						continue
					}
					hover := target.State == look.Hover
					for _, d := range look.Declarations(property, said.Value) {
						list = append(list, expectation{selector, d.Property, d.Value, hover, answers})
					}
					if layers, ok := said.Value.(look.Layers); ok {
						list = append(list, expectation{selector, "background-size", layers.Sizes(), hover, answers})
					}
				}
			}
		}
	}
	return list
}

// A gradient's colours are those that Chromium paints: a box of the gradient is drawn and its pixels are compared with
// the core's at the same places (CSS Images 3, section 3.4).
func TestGradientIsWhatChromiumPaints(t *testing.T) {
	property, err := look.PropertyNamed("background-image")
	if err != nil {
		t.Fatal(err)
	}
	b := chromium.Launch(t, 600, 200)
	b.Open(serveFiles(t, []release.File{{Path: "index.html", Bytes: []byte("<!doctype html><title>x</title>")}}))
	for _, c := range [][2]string{{"#ff0000", "#0000ff"}, {"#10203a", "#f4c15d"}, {"#ffffff", "#10203a40"},
		{"#00000000", "#ff8800"}} {
		value, err := property.Parse(fmt.Sprintf("linear-gradient(90deg, %s 0%%, %s 100%%)", c[0], c[1]), look.Vocabulary{})
		if err != nil {
			t.Fatal(err)
		}
		from, to := parseColour(t, c[0]), parseColour(t, c[1])
		// Painted by the same engine on a canvas 256 px wide over white, with the stops of the CSS.
		pixels := chromium.Eval[[][]int](b, fmt.Sprintf(`(async () => {
			const svg = '<svg xmlns="http://www.w3.org/2000/svg" width="256" height="4">' +
				'<foreignObject width="256" height="4"><div xmlns="http://www.w3.org/1999/xhtml" ' +
				'style="height:4px;background:%s, #fff"></div></foreignObject></svg>';
			const image = new Image();
			image.src = 'data:image/svg+xml,' + encodeURIComponent(svg);
			await image.decode();
			const canvas = new OffscreenCanvas(256, 4), context = canvas.getContext('2d');
			context.drawImage(image, 0, 0);
			return [0, 32, 64, 100, 128, 200, 255].map((x) => [x, ...context.getImageData(x, 1, 1, 1).data.slice(0, 3)]);
		})()`, value.CSS()))
		for _, pixel := range pixels {
			want := from.Mix(to, (float64(pixel[0])+0.5)/256).Over(parseColour(t, "#ffffff"))
			for i, channel := range []float64{want.R, want.G, want.B} {
				if got := float64(pixel[i+1]); got-channel*255 > 1.6 || channel*255-got > 1.6 {
					t.Errorf("%s to %s at %d is painted %v, the core has %s", c[0], c[1], pixel[0], pixel[1:], want)
					break
				}
			}
		}
	}
}

func parseColour(t *testing.T, text string) colour.Colour {
	t.Helper()
	c, err := colour.Parse(text)
	if err != nil {
		t.Fatal(err)
	}
	return c
}
