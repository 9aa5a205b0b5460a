package web_test

import (
	"fmt"
	"io"
	"net/http"
	"net/url"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp/kb"

	"rubrel/core/document"
	"rubrel/demo"
	"rubrel/kinds"
	"rubrel/testkit"
	"rubrel/testkit/chromium"
	"rubrel/testkit/documents"
)

// many starts the application with a site "large" that has a block "many" of n skills.
func many(t testing.TB, n int) *testkit.Application {
	t.Helper()
	app := shared.Start(t)
	if err := app.Store.CreateSite(t.Context(), "large", withSkills(t, n)); err != nil {
		t.Fatal(err)
	}
	return app
}

// withSkills is the demo document with a block "many" of n skills.
func withSkills(t testing.TB, n int) any {
	t.Helper()
	_, tree, err := document.Parse(demo.Fennmoor, kinds.All())
	if err != nil {
		t.Fatal(err)
	}
	testkit.AddSkills(tree, "many", n)
	return tree
}

// A ledger of 160 records draws what is in sight, and is worked in as one of three: by keys to its far end, by
// scrolling, over rectangles that are not in sight, and from the proof.
func TestLargeLedger(t *testing.T) {
	t.Parallel()
	app := many(t, 160)
	b := chromium.Launch(t, 1280, 800)
	b.Open(app.URL + "/sites/large/blocks/many/")
	b.Await("document.querySelector('.cur')")
	drawn := "document.querySelectorAll('#grid td[role=gridcell]').length"
	few := func() {
		t.Helper()
		if n := chromium.Eval[int](b, drawn); n > 80*18 {
			t.Errorf("%d cells are drawn", n)
		}
	}
	few()
	last := "fact/skill-159/value"
	b.Click(cell("fact/skill-0/value"))
	b.Chord(kb.ArrowRight, "Control")
	focused(b, last)
	b.Press("77", kb.Enter)
	shown(b, last, "77")
	everyFrame(b, "page.querySelector('[data-record=skill-159]').textContent.includes('77')")
	few()
	// One step left, and the record is carried over its neighbour; undone, it is back.
	heads := "[...document.querySelectorAll('thead .record')].slice(-2).map((e) => e.dataset.record).join(' ')"
	b.Click("thead [data-record=skill-159]")
	b.Chord(kb.ArrowLeft, "Alt")
	b.Await(heads + " === 'skill-159 skill-158'")
	b.Chord("z", "Control")
	b.Await(heads + " === 'skill-158 skill-159'")
	// A row of all records is copied and cleared, though few of them are drawn.
	b.Click(cell(last))
	b.Chord(kb.Home, "Control")
	b.Await("document.querySelector('.cur')")
	b.Click(cell("fact/skill-0/note"))
	b.Chord(kb.ArrowRight, "Shift", "Control")
	b.Await("document.querySelector('.cur.sel')")
	if got := chromium.Eval[string](b, `(async () => { let text = ''; navigator.clipboard.writeText = async (t) => {
		text = t; };
		document.activeElement.dispatchEvent(new ClipboardEvent('copy', { clipboardData: new DataTransfer(), bubbles: true,
			cancelable: true }));
		while (!text) await new Promise((done) => requestAnimationFrame(done));
		return text; })()`); strings.Count(
		got,
		"\t",
	) != 159 {
		t.Errorf("%d texts are copied", strings.Count(got, "\t")+1)
	}
	b.Press(kb.Delete)
	b.Await("document.querySelector('#steps [data-act=undo]').title.includes('clear 160 cells')")
	shown(b, "fact/skill-159/note", "")
	b.Chord("z", "Control")
	shown(b, "fact/skill-159/note", "as it was counted")
	// Scrolled to the middle, what is there is drawn, and the keys go on from the cursor.
	chromium.Eval[bool](b, "(document.getElementById('ledger-scroll').scrollLeft = 75 * 94) > 0")
	b.Await("document.querySelector('" + cell("fact/skill-75/value") + "')")
	few()
	// A click on a record in the proof leads to its column and to the rows of its part.
	chromium.Eval[bool](b, `(() => { const page = document.querySelector('[data-width=wide] iframe').contentDocument;
		page.querySelector('[data-record=skill-60] .rb-name').click(); return true; })()`)
	b.Await("document.querySelector('.cur')?.dataset.at?.startsWith('look/skill-60:name.')")
	few()
	b.CheckAccessibility("a large ledger")
}

