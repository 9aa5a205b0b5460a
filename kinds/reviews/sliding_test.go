package reviews_test

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"github.com/chromedp/chromedp/kb"

	"rubrel/core/motion"
	"rubrel/testkit"
	"rubrel/testkit/chromium"
)

// slides publishes nine reviews in a sliding row and opens them; the row does not take its time where fast is said.
func slides(t *testing.T, facts map[string]string, locale string, fast bool) (*chromium.Browser, string) {
	t.Helper()
	g := practice(facts, 9)
	g.Forms, g.Locale = []string{"sliding"}, locale
	if fast {
		g.Look = map[string]string{"reviews.transition-duration": "0ms"}
	}
	_, address := testkit.Publish(t, g.Site(t))
	b := chromium.Launch(t, 1200, 700)
	b.Open(address)
	b.FontsLoaded()
	b.Await("document.querySelector('.rb-carousel[data-live]')")
	return b, address
}

const row = "document.querySelector('.rb-reviews')"

// inSight is which review stands at the start of what is in sight.
const inSight = `(() => { const row = document.querySelector('.rb-reviews').getBoundingClientRect();
	const rtl = getComputedStyle(document.querySelector('.rb-reviews')).direction === 'rtl';
	return [...document.querySelectorAll('.rb-review')].find((e) => { const box = e.getBoundingClientRect();
		return Math.abs(rtl ? box.right - row.right : box.left - row.left) < 2; })?.dataset.record ?? 'none'; })()`

// at waits until the row rests at a position, and says at which it rests otherwise.
func at(t *testing.T, b *chromium.Browser, what string, want float64) {
	t.Helper()
	b.Await(fmt.Sprintf("Math.abs(%s.scrollLeft - %g) < 1 && %s.style.scrollSnapType === ''", row, want, row))
}

// A move comes to rest where core/motion says, in both directions, at three widths; so does what a visitor scrolls to
// somewhere between.
func TestStopsAreWhereTheBrowserRests(t *testing.T) {
	for _, locale := range []string{"en", "he"} {
		b, address := slides(t, nil, locale, true)
		for _, width := range []int64{390, 800, 1200} {
			b.Size(width, 700)
			b.Open(address)
			b.FontsLoaded()
			b.Await("document.querySelector('.rb-carousel[data-live]')")
			c := motion.Carousel{Items: 9, Step: 1, FromRight: locale == "he",
				Room:   chromium.Eval[float64](b, row+".getBoundingClientRect().width"),
				Gap:    chromium.Eval[float64](b, "parseFloat(getComputedStyle("+row+").columnGap)"),
				AtOnce: chromium.Eval[int](b, "+getComputedStyle("+row+").getPropertyValue('--rb-columns')")}
			if item := chromium.Eval[float64](b, "document.querySelector('.rb-review').getBoundingClientRect().width"); math.Abs(
				item-c.Item()) > 0.1 {
				t.Errorf("%s, %d px: a review is %.2f px wide, want %.2f", locale, width, item, c.Item())
			}
			stops := c.Stops()
			if dots := chromium.Eval[int](b, "document.querySelectorAll('.rb-dot:not([hidden])').length"); dots != len(stops) {
				t.Errorf("%s, %d px: %d dots for %d stops", locale, width, dots, len(stops))
			}
			for i, want := range stops[1:] {
				b.Click(".rb-next")
				at(t, b, fmt.Sprint(locale, width, i), want)
			}
			if off := b.Text("document.querySelector('.rb-next').ariaDisabled + ' ' + " +
				"document.querySelector('.rb-previous').ariaDisabled"); off != "true null" {
				t.Errorf("%s, %d px: at the end the arrows are off: %s", locale, width, off)
			}
			for i := len(stops) - 2; i >= 0; i-- {
				b.Click(".rb-previous")
				at(t, b, fmt.Sprint(locale, width, i), stops[i])
			}
			// Left alone between two, it snaps to the nearer.
			between := stops[1] + (stops[2]-stops[1])*0.3
			chromium.Eval[bool](b, fmt.Sprintf("(%s.scrollTo({ left: %g }), true)", row, between))
			at(t, b, fmt.Sprint(locale, width, "between"), stops[1])
		}
	}
}

