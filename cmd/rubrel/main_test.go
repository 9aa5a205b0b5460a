package main

import (
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"io"
	"net"
	"net/http"
	"net/url"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"syscall"
	"testing"

	"rubrel/demo"
)

func TestHeadless(t *testing.T) {
	var out bytes.Buffer
	if err := run(t.Context(), []string{"demo-document"}, &out); err != nil {
		t.Fatal(err)
	}
	source := filepath.Join(t.TempDir(), "site.json")
	if err := os.WriteFile(source, out.Bytes(), 0o644); err != nil {
		t.Fatal(err)
	}
	folder := t.TempDir()
	out.Reset()
	if err := run(t.Context(), []string{"render", source, "-o", folder}, &out); err != nil {
		t.Fatal(err)
	}
	page, err := os.ReadFile(filepath.Join(folder, "index.html"))
	if err != nil || !bytes.Contains(page, []byte("€19.00 a month")) {
		t.Errorf("the rendered page: %v", err)
	}
	if !strings.Contains(out.String(), filepath.Join(folder, "index.html")) {
		t.Errorf("render says %s", out.String())
	}
	out.Reset()
	if err := run(t.Context(), []string{"schema"}, &out); err != nil || !json.Valid(out.Bytes()) {
		t.Errorf("schema: %v", err)
	}
}

// renderedPage renders the demo document; it gives the document's file and one page of the release.
func renderedPage(t *testing.T, name string) (source string, page []byte) {
	t.Helper()
	source = filepath.Join(t.TempDir(), "site.json")
	if err := os.WriteFile(source, demo.Fennmoor, 0o644); err != nil {
		t.Fatal(err)
	}
	folder := t.TempDir()
	if err := run(t.Context(), []string{"render", source, "-o", folder}, io.Discard); err != nil {
		t.Fatal(err)
	}
	page, err := os.ReadFile(filepath.Join(folder, name))
	if err != nil {
		t.Fatal(err)
	}
	return source, page
}

// A quote has the same numbers as the page, to the last digit.
func TestQuoteIsThePage(t *testing.T) {
	source, page := renderedPage(t, "index.html")
	amounts := 0
	for _, period := range []string{"month", "year", "once"} {
		var out bytes.Buffer
		if err := run(t.Context(), []string{"quote", source, "--set", "memberships", "--period", period, "--currency",
			"EUR"}, &out); err != nil {
			t.Fatal(err)
		}
		var lines []struct {
			Plan, Shown, Origin string
			Price               struct{ Amount string }
			Saving              *struct{ Free int }
		}
		if err := json.Unmarshal(out.Bytes(), &lines); err != nil {
			t.Fatal(err)
		}
		for _, line := range lines {
			amounts++
			if !bytes.Contains(page, []byte(line.Shown)) {
				t.Errorf("the page does not show %s of %s, %s", line.Shown, line.Plan, period)
			}
			if period == "year" && (line.Origin != "rule" || line.Saving == nil || line.Saving.Free != 2) {
				t.Errorf("the year of %s: %+v", line.Plan, line)
			}
		}
	}
	if amounts != 8 {
		t.Errorf("%d amounts quoted, want 8", amounts)
	}
}

// With a number of seats a quote is what the page shows for that number, clamped as the page clamps, and it says which
// plan fits.
func TestQuoteOfSeatsIsThePage(t *testing.T) {
	source, page := renderedPage(t, "schools.html")
	for _, c := range []struct {
		seats, currency, fits string
		clamped               bool
	}{{"24", "EUR", "nightfall", false}, {"24", "GBP", "nightfall", false}, {"999", "EUR", "midnight", true},
		{"8", "eur", "twilight", false}} {
		var out bytes.Buffer
		if err := run(t.Context(), []string{"quote", source, "--set", "evenings", "--seats", c.seats, "--currency",
			c.currency}, &out); err != nil {
			t.Fatal(err)
		}
		var lines []struct {
			Plan, Shown   string
			Clamped, Fits bool
			Seats         int
		}
		if err := json.Unmarshal(out.Bytes(), &lines); err != nil || len(lines) != 3 {
			t.Fatalf("%s: %v", out.String(), err)
		}
		for _, line := range lines {
			// The page has 24 in its prices and the ends of the range in its table of totals.
			if !bytes.Contains(page, []byte(line.Shown)) {
				t.Errorf("%s seats in %s: the page does not show %s of %s", c.seats, c.currency, line.Shown, line.Plan)
			}
			if line.Clamped != c.clamped || line.Fits != (line.Plan == c.fits) {
				t.Errorf("%s seats: %+v", c.seats, line)
			}
		}
	}
}

