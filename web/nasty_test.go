package web_test

import (
	"io"
	"math/rand/v2"
	"net/http"
	"net/http/cookiejar"
	"net/url"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"testing"
	"time"

	"github.com/go-chi/chi/v5"

	"rubrel/kinds"
	"rubrel/testkit"
)

// nasty values are what no page sends: bytes that are no text, characters that databases, logs and pages trip over, and
// what is longer, larger or elsewhere than anything real.
var nasty = []string{
	"\x00", "a\x00b", "\xff\xfe", "\xed\xa0\x80", "\x1b[31m", "\u202e\u2066", "𝔘𝔫𝔦", strings.Repeat("x", 30_000),
	strings.Repeat("é", 300),
	"../../../etc/passwd", "%00", "'; drop table site; --", "<script>alert(1)</script>", "-1", "99999999999999999999",
	"1e309", "NaN", "0x10",
	"{{.}}", "${jndi:ldap://x}", "null", "[]", `{"At":`, `[{"At":"fact/dusk/title","Text":"\u0000"}]`,
	`[{"At":"","Text":""}]`, "\n\n\n", " ", "",
}

// fieldPattern finds the fields that handlers read, by their names or by constants.
var fieldPattern = regexp.MustCompile(`(?:FormValue|PostFormValue|value)\("([a-z-]+)"\)|Field +=\s"([a-z:-]+)"`)

// fields are every field that some handler reads, from the source: a new one is tried without being listed.
func fields(t *testing.T) []string {
	t.Helper()
	sources, err := filepath.Glob("*.go")
	if err != nil {
		t.Fatal(err)
	}
	ofScreens, err := filepath.Glob("*/*.go")
	if err != nil {
		t.Fatal(err)
	}
	sources = append(sources, ofScreens...)
	var all []string
	for _, source := range sources {
		text, err := os.ReadFile(source)
		if err != nil {
			t.Fatal(err)
		}
		for _, found := range fieldPattern.FindAllStringSubmatch(string(text), -1) {
			if !strings.HasSuffix(source, "_test.go") {
				all = append(all, found[1]+found[2])
			}
		}
	}
	slices.Sort(all)
	all = slices.Compact(all)
	if len(all) < 25 {
		t.Fatalf("only %d fields were found: %v", len(all), all)
	}
	return append(all, "light.accent", "was.light.accent", "name.0", "frame.0", "below.0", "role-1", "take.0", "value.0",
		savedQuery)
}

const savedQuery = "saved"

// probe is one request.
type probe struct {
	method, path string
	form         url.Values
}

// routeNames are the names in routes, and routeValues what stands in their places on the demo site.
var (
	routeNames  = regexp.MustCompile(`\{([a-z]+)\}|\*`)
	routeValues = map[string]string{"site": "fennmoor", "block": "memberships", "number": "1", "clash": "1",
		"picture": "p", "dress": "almanac", "chart": "totals", "source": "rates", "record": "dusk", "*": "index.html"}
)

// filled is the path of a route, with another value for one of its names.
func filled(route, name, with string) string {
	return routeNames.ReplaceAllStringFunc(route, func(found string) string {
		key := strings.Trim(found, "{}")
		if key == name {
			return url.PathEscape(with)
		}
		return routeValues[key]
	})
}

