package web_test

import (
	"net/http/httptest"
	"testing"

	"rubrel/core/document"
	"rubrel/standin/reviewsite"
	"rubrel/store"
	"rubrel/testkit/chromium"
)

// A designer refreshes reviews from a site: sees what is new, changed and gone, leaves one and takes the others as one
// change, which one step takes back; asked again, nothing is new. A site that is slow, faulty, without reviews or
// without an end says so, and nothing is changed.
func TestRefreshReviews(t *testing.T) {
	t.Parallel()
	site := httptest.NewServer(reviewsite.New())
	t.Cleanup(site.Close)
	app := shared.Start(t)
	from := func(path string) {
		t.Helper()
		l, err := app.Store.Load(t.Context(), "fennmoor")
		if err != nil {
			t.Fatal(err)
		}
		if _, err := app.Store.Edit(t.Context(), "fennmoor", store.Author{Actor: "another"}, l.Version, document.SetFact{
			Set: "voices", Axis: "sources", Item: "guide", Key: "address", Text: site.URL + path}); err != nil {
			t.Fatal(err)
		}
	}
	from("/jsonld")
	b := chromium.Launch(t, 1280, 800)
	open := func() {
		b.Open(app.URL + "/sites/fennmoor/blocks/voices/")
		b.Await("document.querySelector('.cur')")
	}
	ask := func() {
		b.Click("[data-source=reviews]")
		b.Await("document.querySelector('#proposal[open] form')")
	}
	open()
	ask()
	b.Await("document.querySelector('#proposal').innerText.includes('2 new, ')")
	b.CheckAccessibility("what a review site says")
	if got := b.Text("[...document.querySelectorAll('#proposal [name=line]')].filter((e) => !e.checked).length + " +
		"''"); got !=
		"0" {
		t.Errorf("%s lines are left unless somebody chooses them, and nothing is gone", got)
	}
	b.Click("#proposal tr:has([value^=new]) label")
	b.Click("#proposal [data-take]")
	b.Await("document.querySelector('#grid').getAttribute('aria-colcount') === '13'")
	ask()
	b.Await("document.querySelector('#proposal').innerText.includes('1 new, 0 changed')")
	b.Click("#proposal .button:not(.is-primary)")
	b.Chord("z", "Control")
	b.Await("document.querySelector('#grid').getAttribute('aria-colcount') === '12'")
	for path, want := range map[string]string{"/faulty": "500", "/empty": "no review", "/endless": "goes on after",
		"/slow": "does not answer"} {
		from(path)
		open()
		ask()
		b.Await("document.querySelector('#proposal .failed')?.textContent.includes(" + chromium.Quote(want) + ")")
		b.Await("document.querySelector('#proposal .failed').textContent.includes('Nothing is changed')")
	}
}
