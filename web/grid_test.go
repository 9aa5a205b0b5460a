package web_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/chromedp/chromedp/kb"

	"rubrel/testkit"
	"rubrel/testkit/chromium"
)

// openBench opens the demo block's bench and waits until it works.
func openBench(t testing.TB) (*testkit.Application, *chromium.Browser) {
	t.Helper()
	app := shared.Start(t)
	b := chromium.Launch(t, 1280, 800)
	b.Open(app.URL + "/sites/fennmoor/blocks/memberships/")
	ready(b)
	return app, b
}

func ready(b *chromium.Browser) {
	b.Await("document.querySelector('.cur')")
	everyFrame(b, "page.querySelectorAll('.rb-card').length > 0")
}

// heads are the plans' names in the ledger's order.
const heads = "[...document.querySelectorAll('thead .record')].map(e => e.dataset.name).join(' ')"

func awaitHeads(b *chromium.Browser, want string) {
	b.Await(heads + " === " + chromium.Quote(want))
	everyFrame(b, "[...page.querySelectorAll('.rb-title')].map(e => e.textContent).join(' ') === "+chromium.Quote(want))
}

// focused waits until the cursor is on a cell.
func focused(b *chromium.Browser, at string) {
	b.Await(fmt.Sprintf("document.activeElement.dataset.at === %s && document.activeElement.classList.contains('cur')",
		chromium.Quote(at)))
}

func TestGridByKeyboard(t *testing.T) {
	t.Parallel()
	_, b := openBench(t)
	b.Click(cell("fact/dusk/title"))
	focused(b, "fact/dusk/title")
	b.Press(kb.ArrowDown, kb.ArrowDown, kb.ArrowRight)
	focused(b, "fact/meridian/subtitle")
	b.Press(kb.Tab)
	focused(b, "fact/zenith/subtitle")
	b.Chord(kb.Tab, "Shift")
	focused(b, "fact/meridian/subtitle")

	// Typing replaces; Escape leaves as it was; Enter edits what is there.
	b.Press("x", kb.Escape)
	shown(b, "fact/meridian/subtitle", "For regular observers")
	b.Press(kb.Enter, kb.End, "!", kb.Enter)
	shown(b, "fact/meridian/subtitle", "For regular observers!")
	focused(b, "fact/meridian/price:month:eur")
	b.Press("2", "5", kb.Tab)
	shown(b, "fact/meridian/price:month:eur", "25")
	focused(b, "fact/zenith/price:month:eur")
	everyFrame(b, "page.querySelector('[data-record=meridian] .rb-whole').textContent === '25'")

	// Delete clears a rectangle; undo brings all of it back at once.
	b.Chord(kb.ArrowDown, "Shift")
	b.Press(kb.Delete)
	shown(b, "fact/zenith/price:month:eur", "")
	shown(b, "fact/zenith/price:year:eur", "")
	b.Chord("z", "Control")
	shown(b, "fact/zenith/price:month:eur", "39.50")
	shown(b, "fact/zenith/price:year:eur", "395.00")

	// Space turns yes and no.
	b.Click(cell("fact/dusk/feature:darkroom"))
	b.Press(" ")
	b.Await("document.querySelector('" + cell("fact/dusk/feature:darkroom") + "').dataset.mark === 'yes'")

	// Plans: feature, duplicate, move, rename, add, delete, from the heads.
	b.Click("#col-dusk")
	b.Press("d")
	awaitHeads(b, "Dusk Dusk copy Meridian Zenith")
	b.Click("#col-dusk-copy")
	b.Chord(kb.ArrowRight, "Alt")
	awaitHeads(b, "Dusk Meridian Dusk copy Zenith")
	b.Press("f")
	everyFrame(b, "[...page.querySelectorAll('.rb-featured')].map(e => e.dataset.record).join() === 'dusk-copy'")
	b.Press(kb.Enter)
	b.Await("!document.getElementById('editor').hidden")
	b.Press("Dawn", kb.Enter)
	awaitHeads(b, "Dusk Meridian Dawn Zenith")
	b.Click("#col-dusk-copy")
	b.Press("a")
	awaitHeads(b, "Dusk Meridian Dawn Plan 5 Zenith")
	b.Click("#col-plan-5")
	b.Press(kb.Delete)
	awaitHeads(b, "Dusk Meridian Dawn Zenith")

	// Features: rename, add, duplicate, move, delete, from their names.
	features := "[...document.querySelectorAll('tbody[data-axis=features] th[scope=row] span')].map(e => " +
		"e.textContent.trim()).join('|')"
	b.Click(cell("item/features/remote/name"))
	b.Chord(kb.ArrowUp, "Alt")
	b.Await(features + ".endsWith('Remote sessions from home|Darkroom and plate archive')")
	b.Press(kb.Enter, "Sessions from home", kb.Enter)
	b.Await(features + ".includes('Sessions from home')")
	b.Click(cell("item/features/remote/name"))
	b.Press("d")
	b.Await(features + ".split('Sessions from home').length === 3")
	b.Press(kb.Delete)
	b.Await(features + ".split('Sessions from home').length === 2")
	b.Press("a")
	b.Await(features + ".includes('New feature')")
	if said := b.Console(); len(said) > 0 {
		t.Errorf("the console shows %s", strings.Join(said, "; "))
	}

	// All of it is undone, one by one, to where it began.
	for range 40 {
		if chromium.Eval[bool](b, "document.querySelector('[data-act=undo]').disabled") {
			break
		}
		version := b.Text("document.getElementById('saved').dataset.version")
		b.Chord("z", "Control")
		b.Await("document.getElementById('saved').dataset.version !== " + chromium.Quote(version))
	}
	awaitHeads(b, "Dusk Meridian Zenith")
	shown(b, "fact/meridian/subtitle", "For regular observers")
	b.Await(features + ".startsWith('Open nights, any Friday|Guest passes')")
}