// The answer to an edit holds what has changed in sight: at most 12 KB, whatever the number of records.
func TestAnswersAreSmall(t *testing.T) {
	t.Parallel()
	app := many(t, 300)
	bench := app.URL + "/sites/large/blocks/many"
	version := 0
	view := viewOf(t, bench+"/?part=fill")
	for _, c := range []struct {
		name string
		form url.Values
	}{
		{"a fact", url.Values{"act": {"cells"}, "cells": {`[{"At":"fact/skill-3/value","Text":"12"}]`}}},
		{"a value for all", url.Values{"act": {"cells"},
			"cells": {`[{"At":"look/fill.background-color","Text":"#7a2e1d"}]`}}},
		{"an exception", url.Values{"act": {"cells"},
			"cells": {`[{"At":"look/skill-3:fill.background-color","Text":"#1d4e7a"}]`}}},
		{"a new record", url.Values{"act": {"add"}, "after": {"skill-2"}}},
		{"a record moved", url.Values{"act": {"move"}, "record": {"skill-2"}, "after": {"skill-5"}}},
		{"a record removed", url.Values{"act": {"remove"}, "record": {"skill-6"}}},
	} {
		form := c.form
		form.Set("version", fmt.Sprint(version))
		form.Set("drawn", fmt.Sprint(version))
		form.Set("tab", "t")
		form.Set("view", view)
		form.Set("part", "fill")
		status, body := post(t, bench+"/edit", form, nil)
		if status != http.StatusOK {
			t.Fatalf("%s: %d %s", c.name, status, body)
		}
		if len(body) > 12<<10 {
			t.Errorf("%s: the answer has %d bytes", c.name, len(body))
		}
		version++
		view = between(body, `"data-view":"`, `"`)
	}
}

// A bench of many plans comes before its marks, which come by themselves.
func TestPageComesBeforeItsMarks(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	if err := app.Store.CreateSite(t.Context(), "plans", documents.Plans(250, 12)); err != nil {
		t.Fatal(err)
	}
	b := chromium.Launch(t, 1280, 800)
	b.Open(app.URL + "/sites/plans/blocks/plans/")
	b.Await("document.querySelector('#marks .mark-line') && !document.querySelector('#marks[aria-busy=true]') && " +
		"/^[0-9]+ marks$/.test(document.querySelector('#mark-count').innerText.trim())")
}

// What a price list of 500 plans costs beside one of 6: the page, the proof after an edit, and the marks.
func BenchmarkManyPlans(b *testing.B) {
	app := shared.Start(b)
	sizes := []int{6, 500}
	took := map[string][]float64{}
	timed := func(name, address string) {
		began := time.Now()
		status, _ := fetch(b, address)
		if status != http.StatusOK {
			b.Fatalf("%s: %d", name, status)
		}
		took[name] = append(took[name], float64(time.Since(began)))
	}
	var desks []*desk
	for _, n := range sizes {
		site := fmt.Sprintf("plans-%d", n)
		if err := app.Store.CreateSite(b.Context(), site, documents.Plans(n, 12)); err != nil {
			b.Fatal(err)
		}
		d := &desk{bench: site + "/blocks/plans", cell: "fact/p1/price:month:eur"}
		timed(fmt.Sprint("page ", n), app.URL+"/sites/"+d.bench+"/")
		d.view = viewOf(b, app.URL+"/sites/"+d.bench+"/")
		desks = append(desks, d)
	}
	for b.Loop() {
		for i, d := range desks {
			d.edit(b, app.URL)
			timed(fmt.Sprint("proof ", sizes[i]), app.URL+"/sites/"+d.bench+"/proof/index.html")
			timed(fmt.Sprint("marks ", sizes[i]), app.URL+"/sites/"+d.bench+"/marks")
		}
	}
	for _, what := range []string{"page", "proof", "marks"} {
		middle := func(n int) float64 {
			all := slices.Sorted(slices.Values(took[fmt.Sprint(what, " ", n)]))
			return all[len(all)/2]
		}
		b.ReportMetric(middle(500)/middle(6), "500/6-"+what)
	}
}

