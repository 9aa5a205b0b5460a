package web_test

import (
	"bytes"
	"context"
	"io"
	"maps"
	"mime/multipart"
	"net"
	"net/http"
	"net/url"
	"regexp"
	"strings"
	"testing"

	"rubrel/store"
	"rubrel/testkit/chromium"
)

// ask sends a request and returns the status and the body.
func ask(t testing.TB, method, address string, header http.Header, body io.Reader) (int, string) {
	t.Helper()
	request, err := http.NewRequestWithContext(t.Context(), method, address, body)
	if err != nil {
		t.Fatal(err)
	}
	for name, values := range header {
		request.Header[name] = values
	}
	response, err := http.DefaultClient.Do(request)
	if err != nil {
		t.Fatal(err)
	}
	defer response.Body.Close()
	answer, err := io.ReadAll(response.Body)
	if err != nil {
		t.Fatal(err)
	}
	return response.StatusCode, string(answer)
}

func fetch(t testing.TB, address string) (int, string) {
	t.Helper()
	return ask(t, http.MethodGet, address, nil, nil)
}

// post sends a form as a page of Rubrel's own would; header may say otherwise.
func post(t *testing.T, address string, form url.Values, header http.Header) (int, string) {
	t.Helper()
	all := http.Header{"Content-Type": {"application/x-www-form-urlencoded"}}
	maps.Copy(all, header)
	return ask(t, http.MethodPost, address, all, strings.NewReader(form.Encode()))
}

const benchPath = "/sites/fennmoor/blocks/memberships"

func edit(values ...string) url.Values {
	form := url.Values{"version": {"0"}, "tab": {"t"}}
	for i := 0; i < len(values); i += 2 {
		form.Set(values[i], values[i+1])
	}
	return form
}

// A page of the proof that went out before an edit still gets the style sheet that it names: its class names are in no
// other.
func TestProofKeepsItsStyles(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	named := regexp.MustCompile(`rel="stylesheet" href="([^"]+)"`)
	_, page := fetch(t, app.URL+benchPath+"/proof/index.html")
	sheet := named.FindStringSubmatch(page)[1]
	for _, size := range []string{"41.5px", "42.5px", "43.5px"} {
		if status, body := post(t, app.URL+benchPath+"/edit", edit("act", "cells", "cells",
			`[{"at":"look/title.font-size","text":"`+size+`"}]`), nil); status != http.StatusOK {
			t.Fatalf("the edit: %d %s", status, body)
		}
		if _, newer := fetch(t, app.URL+benchPath+"/proof/index.html"); strings.Contains(newer, sheet) {
			t.Fatal("the edit changed no style sheet")
		}
	}
	status, css := fetch(t, app.URL+benchPath+"/proof/"+sheet)
	_, newer := fetch(t, app.URL+benchPath+"/proof/index.html")
	_, other := fetch(t, app.URL+benchPath+"/proof/"+named.FindStringSubmatch(newer)[1])
	if status != http.StatusOK || css == other {
		t.Errorf("the style sheet is answered with %d, and of another version", status)
	}
}

func TestHealth(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	if status, body := fetch(t, app.URL+"/healthz"); status != http.StatusOK || body != "ok\n" {
		t.Errorf("healthy: %d %s", status, body)
	}
}

// Every page has a policy that lets nothing but Rubrel's own files in, and no page breaks it (the console of the
// browser tests shows none).
func TestPolicy(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	for _, path := range []string{"/", "/sites/fennmoor/", benchPath + "/", "/nowhere", benchPath + "/proof/index.html"} {
		response, err := http.Get(app.URL + path)
		if err != nil {
			t.Fatal(err)
		}
		response.Body.Close()
		policy := response.Header.Get("Content-Security-Policy")
		if !strings.Contains(policy, "default-src 'none'") || strings.Contains(policy, "unsafe") || strings.Contains(policy,
			"*") {
			t.Errorf("%s: policy %q", path, policy)
		}
		// What is shown in the proof runs the forms' own scripts and reaches nothing.
		if strings.Contains(path, "proof") == strings.Contains(policy, "connect-src") {
			t.Errorf("%s: policy %q", path, policy)
		}
	}
}

