package store_test

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"reflect"
	"strings"
	"sync"
	"testing"
	"time"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/release"
	"rubrel/kinds"
	"rubrel/store"
	"rubrel/store/cluster"
	"rubrel/testkit"
)

var shared *testkit.Cluster

func TestMain(m *testing.M) { testkit.MainWithCluster(m, &shared) }

func price(record, text string) document.Change {
	return document.SetFact{Set: "memberships", Record: record, Key: "price:month:eur", Text: text}
}

func shown(t testing.TB, l *store.Loaded, record string) string {
	t.Helper()
	set, _ := l.Site.SetByID("memberships")
	r, ok := set.RecordByID(record)
	if !ok {
		return "gone"
	}
	return kind.Text(r.Facts, "price:month:eur")
}

var ann = store.Author{Actor: "ann", Tab: "a", Scope: "memberships"}
var ben = store.Author{Actor: "ben", Tab: "b", Scope: "memberships"}

func TestEditUndoRedo(t *testing.T) {
	s, _ := shared.DemoStore(t)
	ctx := t.Context()
	var trees []any
	l, err := s.Load(ctx, "fennmoor")
	if err != nil {
		t.Fatal(err)
	}
	trees = append(trees, l.Tree)
	for _, text := range []string{"10", "11", "12"} {
		if l, err = s.Edit(ctx, "fennmoor", ann, l.Version, price("dusk", text)); err != nil {
			t.Fatal(err)
		}
		trees = append(trees, l.Tree)
	}
	for i := 2; i >= 0; i-- {
		l, _, err = s.Undo(ctx, "fennmoor", ann)
		if err != nil || !reflect.DeepEqual(l.Tree, trees[i]) {
			t.Fatalf("undo to %d: %v", i, err)
		}
	}
	if _, _, err := s.Undo(ctx, "fennmoor", ann); !errors.Is(err, store.ErrNothingToUndo) {
		t.Errorf("undo before the first edit: %v", err)
	}
	for i := 1; i <= 2; i++ {
		l, walked, err := s.Redo(ctx, "fennmoor", ann)
		if err != nil || !reflect.DeepEqual(l.Tree, trees[i]) || walked.Label == "" || walked.Stands != "" {
			t.Fatalf("redo to %d: %v", i, err)
		}
	}
	h, err := s.History(ctx, "fennmoor", ann)
	if err != nil || h.Undo == "" || h.Redo == "" {
		t.Errorf("history %+v (%v)", h, err)
	}
	// A new edit ends what could be redone; undo goes on below it.
	if l, err = s.Edit(ctx, "fennmoor", ann, l.Version+10, price("zenith", "50")); err != nil {
		t.Fatal(err)
	}
	if _, _, err := s.Redo(ctx, "fennmoor", ann); !errors.Is(err, store.ErrNothingToRedo) {
		t.Errorf("redo after an edit: %v", err)
	}
	for range 3 {
		if l, _, err = s.Undo(ctx, "fennmoor", ann); err != nil {
			t.Fatal(err)
		}
	}
	if !reflect.DeepEqual(l.Tree, trees[0]) {
		t.Error("undo does not end at the first document")
	}
	// The log holds an entry for each of the eleven.
	if l.Version != 12 {
		t.Errorf("version %d, want 12", l.Version)
	}
}

