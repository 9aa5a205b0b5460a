package web_test

import (
	"fmt"
	"testing"

	"rubrel/testkit/chromium"
)

// look chooses a lens and waits until an expression over the wide frame's document holds.
func look(b *chromium.Browser, lens, expression string) {
	b.Text(fmt.Sprintf("(() => { const s = document.getElementById('lens'); s.value = '%s'; s.dispatchEvent(new "+
		"Event('change', { bubbles: true })); })()", lens))
	b.Await(inProof("wide", expression))
}

// Each lens shows the same block as somebody else meets it, follows an edit, and leaves no trace when it is taken off.
func TestLenses(t *testing.T) {
	t.Parallel()
	_, b := openBench(t)
	everyFrame(b, "page.querySelectorAll('.rb-card').length === 3")
	b.Await(inProof("wide", "page.fonts.status === 'loaded'"))
	plain := b.Text(inProof("wide", "page.body.innerHTML"))
	size := "parseFloat(getComputedStyle(page.querySelector('.rb-feature')).fontSize)"
	was := chromium.Eval[float64](b, inProof("wide", size))
	for _, vision := range [][2]string{{"greyscale", "grayscale"}, {"protanopia", "protanopia"},
		{"deuteranopia", "deuteranopia"}, {"tritanopia", "tritanopia"}} {
		look(b, vision[0], "true")
		b.Await(fmt.Sprintf("getComputedStyle(document.querySelector('[data-width=wide] iframe')).filter.includes('%s')",
			vision[1]))
	}
	look(b, "large", fmt.Sprintf("%s === %v", size, was*2))
	look(b, "mirrored", "getComputedStyle(page.querySelector('.rb-card')).direction === 'rtl' && "+
		"page.documentElement.dir === 'rtl'")
	look(b, "forced", "getComputedStyle(page.querySelector('.rb-featured')).backgroundColor === 'rgb(0, 0, 0)' && "+
		"getComputedStyle(page.querySelector('.rb-button')).color === 'rgb(255, 255, 0)'")
	look(b, "long", "page.querySelector('[data-record=meridian] .rb-title').textContent === 'Meridianmeri'")
	// The lens stays over what an edit changes.
	b.Click(cell("fact/meridian/title"))
	b.Press("Noon\r")
	everyFrame(b, "page.querySelector('[data-record=meridian] .rb-title').textContent === 'Noonno'")
	b.Text("document.activeElement.blur()")
	b.Chord("z", "Control")
	look(b, "still", "page.adoptedStyleSheets.length === 1 && page.querySelector('[data-record=meridian] "+
		".rb-title').textContent === 'Meridian'")
	look(b, "plain", "page.adoptedStyleSheets.length === 0 && "+
		"getComputedStyle(page.querySelector('.rb-card')).direction === 'ltr'")
	if now := b.Text(inProof("wide", "page.body.innerHTML")); now != plain {
		t.Errorf("a trace is left:\n%s\n%s", plain, now)
	}
}
