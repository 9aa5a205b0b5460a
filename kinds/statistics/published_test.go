package statistics_test

import (
	"bytes"
	"compress/gzip"
	"fmt"
	"strings"
	"testing"

	"rubrel/render"
	"rubrel/testkit"
	"rubrel/testkit/chromium"
)

// Every form's page passes the HTML checker and axe-core, is no wider than its window, and says each figure once.
func TestPagesAreSound(t *testing.T) {
	var folders []string
	b := chromium.Launch(t, 1200, 900)
	for _, facts := range []map[string]string{{}, {"notation": "compact", "icons": "beside", "begins": "light",
		"side": "before", "again": "each time"}} {
		g := nights()
		g.Facts = facts
		g.Forms = []string{"tiles", "numbers", "banded", "trend"} // on one page
		folder, address := testkit.Publish(t, g.Site(t))
		folders = append(folders, folder)
		b.Open(address)
		b.CheckAccessibility(fmt.Sprint(facts))
		b.CheckOverflow(fmt.Sprint(facts), 320, 768, 1200)
		if got := chromium.Eval[int](b, "document.querySelectorAll('.rb-value').length === 16 && "+
			"document.querySelectorAll('[aria-live], [role=status], [role=timer]').length"); got != 0 {
			t.Errorf("%v: %d things would be read while they count", facts, got)
		}
	}
	chromium.CheckHTML(t, folders...)
	var data []string
	files, err := render.Release(nights().Site(t), testkit.Dresses(t), testkit.When)
	if err != nil {
		t.Fatal(err)
	}
	for _, f := range files {
		if _, after, ok := strings.Cut(string(f.Bytes), `<script type="application/ld+json">`); ok &&
			strings.HasSuffix(f.Path, ".html") {
			text, _, _ := strings.Cut(after, "</script>")
			data = append(data, text)
		}
	}
	if len(data) != 4 || !strings.Contains(data[0], `"value":148`) || !strings.Contains(data[0],
		`"observationDate":"2026-10-31"`) {
		t.Fatalf("machines are told %v", data)
	}
	chromium.CheckStructuredData(t, data...)
}

// counting is a page on which figures wait below the window until they are seen. Its fonts are the system's: one that
// comes late shifts what it sets, whether it counts or not.
func counting(t *testing.T, facts, look map[string]string) string {
	t.Helper()
	g := nights()
	g.Facts = facts
	g.Look = map[string]string{"value.animation-duration": "300ms", "value.animation-delay": "0ms",
		"sheet.padding": "800px 20px", "sheet.font-family": "sans-serif", "value.font-family": "serif"}
	for key, text := range look {
		g.Look[key] = text
	}
	_, address := testkit.Publish(t, g.Site(t))
	return address
}

const (
	shown = "[...document.querySelectorAll('.rb-digits')].map((e) => e.dataset.now ?? e.textContent).join(' ')"
	final = "148 14,500 -12.5 38,200"
)

// watch records every number that is shown, how wide and where everything stands, and every shift of the layout.
const watch = `(() => {
	window.seen = []; window.shift = 0; window.places = new Set();
	const place = () =>
		window.places.add([...document.querySelectorAll('.rb-value, .rb-unit, .rb-label, .rb-figure')].map((e) => {
		const r = e.getBoundingClientRect(); return [r.left, r.width, r.height].join(); }).join(' '));
	new PerformanceObserver((list) => list.getEntries().forEach((e) => { window.shift += e.value;
		})).observe({ type: 'layout-shift' });
	new MutationObserver((list) => { for (const { target } of list) if (target.matches('.rb-digits') &&
		target.dataset.now) window.seen.push(target.dataset.to + ':' + target.dataset.now); place();
		}).observe(document.body, { subtree: true, attributes: true, characterData: true, childList: true });
	new MutationObserver((list) => { window.rewritten = list.length; }).observe(document.querySelector('.rb-figures'), {
		subtree: true, characterData: true, childList: true });
	document.querySelector('.rb-figures').scrollIntoView({ block: 'center' });
	return true;
})()`

