package render_test

import (
	"fmt"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"testing"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/demo"
	"rubrel/render"
	"rubrel/testkit/chromium"
)

// A4, in inches (ISO 216).
const paperWide, paperHigh = 8.27, 11.69

// On paper every page says something, every record stands on one page with all that it says, and a heading on that of
// what it heads: with the grounds that a printer leaves out, and without them.
func TestPaper(t *testing.T) {
	t.Parallel()
	b := chromium.Launch(t, 1200, 900)
	for _, scheme := range []document.Scheme{document.LightScheme, document.DarkScheme} {
		site := parse(t, demo.Fennmoor)
		site.House.Scheme = scheme
		files, err := render.Release(site, loadDresses(t), now)
		if err != nil {
			t.Fatal(err)
		}
		chromium.Once(t, func() {
			address := serveFiles(t, files)
			for _, page := range site.Pages {
				b.Open(address + pageFile(site, page))
				b.FontsLoaded()
				at := filepath.Join(t.TempDir(), page.ID+".pdf")
				b.PrintOn(at, paperWide, paperHigh)
				checkPaper(t, site, page, fmt.Sprint(page.ID, ", ", scheme), paperPages(t, at))
			}
		}, string(scheme), bytesOf(files))
	}
}

// paperPages are the words on each page of a PDF file, without what hyphens and spaces make of them.
func paperPages(t *testing.T, path string) []string {
	t.Helper()
	out, err := exec.Command("pdftotext", "-layout", path, "-").Output()
	if err != nil {
		t.Fatal(err)
	}
	var pages []string
	for page := range strings.SplitSeq(strings.TrimSuffix(string(out), "\f"), "\f") {
		pages = append(pages, bare(page))
	}
	return pages
}

var notWord = regexp.MustCompile(`[^\p{L}\p{N}]+`)

func bare(text string) string { return notWord.ReplaceAllString(text, "") }

// checkPaper looks for blank pages and torn records.
func checkPaper(t *testing.T, site *document.Site, page document.Page, what string, pages []string) {
	t.Helper()
	for i, text := range pages {
		if text == "" {
			t.Errorf("%s: page %d of %d is blank", what, i+1, len(pages))
		}
	}
	for _, band := range page.Bands {
		for _, id := range band.Blocks {
			block, _ := site.BlockByID(id)
			set := site.SetOf(block)
			for _, r := range set.Records {
				name, last := bare(set.Set.NameOf(r)), bare(lastSaid(r))
				torn := name != "" && last != ""
				for _, text := range pages {
					torn = torn && !(strings.Contains(text, name) && strings.Contains(text, last))
				}
				if torn {
					t.Errorf("%s: %s of %s is torn: no page has it with %q", what, set.Set.NameOf(r), id, lastSaid(r))
				}
			}
		}
	}
}

// lastSaid is what is said last of a person or a review, in a word that no line parts.
func lastSaid(r kind.Record) string {
	if mail := kind.Text(r.Facts, "email"); mail != "" {
		return strings.Split(mail, "@")[0]
	}
	return kind.Text(r.Facts, "source")
}