// Check prints every mark, and fails where one is serious and not meant so.
func TestCheck(t *testing.T) {
	check := func(text []byte) (string, error) {
		source := filepath.Join(t.TempDir(), "site.json")
		if err := os.WriteFile(source, text, 0o644); err != nil {
			t.Fatal(err)
		}
		var out bytes.Buffer
		err := run(t.Context(), []string{"check", source}, &out)
		return out.String(), err
	}
	out, err := check(demo.Fennmoor)
	if err != nil || !strings.Contains(out, `"block":"evenings","check":"cliff"`) {
		t.Errorf("the demo: %v, %s", err, out)
	}
	faint := bytes.Replace(demo.Fennmoor, []byte(`"whole.font-size@featured": "1.1em"`),
		[]byte(`"text.color": "#aaaaaa"`), 1)
	out, err = check(faint)
	if !errors.Is(err, errSerious) ||
		!strings.Contains(
			out,
			`"check":"contrast","where":"text","measured":"2.32","needed":"4.5","rule":"WCAG 2.2, 1.4.3","mend":"color of `+
				`text, not featured #aaaaaa → `,
		) {
		t.Errorf("a faint text: %v, %s", err, out)
	}
	quiet := bytes.Replace(
		faint,
		[]byte(`"text.color": "#aaaaaa"}`),
		[]byte(
			`"text.color": "#aaaaaa"}, "quiet": {`+
				`"contrast text  false  wide": {"measured": "2.32", "reason": "as the client wants it"}}`,
		),
		1,
	)
	if out, err = check(quiet); err != nil || !strings.Contains(out, `"quiet":true,"reason":"as the client wants it"`) {
		t.Errorf("meant so: %v, %s", err, out)
	}
}

func TestHeadlessFaults(t *testing.T) {
	bad := filepath.Join(t.TempDir(), "bad.json")
	if err := os.WriteFile(bad, []byte(`{"rubrel":1,"name":"x","language":"en","house":{"dress":"almanac"},`+
		`"sets":{"s":{"kind":"pricing","name":"S","order":"i",`+
		`"records":{"a":{"order":"i","facts":{"title":"A","price:month:eur":"9"}}}}}}`), 0o644); err != nil {
		t.Fatal(err)
	}
	for _, c := range []struct {
		arguments []string
		says      string
	}{
		{[]string{"dance"}, "no command"}, {[]string{"render"}, "render SITE.json"},
		{[]string{"render", "/nowhere.json", "-o", t.TempDir()}, "no such file"},
		{[]string{"render", bad, "-o", t.TempDir()}, "/sets/s/records/a/facts/price:month:eur"},
		{[]string{"serve"}, "RUBREL_DATABASE"},
		{[]string{"quote"}, "quote SITE.json"}, {[]string{"quote", bad, "--set", "s"}, "/sets/s/records/a"},
	} {
		if err := run(t.Context(), c.arguments, io.Discard); err == nil || !strings.Contains(err.Error(), c.says) {
			t.Errorf("%v: %v, want %q", c.arguments, err, c.says)
		}
	}
}

