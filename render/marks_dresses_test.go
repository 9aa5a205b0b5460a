package render_test

import (
	"encoding/json"
	"slices"
	"testing"

	"rubrel/core/anatomy"
	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/marks"
	"rubrel/demo"
	"rubrel/dresses"
	"rubrel/kinds"
	"rubrel/render"
)

// bareDesk is a demo's site without anything said of its look, light and dark by the visitor's choice.
func bareDesk(t *testing.T, text []byte, dress string) *desk {
	t.Helper()
	var tree map[string]any
	if err := json.Unmarshal(text, &tree); err != nil {
		t.Fatal(err)
	}
	house := tree["house"].(map[string]any)
	for _, said := range []string{"tokens", "dark", "kinds"} {
		delete(house, said)
	}
	house["dress"], house["scheme"] = dress, string(document.AutoScheme)
	for _, block := range tree["blocks"].(map[string]any) {
		delete(block.(map[string]any), "look")
	}
	text, err := json.Marshal(tree)
	if err != nil {
		t.Fatal(err)
	}
	site, parsed, err := document.Parse(text, kinds.All())
	if err != nil {
		t.Fatal(err)
	}
	registry, err := dresses.Load(kinds.All())
	if err != nil {
		t.Fatal(err)
	}
	return &desk{t, site, parsed, registry}
}

// As it ships, no dress has a contrast mark: in no form of any kind, light or dark, whatever the shape of a switch and
// whatever stands where labels can.
func TestDressesAsShipped(t *testing.T) {
	registry, err := dresses.Load(kinds.All())
	if err != nil {
		t.Fatal(err)
	}
	choices := map[string][][2]string{"pricing": {{"header", "price"}}, "toggle": nil,
		"skillbars": {
			{"names", "over"},
			{"names", "inside"},
			{"numbers", "over"},
			{"numbers", "riding"},
			{"numbers", "inside"},
			{"line", "average"},
		}}
	for _, shape := range anatomy.Shapes {
		choices["pricing"] = append(choices["pricing"], [2]string{"shape", shape})
		choices["toggle"] = append(choices["toggle"], [2]string{"shape", shape})
	}
	for _, name := range registry.Names() {
		t.Run(name, func(t *testing.T) {
			t.Parallel()
			for _, text := range [][]byte{demo.Fennmoor, demo.Saltline} {
				d := bareDesk(t, text, name)
				seen := map[string]bool{}
				for _, b := range d.site.Blocks {
					set := d.site.SetOf(&b)
					if seen[set.ID] {
						continue
					}
					seen[set.ID] = true
					for _, form := range set.Kind.Forms {
						for _, choice := range append([][2]string{{}}, choices[set.Kind.Name]...) {
							d.check(t, b.ID, set, form, choice)
						}
					}
				}
			}
		})
	}
}

// check finds no contrast mark of a block in a form, with a choice made.
func (d *desk) check(t *testing.T, block string, set *document.Set, form kind.Form, choice [2]string) {
	t.Helper()
	site, tree := d.site, d.tree
	defer func() { d.site, d.tree = site, tree }()
	if b, _ := d.site.BlockByID(block); b.Form != form.Name {
		d.do(document.SetForm{Block: block, Form: form.Name})
	}
	if choice[0] != "" && kind.Text(set.Facts, choice[0]) != choice[1] {
		d.do(document.SetFact{Set: set.ID, Key: choice[0], Text: choice[1]})
	}
	subject, err := render.Subject(d.site, d.registry, block, now)
	if err != nil {
		t.Fatal(err)
	}
	for _, mark := range marks.Of(subject, nil) {
		if slices.Contains([]string{"contrast", "alike"}, mark.Check) && mark.Within == "" {
			t.Errorf("%s, %s, %v: %s %s of %s %v", set.Kind.Name, form.Name, choice, mark.Where, mark.Measured,
				mark.Needed, mark.Places)
		}
	}
}
