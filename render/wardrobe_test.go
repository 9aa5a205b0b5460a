package render_test

import (
	"encoding/json"
	"fmt"
	"maps"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"testing"

	"rubrel/core/document"
	"rubrel/core/marks"
	"rubrel/core/release"
	"rubrel/demo"
	"rubrel/dresses"
	"rubrel/render"
	"rubrel/testkit"
	"rubrel/testkit/chromium"
)

// wardrobe is a site with a block of every form, every shape of a switch and every place of a label; whole, with every
// pair of places.
func wardrobe(t *testing.T, dress string, scheme document.Scheme, whole bool) *document.Site {
	t.Helper()
	return parse(t, wardrobeText(t, dress, scheme, whole))
}

func wardrobeText(t *testing.T, dress string, scheme document.Scheme, whole bool) []byte {
	t.Helper()
	var tree map[string]any
	if err := json.Unmarshal(demo.Fennmoor, &tree); err != nil {
		t.Fatal(err)
	}
	sets, house := tree["sets"].(map[string]any), tree["house"].(map[string]any)
	bars := sets["training"].(map[string]any)["records"].(map[string]any)
	maps.DeleteFunc(bars, func(id string, _ any) bool { return id != "open-nights" && id != "reflector" })
	house["dress"], house["scheme"] = dress, string(scheme)
	blocks, bands := map[string]any{}, map[string]any{}
	add := func(set, form string, facts map[string]string) {
		id := strings.ReplaceAll(set+"-"+form+"-"+strings.Join(slices.Sorted(maps.Values(facts)), "-"), " ", "-")
		copied := maps.Clone(sets[set].(map[string]any))
		said := map[string]any{}
		if own, ok := copied["facts"].(map[string]any); ok {
			maps.Copy(said, own)
		}
		for name, text := range facts {
			said[name] = text
			if n, err := strconv.Atoi(text); err == nil {
				said[name] = n
			}
		}
		copied["facts"] = said
		sets[id] = copied
		order := fmt.Sprintf("m%03d5", len(blocks))
		blocks[id] = map[string]any{"order": order, "name": id, "set": id, "form": form}
		bands[id] = map[string]any{"order": order, "blocks": map[string]any{id: map[string]any{"order": "i"}}}
	}
	for _, shape := range []string{"bar", "rail", "chips", "lever"} {
		facts := map[string]string{"shape": shape}
		if shape == "chips" {
			facts["header"] = "price"
		}
		add("memberships", "cards", facts)
		add("evenings", "cards", map[string]string{"shape": shape})
	}
	add("memberships", "matrix", map[string]string{"shape": "rail"})
	add("evenings", "calculator", map[string]string{"shape": "lever"})
	add("evenings", "slider", map[string]string{"shape": "chips"})
	places := []string{"above", "beside", "inside", "over", "riding"}
	for i, names := range places[:4] {
		for j, numbers := range places {
			if whole || i == j || i == 0 && j == 4 {
				add("training", "line", map[string]string{"names": names, "numbers": numbers})
			}
		}
	}
	for _, form := range []string{"column", "ring", "half-ring", "tile", "steps"} {
		add("training", form, nil)
		add("levels", form, map[string]string{"line": "average"})
	}
	add("training", "column", map[string]string{"numbers": "inside"})
	add("training", "column", map[string]string{"numbers": "riding"})
	for _, form := range []string{"tiles", "numbers", "banded", "trend"} {
		add("nights", form, nil)
		add("visitors", form, nil)
	}
	add("visit", "grid", map[string]string{"divider": "yes"}) // the large box has the colours of the others
	add("visit", "rows", nil)
	add("visit", "list", map[string]string{"signs": "letters"})
	add("visit", "strip", nil)
	add("evening", "rows", nil) // and columns those of rows
	add("evening", "timeline", map[string]string{"signs": "numbers"})
	add("astronomers", "cards", map[string]string{"card": "yes", "labels": "always"}) // and rows those of cards
	add("astronomers", "over", nil)
	add("volunteers", "list", nil)
	add("volunteers", "profile", map[string]string{"missing": "a place-holder"})
	add("telescope", "around", nil)
	add("telescope", "numbered", nil)
	add("voices", "sliding", map[string]string{"moves": "5"})
	add("voices", "sliding", map[string]string{"position": "bar", "arrows": "below", "divider": "yes"})
	add("voices", "grid", map[string]string{"lines": "3", "numbers": "yes"}) // and columns those of the grid
	add("voices", "quote", nil)
	add("voices", "summary", nil)
	add("voices", "line", nil)
	add("season", "toggle", map[string]string{"shape": "bar"})
	for _, id := range []string{"winter", "spring"} { // which stand within it
		blocks[id] = map[string]any{"order": "m" + id + "5", "name": id, "set": id, "form": "grid"}
	}
	tree["blocks"] = blocks
	tree["pages"] = map[string]any{"all": map[string]any{"order": "i", "title": "Everything", "bands": bands}}
	text, err := json.Marshal(tree)
	if err != nil {
		t.Fatal(err)
	}
	return text
}

