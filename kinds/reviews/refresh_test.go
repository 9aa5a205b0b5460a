package reviews_test

import (
	"encoding/json"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/kinds"
	"rubrel/standin/reviewsite"
	"rubrel/testkit"
)

// read asks the pages of a source as the application does, and proposes what they say.
func read(t *testing.T, set kind.Set, server *httptest.Server, path string) kind.Proposal {
	t.Helper()
	k, _ := kinds.All().Named("reviews")
	source := k.Sources[0]
	set.Axes = map[string][]kind.Item{"sources": {{ID: "guide", Facts: map[string]kind.Value{
		"label": kind.TextValue("Guide"), "address": kind.TextValue("https://guide.example" + path)}}}}
	var pages []kind.SourcePage
	for _, page := range source.Pages(set) {
		for page.Address != "" {
			response, err := http.Get(server.URL + strings.TrimPrefix(page.Address, "https://guide.example"))
			if err != nil {
				t.Fatal(err)
			}
			page.Body = []byte(strings.ReplaceAll(string(body(t, response)), server.URL, "https://guide.example"))
			pages = append(pages, page)
			page = kind.SourcePage{Address: source.Next(page), Of: page.Of}
		}
	}
	answer, err := source.Gather(pages)
	if err != nil {
		t.Fatal(err)
	}
	proposal, err := source.Propose(set, kind.Scene{Locale: "en", Now: testkit.When}, answer)
	if err != nil {
		t.Fatal(err)
	}
	return proposal
}

func body(t *testing.T, response *http.Response) []byte {
	t.Helper()
	defer response.Body.Close()
	var out strings.Builder
	if err := response.Write(&out); err != nil {
		t.Fatal(err)
	}
	_, content, _ := strings.Cut(out.String(), "\r\n\r\n")
	return []byte(content)
}

// What a site says is proposed as new, changed and gone, from pages and from feeds; taken once, nothing is left, and
// nothing is there twice; a text is shown as it was written.
func TestRefresh(t *testing.T) {
	for _, path := range []string{"/jsonld", "/microdata", "/atom", "/rss"} {
		site := reviewsite.New()
		server := httptest.NewServer(site)
		defer server.Close()
		g := testkit.Gallery{Kind: "reviews", Forms: []string{"grid"}, Records: []map[string]string{
			of("name", "Wil", "rating", "5", "text", "Came for the comet. Got the comet.", "source", "Guide", "link",
				"https://guide.example/r/wil"),
			of("name", "ida brennan", "rating", "5", "text", "The ring of Saturn, with my own eyes,   at nine years old. That "+
				"was me, not my daughter: I am forty-one, and felt nine.", "source", "Guide"),
			of("name", "Gone Girl", "rating", "1", "text", "Never again.", "source", "Guide"),
			of("name", "By letter", "rating", "3", "text", "Hm.", "source", "By letter")}}
		e := g.Hang(t)
		set := func() kind.Set { s, _ := e.Site.SetByID("s"); return s.Set }
		first := read(t, set(), server, path)
		if first.Said != "4 new, 2 changed, 1 gone" && first.Said != "4 new, 1 changed, 1 gone" {
			t.Errorf("%s: %s", path, first.Said)
		}
		take(e, first)
		if n := len(set().Records); n != 8 {
			t.Errorf("%s: %d reviews", path, n)
		}
		again := read(t, set(), server, path)
		if again.Said != "0 new, 0 changed, 1 gone" {
			t.Errorf("%s: read again: %s: %+v", path, again.Said, again.Lines)
		}
		escaped := 0
		for _, r := range set().Records {
			if kind.Text(r.Facts, "name") != "Abel & Co. <partners>" {
				continue
			}
			escaped++
			if text := kind.Text(r.Facts, "text"); text != `We came as twelve, and \*everybody\* saw the moon.` {
				t.Errorf("%s: the text is %q", path, text)
			}
		}
		if escaped != 1 {
			t.Errorf("%s: the name with signs of markup is there %d times", path, escaped)
		}
		// On the site one is changed and one withdrawn.
		now := site.Reviews()
		now[1].Text, now = "Warmer than I wrote.", now[:5]
		site.Set(now)
		later := read(t, set(), server, path)
		if later.Said != "0 new, 1 changed, 2 gone" {
			t.Errorf("%s: later: %s", path, later.Said)
		}
		for _, line := range later.Lines {
			if line.Remove != "" && !line.Left || line.Remove == "" && line.Left {
				t.Errorf("%s: %+v is taken unless somebody leaves it", path, line)
			}
		}
	}
}

// take takes what is proposed unless it is left.
func take(e *testkit.Exhibit, p kind.Proposal) {
	fresh := document.AddRecords{Set: "s"}
	for _, line := range p.Lines {
		for _, edit := range line.Edits {
			e.Do(document.SetFact{Set: "s", Record: edit.Record, Key: edit.Key, Text: edit.Text})
		}
		if line.Add != nil && !line.Left {
			fresh.Records = append(fresh.Records, line.Add)
		}
	}
	e.Do(fresh)
}

// A page that says no review says so.
func TestNothingToRead(t *testing.T) {
	k, _ := kinds.All().Named("reviews")
	for text, want := range map[string]string{"<p>Hello.</p>": "no review", "": "empty"} {
		_, err := k.Sources[0].Gather([]kind.SourcePage{{Address: "https://a.example/", Of: "Guide", Body: []byte(text)}})
		if err == nil || !strings.Contains(err.Error(), want) || !strings.Contains(err.Error(), "Guide") {
			t.Errorf("%q: %v", text, err)
		}
	}
	if _, err := k.Sources[0].Propose(kind.Set{Kind: k}, kind.Scene{}, []byte("{")); err == nil {
		t.Error("what is no answer is read")
	}
	if text, err := json.Marshal(k.Sources[0].Pages(kind.Set{Kind: k})); err != nil || string(text) != "null" {
		t.Errorf("a set without addresses asks %s", text)
	}
}
