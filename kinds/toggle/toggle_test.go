package toggle_test

import (
	"bytes"
	"compress/gzip"
	"encoding/json"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"github.com/chromedp/chromedp/kb"

	"rubrel/core/document"
	"rubrel/core/marks"
	"rubrel/demo"
	"rubrel/kinds"
	"rubrel/render"
	"rubrel/testkit"
	"rubrel/testkit/chromium"
)

// hang makes a site of the demo with a page of toggles: between price lists, and between other blocks; its facts are
// those of the first.
func hang(t *testing.T, facts map[string]string) *document.Site {
	t.Helper()
	return parse(t, tree(t, facts))
}

func tree(t *testing.T, facts map[string]string) map[string]any {
	t.Helper()
	var tree map[string]any
	if err := json.Unmarshal(demo.Fennmoor, &tree); err != nil {
		t.Fatal(err)
	}
	sets, blocks := tree["sets"].(map[string]any), tree["blocks"].(map[string]any)
	said := map[string]any{}
	for name, text := range facts {
		said[name] = text
	}
	side := func(order, label string, shown ...string) map[string]any {
		facts := map[string]any{"label": label}
		for i, id := range shown {
			facts[[]string{"block", "second", "third"}[i]] = id
		}
		return map[string]any{"order": order, "facts": facts}
	}
	sets["years"] = map[string]any{"kind": "toggle", "name": "Years", "order": "zzw", "facts": said,
		"records": map[string]any{"now": side("i", "Heute", "nights", "visitors"), "next": side("r", "Nächstes "+
			"Jahr", "visit")}}
	sets["offers"] = map[string]any{"kind": "toggle", "name": "Offers", "order": "zzx", "records": map[string]any{
		"members": side("i", "Members", "memberships"), "schools": side("r", "Schools", "evenings"),
		"people": side("v", "People", "astronomers")}}
	blocks["years"] = map[string]any{"order": "zw", "name": "Years", "set": "years", "form": "toggle"}
	blocks["offers"] = map[string]any{"order": "zx", "name": "Offers", "set": "offers", "form": "toggle"}
	tree["pages"] = map[string]any{"all": map[string]any{"order": "i", "title": "Toggles", "bands": map[string]any{
		"years": map[string]any{"order": "i", "blocks": map[string]any{"years": map[string]any{"order": "i"}}},
		"offers": map[string]any{"order": "r", "heading": "Offers", "blocks": map[string]any{
			"offers": map[string]any{"order": "i"}}}}}}
	return tree
}

func parse(t *testing.T, tree map[string]any) *document.Site {
	t.Helper()
	text, err := json.Marshal(tree)
	if err != nil {
		t.Fatal(err)
	}
	site, _, err := document.Parse(text, kinds.All())
	if err != nil {
		t.Fatal(err)
	}
	return site
}

// shown are the sides that can be seen.
const shown = `[...document.querySelectorAll('.rb-side')].filter((e) => e.checkVisibility({ visibilityProperty: true,
	contentVisibilityAuto: true }) && e.getBoundingClientRect().height > 0 && !e.hidden).map((e) => e.dataset.record)
	.join(' ')`

// Pages with toggles pass the HTML checker and axe-core in every shape, whatever the height does, and are no wider than
// their windows; nothing moves while they load; what scripts need is little.
func TestPagesAreSound(t *testing.T) {
	var folders []string
	b := chromium.Launch(t, 1200, 900)
	for _, facts := range []map[string]string{nil, {"shape": "lever", "height": "as the highest side"}, {"shape": "rail",
		"height": "moving to each side", "opens": "Nächstes Jahr"}, {"shape": "chips", "quiet": "Heute", "legend": "Jahr"}} {
		folder, address := testkit.Publish(t, hang(t, facts))
		folders = append(folders, folder)
		b.Size(1200, 900)
		b.Open(address)
		b.FontsLoaded()
		b.CheckAccessibility(fmt.Sprint(facts))
		shift := chromium.Eval[float64](
			b,
			`(window.shift = 0, new PerformanceObserver((list) => list.getEntries().forEach((e) => {
			window.shift += e.value; })).observe({ type: 'layout-shift', buffered: true }), new Promise((done) =>
			requestAnimationFrame(() => requestAnimationFrame(() => done(window.shift)))))`,
		)
		if shift > 0 {
			t.Errorf("%v: the page shifts by %v while it loads", facts, shift)
		}
		b.CheckOverflow(fmt.Sprint(facts), 320, 600, 900, 1600)
	}
	chromium.CheckHTML(t, folders...)
}

