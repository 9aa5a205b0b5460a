package web_test

import (
	"encoding/base64"
	"net/http"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/chromedp/chromedp/kb"

	"rubrel/core/document"
	"rubrel/demo"
	"rubrel/kinds"
	"rubrel/testkit/chromium"
)

// dropped drops a list as a file on the bench.
func dropped(b *chromium.Browser, name, text string) {
	b.Await("document.querySelector('.cur') && document.readyState === 'complete'")
	chromium.Eval[bool](b, `(() => {
		const data = new DataTransfer();
		data.items.add(new File([`+chromium.Quote(text)+`], `+chromium.Quote(name)+`, { type: 'text/csv' }));
		const at = document.querySelector('#bench');
		at.dispatchEvent(new DragEvent('drop', { dataTransfer: data, bubbles: true, cancelable: true }));
		return true;
	})()`)
	b.Await("document.querySelector('.revision')")
}

// A list is taken in, and comes again: each time it is dropped, or pasted beside the grid, shown beside what is there,
// and taken, in two acts; by mouse, and by keyboard alone. One step takes a revision back.
func TestListComesAgain(t *testing.T) {
	t.Parallel()
	for name, acts := range map[string]struct {
		brings func(b *chromium.Browser, text string)
		takes  func(b *chromium.Browser)
	}{
		"mouse": {
			brings: func(b *chromium.Browser, text string) { dropped(b, "prices.csv", text) },
			takes:  func(b *chromium.Browser) { b.Click("button[formaction$='/paste/take']") },
		},
		"keyboard": {
			brings: func(b *chromium.Browser, text string) {
				b.Await("document.querySelector('.cur') && document.readyState === 'complete'")
				b.Paste("#paste-list", text)
				b.Await("document.querySelector('.revision') && document.activeElement.matches('.is-primary')")
			},
			takes: func(b *chromium.Browser) { b.Press(kb.Enter) },
		},
	} {
		t.Run(name, func(t *testing.T) {
			t.Parallel()
			comesAgain(t, acts.brings, acts.takes)
		})
	}
}

func comesAgain(t *testing.T, brings func(b *chromium.Browser, text string), takes func(b *chromium.Browser)) {
	app := shared.Start(t)
	b := chromium.Launch(t, 1280, 800)
	b.Open(app.URL + "/sites/fennmoor/paste?kind=pricing")
	b.Paste("#text", "Plan;Price a month;Phone\nSmall;9.50 €;no\nMiddle;19.50 €;yes\nLarge;29.50 €;yes\n")
	b.Type("#name", "Berths")
	b.Click("button[type=submit]")
	b.Click("button[formaction$='/paste/make']")
	b.Await("document.querySelector('.cur')")
	shown(b, "fact/small/price:month:eur", "9.50")
	for i, c := range []struct{ text, says, at, want string }{
		{"Plan;Price a month;Phone\nSmall;10.50 €;no\nMiddle;19.50 €;yes\nLarge;31.50 €;yes\n", "2 changed",
			"fact/small/price:month:eur", "10.50"},
		{"Plan\tPrice a month\tPhone\nSmall\t10.50 €\tno\nMiddle\t19.50 €\tyes\nLarge\t31.50 €\tyes\nHuge\t49.00 €\tyes\n",
			"1 new", "fact/huge/price:month:eur", "49.00"},
		{"Plan;Price a month;Phone\nMiddle;19.50 €;yes\nLarge;31.50 €;yes\nHuge;49.00 €;no\n", "1 changed, 1 gone",
			"fact/huge/feature:phone", "no"},
		{"Plan;Price a month;Hotline\nMiddle;19.50 €;yes\nLarge;31.50 €;yes\nHuge;49.00 €;no\n", "1 changed",
			"item/features/phone/name", "Hotline"},
		{"Plan;Price a month (EUR);Price a month (CHF);Hotline\nMiddle;19.50;20.50;yes\nLarge;31.50;33.00;yes\n" +
			"Huge;49.00;51.00;no\n", "1 new", "fact/huge/price:month:chf", "51.00"},
	} {
		brings(b, c.text)
		if got := b.Text("document.querySelector('#revision .ghost').textContent"); got != c.says {
			t.Errorf("list %d says %q, want %q", i+2, got, c.says)
		}
		if i == 0 {
			b.CheckAccessibility("a list beside what is there")
		}
		takes(b)
		b.Await("document.querySelector('.cur')")
		shown(b, c.at, c.want)
	}
	b.Click("#col-huge")
	b.Chord("z", "Control")
	b.Await("!document.querySelector('[data-at=\"fact/huge/price:month:chf\"]')")
	shown(b, "fact/huge/price:month:eur", "49.00")
}