// probes are every route with each of its names, and each field of the forms, nasty in turn.
func probes(t *testing.T, app *testkit.Application) []probe {
	t.Helper()
	acts := []string{"cells", "paste", "add", "duplicate", "remove", "move", "feature", "item-add", "item-duplicate",
		"item-remove", "item-move", "form", "lift", "paste-look", "mend", "quieten", "take", "even", "undo", "redo", "dance"}
	var all []probe
	known := fields(t)
	err := chi.Walk(app.Handler.(chi.Routes), func(method, route string, _ http.Handler,
		_ ...func(http.Handler) http.Handler) error {
		if strings.HasSuffix(route, "/events") {
			return nil // it does not end; TestEvents asks it
		}
		fill := func(name, with string) string {
			return filled(route, name, with)
		}
		for _, found := range routeNames.FindAllString(route, -1) {
			for _, value := range nasty {
				if len(value) < 5000 {
					all = append(all, probe{method, fill(strings.Trim(found, "{}"), value), nil})
				}
			}
		}
		for i, field := range known {
			for _, value := range nasty {
				form := url.Values{"version": {"0"}, "drawn": {"0"}, "tab": {"t"}, "act": {acts[i%len(acts)]}, "record": {"dusk"},
					"axis": {"features"}, "kind": {"pricing"}, "block": {"memberships"}}
				form.Set(field, value)
				all = append(all, probe{method, fill("", ""), form})
			}
		}
		return nil
	})
	if err != nil {
		t.Fatal(err)
	}
	return all
}

// sampled is how many of the probes go test tries; RUBREL_FUZZ=all tries every one.
const sampled = 800

// Whatever is sent to whatever route: no answer of 5xx, none that takes over two seconds, and the list of sites still
// opens.
func TestNastyValues(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	all := probes(t, app)
	rand.New(rand.NewPCG(21, 22)).Shuffle(len(all), func(i, j int) { all[i], all[j] = all[j], all[i] })
	if os.Getenv("RUBREL_FUZZ") != "all" {
		all = all[:min(sampled, len(all))]
	}
	client := &http.Client{CheckRedirect: func(*http.Request, []*http.Request) error { return http.ErrUseLastResponse }}
	const hangs = 20 * time.Second // how long a busy machine may take; speed is for benchmarks
	for _, p := range all {
		address, body := app.URL+p.path, p.form.Encode()
		if p.method == http.MethodGet {
			address, body = address+"?"+body, ""
		}
		request, err := http.NewRequestWithContext(t.Context(), p.method, address, strings.NewReader(body))
		if err != nil {
			continue // no client can send it
		}
		request.Header.Set("Content-Type", "application/x-www-form-urlencoded")
		began := time.Now()
		response, err := client.Do(request)
		if err != nil {
			t.Errorf("%s %.200s %.300v: %v", p.method, p.path, p.form, err)
			continue
		}
		response.Body.Close()
		if took := time.Since(began); response.StatusCode >= 500 || took > hangs {
			t.Errorf("%s %.200q %.300q: %d in %v", p.method, p.path, p.form, response.StatusCode, took)
		}
		if strings.HasSuffix(p.path, "/remove") && !strings.Contains(p.path, "pictures") {
			if err := app.Store.RestoreSite(t.Context(), "fennmoor"); err == nil && strings.Contains(p.path, "/blocks/") {
				t.Log("a block's removal removed the site")
			}
		}
	}
	for _, path := range []string{"/", "/sites/fennmoor/", "/sites/fennmoor/house", "/sites/fennmoor/marks"} {
		if status, body := fetch(t, app.URL+path); status != http.StatusOK {
			t.Errorf("afterwards %s answers %d: %.300s", path, status, body)
		}
	}
}