// A side is chosen by mouse and by keys; the choice is in the address, and an address opens its side, or the side in
// which it is; two toggles of a page do not mind each other.
func TestSidesAreChosen(t *testing.T) {
	_, address := testkit.Publish(t, hang(t, map[string]string{"height": "moving to each side"}))
	b := chromium.Launch(t, 1200, 900)
	b.Open(address)
	b.Await(shown + " === 'now members'")
	b.Click("#years .rb-option:nth-of-type(2)")
	b.Await(shown + " === 'next members' && location.hash === '#years-next'")
	chromium.Eval[bool](b, "(document.querySelector('#offers > .rb-toggle > .rb-bar .rb-radio:checked').focus(), true)")
	b.Press(kb.ArrowRight)
	b.Await(shown + " === 'next schools' && location.hash === '#offers-schools'")
	b.Press(kb.ArrowRight, kb.ArrowRight)
	b.Await(shown + " === 'next members'")
	for hash, want := range map[string]string{"#offers-people": "now people", "#years-next": "next members",
		"#evenings": "now schools", "#nowhere": "now members", "#%": "now members"} {
		b.Open("about:blank")
		b.Open(address + hash)
		b.Await(shown + " === '" + want + "'")
	}
	chromium.Eval[bool](b, "(location.hash = '#offers-people', true)")
	b.Await(shown + ".endsWith('people')")
	tree := b.Tree()
	for _, want := range []string{"radio Members checked=false", "radio People checked=true", "group Offers"} {
		if !strings.Contains(tree, want) {
			t.Errorf("the accessibility tree has no %s:\n%s", want, tree)
		}
	}
}

// Without script the radio buttons choose, and an address does; what a printer gets are all sides, with their headings;
// what the page finds opens the side in which it is.
func TestWithoutScriptOnPaperAndFound(t *testing.T) {
	for _, height := range []string{"as each side is", "as the highest side"} {
		_, address := testkit.Publish(t, hang(t, map[string]string{"height": height}))
		b := chromium.Launch(t, 1200, 900)
		b.Script(false)
		b.Open(address)
		b.Await(shown + " === 'now members'")
		b.Click("#offers .rb-option:nth-of-type(3)")
		b.Await(shown + " === 'now people'")
		b.Open("about:blank")
		b.Open(address + "#years-next")
		b.Await(shown + ".startsWith('next')")
		b.Script(true)
		b.Open("about:blank")
		b.Open(address)
		b.Await("document.querySelectorAll('.rb-sides[data-live]').length === 2")
		if height == "as the highest side" {
			before := chromium.Eval[float64](b, "document.querySelector('#years .rb-sides').getBoundingClientRect().height")
			b.Click("#years .rb-option:nth-of-type(2)")
			b.Await(shown + " === 'next members'")
			if after := chromium.Eval[float64](b,
				"document.querySelector('#years .rb-sides').getBoundingClientRect().height"); after != before || after < 200 {
				t.Errorf("the height goes from %v to %v", before, after)
			}
			b.Click("#years .rb-option:nth-of-type(1)")
		}
		// What finding in the page sends to what it finds (HTML, section 6.11.4).
		chromium.Eval[bool](b, "(document.querySelector('#years-next').dispatchEvent(new Event('beforematch', "+
			"{ bubbles: true })), true)")
		b.Await(shown + " === 'next members' && document.querySelector('#years .rb-radio[value=next]').checked")
		if hidden := b.Text("document.querySelector('#years-now').getAttribute('hidden')"); hidden != "until-found" {
			t.Errorf("a side that is not shown is hidden: %s", hidden)
		}
		paper := filepath.Join(t.TempDir(), "page.pdf")
		b.Print(paper)
		text, err := exec.Command("pdftotext", paper, "-").Output()
		if err != nil {
			t.Fatal(err)
		}
		for _, want := range []string{"Heute", "Nächstes Jahr", "Members", "Schools", "People", "Zenith", "Dr. Maren Solberg",
			"A warm room"} {
			if !strings.Contains(string(text), want) {
				t.Errorf("%s: on paper there is no %q", height, want)
			}
		}
	}
}

