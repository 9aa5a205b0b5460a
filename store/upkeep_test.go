package store_test

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"reflect"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"

	"rubrel/core/document"
	"rubrel/core/release"
	"rubrel/kinds"
	"rubrel/store"
	"rubrel/testkit"
)

// execute runs SQL as nobody but an operator can.
func execute(t testing.TB, address, sql string, arguments ...any) {
	t.Helper()
	connection, err := pgx.Connect(t.Context(), address)
	if err != nil {
		t.Fatal(err)
	}
	defer connection.Close(context.Background())
	if _, err := connection.Exec(t.Context(), sql, arguments...); err != nil {
		t.Fatal(err)
	}
}

func count(t testing.TB, address, sql string, arguments ...any) (n int) {
	t.Helper()
	connection, err := pgx.Connect(t.Context(), address)
	if err != nil {
		t.Fatal(err)
	}
	defer connection.Close(context.Background())
	if err := connection.QueryRow(t.Context(), sql, arguments...).Scan(&n); err != nil {
		t.Fatal(err)
	}
	return n
}

// The log keeps as many entries as the operator says; what is left can be undone, releases and clashes stay, and an
// edit from before says that it is too old.
func TestLogIsBounded(t *testing.T) {
	_, address := shared.DemoStore(t)
	s, err := store.Open(t.Context(), address, kinds.All(), store.Options{Key: testkit.Key, LogEntries: 20})
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	ctx := t.Context()
	if _, err := testkit.AddRelease(ctx, s, &store.Loaded{ID: "fennmoor"}, "", []release.File{{Path: "index.html",
		Type: "text/html", Bytes: []byte("x")}}); err != nil {
		t.Fatal(err)
	}
	for version := range int64(60) {
		if _, err := s.Edit(ctx, "fennmoor", ann, version, price("dusk", fmt.Sprint(10+version))); err != nil {
			t.Fatal(err)
		}
	}
	if _, err := s.Edit(ctx, "fennmoor", ben, 30, price("dusk", "8")); !errors.As(err, new(*document.Clash)) {
		t.Fatalf("a clash: %v", err)
	}
	if err := s.Maintain(ctx); err != nil {
		t.Fatal(err)
	}
	if n := count(t, address, "select count(*) from change"); n != 20 {
		t.Errorf("%d entries are left, want 20", n)
	}
	if list, all, err := s.Clashes(ctx, "fennmoor", "memberships", 5); err != nil || all != 1 || len(list) != 1 {
		t.Errorf("clashes %v (%v)", list, err)
	}
	if list, err := s.Releases(ctx, "fennmoor"); err != nil || len(list) != 1 {
		t.Errorf("releases %v (%v)", list, err)
	}
	if _, err := s.Edit(ctx, "fennmoor", ben, 30, price("zenith", "8")); !errors.Is(err, store.ErrTooOld) {
		t.Errorf("an edit from before the log: %v", err)
	}
	if _, err := s.Edit(ctx, "fennmoor", ben, 45, price("zenith", "8")); err != nil {
		t.Errorf("an edit the log still knows about: %v", err)
	}
	undone := 0
	for {
		if _, _, err := s.Undo(ctx, "fennmoor", ann); err != nil {
			break
		}
		undone++
	}
	if undone != 20 {
		t.Errorf("%d edits were undone, want the 20 that are left", undone)
	}
}

// After about a thousand moves to the front a record still moves: keys are evened out in the same change, and one undo
// takes it back.
func TestAThousandMoves(t *testing.T) {
	s, _ := shared.DemoStore(t)
	ctx := t.Context()
	l, err := s.Load(ctx, "fennmoor")
	if err != nil {
		t.Fatal(err)
	}
	tree, site := l.Tree, l.Site
	for i := range 1200 {
		for _, change := range []document.Change{document.MoveRecord{Set: "memberships", Record: []string{"zenith",
			"meridian", "dusk"}[i%3]}, document.MoveItem{Set: "memberships", Axis: "features", Item: []string{"remote",
			"guest-passes"}[i%2]}} {
			before := site
			result, err := document.Apply(tree, site, change)
			if err != nil {
				t.Fatalf("move %d: %v", i, err)
			}
			back, stands, err := document.Revert(result.Tree, result.Site, result.Patch, result.Inverse, "", nil)
			if err != nil || stands != nil || !reflect.DeepEqual(back.Tree, tree) {
				t.Fatalf("move %d is not taken back: %v, %v", i, err, stands)
			}
			tree, site = result.Tree, result.Site
			set, _ := site.SetByID("memberships")
			if was, _ := before.SetByID("memberships"); len(set.Records) != len(was.Records) {
				t.Fatalf("move %d lost a record", i)
			}
		}
		set, _ := site.SetByID("memberships")
		if want := []string{"zenith", "meridian", "dusk"}[i%3]; set.Records[0].ID != want {
			t.Fatalf("after move %d %s is first, want %s", i, set.Records[0].ID, want)
		}
	}
}

