package web_test

import (
	"net/http/httptest"
	"testing"

	"github.com/chromedp/chromedp/kb"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/dresses"
	"rubrel/examples/notes"
	"rubrel/kinds"
	"rubrel/store"
	"rubrel/testkit"
	"rubrel/testkit/chromium"
	"rubrel/web"
)

// The editor offers what a cell can be: icons as they are drawn, words, places of the site. Typing narrows it, arrows
// walk it, Enter and a click take one; what is typed in full is kept as it is.
func TestEditorsOffer(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	b := chromium.Launch(t, 1280, 800)
	b.Open(app.URL + "/sites/fennmoor/blocks/training/")
	b.Await("document.querySelector('.cur')")
	offered := "[...document.querySelectorAll('#offers:not([hidden]) [role=option]')]"
	icon := "fact/open-nights/icon"
	b.Click(cell(icon))
	b.Press(kb.Enter)
	b.Await(offered + ".length > 20 && " + offered + "[0].querySelector('svg')")
	b.Await(offered + ".slice(0, 3).every((e) => document.querySelector('#grid').textContent.includes(e.dataset.text))")
	b.Press("money") // by what they mean
	b.Await("['coins', 'wallet', 'banknote'].every((name) => " + offered + ".some((e) => e.dataset.text === name))")
	b.Press(kb.Escape)
	b.Press(kb.Enter)
	b.Press("moon")
	b.Await(offered + "[0]?.dataset.text === 'moon'")
	b.CheckAccessibility("an editor that offers icons")
	b.Press(kb.ArrowDown, kb.Enter)
	shown(b, icon, "moon")
	b.Await("document.getElementById('offers').hidden")
	everyFrame(b, "page.querySelector('[data-record=open-nights] svg')")
	b.Click(cell(icon))
	b.Press(kb.Enter)
	b.Await(offered + ".length > 20")
	b.Press("star")
	b.Await(offered + ".length > 0 && " + offered + "[0].dataset.text === 'star'")
	b.Click("#offers [data-text=star]")
	shown(b, icon, "star")
	b.Click(cell(icon))
	b.Press("users", kb.Enter) // in full
	shown(b, icon, "users")

	b.Open(app.URL + "/sites/fennmoor/blocks/memberships/")
	ready(b)
	b.Click(cell("fact/dusk/link"))
	b.Press(kb.Enter)
	b.Await(offered + ".some((e) => e.dataset.text === 'schools.html#evenings')")
	b.Press(kb.Escape)
	b.Await("document.getElementById('offers').hidden && document.getElementById('editor').hidden")
}

// A text of several lines is edited with its lines, and keys write the marks of emphasis and links.
func TestTextOfSeveralLines(t *testing.T) {
	t.Parallel()
	k, err := notes.Declaration()
	if err != nil {
		t.Fatal(err)
	}
	k.Fields = append(
		k.Fields,
		kind.Field{Name: "story", Label: "story", Help: "all of it", Type: kind.RichType{Most: 400}},
	)
	if k, err = kind.New(k); err != nil {
		t.Fatal(err)
	}
	registry := append(kinds.All(), k) // dresses have looks for the kinds that ship
	address, err := shared.NewURL(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	s, err := store.Open(t.Context(), address, registry, store.Options{Key: testkit.Key})
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(s.Close)
	tree, site, err := document.New("Noting", "en", "almanac", registry)
	if err != nil {
		t.Fatal(err)
	}
	result, err := document.Apply(tree, site, document.AddBlock{Name: "Notes", Set: k.Fresh(k, "en")})
	if err != nil {
		t.Fatal(err)
	}
	if err := s.CreateSite(t.Context(), "noting", result.Tree); err != nil {
		t.Fatal(err)
	}
	dressed, err := dresses.Load(registry)
	if err != nil {
		t.Fatal(err)
	}
	server, err := web.New(s, registry, dressed, web.Options{})
	if err != nil {
		t.Fatal(err)
	}
	handler, err := server.Handler()
	if err != nil {
		t.Fatal(err)
	}
	listening := httptest.NewServer(handler)
	t.Cleanup(func() { listening.CloseClientConnections(); listening.Close() })
	b := chromium.Launch(t, 1280, 800)
	b.Open(listening.URL + "/sites/noting/blocks/notes/")
	b.Await("document.querySelector('.cur')")
	story := "fact/note-1/story"
	b.Click(cell(story))
	b.Press("We are ")
	b.Chord("b", "Control")
	b.Await("document.getElementById('editor').value === 'We are ****'")
	b.Press("open", kb.End)
	b.Chord(kb.Enter, "Alt")
	b.Press("on Fridays", kb.Enter)
	b.Await("document.querySelector('" + cell(story) + "').dataset.text === 'We are **open**\\non Fridays'")
	l, err := s.Load(t.Context(), "noting")
	if err != nil {
		t.Fatal(err)
	}
	set, _ := l.Site.SetByID("notes")
	if got := set.Records[0].Facts["story"].(kind.RichText); got.HTML() !=
		"<p>We are <strong>open</strong>\non Fridays</p>" {
		t.Errorf("it is kept as %q", got)
	}
}
