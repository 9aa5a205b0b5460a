package web_test

import (
	"fmt"
	"net/url"
	"regexp"
	"strings"
	"testing"

	"github.com/chromedp/chromedp/kb"

	"rubrel/core/colour"
	"rubrel/testkit/chromium"
)

// inSpecimen is an expression over the document of the specimen's first frame.
func inSpecimen(expression string) string {
	return "(() => { const page = document.querySelector('.specimen iframe')?.contentDocument; return page?.readyState " +
		"=== 'complete' && (" + expression + "); })()"
}

func ground(colour string) string {
	return inSpecimen("page.querySelector('.rb-table') && " +
		"getComputedStyle(page.querySelector('.rb-table')).backgroundColor === '" + colour + "'")
}

// A dress is tried on before it is worn, and re-dressing is one change that can be undone. A palette from one brand
// colour is seen before it is taken, every pair of it is readable, and every block follows.
func TestHouseStyle(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	b := chromium.Launch(t, 1280, 800)
	b.Open(app.URL + "/sites/fennmoor/house")
	b.Await(ground("rgb(246, 244, 238)") + " && " + inSpecimen("['.rb-cards', '.rb-matrix', '.rb-counting', "+
		"'.rb-sliding'].every(s => page.querySelector(s))"))
	b.CheckAccessibility("the house style")
	b.Click("a.link[href*='dress=slipway']")
	b.Await(ground("rgb(234, 243, 241)") + " && document.querySelector('.worn th').textContent === 'Almanac'")
	b.Click("[name=dress][value=slipway].is-primary")
	b.Await("document.querySelector('.worn th')?.textContent === 'Slipway'")
	b.Click("[name=way][value=undo]")
	b.Await("location.pathname === '/sites/fennmoor/house' && document.querySelector('.worn th').textContent === " +
		"'Almanac'")

	// A ratio makes all sizes but those that are said, in one change.
	b.Type("#scale-text", "16px")
	b.Press(kb.Enter)
	b.Await("document.body.innerText.includes('is not a base size and a ratio')")
	b.Type("#scale-text", "16px 1.25")
	b.Press(kb.Enter)
	b.Await("document.querySelector('[name=\"light.type-6\"]')?.placeholder === '31.3px' && " +
		"document.querySelector('#scale-text')?.value === '16px 1.25'")
	b.Await(inSpecimen("page.querySelector('.rb-title') && getComputedStyle(page.querySelector('.rb-title')).fontSize " +
		"=== '31.3px'"))
	b.Type("[name='light.type-6']", "29px")
	b.Press(kb.Enter)
	b.Await(inSpecimen("page.querySelector('.rb-title') && getComputedStyle(page.querySelector('.rb-title')).fontSize " +
		"=== '29px'"))
	b.Click("[name=way][value=undo]")
	b.Await("document.readyState === 'complete' && document.querySelector('[name=\"light.type-6\"]')?.value === ''")
	b.Click("[name=way][value=undo]")
	b.Await("document.querySelector('#scale-text')?.value === ''")

	b.Open(app.URL + "/sites/fennmoor/house")
	b.Type("#brand", "#c2185b")
	b.Press("\r")
	b.Await("location.search.includes('brand=') && document.querySelectorAll('.fresh').length === " +
		"document.querySelectorAll('td .colour').length")
	proposed, err := colour.Parse(b.Text("document.querySelector('[name=\"light.ground\"]').value"))
	if err != nil {
		t.Fatal(err)
	}
	paper := fmt.Sprintf("rgb(%.0f, %.0f, %.0f)", proposed.R*255, proposed.G*255, proposed.B*255)
	b.Await(ground(paper))
	if got := b.Text("document.querySelector('[name=\"light.accent\"]').value"); got != "#c2185b" {
		t.Errorf("the accent proposed is %s", got)
	}
	b.Click("form[action$='/house/tokens'] .is-primary")
	b.Await("location.search.startsWith('?saved') && document.querySelector('[name=\"light.accent\"]')?.value === " +
		"'#c2185b' && !document.querySelector('.fresh')")
	if got := b.Text("[...document.querySelectorAll('.pairs .fails')].map(e => e.textContent).join()"); got != "" {
		t.Errorf("pairs fail: %s", got)
	}
	if used := chromium.Eval[int](b, "document.querySelectorAll('.pairs i').length"); used < 8 {
		t.Errorf("%d pairs are used", used)
	}
	b.Open(app.URL + benchPath + "/")
	b.Await("document.querySelector('.cur') && document.querySelector('.mark-count').textContent.includes('no marks')")
	everyFrame(b, "page.querySelector('.rb-table') && getComputedStyle(page.querySelector('.rb-table')).backgroundColor "+
		"=== '"+paper+"'")
	// What cannot be a value is answered with a message, and the field's other values are not lost.
	if status, body := post(t, app.URL+"/sites/fennmoor/house/tokens", edit("light.ink", "purplish"),
		nil); status != 422 || !strings.Contains(body, "purplish") {
		t.Errorf("a colour that is none: %d", status)
	}
	// Every exception of the site is listed, with a way to it.
	b.Click("[data-part=title]")
	b.Click(cell("look/zenith:title.font-size"))
	b.Press("33px\r")
	b.Await(`document.querySelector('[data-at="look/zenith:title.font-size"].exception')`)
	b.Open(app.URL + "/sites/fennmoor/house")
	if got := b.Text("document.querySelector('[aria-labelledby=exceptions] tr').innerText.replace(/\\s+/g, ' " +
		"')"); got != "Memberships Zenith title font-size 33px" {
		t.Errorf("the exceptions are %s", got)
	}
	b.Click("[aria-labelledby=exceptions] a")
	b.Await(`document.querySelector('[data-at="look/zenith:title.font-size"].exception')`)
}