func TestTakenPort(t *testing.T) {
	taken, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	defer taken.Close()
	t.Setenv("RUBREL_ADDR", taken.Addr().String())
	if err := run(t.Context(), []string{"demo"}, io.Discard); err == nil || !strings.Contains(err.Error(),
		"taken by another program") || !strings.Contains(err.Error(), "RUBREL_ADDR") {
		t.Errorf("on a taken port: %v", err)
	}
}

// instance is a demo that runs as a process of its own.
type instance struct {
	*exec.Cmd
	url string
}

var addressPattern = regexp.MustCompile(`http://127\.0\.0\.1:\d+`)

func startDemo(t *testing.T, binary, home string) instance {
	t.Helper()
	command := exec.Command(binary, "demo")
	command.Env = append(os.Environ(), "RUBREL_ADDR=127.0.0.1:0", "RUBREL_WEBHOST=127.0.0.1:0",
		"RUBREL_CHECKOUT=127.0.0.1:0", "RUBREL_RATES=127.0.0.1:0", "RUBREL_REVIEWS=127.0.0.1:0",
		"RUBREL_HOME="+home)
	out, err := command.StdoutPipe()
	if err != nil {
		t.Fatal(err)
	}
	command.Stderr = os.Stderr
	if err := command.Start(); err != nil {
		t.Fatal(err)
	}
	line, err := bufio.NewReader(out).ReadString('\n')
	if err != nil {
		t.Fatalf("the demo says %q (%v)", line, err)
	}
	return instance{command, addressPattern.FindString(line)}
}

// The demo is killed without warning, its database with it; started again, it has every edit that was answered.
func TestDemoAfterAKill(t *testing.T) {
	home, err := os.MkdirTemp("/var/tmp", "rubrel-demo-")
	if err != nil {
		t.Fatal(err)
	}
	if err := os.Chmod(home, 0o755); err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = os.RemoveAll(home) })
	binary := filepath.Join(t.TempDir(), "rubrel")
	if out, err := exec.Command("go", "build", "-o", binary, ".").CombinedOutput(); err != nil {
		t.Fatalf("build: %v: %s", err, out)
	}
	first := startDemo(t, binary, home)
	form := url.Values{"act": {"cells"}, "version": {"0"}, "tab": {"t"},
		"cells": {`[{"At":"fact/dusk/title","Text":"Gloaming"}]`}}
	response, err := http.PostForm(first.url+"/sites/fennmoor/blocks/memberships/edit", form)
	if err != nil {
		t.Fatal(err)
	}
	response.Body.Close()
	if response.StatusCode != http.StatusOK {
		t.Fatalf("the edit is answered %d", response.StatusCode)
	}
	pid, err := os.ReadFile(filepath.Join(home, "postgres", "data", "postmaster.pid"))
	if err != nil {
		t.Fatal(err)
	}
	kill(t, strings.SplitN(string(pid), "\n", 2)[0])
	if err := first.Process.Kill(); err != nil {
		t.Fatal(err)
	}
	_ = first.Wait() // it was killed

	second := startDemo(t, binary, home)
	response, err = http.Get(second.url + "/sites/fennmoor/document.json")
	if err != nil {
		t.Fatal(err)
	}
	body, err := io.ReadAll(response.Body)
	response.Body.Close()
	if err != nil || !bytes.Contains(body, []byte("Gloaming")) {
		t.Errorf("the edit is gone (%v)", err)
	}
	if err := second.Process.Signal(syscall.SIGTERM); err != nil {
		t.Fatal(err)
	}
	if err := second.Wait(); err != nil {
		t.Errorf("on SIGTERM it ends with %v", err)
	}
	if _, err := os.Stat(filepath.Join(home, "postgres", "data", "postmaster.pid")); !os.IsNotExist(err) {
		t.Error("the database is left running")
	}
}

func kill(t *testing.T, pid string) {
	t.Helper()
	if out, err := exec.CommandContext(context.Background(), "kill", "-9", pid).CombinedOutput(); err != nil {
		t.Fatalf("kill %s: %v: %s", pid, err, out)
	}
}