// What is left out stays, and a designer's own words are kept; by keyboard alone.
func TestListComesAgainByKeyboard(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	b := chromium.Launch(t, 1280, 800)
	b.Open(app.URL + "/sites/fennmoor/paste?kind=team")
	b.Paste("#text", "Name;Position\nIda Brandt;Head\nBo Ek;Helper\n")
	b.Press(kb.Tab, kb.Tab, kb.Tab, kb.Tab)
	b.Click("button[type=submit]")
	b.Click("button[formaction$='/paste/make']")
	b.Await("document.querySelector('.cur')")
	b.Click(cell("fact/bo-ek/position"))
	b.Press("Boat builder", kb.Enter)
	shown(b, "fact/bo-ek/position", "Boat builder")
	chromium.Eval[bool](b, "document.getElementById('paste-list').focus() ?? true")
	b.Press(kb.Enter)
	b.Await("document.getElementById('text') && document.getElementById('into').value !== ''")
	b.Paste("#text", "Name;Position\nIda Brandt;Director\nBo Ek;Helper\nMara Quist;Helper\n")
	chromium.Eval[bool](b, "document.querySelector('button[type=submit]').focus() ?? true")
	b.Press(kb.Enter)
	b.Await("document.querySelector('.revision')")
	if got := b.Text("[...document.querySelectorAll('.differences tbody tr')].map((r) => r.querySelector('label')" +
		".textContent + (r.querySelector('[type=checkbox]').checked ? '+' : '-')).join(' ')"); got !=
		"changed+ said otherwise here- new+" {
		t.Errorf("the differences are %q", got)
	}
	chromium.Eval[bool](b, "document.getElementById('take-2').focus() ?? true")
	b.Press(" ")
	chromium.Eval[bool](b, "document.querySelector(`button[formaction$='/paste/take']`).focus() ?? true")
	b.Press(kb.Enter)
	b.Await("document.querySelector('.cur')")
	shown(b, "fact/ida-brandt/position", "Director")
	shown(b, "fact/bo-ek/position", "Boat builder")
	b.Await("!document.querySelector('#col-mara-quist')")
}

// A list of headings alone takes nothing away; a number that is refused is corrected where it is asked about; and on a
// German site a number that may be one of two stays in its cell's editor until it is one.
func TestWhatIsRefusedIsCorrected(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	b := chromium.Launch(t, 1280, 800)
	_, tree, err := document.Parse(demo.Saltline, kinds.All())
	if err != nil {
		t.Fatal(err)
	}
	if err := app.Store.CreateSite(t.Context(), "saltline", tree); err != nil {
		t.Fatal(err)
	}
	paste := app.URL + "/sites/saltline/paste?kind=pricing"
	b.Open(paste + "&into=anteile")
	b.Paste("#text", "Tarif;Preis pro Monat\n")
	b.Click("button[type=submit]")
	b.Await("document.querySelector('.fault')?.textContent.includes('no plan was found') && " +
		"!document.querySelector('button[formaction]')")

	b.Open(paste)
	b.Paste("#text", "Tarif;Preis pro Monat\nKlein;9,50 €\nGroß;19,5O €\n")
	b.Click("button[type=submit]")
	b.Await("document.readyState === 'complete' && document.querySelector('.question [value=\"19,5O €\"]')")
	chromium.Eval[bool](b, `document.querySelector('.question .input').focus() ?? true`)
	b.Chord("a", "Control")
	b.Press("19,50 €", kb.Enter)
	b.Await("!document.querySelector('.question') && document.querySelector('.mapping').textContent.includes('19,50 EUR')")
	b.Click("button[formaction$='/paste/make']")
	b.Await("document.querySelector('.cur')")
	const price = "fact/gross/price:month:eur"
	shown(b, price, "19,50")
	b.Click(cell(price))
	b.Press("1.290", kb.Enter)
	b.Await("document.querySelector('#notice, .editor, [role=alert], [role=status]') && " +
		"document.body.textContent.includes('“1.290” may be 1290 or 1,29')")
	b.Click(cell(price))
	b.Press("1.290,00", kb.Enter)
	shown(b, price, "1.290,00")
}

