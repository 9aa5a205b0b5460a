package chromium

import (
	"context"
	"encoding/json"
	"fmt"
	"os"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/cdproto/emulation"
	"github.com/chromedp/cdproto/input"
	"github.com/chromedp/cdproto/log"
	"github.com/chromedp/cdproto/page"
	"github.com/chromedp/cdproto/runtime"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
)

// Browser is one tab of a headless Chromium.
type Browser struct {
	t       testing.TB
	Context context.Context
	mu      sync.Mutex
	said    []string // errors and policy violations that the console showed
}

// pollEvery is how often a condition is asked for. Asking at every frame, as is usual, keeps a page drawing frames.
const pollEvery = 40 * time.Millisecond

// Patience is how long a test waits for a condition before it fails.
const Patience = 60 * time.Second

// Launch opens a tab in a browser context of its own, with nothing of what other tests left.
func Launch(t testing.TB, width, height int64) *Browser {
	t.Helper()
	shared, err := sharedChromium()
	if err != nil {
		t.Fatal(err)
	}
	ctx, cancel := chromedp.NewContext(shared, chromedp.WithNewBrowserContext())
	t.Cleanup(func() {
		_ = chromedp.Cancel(ctx)
		cancel()
	})
	return open(t, ctx, width, height)
}

// Tab opens another tab of the same browser, with the same cookies.
func (b *Browser) Tab(width, height int64) *Browser {
	b.t.Helper()
	ctx, cancel := chromedp.NewContext(b.Context)
	b.t.Cleanup(cancel)
	return open(b.t, ctx, width, height)
}

func open(t testing.TB, ctx context.Context, width, height int64) *Browser {
	t.Helper()
	b := &Browser{t: t, Context: ctx}
	enable := chromedp.Func(func(ctx context.Context, target *chromedp.Target) error {
		_, err := cdp.Call(ctx, target, log.Enable, cdp.Empty{})
		return err
	})
	b.Run(enable, chromedp.EmulateViewport(width, height))
	if err := b.listen(); err != nil {
		t.Fatal(err)
	}
	return b
}

func (b *Browser) listen() error {
	return chromedp.Listen(b.Context, func(event any) {
		b.mu.Lock()
		defer b.mu.Unlock()
		switch e := event.(type) {
		case *runtime.EventExceptionThrown:
			b.said = append(b.said, e.ExceptionDetails.Text+" "+describe(e.ExceptionDetails.Exception))
		case *log.EventEntryAdded:
			if e.Entry.Level == log.EntryLevelError {
				b.said = append(b.said, e.Entry.Text+" "+e.Entry.URL)
			}
		}
	})
}

// Console returns the errors that pages have shown so far, and forgets them.
func (b *Browser) Console() []string {
	b.mu.Lock()
	defer b.mu.Unlock()
	said := b.said
	b.said = nil
	return said
}

// Run carries out actions and fails the test where one does not work.
func (b *Browser) Run(actions ...chromedp.Action[chromedp.Void]) {
	b.t.Helper()
	if err := b.run(actions...); err != nil {
		b.t.Fatalf("browser: %v (console: %s)", err, strings.Join(b.Console(), "; "))
	}
}

func (b *Browser) run(actions ...chromedp.Action[chromedp.Void]) error {
	// The first run of a chromedp context starts the browser, and the browser lives as long as that context:
	// so the deadline is kept here, beside the context and not in it.
	done := make(chan error, 1)
	go func() { done <- chromedp.Do(b.Context, actions...) }()
	select {
	case err := <-done:
		return err
	case <-time.After(2 * Patience):
		return fmt.Errorf("no answer in %v", 2*Patience)
	}
}

// Open goes to an address and waits until it has loaded.
func (b *Browser) Open(address string) {
	b.t.Helper()
	b.Run(chromedp.Navigate(address))
}

// Size sets the window.
func (b *Browser) Size(width, height int64) {
	b.t.Helper()
	b.Run(chromedp.EmulateViewport(width, height))
}

// Dense sets the window, of so many px for each CSS px.
func (b *Browser) Dense(width, height int64, density float64) {
	b.t.Helper()
	b.Run(chromedp.EmulateViewport(width, height, chromedp.EmulateScale(density)))
}