// A page of another origin can change nothing, and cannot reach Rubrel under a name of its own.
func TestOtherOrigins(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	form := edit("act", "feature", "record", "dusk", "on", "yes")
	for _, header := range []http.Header{{"Origin": {"https://elsewhere.test"}}, {"Sec-Fetch-Site": {"cross-site"}},
		{"Sec-Fetch-Site": {"same-site"}}} {
		if status, _ := post(t, app.URL+benchPath+"/edit", form, header); status != http.StatusForbidden {
			t.Errorf("%v: %d", header, status)
		}
	}
	for _, c := range []struct {
		site, mode, dest string
		want             int
	}{{"cross-site", "no-cors", "image", 403}, {"same-site", "cors", "empty", 403},
		{"cross-site", "navigate", "iframe", 403}, {"cross-site", "navigate", "document", 200},
		{"same-origin", "no-cors", "image", 200}, {"none", "navigate", "document", 200}} {
		request, err := http.NewRequestWithContext(t.Context(), http.MethodGet, app.URL+benchPath+"/proof/index.html", nil)
		if err != nil {
			t.Fatal(err)
		}
		request.Header = http.Header{"Sec-Fetch-Site": {c.site}, "Sec-Fetch-Mode": {c.mode}, "Sec-Fetch-Dest": {c.dest}}
		response, err := http.DefaultClient.Do(request)
		if err != nil {
			t.Fatal(err)
		}
		response.Body.Close()
		if response.StatusCode != c.want {
			t.Errorf("%+v: %d", c, response.StatusCode)
		}
	}
	if status, _ := post(t, app.URL+benchPath+"/edit", form,
		http.Header{"Sec-Fetch-Site": {"same-origin"}}); status != http.StatusOK {
		t.Errorf("the same origin: %d", status)
	}
	client := &http.Client{Transport: &http.Transport{DialContext: func(ctx context.Context, network,
		_ string) (net.Conn, error) {
		return new(net.Dialer).DialContext(ctx, network, strings.TrimPrefix(app.URL, "http://"))
	}}}
	response, err := client.Get("http://rebound.test/")
	if err != nil {
		t.Fatal(err)
	}
	response.Body.Close()
	if response.StatusCode != http.StatusMisdirectedRequest {
		t.Errorf("under a foreign name: %d", response.StatusCode)
	}
}

// Bad input is answered with what is wrong, and changes nothing.
func TestBadInput(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	for _, c := range []struct {
		path   string
		form   url.Values
		status int
		says   string
	}{
		{benchPath + "/edit", edit("act", "cells", "cells", `[{"At":"fact/dusk/price:month:eur","Text":"-3"}]`), 422,
			"negative"},
		{benchPath + "/edit", edit("act", "cells", "cells", `[{"At":"fact/dusk/link","Text":"javascript:alert(1)"}]`), 422,
			"starts with"},
		{benchPath + "/edit", edit("act", "cells", "cells", `[{"At":"look/card.padding","Text":"1px;} body{"}]`), 422,
			"padding"},
		{benchPath + "/edit", edit("act", "cells", "cells", `[{"At":"look/card.padding@tiny","Text":"1px"}]`), 422, "width"},
		{benchPath + "/edit", edit("act", "cells", "cells", `[{"At":"../etc","Text":"1px"}]`), 422, "not a cell"},
		{benchPath + "/edit", edit("act", "cells", "cells", `not json`), 422, "no cell"},
		{benchPath + "/edit", edit("act", "dance"), 422, "dance"},
		{benchPath + "/edit", edit("act", "undo"), 409, "nothing to undo"},
		{benchPath + "/edit", edit("act", "feature", "record", "nobody"), 422, "no plan"},
		{benchPath + "/edit", url.Values{"act": {"add"}}, 422, "version"},
		{benchPath + "/settle/77", url.Values{"value": {"mine"}}, 404, "nothing at this address"},
		{"/sites", url.Values{"name": {strings.Repeat("x", 200)}}, 422, "at most 120"},
		{"/sites", url.Values{"name": {"  "}}, 422, "needs a name"},
		{"/sites/fennmoor/blocks", url.Values{"name": {"x"}, "kind": {"banana"}}, 422, "kind"},
		{"/sites/fennmoor/dress", url.Values{"dress": {"../../etc"}}, 422, "dress"},
		{"/sites/fennmoor/host", url.Values{"url": {"file:///etc"}, "public": {"https://x.test"}}, 422, "not below"},
		{"/sites/fennmoor/host", url.Values{"url": {"ftp://x.test"}, "public": {"https://x.test"}}, 422, "starts with"},
		{"/sites/fennmoor/paste", url.Values{"text": {""}}, 422, "nothing to read"},
		{"/sites/fennmoor/paste", url.Values{"text": {strings.Repeat("a\tb\n", 5<<20/4)}}, 422, "5.0 MB"},
		{"/sites/fennmoor/paste", url.Values{"text": {strings.Repeat("a\tb\n", 6<<20)}}, 413, "32 MB"},
		{"/sites/fennmoor/paste/make", url.Values{"text": {"\t\n"}, "name": {"x"}}, 422, "nothing to read"},
		{"/sites/nowhere/dress", url.Values{"dress": {"almanac"}}, 404, "nothing at this address"},
		{benchPath[:len(benchPath)-1] + "/edit", edit("act", "add"), 404, "nothing at this address"},
	} {
		status, body := post(t, app.URL+c.path, c.form, nil)
		if status != c.status || !strings.Contains(body, c.says) {
			t.Errorf("%s %.80v: %d, want %d with %q: %.300s", c.path, c.form, status, c.status, c.says, body)
		}
	}
	l, err := app.Store.Load(t.Context(), "fennmoor")
	if err != nil || l.Version != 0 {
		t.Errorf("version %d (%v): bad input changed something", l.Version, err)
	}
	for path, want := range map[string]int{"/sites/nowhere/": 404, benchPath + "/proof/../../../etc/passwd": 404,
		"/sites/fennmoor/releases/9.zip": 404, "/static/": 200, benchPath + "x/": 404} {
		if status, _ := fetch(t, app.URL+path); status != want && path != "/static/" {
			t.Errorf("%s: %d, want %d", path, status, want)
		}
	}
}