func TestGridByMouse(t *testing.T) {
	t.Parallel()
	_, b := openBench(t)
	// Drag a plan's head two places to the right, and a feature down.
	b.Drag("#col-dusk", 250, 0)
	awaitHeads(b, "Meridian Zenith Dusk")
	b.Drag(cell("item/features/open-nights/name"), 0, 60)
	b.Await("document.querySelector('tbody[data-axis=features] tr.cells').dataset.item !== 'open-nights'")
	// Buttons add at the end.
	b.Click("[data-add-record]")
	awaitHeads(b, "Meridian Zenith Dusk Plan 4")
	b.Click("[data-add-item=features]")
	b.Await("[...document.querySelectorAll('tbody[data-axis=features] th[scope=row]')].pop().textContent.includes('New " +
		"feature')")
	// What has a key has a button: feature, duplicate and delete a plan, rename and delete a feature, clear a cell.
	act := func(label string) {
		t.Helper()
		x := chromium.Eval[[]float64](b, "(() => { const box = [...document.querySelectorAll('#origin button')].find(e => "+
			"e.textContent === "+chromium.Quote(label)+").getBoundingClientRect(); return [box.left + 3, box.top + 5]; })()")
		b.ClickAt(x[0], x[1])
	}
	b.Click("#col-zenith")
	act("Feature")
	b.Await("document.querySelector('#col-zenith.featured')")
	act("Duplicate")
	awaitHeads(b, "Meridian Zenith Zenith copy Dusk Plan 4")
	b.Click("#col-zenith-copy")
	act("Delete")
	awaitHeads(b, "Meridian Zenith Dusk Plan 4")
	b.Click(cell("fact/dusk/note"))
	act("Clear")
	shown(b, "fact/dusk/note", "")
	b.DoubleClick(cell("fact/dusk/feature:remote"))
	b.Await("document.querySelector('" + cell("fact/dusk/feature:remote") + "').dataset.mark === 'yes'")
	b.DoubleClick(cell("fact/dusk/title"))
	b.Await("!document.getElementById('editor').hidden")
	b.Press("Gloaming", kb.Enter)
	awaitHeads(b, "Meridian Zenith Gloaming Plan 4")
	// Undo and redo by their buttons.
	b.Click("[data-add-item=features]")
	b.Await("[...document.querySelectorAll('tbody[data-axis=features] th[scope=row]')].filter(e => " +
		"e.textContent.includes('New feature')).length === 2")
	b.Click("[data-act=undo]")
	b.Await("[...document.querySelectorAll('tbody[data-axis=features] th[scope=row]')].filter(e => " +
		"e.textContent.includes('New feature')).length === 1")
	b.Click("[data-act=redo]")
	b.Await("[...document.querySelectorAll('tbody[data-axis=features] th[scope=row]')].filter(e => " +
		"e.textContent.includes('New feature')).length === 2")
}

