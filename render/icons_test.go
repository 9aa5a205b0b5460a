package render_test

import (
	"encoding/json"
	"fmt"
	"html"
	"net/http"
	"net/http/httptest"
	"strings"
	"sync"
	"testing"

	"rubrel/core/svg"
	"rubrel/testkit"
	"rubrel/testkit/chromium"
)

// What is left of attacks does nothing in a page without any policy: nothing runs, nothing is asked for, and a second
// sanitizer finds nothing to take away.
func TestIconsDoNothing(t *testing.T) {
	t.Parallel()
	var drawings []string
	seen, tried := map[string]bool{}, 0
	for _, attack := range chromium.Attacks(t) {
		quoted := html.EscapeString(attack)
		for _, inside := range []string{attack, `<path d="M1 1h2" style="` + quoted + `"/>`, `<path d="` + quoted + `"/>`,
			`<g transform="` + quoted + `" fill="` + quoted + `"><path d="M1 1h2" ` + attack + `/></g>`,
			`<polygon points="` + quoted + `" stroke="` + quoted + `" stroke-width="` + quoted + `"/>`} {
			drawing, err := svg.Clean([]byte(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9">` + inside +
				`<path d="M0 0h9z"/></svg>`))
			if err == nil {
				tried++
			}
			if err == nil && !seen[drawing.SVG] {
				seen[drawing.SVG] = true
				drawings = append(drawings, string(drawing.HTML()))
			}
		}
	}
	if tried < 500 {
		t.Fatalf("%d files are taken: the attacks hardly meet the cleaning", tried)
	}
	var mu sync.Mutex
	var asked []string
	server := httptest.NewServer(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if r.URL.Path != "/" {
			mu.Lock()
			defer mu.Unlock()
			asked = append(asked, r.URL.Path)
			return
		}
		w.Header().Set("Content-Type", "text/html; charset=utf-8")
		fmt.Fprint(w, `<!DOCTYPE html><link rel="icon" href="data:,"><script>window.ran = [];
			for (const name of ['alert', 'confirm', 'prompt', 'open']) window[name] = () => ran.push(name);</script>`,
			strings.Join(drawings, ""))
	}))
	defer server.Close()
	b := chromium.Launch(t, 800, 600)
	b.Open(server.URL + "/")
	chromium.Eval[bool](
		b,
		`(() => { for (const e of document.querySelectorAll('*')) for (const type of ['click', 'mouseover',
		'focus', 'load', 'error']) e.dispatchEvent(new Event(type)); return true; })()`,
	)
	if ran := b.Text("ran.join()"); ran != "" {
		t.Errorf("scripts have run: %s", ran)
	}
	mu.Lock()
	defer mu.Unlock()
	if len(asked) > 0 {
		t.Errorf("the page has asked for %v", asked)
	}
	all, err := json.Marshal(drawings)
	if err != nil {
		t.Fatal(err)
	}
	chromium.Eval[bool](b, chromium.SecondSanitizer(t)+"\ntrue")
	changed := chromium.Eval[[]string](b, fmt.Sprintf(`%s.map((svg) => {
		const holder = document.createElement('div');
		holder.innerHTML = svg;
		const before = holder.innerHTML;
		const clean = document.createElement('div');
		clean.innerHTML = DOMPurify.sanitize(svg, { USE_PROFILES: { svg: true } });
		return clean.innerHTML === before ? '' : clean.innerHTML + ' was ' + before;
	}).filter(Boolean)`, all))
	if len(changed) > 0 {
		t.Errorf("the second sanitizer changes %d of %d: %.300q", len(changed), len(drawings), changed[0])
	}
}

// An icon that occurs several times on a page is drawn once, and seen each time in the colour that it has there.
func TestIconsShipOnce(t *testing.T) {
	t.Parallel()
	g := testkit.Gallery{Kind: "boxes", Forms: []string{"grid", "list"}}
	for range 40 {
		g.Records = append(g.Records, map[string]string{"title": "Halle", "icon": "telescope", "text": "Oben."})
	}
	g.Records[39]["icon"] = "moon"
	folder, address := testkit.Publish(t, g.Site(t))
	b := chromium.Launch(t, 1200, 900)
	b.Open(address)
	if n := chromium.Eval[int](b, "document.querySelectorAll('.rb-icon svg :is(path, circle)').length"); n > 12 {
		t.Errorf("%d shapes are on the page", n)
	}
	if n := chromium.Eval[int](b, `[...document.querySelectorAll('.rb-icon svg')].filter((svg) => {
		const box = svg.getBBox(); return box.width > 8 && box.height > 8; }).length`); n != 80 {
		t.Errorf("%d of 80 icons are seen", n)
	}
	b.CheckAccessibility("icons that ship once")
	chromium.CheckHTML(t, folder)
}
