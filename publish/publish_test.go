package publish_test

import (
	"bytes"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"fmt"
	"io"
	"math/rand/v2"
	"net/http"
	"net/http/httptest"
	"regexp"
	"strings"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"

	"rubrel/core/release"
	"rubrel/publish"
	"rubrel/standin/webhost"
	"rubrel/store"
	"rubrel/testkit"
)

// shared is the PostgreSQL of this package's tests.
var shared *testkit.Cluster

func TestMain(m *testing.M) { testkit.MainWithCluster(m, &shared) }

// flaky is a web host that can be killed after it has taken so many bytes: it cuts the connection and answers nobody
// until it is started again.
type flaky struct {
	*httptest.Server
	left atomic.Int64 // bytes that it still takes
	dead atomic.Bool
	cut  func() // what happens besides when the bytes are taken
}

const endless = 1 << 40

func startFlaky(t *testing.T) *flaky {
	t.Helper()
	f := &flaky{cut: func() {}}
	f.left.Store(endless)
	host := webhost.New(t.TempDir())
	f.Server = httptest.NewServer(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if f.dead.Load() {
			panic(http.ErrAbortHandler)
		}
		r.Body = io.NopCloser(metered{r.Body, f})
		host.ServeHTTP(w, r)
	}))
	t.Cleanup(f.Close)
	return f
}

// metered takes the host down in the middle of a body, or between two requests.
type metered struct {
	io.Reader
	f *flaky
}

func (m metered) Read(p []byte) (int, error) {
	n, err := m.Reader.Read(p[:min(len(p), 4<<10)])
	// A request without a body counts for a hundred bytes.
	if left := m.f.left.Add(-int64(max(n, 100))); left < 0 && left > -endless/2 {
		m.f.left.Store(endless)
		m.f.cut()
		return 0, errors.New("cut")
	}
	return n, err
}

func (f *flaky) target(site string) store.Host {
	return store.Host{URL: f.URL + "/dav/" + site, Public: f.URL + "/" + site, Username: webhost.Username,
		Password: webhost.Password}
}

// newRelease is three pages that share a style sheet and a large picture, all of one number.
func newRelease(n int) []release.File {
	random := rand.New(rand.NewPCG(uint64(n), 1))
	picture := make([]byte, 150<<10)
	for i := range picture {
		picture[i] = byte(random.Uint32())
	}
	sum := func(b []byte) string { h := sha256.Sum256(b); return hex.EncodeToString(h[:6]) }
	css := fmt.Appendf(nil, "/* release %d */%s", n, strings.Repeat("a{color:red}", 500))
	files := []release.File{
		{Path: "pictures/p." + sum(picture) + ".png", Type: "image/png", Bytes: picture},
		{Path: "style." + sum(css) + ".css", Type: "text/css", Bytes: css},
	}
	for _, name := range []string{"index", "about", "offers"} {
		page := fmt.Appendf(nil, `<!doctype html><title>%s %d</title><link rel="stylesheet" href="%s"><img src="%s">%s`,
			name, n, files[1].Path, files[0].Path, strings.Repeat("<p>text", 300))
		files = append(files, release.File{Path: name + ".html", Type: "text/html; charset=utf-8", Bytes: page})
	}
	return files
}

// get asks for a file as a visitor; 404 gives nothing.
func get(address string) ([]byte, error) {
	response, err := http.Get(address)
	if err != nil {
		return nil, err
	}
	defer response.Body.Close()
	if response.StatusCode == http.StatusNotFound {
		return nil, nil
	}
	if response.StatusCode != http.StatusOK {
		return nil, errors.New(response.Status)
	}
	return io.ReadAll(response.Body)
}

var reference = regexp.MustCompile(`(?:href|src)="([^"]+)"`)