// viewOf is what a bench that is opened says that it shows.
func viewOf(t testing.TB, bench string) string {
	t.Helper()
	response, err := http.Get(bench)
	if err != nil {
		t.Fatal(err)
	}
	defer response.Body.Close()
	page, err := io.ReadAll(response.Body)
	if err != nil || response.StatusCode != http.StatusOK {
		t.Fatalf("the bench: %d (%v)", response.StatusCode, err)
	}
	return between(string(page), `data-view="`, `"`)
}

func between(text, before, after string) string {
	_, rest, _ := strings.Cut(text, before)
	found, _, _ := strings.Cut(rest, after)
	return found
}

// An edit costs as much in a large site as in the demo site, and in a block of 200 records about as much as in one of
// four; its answer does not grow.
func BenchmarkLarge(b *testing.B) {
	app := shared.Start(b)
	ctx := b.Context()
	if err := app.Store.CreateSite(ctx, "large", testkit.LargeSite(b)); err != nil {
		b.Fatal(err)
	}
	for site, n := range map[string]int{"four": 4, "two-hundred": 200} {
		if err := app.Store.CreateSite(ctx, site, withSkills(b, n)); err != nil {
			b.Fatal(err)
		}
	}
	desks := []*desk{{bench: "fennmoor/blocks/memberships", cell: "fact/dusk/price:month:eur"},
		{bench: "large/blocks/memberships", cell: "fact/dusk/price:month:eur"},
		{bench: "four/blocks/many", cell: "fact/skill-1/value"},
		{bench: "two-hundred/blocks/many", cell: "fact/skill-1/value"}}
	for _, d := range desks {
		d.view = viewOf(b, app.URL+"/sites/"+d.bench+"/")
	}
	for b.Loop() {
		for _, d := range desks {
			d.edit(b, app.URL)
		}
	}
	median := func(i int) float64 {
		slices.Sort(desks[i].took)
		return float64(desks[i].took[len(desks[i].took)/2])
	}
	b.ReportMetric(median(1)/median(0), "large/demo")
	b.ReportMetric(median(3)/median(2), "200/4-records")
	b.ReportMetric(float64(desks[3].bytes), "answer-B")
}

// desk is a page that edits one cell again and again.
type desk struct {
	bench, cell, view string
	version, bytes    int
	took              []time.Duration
}

func (d *desk) edit(b testing.TB, address string) {
	b.Helper()
	began := time.Now()
	response, err := http.PostForm(address+"/sites/"+d.bench+"/edit", url.Values{"act": {"cells"}, "tab": {"t"},
		"version": {fmt.Sprint(d.version)}, "drawn": {fmt.Sprint(d.version)}, "view": {d.view},
		"cells": {fmt.Sprintf(`[{"At":%q,"Text":"%d"}]`, d.cell, 10+len(d.took)%50)}})
	if err != nil {
		b.Fatal(err)
	}
	defer response.Body.Close()
	body, err := io.ReadAll(response.Body)
	if err != nil || response.StatusCode != http.StatusOK {
		b.Fatalf("status %d (%v)", response.StatusCode, err)
	}
	d.took = append(d.took, time.Since(began))
	d.version++
	d.view, d.bytes = between(string(body), `"data-view":"`, `"`), len(body)
}
