package render_test

import (
	"slices"
	"testing"

	"rubrel/core/colour"
	"rubrel/core/document"
	"rubrel/core/look"
	"rubrel/demo"
	"rubrel/dresses"
	"rubrel/kinds"
	"rubrel/render"
)

// A client's brand colour reaches what a visitor sees first, in every dress: the button, the bar, the badge, the side
// of the switch that is chosen (or what marks it), and nothing that it reaches is hard to read.
func TestBrandReaches(t *testing.T) {
	registry, err := dresses.Load(kinds.All())
	if err != nil {
		t.Fatal(err)
	}
	ofBrand := []look.Token{"action", "accent", "feature-accent", "feature"}
	for _, name := range registry.Names() {
		d := bareDesk(t, demo.Fennmoor, name)
		for _, dark := range []bool{false, true} {
			palette := look.Propose(colour.Colour{R: 0.04, G: 0.37, B: 1, Alpha: 1}, colour.Colour{R: 0.8, Alpha: 1}, dark)
			texts := map[string]string{}
			for role, c := range palette {
				texts[string(role)] = c.String()
			}
			d.do(document.SetTokens{Dark: dark, Texts: texts})
		}
		for _, block := range []string{"memberships", "training", "class-size", "voices-sum"} {
			for _, mark := range d.contrasts(block) {
				t.Errorf("%s: %s: %s %s of %s", name, block, mark.Where, mark.Measured, mark.Needed)
			}
		}
		for _, said := range []struct {
			block, part, property string
			t                     look.Target
		}{{"memberships", "button", "border", look.Target{}}, {"memberships", "button", "color", look.Target{}},
			{"memberships", "button", "background-color", look.Target{Featured: true}},
			{"memberships", "badge", "", look.Target{Featured: true}},
			{"training", "fill", "background-color", look.Target{}}, {"class-size", "range", "color", look.Target{}}} {
			cascade, _, err := render.Cascade(d.site, d.registry, said.block)
			if err != nil {
				t.Fatal(err)
			}
			if said.property == "" { // its ground, or its words where that is the paper
				said.property = "background-color"
				if ground, _ := cascade.Resolve(said.t, said.part, said.property); !slices.Contains(ofBrand, tokenOf(ground)) {
					said.property = "color"
				}
			}
			value, _ := cascade.Resolve(said.t, said.part, said.property)
			if !slices.Contains(ofBrand, tokenOf(value)) {
				t.Errorf("%s: %s of %s is %s, which no brand reaches", name, said.property, said.part, value.Value)
			}
		}
	}
}

// tokenOf is the token that a value, or its ink, is.
func tokenOf(said look.Said) look.Token {
	value := said.Value
	if border, ok := value.(look.Border); ok {
		value = border.Ink
	}
	token, _ := value.(look.Token)
	return token
}