// One price list, everything else derived: a price changes and the year follows; a rule for all years; a currency in
// one act, with a rate and a rounding; what is said is an exception from it.
func TestDerivedPrices(t *testing.T) {
	t.Parallel()
	_, b := openBench(t)
	derived := func(at, text string) {
		t.Helper()
		b.Await(fmt.Sprintf("(() => { const c = document.querySelector(%s); return c?.classList.contains('derived') && "+
			"c.textContent.trim() === %s; })()", chromium.Quote(cell(at)), chromium.Quote(text)))
	}
	derived("fact/dusk/price:year:eur", "90.00")
	b.Click(cell("fact/dusk/price:month:eur"))
	b.Press("12", kb.Enter)
	derived("fact/dusk/price:year:eur", "120.00")
	everyFrame(b, "page.querySelector('[data-record=dusk] .rb-of-p1').textContent.includes('€120.00 a year')")
	b.Click(cell("item/periods/year/rule"))
	b.Press("25%", kb.Enter)
	derived("fact/dusk/price:year:eur", "108.00")
	derived("fact/zenith/price:year:eur", "355.50")

	b.Click("[data-add-to=currencies]")
	b.Await("document.getElementById('adder').open")
	b.Press("gbp", kb.Enter)
	b.Await("document.querySelector('" + cell("fact/dusk/price:month:gbp") + "')")
	b.Click(cell("item/currencies/gbp/rate"))
	b.Press("0.85", kb.Enter)
	derived("fact/dusk/price:month:gbp", "10.20")
	b.Click(cell("fact/dusk/price:month:gbp"))
	b.Press("9.95", kb.Enter)
	shown(b, "fact/dusk/price:month:gbp", "9.95")
	derived("fact/dusk/price:year:gbp", "89.55") // three quarters of twelve of the pounds as said

	b.Click("[data-add-to=periods]")
	b.Await("document.getElementById('adder').open")
	b.Press("sometimes", kb.Enter)
	b.Await("document.getElementById('said').textContent.includes('not a period')")
	b.Click("[data-add-to=periods]")
	b.Await("document.getElementById('adder').open")
	b.Press("quarter", kb.Enter)
	b.Await("document.querySelector('" + cell("fact/dusk/price:quarter:eur") + "')")
	for range 6 {
		version := b.Text("document.getElementById('saved').dataset.version")
		b.Click("[data-act=undo]")
		b.Await("document.getElementById('saved').dataset.version !== " + chromium.Quote(version))
	}
	derived("fact/dusk/price:year:eur", "90.00")
	b.Await("!document.querySelector('" + cell("fact/dusk/price:month:gbp") + "')")
}

// A mark comes with the edit that causes it, names what is wrong, and is mended with one key; undo brings it back.
func TestMarks(t *testing.T) {
	t.Parallel()
	_, b := openBench(t)
	b.Await("!document.querySelector('.mark-line') && document.querySelector('.mark-count').textContent.includes('no " +
		"marks')")
	b.Click(cell("fact/dusk/price:year:eur"))
	b.Press("120", kb.Enter)
	b.Await("document.querySelector('.mark-line')?.textContent.includes('€120.00') && " +
		"document.querySelector('.mark-count b').textContent === '1'")
	b.Chord("m", "Alt")
	b.Await("!document.querySelector('.mark-line') && document.getElementById('said').textContent.includes('follow " +
		"the rule')")
	shown(b, "fact/dusk/price:year:eur", "90.00")
	b.Chord("z", "Control")
	b.Await("document.querySelector('.mark-count b')?.textContent === '1'")
	b.Click("[data-mend]")
	b.Await("!document.querySelector('.mark-line')")
}