// Script switches JavaScript on or off for pages loaded from now on.
func (b *Browser) Script(on bool) {
	b.t.Helper()
	b.Run(chromedp.Func(func(ctx context.Context, target *chromedp.Target) error {
		_, err := cdp.Call(ctx, target, emulation.SetScriptExecutionDisabled,
			emulation.SetScriptExecutionDisabledParams{Value: !on})
		return err
	}))
}

// LessMotion makes pages see a visitor who asks for less motion, or no longer.
func (b *Browser) LessMotion(on bool) {
	b.t.Helper()
	wanted := "no-preference"
	if on {
		wanted = "reduce"
	}
	b.Media("", "prefers-reduced-motion", wanted)
}

// Media makes pages see a medium ("print", or "" for the screen) and features of it, by name and value; all others are
// as the browser has them.
func (b *Browser) Media(medium string, features ...string) {
	b.t.Helper()
	var all []*emulation.MediaFeature
	for i := 0; i+1 < len(features); i += 2 {
		all = append(all, &emulation.MediaFeature{Name: features[i], Value: features[i+1]})
	}
	b.Run(chromedp.Func(func(ctx context.Context, target *chromedp.Target) error {
		_, err := cdp.Call(ctx, target, emulation.SetEmulatedMedia, emulation.SetEmulatedMediaParams{Media: medium,
			Features: all})
		return err
	}))
}

// TextSize sets the size of text, in px, that pages begin with: what a visitor says in the browser's settings.
func (b *Browser) TextSize(px int64) {
	b.t.Helper()
	b.Run(chromedp.Func(func(ctx context.Context, target *chromedp.Target) error {
		_, err := cdp.Call(ctx, target, page.SetFontSizes, page.SetFontSizesParams{FontSizes: &page.FontSizes{Standard: px}})
		return err
	}))
}

// Front brings the tab before the others of its browser: pages behind it are hidden.
func (b *Browser) Front() {
	b.t.Helper()
	b.Run(chromedp.Func(func(ctx context.Context, target *chromedp.Target) error {
		_, err := cdp.Call(ctx, target, page.BringToFront, cdp.Empty{})
		return err
	}))
}

// Print writes the page as a PDF, as a printer that leaves backgrounds out gets it.
func (b *Browser) Print(path string) {
	b.t.Helper()
	b.PrintOn(path, 12.5, 40)
}

// PrintOn is Print on paper of a size in inches.
func (b *Browser) PrintOn(path string, wide, high float64) {
	b.t.Helper()
	var pdf []byte
	b.Run(chromedp.Func(func(ctx context.Context, target *chromedp.Target) error {
		printed, err := cdp.Call(ctx, target, page.PrintToPDF, page.PrintToPDFParams{PaperWidth: wide, PaperHeight: high})
		if err == nil {
			pdf = printed.Data
		}
		return err
	}))
	if err := os.WriteFile(path, pdf, 0o644); err != nil {
		b.t.Fatal(err)
	}
}

// Eval evaluates an expression, waiting for a promise, and decodes its value.
func Eval[T any](b *Browser, expression string) T {
	b.t.Helper()
	value, err := value[T](b, chromedp.Evaluate[T](expression, chromedp.EvalAwaitPromise))
	if err != nil {
		b.t.Fatalf("%s: %v", expression, err)
	}
	return value
}

// value runs one action for what it gives.
func value[T any](b *Browser, action chromedp.Action[T]) (out T, err error) {
	err = b.run(chromedp.Func(func(ctx context.Context, target *chromedp.Target) error {
		out, err = action(ctx, target)
		return err
	}))
	return out, err
}

func describe(o *runtime.RemoteObject) string {
	if o == nil {
		return ""
	}
	return o.Description
}

// Text is the value of an expression as a string.
func (b *Browser) Text(expression string) string {
	b.t.Helper()
	return Eval[string](b, "String("+expression+")")
}

// Await waits until an expression is true of a page that has been read whole. A page that goes away while it is asked
// is asked again when the next has come.
func (b *Browser) Await(expression string) {
	b.t.Helper()
	deadline := time.Now().Add(Patience)
	var err error
	for time.Now().Before(deadline) {
		err = b.run(chromedp.Poll[chromedp.Void]("document.readyState !== 'loading' && ("+expression+")",
			chromedp.WithPollingTimeout(time.Until(deadline)), chromedp.WithPollingInterval(pollEvery)))
		if err == nil {
			return
		}
		if !strings.Contains(err.Error(), "context") && !strings.Contains(err.Error(), "navigated") {
			break
		}
	}
	page, _ := value[string](b, chromedp.Evaluate[string]("(document.getElementById('foot')?.innerText ?? '') + "+
		"document.body.innerText.slice(0, 700)"))
	b.t.Fatalf("waiting for %s: %v\nconsole: %s\npage: %s", expression, err, strings.Join(b.Console(), "; "), page)
}

