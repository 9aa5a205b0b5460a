package render_test

import (
	"strings"
	"testing"

	"github.com/chromedp/chromedp/kb"

	"rubrel/core/document"
	"rubrel/core/look"
	"rubrel/core/release"
	"rubrel/render"
	"rubrel/testkit/chromium"
)

// entering is the demo's memberships with cards that rise one after the other when half of each is seen.
func entering(t *testing.T) []release.File {
	t.Helper()
	say := func(property, text string) document.Change {
		return document.SetLook{Block: "memberships", Key: look.Key{Part: "card", Property: property}, Text: text}
	}
	site := changed(t, say("animation-name", "rise"), say("animation-duration", "240ms"),
		say("animation-delay", "150ms each"),
		say("animation-range-start", "entry 50%"), say("transition-duration", "120ms"))
	files, err := render.Release(site, loadDresses(t), now)
	if err != nil {
		t.Fatal(err)
	}
	return files
}

// Cards come in when they are seen and not before, one after the other, and the page around does not move by it. After
// that they move on hover as they should.
func TestEntrance(t *testing.T) {
	b := chromium.Launch(t, 1200, 240)
	b.Open(serveFiles(t, entering(t)))
	b.Near(".rb-card")
	b.Await("document.querySelectorAll('[data-sight=rise]').length === 3")
	if got := b.Text("getComputedStyle(document.querySelector('.rb-card')).opacity + ' ' + " +
		"getComputedStyle(document.querySelector('.rb-card')).translate"); got != "0 0px 24px" {
		t.Errorf("before it is seen a card has %s", got)
	}
	chromium.Eval[bool](b, `(() => {
		window.shift = 0; window.order = [];
		new PerformanceObserver((list) => list.getEntries().forEach((e) => { if (!e.hadRecentInput) window.shift += e.value;
			})).observe({ type: 'layout-shift' });
		document.addEventListener('transitionend', (e) => { if (e.propertyName === 'opacity' &&
			e.target.matches('.rb-card')) window.order.push(e.target.dataset.record); });
		document.querySelector('.rb-card').scrollIntoView({ block: 'center' });
		return true;
	})()`)
	b.Await("window.order.length === 3 && document.querySelectorAll('[data-sight=done]').length === 3")
	if got := b.Text("window.order.join() + ' ' + window.shift + ' ' + " +
		"getComputedStyle(document.querySelector('.rb-card')).opacity + ' ' + " +
		"getComputedStyle(document.querySelector('.rb-card')).transitionDuration"); got != "dusk,meridian,zenith 0 1 0.12s" {
		t.Errorf("afterwards: %s", got)
	}
}

// Without script, and where a visitor asks for less motion, everything simply stands there; so it does for those who go
// by the keyboard, before a card is in view.
func TestEntranceIsNeverInTheWay(t *testing.T) {
	address := serveFiles(t, entering(t))
	still := "[...document.querySelectorAll('.rb-card')].every((e) => getComputedStyle(e).opacity === '1' && " +
		"getComputedStyle(e).translate === 'none')"
	b := chromium.Launch(t, 1200, 240)
	b.Script(false)
	b.Open(address)
	if !chromium.Eval[bool](b, still) {
		t.Error("without script the cards are not there")
	}
	b.Script(true)
	b.LessMotion(true)
	b.Open(address)
	b.Await(still + " && !document.querySelector('[data-sight]')")
	b.LessMotion(false)
	b.Open(address)
	b.Near(".rb-card")
	b.Await("document.querySelector('[data-sight=rise]')")
	b.Press(kb.Tab, kb.Tab) // the switch, and the first card's button
	b.Await("document.activeElement.closest('.rb-card')?.dataset.sight === 'done' && " +
		"getComputedStyle(document.activeElement.closest('.rb-card')).opacity === '1'")
}

// What is not used does not ship.
func TestEntranceShipsOnlyWhereUsed(t *testing.T) {
	has := func(files []release.File, text string) bool {
		for _, f := range files {
			if strings.Contains(string(f.Bytes), text) && !strings.HasPrefix(f.Type, "font/") {
				return true
			}
		}
		return false
	}
	plain, err := render.Release(changed(t), loadDresses(t), now)
	if err != nil {
		t.Fatal(err)
	}
	if has(plain, "data-sight") || has(plain, "IntersectionObserver") {
		t.Error("a page on which nothing comes in brings what brings it in")
	}
	if files := entering(t); !has(files, "data-sight") || !has(files, "IntersectionObserver") {
		t.Error("a page on which something comes in lacks what brings it in")
	}
}
