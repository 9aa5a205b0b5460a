package web_test

import (
	"net/http"
	"strings"
	"testing"

	"github.com/chromedp/chromedp/kb"
)

// A part is moved by saying where it stands: it is read there, at another width it stands elsewhere, a place that is
// none is refused in words, and a form with an order of its own says so.
func TestPartsAreMoved(t *testing.T) {
	t.Parallel()
	app, b := openBench(t)
	b.Click("button[data-part=button]")
	b.Click(cell("look/button.stands"))
	b.Press("after nowhere", kb.Enter)
	b.Await(
		"document.getElementById('said').textContent.includes('button cannot stand after nowhere: say one of title, ')",
	)
	b.Press(kb.Escape)
	b.Click(cell("look/button.stands"))
	b.Press("after features", kb.Enter)
	below := "[...page.querySelectorAll('.rb-card')].every((card) => " +
		"card.querySelector('.rb-action').getBoundingClientRect().top" +
		" >= card.querySelector('.rb-features').getBoundingClientRect().bottom" +
		" && card.lastElementChild.matches('.rb-action'))"
	everyFrame(b, below)
	b.Click("[data-width=narrow] .width-name")
	b.Click(cell("look/button.stands@narrow"))
	b.Press("before price", kb.Enter)
	b.Await(inProof("narrow", "[...page.querySelectorAll('.rb-card')].every((card) => "+
		"card.querySelector('.rb-action').getBoundingClientRect().bottom <= "+
		"card.querySelector('.rb-prices').getBoundingClientRect().top)"))
	b.Await(inProof("wide", below))
	if status, body := fetch(t, app.URL+"/sites/fennmoor/blocks/compare/?part=button"); status != http.StatusOK ||
		!strings.Contains(body, "this form has an order of its own") {
		t.Errorf("the matrix says nothing of it: %d", status)
	}
}