// A NUL in a name, in whatever disguise, breaks no list; names are kept without it.
func TestControlCharacters(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	for _, name := range []string{"Tide\x00line", "Tide\u0085line", "\x1bTideline"} {
		if status, body := post(t, app.URL+"/sites", url.Values{"name": {name}}, nil); status != http.StatusOK ||
			!strings.Contains(body, "<h1 class=\"heading\">Tideline</h1>") {
			t.Errorf("%q: %d", name, status)
		}
	}
	if status, _ := post(t, app.URL+"/sites", url.Values{"name": {"\xff"}}, nil); status != http.StatusBadRequest {
		t.Errorf("bytes that are no text: %d", status)
	}
	status, _ := post(t, app.URL+benchPath+"/edit", edit("act", "cells", "cells",
		`[{"At":"fact/dusk/title","Text":"Dus\u0000k\ud800"}]`), nil)
	if status != http.StatusOK {
		t.Errorf("a NUL within JSON: %d", status)
	}
	if status, _ := post(t, app.URL+benchPath+"/edit", edit("act", "quieten", "mark", "x", "on", "yes", "measured",
		"1\x00"), nil); status >= 500 {
		t.Errorf("a NUL in what was measured: %d", status)
	}
	for _, long := range []string{"tab", "hold"} {
		if status, body := post(t, app.URL+benchPath+"/edit", edit("act", "add", long, strings.Repeat("x", 81)),
			nil); status != http.StatusUnprocessableEntity || !strings.Contains(body, long) {
			t.Errorf("a %s that is too long: %d", long, status)
		}
	}
	for _, path := range []string{"/", "/sites/tideline/"} {
		if status, _ := fetch(t, app.URL+path); status != http.StatusOK {
			t.Errorf("%s: %d", path, status)
		}
	}
	for _, path := range []string{"/sites/nowhere/", benchPath + "x/proof/index.html", benchPath + "x/snippet",
		benchPath + "x/snippet.html", benchPath + "x/live",
		"/sites/fennmoor/releases/77.zip", "/sites/fennmoor/pictures/none", "/static/none.js", "/static/vendor/", benchPath +
			"/drawings/none.svg"} {
		if status, _ := fetch(t, app.URL+path); status != http.StatusNotFound {
			t.Errorf("%s: %d, want 404", path, status)
		}
	}
}

// A browser asks whether a file has changed by its tag, and is told that it has not.
func TestUnchangedFilesAreNotSentAgain(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	for _, path := range []string{"/static/rubrel.css", "/static/vendor/bulma.min.css", benchPath + "/proof/index.html"} {
		response, err := http.Get(app.URL + path)
		if err != nil {
			t.Fatal(err)
		}
		response.Body.Close()
		tag := response.Header.Get("ETag")
		if status, body := ask(t, http.MethodGet, app.URL+path, http.Header{"If-None-Match": {tag}}, nil); tag == "" ||
			status != http.StatusNotModified || body != "" {
			t.Errorf("%s with its tag %s: %d and %d bytes", path, tag, status, len(body))
		}
	}
}

// What an address says was done is never text from outside: it names one of Rubrel's own sentences, or an entry of the
// log.
func TestNoticesAreRubrels(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	for _, query := range []string{"?notice=Call+0900", "?did=Call+0900", "?saved=Call+0900", "?saved=999"} {
		if _, body := fetch(t, app.URL+"/sites/fennmoor/"+query); strings.Contains(body, "0900") ||
			strings.Contains(body, `class="notice"`) {
			t.Errorf("%s is shown", query)
		}
	}
	post(t, app.URL+"/sites/fennmoor/rename", edit("name", "Fennmoor"), nil)
	if _, body := fetch(t, app.URL+"/sites/fennmoor/?saved=1"); !strings.Contains(body, "Saved: rename to Fennmoor.") {
		t.Error("what was saved is not said")
	}
}

// Cookies that say who somebody is go over TLS alone where there is TLS.
func TestCookies(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	for forwarded, secure := range map[string]bool{"": false, "https": true} {
		request, err := http.NewRequestWithContext(t.Context(), http.MethodGet, app.URL+"/sites/fennmoor/", nil)
		if err != nil {
			t.Fatal(err)
		}
		request.Header.Set("X-Forwarded-Proto", forwarded)
		response, err := http.DefaultClient.Do(request)
		if err != nil {
			t.Fatal(err)
		}
		response.Body.Close()
		for _, c := range response.Cookies() {
			if c.Secure != secure || !c.HttpOnly || c.SameSite != http.SameSiteStrictMode {
				t.Errorf("behind %q: %v", forwarded, c)
			}
		}
	}
}

