package web_test

import (
	"fmt"
	"testing"

	"github.com/chromedp/chromedp/kb"

	"rubrel/testkit/chromium"
)

// adjust opens the tray on a cell of the look.
func adjust(b *chromium.Browser, part, at, shape string) {
	b.FontsLoaded() // rows move while the list of parts wraps anew
	b.Click("button[data-part=" + part + "]")
	b.Click(cell(at))
	b.Await("document.querySelector('.cur')?.dataset.at === " + chromium.Quote(at))
	if chromium.Eval[bool](b, "document.getElementById('tray').hidden") {
		b.Chord(kb.Enter, "Alt")
	}
	b.Await(fmt.Sprintf("document.querySelector('#tray [data-control=%s][data-shape=%s]')", chromium.Quote(at), shape))
}

func saidIs(b *chromium.Browser, at, pattern string) {
	b.Await(fmt.Sprintf("/%s/.test(document.querySelector(%s).dataset.text) && "+
		"document.getElementById('saved').textContent === 'saved'", pattern, chromium.Quote(cell(at))))
}

// undone takes back the last go and finds the cell as it was, with nothing more to undo.
func undone(b *chromium.Browser, at string) {
	b.Chord("z", "Control")
	b.Await(fmt.Sprintf("document.querySelector(%s).dataset.text === ''", chromium.Quote(cell(at))))
	undoIs(b, false)
}

// A number or a colour is slid and three frames follow while it is held; the go is one entry of the log.
func TestTraySlides(t *testing.T) {
	t.Parallel()
	_, b := openBench(t)
	const at = "look/title.font-size"
	adjust(b, "title", at, "number")
	b.CheckAccessibility("the tray")
	b.Drag("#tray [name=n]", 60, 0)
	saidIs(b, at, `^\d+px$`)
	everyFrame(b, "getComputedStyle(page.querySelector('[data-record=dusk] .rb-title')).fontSize === "+
		"document.querySelector('[data-at=\"look/title.font-size\"]').dataset.text")
	b.Click(cell(at))
	undone(b, at)
	// A token is one press, and the keyboard reaches everything.
	b.Click("#tray [data-word=type-8]")
	saidIs(b, at, "^type-8$")
	b.Click(cell(at))
	b.Chord(kb.Enter, "Alt")
	b.Await("document.getElementById('tray').contains(document.activeElement)")
	b.Press(kb.Escape)
	b.Await("document.activeElement.matches('.cur')")
	b.Click("#tray [data-word='']")
	b.Await("document.querySelector('[data-at=\"look/title.font-size\"]').classList.contains('followed')")

	// A colour is made of its lightness, chroma and hue, or is a role.
	const ground = "look/card.background-color"
	adjust(b, "card", ground, "ink")
	b.Click("#tray [data-role=accent]")
	saidIs(b, ground, "^accent$")
	b.Await("Number(document.querySelector('#tray [data-ink=l]').value) > 0.8") // the accent is light
	b.Drag("#tray [data-ink=l]", -40, 0)
	saidIs(b, ground, "^#[0-9a-f]{6}$")
	everyFrame(b, "getComputedStyle(page.querySelector('[data-record=dusk].rb-card')).backgroundColor !== 'rgb(255, "+
		"255, 255)'")
	b.Drag("#tray [data-ink=a]", -30, 0)
	saidIs(b, ground, "^#[0-9a-f]{8}$")
}

// A gradient's stops are dragged, added, moved by keys and taken away; layers come and go.
func TestTrayGround(t *testing.T) {
	t.Parallel()
	_, b := openBench(t)
	const at = "look/card.background-image"
	adjust(b, "card", at, "ground")
	b.Click("#tray [data-add-layer^=linear]")
	saidIs(b, at, `^linear-gradient\(135deg, accent 0%, ink 100%\)$`)
	b.Await("document.querySelectorAll('#tray .stop').length === 2")
	b.Drag("#tray [data-stop='1']", -120, 0)
	saidIs(b, at, `^linear-gradient\(135deg, accent 0%, ink [5-8]\d(\.5)?%\)$`)
	everyFrame(
		b,
		"getComputedStyle(page.querySelector('[data-record=dusk].rb-card')).backgroundImage"+
			".startsWith('linear-gradient(135deg')",
	)
	b.Click("#tray .stop-band")
	b.Await("document.querySelectorAll('#tray .stop').length === 3")
	saidIs(b, at, `^linear-gradient\(135deg, accent 0%, accent (49.5|50|50.5)%, ink`)
	chromium.Eval[bool](b, "document.querySelector(\"#tray [data-stop='1']\").focus() ?? true")
	b.Press(kb.ArrowLeft)
	saidIs(b, at, `accent (48.5|49|49.5)%`)
	chromium.Eval[bool](b, "document.querySelector(\"#tray [data-stop='1']\").focus() ?? true")
	b.Press(kb.Delete)
	b.Await("document.querySelectorAll('#tray .stop').length === 2")
	b.Click("#tray [data-add-layer^=dots]")
	saidIs(b, at, `^dots\(line, 3px, 16px\), linear-gradient`)
	b.Await("document.querySelectorAll('#tray .layer').length === 2")
	b.Click("#tray .layer [data-remove]")
	saidIs(b, at, `^linear-gradient`)
	b.Await("document.querySelectorAll('#tray .layer').length === 1")
	b.Click("#tray .layer [data-remove]")
	saidIs(b, at, `^none$`)

	// Sides are one until they are parted; a shadow is made of its parts; a curve is bent by its handles.
	const padding = "look/card.padding"
	adjust(b, "card", padding, "sides")
	b.Click("#tray [data-part-sides]")
	b.Await("document.querySelectorAll('#tray .side').length === 4")
	b.Type("#tray [name=s3]", "40px")
	b.Press(kb.Tab)
	saidIs(b, padding, "^space-5 space-5 space-5 40px$")
	b.Click("#tray [data-word=space-5].quiet")
	saidIs(b, padding, "^space-5$")

	const border = "look/card.border"
	adjust(b, "card", border, "border")
	b.Click("#tray [data-part-sides]")
	b.Await("document.querySelectorAll('#tray fieldset').length === 4")
	b.CheckAccessibility("borders by side")
	chromium.Eval[bool](b, "(() => { const style = document.querySelectorAll('#tray [name=style]')[3]; "+
		"style.value = 'none'; return style.dispatchEvent(new Event('input', { bubbles: true })); })()")
	saidIs(b, border, "^1px solid line, 1px solid line, 1px solid line, none$")
	everyFrame(b, "getComputedStyle(page.querySelector('[data-record=dusk].rb-card')).borderLeftWidth === '0px' && "+
		"getComputedStyle(page.querySelector('[data-record=dusk].rb-card')).borderTopWidth === '1px'")
	b.Click("#tray [data-word='1px solid line']")
	saidIs(b, border, "^1px solid line$")

	const shadow = "look/card.box-shadow"
	adjust(b, "card", shadow, "shadows")
	b.Click("#tray [data-add-layer]")
	saidIs(b, shadow, "^0 2px 8px 0 #00000033$")
	b.Drag("#tray [name=blur]", 30, 0)
	saidIs(b, shadow, `^0 2px [1-9]\d+px 0 #00000033$`)

	const easing = "look/card.transition-timing-function"
	adjust(b, "card", easing, "easing")
	b.Drag("#tray [data-handle='2']", 20, 30)
	saidIs(b, easing, `^cubic-bezier\(0.25, 0.1, 0\.[3-6]\d*, 0\.[5-9]\d*\)$`)
}