// Changing form keeps everything: the same set and look as a table, and back.
func TestChangeOfForm(t *testing.T) {
	t.Parallel()
	_, b := openBench(t)
	b.Click("[data-part=price]")
	b.Click(cell("look/price.font-size"))
	b.Press("44", kb.Enter)
	everyFrame(b, "page.querySelectorAll('.rb-card').length === 3 && !page.querySelector('table')")
	b.Click("[data-form=matrix]")
	everyFrame(b, "page.querySelectorAll('.rb-matrix tbody tr').length === 5 && "+
		"page.querySelectorAll('th.rb-plan').length === 3")
	b.Await(inProof("wide", "getComputedStyle(page.querySelector('[data-record=dusk] .rb-price')).fontSize") +
		" === '44px'")
	b.Await("document.querySelector('[data-form=matrix]').classList.contains('on') && " +
		"document.querySelector('[data-part=plan]') && !document.querySelector('[data-part=card]')")
	// The switch turns in the proof, too.
	b.Text(inProof("wide", "page.querySelector('.rb-p1').click()"))
	b.Await(inProof("wide", "[...page.querySelectorAll('[data-record=dusk] .rb-price')].filter(e => "+
		"getComputedStyle(e).visibility !== 'hidden').length === 1 && "+
		"getComputedStyle(page.querySelector('[data-record=dusk] .rb-of-p1')).visibility !== 'hidden'"))
	b.Click("[data-form=cards]")
	everyFrame(b, "page.querySelectorAll('.rb-card').length === 3 && !page.querySelector('table')")
	b.Await("document.querySelector('[data-part=card]')")
}

// A rectangle goes out as tab-separated text and comes in as such.
func TestClipboard(t *testing.T) {
	t.Parallel()
	_, b := openBench(t)
	b.Click(cell("fact/dusk/price:month:eur"))
	b.Chord(kb.ArrowDown, "Shift")
	b.Chord(kb.ArrowRight, "Shift")
	copied := b.Text(
		`(() => { const data = new DataTransfer(); document.activeElement.dispatchEvent(new ClipboardEvent('copy', {
			clipboardData: data, bubbles: true, cancelable: true })); return data.getData('text/plain'); })()`,
	)
	if copied != "9.00\t19.00\n90.00\t190.00" {
		t.Errorf("copied %q", copied)
	}
	b.Paste("", "8,50 €\t\"18.00\"\tfree\n85\t180\tnot 5 a price\n")
	shown(b, "fact/dusk/price:month:eur", "8.50")
	shown(b, "fact/zenith/price:month:eur", "free")
	shown(b, "fact/meridian/price:year:eur", "180")
	shown(b, "fact/zenith/price:year:eur", "free") // what cannot be read is named, and the year goes on following
	b.Await("document.getElementById('said').textContent.includes('not 5 a price')")
	b.Chord("z", "Control")
	shown(b, "fact/dusk/price:month:eur", "9.00")
	shown(b, "fact/meridian/price:year:eur", "190.00")
}

// The look: a value for all, for the featured, an exception, at a width; lifted and evened out; part and proof
// select each other.
func TestLookInTheLedger(t *testing.T) {
	t.Parallel()
	_, b := openBench(t)
	size := func(width, record string) string {
		return inProof(width, fmt.Sprintf("getComputedStyle(page.querySelector('[data-record=%s] .rb-price')).fontSize",
			record))
	}
	b.Click("[data-part=price]")
	b.Click(cell("look/price.font-size"))
	b.Press("44", kb.Enter)
	b.Await(size("wide", "dusk") + " === '44px'")
	b.Click(cell("look/zenith:price.font-size"))
	b.Press("50px", kb.Enter)
	b.Await(size("wide", "zenith") + " === '50px' && " + size("wide", "dusk") + " === '44px'")
	// The exception stays when all the others change.
	b.Click(cell("look/price.font-size"))
	b.Press("40", kb.Enter)
	b.Await(size("wide", "dusk") + " === '40px' && " + size("wide", "zenith") + " === '50px'")
	// In middle it holds there and below, and not above.
	b.Click("[data-width=middle] .width-name")
	b.Click(cell("look/price.font-size@middle"))
	b.Press("33", kb.Enter)
	b.Await(size("middle", "dusk") + " === '33px' && " + size("narrow", "dusk") + " === '33px' && " +
		size("wide", "dusk") + " === '40px'")
	b.Click("[data-width=wide] .width-name")
	// Lift: all follow what was the exception.
	b.Click(cell("look/zenith:price.font-size"))
	b.Await("document.getElementById('origin').textContent.includes('50px, said here')")
	b.Chord("u", "Alt")
	b.Await(size("wide", "dusk") + " === '50px' && " + size("wide", "meridian") + " === '50px'")
	b.Click(cell("look/dusk:price.font-size"))
	b.Press("20", kb.Enter)
	b.Await(size("wide", "dusk") + " === '20px'")
	b.Click(cell("look/dusk:price.font-size"))
	b.Chord("e", "Alt")
	b.Await(size("wide", "dusk") + " === '50px'")

	// A click on a part in a frame selects its cells at that width.
	x := chromium.Eval[[]float64](b, `(() => {
		const frame = document.querySelector('[data-width=narrow]'), view = frame.querySelector('iframe');
		const at = view.contentDocument.querySelector('.rb-title').getBoundingClientRect(),
			box = view.getBoundingClientRect(), scale = Number(frame.dataset.scale);
		return [box.left + (at.left + 10) * scale, box.top + (at.top + at.height / 2) * scale];
	})()`)
	b.ClickAt(x[0], x[1])
	b.Await("document.getElementById('grid').dataset.part === 'title' && document.getElementById('grid').dataset.width " +
		"=== 'narrow'")
	focused(b, "look/dusk:title.color@narrow")
}

