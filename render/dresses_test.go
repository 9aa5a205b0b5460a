package render_test

import (
	"slices"
	"testing"
	"time"

	"rubrel/core/colour"
	"rubrel/core/document"
	"rubrel/core/look"
	"rubrel/core/marks"
	"rubrel/demo"
	"rubrel/dresses"
	"rubrel/kinds"
	"rubrel/render"
)

// pairs are the tokens that stand on each other in the kinds' default looks.
var pairs = []struct{ ink, ground look.Token }{
	{"ink", "ground"}, {"ink", "raised"}, {"quiet", "ground"}, {"quiet", "raised"}, {"on-accent", "accent"},
	{"accent", "raised"}, {"action", "ground"}, {"action", "raised"}, {"on-action", "action"},
	{"on-feature", "feature"}, {"feature-quiet", "feature"}, {"feature-accent", "feature"},
	{"on-feature-accent", "feature-accent"},
	{"good", "raised"}, {"warn", "raised"}, {"raised", "ink"},
}

// WCAG 2.2, success criterion 1.4.3: text on its ground has a contrast of at least 4.5, in every dress, light and
// dark. An accent that a dress uses as a ground only may be nearer to the paper.
func TestTokensStandOut(t *testing.T) {
	registry, err := dresses.Load(kinds.All())
	if err != nil {
		t.Fatal(err)
	}
	if len(registry) < 2 {
		t.Fatalf("%d dresses", len(registry))
	}
	for name, dress := range registry {
		for scheme, tokens := range map[string]look.Tokens{"light": dress.Light, "dark": dress.Dark} {
			of := func(token look.Token) colour.Colour { return tokens.Value(token).(look.ColourValue).Colour }
			for _, p := range pairs {
				if name == "almanac" && scheme == "light" && p.ink == "accent" {
					continue // amber: a ground for badges
				}
				if got := colour.Contrast(of(p.ink), of(p.ground)); got < 4.5 {
					t.Errorf("%s, %s: %s on %s has a contrast of %.2f", name, scheme, p.ink, p.ground, got)
				}
			}
		}
	}
}

func TestFaces(t *testing.T) {
	registry, err := dresses.Load(kinds.All())
	if err != nil {
		t.Fatal(err)
	}
	for name, dress := range registry {
		families := map[string]bool{}
		for _, face := range dress.Faces {
			families[face.Family] = true
			for _, file := range face.Files {
				if len(file.Bytes) < 1000 || string(file.Bytes[:4]) != "wOF2" {
					t.Errorf("%s: %s is not WOFF 2", name, file.Path)
				}
			}
		}
		for _, token := range []look.Token{"text", "display"} {
			if family := dress.Light.Value(token).(look.Family); !families[family[0]] {
				t.Errorf("%s: no font of %s is carried", name, family[0])
			}
		}
	}
}

// Every dress is finished for every form: in light and dark, no text or control of the demo misses its contrast.
func TestEveryFormIsReadable(t *testing.T) {
	all := kinds.All()
	registry, err := dresses.Load(all)
	if err != nil {
		t.Fatal(err)
	}
	site, _, err := document.Parse(demo.Fennmoor, all)
	if err != nil {
		t.Fatal(err)
	}
	for name := range registry {
		site.House.Dress, site.House.Scheme = name, document.AutoScheme
		for _, k := range all {
			block := &site.Blocks[slices.IndexFunc(site.Blocks,
				func(b document.Block) bool { return site.SetOf(&b).Kind == k })]
			for _, form := range k.Forms {
				block.Form, block.Look = form.Name, nil
				subject, err := render.Subject(site, registry, block.ID, time.Time{})
				if err != nil {
					t.Fatal(err)
				}
				for _, mark := range marks.Of(subject, nil) {
					if mark.Check == "contrast" {
						t.Errorf("%s, %s: %s has %s and needs %s: %v", name, form.Name, mark.Where, mark.Measured, mark.Needed, mark.Inks)
					}
				}
			}
		}
	}
}