// Every dress × kind × form × switch × place of labels × scheme × direction: nothing that the marks or axe-core find
// about colour, on the screen, with forced colours and on paper.
func TestEveryDressIsSeen(t *testing.T) {
	t.Parallel()
	registry := loadDresses(t)
	b := chromium.Launch(t, 1200, 900)
	for _, dress := range registry.Names() {
		for _, scheme := range []document.Scheme{document.LightScheme, document.DarkScheme} {
			// What is found of pairs of places in one dress is found in all; colours are not.
			whole := dress == registry.Names()[0]
			site, what := wardrobe(t, dress, scheme, whole), dress+" "+string(scheme)
			if whole {
				unmarked(t, site, registry, what)
			}
			files, err := render.Release(site, registry, now)
			if err != nil {
				t.Fatal(err)
			}
			chromium.Once(t, func() { isSeen(t, b, files, what, whole) }, what, bytesOf(files))
		}
	}
}

// isSeen fails where something on a page that shows every form cannot be seen: with its own colours, with forced ones,
// and on paper.
func isSeen(t *testing.T, b *chromium.Browser, files []release.File, what string, whole bool) {
	t.Helper()
	b.LessMotion(true)
	b.Open(serveFiles(t, files))
	if whole {
		b.CheckAccessibility(what)
	} else { // dresses differ by what colours and sizes are
		b.CheckContrast(what)
	}
	chromium.Eval[bool](b, turnedAround)
	b.CheckContrast(what + ", from right to left")
	chromium.Eval[bool](b, turnedAround)
	// With forced colours a chosen side still differs from the others, and a bar's fill from its track.
	b.Media("", "forced-colors", "active", "prefers-reduced-motion", "reduce")
	for _, fault := range chromium.Eval[[]string](b, forcedFaults) {
		t.Errorf("%s, forced colours: %s", what, fault)
	}
	if !whole { // what is printed differs from dress to dress by colours alone
		return
	}
	b.Media("print")
	at := filepath.Join(t.TempDir(), what)
	b.Print(at + ".pdf")
	areas := chromium.Eval[map[string]float64](b, drawnColours) // as paper has them
	b.LessMotion(true)
	checkPrint(t, what, at, areas)
}

// unmarked fails where a block has a serious mark, or one of contrast. (Of contrast in every dress, see
// TestDressesAsShipped of core/marks.)
func unmarked(t *testing.T, site *document.Site, registry dresses.Registry, what string) {
	t.Helper()
	for _, block := range site.Blocks {
		subject, err := render.Subject(site, registry, block.ID, now)
		if err != nil {
			t.Fatal(err)
		}
		for _, mark := range marks.Of(subject, nil) {
			if mark.Check == "contrast" || mark.Serious {
				t.Errorf("%s, %s: %s %s %s, needs %s", what, block.ID, mark.Check, mark.Where, mark.Measured, mark.Needed)
			}
		}
	}
}

// turnedAround has every block written from right to left, or from left to right again.
const turnedAround = `(() => {
	for (const e of document.querySelectorAll('[dir]')) e.dir = e.dir === 'rtl' ? 'ltr' : 'rtl';
	return document.dir === 'rtl';
})()`

// forcedFaults lists the switches whose chosen side looks as the others do, and the bars whose fill looks as their
// track.
const forcedFaults = `(() => {
	const faults = [];
	const look = (e, pseudo) => { const s = getComputedStyle(e, pseudo); return [s.color, s.backgroundColor,
		s.borderBottomColor, s.visibility].join(); };
	for (const bar of document.querySelectorAll('.rb-switch')) {
		const chosen = bar.querySelector('.rb-option:has(:checked)'),
			other = bar.querySelector('.rb-option:not(:has(:checked))');
		if (look(chosen) === look(other))
			faults.push(bar.closest('[data-rb]').id + ' ' + bar.className + ': ' + look(chosen));
	}
	for (const fill of document.querySelectorAll('.rb-fill')) {
		const track = fill.closest('.rb-bar').querySelector('.rb-track');
		if (getComputedStyle(fill).backgroundColor === getComputedStyle(track).backgroundColor)
			faults.push(fill.closest('[data-rb]').id + ': a fill is as its track');
	}
	return faults;
})()`

// drawnColours are the colours of what is drawn by a ground, fills, lines at a target, chosen sides, with the area of
// each in CSS px.
const drawnColours = `(() => {
	const areas = {};
	for (const e of document.querySelectorAll('.rb-as-line .rb-fill, .rb-as-line .rb-aim, .rb-as-column .rb-fill, ' +
		'.rb-as-steps .rb-fill, .rb-is-bar .rb-option:has(:checked)')) {
		const { width, height } = e.getBoundingClientRect(), colour = getComputedStyle(e).backgroundColor;
		if (colour.startsWith('rgb(')) areas[colour] = (areas[colour] ?? 0) + width * height;
	}
	return areas;
})()`

