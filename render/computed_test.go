package render_test

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"testing"

	"rubrel/core/document"
	"rubrel/core/look"
	"rubrel/render"
	"rubrel/testkit"
)

// expectation is what a property of a part resolves to for a record at a width.
type expectation struct {
	Selector, Property, CSS string
}

// randomLook says values at random levels, for random parts, states and widths.
func randomLook(t *testing.T, random *rand.Rand) *document.Site {
	t.Helper()
	values := map[string][]string{
		"color": {"#123456", "ink", "#a03020", "accent"}, "background-color": {"#eeeeee", "raised", "#ddeeff80"}, "font-size": {"type-2", "17px", "1.2em", "24px"}, "font-weight": {"500", "weight-strong"},
		"line-height": {"1.1", "leading-text"}, "letter-spacing": {"0.05em", "1px"}, "text-transform": {"uppercase", "none"}, "padding": {"3px", "space-2 7px", "1px 2px 3px 4px"},
		"margin": {"2px 0 0", "space-1"}, "border": {"2px dashed line", "none", "1px solid #334455"}, "box-shadow": {"0 2px 8px 0 #00000033", "shadow-2", "none"}, "text-align": {"center", "end"},
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
			key.State = look.Featured
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
// width. The resolved value is set on the element itself, and its computed style must stay as it was.
func TestResolvedIsComputed(t *testing.T) {
	random := rand.New(rand.NewPCG(31, 32))
	b := testkit.Launch(t, 1200, 900)
	compared := 0
	for range 8 {
		site := randomLook(t, random)
		files, err := render.Release(site, loadDresses(t), now)
		if err != nil {
			t.Fatal(err)
		}
		cascade, _, err := render.Cascade(site, loadDresses(t), "memberships")
		if err != nil {
			t.Fatal(err)
		}
		b.Open(serveFiles(t, files))
		for i, width := range cascade.Widths {
			b.Size(int64(width.Frame), 900)
			question, err := json.Marshal(expectations(site, cascade, i))
			if err != nil {
				t.Fatal(err)
			}
			wrong := testkit.Eval[[]string](b, fmt.Sprintf(`(() => {
				const wrong = [];
				for (const { Selector, Property, CSS } of %s) for (const e of document.querySelectorAll(Selector)) {
					const style = getComputedStyle(e), before = style.getPropertyValue(Property), old = e.getAttribute('style');
					e.style.setProperty(Property, CSS, 'important');
					const after = style.getPropertyValue(Property);
					if (before !== after) wrong.push(Selector + ' ' + Property + ' is ' + before + ', resolved ' + CSS + ' is ' + after);
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
var variants = map[string]string{"feature": ":not(.rb-excluded, .rb-later)", "option": ":not(.rb-first, .rb-second, :has(:checked))", "first": ":not(:has(:checked))", "second": ":not(:has(:checked))"}

func expectations(site *document.Site, cascade look.Cascade, width int) []expectation {
	var list []expectation
	set := site.Sets[0]
	for _, part := range set.Kind.PartsOf("cards") {
		for _, property := range part.Properties {
			if part.As[property] != "" {
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
				if said, ok := cascade.Resolve(target, part.Name, property); ok {
					list = append(list, expectation{selector, property, said.Value.CSS()})
				}
			}
		}
	}
	return list
}
