package render_test

import (
	"os"
	"strconv"
	"strings"
	"testing"

	"rubrel/core/marks"
	"rubrel/render"
	"rubrel/testkit"
	"rubrel/testkit/chromium"
)

// clientsTried is how many of the clients are looked at in every test run; RUBREL_FIT says how many otherwise: see make
// fit.
const clientsTried = 13

// Text fits on the data of clients that nobody prepared, at seven widths: nothing scrolls sideways, no word is broken
// without a hyphen, no text leaves its record or lies on another, nothing is set below 12 px, buttons have two lines at
// most, a switch is a row or a list, and the price is the largest text of its card.
func TestTextFitsOnAnyClient(t *testing.T) {
	t.Parallel()
	tried := clientsTried
	if said := os.Getenv("RUBREL_FIT"); said != "" {
		var err error
		if tried, err = strconv.Atoi(said); err != nil {
			t.Fatalf("RUBREL_FIT is %q, not a number of clients", said)
		}
	}
	registry := loadDresses(t)
	b := chromium.Launch(t, 1200, 900)
	b.LessMotion(true)
	faults, marked, pages := map[string]int{}, 0, 0
	for seed := range uint64(tried) {
		client := testkit.NewClient(t, seed, registry.Names())
		files, err := render.Release(client.Site, registry, now)
		if err != nil {
			t.Fatalf("%s: %v", client.What, err)
		}
		subject, err := render.Subject(client.Site, registry, "block", now)
		if err != nil {
			t.Fatal(err)
		}
		checks := map[string]bool{}
		for _, mark := range marks.Of(subject, nil) {
			checks[mark.Check] = true
		}
		b.Open(serveFiles(t, files))
		b.FontsLoaded()
		for _, width := range []int64{320, 390, 600, 768, 1024, 1200, 1920} {
			b.Size(width, 900)
			pages++
			for _, fault := range chromium.Eval[[]string](b, fitFaults) {
				what, _, _ := strings.Cut(fault, ":")
				if faults[what]++; checks[what] || what != "small" && (checks["fit"] || checks["wrap"]) {
					marked++
					t.Logf("%s at %d, which has its mark: %s", client.What, width, fault)
				} else {
					t.Errorf("%s at %d: %s", client.What, width, fault)
				}
			}
		}
	}
	t.Logf("%d pages: %v, of which %d on blocks that have their mark", pages, faults, marked)
}

// fitFaults lists what does not fit on a page, a line each, the first of each sort and element.
const fitFaults = `(() => {
	const faults = new Map();
	const fault = (what, e, text) => { const key = what + ' ' + e.className;
		if (!faults.has(key)) faults.set(key, what + ': ' + e.className + ' “' + text.slice(0, 60) + '”'); };
	const root = document.querySelector('[data-rb]');
	if (document.documentElement.scrollWidth > innerWidth) fault('overflow', document.body,
		document.documentElement.scrollWidth + ' px');
	const walker = document.createTreeWalker(root, NodeFilter.SHOW_TEXT);
	const placed = new Map();
	let node;
	while ((node = walker.nextNode())) {
		const e = node.parentElement;
		if (!node.data.trim() || e.closest('.rb-spoken, script, noscript') || !e.checkVisibility({
			visibilityProperty: true, opacityProperty: true })) continue;
		const style = getComputedStyle(e), range = document.createRange();
		if (parseFloat(style.fontSize) < 12 - 0.01) fault('small', e, style.fontSize + ' ' + node.data);
		for (const { 0: word, index } of node.data.matchAll(/[\p{L}\p{M}\u00ad]{2,}/gu)) {
			let top = null;
			for (let i = 0; i < word.length; i++) {
				range.setStart(node, index + i); range.setEnd(node, index + i + 1);
				const box = [...range.getClientRects()].at(-1); // the first is that of the hyphen before it
				if (!box?.width) continue;
				if (top !== null && box.top > top + box.height / 2 && word[i - 1] !== '\u00ad') fault('broken', e, word);
				top = box.top;
			}
		}
		range.selectNodeContents(node);
		const record = e.closest('[data-record]'), within = record?.getBoundingClientRect();
		for (const box of range.getClientRects()) {
			if (box.width < 1) continue;
			const scrolls = e.closest('[tabindex="0"]');
			if (within && !scrolls && !e.closest('.rb-badge, .rb-riding') && (box.left < within.left - 1 ||
				box.right > within.right + 1)) fault('outside', e, node.data);
			for (const [other, boxes] of placed) if (other !== e && !other.contains(e) && !e.contains(other) &&
				other.closest('[data-record]') === record)
				for (const o of boxes) if (Math.min(o.right, box.right) - Math.max(o.left, box.left) > 2 &&
					Math.min(o.bottom - o.height / 5, box.bottom - box.height / 5) - Math.max(o.top + o.height / 5,
					box.top + box.height / 5) > 2) fault('overlap', e, node.data + ' / ' + other.textContent);
			(placed.get(e) ?? placed.set(e, []).get(e)).push(box);
		}
		if (e.closest('.rb-button') === e) {
			const lines = new Set([...range.getClientRects()].filter((r) => r.width > 0).map((r) => Math.round(r.top)));
			if (lines.size > 2) fault('button', e, lines.size + ' lines ' + node.data);
		}
	}
	for (const sides of root.querySelectorAll('.rb-switch')) {
		const tops = new Set([...sides.querySelectorAll('.rb-option')].map((e) => Math.round(e.getBoundingClientRect().top)));
		if (tops.size > 1 && getComputedStyle(sides).display === 'flex' && !sides.matches('.rb-is-chips')) fault('switch',
			sides, tops.size + ' lines');
	}
	for (const card of root.querySelectorAll('.rb-card')) {
		const largest = (selector) => Math.max(0, ...[...card.querySelectorAll(selector)].filter((e) => e.checkVisibility({
			visibilityProperty: true })).map((e) => parseFloat(getComputedStyle(e).fontSize)));
		const whole = largest('.rb-whole');
		if (whole && largest('.rb-title, .rb-text, .rb-badge, .rb-button') > whole) fault('price', card,
			whole + 'px is not the largest');
	}
	return [...faults.values()];
})()`
