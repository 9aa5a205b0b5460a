package store_test

import (
	"crypto/sha256"
	"encoding/hex"
	"fmt"
	"math/rand/v2"
	"os"
	"path/filepath"
	"reflect"
	"slices"
	"testing"
	"time"

	"rubrel/core/document"
	"rubrel/demo"
	"rubrel/kinds"
	"rubrel/store"
	"rubrel/testkit"
)

// wholeDocuments are the migrations of the time when a site was one row.
const wholeDocuments = "migrations/00[1-4]_*.sql"

// A database of the time when a site was one JSON document opens, with its log, and what its pictures need is kept.
func TestDatabaseOfWholeDocuments(t *testing.T) {
	ctx := t.Context()
	address, err := shared.NewURL(ctx)
	if err != nil {
		t.Fatal(err)
	}
	files, err := filepath.Glob(wholeDocuments)
	if err != nil || len(files) != 4 {
		t.Fatalf("migrations %v (%v)", files, err)
	}
	execute(t, address, "create table migration (name text primary key, at timestamptz not null default now())")
	for _, file := range files {
		sql, err := os.ReadFile(file)
		if err != nil {
			t.Fatal(err)
		}
		execute(t, address, string(sql))
		execute(t, address, "insert into migration (name) values ($1)", file)
	}
	site, tree, err := document.Parse(demo.Fennmoor, kinds.All())
	if err != nil {
		t.Fatal(err)
	}
	document.TakePictures(tree, site)
	text, err := document.Encode(tree)
	if err != nil {
		t.Fatal(err)
	}
	picture, hash := bytesOf(1)
	execute(t, address, "insert into blob (hash, bytes) values ($1, $2)", hash, picture)
	execute(t, address, "insert into site (id, version, document) values ('fennmoor', 7, $1)", string(text))
	execute(t, address, `insert into change (site, version, actor, tab, scope, label, act, state, patch, inverse)
		values ('fennmoor', 7, 'ann', 'a', 'memberships', 'picture', 'edit', 'done', '[]',
		'[{"op": "add", "path": "/pictures/gone", "value": {"file": "`+hash+`"}}]')`)
	s, err := store.Open(ctx, address, kinds.All(), store.Options{Key: testkit.Key})
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	l, err := s.Load(ctx, "fennmoor")
	if err != nil || l.Version != 7 || !reflect.DeepEqual(l.Tree, tree) {
		t.Fatalf("the site at version %d is another (%v)", l.Version, err)
	}
	if list, _, err := s.Sites(ctx, "observatory", 0); err != nil || len(list) != 1 ||
		list[0].Blocks != len(l.Site.Blocks) || list[0].Dress != l.Site.House.Dress {
		t.Errorf("it is listed as %+v (%v)", list, err)
	}
	if l, err = s.Edit(ctx, "fennmoor", ann, 7, price("dusk", "10")); err != nil || shown(t, l, "dusk") != "10" {
		t.Errorf("an edit: %v", err)
	}
	execute(t, address, "update blob set held_at = now() - interval '2 days'")
	if err := s.Maintain(ctx); err != nil {
		t.Fatal(err)
	}
	if _, err := s.Held(ctx, hash); err != nil {
		t.Errorf("the bytes of a picture in the log: %v", err)
	}
}

// A process that has a site at one version gets every later one from what was changed, whatever that is; an edit of a
// fact writes one entity.
func TestProcessesReadWhatChanged(t *testing.T) {
	s, address := shared.DemoStore(t)
	other, err := store.Open(t.Context(), address, kinds.All(), store.Options{Key: testkit.Key})
	if err != nil {
		t.Fatal(err)
	}
	defer other.Close()
	ctx := t.Context()
	if _, err := other.Load(ctx, "fennmoor"); err != nil {
		t.Fatal(err)
	}
	random := rand.New(rand.NewPCG(5, 6))
	version := int64(0)
	for i := range 60 {
		changes := []document.Change{price("dusk", fmt.Sprint(10+i)), price("zenith", fmt.Sprint(90+i)),
			document.AddRecord{Set: "memberships"}, document.RemoveRecord{Set: "memberships", Record: "plan-4"},
			document.Rename{Name: fmt.Sprint("Site ", i)}, document.Redress{Dress: []string{"slipway", "almanac"}[i%2]},
			document.RemoveBlock{Block: "nights"}, document.Rename{Page: "membership", Name: fmt.Sprint("Page ", i)}}
		if _, err := s.Edit(ctx, "fennmoor", ann, version, changes[random.IntN(len(changes))]); err != nil {
			continue // there is nothing to remove
		}
		if random.IntN(3) == 0 {
			if _, _, err := s.Undo(ctx, "fennmoor", ann); err != nil {
				t.Fatal(err)
			}
		}
		l, err := s.Load(ctx, "fennmoor")
		if err != nil {
			t.Fatal(err)
		}
		version = l.Version
		if random.IntN(2) == 0 {
			continue // the other one hears of several together
		}
		there, err := other.Load(ctx, "fennmoor")
		if err != nil || there.Version != l.Version || !reflect.DeepEqual(there.Tree, l.Tree) {
			t.Fatalf("the other process has another site at version %d (%v)", there.Version, err)
		}
	}
	l, err := s.Edit(ctx, "fennmoor", ann, version, price("dusk", "7"))
	if err != nil {
		t.Fatal(err)
	}
	n := count(t, address, "select count(*) from entity where version = $1", l.Version)
	if n != 1 {
		t.Errorf("an edit of a fact wrote %d entities", n)
	}
	fresh, err := store.Open(ctx, address, kinds.All(), store.Options{Key: testkit.Key})
	if err != nil {
		t.Fatal(err)
	}
	defer fresh.Close()
	if there, err := fresh.Load(ctx, "fennmoor"); err != nil || !reflect.DeepEqual(there.Tree, l.Tree) {
		t.Errorf("a fresh process has another site (%v)", err)
	}
}

