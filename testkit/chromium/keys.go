package chromium

import (
	"context"

	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/cdproto/input"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
)

// modifierOf names the modifier keys as people do.
var modifierOf = map[string]kb.Modifier{"Control": kb.ModifierCtrl, "Shift": kb.ModifierShift, "Alt": kb.ModifierAlt}

// pressed presses and releases each key as a keyboard does: the text comes with the key that is pressed, so a page
// that prevents the one prevents the other. (chromedp.KeyEvent sends the text as an event of its own.)
func pressed(keys string, modifiers ...kb.Modifier) chromedp.Action[chromedp.Void] {
	return chromedp.Func(func(ctx context.Context, target *chromedp.Target) error {
		for _, r := range keys {
			events := kb.Encode(r)
			down := *events[0]
			down.Type = input.DispatchKeyEventTypeKeyDown
			for _, e := range events {
				if e.Type == kb.KeyChar {
					down.Text, down.UnmodifiedText = e.Text, e.UnmodifiedText
				}
			}
			up := *events[len(events)-1]
			for _, m := range modifiers {
				down.Modifiers |= int64(m)
				up.Modifiers |= int64(m)
			}
			if down.Modifiers&^int64(kb.ModifierShift) != 0 {
				down.Text, down.UnmodifiedText = "", ""
			}
			for _, e := range []input.DispatchKeyEventParams{down, up} {
				if _, err := cdp.Call(ctx, target, input.DispatchKeyEvent, e); err != nil {
					return err
				}
			}
		}
		return nil
	})
}