// A site's own widths: one is renamed with what was said for it, one is added, and the bench shows them all.
func TestOwnWidths(t *testing.T) {
	t.Parallel()
	app, b := openBench(t)
	b.Click("[data-part=price]")
	b.Click("[data-width=narrow] .width-name")
	b.Click(cell("look/price.font-size@narrow"))
	b.Press("33", kb.Enter)
	b.Await("document.getElementById('saved').textContent === 'saved' && " + inProof("narrow",
		"getComputedStyle(page.querySelector('.rb-price')).fontSize === '33px'"))

	b.Open(app.URL + "/sites/fennmoor/house")
	b.Type("[name='name.2']", "phone")
	b.Type("[name='name.3']", "slim")
	b.Type("[name='frame.3']", "700")
	b.Type("[name='below.3']", "360")
	b.Click("[form=widths-form]")
	b.Await("document.body.innerText.includes('slim is shown at 700 px, which is not inside its own range')")
	b.Type("[name='frame.3']", "320") // the rest still stands there
	b.Click("[form=widths-form]")
	b.Await("document.querySelectorAll('.specimen').length === 4 && document.querySelector(\"[name='name.4']\")?.value " +
		"=== ''")
	b.CheckAccessibility("widths")

	b.Open(app.URL + "/sites/fennmoor/blocks/memberships/?part=price&width=phone")
	b.Await("document.querySelectorAll('.frame').length === 4 && [...document.querySelectorAll('iframe')].every((f) => " +
		"f.contentDocument?.querySelector('.rb-price'))")
	shown(b, "look/price.font-size@phone", "33px")
	b.Await(inProof("slim", "page.documentElement.clientWidth === 320 && "+
		"getComputedStyle(page.querySelector('.rb-price')).fontSize === '33px'"))
	b.Await(inProof("middle", "getComputedStyle(page.querySelector('.rb-price')).fontSize !== '33px'"))
}

