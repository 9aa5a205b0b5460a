package svg_test

import (
	"encoding/xml"
	"io"
	"slices"
	"strings"
	"testing"

	"rubrel/core/svg"
	"rubrel/testkit/chromium"
)

const head = `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" viewBox="0 0 24 24">`

// What drawing programs write is kept as it looks, and no more than that.
func TestClean(t *testing.T) {
	for _, c := range []struct{ what, file, want string }{
		{"one colour", head + `<path fill="#333" d="M0 0h4v4z"/></svg>`,
			`<svg viewBox="0 0 24 24"><path d="M0 0h4v4z" fill="currentColor"></path></svg>`},
		{"no colour at all", head + `<circle cx="1" cy="2" r="3"/></svg>`,
			`<svg viewBox="0 0 24 24"><circle cx="1" cy="2" r="3"></circle></svg>`},
		{"two colours, one in a style", head + `<g style="fill: rgb(0, 0, 255); -x-y: url(evil)"><rect width="4" ` +
			`height="4"/>` +
			`<rect width="2" height="2" fill="red"/></g></svg>`,
			`<svg viewBox="0 0 24 24"><g fill="#0000ff"><rect width="4" height="4"></rect><rect width="2" height="2" ` +
				`fill="#ff0000"></rect></g></svg>`},
		{"what a program notes", `<?xml version="1.0"?><!-- made with --><svg xmlns="http://www.w3.org/2000/svg" ` +
			`xmlns:p="urn:program" width="30px" height="20" p:version="1"><title>Logo</title><metadata><p:x/></metadata>` +
			`<defs><style>.a{}</style></defs><p:view/><path class="a" id="b" d="M1 1"/></svg>`,
			`<svg viewBox="0 0 30 20"><path d="M1 1"></path></svg>`},
		{"paint of the root", `<svg viewBox="0 0 8 8" fill="none" stroke="black" stroke-width="2"><path d="M1 1h2"/></svg>`,
			`<svg viewBox="0 0 8 8"><g fill="none" stroke="currentColor" stroke-width="2"><path d="M1 1h2"></path></g></svg>`},
		{"script and handlers", head + `<script>alert(1)</script><path d="M1 1" onclick="alert(1)"/>` +
			`<foreignObject><p>x</p></foreignObject><a xlink:href="javascript:alert(1)"><path d="M9 9"/></a></svg>`,
			`<svg viewBox="0 0 24 24"><path d="M1 1"></path></svg>`},
		{"an attribute that is none", head + `<path d="M1 1&quot; onload=&quot;alert(1)"/><path d="M2 2"/></svg>`,
			`<svg viewBox="0 0 24 24"><path></path><path d="M2 2"></path></svg>`},
	} {
		got, err := svg.Clean([]byte(c.file))
		if err != nil || got.SVG != c.want {
			t.Errorf("%s:\n%s (%v), want\n%s", c.what, got.SVG, err, c.want)
		}
		if again, err := svg.Clean([]byte(got.SVG)); err != nil || again.SVG != got.SVG {
			t.Errorf("%s: cleaned again it is %s (%v)", c.what, again.SVG, err)
		}
	}
}

// What cannot be drawn without what is left out is refused, with what to do.
func TestCleanRefuses(t *testing.T) {
	for file, want := range map[string]string{
		"":                                             "no svg element",
		"<html><svg/></html>":                          "no svg element",
		head + `<path d="M1 1"/>`:                      "no SVG file",
		head + "</svg>":                                "nothing in it",
		`<svg><path d="M1 1"/></svg>`:                  "how large",
		head + `<use href="#a"/></svg>`:                "<use>",
		head + `<text>Logo</text></svg>`:               "<text>",
		head + `<image href="a.png"/></svg>`:           "<image>",
		head + `<path d="M1 1" fill="url(#g)"/></svg>`: "gradient",
		`<!DOCTYPE svg [<!ENTITY a "b">]>` + head + `<path d="M1 1"/></svg>`:     "entities",
		head + strings.Repeat("<g>", 40) + strings.Repeat("</g>", 40) + "</svg>": "in each other",
		head + strings.Repeat(`<path d="M1 1"/>`, 2100) + "</svg>":               "elements",
		strings.Repeat(" ", svg.MostBytes+1):                                     "KB",
	} {
		if got, err := svg.Clean([]byte(file)); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%.60q: %v %v, want an error about %q", file, got, err, want)
		}
	}
}

// Nothing but shapes, places and paint is left of any attack, wherever in a file it stands.
func TestAttacks(t *testing.T) {
	all := chromium.Attacks(t)
	if len(all) < 300 {
		t.Fatalf("the corpus has %d attacks", len(all))
	}
	kept := 0
	for _, attack := range all {
		for _, file := range []string{attack, head + attack + `<path d="M1 1h2"/></svg>`,
			head + `<path d="` + attack + `"/><path d="M1 1h2"/></svg>`,
			head + `<path style="` + strings.ReplaceAll(attack, `"`, "'") + `" d="M1 1h2"/></svg>`} {
			drawing, err := svg.Clean([]byte(file))
			if err != nil {
				continue
			}
			kept++
			checkShapes(t, file, drawing)
		}
	}
	if kept < 300 {
		t.Errorf("%d files are taken: the attacks hardly meet the cleaning", kept)
	}
}

// checkShapes reads a drawing with the standard library's parser and allows what an icon is made of, said once more
// here.
func checkShapes(t testing.TB, file string, drawing svg.Drawing) {
	t.Helper()
	elements := []string{"svg", "g", "path", "circle", "ellipse", "rect", "line", "polyline", "polygon"}
	decoder := xml.NewDecoder(strings.NewReader(drawing.SVG))
	for {
		token, err := decoder.Token()
		if err == io.EOF {
			return
		}
		if err != nil {
			t.Fatalf("%.80q becomes %q: %v", file, drawing.SVG, err)
		}
		switch token := token.(type) {
		case xml.StartElement:
			if !slices.Contains(elements, token.Name.Local) {
				t.Fatalf("%.80q keeps an element: %q", file, drawing.SVG)
			}
			for _, a := range token.Attr {
				if strings.HasPrefix(a.Name.Local, "on") || strings.Contains(a.Name.Local, "href") || a.Name.Local == "style" ||
					strings.ContainsAny(a.Value, ":<>&;") {
					t.Fatalf("%.80q keeps an attribute: %q", file, drawing.SVG)
				}
			}
		case xml.CharData, xml.Comment, xml.Directive, xml.ProcInst:
			t.Fatalf("%.80q keeps text: %q", file, drawing.SVG)
		}
	}
}

func FuzzClean(f *testing.F) {
	f.Add(head + `<g transform="rotate(4)"><path style="fill:red" d="M1 1h2"/></g></svg>`)
	for _, attack := range chromium.Attacks(f)[:40] {
		f.Add(head + attack + "</svg>")
	}
	f.Fuzz(func(t *testing.T, file string) {
		drawing, err := svg.Clean([]byte(file))
		if err != nil {
			return
		}
		checkShapes(t, file, drawing)
		if again, err := svg.Clean([]byte(drawing.SVG)); err != nil || again.SVG != drawing.SVG {
			t.Fatalf("cleaned again, %q is %q (%v)", drawing.SVG, again.SVG, err)
		}
	})
}
