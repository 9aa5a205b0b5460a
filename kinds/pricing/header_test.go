package pricing_test

import (
	"strings"
	"testing"

	"rubrel/core/document"
	"rubrel/core/look"
	"rubrel/demo"
	"rubrel/dresses"
	"rubrel/kinds"
	"rubrel/render"
	"rubrel/testkit"
)

// The header of a card lies from its upper edge to below the slot that the set says, over the card's padding, at every
// width; also on a card whose parts stand in another order. Its ground is measured against the words on it alone.
func TestHeaderOfACard(t *testing.T) {
	site, tree, err := document.Parse(demo.Fennmoor, kinds.All())
	if err != nil {
		t.Fatal(err)
	}
	say := func(key, text string) document.Change {
		k, err := look.ParseKey(key)
		if err != nil {
			t.Fatal(err)
		}
		return document.SetLook{Block: "memberships", Key: k, Text: text}
	}
	for _, c := range []document.Change{fact("memberships", "", "header", "subtitle"), say("card.border", "none"),
		say("header.background-color", "#777777"), say("header.background-color@featured", "#777777"),
		say("dusk:text.stands", "after price")} {
		result, err := document.Apply(tree, site, c)
		if err != nil {
			t.Fatal(err)
		}
		site, tree = result.Site, result.Tree
	}
	_, address := testkit.Publish(t, site)
	b := testkit.Launch(t, 1280, 1000)
	b.Open(address)
	for _, width := range []int64{1280, 768, 390} {
		b.Size(width, 1000)
		wrong := b.Text(`[...document.querySelectorAll('#memberships .rb-card')].map((card) => {
			const box = (e) => e.getBoundingClientRect(), outer = box(card), header = box(card.querySelector('.rb-header'));
			const near = (a, b) => Math.abs(a - b) < 0.6;
			const inside = (name) => {
				const words = document.createRange();
				words.selectNodeContents(card.querySelector(name));
				return box(words).bottom < header.bottom;
			};
			const wide = near(outer.left, header.left) && near(outer.right, header.right) && near(outer.top, header.top);
			const moved = card.dataset.record === 'dusk';
			return wide && inside('.rb-title') && inside('.rb-text') && inside('.rb-prices') === moved ? ''
				: card.dataset.record + JSON.stringify([outer, header]);
		}).join('')`)
		if wrong != "" {
			t.Errorf("at %d px: %s", width, wrong)
		}
	}

	registry, err := dresses.Load(kinds.All())
	if err != nil {
		t.Fatal(err)
	}
	seen := false
	subject, err := render.Subject(site, registry, "memberships", testkit.When)
	if err != nil {
		t.Fatal(err)
	}
	for _, m := range subject.Marks() {
		if m.Check == "contrast" && !strings.HasPrefix(m.Where, "text") {
			t.Errorf("contrast is found at %s, where there is no header", m.Where)
		}
		seen = seen || m.Check == "contrast"
	}
	if !seen {
		t.Error("no contrast is found on the header")
	}
}
