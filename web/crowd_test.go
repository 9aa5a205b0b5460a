package web_test

import (
	"bufio"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"net/http/httptest"
	"net/url"
	"slices"
	"strconv"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/chromedp/chromedp/kb"
	"github.com/go-chi/chi/v5"

	"rubrel/store/cluster"
	"rubrel/testkit"
	"rubrel/testkit/chromium"
)

// change is what a stream tells.
type change struct {
	Site    string
	Version int64
	Wait    int64
}

// listen opens a stream and passes on what it tells, until the context ends.
func listen(ctx context.Context, address string, hear func(change)) error {
	request, err := http.NewRequestWithContext(ctx, http.MethodGet, address, nil)
	if err != nil {
		return err
	}
	response, err := http.DefaultClient.Do(request)
	if err != nil {
		return err
	}
	defer response.Body.Close()
	if response.StatusCode != http.StatusOK {
		return fmt.Errorf("the stream answers %s", response.Status)
	}
	lines := bufio.NewScanner(response.Body)
	for lines.Scan() {
		if data, ok := strings.CutPrefix(lines.Text(), "data: {"); ok {
			var c change
			if err := json.Unmarshal([]byte("{"+data), &c); err != nil {
				return err
			}
			hear(c)
		}
	}
	return lines.Err()
}

// One stream tells of several sites: where each is at first, and then each change.
func TestEvents(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	post(t, app.URL+"/sites", url.Values{"name": {"Other"}}, nil)
	ctx, cancel := context.WithCancel(t.Context())
	defer cancel()
	heard := make(chan change, 10)
	go func() {
		_ = listen(ctx, app.URL+"/events?sites=fennmoor,other,nowhere", func(c change) { heard <- c })
	}()
	expect := func(want ...change) {
		t.Helper()
		for range want {
			select {
			case c := <-heard:
				if c.Wait < 0 || c.Wait > 1500 {
					t.Errorf("a page is to wait %d ms", c.Wait)
				}
				c.Wait = 0
				if !slices.Contains(want, c) {
					t.Errorf("heard %+v, want one of %+v", c, want)
				}
			case <-time.After(10 * time.Second):
				t.Fatalf("not heard: %+v", want)
			}
		}
	}
	expect(change{Site: "fennmoor"}, change{Site: "other"})
	post(t, app.URL+benchPath+"/edit", edit("act", "add"), nil)
	expect(change{Site: "fennmoor", Version: 1})
	post(t, app.URL+"/sites/other/rename", edit("name", "Another"), nil)
	expect(change{Site: "other", Version: 1})
	if status, _ := fetch(t, app.URL+"/events?sites="+strings.Repeat("a,", 60)); status != http.StatusBadRequest {
		t.Errorf("sixty sites: %d", status)
	}
}

// Eight tabs of one browser show one block: each still saves, and all hear of it. HTTP/1.1 allows a browser six
// connections to a server.
func TestEightTabsOfOneBrowser(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	first := chromium.Launch(t, 1280, 800)
	tabs := []*chromium.Browser{first}
	for range 7 {
		tabs = append(tabs, first.Tab(1280, 800))
	}
	for _, b := range tabs {
		b.Open(app.URL + benchPath + "/")
		b.Await("document.querySelector('.cur')")
	}
	last := tabs[len(tabs)-1]
	last.Click(cell("fact/dusk/price:month:eur"))
	last.Press("12.50", kb.Enter)
	last.Await("document.getElementById('saved').textContent === 'saved'")
	shown(last, "fact/dusk/price:month:eur", "12.50")
	for _, b := range tabs[:2] {
		b.Front()
		shown(b, "fact/dusk/price:month:eur", "12.50")
	}
}

// abandoned has every route begin what it waits for, a database that hangs, and end when the client leaves.
func abandoned(t *testing.T, app *testkit.Application) {
	t.Helper()
	form := url.Values{"version": {"0"}, "tab": {"t"}, "act": {"add"}, "kind": {"pricing"}, "name": {"x"}, "text": {
		"Plan,Price a month\nA,1\nB,2\n"}}
	routes := 0
	err := chi.Walk(app.Handler.(chi.Routes), func(method, route string, _ http.Handler,
		_ ...func(http.Handler) http.Handler) error {
		routes++
		ctx, leave := context.WithCancel(t.Context())
		defer leave()
		r := httptest.NewRequestWithContext(ctx, method, filled(route, "", ""), strings.NewReader(form.Encode()))
		r.Host = "127.0.0.1"
		r.Header.Set("Content-Type", "application/x-www-form-urlencoded")
		done := make(chan struct{})
		go func() {
			app.Handler.ServeHTTP(httptest.NewRecorder(), r)
			close(done)
		}()
		time.AfterFunc(20*time.Millisecond, leave)
		select {
		case <-done:
		case <-time.After(3 * time.Second):
			t.Errorf("%s %s: it works on after the client has left", method, route)
		}
		return nil
	})
	if err != nil || routes < 50 {
		t.Errorf("%d routes were tried (%v)", routes, err)
	}
}