// Two people fill in the same page: what one of them has said is not overwritten by the other's page, which never
// changed it; and where both said something, both values are there to choose from.
func TestPagesSayTheirVersion(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	tokens := func(tab string, values ...string) (int, string) {
		form := edit(values...)
		form.Set("tab", tab)
		return post(t, app.URL+"/sites/fennmoor/house/tokens", form, nil)
	}
	accent := func() string {
		l, err := app.Store.Load(t.Context(), "fennmoor")
		if err != nil {
			t.Fatal(err)
		}
		return l.Site.House.Tokens["accent"] + " " + l.Site.House.Tokens["ink"]
	}
	if status, _ := tokens("ann", "light.accent", "#112233", "was.light.accent", ""); status != http.StatusOK {
		t.Fatalf("Ann's accent: %d", status)
	}
	// Ben's page was shown before: its accent is empty, as it was, and he says an ink.
	if status, _ := tokens("ben", "light.accent", "", "was.light.accent", "", "light.ink", "#000001", "was.light.ink",
		""); status != http.StatusOK || accent() != "#112233 #000001" {
		t.Errorf("Ben's ink: %d, then %s", status, accent())
	}
	status, body := tokens("ben", "light.accent", "#445566", "was.light.accent", "")
	if status != http.StatusConflict || accent() != "#112233 #000001" || !strings.Contains(body, "#445566") ||
		!strings.Contains(body, "Keep theirs") {
		t.Errorf("Ben's accent: %d, then %s", status, accent())
	}
	if status, _ := post(t, app.URL+"/sites/fennmoor/settle", url.Values{"clash": {"all"}, "value": {"mine"},
		"back": {"house"}}, nil); status != http.StatusOK || accent() != "#445566 #000001" {
		t.Errorf("settled: %d, then %s", status, accent())
	}
	if status, body := post(t, app.URL+"/sites/fennmoor/house/scale", url.Values{"scale": {"16px 1.25"}},
		nil); status != http.StatusUnprocessableEntity || !strings.Contains(body, "which version") {
		t.Errorf("a page without its version: %d", status)
	}
}

// The site's own page undoes a dress after a block was made and edited, and says in words what it did.
func TestSiteUndoAfterOtherEdits(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	jar, err := cookiejar.New(nil)
	if err != nil {
		t.Fatal(err)
	}
	client := &http.Client{Jar: jar}
	send := func(path string, form url.Values) (int, string) {
		t.Helper()
		response, err := client.PostForm(app.URL+path, form)
		if err != nil {
			t.Fatal(err)
		}
		defer response.Body.Close()
		body, err := io.ReadAll(response.Body)
		if err != nil {
			t.Fatal(err)
		}
		return response.StatusCode, string(body)
	}
	version := func() string {
		l, err := app.Store.Load(t.Context(), "fennmoor")
		if err != nil {
			t.Fatal(err)
		}
		return strconv.FormatInt(l.Version, 10)
	}
	send("/sites/fennmoor/dress", url.Values{"dress": {"slipway"}, "version": {version()}, "tab": {"t"}})
	send("/sites/fennmoor/blocks", url.Values{"name": {"Extra"}, "kind": {"pricing"}, "version": {version()},
		"tab": {"t"}})
	if status, body := send("/sites/fennmoor/blocks/extra/edit", url.Values{"act": {"add"}, "version": {version()},
		"tab": {"t"}}); status != http.StatusOK {
		t.Fatalf("edit of the new block: %d %.300s", status, body)
	}
	for _, want := range []string{"Undone: new block Extra.", "Undone: dress slipway."} {
		status, body := send("/sites/fennmoor/undo", url.Values{"way": {"undo"}})
		if status != http.StatusOK || !strings.Contains(body, want) {
			t.Errorf("undo: %d, want %q", status, want)
		}
	}
	l, err := app.Store.Load(t.Context(), "fennmoor")
	if err != nil {
		t.Fatal(err)
	}
	if _, there := l.Site.BlockByID("extra"); there || l.Site.House.Dress != "almanac" {
		t.Errorf("the block is there: %v; the dress is %s", there, l.Site.House.Dress)
	}
	// Redone, the block has what was said in it.
	send("/sites/fennmoor/undo", url.Values{"way": {"redo"}})
	send("/sites/fennmoor/undo", url.Values{"way": {"redo"}})
	if l, err = app.Store.Load(t.Context(), "fennmoor"); err != nil {
		t.Fatal(err)
	}
	if set, ok := l.Site.SetByID("extra"); !ok || len(set.Records) != 4 {
		t.Errorf("redone, the block is there: %v", ok)
	}
}

