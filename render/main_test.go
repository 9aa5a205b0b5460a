package render_test

import (
	"crypto/sha256"
	"encoding/json"
	"fmt"
	"net/http"
	"net/http/httptest"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"rubrel/core/document"
	"rubrel/core/release"
	"rubrel/demo"
	"rubrel/dresses"
	"rubrel/kinds"
	"rubrel/render"
	"rubrel/testkit/chromium"
	"rubrel/testkit/documents"
)

func TestMain(m *testing.M) { chromium.Main(m) }

var all = kinds.All()

// now is when the samples are rendered.
var now = time.Date(2026, 11, 24, 12, 0, 0, 0, time.UTC)

func loadDresses(t testing.TB) dresses.Registry {
	t.Helper()
	registry, err := dresses.Load(all)
	if err != nil {
		t.Fatal(err)
	}
	return registry
}

func parse(t testing.TB, text []byte) *document.Site {
	t.Helper()
	site, _, err := document.Parse(text, all)
	if err != nil {
		t.Fatal(err)
	}
	return site
}

// memberships is the demo document with its first set, block and page alone.
func memberships(t testing.TB) []byte {
	t.Helper()
	var tree map[string]any
	if err := json.Unmarshal(demo.Fennmoor, &tree); err != nil {
		t.Fatal(err)
	}
	keep := func(object any, name string) {
		for other := range object.(map[string]any) {
			if other != name {
				delete(object.(map[string]any), other)
			}
		}
	}
	keep(tree["sets"], "memberships")
	keep(tree["blocks"], "memberships")
	keep(tree["pages"], "membership")
	keep(tree["pages"].(map[string]any)["membership"].(map[string]any)["bands"], "plans")
	text, err := json.Marshal(tree)
	if err != nil {
		t.Fatal(err)
	}
	return text
}

// changed is the demo's memberships after some changes.
func changed(t testing.TB, changes ...document.Change) *document.Site {
	t.Helper()
	site, tree, err := document.Parse(memberships(t), all)
	if err != nil {
		t.Fatal(err)
	}
	for _, change := range changes {
		result, err := document.Apply(tree, site, change)
		if err != nil {
			t.Fatalf("%s: %v", change.Label(site), err)
		}
		site, tree = result.Site, result.Tree
	}
	return site
}

// withPound is the demo with a second currency, converted and rounded, and one price of its own in it.
func withPound(t testing.TB) *document.Site {
	t.Helper()
	pound := func(key, text string) document.Change {
		return document.SetFact{Set: "memberships", Axis: "currencies", Item: "gbp", Key: key, Text: text}
	}
	return changed(t, document.AddItem{Set: "memberships", Axis: "currencies", Text: "gbp"}, pound("rate", "0.8571"),
		pound("rounding", "ending .99"),
		document.SetFact{Set: "memberships", Record: "dusk", Key: "price:month:gbp", Text: "7.50"},
		document.SetFact{Set: "memberships", Key: "opens", Text: "a year"})
}

// asMatrix shows a site's first block as a matrix.
func asMatrix(t testing.TB, site *document.Site) *document.Site {
	t.Helper()
	site.Blocks[0].Form = "matrix"
	return site
}

// listOf makes a site with one price list of n plans and m features.
func listOf(t testing.TB, n, m int) *document.Site {
	t.Helper()
	return parse(t, listText(t, n, m))
}

func listText(t testing.TB, n, m int) []byte {
	t.Helper()
	text, err := json.Marshal(documents.Plans(n, m))
	if err != nil {
		t.Fatal(err)
	}
	return text
}