// Figures count to exactly their value, each way, and nothing moves by it: the text in the page is that of the end from
// the start.
func TestCounts(t *testing.T) {
	b := chromium.Launch(t, 1200, 500)
	b.Open(counting(t, map[string]string{}, nil))
	if got := b.Text(shown); got != final { // nobody watches: a picture of the whole page has the end
		t.Errorf("out of view the figures show %s", got)
	}
	b.Near(".rb-figures")
	b.Await("document.querySelectorAll('[data-sight=count]').length === 4")
	if got := b.Text(shown); got != "0 0 20.0 0" {
		t.Errorf("before they are seen the figures show %s", got)
	}
	if got := b.Text("[...document.querySelectorAll('.rb-digits')].map((e) => e.textContent).join(' ')"); got != final {
		t.Errorf("the page says %s", got)
	}
	chromium.Eval[bool](b, watch)
	b.Await("document.querySelectorAll('[data-sight=done]').length === 4")
	if got := b.Text(shown); got != final {
		t.Errorf("at the end the figures show %s, want %s", got, final)
	}
	if got := b.Text("window.shift + ' ' + window.places.size + ' ' + (window.rewritten ?? 0) + ' ' + " +
		"document.querySelectorAll('[data-now]').length"); got != "0 1 0 0" {
		t.Errorf("shift, places, rewritten texts and figures still counting are %s", got)
	}
	orders := chromium.Eval[map[string][]float64](
		b,
		`window.seen.reduce((all, line) => { const [to, now] = line.split(':');
			(all[to] ??= []).push(parseFloat(now.replace(',', ''))); return all; }, {})`,
	)
	for to, numbers := range orders {
		for i := 1; i < len(numbers); i++ {
			if rises := to != "-12.5"; rises && numbers[i] < numbers[i-1] || !rises && numbers[i] > numbers[i-1] {
				t.Errorf("on the way to %s it shows %v", to, numbers)
				break
			}
		}
		if len(numbers) < 3 {
			t.Errorf("on the way to %s it shows %v", to, numbers)
		}
	}
}

// Counting by steps shows only multiples; it starts when the first pixel, the middle or all of a figure is seen; again
// where that is asked for; and not at all without script or for those who ask for less motion.
func TestCountsAsAsked(t *testing.T) {
	b := chromium.Launch(t, 1200, 500)
	b.Open(counting(t, map[string]string{"step": "500", "interval": "20"}, nil))
	b.Near(".rb-figures")
	b.Await("document.querySelectorAll('[data-sight=count]').length === 4")
	chromium.Eval[bool](b, watch)
	b.Await("document.querySelectorAll('[data-sight=done]').length === 4")
	if odd := b.Text("window.seen.filter((line) => line.startsWith('38200:') && " +
		"parseFloat(line.split(':')[1].replace(',', '')) % 500).join()"); odd != "" || b.Text(shown) != final {
		t.Errorf("by steps of 500 it shows %s, and at the end %s", odd, b.Text(shown))
	}
	for start, share := range map[string]float64{"entry 0%": 0.02, "entry 50%": 0.5, "entry 100%": 1} {
		b.Open(counting(t, map[string]string{}, map[string]string{"value.animation-range-start": start,
			"value.font-size": "100px", "value.line-height": "2"}))
		b.Near(".rb-figures")
		b.Await("document.querySelectorAll('[data-sight=count]').length === 4")
		// Just less of the figure than is needed is brought into view, then just enough.
		into := func(share float64) {
			chromium.Eval[bool](b, fmt.Sprintf("new Promise((done) => { const r = "+
				"document.querySelector('.rb-value').getBoundingClientRect(); scrollBy(0, r.top - innerHeight + r.height * %v); "+
				"requestAnimationFrame(() => requestAnimationFrame(() => done(true))); })", share))
		}
		into(share - 0.06)
		if share > 0.1 && b.Text("document.querySelector('.rb-value').dataset.sight") != "count" {
			t.Errorf("%s: it counts when %.2f of it is seen", start, share-0.06)
		}
		into(share + 0.03)
		b.Await("document.querySelector('.rb-value').dataset.sight !== 'count'")
	}
	b.Open(counting(t, map[string]string{"again": "each time"}, nil))
	b.Near(".rb-figures")
	b.Await("document.querySelectorAll('[data-sight=count]').length === 4")
	chromium.Eval[bool](b, watch)
	b.Await("document.querySelectorAll('[data-sight=done]').length === 4")
	b.Near(".rb-figures")
	b.Await("document.querySelectorAll('[data-sight=count]').length === 4 && " +
		"document.querySelector('.rb-digits').dataset.now === '0'")
	b.LessMotion(true)
	b.Open(counting(t, map[string]string{}, nil))
	b.Await(shown + " === '" + final + "' && !document.querySelector('[data-sight]')")
	b.LessMotion(false)
	b.Script(false)
	b.Open(counting(t, map[string]string{}, nil))
	if got := b.Text(shown); got != final {
		t.Errorf("without script the figures show %s", got)
	}
}

// The script of a page of statistics is small, and a page on which nothing counts has none of it.
func TestScriptIsSmall(t *testing.T) {
	script := func(look map[string]string) int {
		g := nights()
		g.Look = look
		files, err := render.Release(g.Site(t), testkit.Dresses(t), testkit.When)
		if err != nil {
			t.Fatal(err)
		}
		var out bytes.Buffer
		w := gzip.NewWriter(&out)
		for _, f := range files {
			if strings.HasSuffix(f.Path, ".js") {
				_, _ = w.Write(f.Bytes) // into memory
				_ = w.Close()
				return out.Len()
			}
		}
		return 0
	}
	counts, still := script(nil), script(map[string]string{"value.animation-name": "none"})
	t.Logf("%d bytes compressed", counts)
	if counts == 0 || counts > 2<<10 || still != 0 {
		t.Errorf("the script has %d bytes compressed, at most 2 KB; where nothing counts %d", counts, still)
	}
}