// A site has a name and a language, goes away and comes back; so does a block.
func TestSiteIsSettled(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	status, body := post(t, app.URL+"/sites", url.Values{"name": {"Nordlicht"}, "language": {"de"}}, nil)
	if status != http.StatusOK || !strings.Contains(body, `value="de"`) {
		t.Fatalf("a German site: %d", status)
	}
	list := "\tBasis\nPreis\t1.129,50 €\n"
	if status, _ := post(t, app.URL+"/sites/nordlicht/paste/make", url.Values{"text": {list}, "name": {"Tarife"},
		"version": {"0"}, "tab": {"t"}}, nil); status != http.StatusOK {
		t.Fatalf("a list: %d", status)
	}
	if _, page := fetch(t, app.URL+"/sites/nordlicht/blocks/tarife/proof/index.html"); !strings.Contains(page,
		"1.129,50") || !strings.Contains(page, `lang="de"`) {
		t.Errorf("the German page: %.600s", page)
	}
	if status, body := post(t, app.URL+"/sites/nordlicht/language", url.Values{"language": {"klingonisch!"},
		"version": {"1"}, "tab": {"t"}}, nil); status != http.StatusUnprocessableEntity || !strings.Contains(body,
		"is not a language") {
		t.Errorf("no language: %d", status)
	}
	if status, _ := post(t, app.URL+"/sites/nordlicht/language", url.Values{"language": {"fr-ch"}, "version": {"1"},
		"tab": {"t"}}, nil); status != http.StatusOK {
		t.Errorf("French of Switzerland: %d", status)
	}
	if l, err := app.Store.Load(t.Context(), "nordlicht"); err != nil || l.Site.Language != "fr-CH" {
		t.Errorf("the language is %v (%v)", l, err)
	}
	if status, body := post(t, app.URL+"/sites/nordlicht/remove", nil, nil); status != http.StatusOK ||
		!strings.Contains(body, "Bring back") {
		t.Errorf("removed: %d", status)
	}
	for _, path := range []string{"/sites/nordlicht/", "/sites/nordlicht/blocks/tarife/"} {
		if status, _ := fetch(t, app.URL+path); status != http.StatusNotFound {
			t.Errorf("%s of a removed site: %d", path, status)
		}
	}
	if status, _ := post(t, app.URL+"/removed/nordlicht", url.Values{"way": {"restore"}}, nil); status != http.StatusOK {
		t.Errorf("brought back: %d", status)
	}
	if status, _ := fetch(t, app.URL+"/sites/nordlicht/blocks/tarife/"); status != http.StatusOK {
		t.Errorf("its block: %d", status)
	}
	if status, _ := post(t, app.URL+"/removed/nordlicht", url.Values{"way": {"delete"}},
		nil); status != http.StatusNotFound {
		t.Errorf("a site that is not removed is deleted: %d", status)
	}
	post(t, app.URL+"/sites/nordlicht/remove", nil, nil)
	post(t, app.URL+"/removed/nordlicht", url.Values{"way": {"delete"}}, nil)
	if err := app.Store.RestoreSite(t.Context(), "nordlicht"); err == nil {
		t.Error("a deleted site comes back")
	}
}

