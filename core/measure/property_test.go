package measure_test

import (
	"encoding/base64"
	"encoding/json"
	"fmt"
	"math"
	"os"
	"path/filepath"
	"testing"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/measure"
	"rubrel/core/typeset"
	"rubrel/testkit/chromium"
)

// said are a value of every property of a look that differs from what it is at first.
var said = map[string]string{"color": "#204060", "background-image": "dots(#888, 3px, 16px)",
	"background-color": "#e0e0e0", "accent-color": "#a03020", "font-family": "Spectral", "font-size": "23px",
	"font-weight": "600", "font-style": "italic", "line-height": "2", "letter-spacing": "0.05em", "word-spacing": "0.4em",
	"text-transform": "capitalize", "text-decoration": "underline",
	"text-underline-offset": "0.3em", "text-shadow": "0 1px 2px #0003",
	"text-align": "center", "align-self": "start", "display": "block", "class": "own", "id": "own",
	look.StandsProperty: "after title", look.AnchorProperty: "top start on", "order": "2",
	"max-width": "30ch", "stroke-width": "3px", "width": "90px",
	"height": "30px", "aspect-ratio": "1 / 1", "opacity": "0.5", "flex-direction": "column", "padding": "8px",
	"margin": "8px", "grid-template-columns": "2", "gap": "8px", "border": "3px solid #888", "border-radius": "8px",
	"box-shadow": "0 2px 8px 0 #0003", "clip-path": "circle", "filter": "0 4px 12px #0004", "translate": "0 -4px",
	"scale": "1.2", "transition-duration": "300ms", "transition-timing-function": "ease-in", "animation-name": "fade",
	"animation-duration": "500ms", "animation-delay": "100ms", "animation-timing-function": "ease-in",
	"animation-range-start": "entry 50%"}

const phrase = "open nights, any friday"

// block is a block of one part whose look is a sheet, with two of the shipped fonts, and their CSS.
func block(t *testing.T, sheet look.Sheet) (measure.Subject, string) {
	t.Helper()
	book, css := &typeset.Book{}, ""
	for _, f := range []struct {
		family, file string
		weight       int
	}{{"Figtree", "figtree", 400}, {"Figtree", "figtree", 600}, {"Spectral", "spectral", 400}} {
		at := filepath.Join("..", "..", "dresses", "fonts", fmt.Sprintf("%s-latin-%d-normal.woff", f.file, f.weight))
		file, err := os.ReadFile(at)
		if err != nil {
			t.Fatal(err)
		}
		if err := book.Add(f.family, f.weight, file); err != nil {
			t.Fatal(err)
		}
		css += fmt.Sprintf("@font-face{font-family:%q;font-weight:%d;src:url(data:font/woff;base64,%s)}", f.family, f.weight,
			base64.StdEncoding.EncodeToString(file))
	}
	k := &kind.Kind{Name: "sample", Fields: []kind.Field{{Name: "title"}}, Parts: []kind.Part{{Name: "title", Text: true}},
		Forms: []kind.Form{{Name: "plain", Room: func(_ kind.View, r kind.Ruler, _ string) float64 { return r.Frame() },
			Runs: func(kind.View) []kind.Run { return []kind.Run{{Part: "title", Text: phrase}} }}}}
	set := document.Set{ID: "set", Set: kind.Set{Kind: k}}
	site := &document.Site{Sets: []document.Set{set},
		Blocks: []document.Block{{ID: "block", SetID: "set", Form: "plain", Look: sheet}}}
	widths := look.DefaultWidths()
	house := look.Sheet{look.Key{Part: "title", Property: "font-family"}: look.Family{"Figtree"}}
	return measure.Subject{Site: site, Block: &site.Blocks[0], Book: book, View: kind.View{Locale: "en", Widths: widths,
		Set: set.Set}, Cascade: look.Cascade{House: house, Block: sheet, Widths: widths}}.Measured(), css
}

// A property sets text if and only if Chromium sets it wider or narrower for it, and then it is measured so: a new one
// cannot be forgotten.
func TestPropertiesThatSetText(t *testing.T) {
	b := chromium.Launch(t, 1200, 900)
	_, fonts := block(t, nil)
	var declarations []string
	for _, p := range look.Properties() {
		value, err := p.Parse(said[p.Name], look.Vocabulary{})
		if err != nil {
			t.Fatalf("the test says no value of %s: %v", p.Name, err)
		}
		css := ""
		if !p.Layout && p.Carrier == "" {
			css = p.Name + ":" + value.CSS()
		}
		declarations = append(declarations, css)
	}
	question, err := json.Marshal(declarations)
	if err != nil {
		t.Fatal(err)
	}
	widths := chromium.Eval[[]float64](b, fmt.Sprintf(`(async () => {
		const style = document.head.appendChild(document.createElement('style'));
		style.textContent = %s;
		await Promise.all([...document.fonts].map((f) => f.load()));
		const span = document.body.appendChild(document.createElement('span')), range = document.createRange();
		span.textContent = %s;
		range.selectNodeContents(span.firstChild);
		const wide = (css) => {
			span.style.cssText = 'font:16px Figtree;white-space:nowrap;' + css;
			return range.getBoundingClientRect().width;
		};
		return ['', ...%s].map(wide);
	})()`, chromium.Quote(fonts), chromium.Quote(phrase), question))
	for i, p := range look.Properties() {
		plain, drawn := widths[0], widths[i+1]
		if changes := math.Abs(drawn-plain) > 0.01; changes != p.SetsText {
			t.Errorf("%s: SetsText is %v, and Chromium's width goes from %.2f to %.2f px", p.Name, p.SetsText, plain, drawn)
		}
		if !p.SetsText {
			continue
		}
		value, err := p.Parse(said[p.Name], look.Vocabulary{})
		if err != nil {
			t.Fatal(err)
		}
		subject, _ := block(t, look.Sheet{look.Key{Part: "title", Property: p.Name}: value})
		if got, ok := subject.View.Measure.TextWidth("title", "", phrase, 0); !ok || math.Abs(got-drawn) > 0.5 {
			t.Errorf("%s: %.2f px are measured, Chromium has %.2f", p.Name, got, drawn)
		}
	}
}