// Edits to different places both survive; an edit to the same place is kept as a clash, and either value can be taken.
func TestClash(t *testing.T) {
	s, address := shared.DemoStore(t)
	other, err := store.Open(t.Context(), address, kinds.All(), store.Options{Key: testkit.Key}) // a second process
	if err != nil {
		t.Fatal(err)
	}
	defer other.Close()
	ctx := t.Context()
	if _, err := s.Edit(ctx, "fennmoor", ann, 0, price("dusk", "10")); err != nil {
		t.Fatal(err)
	}
	l, err := other.Edit(ctx, "fennmoor", ben, 0, price("zenith", "50"))
	if err != nil {
		t.Fatal(err)
	}
	if shown(t, l, "dusk") != "10" || shown(t, l, "zenith") != "50" {
		t.Errorf("one of two edits is lost: %s and %s", shown(t, l, "dusk"), shown(t, l, "zenith"))
	}
	var clash *document.Clash
	if _, err := other.Edit(ctx, "fennmoor", ben, 0, price("dusk", "8")); !errors.As(err, &clash) {
		t.Fatalf("an edit over another's: %v", err)
	}
	waiting, _, err := s.Clashes(ctx, "fennmoor", "memberships", 5)
	if err != nil || len(waiting) != 1 || waiting[0].Mine == "" || waiting[0].Theirs == "" ||
		waiting[0].Mine == waiting[0].Theirs {
		t.Fatalf("clashes %+v (%v)", waiting, err)
	}
	if l, err = s.Settle(ctx, "fennmoor", ben, waiting[0].ID, true); err != nil || shown(t, l, "dusk") != "8" {
		t.Errorf("settled for mine: %v", err)
	}
	if _, err := s.Settle(ctx, "fennmoor", ben, waiting[0].ID, true); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("settled twice: %v", err)
	}
	if _, err := other.Edit(ctx, "fennmoor", ben, 0, price("dusk", "7")); !errors.As(err, &clash) {
		t.Fatalf("another clash: %v", err)
	}
	if waiting, _, err = s.Clashes(ctx, "fennmoor", "memberships", 5); err != nil || len(waiting) != 1 {
		t.Fatalf("clashes %+v (%v)", waiting, err)
	}
	if l, err = s.Settle(ctx, "fennmoor", ben, waiting[0].ID, false); err != nil || shown(t, l, "dusk") != "8" {
		t.Errorf("settled for theirs: %v", err)
	}
	// Ann's undo finds that Ben has changed her place, takes nothing from him, says so in words, and is not stuck
	// there.
	var stands *document.Stands
	l, _, err = s.Undo(ctx, "fennmoor", ann)
	if !errors.As(err, &stands) || shown(t, l, "dusk") != "8" || !strings.Contains(stands.Error(),
		"price month eur of Dusk") || strings.ContainsAny(stands.Error(), "{}") {
		t.Errorf("undo over another's edit: %v", err)
	}
	if _, _, err := s.Undo(ctx, "fennmoor", ann); !errors.Is(err, store.ErrNothingToUndo) {
		t.Errorf("undo after that: %v", err)
	}
}

// Many authors edit at once: no edit is lost and versions are dense.
func TestConcurrentEdits(t *testing.T) {
	s, _ := shared.DemoStore(t)
	var group sync.WaitGroup
	for i := range 8 {
		group.Add(1)
		go func() {
			defer group.Done()
			by := store.Author{Actor: fmt.Sprint(i), Tab: fmt.Sprint(i), Scope: "memberships"}
			if _, err := s.Edit(context.Background(), "fennmoor", by, 0, document.AddRecord{Set: "memberships",
				After: "dusk"}); err != nil {
				t.Error(err)
			}
		}()
	}
	group.Wait()
	l, err := s.Load(t.Context(), "fennmoor")
	if err != nil {
		t.Fatal(err)
	}
	if set, _ := l.Site.SetByID("memberships"); len(set.Records) != 11 || l.Version != 8 {
		t.Errorf("%d plans at version %d, want 11 at 8", len(set.Records), l.Version)
	}
}

// A change made through one process is heard in another.
func TestChangesAreHeard(t *testing.T) {
	s, address := shared.DemoStore(t)
	other, err := store.Open(t.Context(), address, kinds.All(), store.Options{Key: testkit.Key})
	if err != nil {
		t.Fatal(err)
	}
	defer other.Close()
	changes, end := other.Changes("fennmoor")
	defer end()
	deadline := time.After(10 * time.Second)
	for version := int64(0); ; version++ {
		if _, err := s.Edit(t.Context(), "fennmoor", ann, version, price("dusk", fmt.Sprint(version+20))); err != nil {
			t.Fatal(err)
		}
		select {
		case <-changes:
			return
		case <-deadline:
			t.Fatal("nothing was heard")
		case <-time.After(200 * time.Millisecond): // the listener may not have been there for the first
		}
	}
}