// The row is moved with keys, by touch and with a wheel; a move can take as many as are in sight.
func TestSlidingByHand(t *testing.T) {
	for _, locale := range []string{"en", "he"} {
		b, _ := slides(t, nil, locale, true)
		chromium.Eval[bool](b, "("+row+".focus(), true)")
		forward, back := kb.ArrowRight, kb.ArrowLeft
		if locale == "he" {
			forward, back = back, forward
		}
		b.Press(forward, forward)
		b.Await(inSight + " === 'r2'")
		b.Press(back)
		b.Await(inSight + " === 'r1'")
		if now := b.Text("[...document.querySelectorAll('.rb-dot')].findIndex((e) => e.ariaCurrent === 'true')"); now != "1" {
			t.Errorf("%s: the dot of place %s is the current one", locale, now)
		}
		b.Click(".rb-dot:nth-child(4)")
		b.Await(inSight + " === 'r3'")
		way := 1.0
		if locale == "he" {
			way = -1
		}
		pitch := chromium.Eval[float64](b, "document.querySelector('.rb-review').offsetWidth")
		b.Swipe(".rb-reviews", -way*pitch*0.9)
		b.Await("['r4', 'r5'].includes(" + inSight + ")") // as far as the finger's speed carries it
		was := b.Text(inSight)
		b.Wheel(".rb-reviews", -way*pitch*0.9)
		b.Await("!['none', '" + was + "'].includes(" + inSight + ")")
	}
	b, _ := slides(t, map[string]string{"step": "all in sight"}, "en", true)
	n := chromium.Eval[int](b, "+getComputedStyle("+row+").getPropertyValue('--rb-columns')")
	b.Click(".rb-next")
	b.Await(fmt.Sprintf(inSight+" === 'r%d'", n))
}

// In an endless row the first comes after the last, both ways, and each review is in the page once.
func TestEndless(t *testing.T) {
	for _, locale := range []string{"en", "he"} {
		b, _ := slides(t, map[string]string{"endless": "yes", "position": "count"}, locale, true)
		seen := func() string { return b.Text(inSight) }
		want := func(what, id, place string) {
			t.Helper()
			b.Await(inSight + " === '" + id + "' && document.querySelector('.rb-place').textContent.startsWith('" + place + "')")
		}
		for i := 1; i <= 11; i++ {
			b.Click(".rb-next")
			want("next", fmt.Sprintf("r%d", i%9), fmt.Sprint(i%9+1))
		}
		for i := 10; i >= -3; i-- {
			b.Click(".rb-previous")
			want("previous", fmt.Sprintf("r%d", (i+9)%9), fmt.Sprint((i+9)%9+1))
		}
		if n := chromium.Eval[int](b, "document.querySelectorAll('.rb-review').length"); n != 9 {
			t.Errorf("%s: %d reviews are in the page; at %s", locale, n, seen())
		}
	}
}

// A row that moves by itself is stopped by its button and by touch, and waits while it is pointed at, has the focus, is
// out of sight, the tab is hidden, or a visitor asks for less motion (WCAG 2.2, 2.2.2).
func TestMovesByItself(t *testing.T) {
	b, address := slides(t, map[string]string{"moves": "2"}, "en", true)
	// The clock of the page is run by hand.
	clock := `(() => { window.due = new Map(); const { setTimeout, clearTimeout } = window;
		window.setTimeout = (act, ms, ...rest) => { const id = setTimeout(ms === 2000 ? () => {} : act, ms, ...rest);
			if (ms === 2000) window.due.set(id, act); return id; };
		window.clearTimeout = (id) => { window.due.delete(id); clearTimeout(id); };
		window.later = () => { const all = [...window.due.values()]; window.due.clear(); all.forEach((act) => act());
			return all.length; }; })()`
	b.OnLoad(clock)
	b.Open(address)
	b.FontsLoaded()
	b.Await("document.querySelector('.rb-carousel[data-live]') && window.due.size === 1")
	b.Run(chromium.MoveMouse(2, 300))
	moves := func(what, want string) {
		t.Helper()
		if n := chromium.Eval[int](b, "window.later()"); n != 1 && want != "" {
			t.Errorf("%s: %d clocks run", what, n)
		}
		if want == "" {
			want = b.Text(inSight)
		}
		b.Await(inSight + " === '" + want + "'")
	}
	b.Await("(window.later(), " + inSight + " === 'r1')") // once it has been seen to be in sight
	moves("left alone", "r2")
	b.Hover(".rb-review:nth-child(3)")
	moves("pointed at", "r2")
	b.Run(chromium.MoveMouse(2, 300))
	moves("left alone again", "r3")
	chromium.Eval[bool](b, "("+row+".focus(), true)")
	moves("with the focus", "r3")
	chromium.Eval[bool](b, "(document.activeElement.blur(), true)")
	moves("without it", "r4")
	b.LessMotion(true)
	moves("with less motion", "r4")
	b.LessMotion(false)
	chromium.Eval[bool](b, "(Object.defineProperty(document, 'hidden', { value: true, configurable: true }), true)")
	moves("in a hidden tab", "r4")
	chromium.Eval[bool](b, "(Object.defineProperty(document, 'hidden', { value: false, configurable: true }), true)")
	chromium.Eval[bool](b, "(document.querySelector('.rb-carousel').style.marginTop = '3000px', true)")
	chromium.Eval[bool](b, "new Promise((done) => new IntersectionObserver((all, o) => { if (!all[0].isIntersecting) { "+
		"o.disconnect(); requestAnimationFrame(() => done(true)); } }).observe(document.querySelector('.rb-carousel')))")
	moves("out of sight", "r4")
	chromium.Eval[bool](b, "(document.querySelector('.rb-carousel').style.marginTop = '', true)")
	chromium.Eval[bool](b, "new Promise((done) => new IntersectionObserver((all, o) => { if (all[0].isIntersecting) { "+
		"o.disconnect(); requestAnimationFrame(() => done(true)); } }).observe(document.querySelector('.rb-carousel')))")
	moves("in sight again", "r5")
	if live := b.Text(row + ".ariaLive"); live != "off" {
		t.Errorf("while it moves, a screen reader hears it: %s", live)
	}
	b.Click(".rb-pause")
	b.Run(chromium.MoveMouse(2, 300))
	chromium.Eval[bool](b, "(document.activeElement.blur(), true)")
	if n := chromium.Eval[int](b, "window.later()"); n != 0 {
		t.Errorf("stopped, %d clocks run", n)
	}
	if said := b.Text("document.querySelector('.rb-pause').ariaLabel + ' ' + " + row + ".ariaLive"); said !=
		"Play polite" {
		t.Errorf("stopped, the button and the row say %s", said)
	}
	b.Click(".rb-pause")
	b.Run(chromium.MoveMouse(2, 300))
	chromium.Eval[bool](b, "(document.activeElement.blur(), true)")
	was := b.Text(inSight)
	b.Await("(window.later(), " + inSight + " !== '" + was + "')")
	b.Swipe(".rb-reviews", -40)
	b.Run(chromium.MoveMouse(2, 300))
	chromium.Eval[bool](b, "(document.activeElement.blur(), true)")
	if n := chromium.Eval[int](b, "window.later()"); n != 0 {
		t.Errorf("touched, %d clocks run", n)
	}
}

