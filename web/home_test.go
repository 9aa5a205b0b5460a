package web_test

import (
	"fmt"
	"testing"

	"rubrel/core/document"
	"rubrel/kinds"
	"rubrel/store"
	"rubrel/testkit/chromium"
)

// A studio of many sites finds one by a part of its name, by keyboard, and turns the pages of the list.
func TestManySites(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	for i := range store.SitesAtOnce + 5 {
		tree, _, err := document.New(fmt.Sprintf("Harbour %d", i), "en", "almanac", kinds.All())
		if err == nil {
			err = app.Store.CreateSite(t.Context(), fmt.Sprintf("harbour-%d", i), tree)
		}
		if err != nil {
			t.Fatal(err)
		}
	}
	b := chromium.Launch(t, 1280, 800)
	b.Open(app.URL + "/")
	b.CheckAccessibility("a list of many sites")
	b.Click("[rel=next]")
	b.Await("document.readyState === 'complete' && document.querySelector('[rel=prev]') && " +
		"!document.querySelector('[rel=next]')")
	if got := b.Text("[...document.querySelectorAll('.list th[scope=row]')].map((e) => e.textContent).join()"); got !=
		"Harbour 4,Harbour 3,Harbour 2,Harbour 1,Harbour 0,Fennmoor Observatory" {
		t.Errorf("the second page lists %s", got)
	}
	b.Press("/")
	b.Await("document.activeElement.id === 'find'")
	b.Press("OBSERV", "\r")
	b.Await("document.readyState === 'complete' && document.querySelectorAll('.list tbody tr').length === 1")
	b.Type("#find", "lighthouse")
	b.Press("\r")
	b.Await("document.querySelector('.empty')?.textContent.includes('No site is called so')")
}