func TestSites(t *testing.T) {
	s, _ := shared.DemoStore(t)
	tree, _, err := document.New("Saltline", "en", "slipway", kinds.All())
	_ = tree
	if err != nil {
		t.Fatal(err)
	}
	if err := s.CreateSite(t.Context(), "fennmoor", tree); !errors.Is(err, store.ErrTaken) {
		t.Errorf("a taken name: %v", err)
	}
	if err := s.CreateSite(t.Context(), "No ID", tree); err == nil {
		t.Error("a name that is no ID was taken")
	}
	if _, err := s.Load(t.Context(), "nowhere"); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("a missing site: %v", err)
	}
	list, more, err := s.Sites(t.Context(), "", 0)
	if err != nil || more || len(list) != 1 || list[0].Name != "Fennmoor Observatory" || list[0].Blocks == 0 {
		t.Errorf("sites %+v (%v)", list, err)
	}
}

// Releases are numbered in order and never change; equal files are kept once.
func TestReleases(t *testing.T) {
	s, _ := shared.DemoStore(t)
	files := []release.File{{Path: "index.html", Type: "text/html", Bytes: []byte("one")},
		{Path: "a.css", Type: "text/css", Bytes: []byte("css")}}
	for want := 1; want <= 3; want++ {
		files[0].Bytes = fmt.Appendf(nil, "page %d", want)
		number, err := testkit.AddRelease(t.Context(), s, &store.Loaded{ID: "fennmoor", Version: int64(want)}, "note", files)
		if err != nil || number != want {
			t.Fatalf("release %d (%v), want %d", number, err, want)
		}
	}
	first, err := s.ReleaseFiles(t.Context(), "fennmoor", 1)
	if err != nil || len(first) != 2 || first[1].Path != "index.html" || !bytes.Equal(first[1].Bytes, []byte("page 1")) {
		t.Errorf("release 1: %v (%v); pages come last", first, err)
	}
	list, err := s.Releases(t.Context(), "fennmoor")
	if err != nil || len(list) != 3 || list[0].Number != 3 || list[0].Files != 2 {
		t.Errorf("releases %+v (%v)", list, err)
	}
	if _, err := s.ReleaseFiles(t.Context(), "fennmoor", 9); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("a missing release: %v", err)
	}
}

// After the database is killed without warning, it starts again and holds every edit that was answered.
func TestNoSavedEditIsLost(t *testing.T) {
	c, err := testkit.StartCluster(cluster.Options{})
	if err != nil {
		t.Fatal(err)
	}
	defer c.Remove()
	s, _ := c.DemoStore(t)
	var last *store.Loaded
	for version := range int64(20) {
		if last, err = s.Edit(t.Context(), "fennmoor", ann, version, price("dusk", fmt.Sprint(100+version))); err != nil {
			t.Fatal(err)
		}
	}
	if err := c.Kill(); err != nil {
		t.Fatal(err)
	}
	address, err := c.Restart(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	again, err := store.Open(t.Context(), address, kinds.All(), store.Options{Key: testkit.Key})
	if err != nil {
		t.Fatal(err)
	}
	defer again.Close()
	l, err := again.Load(t.Context(), "fennmoor")
	if err != nil || l.Version != last.Version || !reflect.DeepEqual(l.Tree, last.Tree) {
		t.Errorf("after the kill: version %d (%v), want %d", l.Version, err, last.Version)
	}
}

// An edit with real durability: load, decode, apply, check, write document and log entry, commit.
func BenchmarkEdit(b *testing.B) {
	c, err := testkit.StartCluster(cluster.Options{})
	if err != nil {
		b.Fatal(err)
	}
	defer c.Remove()
	s, _ := c.DemoStore(b)
	var took []time.Duration
	for i := 0; b.Loop(); i++ {
		start := time.Now()
		if _, err := s.Edit(b.Context(), "fennmoor", ann, int64(i), price("dusk", fmt.Sprint(i+1))); err != nil {
			b.Fatal(err)
		}
		took = append(took, time.Since(start))
	}
	testkit.ReportP95(b, took)
}