// What a designer types comes back as text on every screen.
func TestTypedMarkupStaysText(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	evil := `<img src=x onerror=alert(1)>"'</textarea><script>alert(2)</script>`
	for _, c := range []struct {
		path string
		form url.Values
	}{
		{"/sites", url.Values{"name": {evil}}},
		{"/sites/fennmoor/rename", edit("name", evil)},
		{"/sites/fennmoor/blocks", edit("name", evil, "kind", "pricing")},
		{"/sites/fennmoor/paste", url.Values{"text": {"\t" + evil + "\nPrice\t" + evil}, "name": {evil}}},
		{benchPath + "/edit", edit("act", "cells", "cells", `[{"At":"fact/dusk/title","Text":`+chromium.Quote(evil)+`}]`)},
	} {
		if _, body := post(t, app.URL+c.path, c.form, nil); strings.Contains(body, "<img src=x") ||
			strings.Contains(body, "<script>alert") {
			t.Errorf("%s sends markup back: %.300s", c.path, body)
		}
	}
	for _, path := range []string{"/", "/sites/fennmoor/", benchPath + "/", benchPath + "/proof/index.html", benchPath +
		"/snippet", "/sites/fennmoor/releases"} {
		if _, body := fetch(t, app.URL+path); strings.Contains(body, "<img src=x") ||
			strings.Contains(body, "<script>alert") {
			t.Errorf("%s shows markup", path)
		}
	}
}

// Releases: numbered, kept as they were, gone back to; as a zip; and a host that refuses is told.
func TestReleases(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	publish := func(path string) (store.Publication, string) {
		t.Helper()
		if status, body := post(t, app.URL+"/sites/fennmoor/releases"+path, nil, nil); status != http.StatusOK {
			t.Fatalf("publish answers %d: %.300s", status, body)
		}
		p := app.Published(t, "fennmoor")
		_, body := fetch(t, app.URL+"/sites/fennmoor/releases")
		return p, body
	}
	live := func() string { _, body := fetch(t, app.Host+"/fennmoor/"); return body }
	publish("")
	if page := live(); !strings.Contains(page, "€9.00 a month") {
		t.Fatalf("release 1 is not live: %.200s", page)
	}
	post(t, app.URL+benchPath+"/edit", edit("act", "cells", "cells", `[{"At":"fact/dusk/price:month:eur","Text":"12"}]`),
		nil)
	if strings.Contains(live(), "€12.00") {
		t.Error("an edit is live before it is published")
	}
	if _, body := publish(""); !strings.Contains(body, "Release 2 is live") {
		t.Errorf("the page does not say that release 2 is live")
	}
	if page := live(); !strings.Contains(page, "€12.00 a month") {
		t.Error("release 2 is not live")
	}
	publish("/1/live")
	page := live()
	if !strings.Contains(page, "€9.00 a month") {
		t.Error("release 1 is not live again")
	}
	// Its style sheets and fonts are there.
	fonts := false
	for _, part := range strings.Split(page, `href="`)[1:] {
		name := part[:strings.IndexByte(part, '"')]
		if strings.HasSuffix(name, ".css") {
			status, css := fetch(t, app.Host+"/fennmoor/"+name)
			if status != http.StatusOK || css == "" {
				t.Errorf("%s: %d", name, status)
			}
			fonts = fonts || strings.Contains(css, "fonts/")
		}
	}
	if !fonts {
		t.Error("no style sheet names a font")
	}
	if status, body := fetch(t, app.URL+"/sites/fennmoor/releases/2.zip"); status != http.StatusOK ||
		!strings.HasPrefix(body, "PK") {
		t.Errorf("zip: %d", status)
	}
	// What visitors see is not deleted; another release is.
	for number, want := range map[string]int{"1": http.StatusConflict, "2": http.StatusOK, "7": http.StatusNotFound} {
		if status, _ := post(t, app.URL+"/sites/fennmoor/releases/"+number+"/delete", nil, nil); status != want &&
			number != "7" {
			t.Errorf("deleting release %s: %d, want %d", number, status, want)
		}
	}
	host := app.HostFor("fennmoor")
	host.Password = "wrong"
	if err := app.Store.SetHost(t.Context(), "fennmoor", host); err != nil {
		t.Fatal(err)
	}
	if p, body := publish(""); p.State != store.Failed || !strings.Contains(body, "refuses the name and password") ||
		!strings.Contains(body, "is kept") {
		t.Errorf("a host that refuses: %.400s", body)
	}
	host.URL = "http://127.0.0.1:1/dav"
	if err := app.Store.SetHost(t.Context(), "fennmoor", host); err != nil {
		t.Fatal(err)
	}
	if p, body := publish(""); p.State != store.Failed || !strings.Contains(body, "does not answer") {
		t.Errorf("a host that is away: %.400s", body)
	}
}

