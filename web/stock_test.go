package web_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/chromedp/chromedp/kb"

	"rubrel/testkit/chromium"
)

// dropFiles drops twelve pictures, two icons and something that is neither, all at once.
const dropFiles = `(async () => {
	const transfer = new DataTransfer();
	const canvas = document.createElement('canvas');
	canvas.width = 90; canvas.height = 60;
	for (let i = 0; i < 12; i++) {
		const context = canvas.getContext('2d');
		context.fillStyle = 'hsl(' + i * 30 + ' 60% 60%)';
		context.fillRect(0, 0, 90, 60);
		const blob = await new Promise((done) => canvas.toBlob(done, 'image/png'));
		transfer.items.add(new File([blob], 'Bild ' + (i + 1) + '.png', { type: 'image/png' }));
	}
	const svg = (inside) => '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10">' + inside + '</svg>';
	transfer.items.add(new File([svg('<script>alert(1)<' + '/script><path fill="#123" d="M0 0h9v9z"/>')], 'Logo.svg'));
	transfer.items.add(new File([svg('<path fill="red" d="M0 0h9"/><path fill="blue" d="M0 9h9z"/>')], 'Flag.svg'));
	transfer.items.add(new File(['hello'], 'notes.png'));
	document.dispatchEvent(new DragEvent('drop', { dataTransfer: transfer, bubbles: true, cancelable: true }));
	return true;
})()`

// Twelve pictures and two icons are dropped at once: each is sent with its progress, what cannot be taken says why and
// loses nothing, icons are drawn in the colour of the text where they have one; a focus is marked with mouse and keys.
func TestDroppedFiles(t *testing.T) {
	t.Parallel()
	app := shared.Start(t)
	b := chromium.Launch(t, 1280, 800)
	b.Open(app.URL + "/sites/fennmoor/pictures")
	b.Await("document.querySelector('.focus .place-dot')") // the page's script has run
	if !chromium.Eval[bool](b, dropFiles) {
		t.Fatal("nothing was dropped")
	}
	b.Await("document.querySelectorAll('#uploads li').length === 15 && " +
		"!document.getElementById('drop').hasAttribute('aria-busy')")
	b.Await("[...document.querySelectorAll('#uploads .fault')].some((e) => e.textContent.includes('not a JPEG'))")
	b.CheckAccessibility("the page while a file is refused")
	b.Open(app.URL + "/sites/fennmoor/pictures")
	b.Await("[...document.querySelectorAll('.pictures th')].filter((e) => e.textContent.startsWith('bild-')).length " +
		"=== 12")
	icons := b.Text("[...document.querySelectorAll('.own-icons li')].map((e) => e.innerText.replaceAll('\\n', ' " +
		"')).join('; ')")
	if !strings.Contains(icons, "logo") || !strings.Contains(icons, "in the text’s colour") ||
		!strings.Contains(icons, "in its own colours") {
		t.Errorf("the icons are %s", icons)
	}
	if n := chromium.Eval[int](b, "document.querySelectorAll('.own-icon script').length"); n != 0 {
		t.Error("a script is left in an icon")
	}

	plate := ".focus:has([value=bild-1]) "
	b.Await("document.querySelector(" + chromium.Quote(plate+".place-dot") + ")")
	b.Click(plate + "img") // in its middle
	field := "document.querySelector(" + chromium.Quote(plate+"[name=place]") + ").value"
	var x, y float64
	read := func() {
		if _, err := fmt.Sscanf(b.Text(field), "%g%% %g%%", &x, &y); err != nil {
			t.Fatal(err)
		}
	}
	if read(); x < 49 || x > 51 || y < 49 || y > 51 {
		t.Errorf("clicked in its middle, the focus is %g %g", x, y)
	}
	middle := x
	b.Press(kb.ArrowRight, kb.ArrowRight, kb.ArrowUp)
	b.Await("document.querySelector(" + chromium.Quote(".focus:has([value=bild-1])") + ").dataset.saved === " + field)
	b.Open(app.URL + "/sites/fennmoor/pictures")
	if read(); x != middle+2 {
		t.Errorf("moved by two keys, the focus is %g, and it was %g", x, middle)
	}

	// An own icon is found by its name, and shown on the page; what is shown is not removed.
	b.Open(app.URL + "/sites/fennmoor/blocks/visit/?part=icon")
	b.Await("document.querySelector('.cur')")
	b.Click(cell("fact/dome/icon"))
	b.Press(kb.Enter)
	b.Await("document.querySelectorAll('#offers [role=option]').length > 20")
	b.Press("own:log")
	b.Await("[...document.querySelectorAll('#offers [role=option]')].map((e) => e.dataset.text).join() === 'own:logo'")
	b.Press(kb.ArrowDown, kb.Enter)
	shown(b, "fact/dome/icon", "own:logo")
	everyFrame(b, "page.querySelector('[data-record=dome] .rb-icon path')?.getAttribute('fill') === 'currentColor'")
	b.Open(app.URL + "/sites/fennmoor/pictures")
	b.Click("[aria-label='Remove logo']")
	b.Await("document.body.innerText.includes('What a visit holds shows it')")
	b.Click("[aria-label='Remove flag']")
	b.Await("!document.querySelector(\"[aria-label='Remove flag']\")")
}
