package render_test

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/marks"
	"rubrel/core/measure"
	"rubrel/demo"
	"rubrel/dresses"
	"rubrel/kinds"
	"rubrel/render"
)

// desk is a site that changes are made on.
type desk struct {
	t        *testing.T
	site     *document.Site
	tree     any
	registry dresses.Registry
}

func newDesk(t *testing.T) *desk {
	t.Helper()
	site, tree, err := document.Parse(demo.Fennmoor, kinds.All())
	if err != nil {
		t.Fatal(err)
	}
	registry, err := dresses.Load(kinds.All())
	if err != nil {
		t.Fatal(err)
	}
	return &desk{t, site, tree, registry}
}

func (d *desk) do(change document.Change) {
	d.t.Helper()
	result, err := document.Apply(d.tree, d.site, change)
	if err != nil {
		d.t.Fatalf("%s: %v", change.Label(d.site), err)
	}
	d.site, d.tree = result.Site, result.Tree
}

func (d *desk) say(block, key, text string) {
	d.t.Helper()
	k, err := look.ParseKey(key)
	if err != nil {
		d.t.Fatal(err)
	}
	d.do(document.SetLook{Block: block, Key: k, Text: text})
}

func (d *desk) subject(block string) measure.Subject {
	d.t.Helper()
	s, err := render.Subject(d.site, d.registry, block, now)
	if err != nil {
		d.t.Fatal(err)
	}
	return s
}

// contrasts lists the contrast marks of a block: "where measured needed".
func (d *desk) contrasts(block string) []marks.Mark {
	var list []marks.Mark
	for _, mark := range marks.Of(d.subject(block), nil) {
		if mark.Check == "contrast" {
			list = append(list, mark)
		}
	}
	return list
}

// seen lists where a mark is, with what is measured and needed there.
func seen(mark marks.Mark) []string {
	if len(mark.Places) > 0 {
		return mark.Places
	}
	return []string{fmt.Sprintf("%s %s of %s", mark.Where, mark.Measured, mark.Needed)}
}

// Each case is found with what is really behind the text, and the mends pass and end it: the first, and the last.
func TestContrast(t *testing.T) {
	for _, c := range []struct {
		name, block string
		says        map[string]string
		want        string // where measured needed, of the first
	}{
		{"a badge", "memberships", map[string]string{"badge.color@featured": "#7a6a3a"}, "badge, featured 3.19 of 4.5"},
		{"on the card's ground", "memberships", map[string]string{"text.color": "#8a8a8a"}, "text 3.45 of 4.5"},
		{"translucent ink", "memberships", map[string]string{"note.color": "#10203a80"}, "note 3.25 of 4.5"},
		{"a translucent ground over the card", "memberships", map[string]string{"button.background-color": "#ffffff40",
			"button.color@featured": "#8090b0", "button.background-color@featured": "#ffffff40"}, "button, featured 2.24 " +
			"of 4.5"},
		{"large text asks for less", "memberships", map[string]string{"title.color": "#949494"}, ""},
		{"not so small", "memberships", map[string]string{"title.color": "#949494", "title.font-size@narrow": "18px"},
			"title, narrow 3.03 of 4.5"},
		{"not so small at every width", "memberships", map[string]string{"title.color": "#949494",
			"title.font-size": "18px to 30px"}, "title, middle 3.03 of 4.5"},
		{"one record", "memberships", map[string]string{"zenith:title.color": "#cccccc"}, "title, Zenith 1.60 of 3.0"},
		{"hover", "memberships", map[string]string{"button.color@hover": "#10203a"}, "button, hover 1.00 of 4.5"},
		{"a side of the switch that is chosen", "memberships", map[string]string{"option.color@selected": "#3a4a66"},
			"option, selected 1.82 of 4.5"},
		{"a head in a matrix", "compare", map[string]string{"plan.background-color": "#556677"}, "title 2.75 of 3.0"},
		{"a line in a calculator", "evenings", map[string]string{"line.background-color": "#556677"}, "title 2.75 of 3.0"},
		{"a control", "class-size", map[string]string{"range.color": "#d8d4c8"}, "range 1.03 of 3.0"},
		{"the worst place of a gradient", "memberships",
			map[string]string{"button.background-image": "linear-gradient(90deg, #ffffff 0%, #808080 100%)"}, "button 4.12 " +
				"of 4.5"},
		{"a pattern that is not quiet", "memberships", map[string]string{"card.background-image": "stripes(#c8c8c8, 4px, " +
			"8px)", "card.background-image@featured": "none"}, "text 3.73 of 4.5"},
		{"a picture", "memberships", map[string]string{"card.background-image": "picture(night)"}, "title 1.00 of 3.0"},
		{"a veil over a picture", "memberships",
			map[string]string{"card.background-image@featured": "linear-gradient(0deg, #10203ae0, #10203ae0), picture(night)"},
			""},
		{"a group that is half seen", "memberships", map[string]string{"button.opacity": "0.5"}, "button 3.24 of 4.5"},
		{"what is left out is not measured", "memberships", map[string]string{"separator.color": "#ffffff"}, ""},
	} {
		t.Run(c.name, func(t *testing.T) {
			d := newDesk(t)
			for key, text := range c.says {
				d.say(c.block, key, text)
			}
			found := d.contrasts(c.block)
			if c.want == "" {
				if len(found) > 0 {
					t.Errorf("found %v", found)
				}
				return
			}
			if len(found) == 0 {
				t.Fatal("nothing is found")
			}
			if got := seen(found[0]); !slices.Contains(got, c.want) {
				t.Errorf("%s, want %s", got, c.want)
			}
			site, tree := d.site, d.tree
			for _, last := range []bool{false, true} {
				d.site, d.tree = site, tree
				found := d.contrasts(c.block)
				for i := 0; len(found) > 0 && i < 6; i++ {
					mends := found[0].Mends
					if len(mends) == 0 {
						t.Fatalf("no mend for %+v", found[0])
					}
					if last {
						mends = mends[len(mends)-1:]
					}
					d.do(mends[0].Change)
					found = d.contrasts(c.block)
				}
				if len(found) > 0 {
					t.Errorf("after mending there is %+v", found[0].Finding)
				}
			}
		})
	}
}

