package web_test

import (
	"net/http"
	"strings"
	"testing"

	"github.com/chromedp/chromedp/kb"

	"rubrel/formats/sheets"
	"rubrel/testkit/chromium"
)

// Kinds whose picture is a number live on the bench as every other: their parts, exceptions, lifting and evening out,
// their forms and marks come from their declaration.
func TestFiguresOnTheBench(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	b := chromium.Launch(t, 1280, 900)
	training := app.URL + "/sites/fennmoor/blocks/training/"
	b.Open(training + "?part=fill")
	b.Await("document.querySelector('.cur')")
	b.Click(cell("look/open-nights:fill.background-color"))
	b.Press("#7a2e1d", kb.Enter)
	everyFrame(b, "getComputedStyle(page.querySelector('[data-record=open-nights] .rb-fill')).backgroundColor === "+
		"'rgb(122, 46, 29)'")
	// All follow a change of all but the exception.
	b.Click(cell("look/fill.background-color"))
	b.Press("#1d4e7a", kb.Enter)
	everyFrame(b, "getComputedStyle(page.querySelector('[data-record=reflector] .rb-fill')).backgroundColor === "+
		"'rgb(29, 78, 122)' && getComputedStyle(page.querySelector('[data-record=open-nights] .rb-fill')).backgroundColor "+
		"=== 'rgb(122, 46, 29)'")
	b.Click(cell("look/open-nights:fill.background-color"))
	b.Click("#origin [data-name=even]")
	everyFrame(b, "getComputedStyle(page.querySelector('[data-record=open-nights] .rb-fill')).backgroundColor === "+
		"'rgb(29, 78, 122)'")
	// One thickness, whatever the form.
	b.Click("button[data-part=bar]")
	b.Click(cell("look/bar.stroke-width"))
	b.Press("24px", kb.Enter)
	everyFrame(b, "page.querySelector('.rb-track').getBoundingClientRect().height === 24")
	b.Click("[data-form=ring]")
	everyFrame(b, "page.querySelector('.rb-as-ring') && "+
		"getComputedStyle(page.querySelector('.rb-bar')).getPropertyValue('--rb-thickness') === '24px'")
	// What lies out of range is kept, marked and mended.
	b.Click(cell("fact/open-nights/value"))
	b.Press("145", kb.Enter)
	mark := "[...document.querySelectorAll('.mark-line')].find((e) => e.querySelector('b').textContent === 'range')"
	b.Await(mark)
	chromium.Eval[bool](b, mark+".querySelector('[data-mend]').click() ?? true")
	b.Await("!" + mark)
	shown(b, "fact/open-nights/value", "100")
	b.CheckAccessibility("the bench of skill bars")

	// A figure follows another set, and says so in italics after an equals sign.
	b.Open(app.URL + "/sites/fennmoor/blocks/nights/")
	b.Await("document.querySelector('.cur')")
	b.Await(`document.querySelector('[data-at="fact/plans/value"].derived')?.textContent.includes('3')`)
	b.Click(cell("fact/plans/follows"))
	b.Press("average of value in training", kb.Enter)
	everyFrame(b, "page.querySelector('[data-record=plans] .rb-spoken').textContent.startsWith('59')")

	// The list and each bar leave as files of their own.
	if status, text := fetch(t, training+"list.csv"); status != http.StatusOK || !strings.Contains(text,
		"Spectroscopy,7,First course in March,activity") {
		t.Errorf("the list: %d %s", status, text)
	}
	status, file := fetch(t, training+"list.xlsx")
	if all, err := sheets.Read(t.Context(), []byte(file)); status != http.StatusOK || err != nil ||
		all[0].Table.Cell(0, 0) != "name" {
		t.Errorf("the list as a workbook: %d (%v)", status, err)
	}
	if status, svg := fetch(t, training+"drawings/reflector.svg"); status != http.StatusOK ||
		!strings.Contains(svg, "61 percent</title>") {
		t.Errorf("the drawing: %d %s", status, svg)
	}
	if status, _ := fetch(t, training+"drawings/nobody.svg"); status != http.StatusNotFound {
		t.Errorf("a drawing of nobody: %d", status)
	}
	b.Open(training + "snippet")
	b.CheckAccessibility("the snippet")
	b.Open(app.URL + "/sites/fennmoor/paste?kind=statistics")
	b.CheckAccessibility("pasting figures")
}
