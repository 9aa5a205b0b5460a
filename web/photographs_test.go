package web_test

import (
	"bytes"
	"fmt"
	"image"
	"image/color"
	"image/jpeg"
	"mime/multipart"
	"net/http"
	"os"
	"path/filepath"
	"slices"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"golang.org/x/sync/errgroup"

	"rubrel/testkit/chromium"
	"rubrel/web"
)

// photographs writes so many JPEG files, each another.
func photographs(t testing.TB, n, w, h int) []string {
	t.Helper()
	folder := t.TempDir()
	p := image.NewRGBA(image.Rect(0, 0, w, h))
	files := make([]string, n)
	for i := range files {
		for y := range h {
			for x := range w {
				p.SetRGBA(x, y, color.RGBA{uint8(x * (i + 1) / 16), uint8(y / 4), uint8(8 * i), 255})
			}
		}
		var out bytes.Buffer
		if err := jpeg.Encode(&out, p, nil); err != nil {
			t.Fatal(err)
		}
		files[i] = filepath.Join(folder, fmt.Sprintf("photo %d.jpg", i+1))
		if err := os.WriteFile(files[i], out.Bytes(), 0o600); err != nil {
			t.Fatal(err)
		}
	}
	return files
}

// lostAnswer makes the first upload of a page arrive without the page hearing of it.
const lostAnswer = `(() => {
	const send = XMLHttpRequest.prototype.send;
	let lost = false;
	XMLHttpRequest.prototype.send = function (body) {
		if (lost) return send.call(this, body);
		lost = true;
		const arrives = new XMLHttpRequest();
		arrives.open('POST', document.getElementById('drop').action);
		arrives.setRequestHeader('Accept', 'application/json');
		arrives.addEventListener('load', () => this.dispatchEvent(new ProgressEvent('error')));
		send.call(arrives, body);
	};
	return true;
})()`

// Thirty photographs are chosen at once, one answer is lost on its way, and a second person edits meanwhile: all
// arrive, each once, and so do all edits.
func TestThirtyPhotographs(t *testing.T) {
	t.Parallel()
	const n = 30
	app := shared.Start(t)
	files := photographs(t, n, 640, 480)
	b := chromium.Launch(t, 1280, 800)
	b.Open(app.URL + "/sites/fennmoor/pictures")
	b.Await("document.readyState === 'complete' && document.querySelectorAll('.pictures img').length >= 0")
	before := chromium.Eval[int](b, "document.querySelectorAll('.pictures img').length")
	chromium.Eval[bool](b, lostAnswer)
	b.Run(chromedp.SetUploadFiles("#files", files))
	b.Click("#drop .button")
	colleague := &desk{bench: "fennmoor/blocks/memberships", cell: "fact/dusk/price:month:eur"}
	colleague.view = viewOf(t, app.URL+"/sites/"+colleague.bench+"/")
	for range 10 {
		colleague.edit(t, app.URL)
	}
	b.Await(fmt.Sprintf("document.querySelectorAll('.pictures img').length === %d", before+n))
	l, err := app.Store.Load(t.Context(), "fennmoor")
	if err != nil {
		t.Fatal(err)
	}
	if got := len(l.Site.Pictures); got != before+n {
		t.Errorf("the site has %d pictures, want %d", got, before+n)
	}
	for i := range n {
		if _, ok := l.Site.PictureByID(fmt.Sprintf("photo-%d", i+1)); !ok {
			t.Errorf("photo %d is missing", i+1)
		}
	}
}

// How much longer another person's edits take, at the 95th percentile, while thirty photographs of 12 megapixels come
// in.
func BenchmarkEditsBesidePhotographs(b *testing.B) {
	web.LetGarbageLie()
	app := shared.Start(b)
	if err := app.Store.CreateSite(b.Context(), "four", withSkills(b, 4)); err != nil {
		b.Fatal(err)
	}
	d := &desk{bench: "four/blocks/many", cell: "fact/skill-1/value"}
	d.view = viewOf(b, app.URL+"/sites/"+d.bench+"/")
	p95 := func(of []time.Duration) float64 {
		slices.Sort(of)
		return float64(of[len(of)*95/100])
	}
	file, err := os.ReadFile(photographs(b, 1, 4000, 3000)[0])
	if err != nil {
		b.Fatal(err)
	}
	paced := func() {
		d.edit(b, app.URL)
		time.Sleep(20 * time.Millisecond) // a person, not a load
	}
	for b.Loop() {
		d.took = nil
		for range 400 {
			paced()
		}
		alone := p95(d.took)
		d.took = nil
		var group errgroup.Group
		group.SetLimit(2) // as the page sends them
		done := make(chan error, 1)
		go func() {
			for i := range 30 {
				group.Go(func() error { return sendPhotograph(app.URL, fmt.Sprintf("large %d.jpg", i), file) })
			}
			done <- group.Wait()
		}()
		for ended := false; !ended; {
			select {
			case err := <-done:
				if err != nil {
					b.Fatal(err)
				}
				ended = true
			default:
				paced()
			}
		}
		b.ReportMetric(p95(d.took)/alone, "p95-beside/alone")
		b.ReportMetric(alone/1e6, "p95-alone-ms")
	}
}

// sendPhotograph sends one picture as its page does.
func sendPhotograph(app, name string, file []byte) error {
	var body bytes.Buffer
	form := multipart.NewWriter(&body)
	for name, value := range map[string]string{"version": "0", "tab": "photographs"} {
		if err := form.WriteField(name, value); err != nil {
			return err
		}
	}
	part, err := form.CreateFormFile("file", name)
	if err == nil {
		_, err = part.Write(file)
	}
	if err == nil {
		err = form.Close()
	}
	if err != nil {
		return err
	}
	response, err := http.Post(app+"/sites/fennmoor/pictures", form.FormDataContentType(), &body)
	if err != nil {
		return err
	}
	defer response.Body.Close()
	if response.StatusCode != http.StatusOK {
		return fmt.Errorf("%s: %s", name, response.Status)
	}
	return nil
}
