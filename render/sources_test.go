package render_test

import (
	"fmt"
	"net/http"
	"net/http/httptest"
	"path"
	"path/filepath"
	"strings"
	"testing"

	"rubrel/testkit"
	"rubrel/testkit/chromium"
)

// unlike lists the pictures for which Chromium has chosen another file than its rule asks for at the width at which
// they are shown, which is the first with pixels enough; a picture that is cut to another shape is as wide as all of
// it would be.
const unlike = `(async () => {
	const pictures = [...document.querySelectorAll('img[srcset]')];
	const wrong = [];
	for (const picture of pictures) {
		picture.loading = 'eager';
		await picture.decode();
		const box = picture.getBoundingClientRect();
		const whole = Math.max(box.width, box.height * picture.naturalWidth / picture.naturalHeight);
		const files = picture.srcset.split(', ').map((source) => source.split(' '));
		const density = (i) => Number.parseInt(files[i][1]) / whole, asked = devicePixelRatio;
		let i = 0;
		while (i + 1 < files.length && density(i) < asked) i++;
		if (!picture.currentSrc.endsWith(files[i][0])) wrong.push([picture.closest('[data-record]')?.dataset.record,
			whole.toFixed(1), picture.currentSrc.split('/').pop(), files[i][0], picture.sizes].join(' '));
	}
	return pictures.length > 0 ? wrong : ['no picture'];
})()`

// Browsers fetch the file that fits, at six widths and two densities of pixels: the sizes that are written are those at
// which pictures are shown (HTML, section 4.8.4).
func TestPictureSources(t *testing.T) {
	t.Parallel()
	b := chromium.Launch(t, 1200, 900)
	person := func(name, featured string) map[string]string {
		return map[string]string{"name": name, "position": "Werkstatt", "picture": name, "shows": "decorative",
			"featured": featured}
	}
	box := func(picture string) map[string]string {
		return map[string]string{"title": "Halle", "text": "Zwölf Meter hoch.", "picture": picture, "shows": "decorative"}
	}
	galleries := []testkit.Gallery{
		{Kind: "team", Forms: []string{"cards", "profile"}, Records: []map[string]string{
			person("maren", "yes"), person("oskar", ""), person("telescope", ""), person("ruth", "")}},
		{Kind: "boxes", Forms: []string{"mixed", "rows"}, Records: []map[string]string{box("maren"),
			box("telescope"), box("oskar"), box("ruth")}},
		{Kind: "callouts", Facts: map[string]string{"picture": "telescope", "shows": "decorative"},
			Forms: []string{"around"}, Records: []map[string]string{{"title": "Spiegel", "place": "20% 70%"},
				{"title": "Sucher", "place": "50% 30%"}}},
	}
	for _, g := range galleries {
		g.Pictures = []string{"maren", "oskar", "telescope", "ruth"}
		forms := g.Forms
		g.Forms = nil // each on a page of its own, at an address of its own: a browser takes a file that it has already
		folder, _ := testkit.Publish(t, g.Site(t))
		server := httptest.NewServer(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			_, name, _ := strings.Cut(r.URL.Path[1:], "/")
			http.ServeFile(w, r, filepath.Join(folder, filepath.FromSlash(path.Clean("/"+name))))
		}))
		t.Cleanup(server.Close)
		for _, form := range forms {
			for _, width := range []int64{360, 480, 640, 900, 1200, 1600} {
				for _, density := range []float64{1, 2} {
					b.Dense(width, 900, density)
					b.Open(fmt.Sprintf("%s/%s-%d-%v/%s", server.URL, form, width, density, g.PageOf(form)))
					for _, wrong := range chromium.Eval[[]string](b, unlike) {
						t.Errorf("%s as %s at %d and %v: %s", g.Kind, form, width, density, wrong)
					}
				}
			}
		}
	}
}
