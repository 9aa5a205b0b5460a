package render_test

import (
	"encoding/json"
	"fmt"
	"slices"
	"strconv"
	"testing"

	"rubrel/core/document"
	"rubrel/core/look"
	"rubrel/render"
	"rubrel/testkit/chromium"
)

// answering is a part of a block, and how long it takes to change under the pointer in the site that is tried.
type answering struct {
	Block, Part, Record string
	Milli               int
	Moves               bool
}

// Every part of a record, in every form of every kind, can be moved, and changes when the record is pointed at; one
// that a visitor presses by itself changes when it is pointed at itself.
func TestEveryPartAnswers(t *testing.T) {
	t.Parallel()
	site, tree, err := document.Parse(wardrobeText(t, "almanac", document.LightScheme, false), all)
	if err != nil {
		t.Fatal(err)
	}
	var parts []answering
	said := map[string]int{}
	for _, block := range site.Blocks {
		declared := site.SetOf(&block).Kind
		for _, spec := range declared.PartSpecs(block.Form) {
			part, _ := declared.PartNamed(spec.Name)
			if spec.Variant || part.Place == look.BlockItself {
				continue
			}
			name := declared.Name + " " + part.Name
			say := func(property string, state look.State, text string) {
				result, err := document.Apply(tree, site, document.SetLook{Kind: declared.Name, Key: look.Key{Part: part.Name,
					Property: property, State: state}, Text: text})
				if err != nil {
					t.Fatal(err)
				}
				site, tree = result.Site, result.Tree
			}
			if said[name] == 0 {
				said[name] = 11 + len(said)
				say("transition-duration", look.Hover, strconv.Itoa(said[name])+"ms")
				if part.Has("animation-name") { // which has times of its own
					say("animation-name", look.Normal, "none")
				}
			}
			answers := part.Name
			if spec.Answers != nil {
				answers = spec.Answers.Name
			}
			parts = append(parts, answering{block.ID, part.Name, answers, said[name], part.Has("translate")})
		}
	}
	files, err := render.Release(site, loadDresses(t), now)
	if err != nil {
		t.Fatal(err)
	}
	asked, err := json.Marshal(parts)
	if err != nil {
		t.Fatal(err)
	}
	b := chromium.Launch(t, 1200, 900)
	b.Open(serveFiles(t, files))
	b.FontsLoaded()
	inline := chromium.Eval[[]string](b, fmt.Sprintf(`%s.filter((p) => p.Moves).flatMap((p) =>
		[...document.querySelectorAll('#' + p.Block + ' .rb-' + p.Part)]
			.filter((e) => getComputedStyle(e).display === 'inline').slice(0, 1).map(() => p.Block + ' ' + p.Part))`, asked))
	if len(inline) > 0 {
		t.Errorf("CSS moves nothing that is inline: %v", slices.Compact(inline))
	}
	pointed := map[string][]answering{}
	for _, p := range parts {
		at := "#" + p.Block + " .rb-" + p.Record
		pointed[at] = append(pointed[at], p)
	}
	// The first of them that can be seen: not on the side of a toggle that is not shown, and not left out.
	const first = `const at = [...document.querySelectorAll(%s)].find((e) => e.checkVisibility({
		visibilityProperty: true, contentVisibilityAuto: true }) && e.getBoundingClientRect().height > 0);`
	tried := 0
	for at, parts := range pointed {
		find := fmt.Sprintf(first, chromium.Quote(at))
		if !chromium.Eval[bool](b, "(() => { "+find+" return !!at; })()") {
			continue
		}
		edge := chromium.Eval[[2]float64](b, "(() => { "+find+`
			at.scrollIntoView({ block: 'start' });
			const box = at.getBoundingClientRect();
			return [box.x + box.width / 2, box.y + 3]; })()`)
		b.Run(chromium.MoveMouse(edge[0], edge[1]))
		asked, err := json.Marshal(parts)
		if err != nil {
			t.Fatal(err)
		}
		still := chromium.Eval[[]string](b, fmt.Sprintf(`(() => { %s
			const of = (p) => at.matches('.rb-' + p.Part) ? [at] : [...at.querySelectorAll('.rb-' + p.Part)];
			const answers = (p, e) => getComputedStyle(e).transitionDuration === p.Milli / 1000 + 's';
			return %s.flatMap((p) => of(p).filter((e) => !answers(p, e)).map((e) => p.Part + ' ' +
				getComputedStyle(e).transitionDuration + ', not ' + p.Milli)); })()`, find, asked))
		if len(still) > 0 {
			t.Errorf("%s is pointed at: %v", at, still)
		}
		tried++
	}
	if tried < 40 {
		t.Errorf("only %d places were pointed at", tried)
	}
}
