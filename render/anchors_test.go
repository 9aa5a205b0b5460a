package render_test

import (
	"fmt"
	"math"
	"path/filepath"
	"testing"

	"rubrel/core/document"
	"rubrel/core/look"
	"rubrel/demo"
	"rubrel/kinds"
	"rubrel/render"
	"rubrel/testkit/chromium"
)

// boxes are where a badge and its card lie, in CSS px, with the card's padding.
type boxes struct{ Badge, Card, Inner [4]float64 } // left, top, right, bottom

// A badge stands at the place and the edge that are said, so far from there, also where text runs from the right.
func TestBadgesStandAtTheirAnchors(t *testing.T) {
	t.Parallel()
	registry := loadDresses(t)
	folder := t.TempDir()
	b := chromium.Launch(t, 1200, 900)
	b.LessMotion(true)
	for _, language := range []string{"en", "ar"} {
		for _, edge := range []string{"inside", "on", "over"} {
			for _, down := range []string{"top", "center", "bottom"} {
				site, tree, err := document.Parse(demo.Fennmoor, kinds.All())
				if err != nil {
					t.Fatal(err)
				}
				batch := document.Batch{Changes: []document.Change{document.SetLanguage{Language: language}}}
				across := map[string]string{"dusk": "start", "meridian": "center", "zenith": "end"}
				for record, at := range across {
					batch.Changes = append(batch.Changes,
						document.SetFact{Set: "memberships", Record: record, Key: "badge", Text: "Chosen"},
						document.SetLook{Block: "memberships", Key: look.Key{Record: record, Part: "badge", Property: "anchor"},
							Text: fmt.Sprintf("%s %s %s 6px 4px", down, at, edge)})
				}
				result, err := document.Apply(tree, site, batch)
				if err != nil {
					t.Fatal(err)
				}
				files, err := render.Proof(result.Site, registry, "memberships", now)
				if err != nil {
					t.Fatal(err)
				}
				write(t, folder, files)
				b.Open("file://" + filepath.Join(folder, "index.html"))
				for record, at := range across {
					is := chromium.Eval[boxes](b, fmt.Sprintf(`(() => {
						const card = document.querySelector('[data-record=%s]'), box = (e) => { const r = e.getBoundingClientRect();
							return [r.left, r.top, r.right, r.bottom]; };
						const c = box(card), s = getComputedStyle(card), px = (side) =>
							parseFloat(s['padding' + side]) + parseFloat(s['border' + side + 'Width']);
						return { Badge: box(card.querySelector('.rb-badge')), Card: c, Inner: [c[0] + px('Left'), c[1],
							c[2] - px('Right'), c[3]] };
					})()`, record))
					checkAnchor(t, fmt.Sprintf("%s %s %s, %s", down, at, edge, language), is, down, at, edge, language == "ar")
				}
			}
		}
	}
}

// checkAnchor compares where the middle of a badge is with where it should be.
func checkAnchor(t *testing.T, what string, is boxes, down, across, edge string, fromRight bool) {
	t.Helper()
	wide, high := is.Badge[2]-is.Badge[0], is.Badge[3]-is.Badge[1]
	out := map[string]float64{"inside": 0.5, "on": 0, "over": -0.5}[edge] // of its size, into the card
	toward := 1.0
	start, end, innerStart, innerEnd := is.Card[0], is.Card[2], is.Inner[0], is.Inner[2]
	if fromRight {
		toward, start, end, innerStart, innerEnd = -1, end, start, innerEnd, innerStart
	}
	var x, y float64
	switch down {
	case "top":
		y = is.Card[1] + out*high
	case "bottom":
		y = is.Card[3] - out*high
	default:
		y = (is.Card[1] + is.Card[3]) / 2
	}
	switch {
	case across == "center":
		x = (innerStart + innerEnd) / 2
	case down == "center" && across == "start":
		x = start + toward*out*wide
	case down == "center":
		x = end - toward*out*wide
	case across == "start":
		x = innerStart + toward*wide/2
	default:
		x = innerEnd - toward*wide/2
	}
	x, y = x+toward*6, y+4
	if gotX, gotY := (is.Badge[0]+is.Badge[2])/2, (is.Badge[1]+is.Badge[3])/2; math.Abs(gotX-x) > 2.6 ||
		math.Abs(gotY-y) > 2.6 {
		t.Errorf("%s: the badge is at %.1f, %.1f, want %.1f, %.1f in %v", what, gotX, gotY, x, y, is.Card)
	}
}