// A column's look is copied and given to another column; without a copy, the bench says what to do.
func TestLookIsCopiedAndPasted(t *testing.T) {
	t.Parallel()
	_, b := openBench(t)
	b.Click("thead [data-record=dusk]")
	b.Press("v")
	b.Await("document.getElementById('said').textContent.includes('no look of this site is copied yet')")
	b.Click("[data-part=price]")
	for at, text := range map[string]string{"zenith:price.font-size": "50px", "zenith:price.letter-spacing": "1px",
		"dusk:price.font-weight": "900"} {
		b.Click(cell("look/" + at))
		b.Press(text, kb.Enter)
		b.Await(fmt.Sprintf("document.querySelector('%s').classList.contains('exception')", cell("look/"+at)))
	}
	b.Click("thead [data-record=zenith]")
	b.Press("c")
	b.Await("document.getElementById('said').textContent.startsWith('The look of Zenith is copied')")
	b.Click("thead [data-record=dusk]")
	b.Press("v")
	b.Await(inProof("wide", "(({ fontSize, letterSpacing, fontWeight }) => fontSize + letterSpacing + "+
		"fontWeight)(getComputedStyle(page.querySelector('[data-record=dusk] .rb-price')))") + " === '50px1px500'")
	b.Chord("z", "Control")
	b.Await(fmt.Sprintf("document.querySelector('%s').classList.contains('exception') && "+
		"!document.querySelector('%s').classList.contains('exception')", cell("look/dusk:price.font-weight"),
		cell("look/dusk:price.font-size")))
}

// What is typed goes into every cell of a rectangle with one key, and comes back with one undo.
func TestSeveralAreSetAtOnce(t *testing.T) {
	t.Parallel()
	_, b := openBench(t)
	exceptions := func(count int) string {
		return fmt.Sprintf("document.querySelectorAll('[data-property=\"font-size\"] .exception').length === %d", count)
	}
	b.Click("[data-part=price]")
	b.Click(cell("look/dusk:price.font-size"))
	b.Chord(kb.ArrowRight, "Shift")
	b.Chord(kb.ArrowRight, "Shift")
	b.Press("38")
	b.Chord(kb.Enter, "Control")
	b.Await(exceptions(3) + " && " + inProof("narrow", "[...page.querySelectorAll('.rb-card .rb-price')].every((e) => "+
		"getComputedStyle(e).fontSize === '38px')"))
	b.Chord("z", "Control")
	b.Await(exceptions(0))
}

// An edit swaps in what changed: the frames are not loaded again and keep their scroll.
func TestProofKeepsItsScroll(t *testing.T) {
	t.Parallel()
	_, b := openBench(t)
	b.Text("(() => { for (const f of document.querySelectorAll('iframe')) { f.contentWindow.scrollTo(0, 120); " +
		"f.contentWindow.kept = true; } })()")
	before := map[string]string{}
	for _, width := range []string{"wide", "middle", "narrow"} {
		before[width] = b.Text(inProof(width, "page.defaultView.kept + ' ' + page.defaultView.scrollY"))
	}
	if before["narrow"] != "true 120" {
		t.Fatalf("the frames do not scroll: %v", before)
	}
	b.Click(cell("fact/zenith/title"))
	b.Press("Apex", kb.Enter)
	everyFrame(b, "page.querySelector('[data-record=zenith] .rb-title').textContent === 'Apex'")
	for _, width := range []string{"wide", "middle", "narrow"} {
		if got := b.Text(inProof(width, "page.defaultView.kept + ' ' + page.defaultView.scrollY")); got != before[width] {
			t.Errorf("%s: after an edit %s, before %s", width, got, before[width])
		}
	}
}

