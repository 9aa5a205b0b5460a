package pricing_test

import (
	"strings"
	"testing"

	"rubrel/core/marks"
	"rubrel/render"
	"rubrel/testkit"
	"rubrel/testkit/chromium"
)

// The header of a card lies from its upper edge to below the slot that the set says, over the card's padding, at every
// width; also on a card whose parts stand in another order. Its ground is measured against the words on it alone.
func TestHeaderOfACard(t *testing.T) {
	e := testkit.Demo(t)
	e.Do(fact("memberships", "", "header", "subtitle"))
	for key, text := range map[string]string{"card.border": "none", "header.background-color": "#777777",
		"header.background-color@featured": "#777777", "dusk:text.stands": "after price"} {
		e.Look("memberships", key, text)
	}
	_, address := testkit.Publish(t, e.Site)
	b := chromium.Launch(t, 1280, 1000)
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

	seen := false
	subject, err := render.Subject(e.Site, testkit.Dresses(t), "memberships", testkit.When)
	if err != nil {
		t.Fatal(err)
	}
	for _, m := range marks.Of(subject, nil) {
		if m.Check == "contrast" && !strings.HasPrefix(m.Where, "text") {
			t.Errorf("contrast is found at %s, where there is no header", m.Where)
		}
		seen = seen || m.Check == "contrast"
	}
	if !seen {
		t.Error("no contrast is found on the header")
	}
}