// Without script the row scrolls and nothing of what would move it is there; with it nothing moves the page, and roles
// and names are those of the ARIA Authoring Practices' carousel. What moves it weighs little, and ships only here.
func TestSlidingRowIsSound(t *testing.T) {
	b, address := slides(t, map[string]string{"moves": "4"}, "en", true)
	chromium.Eval[bool](b, `(window.shift = 0, new PerformanceObserver((list) => list.getEntries().forEach((e) => {
		window.shift += e.value; })).observe({ type: 'layout-shift', buffered: true }), true)`)
	if shift := chromium.Eval[float64](b, "window.shift"); shift > 0 {
		t.Errorf("the page shifts by %v while it loads", shift)
	}
	tree := b.Tree()
	for _, want := range []string{"group carousel sliding row", "button Previous", "button Next", "button Pause",
		"button 1 of 9", "group slide 1 of 9", "group slide 9 of 9"} {
		if !strings.Contains(tree, want) {
			t.Errorf("the accessibility tree has no %s:\n%s", want, tree)
		}
	}
	b.Script(false)
	b.Open(address)
	if got := b.Text("[...document.querySelectorAll('.rb-arrow, .rb-dot, .rb-pause')].every((e) => " +
		"getComputedStyle(e).visibility === 'hidden') + ' ' + getComputedStyle(" + row + ").overflowX + ' ' + (" + row +
		".scrollWidth > " + row + ".clientWidth)"); got != "true auto true" {
		t.Errorf("without script: %s", got)
	}
}

// Ten dots stand on one line of a phone. Where there are more reviews, a fraction says the place.
func TestDotsKeepToOneLine(t *testing.T) {
	for n, want := range map[int]string{10: "10 on 1", 11: "0 on 0 and 1 of 11", 60: "0 on 0 and 1 of 60"} {
		g := testkit.Gallery{Kind: "reviews", Forms: []string{"sliding"}}
		for i := range n {
			g.Records = append(g.Records, of("name", fmt.Sprint("Reader ", i), "rating", "5", "text", "Fine."))
		}
		_, address := testkit.Publish(t, g.Site(t))
		b := chromium.Launch(t, 390, 700)
		b.Open(address)
		b.Await("document.querySelector('.rb-dot[aria-current]') || document.querySelector('.rb-place')?.textContent")
		got := b.Text(`(() => {
			const dots = [...document.querySelectorAll('.rb-dot')];
			const lines = new Set(dots.map((e) => Math.round(e.getBoundingClientRect().top))).size;
			const place = document.querySelector('.rb-place')?.textContent.trim();
			return dots.length + ' on ' + lines + (place ? ' and ' + place : '');
		})()`)
		if got != want {
			t.Errorf("of %d reviews: %s, want %s", n, got, want)
		}
	}
}