// samples are the sites on which exports are checked: the demo in every dress and scheme, and what is awkward.
func samples(t testing.TB) map[string]*document.Site {
	t.Helper()
	fact := func(key, text string) document.Change {
		return document.SetFact{Set: "memberships", Record: "dusk", Key: key, Text: text}
	}
	long := strings.Repeat("Mitgliedschaftsbeitragsermäßigung", 2)
	return map[string]*document.Site{
		"almanac":      changed(t),
		"currencies":   withPound(t),
		"matrix":       changed(t, document.SetForm{Block: "memberships", Form: "matrix"}),
		"matrix of 12": asMatrix(t, listOf(t, 12, 20)),
		"slipway":      changed(t, document.Redress{Dress: "slipway"}),
		"markup": changed(t, fact("title", `<script>alert(1)</script>`), fact("subtitle", `"><img src=x onerror=alert(1)>`),
			fact("button", "</a></style><b>"), document.SetFact{Set: "memberships", Axis: "features", Item: "darkroom",
				Key: "name", Text: `</ul><iframe src="javascript:alert(1)">`},
			document.Rename{Block: "memberships", Name: `A & B "quoted" <i>`}),
		"long": changed(t, fact("title", long), fact("subtitle", strings.Repeat("word ", 39)),
			fact("badge", strings.Repeat("B", 40)),
			fact("price:month:eur", "9999999999.99"), fact("feature:darkroom", strings.Repeat("unbreakable", 10))),
		"no plans": changed(t, document.RemoveRecord{Set: "memberships", Record: "dusk"},
			document.RemoveRecord{Set: "memberships", Record: "meridian"}, document.RemoveRecord{Set: "memberships",
				Record: "zenith"}),
		"one plan": changed(t, document.RemoveRecord{Set: "memberships", Record: "dusk"},
			document.RemoveRecord{Set: "memberships", Record: "zenith"}),
		"no feature": changed(t, document.FeatureRecord{Set: "memberships", Record: "meridian"}),
		"40 plans":   listOf(t, 40, 6),
		"5 plans":    listOf(t, 5, 24),
		"bare":       listOf(t, 3, 0),
		"fennmoor":   parse(t, demo.Fennmoor),
		"saltline":   parse(t, demo.Saltline),
		"full":       full(t),
		"offer": changed(t, fact("price:month:eur", "9.00 was 12.00"), fact("until", "2026-12-31 23:59 Europe/Dublin"),
			fact("trial", "First month free"),
			document.SetFact{Set: "memberships", Key: "amounts", Text: "by first period"}, document.SetFact{Set: "memberships",
				Key: "lists", Text: "what is new"},
			document.SetFact{Set: "memberships", Key: "stand", Text: "joined"}, document.SetFact{Set: "memberships",
				Key: "shape", Text: "chips"}, document.SetFact{Set: "memberships", Key: "quiet", Text: "a month"}),
	}
}

// full is a list of 4 plans with 24 features, 3 periods and 3 currencies.
func full(t testing.TB) *document.Site {
	t.Helper()
	site, tree, err := document.Parse(listText(t, 4, 24), all)
	if err != nil {
		t.Fatal(err)
	}
	say := func(axis, item, key, text string) document.Change {
		return document.SetFact{Set: "s", Axis: axis, Item: item, Key: key, Text: text}
	}
	for _, change := range []document.Change{
		document.AddItem{Set: "s", Axis: "periods", Text: "year"}, say("periods", "year", "rule", "2 free"),
		document.AddItem{Set: "s", Axis: "periods", Text: "quarter"}, say("periods", "quarter", "rule", "10% off"),
		document.AddItem{Set: "s", Axis: "currencies", Text: "GBP"}, say("currencies", "gbp", "rate", "0.8571"),
		say("currencies", "gbp", "rounding", "ending .99"),
		document.AddItem{Set: "s", Axis: "currencies", Text: "JPY"}, say("currencies", "jpy", "rate", "162.45"),
		say("currencies", "jpy", "rounding", "to 10"),
	} {
		result, err := document.Apply(tree, site, change)
		if err != nil {
			t.Fatalf("%s: %v", change.Label(site), err)
		}
		site, tree = result.Site, result.Tree
	}
	return site
}

// bytesOf is all that a release says.
func bytesOf(files []release.File) string {
	hash := sha256.New()
	for _, f := range files {
		fmt.Fprintf(hash, "%s %d %s %d ", f.Path, len(f.Bytes), f.Held, f.Wide)
		hash.Write(f.Bytes)
	}
	return string(hash.Sum(nil))
}

// write puts a release into a folder of its own.
func write(t testing.TB, folder string, files []release.File) {
	t.Helper()
	for _, f := range files {
		path := filepath.Join(folder, filepath.FromSlash(f.Path))
		if err := os.MkdirAll(filepath.Dir(path), 0o755); err != nil {
			t.Fatal(err)
		}
		content, err := render.Content(t.Context(), f, nil)
		if err != nil {
			t.Fatal(err)
		}
		if err := os.WriteFile(path, content, 0o644); err != nil {
			t.Fatal(err)
		}
	}
}

// serveFiles serves a release at an address of its own.
func serveFiles(t testing.TB, files []release.File) string {
	t.Helper()
	folder := t.TempDir()
	write(t, folder, files)
	server := httptest.NewServer(http.FileServer(http.Dir(folder)))
	t.Cleanup(server.Close)
	return server.URL + "/"
}