// A password goes to no server but the one it was given for, and never back to a page.
func TestPasswordStaysWithItsServer(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	path := app.URL + "/sites/fennmoor/host"
	form := func(address, password string) url.Values {
		return url.Values{"url": {address}, "public": {app.Host + "/fennmoor"}, "username": {"designer"},
			"password": {password}}
	}
	elsewhere := "https://elsewhere.test/dav"
	status, body := post(t, path, form(elsewhere, ""), nil)
	if status != http.StatusUnprocessableEntity || !strings.Contains(body, "type the password") || !strings.Contains(body,
		elsewhere) {
		t.Errorf("another server without a password: %d", status)
	}
	kept, err := app.Store.Credentials(t.Context(), "fennmoor")
	if err != nil || kept.URL != app.HostFor("fennmoor").URL {
		t.Errorf("it was taken: %s (%v)", kept.URL, err)
	}
	if status, _ := post(t, path, form(app.Host+"/dav/another", ""), nil); status != http.StatusOK {
		t.Errorf("another folder of the same server: %d", status)
	}
	if status, _ := post(t, path, form(elsewhere, "new secret"), nil); status != http.StatusOK {
		t.Errorf("another server with its password: %d", status)
	}
	if kept, err = app.Store.Credentials(t.Context(), "fennmoor"); err != nil || kept.Password != "new secret" {
		t.Errorf("the new password is not kept: %v", err)
	}
	if _, body := fetch(t, app.URL+"/sites/fennmoor/releases"); strings.Contains(body, "new secret") {
		t.Error("the page shows the password")
	}
	if _, body := fetch(t, app.URL+"/sites/fennmoor/releases"); strings.Contains(body, "unencrypted") {
		t.Error("https is warned of")
	}
	if _, body := post(t, path, form("http://elsewhere.test/dav", "s"), nil); !strings.Contains(body, "unencrypted") {
		t.Error("http is not warned of")
	}
}

// A CSV file is uploaded as a browser does it, and made into a block; a file too large says so.
func TestUpload(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	upload := func(path, content string) (int, string) {
		t.Helper()
		var body bytes.Buffer
		form := multipart.NewWriter(&body)
		if err := form.WriteField("version", "0"); err != nil {
			t.Fatal(err)
		}
		file, err := form.CreateFormFile("file", "evenings.csv")
		if err != nil {
			t.Fatal(err)
		}
		if _, err := io.WriteString(file, content); err != nil {
			t.Fatal(err)
		}
		if err := form.Close(); err != nil {
			t.Fatal(err)
		}
		return ask(t, http.MethodPost, app.URL+path, http.Header{"Content-Type": {form.FormDataContentType()}}, &body)
	}
	list := "\ufeffPlan;Price per pupil;Note\r\nTwilight;\"4,50 €\";\"an hour\nbefore dark\"\r\nMidnight;\"7,00 €\";\r\n"
	if status, page := upload("/sites/fennmoor/paste", list); status != http.StatusOK || !strings.Contains(page,
		"4.50 EUR") || !strings.Contains(page, `value="evenings"`) {
		t.Errorf("read: %d %.300s", status, page)
	}
	if status, page := upload("/sites/fennmoor/paste/make", list); status != http.StatusOK || !strings.Contains(page,
		"Twilight") || !strings.Contains(page, "an hour before dark") {
		t.Errorf("made: %d", status)
	}
	if status, page := upload("/sites/fennmoor/paste", strings.Repeat("a,b\n",
		5<<20/4)); status != http.StatusUnprocessableEntity || !strings.Contains(page, "5.0 MB") {
		t.Errorf("5 MB: %d %.200s", status, page)
	}
	if status, page := upload("/sites/fennmoor/paste", "PK\x03\x04\x00\xff"); status != http.StatusUnprocessableEntity ||
		!strings.Contains(page, "archive is damaged") {
		t.Errorf("a packed file: %d %.200s", status, page)
	}
}