// printed is how many dots of paper a CSS px is, both ways, at the resolution of checkPrint.
const printed = (60.0 / 96) * (60.0 / 96)

// checkPrint fails where less than half of what is drawn in a colour is on the paper: words on it take some.
func checkPrint(t *testing.T, what, path string, areas map[string]float64) {
	t.Helper()
	pixels := exec.Command("pdftoppm", "-r", "60", "-aa", "no", "-aaVector", "no", path+".pdf", path)
	if out, err := pixels.CombinedOutput(); err != nil {
		t.Fatalf("pdftoppm: %v: %s", err, out)
	}
	pages, err := filepath.Glob(path + "-*.ppm")
	if err != nil || len(pages) == 0 {
		t.Fatalf("%s: no page was printed (%v)", what, err)
	}
	seen := map[[3]byte]int{}
	for _, page := range pages {
		content, err := os.ReadFile(page)
		if err != nil {
			t.Fatal(err)
		}
		var w, h, most int
		if _, err := fmt.Sscanf(string(content[:30]), "P6\n%d %d\n%d\n", &w, &h, &most); err != nil {
			t.Fatal(err)
		}
		for pixels := content[len(content)-3*w*h:]; len(pixels) > 0; pixels = pixels[3:] {
			seen[[3]byte(pixels[:3])]++
		}
	}
	if len(areas) == 0 {
		t.Errorf("%s: nothing is drawn", what)
	}
	for text, area := range areas {
		var c [3]byte
		if _, err := fmt.Sscanf(text, "rgb(%d, %d, %d)", &c[0], &c[1], &c[2]); err != nil {
			t.Fatal(err)
		}
		if got, want := seen[c], int(area*printed/2); got < want {
			t.Errorf("%s: %s is on %d dots of the paper, want %d", what, text, got, want)
		}
	}
}

// Without script, the forms that ask for a number say for how many their amounts are, and show nothing to ask with.
func TestNumberWithoutScript(t *testing.T) {
	site := parse(t, demo.Fennmoor)
	files, err := render.Release(site, loadDresses(t), now)
	if err != nil {
		t.Fatal(err)
	}
	b := chromium.Launch(t, 1200, 900)
	b.Script(false)
	b.Open(serveFiles(t, files) + "schools.html")
	for _, block := range []string{"evenings", "class-size"} {
		if got := b.Text("[...document.querySelectorAll('#" + block +
			" .rb-for')].filter((e) => e.getClientRects().length).map((e) => e.textContent).join()"); got != "For 24 pupils" {
			t.Errorf("%s says %q", block, got)
		}
		if got := b.Text("document.querySelector('#" + block + " .rb-ask').getClientRects().length"); got != "0" {
			t.Errorf("%s shows what does not work", block)
		}
	}
}

// A figure that is counting when the page is printed is printed as it is.
func TestCountersOnPaper(t *testing.T) {
	g := testkit.Gallery{Kind: "statistics", Forms: []string{"tiles"},
		Look:    map[string]string{"value.animation-name": "count", "sheet.padding": "2000px 20px"},
		Records: []map[string]string{{"label": "Objects", "value": "14500"}}}
	_, address := testkit.Publish(t, g.Site(t))
	b := chromium.Launch(t, 1200, 900)
	b.Open(address)
	b.Near(".rb-figures")
	b.Await("document.querySelector('[data-now]')")
	shown := "getComputedStyle(document.querySelector('[data-now]')).visibility + " +
		"getComputedStyle(document.querySelector('[data-now]'), '::before').content"
	if got := b.Text(shown); got != `hidden"0"` {
		t.Errorf("before it is seen: %s", got)
	}
	b.Media("print")
	if got := b.Text(shown); got != "visiblenone" {
		t.Errorf("on paper: %s", got)
	}
}

// Two blocks of one set on a page say each product once; for how many a plan fits bounds no offer.
func TestProductsAreSaidOnce(t *testing.T) {
	site := parse(t, demo.Fennmoor)
	files, err := render.Release(site, loadDresses(t), now)
	if err != nil {
		t.Fatal(err)
	}
	for _, f := range files {
		if f.Path != "index.html" && f.Path != "schools.html" {
			continue
		}
		page := string(f.Bytes)
		for _, name := range []string{"Dusk", "Meridian", "Zenith", "Twilight", "Midnight"} {
			if n := strings.Count(page, `"name":"`+name+`"`); n > 1 {
				t.Errorf("%s: %s is said %d times", f.Path, name, n)
			}
		}
		if !strings.Contains(page, `"@type":"Product"`) || strings.Contains(page, `"maxValue":15`) {
			t.Errorf("%s: what it says to machines: %.400s", f.Path, page)
		}
		if !strings.Contains(page, `<meta name="description"`) {
			t.Errorf("%s has no description", f.Path)
		}
	}
}
