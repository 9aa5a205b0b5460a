package store_test

import (
	"testing"
	"time"

	"rubrel/core/document"
	"rubrel/store"
)

// manySites copies the demo's site so many times, each changed a second later than the one before.
func manySites(t testing.TB, address string, n int) {
	t.Helper()
	execute(t, address, `insert into site (id, name, changed_at) select 'copy-' || n, 'Harbour ' || n,
		now() + n * interval '1 second' from generate_series(1, $1) n`, n)
	execute(t, address, `insert into entity (site, name, version, body) select 'copy-' || n, name, 0, case name when 'site'
			then json_build_object('name', 'Harbour ' || n, 'language', 'en') else body end
		from entity, generate_series(1, $1) n where site = 'fennmoor'`, n)
}

// Sites are listed a page at a time, the last changed first, each once, and found by a part of their names.
func TestSitesAreListedByPages(t *testing.T) {
	s, address := shared.DemoStore(t)
	manySites(t, address, 2*store.SitesAtOnce)
	seen := map[string]bool{}
	for page, wantMore := range []bool{true, true, false} {
		list, more, err := s.Sites(t.Context(), "", page*store.SitesAtOnce)
		if err != nil || more != wantMore {
			t.Fatalf("page %d: more %v (%v)", page, more, err)
		}
		for i, site := range list {
			if seen[site.ID] || i > 0 && site.Changed.After(list[i-1].Changed) {
				t.Errorf("%s is listed twice, or out of order", site.ID)
			}
			seen[site.ID] = true
		}
	}
	if len(seen) != 2*store.SitesAtOnce+1 {
		t.Errorf("%d sites are listed", len(seen))
	}
	for find, want := range map[string]int{"HARBOUR 7": 11, "observatory": 1, "%": 0, "harbour 100": 1} {
		if list, _, err := s.Sites(t.Context(), find, 0); err != nil || len(list) != want {
			t.Errorf("%q: %d sites, want %d (%v)", find, len(list), want, err)
		}
	}
}

// The list says of a site what its document says, after whatever was done to it or taken back.
func TestListSaysWhatTheSiteSays(t *testing.T) {
	s, _ := shared.DemoStore(t)
	ctx := t.Context()
	by := store.Author{Actor: "ann", Tab: "a"}
	check := func(what string, l *store.Loaded) {
		t.Helper()
		list, _, err := s.Sites(ctx, "", 0)
		if err != nil || len(list) != 1 {
			t.Fatalf("%s: %d sites (%v)", what, len(list), err)
		}
		if got := list[0]; got.Name != l.Site.Name || got.Dress != l.Site.House.Dress || got.Blocks != len(l.Site.Blocks) {
			t.Errorf("%s: the list says %q, %s, %d blocks", what, got.Name, got.Dress, got.Blocks)
		}
	}
	l, err := s.Load(ctx, "fennmoor")
	if err != nil {
		t.Fatal(err)
	}
	check("a new site", l)
	for _, change := range []document.Change{document.Rename{Name: "Wren Hill"}, document.Redress{Dress: "slipway"},
		document.RemoveBlock{Block: "memberships"}} {
		if l, err = s.Edit(ctx, "fennmoor", by, l.Version, change); err != nil {
			t.Fatal(err)
		}
		check(change.Label(l.Site), l)
	}
	if l, _, err = s.Undo(ctx, "fennmoor", by); err != nil {
		t.Fatal(err)
	}
	check("undone", l)
}

// The list of 1,000 sites beside that of two.
func BenchmarkListOfSites(b *testing.B) {
	s, address := shared.DemoStore(b)
	median := func() float64 {
		var took []time.Duration
		for range 40 {
			began := time.Now()
			if _, _, err := s.Sites(b.Context(), "", 0); err != nil {
				b.Fatal(err)
			}
			took = append(took, time.Since(began))
		}
		return float64(middle(took))
	}
	manySites(b, address, 1)
	two := median()
	execute(b, address, "delete from site where id <> 'fennmoor'")
	manySites(b, address, 999)
	thousand := median()
	execute(b, address, "analyze")
	for b.Loop() {
		if _, _, err := s.Sites(b.Context(), "", 0); err != nil {
			b.Fatal(err)
		}
	}
	b.ReportMetric(thousand/two, "1000/2")
	b.ReportMetric(median()/two, "analysed-1000/2")
}
