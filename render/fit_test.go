package render_test

import (
	"encoding/json"
	"fmt"
	"maps"
	"math"
	"slices"
	"testing"

	"rubrel/core/document"
	"rubrel/core/measure"
	"rubrel/core/typeset"
	"rubrel/demo"
	"rubrel/dresses"
	"rubrel/render"
	"rubrel/testkit/chromium"
)

// How texts are set without a browser is how Chromium sets them: for every form of both demo sites in every dress, at
// every width, the room of each text within a pixel (five beside figures), its size within a tenth, and as many lines
// in 99 of 100 cases.
func TestFitIsWhatChromiumSets(t *testing.T) {
	t.Parallel()
	registry := loadDresses(t)
	b := chromium.Launch(t, 1200, 900)
	compared, wrong := 0, 0
	var looks []func()
	var said []string
	sites := demo.Sites()
	for _, name := range slices.Sorted(maps.Keys(sites)) {
		text := sites[name]
		for _, dress := range registry.Names() {
			site := parse(t, text)
			site.House.Dress = dress
			files, err := render.Release(site, registry, now)
			if err != nil {
				t.Fatal(err)
			}
			address := serveFiles(t, files)
			said = append(said, bytesOf(files))
			for _, page := range site.Pages {
				texts := map[string][]setText{}
				for _, band := range page.Bands {
					for _, id := range band.Blocks {
						texts[id] = setTexts(t, site, registry, id)
					}
				}
				written, err := json.Marshal(texts)
				if err != nil {
					t.Fatal(err)
				}
				said = append(said, string(written))
				looks = append(looks, func() {
					b.Open(address + pageFile(site, page))
					b.FontsLoaded()
					for i, width := range site.Widths {
						b.Size(int64(width.Frame), 900)
						for id := range texts {
							n, w := compareFit(t, b, site, id, texts[id], i, name+" in "+dress)
							compared, wrong = compared+n, wrong+w
						}
					}
				})
			}
		}
	}
	chromium.Once(t, func() {
		for _, look := range looks {
			look()
		}
		checkLines(t, compared, wrong)
	}, said...)
}

// checkLines fails where too many of the texts that were compared have another number of lines.
func checkLines(t *testing.T, compared, wrong int) {
	t.Helper()
	t.Logf("%d texts compared, %d with another number of lines", compared, wrong)
	if compared < 1000 || wrong*100 > compared {
		t.Errorf("%d of %d texts have another number of lines", wrong, compared)
	}
}

func pageFile(site *document.Site, page document.Page) string {
	if page.ID == site.Pages[0].ID {
		return "index.html"
	}
	return page.ID + ".html"
}

// measured is what Chromium says of one text: the room of its content box, its font size and its lines.
type measured struct {
	Found      bool
	Room, Size float64
	Lines      int
}

// setText is a text of a block as it is set without a browser.
type setText struct {
	Record, Part, Text string
	Width              int
	Room, Size         float64
	Lines              []typeset.Line
	Whole              bool // it is set in one size
	Beside             bool // something stands beside it on its line
}

// setTexts are the texts of a block at every width.
func setTexts(t *testing.T, site *document.Site, registry dresses.Registry, id string) []setText {
	t.Helper()
	subject, err := render.Subject(site, registry, id, now)
	if err != nil {
		t.Fatal(err)
	}
	texts, ok := subject.Texts()
	if !ok {
		return nil
	}
	var list []setText
	texts.Each(func(s *measure.SetText) {
		list = append(list, setText{s.Record, s.Part, s.Text, s.At.Width, s.Room, s.Style.Size, s.Lines, s.Pieces == nil,
			s.Beside != nil && s.Beside(s.At.Width) != nil})
	})
	return list
}

func compareFit(t *testing.T, b *chromium.Browser, site *document.Site, id string, texts []setText, width int,
	where string) (compared, wrong int) {
	t.Helper()
	texts = slices.DeleteFunc(slices.Clone(texts), func(text setText) bool { return text.Width != width })
	if len(texts) == 0 {
		return 0, 0 // in a script that no shipped font has
	}
	question, err := json.Marshal(texts)
	if err != nil {
		t.Fatal(err)
	}
	answers := chromium.Eval[[]measured](b, fmt.Sprintf(`%s.map(({ Record, Part, Text }) => {
		const all = [...document.querySelectorAll('#%s [data-record="' + Record + '"] .rb-' + Part)];
		const e = all.find((e) => getComputedStyle(e).visibility !== 'hidden' && e.getClientRects().length &&
			e.textContent.includes(Text)) ?? all.find((e) => e.getClientRects().length && e.textContent.includes(Text));
		if (!e) return { Found: false };
		const walker = document.createTreeWalker(e, NodeFilter.SHOW_TEXT);
		let node;
		while ((node = walker.nextNode()) && !node.data.includes(Text)) { /* the text's own node */ }
		const range = document.createRange(), nodes = node ? [node] : [];
		if (!node) {
			const all = document.createTreeWalker(e, NodeFilter.SHOW_TEXT); // the rectangles of paragraphs are no lines
			for (let next = all.nextNode(); next; next = all.nextNode()) nodes.push(next);
		}
		const rectangles = nodes.flatMap((each) => { range.selectNodeContents(each); return [...range.getClientRects()]; });
		let lines = 0, bottom = -Infinity; // pieces that stand beside each other, as one in bold does, are on one line
		for (const r of rectangles.filter((r) => r.width > 0).sort((a, b) => a.top - b.top)) {
			if (r.top > bottom - r.height / 2) { lines++; bottom = r.bottom; }
		}
		const own = node?.parentElement.clientWidth && getComputedStyle(node.parentElement).display !== 'inline'
			? node.parentElement : e, box = getComputedStyle(own);
		return { Found: true, Room: own.clientWidth - parseFloat(box.paddingLeft) - parseFloat(box.paddingRight),
			Size: parseFloat(getComputedStyle(node?.parentElement ?? e).fontSize), Lines: lines };
	})`, question, id))
	for i, text := range texts {
		got := answers[i]
		if !got.Found {
			continue
		}
		compared++
		// What stands on one line may be as wide as its words only; its room is what it may grow to.
		shrunk := got.Lines == 1 && got.Room < text.Room
		tolerated := 1.01
		if text.Beside {
			tolerated = 5 // tabular figures are wider than those that are measured
		}
		if !shrunk && math.Abs(got.Room-text.Room) > tolerated {
			t.Errorf("%s, %s, %s of %s, %s: the room is %.1f px, Chromium has %.1f", where, id, text.Part, text.Record,
				site.Widths[width].Name, text.Room, got.Room)
		}
		if !text.Whole {
			continue // each part of the line has its own size
		}
		if got.Size-text.Size > 0.1 || text.Size-got.Size > 0.1 {
			t.Errorf("%s, %s, %s of %s, %s: the size is %.2f px, Chromium has %.2f", where, id, text.Part, text.Record,
				site.Widths[width].Name, text.Size, got.Size)
		}
		if got.Lines != len(text.Lines) {
			wrong++
			t.Logf("%s, %s, %s of %s, %s: %q has %d lines, Chromium %d", where, id, text.Part, text.Record,
				site.Widths[width].Name, text.Text, len(text.Lines), got.Lines)
		}
	}
	return compared, wrong
}