// Two tabs on one block: each sees the other's edits, and a clash on one place shows both values.
func TestTwoTabs(t *testing.T) {
	t.Parallel()
	app, one := openBench(t)
	two := one.Tab(1280, 800)
	two.Open(app.URL + "/sites/fennmoor/blocks/memberships/")
	ready(two)
	one.Click(cell("fact/dusk/title"))
	one.Press("Evening", kb.Enter)
	shown(two, "fact/dusk/title", "Evening")
	everyFrame(two, "page.querySelector('[data-record=dusk] .rb-title').textContent === 'Evening'")

	// While the second is typing, it is not disturbed; what it sends was made on an older version.
	two.Click(cell("fact/dusk/badge"))
	two.Press("New")
	one.Click(cell("fact/dusk/badge"))
	one.Press("Old favourite", kb.Enter)
	shown(one, "fact/dusk/badge", "Old favourite")
	two.Press(kb.Enter)
	two.Await("document.querySelector('.clash')?.textContent.includes('Old favourite') && " +
		"document.querySelector('.clash').textContent.includes('New')")
	shown(two, "fact/dusk/badge", "Old favourite")
	two.Click("[data-value=mine]")
	shown(two, "fact/dusk/badge", "New")
	two.Await("!document.querySelector('.clash')")
	shown(one, "fact/dusk/badge", "New")
}

// unfocused lists what can have the focus and does not show it.
const unfocused = `(() => {
	const faults = new Set();
	const look = (e, pseudo) => { const s = getComputedStyle(e, pseudo); return [s.outlineStyle, s.outlineWidth,
		s.boxShadow, s.borderColor, s.backgroundColor, s.backgroundImage, s.textDecorationLine, s.color].join(); };
	for (const e of document.querySelectorAll('a[href], button, input, select, textarea, summary, iframe, [tabindex]')) {
		if (e.disabled || e.tabIndex < 0 || !e.checkVisibility({ visibilityProperty: true }) || e.type === 'hidden') continue;
		document.activeElement.blur();
		// What is around it or beside it may show its focus.
		const others = [e.closest('label, li') ?? e.parentElement, e.previousElementSibling ?? e];
		const all = () => look(e) + look(e, '::before') + others.map((other) => look(other)), before = all();
		e.focus({ focusVisible: true });
		for (const moving of document.getAnimations()) moving.finish();
		if (document.activeElement !== e) faults.add(e.outerHTML.slice(0, 90) + ' (it is not taken)');
		else if (all() === before) faults.add(e.outerHTML.slice(0, 90));
	}
	return [...faults].slice(0, 8);
})()`

func TestScreensAreAccessible(t *testing.T) {
	t.Parallel()
	app, b := openBench(t)
	b.Size(1280, 720)
	for _, theme := range []string{"light", "dark"} {
		b.Text("fetch('/theme', { method: 'POST', body: new URLSearchParams({ theme: " + chromium.Quote(theme) + " }) })")
		for _, path := range []string{"/", "/sites/fennmoor/", "/sites/fennmoor/paste", "/sites/fennmoor/releases",
			"/sites/fennmoor/blocks/memberships/snippet", "/nowhere", "/sites/fennmoor/blocks/memberships/",
			"/sites/fennmoor/house", "/sites/fennmoor/house/kinds/pricing", "/sites/fennmoor/marks", "/sites/fennmoor/choose",
			"/sites/fennmoor/pictures", "/sites/fennmoor/publish"} {
			b.Open(app.URL + path)
			if strings.HasSuffix(path, "memberships/") {
				ready(b)
			}
			if theme == "light" {
				b.CheckAccessibility(path)
			} else { // it is the light page in other colours
				b.CheckContrast(theme + " " + path)
			}
			b.Press(kb.Tab) // from now on a focus is that of the keyboard
			for _, fault := range chromium.Eval[[]string](b, unfocused) {
				t.Errorf("%s %s: the focus cannot be seen on %s", theme, path, fault)
			}
		}
		b.Open(app.URL + "/sites/fennmoor/paste")
		b.Paste("#text", priceList)
		b.Click("button[type=submit]")
		b.Await("document.querySelector('.mapping')")
		b.CheckAccessibility(theme + " paste, read")
	}
}