// Clashes that nobody settles are bounded, an edit beyond is refused in words, and all are settled together.
func TestClashesAreBounded(t *testing.T) {
	s, _ := shared.DemoStore(t)
	ctx := t.Context()
	if _, err := s.Edit(ctx, "fennmoor", ann, 0, price("dusk", "10")); err != nil {
		t.Fatal(err)
	}
	kept := 0
	for i := range 110 {
		_, err := s.Edit(ctx, "fennmoor", ben, 0, price("dusk", fmt.Sprint(20+i)))
		switch {
		case errors.As(err, new(*document.Clash)):
			kept++
		case !errors.Is(err, store.ErrManyClashes):
			t.Fatal(err)
		}
	}
	list, all, err := s.Clashes(ctx, "fennmoor", "memberships", 5)
	if err != nil || len(list) != 5 || all != kept || kept != 100 {
		t.Errorf("%d of %d clashes are listed, %d were kept (%v)", len(list), all, kept, err)
	}
	l, err := s.SettleAll(ctx, "fennmoor", ben, true)
	if err != nil || shown(t, l, "dusk") != "119" {
		t.Errorf("all settled for mine: %s (%v)", shown(t, l, "dusk"), err)
	}
	if _, all, err = s.Clashes(ctx, "fennmoor", "memberships", 5); err != nil || all != 0 {
		t.Errorf("%d are left (%v)", all, err)
	}
}

// A password is in the database as nobody can read it who has not the key; moved to another row it opens no more; one
// that was written before there was a key is sealed at the next start.
func TestPasswordsAreSealed(t *testing.T) {
	s, address := shared.DemoStore(t)
	ctx := t.Context()
	host := store.Host{URL: "https://host.test/dav", Public: "https://host.test", Username: "u", Password: "open sesame"}
	if err := s.SetHost(ctx, "fennmoor", host); err != nil {
		t.Fatal(err)
	}
	if n := count(t, address, "select count(*) from host where host::text like '%sesame%' or encode(sealed, 'escape') "+
		"like '%sesame%'"); n != 0 {
		t.Error("the password can be read in the database")
	}
	if kept, err := s.Credentials(ctx, "fennmoor"); err != nil || kept.Password != host.Password {
		t.Errorf("it opens as %q (%v)", kept.Password, err)
	}
	if shown, err := s.Host(ctx, "fennmoor"); err != nil || shown.Password != "" || !shown.HasPassword {
		t.Errorf("a page gets %+v (%v)", shown, err)
	}
	execute(t, address, "update host set url = 'https://elsewhere.test/dav'")
	if _, err := s.Credentials(ctx, "fennmoor"); err == nil {
		t.Error("it opens for another server")
	}
	execute(t, address, "update host set url = 'https://host.test/dav', password = 'from before', sealed = null")
	again, err := store.Open(ctx, address, kinds.All(), store.Options{Key: testkit.Key})
	if err != nil {
		t.Fatal(err)
	}
	defer again.Close()
	if kept, err := again.Credentials(ctx, "fennmoor"); err != nil || kept.Password != "from before" ||
		count(t, address, "select count(*) from host where password <> ''") != 0 {
		t.Errorf("one from before: %q (%v)", kept.Password, err)
	}
	none, err := store.Open(ctx, address, kinds.All(), store.Options{})
	if err != nil {
		t.Fatal(err)
	}
	defer none.Close()
	if err := none.SetHost(ctx, "fennmoor", host); !errors.Is(err, store.ErrNoKey) {
		t.Errorf("without a key: %v", err)
	}
	other, err := store.Open(ctx, address, kinds.All(), store.Options{Key: store.NewKey()})
	if err != nil {
		t.Fatal(err)
	}
	defer other.Close()
	same := store.Host{URL: host.URL, Public: host.Public, Username: "another"}
	if err := other.SetHost(ctx, "fennmoor", same); !errors.Is(err, store.ErrOtherKey) {
		t.Errorf("a password that does not open is kept or lost: %v", err)
	}
	if kept, err := again.Credentials(ctx, "fennmoor"); err != nil || kept.Password != "from before" ||
		kept.Username != "u" {
		t.Errorf("a host that was refused is kept as %+v (%v)", kept, err)
	}
	if _, err := store.Open(ctx, address, kinds.All(), store.Options{Key: []byte("short")}); err == nil {
		t.Error("a short key is taken")
	}
}

