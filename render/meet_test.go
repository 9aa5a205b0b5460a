package render_test

import (
	"fmt"
	"testing"

	"rubrel/core/document"
	"rubrel/demo"
	"rubrel/render"
	"rubrel/testkit"
)

// Blocks of different kinds on one page look as each does alone: what kinds call by one name does not meet.
func TestKindsDoNotMeet(t *testing.T) {
	site := parse(t, demo.Fennmoor)
	ids := []string{"memberships", "training", "nights", "levels", "visitors"}
	site.Pages = []document.Page{{ID: "all", Title: "All", Bands: []document.Band{{Blocks: ids}}}}
	together, err := render.Release(site, loadDresses(t), now)
	if err != nil {
		t.Fatal(err)
	}
	b := testkit.Launch(t, 1200, 900)
	b.LessMotion(true)
	styles := func(address, id string) []string {
		b.Open(address)
		return testkit.Eval[[]string](b, fmt.Sprintf(`document.fonts.ready.then(() => [...document.querySelectorAll('#%s, #%s *:not(.rb-spoken)')].flatMap((e) => ['', '::before', '::after'].map((pseudo) => {
			const style = getComputedStyle(e, pseudo);
			return e.className + pseudo + ' ' + [...style].filter((p) => !p.startsWith('--')).map((p) => p + ':' + style.getPropertyValue(p)).join(';');
		})))`, id, id))
	}
	all := serveFiles(t, together)
	for _, id := range ids {
		files, err := render.Proof(site, loadDresses(t), id, now)
		if err != nil {
			t.Fatal(err)
		}
		alone, beside := styles(serveFiles(t, files), id), styles(all, id)
		if len(alone) != len(beside) || len(alone) < 50 {
			t.Fatalf("%s has %d elements alone, %d beside others", id, len(alone), len(beside))
		}
		faults := 0
		for i := range alone {
			if alone[i] != beside[i] && faults < 3 {
				faults++
				t.Errorf("%s: %s", id, difference(alone[i], beside[i]))
			}
		}
	}
}
