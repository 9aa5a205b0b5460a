package testkit

import (
	"encoding/json"
	"fmt"
	"net/http"
	"net/http/httptest"
	"os"
	"path/filepath"
	"slices"
	"sync"
	"testing"
	"time"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/demo"
	"rubrel/dresses"
	"rubrel/kinds"
	"rubrel/render"
	"rubrel/testkit/chromium"
)

// Gallery is a set to be shown in the forms of its kind.
type Gallery struct {
	Kind    string
	Dress   string // almanac where none is named
	Scheme  document.Scheme
	Locale  string              // en where none is named
	Facts   map[string]string   // of the set
	Records []map[string]string // by field; "featured" for one that is
	Look    map[string]string   // of every block
	// Axes are items by axis, each by field; they have the IDs i0, i1 and so on.
	Axes map[string][]map[string]string
	// Pictures are those of the demo that the site has.
	Pictures []string
	// Forms are those that are shown, on one page; all, on pages of their own, where none is named.
	Forms []string
}

// When is the time at which galleries are made.
var When = time.Date(2026, 11, 24, 12, 0, 0, 0, time.UTC)

// Exhibit is a gallery's site, on which changes can be made.
type Exhibit struct {
	t    testing.TB
	Site *document.Site
	tree any
}

// Demo is the demo's first site.
func Demo(t testing.TB) *Exhibit {
	t.Helper()
	site, tree, err := document.Parse(demo.Fennmoor, kinds.All())
	if err != nil {
		t.Fatal(err)
	}
	return &Exhibit{t, site, tree}
}

// Look says a value of a block's look.
func (e *Exhibit) Look(block, keyText, text string) {
	e.t.Helper()
	key, err := look.ParseKey(keyText)
	if err != nil {
		e.t.Fatal(err)
	}
	e.Do(document.SetLook{Block: block, Key: key, Text: text})
}

// Do carries out a change.
func (e *Exhibit) Do(change document.Change) {
	e.t.Helper()
	result, err := document.Apply(e.tree, e.Site, change)
	if err != nil {
		e.t.Fatalf("%s: %v", change.Label(e.Site), err)
	}
	e.Site, e.tree = result.Site, result.Tree
}

// Site makes the site.
func (g Gallery) Site(t testing.TB) *document.Site { t.Helper(); return g.Hang(t).Site }

// Hang makes the site so that it can be changed. Records have the IDs r0, r1 and so on; the block and the page of a
// form have its name.
func (g Gallery) Hang(t testing.TB) *Exhibit {
	t.Helper()
	registry := kinds.All()
	k, ok := registry.Named(g.Kind)
	if !ok {
		t.Fatalf("there is no kind %q", g.Kind)
	}
	records := map[string]any{}
	for i, facts := range g.Records {
		record := map[string]any{"order": orderOf(i), "facts": heldOf(k.Fields, facts)}
		if facts["featured"] != "" {
			record["featured"] = true
		}
		records[fmt.Sprintf("r%d", i)] = record
	}
	axes := map[string]any{}
	for name, list := range g.Axes {
		axis, _ := k.AxisNamed(name)
		items := map[string]any{}
		for i, facts := range list {
			items[fmt.Sprintf("i%d", i)] = map[string]any{"order": orderOf(i), "facts": heldOf(axis.Fields, facts)}
		}
		axes[name] = items
	}
	pictures := map[string]any{}
	for i, name := range g.Pictures {
		picture := demo.Drawn(name)
		picture.Order = orderOf(i)
		pictures[name] = picture
	}
	if g.Look == nil {
		g.Look = map[string]string{}
	}
	blocks, pages := map[string]any{}, map[string]any{}
	for i, form := range k.Forms {
		if g.Forms != nil && !slices.Contains(g.Forms, form.Name) {
			continue
		}
		blocks[form.Name] = map[string]any{"order": orderOf(i), "name": form.Title, "set": "s", "form": form.Name,
			"look": g.Look}
		band := map[string]any{"order": orderOf(i), "blocks": map[string]any{form.Name: map[string]any{"order": "i"}}}
		page := form.Name
		if g.Forms != nil {
			page = "all"
		}
		if pages[page] == nil {
			pages[page] = map[string]any{"order": orderOf(i), "title": form.Title, "bands": map[string]any{}}
		}
		pages[page].(map[string]any)["bands"].(map[string]any)[form.Name] = band
	}
	house := map[string]any{"dress": g.Dress, "scheme": g.Scheme}
	if g.Dress == "" {
		house["dress"] = "almanac"
	}
	if g.Scheme == "" {
		house["scheme"] = document.LightScheme
	}
	language := g.Locale
	if language == "" {
		language = "en"
	}
	text, err := json.Marshal(map[string]any{"rubrel": document.Version, "name": "Gallery", "language": language,
		"house": house,
		"sets": map[string]any{"s": map[string]any{"kind": g.Kind, "name": "Set", "order": "i",
			"facts": heldOf(k.SetFields, g.Facts), "axes": axes, "records": records}}, "blocks": blocks, "pages": pages,
		"pictures": pictures})
	if err != nil {
		t.Fatal(err)
	}
	site, tree, err := document.Parse(text, registry)
	if err != nil {
		t.Fatal(err)
	}
	return &Exhibit{t, site, tree}
}