// The look of a toggle reaches nothing within the blocks that it holds, and those look as they do alone.
func TestBlocksWithinLookAsAlone(t *testing.T) {
	whole := tree(t, nil)
	look := map[string]any{"option.color": "#c00000", "option.font-size": "31px", "switch.background-color": "#00c000",
		"option.background-color@selected": "#0000c0", "content.padding": "0"}
	whole["blocks"].(map[string]any)["offers"].(map[string]any)["look"] = look
	_, within := testkit.Publish(t, parse(t, whole))
	alone := tree(t, nil)
	alone["pages"] = map[string]any{"all": map[string]any{"order": "i", "title": "Alone", "bands": map[string]any{
		"m": map[string]any{"order": "i", "heading": "Alone", "blocks": map[string]any{
			"memberships": map[string]any{"order": "i"}}}}}}
	_, by := testkit.Publish(t, parse(t, alone))
	b := chromium.Launch(t, 1200, 900)
	styles := func(address string) []string {
		b.Open(address)
		b.FontsLoaded()
		return chromium.Eval[[]string](b, `[...document.querySelectorAll('#memberships *')].map((e) => { const s =
			getComputedStyle(e); return e.className + ' ' + [s.color, s.fontSize, s.backgroundColor, s.padding, s.display,
			s.fontWeight, s.borderTop, s.margin].join(); })`)
	}
	got, want := styles(within), styles(by)
	if len(got) < 50 || len(got) != len(want) {
		t.Fatalf("%d elements within, %d alone", len(got), len(want))
	}
	for i := range got {
		if got[i] != want[i] {
			t.Errorf("within %s\nalone  %s", got[i], want[i])
		}
	}
}

// A toggle in a toggle is refused in words, and a block that one shows cannot be removed.
func TestRefused(t *testing.T) {
	text, err := json.Marshal(tree(t, nil))
	if err != nil {
		t.Fatal(err)
	}
	site, whole, err := document.Parse(text, kinds.All())
	if err != nil {
		t.Fatal(err)
	}
	for want, change := range map[string]document.Change{
		"Offers is a toggle itself, and none stands in another": document.SetFact{Set: "years", Record: "now", Key: "block",
			Text: "offers"},
		"the site has none of that name":  document.SetFact{Set: "years", Record: "now", Key: "block", Text: "nowhere"},
		"Years shows The year in figures": document.RemoveBlock{Block: "nights"},
	} {
		if _, err := document.Apply(whole, site, change); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%v, want %q", err, want)
		}
	}
}

