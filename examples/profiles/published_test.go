package profiles_test

import (
	"bytes"
	"crypto/sha256"
	"encoding/base64"
	"encoding/hex"
	"image"
	"image/color"
	"image/png"
	"strings"
	"testing"
	"time"

	"rubrel/core/document"
	"rubrel/dresses"
	"rubrel/examples/profiles"
	"rubrel/kinds"
	"rubrel/render"
	"rubrel/testkit"
	"rubrel/testkit/chromium"
)

func TestMain(m *testing.M) { chromium.Main(m) }

// site has two profiles, of which one says everything, with a picture in the document.
func site(t *testing.T, answers string) (*document.Site, dresses.Registry) {
	t.Helper()
	k, err := profiles.Declaration()
	if err != nil {
		t.Fatal(err)
	}
	all := append(kinds.All(), k)
	drawn := image.NewRGBA(image.Rect(0, 0, 60, 40))
	for i := range drawn.Pix {
		drawn.Set(i%60, i/60%40, color.RGBA{uint8(i), 90, 120, 255})
	}
	var file bytes.Buffer
	if err := png.Encode(&file, drawn); err != nil {
		t.Fatal(err)
	}
	sum := sha256.Sum256(file.Bytes())
	tree := map[string]any{
		"rubrel":   1.0,
		"name":     "Profiles",
		"language": "en",
		"house":    map[string]any{"dress": "almanac"},
		"pictures": map[string]any{
			"ida": map[string]any{"order": "i", "file": hex.EncodeToString(sum[:]), "type": "image/png",
				"width": 60.0, "height": 40.0, "cells": base64.StdEncoding.EncodeToString(make([]byte, 1024)),
				"data": base64.StdEncoding.EncodeToString(file.Bytes())},
		},
		"sets": map[string]any{"people": map[string]any{"kind": "profiles", "name": "People", "order": "i",
			"facts": map[string]any{"answers": answers}, "records": map[string]any{
				"ida": map[string]any{"order": "a", "facts": map[string]any{"name": "Ida Marsh", "picture": "ida",
					"alt": "Ida at the dome", "badge": "Warden", "about": "Keeps the **dome** turning, and [writes](notes.html).",
					"skills": "Optics\nWinter nights", "link": "https://example.test/ida", "link-text": "More of Ida",
					"link-spoken": "More of Ida Marsh", "link-opens": "in a new window", "link-trust": "no"}},
				"sol": map[string]any{"order": "b", "facts": map[string]any{"name": "Sol Reed"}}}}},
		"blocks": map[string]any{"people": map[string]any{"order": "i", "name": "People", "set": "people", "form": "grid"}},
		"pages": map[string]any{"index": map[string]any{"order": "i", "title": "People", "bands": map[string]any{
			"people": map[string]any{"order": "i", "blocks": map[string]any{"people": map[string]any{"order": "i"}}}}}},
	}
	made, err := document.Decode(tree, all)
	if err != nil {
		t.Fatal(err)
	}
	registry, err := dresses.Load(all)
	if err != nil {
		t.Fatal(err)
	}
	return made, registry
}

// The shared parts that no kind has yet ship as the others do: sound HTML that everybody can use, pictures that keep
// their room, links as they are said.
func TestProfilesShip(t *testing.T) {
	for answers, selector := range map[string]string{"the button": ".rb-link", "the name": ".rb-lead",
		"the whole profile": ".rb-link"} {
		made, registry := site(t, answers)
		folder, address := testkit.PublishIn(t, made, registry)
		chromium.CheckHTML(t, folder)
		b := chromium.Launch(t, 900, 900)
		b.Open(address)
		b.CheckAccessibility("profiles, " + answers)
		b.Await("(() => { const i = document.querySelector('.rb-picture'); i.loading = 'eager'; return i.complete && " +
			"i.naturalWidth === 60 && i.getBoundingClientRect().height > 0; })()")
		link := "document.querySelector('[data-record=ida] " + selector + "')"
		if got := b.Text(link + ".target + ' ' + " + link + ".rel + ' ' + " + link + ".ariaLabel"); got !=
			"_blank noopener nofollow More of Ida Marsh" {
			t.Errorf("the link is %q", got)
		}
		// What lies under the middle of the name: the link where the whole record answers, or the name itself.
		under := b.Text("(() => { const r = document.querySelector('[data-record=ida] .rb-name').getBoundingClientRect(); " +
			"return document.elementFromPoint(r.left + 20, r.top + r.height / 2).className; })()")
		if want := map[string]string{"the button": "rb-name", "the name": "rb-lead",
			"the whole profile": "rb-link"}[answers]; !strings.Contains(under, want) {
			t.Errorf("%s: under the name lies %q", answers, under)
		}
		if n := chromium.Eval[int](b, "document.querySelectorAll('[data-record=ida] :is(.rb-link, "+
			".rb-lead)').length"); n != 1 {
			t.Errorf("%s: %d links lead on", answers, n)
		}
		// A link in the text is above that in both.
		if got := b.Text("(() => { " +
			"const r = document.querySelector('[data-record=ida] .rb-about a').getBoundingClientRect(); " +
			"return document.elementFromPoint(r.left + r.width / 2, r.top + r.height / 2).getAttribute('href'); })()"); got !=
			"notes.html" {
			t.Errorf("%s: the link in the text leads to %q", answers, got)
		}
		if n := chromium.Eval[int](b, "document.querySelectorAll('[data-record=sol] > *').length"); n != 2 {
			t.Errorf("a profile that says its name alone has %d elements, want its name and the divider", n)
		}
	}
	made, registry := site(t, "the button")
	snippet, err := render.Snippet(made, registry, "people", false, nil, time.Now())
	if err != nil || !strings.Contains(string(snippet), `src="data:image/png;base64,`) {
		t.Errorf("a snippet brings its pictures: %v", err)
	}
}