// Every setting is read, and all that cannot be are named at once, each with what would be right; a key is not
// repeated.
func TestConfig(t *testing.T) {
	lookup := func(values map[string]string) func(string) (string, bool) {
		return func(name string) (string, bool) { value, ok := values[name]; return value, ok }
	}
	c, err := readConfig(lookup(map[string]string{
		"RUBREL_KEY": strings.Repeat("ab", 32), "RUBREL_CONNECTIONS": "8", "RUBREL_LOG_ENTRIES": "500",
		"RUBREL_READ_ONLY": "yes",
		"RUBREL_OUTBOUND":  "10.1.0.0/16, 192.168.1.5:8443", "RUBREL_OUTBOUND_PORTS": "443 2078",
		"RUBREL_FOLDERS": "/srv/www:/srv/more/",
	}))
	if err != nil || len(c.Key) != 32 || c.Connections != 8 || c.LogEntries != 500 || !c.ReadOnly ||
		len(c.Outbound.Networks) != 1 || !slices.Equal(c.Folders, []string{"/srv/www", "/srv/more"}) ||
		len(c.Outbound.Endpoints) != 1 || len(c.Outbound.Ports) != 2 || c.Address != "127.0.0.1:8080" {
		t.Errorf("%+v (%v)", c, err)
	}
	_, err = readConfig(lookup(map[string]string{"RUBREL_KEY": "secret", "RUBREL_CONNECTIONS": "many",
		"RUBREL_LOG_ENTRIES": "1", "RUBREL_READ_ONLY": "maybe",
		"RUBREL_OUTBOUND": "localhost", "RUBREL_OUTBOUND_PORTS": "70000", "RUBREL_FOLDERS": "www"}))
	if err == nil || strings.Contains(err.Error(), "secret") {
		t.Fatalf("%v", err)
	}
	for _, name := range []string{"RUBREL_KEY", "RUBREL_CONNECTIONS", "RUBREL_LOG_ENTRIES", "RUBREL_READ_ONLY",
		"RUBREL_OUTBOUND:", "RUBREL_OUTBOUND_PORTS", "RUBREL_FOLDERS"} {
		if !strings.Contains(err.Error(), name) {
			t.Errorf("%s is not named in %v", name, err)
		}
	}
	var usage bytes.Buffer
	if err := run(t.Context(), []string{"help"}, &usage); err != nil {
		t.Fatal(err)
	}
	manual, err := os.ReadFile("../../docs/operating.md")
	if err != nil {
		t.Fatal(err)
	}
	for _, s := range settings {
		if !strings.Contains(usage.String(), s.name) || !strings.Contains(string(manual), "`"+s.name+"`") &&
			!strings.Contains(s.help, "demo") {
			t.Errorf("%s is not documented", s.name)
		}
	}
}

// A request that is under way when the program is to stop is answered, and the next one is not taken.
func TestStoppingDrains(t *testing.T) {
	listener, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	address := "http://" + listener.Addr().String()
	under, finish := make(chan bool), make(chan bool)
	app := &application{draining: make(chan struct{}), readOnly: true}
	ctx, stop := context.WithCancel(t.Context())
	stopped := make(chan error, 1)
	go func() {
		stopped <- app.serve(ctx, served{listener, http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			close(under)
			<-finish
			if r.Context().Err() != nil {
				w.WriteHeader(http.StatusInternalServerError)
			}
		})})
	}()
	answered := make(chan int, 1)
	go func() {
		response, err := http.Get(address)
		if err != nil {
			answered <- 0
			return
		}
		response.Body.Close()
		answered <- response.StatusCode
	}()
	<-under
	stop()
	<-app.draining
	close(finish)
	if status := <-answered; status != http.StatusOK {
		t.Errorf("the request under way: %d", status)
	}
	if err := <-stopped; err != nil {
		t.Error(err)
	}
	if _, err := http.Get(address); err == nil {
		t.Error("a request after that is taken")
	}
}