func TestNewerSchemaIsRefused(t *testing.T) {
	_, address := shared.DemoStore(t)
	execute(t, address, "insert into migration (name) values ('migrations/999_future.sql')")
	if _, err := store.Open(t.Context(), address, kinds.All(), store.Options{}); !errors.Is(err, store.ErrNewerSchema) {
		t.Errorf("a schema of the future: %v", err)
	}
}

// Read-only, everything can be looked at and nothing changed, not even by maintenance.
func TestReadOnly(t *testing.T) {
	writable, address := shared.DemoStore(t)
	s, err := store.Open(t.Context(), address, kinds.All(), store.Options{ReadOnly: true})
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	ctx := t.Context()
	if _, err := s.Load(ctx, "fennmoor"); err != nil {
		t.Error(err)
	}
	for name, act := range map[string]func() error{
		"an edit":   func() error { _, err := s.Edit(ctx, "fennmoor", ann, 0, price("dusk", "1")); return err },
		"a removal": func() error { return s.RemoveSite(ctx, "fennmoor") },
		"a release": func() error {
			_, err := testkit.AddRelease(ctx, s, &store.Loaded{ID: "fennmoor", Version: 0}, "", nil)
			return err
		},
	} {
		if err := act(); !errors.Is(store.Reason(err), store.ErrReadOnly) {
			t.Errorf("%s: %v", name, err)
		}
	}
	if err := s.Maintain(ctx); err != nil {
		t.Error(err)
	}
	if l, err := writable.Load(ctx, "fennmoor"); err != nil || l.Version != 0 {
		t.Errorf("version %v (%v)", l.Version, err)
	}
}

// A backup holds everything; restored into an empty database the next edit, undo, release and clash go on as before.
func TestBackupAndRestore(t *testing.T) {
	s, address := shared.DemoStore(t)
	ctx := t.Context()
	for version := range int64(3) {
		if _, err := s.Edit(ctx, "fennmoor", ann, version, price("dusk", fmt.Sprint(10+version))); err != nil {
			t.Fatal(err)
		}
	}
	if _, err := s.Edit(ctx, "fennmoor", ben, 0, price("dusk", "8")); !errors.As(err, new(*document.Clash)) {
		t.Fatal(err)
	}
	awkward := []byte("tabs\tand\nlines\\ and \x00 bytes\xff")
	third := &store.Loaded{ID: "fennmoor", Version: 3}
	if _, err := testkit.AddRelease(ctx, s, third, "first\tnote", []release.File{{Path: "index.html", Type: "text/html",
		Bytes: awkward}}); err != nil {
		t.Fatal(err)
	}
	if err := s.SetHost(ctx, "fennmoor", store.Host{URL: "https://host.test/dav", Public: "https://host.test",
		Password: "secret"}); err != nil {
		t.Fatal(err)
	}
	var archive bytes.Buffer
	if err := s.Backup(ctx, &archive, time.Now()); err != nil {
		t.Fatal(err)
	}
	if err := s.Restore(ctx, bytes.NewReader(archive.Bytes())); !errors.Is(err, store.ErrNotEmpty) {
		t.Errorf("restoring over what is there: %v", err)
	}
	empty, other := shared.Store(t)
	for _, cut := range []int{0, 100, archive.Len() / 2} {
		if err := empty.Restore(ctx, bytes.NewReader(archive.Bytes()[:cut])); err == nil {
			t.Errorf("a backup cut at %d is restored", cut)
		}
	}
	if err := empty.Restore(ctx, bytes.NewReader(archive.Bytes())); err != nil {
		t.Fatal(err)
	}
	for _, table := range []string{"site", "blob", "change", "clash", "release", "release_file", "host"} {
		sum := "select coalesce(sum(hashtext(" + table + "::text)), 0)::int8 % 1000000007 from " + table
		if a, b := count(t, address, sum), count(t, other, sum); a != b {
			t.Errorf("the table %s differs", table)
		}
	}
	l, walked, err := empty.Undo(ctx, "fennmoor", ann)
	if err != nil || shown(t, l, "dusk") != "11" || !strings.Contains(walked.Label, "Dusk") {
		t.Errorf("undo afterwards: %v (%v)", walked, err)
	}
	files, err := empty.ReleaseFiles(ctx, "fennmoor", 1)
	if err != nil || !bytes.Equal(files[0].Bytes, awkward) {
		t.Errorf("the release: %v (%v)", files, err)
	}
	if kept, err := empty.Credentials(ctx, "fennmoor"); err != nil || kept.Password != "secret" {
		t.Errorf("the password: %v", err)
	}
	if number, err := testkit.AddRelease(ctx, empty, &store.Loaded{ID: "fennmoor", Version: 4}, "", files); err != nil ||
		number != 2 {
		t.Errorf("the next release: %d (%v)", number, err)
	}
}

