package render_test

import (
	"fmt"
	"testing"

	"rubrel/core/document"
	"rubrel/demo"
	"rubrel/render"
	"rubrel/testkit/chromium"
)

// Blocks of different kinds on one page look as each does alone: what kinds call by one name does not meet.
func TestKindsDoNotMeet(t *testing.T) {
	t.Parallel()
	site := parse(t, demo.Fennmoor)
	ids := []string{"memberships", "training", "nights", "levels", "visitors"}
	site.Pages = []document.Page{{ID: "all", Title: "All", Bands: []document.Band{{Blocks: ids}}}}
	together, err := render.Release(site, loadDresses(t), now)
	if err != nil {
		t.Fatal(err)
	}
	b := chromium.Launch(t, 1200, 900)
	b.LessMotion(true)
	styles := func(address, id string) []string {
		b.Open(address)
		// An icon that several blocks have is drawn in the first of them.
		return computedStyles(b, fmt.Sprintf("#%s, #%s *:not(.rb-spoken, svg *)", id, id))
	}
	all := serveFiles(t, together)
	for _, id := range ids {
		files, err := render.Proof(site, loadDresses(t), id, now)
		if err != nil {
			t.Fatal(err)
		}
		compareStyles(t, id, styles(serveFiles(t, files), id), styles(all, id))
	}
}
