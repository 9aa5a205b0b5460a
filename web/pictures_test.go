package web_test

import (
	"archive/zip"
	"bytes"
	"image"
	"image/color"
	"image/png"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"

	"rubrel/core/document"
	"rubrel/core/release"
	"rubrel/dresses"
	"rubrel/kinds"
	"rubrel/render"
	"rubrel/testkit/chromium"
)

// bands writes a picture that goes from white on the left to black on the right.
func bands(t *testing.T) string {
	t.Helper()
	p := image.NewNRGBA(image.Rect(0, 0, 64, 64))
	for y := range 64 {
		for x := range 64 {
			p.SetNRGBA(x, y, color.NRGBA{uint8(255 - 4*x), uint8(255 - 4*x), uint8(255 - 4*x), 255})
		}
	}
	var out bytes.Buffer
	if err := png.Encode(&out, p); err != nil {
		t.Fatal(err)
	}
	path := filepath.Join(t.TempDir(), "Two Bands.png")
	if err := os.WriteFile(path, out.Bytes(), 0o600); err != nil {
		t.Fatal(err)
	}
	return path
}

// A picture is added, shown as the ground of the cards at every width, found wanting, veiled in one act, and goes out
// with a release, a snippet and the document; while it is shown it cannot be removed.
func TestPictureAsGround(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	b := chromium.Launch(t, 1280, 800)
	b.Open(app.URL + "/sites/fennmoor/pictures")
	b.Run(chromedp.SetUploadFiles("#files", []string{bands(t)}))
	b.Click("#drop .button")
	b.Await("[...document.querySelectorAll('.pictures img')].some((i) => i.src.endsWith('two-bands') && i.naturalWidth " +
		"=== 64)")
	b.CheckAccessibility("pictures")

	b.Open(app.URL + benchPath + "/?part=card")
	ready(b)
	b.Click(cell("look/card.background-image"))
	b.Press("picture(nowhere)", kb.Enter)
	b.Await("document.getElementById('said').textContent.includes('no picture \"nowhere\"')")
	b.Press(kb.Escape)
	b.Click(cell("look/card.background-image"))
	b.Press("picture(two-bands)", kb.Enter)
	everyFrame(b, "getComputedStyle(page.querySelector('.rb-card')).backgroundImage.includes('/pictures/two-bands.') && "+
		"getComputedStyle(page.querySelector('.rb-card')).backgroundSize === 'cover'")
	if loaded := chromium.Eval[bool](b, inProof("wide", "(async () => { const i = new Image(); i.src = "+
		"/url\\(\"(.*)\"\\)/.exec(getComputedStyle(page.querySelector('.rb-card')).backgroundImage)[1]; await i.decode(); "+
		"return i.naturalWidth === 64; })()")); !loaded {
		t.Error("the picture does not load in the proof")
	}
	veils := "[...document.querySelectorAll('.mark-line')].filter((e) => e.textContent.includes('a veil of'))"
	b.Await(veils + ".length > 0")
	for chromium.Eval[int](b, veils+".length") > 0 {
		before := b.Text(veils + "[0].textContent")
		chromium.Eval[bool](b, veils+"[0].querySelector('[data-mend]').click() ?? true")
		b.Await(veils + "[0]?.textContent !== " + chromium.Quote(before))
	}
	b.Await(
		inProof("wide", "getComputedStyle(page.querySelector('.rb-card')).backgroundImage.startsWith('linear-gradient')"),
	)

	b.Open(app.URL + "/sites/fennmoor/pictures")
	b.Click("[aria-label='Remove two-bands']")
	b.Await("document.body.innerText.includes('Memberships shows it')")

	if status, _ := post(t, app.URL+"/sites/fennmoor/releases", nil, nil); status != 200 && status != 303 {
		t.Fatalf("publishing answers %d", status)
	}
	app.Published(t, "fennmoor")
	_, zipped := fetch(t, app.URL+"/sites/fennmoor/releases/1.zip")
	archive, err := zip.NewReader(strings.NewReader(zipped), int64(len(zipped)))
	if err != nil {
		t.Fatal(err)
	}
	if !slices.ContainsFunc(archive.File, func(f *zip.File) bool {
		return strings.HasPrefix(f.Name, "pictures/two-bands.") && f.UncompressedSize64 > 100
	}) {
		t.Error("the release has no picture")
	}
	if _, snippet := fetch(t, app.URL+benchPath+"/snippet.html"); !strings.Contains(snippet,
		"url(data:image/jpeg;base64,") {
		t.Error("the snippet does not bring its picture")
	}
	_, text := fetch(t, app.URL+"/sites/fennmoor/document.json")
	site, _, err := document.Parse([]byte(text), kinds.All())
	if err != nil {
		t.Fatal(err)
	}
	registry, err := dresses.Load(kinds.All())
	if err != nil {
		t.Fatal(err)
	}
	files, err := render.Release(site, registry, time.Now())
	if err != nil || slices.ContainsFunc(files, func(f release.File) bool { return len(f.Bytes) == 0 }) {
		t.Errorf("the document does not stand for itself: %v", err)
	}
}