// A workbook is read, its sheets are chosen among, and what is chosen holds.
func TestWorkbookOnThePasteScreen(t *testing.T) {
	t.Parallel()
	file, err := os.ReadFile(filepath.Join("..", "formats", "sheets", "testdata", "xlsx.xlsx"))
	if err != nil {
		t.Fatal(err)
	}
	app := shared.Start(t)
	b := chromium.Launch(t, 1280, 800)
	b.Open(app.URL + "/sites/fennmoor/paste?kind=pricing")
	chromium.Eval[bool](b, `(() => {
		const data = new DataTransfer();
		const bytes = Uint8Array.from(atob(`+chromium.Quote(base64.StdEncoding.EncodeToString(file))+`),
			(c) => c.charCodeAt(0));
		data.items.add(new File([bytes], 'prices.xlsx'));
		document.getElementById('file').files = data.files;
		return true;
	})()`)
	b.Click("button[type=submit]")
	// what is chosen before the page's script has come is not sent at once
	b.Await("document.readyState === 'complete' && document.querySelector('.mapping') && " +
		"document.getElementById('sheet')")
	heads := "[...document.querySelectorAll('.mapping thead .record')].map(e => e.textContent).join('|')"
	if got := b.Text(heads); got != `Small|Größe "L", 2 m` {
		t.Errorf("the plans are %s", got)
	}
	chromium.Eval[bool](b, `(() => {
		const select = document.getElementById('sheet');
		select.value = '1';
		return select.dispatchEvent(new Event('change', { bubbles: true }));
	})()`)
	b.Await("document.getElementById('sheet')?.value === '1' && " +
		"document.querySelector('.mapping').textContent.includes('Tonnes')")
}

// A rectangle of another list is read on the paste screen, in place.
func TestOtherListOnTheGrid(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	b := chromium.Launch(t, 1280, 800)
	b.Open(app.URL + "/sites/fennmoor/blocks/memberships/")
	b.Await("document.querySelector('.cur')")
	b.Click(cell("fact/dusk/title"))
	b.Paste("", "title\tDusk\tNovum\nnote\tone\ttwo\nColour of the door\tred\tblue\n")
	b.Await("document.querySelector('.revision') && document.querySelector('.mapping').textContent.includes('Novum')")
}

// walkTo goes to a cell of the grid by the arrow keys, from wherever the cursor is.
func walkTo(b *chromium.Browser, at string) {
	const most = 80 // rows that are not as many
	for range most {
		way := b.Text(`(() => {
			const cursor = document.querySelector('.cur');
			const target = document.querySelector('` + cell(at) + `');
			const rows = [...document.querySelectorAll('#grid tr')];
			const down = rows.indexOf(target.closest('tr')) - rows.indexOf(cursor.closest('tr'));
			return String(down ? (down > 0 ? 'down' : 'up') : Math.sign(target.cellIndex - cursor.cellIndex));
		})()`)
		key := map[string]string{"down": kb.ArrowDown, "up": kb.ArrowUp, "1": kb.ArrowRight, "-1": kb.ArrowLeft}[way]
		if key == "" {
			return
		}
		b.Press(key)
	}
}

// A rectangle with a wrong currency leaves its cell as it was; the text stays with the reason beside it, and
// corrected it is taken; by mouse, and by keyboard alone.
func TestWrongCurrencyOnTheGrid(t *testing.T) {
	t.Parallel()
	for name, reach := range map[string]func(b *chromium.Browser, at string){
		"mouse": func(b *chromium.Browser, at string) { b.Click(cell(at)) }, "keyboard": walkTo} {
		t.Run(name, func(t *testing.T) {
			t.Parallel()
			wrongCurrency(t, reach)
		})
	}
}

func wrongCurrency(t *testing.T, reach func(b *chromium.Browser, at string)) {
	app := shared.Start(t)
	b := chromium.Launch(t, 1280, 800)
	b.Open(app.URL + "/sites/fennmoor/blocks/memberships/")
	b.Await("document.querySelector('.cur')")
	at := "fact/dusk/price:month:eur"
	was := b.Text("document.querySelector('" + cell(at) + "').dataset.text")
	chromium.Eval[bool](b, "document.querySelector('.cur').focus() ?? true")
	reach(b, at)
	b.Paste("", "CHF 139.00\t€21.50")
	b.Await("document.querySelector('" + cell(at) + "').classList.contains('fault')")
	shown(b, "fact/meridian/price:month:eur", "21.50")
	if got := b.Text("document.querySelector('" + cell(at) + "').dataset.text"); got != was {
		t.Errorf("the cell says %s", got)
	}
	reach(b, at)
	b.Press(kb.Enter)
	got := b.Text("document.getElementById('editor').value + document.getElementById('editor-why').textContent")
	if !strings.Contains(got, "CHF 139.00") || !strings.Contains(got, "this row is in EUR") {
		t.Errorf("the editor says %q", got)
	}
	b.Press("139", kb.Enter)
	shown(b, at, "139")
}

// A page that says it has the sheets of a file, and has none, is refused in words.
func TestSheetsOfNothing(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	for _, book := range []string{"null", "[]", "{"} {
		status, body := post(t, app.URL+"/sites/fennmoor/paste/take", edit("kind", "pricing", "book", book), nil)
		if status != http.StatusBadRequest || !strings.Contains(body, "choose the file again") {
			t.Errorf("%s: %d", book, status)
		}
	}
}