// A database that is down, and one that hangs, are told from each other by nobody: pages answer 503 in words, and the
// check of health in two seconds. Work ends when its client leaves.
func TestDatabaseAway(t *testing.T) {
	c, err := testkit.StartCluster(cluster.Options{Forgetful: true})
	if err != nil {
		t.Fatal(err)
	}
	defer c.Remove()
	app := c.Start(t)
	health := func() (int, time.Duration) {
		began := time.Now()
		status, _ := fetch(t, app.URL+"/healthz")
		return status, time.Since(began)
	}
	if status, _ := health(); status != http.StatusOK {
		t.Fatalf("healthy: %d", status)
	}
	resume, err := c.Suspend()
	if err != nil {
		t.Fatal(err)
	}
	status, took := health()
	abandoned(t, app)
	resume()
	if status != http.StatusServiceUnavailable || took > 2*time.Second {
		t.Errorf("with a database that hangs: %d after %v", status, took)
	}
	if status, _ := health(); status != http.StatusOK {
		t.Errorf("when it goes on: %d", status)
	}
	if err := c.Kill(); err != nil {
		t.Fatal(err)
	}
	if status, took := health(); status != http.StatusServiceUnavailable || took > 2*time.Second {
		t.Errorf("with a database that is down: %d after %v", status, took)
	}
	for _, path := range []string{"/", "/sites/fennmoor/", benchPath + "/"} {
		if status, body := fetch(t, app.URL+path); status != http.StatusServiceUnavailable || !strings.Contains(body,
			"database does not answer") {
			t.Errorf("%s: %d", path, status)
		}
	}
	if _, err := c.Restart(t.Context()); err != nil {
		t.Fatal(err)
	}
}

// Two hundred pages show one block, and each looks again when it hears of an edit: how long edits take meanwhile.
func BenchmarkTwoHundredTabs(b *testing.B) {
	app := shared.Start(b)
	ctx, cancel := context.WithCancel(b.Context())
	var group sync.WaitGroup
	defer group.Wait()
	defer cancel()
	client := &http.Client{Transport: &http.Transport{MaxIdleConnsPerHost: 300}}
	var ready sync.WaitGroup
	opened := viewOf(b, app.URL+benchPath+"/")
	for i := range 200 {
		ready.Add(1)
		view, version := opened, "0"
		once := sync.OnceFunc(ready.Done)
		group.Go(func() {
			_ = listen(ctx, app.URL+"/events?sites=fennmoor", func(c change) {
				once()
				select {
				case <-ctx.Done():
					return
				case <-time.After(time.Duration(c.Wait) * time.Millisecond):
				}
				asked := url.Values{"part": {"card"}, "width": {"wide"}, "tab": {"t" + strconv.Itoa(i)}, "view": {view},
					"drawn": {version}}
				request, err := http.NewRequestWithContext(ctx, http.MethodGet, app.URL+benchPath+"/live?"+asked.Encode(), nil)
				if err != nil {
					return
				}
				if response, err := client.Do(request); err == nil {
					body, _ := io.ReadAll(response.Body)
					response.Body.Close()
					view, version = between(string(body), `"data-view":"`, `"`), between(string(body), `data-version="`, `"`)
				}
			})
		})
	}
	ready.Wait()
	d := &desk{bench: "fennmoor/blocks/memberships", cell: "fact/dusk/price:month:eur", view: opened}
	for b.Loop() {
		d.edit(b, app.URL)
	}
	testkit.ReportP95(b, d.took)
}

// Publishing belongs to the server: a page that is closed right after it asked does not stop it.
func TestPublishingOutlivesThePage(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	for range 5 {
		ctx, cancel := context.WithCancel(t.Context())
		request, err := http.NewRequestWithContext(ctx, http.MethodPost, app.URL+"/sites/fennmoor/releases", nil)
		if err != nil {
			t.Fatal(err)
		}
		client := &http.Client{CheckRedirect: func(*http.Request,
			[]*http.Request) error {
			cancel()
			return http.ErrUseLastResponse
		}}
		if response, err := client.Do(request); err == nil {
			response.Body.Close()
		}
		cancel()
		if p := app.Published(t, "fennmoor"); p.State != "live" || p.Sent != p.Total || p.Total == 0 {
			t.Fatalf("release %d is %s with %d of %d files: %s", p.Number, p.State, p.Sent, p.Total, p.Problem)
		}
	}
}

// A body that stops coming ends its request; one that comes slowly does not.
func TestBodyThatDoesNotCome(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	reader, writer := io.Pipe()
	go func() {
		for _, piece := range []string{"name=", "Slow", "+coach"} {
			_, _ = io.WriteString(writer, piece)
			time.Sleep(100 * time.Millisecond)
		}
		writer.Close()
	}()
	if status, _ := ask(t, http.MethodPost, app.URL+"/sites",
		http.Header{"Content-Type": {"application/x-www-form-urlencoded"}}, reader); status != http.StatusOK {
		t.Errorf("a slow body: %d", status)
	}
}