// What is wrong with a block within is a mark of the toggle, too, and its mend mends the block.
func TestMarksOfBlocksWithin(t *testing.T) {
	whole := tree(t, nil)
	whole["blocks"].(map[string]any)["memberships"].(map[string]any)["look"] = map[string]any{"title.color": "#dddddd"}
	text, err := json.Marshal(whole)
	if err != nil {
		t.Fatal(err)
	}
	site, now, err := document.Parse(text, kinds.All())
	if err != nil {
		t.Fatal(err)
	}
	for round := range 2 {
		subject, err := render.Subject(site, testkit.Dresses(t), "offers", testkit.When)
		if err != nil {
			t.Fatal(err)
		}
		found := 0
		for _, mark := range marks.Of(subject, nil) {
			if mark.Within == "memberships" && mark.Check == "contrast" && round == 0 && found == 0 {
				found++
				if !strings.HasPrefix(mark.Where, "Memberships: title") {
					t.Errorf("the mark is on %s", mark.Where)
				}
				result, err := document.Apply(now, site, mark.Mends[0].Change)
				if err != nil {
					t.Fatal(err)
				}
				site, now = result.Site, result.Tree
			} else if mark.Check == "contrast" && round == 1 {
				t.Errorf("mended, and still %s", mark.Where)
			}
		}
		if found != 1-round {
			t.Errorf("round %d: %d marks", round, found)
		}
	}
}

// A block that stands within a toggle and beside it has its address once.
func TestBlockTwiceOnAPage(t *testing.T) {
	whole := tree(t, nil)
	bands := whole["pages"].(map[string]any)["all"].(map[string]any)["bands"].(map[string]any)
	bands["again"] = map[string]any{"order": "t", "blocks": map[string]any{"memberships": map[string]any{"order": "i"}}}
	folder, _ := testkit.Publish(t, parse(t, whole))
	chromium.CheckHTML(t, folder)
	page, err := os.ReadFile(filepath.Join(folder, "index.html"))
	if err != nil {
		t.Fatal(err)
	}
	if n := strings.Count(string(page), `id="memberships"`); n != 1 {
		t.Errorf("the id is there %d times", n)
	}
}

// What rows of reviews and toggles need in the visitor's browser is little, and a page without them has none of it.
func TestScriptsAreSmall(t *testing.T) {
	whole := tree(t, nil)
	whole["pages"] = map[string]any{
		"with": map[string]any{"order": "i", "title": "With", "bands": map[string]any{
			"a": map[string]any{"order": "i", "blocks": map[string]any{"season": map[string]any{"order": "i"}}},
			"b": map[string]any{"order": "r", "blocks": map[string]any{"voices": map[string]any{"order": "i"}}}}},
		"without": map[string]any{"order": "r", "title": "Without", "bands": map[string]any{
			"c": map[string]any{"order": "i", "blocks": map[string]any{"visit": map[string]any{"order": "i"}}}}}}
	files, err := render.Release(parse(t, whole), testkit.Dresses(t), testkit.When)
	if err != nil {
		t.Fatal(err)
	}
	scripts := 0
	for _, f := range files {
		switch {
		case strings.HasSuffix(f.Path, ".js"):
			scripts++
			var packed bytes.Buffer
			w := gzip.NewWriter(&packed)
			if _, err := w.Write(f.Bytes); err != nil || w.Close() != nil {
				t.Fatal(err)
			}
			const most = 3 << 10
			if packed.Len() > most {
				t.Errorf("the script of both is %d bytes compressed, at most %d are wanted", packed.Len(), most)
			}
			t.Logf("%d bytes compressed", packed.Len())
		case f.Path == "without.html" && strings.Contains(string(f.Bytes), "<script src"):
			t.Error("a page without them has a script")
		}
	}
	if scripts != 1 {
		t.Errorf("%d scripts", scripts)
	}
}

// A snippet of a toggle brings all of its blocks, with their style and their pictures.
func TestSnippet(t *testing.T) {
	site := hang(t, nil)
	text, err := render.Snippet(
		site,
		testkit.Dresses(t),
		"offers",
		false,
		func(string) ([]byte, error) { return nil, nil },
		testkit.When,
	)
	if err != nil {
		t.Fatal(err)
	}
	for _, want := range []string{"Zenith", "Midnight", "Dr. Maren " +
		"Solberg", "data:image/", "rb-side", `"@type":"Product"`} {
		if !strings.Contains(string(text), want) {
			t.Errorf("the snippet has no %s", want)
		}
	}
	if strings.Contains(string(text), ` id="offers-`) {
		t.Error("a snippet has ids, and may stand twice on a page")
	}
}