// FontsLoaded waits until the page is set in its own fonts. It works with script off.
func (b *Browser) FontsLoaded() {
	b.t.Helper()
	Eval[bool](b, "Promise.all([...document.fonts].map((face) => face.load().catch(() => null))).then(() => "+
		"document.fonts.ready).then(() => document.body.getBoundingClientRect().height > 0)")
}

// Press types texts and keys to whatever has the focus; kb names the special ones.
func (b *Browser) Press(keys ...string) {
	b.t.Helper()
	b.Run(pressed(strings.Join(keys, "")))
}

// Chord presses a key with modifiers: "Control", "Shift", "Alt".
func (b *Browser) Chord(key string, modifiers ...string) {
	b.t.Helper()
	var held []kb.Modifier
	for _, m := range modifiers {
		held = append(held, modifierOf[m])
	}
	b.Run(pressed(key, held...))
}

// Click clicks the middle of the first element that a selector finds, once it is there.
func (b *Browser) Click(selector string) {
	b.t.Helper()
	x, y := b.middle(selector)
	b.Run(chromedp.MouseClickXY(x, y))
}

// DoubleClick clicks the middle of an element twice.
func (b *Browser) DoubleClick(selector string) {
	b.t.Helper()
	x, y := b.middle(selector)
	b.Run(chromedp.MouseClickXY(x, y), chromedp.MouseClickXY(x, y, chromedp.ClickCount(2)))
}

// Drag presses the mouse on one element, moves it by some pixels in steps, and lets go.
func (b *Browser) Drag(selector string, right, down float64) {
	b.t.Helper()
	x, y := b.middle(selector)
	b.Run(chromedp.DragAndDropXY(x, y, x+right, y+down, 8))
}

// middle scrolls an element into view and finds its middle, once that stands still: what is busy may be about to make
// room for itself, and scrolling may bring in what is higher than the room that was kept for it. What moves for good is
// found where it is.
func (b *Browser) middle(selector string) (x, y float64) {
	b.t.Helper()
	const frame, steady = 32 * time.Millisecond, time.Second
	var last []float64
	for deadline := time.Now().Add(steady); ; time.Sleep(frame) {
		b.Await(fmt.Sprintf("document.querySelector(%s)?.getClientRects().length > 0 && "+
			"!document.querySelector('[aria-busy=true]')", Quote(selector)))
		at := Eval[[]float64](b, fmt.Sprintf(`(() => {
			const target = document.querySelector(%s);
			if (!target) return []; // it went between
			target.scrollIntoView({ block: 'center', inline: 'nearest' });
			const box = target.getBoundingClientRect();
			return [box.left + box.width / 2, box.top + box.height / 2];
		})()`, Quote(selector)))
		if len(at) == 2 && (slices.Equal(at, last) || time.Now().After(deadline)) {
			return at[0], at[1]
		}
		last = at
	}
}

// Still waits until nothing moves any more: a page whose style comes late moves to where it should be.
func (b *Browser) Still() {
	b.t.Helper()
	b.Await("document.getAnimations().every((a) => a.playState !== 'running' || a.timeline !== document.timeline || " +
		"a.effect.getComputedTiming().endTime === Infinity)")
}

// Near scrolls until an element is just below what is seen of the page.
func (b *Browser) Near(selector string) {
	b.t.Helper()
	Eval[bool](b, fmt.Sprintf("(scrollTo(0, scrollY + document.querySelector(%s).getBoundingClientRect().top - "+
		"innerHeight * 1.2), true)", Quote(selector)))
}

// Type replaces a field's text by typing.
func (b *Browser) Type(selector, text string) {
	b.t.Helper()
	b.Await(fmt.Sprintf("document.querySelector(%s)", Quote(selector)))
	Eval[bool](b, fmt.Sprintf("(document.querySelector(%s).focus(), true)", Quote(selector)))
	b.Chord("a", "Control")
	b.Press(kb.Backspace, text)
}

