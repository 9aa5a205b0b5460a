package web_test

import (
	"os"
	"path/filepath"
	"testing"

	"rubrel/store"
	"rubrel/testkit/chromium"
)

// A site that was published to a web host is published to a folder, without the password that the host had; going back,
// it is forgotten.
func TestPublishToAFolder(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	folder := filepath.Join(t.TempDir(), "fennmoor")
	b := chromium.Launch(t, 1280, 800)
	b.Open(app.URL + "/sites/fennmoor/releases")
	was := b.Text("document.querySelector('#url').value")
	b.Type("#url", "file://"+filepath.ToSlash(folder))
	b.Click("form[action$='/host'] button")
	b.Await("document.querySelector('#url').value.startsWith('file:') && !document.querySelector('.fault') && " +
		"document.querySelector('#password').placeholder === '' && document.readyState === 'complete'")
	b.Open(app.URL + "/sites/fennmoor/publish")
	b.Await("document.readyState === 'complete'")
	b.Click("form[action$='/releases'] button.is-primary")
	b.Await("location.pathname.endsWith('/releases') && document.readyState === 'complete'")
	if p := app.Published(t, "fennmoor"); p.State != store.Live {
		t.Fatalf("%s: %s", p.State, p.Problem)
	}
	if page, err := os.ReadFile(filepath.Join(folder, "index.html")); err != nil || len(page) == 0 {
		t.Errorf("the folder has no page (%v)", err)
	}
	b.Open(app.URL + "/sites/fennmoor/releases")
	b.Type("#url", was)
	b.Click("form[action$='/host'] button")
	b.Await("!document.querySelector('.fault') && document.readyState === 'complete' && " +
		"document.querySelector('#url').value === " + chromium.Quote(was))
	if kept, err := app.Store.Credentials(t.Context(), "fennmoor"); err != nil || kept.Password != "" {
		t.Errorf("the password that the host had before the folder is %q (%v)", kept.Password, err)
	}
}
