package web_test

import (
	"archive/zip"
	"bytes"
	"encoding/base64"
	"io"
	"mime/multipart"
	"net/http"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"

	"rubrel/demo"
	"rubrel/testkit"
	"rubrel/testkit/chromium"
)

// chooseFile makes a block of a list in a file, and waits until its people stand in the proof.
func chooseFile(
	t *testing.T,
	b *chromium.Browser,
	app *testkit.Application,
	name string,
	content []byte,
	people string,
) {
	t.Helper()
	path := filepath.Join(t.TempDir(), name)
	if err := os.WriteFile(path, content, 0o600); err != nil {
		t.Fatal(err)
	}
	b.Open(app.URL + "/sites/fennmoor/paste?kind=team")
	b.Run(chromedp.SetUploadFiles("#file", []string{path}))
	b.Click("button[type=submit]")
	b.Await("document.querySelector('.mapping')")
	b.CheckAccessibility(name)
	b.Click("button[formaction$='/make']")
	b.Await("document.querySelector('[data-width=wide] iframe')")
	everyFrame(b, "[...page.querySelectorAll('.rb-name')].map((e) => e.textContent.replaceAll('\\u00ad', '')).join() === "+
		chromium.Quote(people))
}

// Address cards become people with their photographs, numbers and profiles; a list in an archive finds its pictures by
// their files, and what is wrong with a file is said while the rest is kept.
func TestPeopleComeFromFiles(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	b := chromium.Launch(t, 1280, 800)
	portrait := demo.Drawn("ines").Data
	cards := strings.Join([]string{"BEGIN:VCARD", "VERSION:3.0", "FN:Ida Brandt", "TITLE:Head of the workshop",
		"TEL:+353 1 555 0101", "EMAIL:ida@example.org", "URL;TYPE=Papers:https://papers.example/ida",
		"PHOTO;ENCODING=b;TYPE=JPEG:" + base64.StdEncoding.EncodeToString(portrait), "END:VCARD", "BEGIN:VCARD",
		"VERSION:4.0", "FN:Tom Wilk", "PHOTO:https://example.org/tom.jpg", "END:VCARD", ""}, "\r\n")
	chooseFile(t, b, app, "people.vcf", []byte(cards), "Ida Brandt,Tom Wilk")
	everyFrame(b, "page.querySelector('.rb-picture')?.src.includes('/pictures/ida-brandt.') && "+
		"page.querySelector('.rb-telephone').textContent === '(01) 555 0101' && "+
		"page.querySelector('.rb-profile').href === 'https://papers.example/ida'")
	// A frame may be drawn anew meanwhile.
	b.Await(inProof("wide", "page.querySelector('.rb-picture').complete && "+
		"page.querySelector('.rb-picture').naturalWidth > 99"))

	var archive bytes.Buffer
	w := zip.NewWriter(&archive)
	for name, content := range map[string][]byte{
		"team/list.csv":        []byte("Name;Funktion;Bild\nJörg Ötz;Leitung;Joerg.JPG\nAna;Druck;\n"),
		"team/fotos/joerg.jpg": portrait, "team/fotos/nobody.jpg": portrait, "team/fotos/broken.jpg": []byte("no picture"),
	} {
		f, err := w.Create(name)
		if err == nil {
			_, err = f.Write(content)
		}
		if err != nil {
			t.Fatal(err)
		}
	}
	if err := w.Close(); err != nil {
		t.Fatal(err)
	}
	chooseFile(t, b, app, "team.zip", archive.Bytes(), "Jörg Ötz,Ana")
	everyFrame(b, "page.querySelector('.rb-picture')?.src.includes('/pictures/ida-brandt.')") // it is the same

	status, body := upload(t, app.URL+"/sites/fennmoor/paste", "team.zip", archive.Bytes()[:archive.Len()/2])
	if status != 422 || !strings.Contains(body, "the archive is damaged") {
		t.Errorf("a damaged archive is answered with %d", status)
	}
	status, body = upload(t, app.URL+"/sites/fennmoor/paste", "people.vcf", []byte(cards))
	if status != 200 || !strings.Contains(body, "the photograph is not in the file") {
		t.Errorf("cards with a photograph elsewhere are answered with %d", status)
	}
}

// upload sends a file as the paste screen does, as a list of people.
func upload(t *testing.T, address, name string, content []byte) (status int, body string) {
	t.Helper()
	var form bytes.Buffer
	w := multipart.NewWriter(&form)
	err := w.WriteField("kind", "team")
	if err == nil {
		var part io.Writer
		if part, err = w.CreateFormFile("file", name); err == nil {
			_, err = part.Write(content)
		}
	}
	if err == nil {
		err = w.Close()
	}
	if err != nil {
		t.Fatal(err)
	}
	response, err := http.Post(address, w.FormDataContentType(), &form)
	if err != nil {
		t.Fatal(err)
	}
	defer response.Body.Close()
	answer, err := io.ReadAll(response.Body)
	if err != nil {
		t.Fatal(err)
	}
	return response.StatusCode, string(answer)
}
