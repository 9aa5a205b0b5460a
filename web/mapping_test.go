package web_test

import (
	"testing"

	"github.com/chromedp/chromedp/kb"

	"rubrel/testkit/chromium"
)

// openMapping pastes a list into a new block of the demo site.
func openMapping(t *testing.T, kind, list string) *chromium.Browser {
	t.Helper()
	app := shared.Start(t)
	b := chromium.Launch(t, 1280, 800)
	b.Open(app.URL + "/sites/fennmoor/paste?kind=" + kind)
	b.Paste("#text", list)
	b.Click("button[type=submit]")
	b.Await("document.querySelector('.mapping') && document.readyState === 'complete'")
	chromium.Eval[bool](b, "document.body.dataset.same = 'yes', true") // until the page is loaded anew
	return b
}

const again = "document.body.dataset.same !== 'yes' && document.readyState === 'complete'"

// Choosing with the arrow keys what a line is reads the list again when the field is left, or Enter is pressed, and the
// focus is where it was.
func TestMappingByKeyboard(t *testing.T) {
	t.Parallel()
	b := openMapping(t, "pricing", "\tEins\tZwei\nPreis\t9 €\t19 €\nHotline\tx\t✓\nHinweis\tkurz\tlang\n")
	chromium.Eval[bool](b, "document.getElementById('role-3').focus() ?? true")
	was := b.Text("document.getElementById('role-3').value")
	b.Press(kb.ArrowDown, kb.ArrowDown)
	b.Await("document.getElementById('role-3').value !== " + chromium.Quote(was))
	chosen := b.Text("document.getElementById('role-3').value")
	if got := b.Text("document.body.dataset.same"); got != "yes" {
		t.Fatal("the list was read again while keys were choosing")
	}
	b.Press(kb.Enter)
	b.Await(again + " && document.activeElement.id === 'role-3' && document.getElementById('role-3').value === " +
		chromium.Quote(chosen))
	chromium.Eval[bool](b, "document.body.dataset.same = 'yes', true")
	b.Press(kb.ArrowUp, kb.ArrowUp, kb.Tab)
	b.Await(again + " && document.getElementById('role-3').value === " + chromium.Quote(was) +
		" && document.activeElement !== document.body")
}

// An x beside a tick means no; where nothing says so it is asked, and the answer holds.
func TestCrossesInTheMapping(t *testing.T) {
	t.Parallel()
	b := openMapping(t, "pricing", "\tEins\tZwei\nMonatspreis\t9 €\t19 €\nHotline\tx\t\n")
	b.Await("document.querySelector('.questions').textContent.includes('an x may mean yes or no')")
	no := "document.querySelectorAll('.mapping .mark-no').length"
	if got := chromium.Eval[int](b, no); got != 0 {
		t.Errorf("%d are read as no before it is said", got)
	}
	b.Click("#question-0-1")
	b.Await(again + " && !document.querySelector('.questions') && " + no + " === 1")
	b.CheckAccessibility("the mapping")
}

// The columns of whatever list are headed with the names of its records.
func TestMappingHeads(t *testing.T) {
	t.Parallel()
	for kind, list := range map[string]string{
		"skillbars":  "Skill\tValue\nLesen\t72 %\nSchreiben\t1,5\n",
		"statistics": "Label\tValue\nGäste\t14.500\nNächte\t312\n",
	} {
		b := openMapping(t, kind, list)
		if got := chromium.Eval[int](b, "[...document.querySelectorAll('.mapping thead .record')].filter(e => "+
			"e.textContent.trim()).length"); got != 2 {
			t.Errorf("%s: %d of 2 columns have a heading", kind, got)
		}
	}
}

// Lines of a mail are cut where all are alike, or stay as they are, as the designer says; a cell of them that is
// refused is corrected in its place.
func TestLinesOfTextInTheMapping(t *testing.T) {
	t.Parallel()
	b := openMapping(t, "pricing", "Our prices\n\nMassage 30 min – £35 a month\nMassage 60 min – £60 a month\n"+
		"Course – £90–120 a month\n")
	records := "[...document.querySelectorAll('.mapping th.record')].map((e) => e.textContent).join('|')"
	if got, want := b.Text(records), "Massage 30 min|Massage 60 min|Course"; got != want {
		t.Errorf("the plans are %q, not %q", got, want)
	}
	b.Type("#question-0", "from £90")
	b.Press(kb.Enter)
	b.Await(again + " && !document.querySelector('.questions') && document.querySelector('.mapping').textContent." +
		"includes('from 90 GBP')")
	chromium.Eval[bool](b, "document.body.dataset.same = 'yes', true")
	chromium.Eval[bool](b, `(() => {
		const lines = document.querySelector('#cutting');
		lines.value = 'whole';
		return lines.dispatchEvent(new Event('change', { bubbles: true }));
	})()`)
	b.Await(again + " && " + records + " === 'Massage 30 min – £35 a month|Massage 60 min – £60 a month|" +
		"Course – £90–120 a month'")
}