// checkWhole loads a page with everything it refers to; all of it must be of one release, byte for byte. Files that a
// visitor cannot reach because the host is down are no fault.
func checkWhole(base, name string, releases map[string][]byte) error {
	page, err := get(base + "/" + name)
	if err != nil {
		return nil
	}
	if page == nil {
		return fmt.Errorf("%s is not there", name)
	}
	known := false
	for path, content := range releases {
		known = known || strings.HasSuffix(path, " "+name) && bytes.Equal(content, page)
	}
	if !known {
		return fmt.Errorf("%s is of no release: %.80q", name, page)
	}
	for _, found := range reference.FindAllSubmatch(page, -1) {
		path := string(found[1])
		content, err := get(base + "/" + path)
		if err != nil {
			continue
		}
		if want := releases["file "+path]; !bytes.Equal(content, want) {
			return fmt.Errorf("%s of %s has %d bytes of %d", path, name, len(content), len(want))
		}
	}
	return nil
}

// remember notes what a release holds, under its number for pages and under its name for what carries a hash.
func remember(releases map[string][]byte, n int, files []release.File) {
	for _, f := range files {
		key := "file " + f.Path
		if strings.HasSuffix(f.Path, ".html") {
			key = fmt.Sprintf("%d %s", n, f.Path)
		}
		releases[key] = f.Bytes
	}
}

// However an upload ends, every file that a visitor can reach is whole, and publishing again makes everything right:
// the host is killed, or the application, at 30 moments spread over the whole of an upload.
func TestCutUploads(t *testing.T) {
	random := rand.New(rand.NewPCG(11, 12))
	for i := range 30 {
		moment := random.Int64N(170 << 10)
		killHost := i%2 == 0
		t.Run(fmt.Sprintf("%d-host-%v", moment, killHost), func(t *testing.T) {
			t.Parallel()
			cutAt(t, moment, killHost)
		})
	}
}

func cutAt(t *testing.T, moment int64, killHost bool) {
	s, _ := shared.DemoStore(t)
	host := startFlaky(t)
	if err := s.SetHost(t.Context(), "fennmoor", host.target("fennmoor")); err != nil {
		t.Fatal(err)
	}
	app := &testkit.Application{Store: s}
	releases := map[string][]byte{}
	ask := func(n int) {
		t.Helper()
		files := newRelease(n)
		remember(releases, n, files)
		number, err := testkit.AddRelease(t.Context(), s, &store.Loaded{ID: "fennmoor", Version: int64(n)}, "", files)
		if err == nil {
			err = s.Publish(t.Context(), "fennmoor", "ann", number)
		}
		if err != nil {
			t.Fatal(err)
		}
	}
	ask(1)
	stop := run(s)
	app.Published(t, "fennmoor")
	base := host.URL + "/fennmoor"
	cut := make(chan struct{})
	host.cut = sync.OnceFunc(func() {
		if killHost {
			host.dead.Store(true)
		}
		close(cut)
	})
	host.left.Store(moment)
	ask(2)
	select {
	case <-cut:
	case <-time.After(20 * time.Second):
		t.Fatal("the upload was not cut")
	}
	if killHost {
		if p := app.Published(t, "fennmoor"); p.State != store.Failed {
			t.Errorf("with a dead host release 2 is %s", p.State)
		}
		host.dead.Store(false)
	}
	stop()
	for _, name := range []string{"index.html", "about.html", "offers.html"} {
		if err := checkWhole(base, name, releases); err != nil {
			t.Errorf("after the cut: %v", err)
		}
	}
	ask(3)
	stop = run(s)
	defer stop()
	if p := app.Published(t, "fennmoor"); p.State != store.Live || p.Number != 3 {
		t.Fatalf("publishing again: %s %s", p.State, p.Problem)
	}
	for _, f := range newRelease(3) {
		if content, err := get(base + "/" + f.Path); err != nil || !bytes.Equal(content, f.Bytes) {
			t.Errorf("%s is not as release 3 has it (%v)", f.Path, err)
		}
	}
}

// run publishes until it is stopped at once, as by a kill.
func run(s *store.Store) (stop func()) {
	return testkit.Run(&publish.Runner{Store: s, Patience: 5 * time.Millisecond, Grace: time.Nanosecond,
		Every: 50 * time.Millisecond})
}

