package testkit

import "github.com/chromedp/chromedp/kb"

// modifierOf names the modifier keys as people do.
var modifierOf = map[string]kb.Modifier{"Control": kb.ModifierCtrl, "Shift": kb.ModifierShift, "Alt": kb.ModifierAlt}