// An edit with a key, and undo, with 20,000 entries in the log beside those with 200: before PostgreSQL has counted
// them, and after.
func BenchmarkLogOfTwentyThousand(b *testing.B) {
	s, address := shared.DemoStore(b)
	version := int64(0)
	edit := func() time.Duration {
		by := ann
		by.Key = fmt.Sprint("edit ", version)
		began := time.Now()
		l, err := s.Edit(b.Context(), "fennmoor", by, version, price("dusk", fmt.Sprint(10+version%7)))
		if err != nil {
			b.Fatal(err)
		}
		version = l.Version
		return time.Since(began)
	}
	back := func() time.Duration {
		edit()
		began := time.Now()
		l, _, err := s.Undo(b.Context(), "fennmoor", ann)
		if err != nil {
			b.Fatal(err)
		}
		version = l.Version
		return time.Since(began)
	}
	median := func(of func() time.Duration) float64 {
		var took []time.Duration
		for range 80 {
			took = append(took, of())
		}
		return float64(middle(took))
	}
	fill := func(entries int) {
		execute(b, address, `insert into change (site, version, actor, tab, scope, label, act, state, patch, inverse, key)
			select 'fennmoor', $1 + n, 'bo', 'b', 'memberships', 'x', 'edit', 'done', '[]', '[]', 'key ' || $1 + n
			from generate_series(1, $2) n`, version, entries)
		execute(b, address, "update site set version = version + $1", entries)
		version += int64(entries)
	}
	fill(200)
	shortEdit, shortUndo := median(edit), median(back)
	fill(20_000)
	longEdit, longUndo := median(edit), median(back)
	execute(b, address, "analyze")
	for b.Loop() {
		edit()
	}
	b.ReportMetric(longEdit/shortEdit, "edit-20000/200")
	b.ReportMetric(longUndo/shortUndo, "undo-20000/200")
	b.ReportMetric(median(edit)/shortEdit, "analysed-edit-20000/200")
	b.ReportMetric(median(back)/shortUndo, "analysed-undo-20000/200")
}

// An edit and the bench's look at the log cost as much with 200,000 entries of one browser as with none.
func BenchmarkLongLog(b *testing.B) {
	s, address := shared.DemoStore(b)
	ctx := b.Context()
	version := int64(0)
	edit := func() time.Duration {
		began := time.Now()
		by := ann
		by.Key = fmt.Sprint("edit ", version)
		l, err := s.Edit(ctx, "fennmoor", by, version, price("dusk", fmt.Sprint(10+version%7)))
		if err != nil {
			b.Fatal(err)
		}
		if _, err := s.History(ctx, "fennmoor", ann); err != nil {
			b.Fatal(err)
		}
		version = l.Version
		return time.Since(began)
	}
	median := func() time.Duration {
		var took []time.Duration
		for range 60 {
			took = append(took, edit())
		}
		return middle(took)
	}
	short := median()
	execute(b, address, `insert into change (site, version, actor, tab, scope, label, act, state, patch, inverse)
		select 'fennmoor', $1 + n, 'ann', 'a', 'memberships', 'x', 'edit',
			case n % 3 when 0 then 'done' when 1 then 'undone' else 'forgotten' end, '[]', '[]'
		from generate_series(1, 200000) n`, version)
	execute(b, address, "update site set version = version + 200000")
	execute(b, address, "update change set state = 'forgotten' where state = 'undone'")
	version += 200000
	edit() // the first one forgets what was undone
	long := median()
	for b.Loop() {
		edit()
	}
	b.ReportMetric(float64(long)/float64(short), "long/short")
	began := time.Now()
	if err := s.Maintain(ctx); err != nil {
		b.Fatal(err)
	}
	b.ReportMetric(time.Since(began).Seconds(), "prune-s")
	b.ReportMetric(float64(count(b, address, "select count(*) from change")), "entries-left")
}

func middle(took []time.Duration) time.Duration {
	slices.Sort(took)
	return took[len(took)/2]
}