// A reader that loads whole pages in a loop meets none that is of two releases, while several publish at once through
// two processes; and in the end all pages are of one release.
func TestReadersSeeWholeReleases(t *testing.T) {
	s, address := shared.DemoStore(t)
	other, err := store.Open(t.Context(), address, nil, store.Options{Key: testkit.Key})
	if err != nil {
		t.Fatal(err)
	}
	defer other.Close()
	host := startFlaky(t)
	if err := s.SetHost(t.Context(), "fennmoor", host.target("fennmoor")); err != nil {
		t.Fatal(err)
	}
	const count = 8
	releases := map[string][]byte{}
	for n := 1; n <= count; n++ {
		files := newRelease(n)
		remember(releases, n, files)
		made := &store.Loaded{ID: "fennmoor", Version: int64(n)}
		if _, err := testkit.AddRelease(t.Context(), s, made, "", files); err != nil {
			t.Fatal(err)
		}
	}
	for _, one := range []*store.Store{s, other} {
		stop := testkit.RunPublisher(t, one)
		defer stop()
	}
	app := &testkit.Application{Store: s}
	if err := s.Publish(t.Context(), "fennmoor", "ann", 1); err != nil {
		t.Fatal(err)
	}
	app.Published(t, "fennmoor")
	done := make(chan struct{})
	var read atomic.Int64
	var readers sync.WaitGroup
	for range 3 {
		readers.Go(func() {
			for {
				select {
				case <-done:
					return
				default:
				}
				for _, name := range []string{"index.html", "about.html", "offers.html"} {
					if err := checkWhole(host.URL+"/fennmoor", name, releases); err != nil {
						t.Error(err)
						return
					}
					read.Add(1)
				}
			}
		})
	}
	var asked sync.WaitGroup
	for n := 2; n <= count; n++ {
		asked.Go(func() {
			if err := []*store.Store{s, other}[n%2].Publish(t.Context(), "fennmoor", "ann", n); err != nil {
				t.Error(err)
			}
		})
	}
	asked.Wait()
	last := app.Published(t, "fennmoor")
	if last.State != store.Live {
		t.Errorf("the last release is %s: %s", last.State, last.Problem)
	}
	close(done)
	readers.Wait()
	if read.Load() < count {
		t.Errorf("only %d pages were read", read.Load())
	}
	live, err := s.Host(t.Context(), "fennmoor")
	if err != nil {
		t.Fatal(err)
	}
	for _, f := range newRelease(live.Live) {
		if content, err := get(host.URL + "/fennmoor/" + f.Path); err != nil || !bytes.Equal(content, f.Bytes) {
			t.Errorf("%s is not as the live release %d has it (%v)", f.Path, live.Live, err)
		}
	}
}

// What the database fails at ends no publication: it goes on when the database is well again.
func TestDatabaseFailsMeanwhile(t *testing.T) {
	s, address := shared.DemoStore(t)
	host := startFlaky(t)
	ctx := t.Context()
	if err := s.SetHost(ctx, "fennmoor", host.target("fennmoor")); err != nil {
		t.Fatal(err)
	}
	if _, err := testkit.AddRelease(ctx, s, &store.Loaded{ID: "fennmoor", Version: 0}, "", newRelease(1)); err != nil {
		t.Fatal(err)
	}
	connection, err := pgx.Connect(ctx, address)
	if err != nil {
		t.Fatal(err)
	}
	defer connection.Close(ctx)
	execute := func(sql string) {
		t.Helper()
		if _, err := connection.Exec(ctx, sql); err != nil {
			t.Fatal(err)
		}
	}
	execute("alter table host rename to host_away")
	if err := s.Publish(ctx, "fennmoor", "ann", 1); err != nil {
		t.Fatal(err)
	}
	runner := &publish.Runner{Store: s}
	stop := testkit.Run(runner)
	for state := store.Waiting; state == store.Waiting; { // it begins
		p, err := s.LastPublication(ctx, "fennmoor")
		if err != nil {
			t.Fatal(err)
		}
		state = p.State
	}
	stop() // and has met the failure when this returns
	if p, err := s.LastPublication(ctx, "fennmoor"); err != nil || p.Ended() {
		t.Errorf("while the database failed it became %s: %s (%v)", p.State, p.Problem, err)
	}
	execute("alter table host_away rename to host")
	defer testkit.Run(runner)()
	if p := (&testkit.Application{Store: s}).Published(t, "fennmoor"); p.State != store.Live {
		t.Errorf("afterwards it is %s: %s", p.State, p.Problem)
	}
}