// Picture writes a PNG of the window.
func (b *Browser) Picture(path string) {
	b.t.Helper()
	png, err := value(b, chromedp.CaptureScreenshot())
	if err == nil {
		err = os.WriteFile(path, png, 0o644)
	}
	if err != nil {
		b.t.Fatal(err)
	}
}

// Quote writes a Go string as a JavaScript literal.
func Quote(s string) string {
	text, err := json.Marshal(s)
	if err != nil {
		panic(err) // a string always encodes
	}
	return string(text)
}

// Paste puts the focus on an element and gives it a paste event with a text, as Ctrl+V does.
func (b *Browser) Paste(selector, text string) {
	b.t.Helper()
	Eval[bool](b, fmt.Sprintf(`(() => {
		const target = %s ? document.querySelector(%s) : document.activeElement;
		target.focus();
		const data = new DataTransfer();
		data.setData('text/plain', %s);
		if (target.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }))) {
			target.value = %s;
		}
		return true;
	})()`, Quote(selector), Quote(selector), Quote(text), Quote(text)))
}

// ClickAt clicks a point of the window.
func (b *Browser) ClickAt(x, y float64) {
	b.t.Helper()
	b.Run(chromedp.MouseClickXY(x, y))
}

// Hover moves the mouse onto an element.
func (b *Browser) Hover(selector string) {
	b.t.Helper()
	b.Run(MoveMouse(b.middle(selector)))
}

// Wheel turns a wheel over an element, which scrolls what it shows to the right by some px.
func (b *Browser) Wheel(selector string, right float64) {
	b.t.Helper()
	x, y := b.middle(selector)
	b.Run(chromedp.Func(func(ctx context.Context, target *chromedp.Target) error {
		_, err := cdp.Call(ctx, target, input.DispatchMouseEvent, input.DispatchMouseEventParams{
			Type: input.DispatchMouseEventTypeMouseWheel, X: x, Y: y, DeltaX: right,
			DeltaY: 1e-3}) // a delta of 0 is not sent, and both are expected
		return err
	}))
}

// Swipe draws a finger over an element, by some px to the right.
func (b *Browser) Swipe(selector string, right float64) {
	b.t.Helper()
	x, y := b.middle(selector)
	const steps = 10
	b.Run(chromedp.Func(func(ctx context.Context, target *chromedp.Target) error {
		for i := range steps + 2 {
			event := input.DispatchTouchEventParams{Type: input.DispatchTouchEventTypeTouchMove,
				TouchPoints: []*input.TouchPoint{{X: x + right*float64(i)/steps, Y: y}}}
			switch i {
			case 0:
				event.Type = input.DispatchTouchEventTypeTouchStart
			case steps + 1:
				event.Type, event.TouchPoints = input.DispatchTouchEventTypeTouchEnd, []*input.TouchPoint{}
			}
			if _, err := cdp.Call(ctx, target, input.DispatchTouchEvent, event); err != nil {
				return err
			}
		}
		return nil
	}))
}

// MoveMouse moves the mouse to a point of the window.
func MoveMouse(x, y float64) chromedp.Action[chromedp.Void] {
	return chromedp.MouseEvent(input.DispatchMouseEventTypeMouseMoved, x, y)
}

// Compose writes a text as an input method does: it is composed in steps, and then taken.
func (b *Browser) Compose(steps ...string) {
	b.t.Helper()
	b.Run(chromedp.Func(func(ctx context.Context, target *chromedp.Target) error {
		for _, step := range steps {
			end := int64(len([]rune(step)))
			if _, err := cdp.Call(ctx, target, input.ImeSetComposition, input.ImeSetCompositionParams{Text: step,
				SelectionStart: end, SelectionEnd: end}); err != nil {
				return err
			}
		}
		_, err := cdp.Call(ctx, target, input.InsertText, input.InsertTextParams{Text: steps[len(steps)-1]})
		return err
	}))
}

// Insert writes a text that comes without keys, as from a picker of emoji.
func (b *Browser) Insert(text string) {
	b.t.Helper()
	b.Run(chromedp.Func(func(ctx context.Context, target *chromedp.Target) error {
		_, err := cdp.Call(ctx, target, input.InsertText, input.InsertTextParams{Text: text})
		return err
	}))
}