// A German list on a fresh site is proposed as German, and is when it is made so.
func TestLanguageOfAList(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	post(t, app.URL+"/sites", url.Values{"name": {"Fresh"}}, nil)
	list := "\tBasis\tPlus\nPreis pro Monat\t1.129,50 €\t2.000,00 €\nMit Wartung\tnein\tja\nFür Vereine ohne " +
		"Vertrag\tja\tja\n"
	_, page := post(t, app.URL+"/sites/fresh/paste", url.Values{"text": {list}, "version": {"0"}, "tab": {"t"}}, nil)
	if !strings.Contains(page, "looks German") || !strings.Contains(page, `name="takes" value="yes" checked`) {
		t.Fatalf("German is not proposed")
	}
	// Sent while it was still coming in, the page lacks its end, and nothing is made of it.
	status, page := post(t, app.URL+"/sites/fresh/paste/make", url.Values{"text": {list}, "name": {"Tarife"},
		"answer:direction": {"across"}, "was:direction": {"across"}, "answer:role/Mit Wartung": {"title"},
		"version": {"0"}, "tab": {"t"}}, nil)
	if status != http.StatusUnprocessableEntity || !strings.Contains(page, "look through it again") ||
		!strings.Contains(page, "Mit Wartung") {
		t.Errorf("half a page is taken: %d", status)
	}
	post(t, app.URL+"/sites/fresh/paste/make", url.Values{"text": {list}, "name": {"Tarife"}, "takes": {"yes"},
		"asked": {"yes"}, "version": {"0"}, "tab": {"t"}}, nil)
	if l, err := app.Store.Load(t.Context(), "fresh"); err != nil || l.Site.Language != "de" || len(l.Site.Blocks) != 1 {
		t.Errorf("the site: %+v (%v)", l.Site, err)
	}
	_, proof := fetch(t, app.URL+"/sites/fresh/blocks/tarife/proof/index.html")
	for _, want := range []string{"1.129", "im Monat", "Basis wählen"} {
		if !strings.Contains(proof, want) {
			t.Errorf("the German block does not say %q", want)
		}
	}
	// On a site with blocks it is asked, and not assumed.
	_, page = post(t, app.URL+"/sites/fennmoor/paste", url.Values{"text": {list}, "version": {"0"}, "tab": {"t"}}, nil)
	if !strings.Contains(page, "looks German") || strings.Contains(page, `name="takes" value="yes" checked`) {
		t.Error("an English site with blocks turns German by itself")
	}
}

// From an empty set of every kind, a record is added by one act.
func TestFirstRecordOfEveryKind(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	for _, k := range kinds.All() {
		kind := k.Name
		l, err := app.Store.Load(t.Context(), "fennmoor")
		if err != nil {
			t.Fatal(err)
		}
		form := edit("name", "New "+kind, "kind", kind)
		form.Set("version", strconv.FormatInt(l.Version, 10))
		post(t, app.URL+"/sites/fennmoor/blocks", form, nil)
		id := "new-" + kind
		records := func() []string {
			l, err := app.Store.Load(t.Context(), "fennmoor")
			if err != nil {
				t.Fatal(err)
			}
			set, ok := l.Site.SetByID(id)
			if !ok {
				t.Fatalf("there is no set %s", id)
			}
			var ids []string
			for _, r := range set.Records {
				ids = append(ids, r.ID)
			}
			return ids
		}
		act := func(values ...string) {
			t.Helper()
			form := edit(values...)
			form.Set("version", "99999")
			if status, body := post(t, app.URL+"/sites/fennmoor/blocks/"+id+"/edit", form, nil); status != http.StatusOK {
				t.Errorf("%s %v: %d %.200s", kind, values, status, body)
			}
		}
		for _, record := range records() {
			act("act", "remove", "record", record)
		}
		if left := records(); len(left) != 0 {
			t.Fatalf("%s: %v are left", kind, left)
		}
		for _, path := range []string{"/", "/proof/index.html", "/snippet"} {
			if status, _ := fetch(t, app.URL+"/sites/fennmoor/blocks/"+id+path); status != http.StatusOK {
				t.Errorf("%s, empty, %s: %d", kind, path, status)
			}
		}
		act("act", "add")
		act("act", "add")
		if got := records(); len(got) != 2 {
			t.Errorf("%s: %v after two were added", kind, got)
		}
	}
}