// bytesOf are some bytes that stand for a picture, with their hash.
func bytesOf(seed uint64) ([]byte, string) {
	random := rand.New(rand.NewPCG(seed, 1))
	content := make([]byte, 2000)
	for i := range content {
		content[i] = byte(random.IntN(256))
	}
	sum := sha256.Sum256(content)
	return content, hex.EncodeToString(sum[:])
}

// Bytes stay while a document, a log or a release refers to them, and for a day after they came; then they go.
func TestSweep(t *testing.T) {
	_, address := shared.DemoStore(t)
	s, err := store.Open(t.Context(), address, kinds.All(), store.Options{Key: testkit.Key, LogEntries: 3})
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	ctx := t.Context()
	version := int64(0)
	edit := func(change document.Change) {
		t.Helper()
		l, err := s.Edit(ctx, "fennmoor", ann, version, change)
		if err != nil {
			t.Fatal(err)
		}
		version = l.Version
	}
	var hashes []string
	for i, name := range []string{"shown", "undone", "orphan"} {
		content, hash := bytesOf(uint64(i))
		hashes = append(hashes, hash)
		if err := s.Hold(ctx, hash, content); err != nil {
			t.Fatal(err)
		}
		if name != "orphan" {
			edit(document.AddPicture{Name: name, Picture: document.Picture{File: hash, Type: "image/png", Width: 4,
				Height: 4, Cells: make(document.Cells, 1024)}})
		}
	}
	isHeld := func(i int) bool { _, err := s.Held(ctx, hashes[i]); return err == nil }
	sweep := func() {
		t.Helper()
		if err := s.Maintain(ctx); err != nil {
			t.Fatal(err)
		}
	}
	sweep()
	if !isHeld(2) {
		t.Error("what has just come is swept")
	}
	age := func() { execute(t, address, "update blob set held_at = $1", time.Now().Add(-25*time.Hour)) }
	edit(document.RemovePicture{ID: "undone"})
	age()
	sweep()
	if !isHeld(0) || !isHeld(1) || isHeld(2) {
		t.Errorf("shown, in the log and orphaned are held: %v, %v, %v", isHeld(0), isHeld(1), isHeld(2))
	}
	if l, _, err := s.Undo(ctx, "fennmoor", ann); err != nil || document.PictureFile(l.Tree, "undone") != hashes[1] {
		t.Errorf("the removal undone: %v", err)
	} else {
		version = l.Version
	}
	edit(document.RemovePicture{ID: "undone"})
	for i := range 6 { // until the log has forgotten it
		edit(price("dusk", fmt.Sprint(20+i)))
	}
	sweep()
	if !isHeld(0) || isHeld(1) {
		t.Errorf("shown and forgotten are held: %v, %v", isHeld(0), isHeld(1))
	}
	if n := count(t, address, "select count(*) from entity where body is null"); n != 0 {
		t.Errorf("%d removed entities are left", n)
	}
	if err := s.RemoveSite(ctx, "fennmoor"); err != nil {
		t.Fatal(err)
	}
	sweep()
	if !isHeld(0) {
		t.Error("the picture of a site that can be brought back is swept")
	}
	if err := s.DeleteSite(ctx, "fennmoor"); err != nil {
		t.Fatal(err)
	}
	sweep()
	if isHeld(0) {
		t.Error("the picture of a deleted site is held")
	}
}

// An edit costs as much in a site of 8,000 records and 40 pictures as in the demo site.
func BenchmarkLargeSite(b *testing.B) {
	s, _ := shared.DemoStore(b)
	ctx := b.Context()
	if err := s.CreateSite(ctx, "large", testkit.LargeSite(b)); err != nil {
		b.Fatal(err)
	}
	versions := map[string]int64{}
	edit := func(site string) time.Duration {
		began := time.Now()
		l, err := s.Edit(ctx, site, ann, versions[site], price("dusk", fmt.Sprint(10+versions[site]%7)))
		if err != nil {
			b.Fatal(err)
		}
		versions[site] = l.Version
		return time.Since(began)
	}
	took := map[string][]time.Duration{}
	for b.Loop() {
		for _, site := range []string{"fennmoor", "large"} {
			took[site] = append(took[site], edit(site))
		}
	}
	for _, all := range took {
		slices.Sort(all)
	}
	b.ReportMetric(float64(middle(took["large"]))/float64(middle(took["fennmoor"])), "large/demo")
}
