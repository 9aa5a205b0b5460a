package web_test

import (
	"net/http"
	"strings"
	"testing"

	"github.com/chromedp/chromedp/kb"

	"rubrel/testkit/chromium"
)

// A new block is chosen among small true pictures of every form in the site's dress: found by what it is for, walked by
// arrows, made by Enter.
func TestChooseABlock(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	b := chromium.Launch(t, 1280, 800)
	b.Open(app.URL + "/sites/fennmoor/")
	b.Type("#name", "Unsere Leistungen")
	b.Press(kb.Enter)
	b.Await("location.pathname.endsWith('/choose') && document.getElementById('name').value === 'Unsere Leistungen'")
	left := "[...document.querySelectorAll('.choice:not([hidden])')]"
	b.Await(left + ".length > 15 && document.activeElement.id === 'find'")
	b.Await(`document.querySelector('.choice iframe').contentDocument?.querySelector('.rb-card .rb-title')
		?.textContent === 'Dusk'`) // what the site says already
	b.CheckAccessibility("the choice of a block")
	b.Press("subscriptions")
	b.Await(left + ".length > 0 && " + left + ".every((e) => e.textContent.includes('Pricing'))")
	b.Type("#find", "no such thing")
	b.Await(left + ".length === 0 && !document.getElementById('none').hidden")
	b.Type("#find", "benefits")
	b.Await(left + ".length > 2 && " + left + ".every((e) => e.textContent.includes('Boxes'))")
	b.Press(kb.ArrowDown)
	b.Await("document.activeElement.textContent.includes('grid')")
	b.Press(kb.ArrowRight)
	b.Await("document.activeElement.textContent.includes('large and small')")
	b.Press(kb.Enter)
	b.Await("document.querySelector('.forms .on')?.dataset.form === 'mixed' && " +
		"document.querySelector('.here, h1, title')?.textContent.includes('Unsere Leistungen')")
	b.Await("document.querySelector('.cur')")
	everyFrame(b, "page.querySelectorAll('.rb-box').length === 3")

	// A list that there is is tried on in the forms of its kind, and the block shows that list.
	b.Open(app.URL + "/sites/fennmoor/choose")
	b.Await("document.getElementById('found')")
	chromium.Eval[bool](b, "(() => { const of = document.getElementById('of'); of.value = 'volunteers'; "+
		"of.dispatchEvent(new Event('change')); return true; })()")
	b.Await(left + ".length === 5 && " + left + ".every((e) => e.textContent.includes('Team'))")
	b.Await(left + "[0].querySelector('iframe').contentDocument?.querySelector('.rb-name')?.textContent === 'Ines Okoye'")
	b.Type("#find", "large")
	b.Press(kb.Enter)
	b.Await("document.querySelector('.forms .on')?.dataset.form === 'profile'")
	everyFrame(b, "page.querySelectorAll('.rb-person').length === 6")

	// Without a name it is called as its kind is; a form that is none is refused in words.
	b.Open(app.URL + "/sites/fennmoor/choose")
	b.Type("#find", "agenda timeline")
	b.Press(kb.Enter)
	b.Await("document.title.includes('Points')")
	status, body := post(t, app.URL+"/sites/fennmoor/blocks", edit("kind", "boxes", "form", "banana"), nil)
	if status != http.StatusUnprocessableEntity || !strings.Contains(body, "Boxes has no form") {
		t.Errorf("a form that is none: %d", status)
	}
	if status, _ := fetch(t, app.URL+"/sites/fennmoor/sample/boxes/banana/index.html"); status != http.StatusNotFound {
		t.Errorf("a sample of a form that is none: %d", status)
	}
}