// On a rail, a side that is chosen has the mark's colour for its words, on the paper; it is measured and mended so. The
// ground of a chosen side, which a rail has not, is of no account there.
func TestContrastOfARail(t *testing.T) {
	d := newDesk(t)
	d.say("memberships", "option.background-color@selected", "#f5c25e")
	// the raised words on it, as a bar
	if found := d.contrasts("memberships"); len(found) == 0 || found[0].Measured != "1.64" {
		t.Fatalf("found %+v", found)
	}
	d.do(document.SetFact{Set: "memberships", Key: "shape", Text: "rail"})
	if found := d.contrasts("memberships"); len(found) > 0 {
		t.Errorf("a ground that is not painted is measured: %+v", found[0].Finding)
	}
	d.say("memberships", "option.accent-color", "#f5c25e")
	found := d.contrasts("memberships")
	if len(found) == 0 || !slices.Contains(seen(found[0]), "option, selected 1.49 of 4.5") || found[0].Measured != "1.49" {
		t.Fatalf("found %+v", found)
	}
	d.do(found[0].Mends[0].Change)
	if found = d.contrasts("memberships"); len(found) > 0 {
		t.Errorf("after mending there is %+v", found[0].Finding)
	}
}

// The last mend of a mark changes the cases that were measured and no other: over random looks, every other part,
// state, width and record keeps its colour, and the mark is gone.
func TestMendOfContrastChangesNothingElse(t *testing.T) {
	random := rand.New(rand.NewPCG(21, 22))
	mended := 0
	for range 60 {
		d := newDesk(t)
		for range 6 {
			part := []string{"card", "badge", "title", "text", "note", "button", "period"}[random.IntN(7)]
			property := []string{"color", "background-color"}[random.IntN(2)]
			key := part + "." + property
			if set, _ := kinds.All().Named("pricing"); !has(set, part, property) {
				continue
			}
			if random.IntN(4) == 0 {
				key = []string{"dusk", "meridian", "zenith"}[random.IntN(3)] + ":" + key
			} else if random.IntN(3) == 0 {
				key += "@featured"
			}
			if random.IntN(4) == 0 {
				key += "@narrow"
			}
			d.say("memberships", key, fmt.Sprintf("#%06x", random.IntN(1<<24)))
		}
		found := d.contrasts("memberships")
		if len(found) == 0 || len(found[0].Mends) == 0 {
			continue
		}
		mark, before := found[0], d.inks("memberships")
		d.do(mark.Mends[len(mark.Mends)-1].Change)
		mended++
		for _, left := range d.contrasts("memberships") {
			if left.ID == mark.ID {
				t.Fatalf("%s is still there: %s", mark.ID, left.Measured)
			}
		}
		for where, ink := range d.inks("memberships") {
			part, _, _ := strings.Cut(where, " ")
			if ink != before[where] && !slices.ContainsFunc(seen(mark), func(place string) bool {
				return strings.HasPrefix(place, part)
			}) {
				t.Fatalf("the mend of %s changed %s from %s to %s", mark.ID, where, before[where], ink)
			}
		}
	}
	if mended < 30 {
		t.Fatalf("%d marks were mended", mended)
	}
}

func has(k *kind.Kind, part, property string) bool {
	p, ok := k.PartNamed(part)
	if !ok {
		return false
	}
	for _, name := range p.Properties {
		if name == property {
			return true
		}
	}
	return false
}

// inks is what every part's colour resolves to, where it says one of its own, in every case.
func (d *desk) inks(block string) map[string]string {
	s := d.subject(block)
	set, _ := d.site.SetByID(s.Block.SetID)
	inks := map[string]string{}
	for _, part := range set.Kind.PartsOf(s.Block.Form) {
		for _, record := range set.Records {
			for _, state := range []look.State{look.Normal, look.Hover, look.Selected} {
				for width := range s.Cascade.Widths {
					t := look.Target{Record: record.ID, Featured: record.Featured, State: state, Width: width}
					if said, ok := s.Cascade.Resolve(t, part.Name, "color"); ok {
						inks[fmt.Sprintf("%s %s %s %d", part.Name, record.ID, state, width)] = said.Value.String()
					}
				}
			}
		}
	}
	return inks
}

// The marks of a site of 20 blocks after an edit of a look: the demo's first block and its form for comparison, ten
// times each.
func BenchmarkMarksOf20Blocks(b *testing.B) {
	site, _, err := document.Parse(demo.Fennmoor, kinds.All())
	if err != nil {
		b.Fatal(err)
	}
	registry, err := dresses.Load(kinds.All())
	if err != nil {
		b.Fatal(err)
	}
	outlines := &marks.Outlines{} // as the server has it
	for b.Loop() {
		_, err := marks.Several(20, func(i int) (measure.Subject, error) {
			return render.Subject(site, registry, site.Blocks[i%2].ID, now)
		}, outlines)
		if err != nil {
			b.Fatal(err)
		}
	}
}