// The site's list of marks has every block's, can be narrowed to one check, mends in one act that can be undone, and
// keeps quiet about what is meant so.
func TestSiteMarks(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	b := chromium.Launch(t, 1280, 800)
	b.Open(app.URL + benchPath + "/")
	b.Await("document.querySelector('.cur')")
	b.Click("button[data-part=text]")
	b.Click(cell("look/text.color"))
	b.Press("#aaaaaa\r")
	b.Await("document.querySelector('.mark-line .swatch')")
	b.Open(app.URL + "/sites/fennmoor/marks")
	b.CheckAccessibility("the marks")
	counts := b.Text("['.checks', '.of-pages'].map((part) => document.querySelector(part).innerText).join(' ')" +
		".replace(/\\s+/g, ' ').trim()")
	if !regexp.MustCompile(`^all contrast 1 cliff 1 Become a member 1 Telescope evenings for schools 1 ` +
		`Our volunteers 0 The observatory in figures 0( [A-Z][^0-9]* 0)*$`).MatchString(counts) {
		t.Errorf("the counts are %s", counts)
	}
	b.Click(".checks a[href$='check=contrast']")
	b.Await("document.querySelectorAll('.mark-line').length === 1")
	b.Click(".mark-line .mark-acts .link")
	b.Await("location.search.includes('saved') && document.querySelectorAll('.mark-line').length === 0")
	b.Await("document.querySelector('.empty').innerText === 'Nothing is marked for contrast. 1 mark of other checks'")
	b.Click("[name=way][value=undo]")
	b.Await("location.pathname.endsWith('/marks') && document.querySelectorAll('.mark-line').length === 2")
	b.Click(".mark-line [name=on][value=yes]")
	b.Await("document.querySelector('.mark-line.hushed')")
}

// A client's file of many values is read in pages, and what of it could not be read is said.
func TestFoundInPages(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	var file strings.Builder
	file.WriteString(`{"lost": {"$value": "{another.file}"}`)
	for i := range 130 {
		fmt.Fprintf(&file, `,"tone%03d": {"$type": "color", "$value": "#%06x"}`, i, i*999)
	}
	file.WriteString("}")
	for _, c := range []struct{ from, first, not string }{{"", "tone000", "tone060"}, {"60", "tone060", "tone000"},
		{"120", "tone129", "tone119"}, {"9999", "tone000", "tone060"}} {
		_, body := post(t, app.URL+"/sites/fennmoor/house/read", url.Values{"text": {file.String()}, "from": {c.from}}, nil)
		_, table, _ := strings.Cut(body, "list tokens found")
		table, _, _ = strings.Cut(table, "</table>")
		if !strings.Contains(table, c.first) || strings.Contains(table, c.not) || !strings.Contains(body, "130 values") ||
			!strings.Contains(body, "another.file") {
			t.Errorf("from %s: %s", c.from, table[:min(len(table), 400)])
		}
	}
}

// A client's style sheet is read, its colours are counted, and one of them becomes a role; the house style goes out as
// a token file and comes in again.
func TestTokensInAndOut(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	b := chromium.Launch(t, 1280, 800)
	b.Open(app.URL + "/sites/fennmoor/house")
	b.Type("#text", ":root { --accent: #0b5fa8 } a { color: #0B5FA8 } p { color: rgb(11, 95, 168); font-size: 17px }")
	b.Click("form[action$='/house/read'] .button")
	b.Await("document.querySelectorAll('.found tbody tr').length === 2")
	if got := b.Text("[...document.querySelector('.found tbody tr').children].slice(0, 3).map(e => " +
		"e.innerText.trim()).join(' ') + '|' + document.querySelector('[name=\"take.0\"]').value"); got != "#0b5fa8 3 × "+
		"accent|accent" {
		t.Errorf("found %s", got)
	}
	b.CheckAccessibility("what was found")
	b.Click(".found + p .button")
	b.Await("location.search.startsWith('?saved') && document.querySelector('[name=\"light.accent\"]')?.value === " +
		"'#0b5fa8'")
	_, file := fetch(t, app.URL+"/sites/fennmoor/house/tokens.json")
	if !strings.Contains(file, "\"accent\": {\n        \"$type\": \"color\",\n        \"$value\": \"#0b5fa8\"") {
		t.Errorf("the token file is %s", file)
	}
	if _, css := fetch(t, app.URL+"/sites/fennmoor/house/tokens.css"); !strings.Contains(css, "--accent: #0b5fa8;") {
		t.Errorf("the custom properties are %s", css)
	}
	status, body := post(t, app.URL+"/sites/fennmoor/house/read", map[string][]string{"text": {file}}, nil)
	if status != 200 || !strings.Contains(body, `<option selected>accent</option>`) {
		t.Errorf("the token file is read as %d", status)
	}
	if status, body := post(t, app.URL+"/sites/fennmoor/house/read",
		map[string][]string{"text": {`{"a": {"$value": "{gone}"`}}, nil); status != 422 || !strings.Contains(body,
		"this is not JSON") {
		t.Errorf("a broken file: %d", status)
	}
}