// heldOf is facts as a document holds them.
func heldOf(fields []kind.Field, facts map[string]string) map[string]any {
	held := map[string]any{}
	for key, text := range facts {
		name := kind.ParseFactKey(key).Field
		i := slices.IndexFunc(fields, func(f kind.Field) bool { return f.Name == name })
		if i < 0 {
			continue
		}
		value, err := fields[i].Type.Parse(text)
		if err != nil {
			panic(err)
		}
		held[key] = value
	}
	return held
}

// orderOf is an order key.
func orderOf(i int) string {
	const digits = "0123456789abcdefghijklmnopqrstuvwxyz"
	return "i" + string(digits[i/len(digits)]) + string(digits[i%len(digits)])
}

var shipped = sync.OnceValues(func() (dresses.Registry, error) { return dresses.Load(kinds.All()) })

// Dresses are those that ship.
func Dresses(t testing.TB) dresses.Registry {
	t.Helper()
	registry, err := shipped()
	if err != nil {
		t.Fatal(err)
	}
	return registry
}

// Publish renders a site's release into a folder and serves it. The address ends in a slash.
func Publish(t testing.TB, site *document.Site) (folder, address string) {
	t.Helper()
	return PublishIn(t, site, Dresses(t))
}

// PublishIn is Publish with dresses of other kinds than those that ship.
func PublishIn(t testing.TB, site *document.Site, registry dresses.Registry) (folder, address string) {
	t.Helper()
	files, err := render.Release(site, registry, When)
	if err != nil {
		t.Fatal(err)
	}
	folder = t.TempDir()
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
	server := httptest.NewServer(http.FileServer(http.Dir(folder)))
	t.Cleanup(server.Close)
	return folder, server.URL + "/"
}

// PageOf is the file of a form's page: the first form's is the index.
func (g Gallery) PageOf(form string) string {
	k, _ := kinds.All().Named(g.Kind)
	if k.Forms[0].Name == form {
		return ""
	}
	return form + ".html"
}

// Of makes facts of names and what they say, in turn.
func Of(pairs ...string) map[string]string {
	facts := map[string]string{}
	for i := 0; i < len(pairs); i += 2 {
		facts[pairs[i]] = pairs[i+1]
	}
	return facts
}

// CheckPages publishes a gallery with each of some facts of its set: its pages pass the HTML checker and axe-core, and
// are no wider than windows of some widths.
func CheckPages(t testing.TB, of func(facts map[string]string) Gallery, widths []int64, all ...map[string]string) {
	t.Helper()
	var folders []string
	b := chromium.Launch(t, 1200, 900)
	for _, facts := range all {
		folder, address := Publish(t, of(facts).Site(t))
		folders = append(folders, folder)
		b.Open(address)
		b.CheckAccessibility(fmt.Sprint(facts))
		b.CheckOverflow(fmt.Sprint(facts), widths...)
	}
	chromium.CheckHTML(t, folders...)
}
