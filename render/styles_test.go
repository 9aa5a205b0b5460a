package render_test

import (
	"fmt"
	"strings"
	"testing"

	"rubrel/testkit/chromium"
)

// computedStyles are the computed styles of every element that a selector finds and of the pseudo-elements that it has,
// each after its class, once the page's fonts are there.
func computedStyles(b *chromium.Browser, selector string) []string {
	return chromium.Eval[[]string](b, fmt.Sprintf(`document.fonts.ready.then(() => {
		const names = [...getComputedStyle(document.body)].filter((name) => !name.startsWith('--'));
		const values = (style) => names.map((name) => name + ':' + style.getPropertyValue(name)).join(';');
		return [...document.querySelectorAll(%s)].flatMap((e) => [e.className + ' ' + values(getComputedStyle(e)),
			...['::before', '::after'].map((pseudo) => [pseudo, getComputedStyle(e, pseudo)])
				.map(([pseudo, style]) => e.className + pseudo + ' ' + (style.content === 'none' ||
					style.content === 'normal' ? 'none' : values(style)))]);
	})`, chromium.Quote(selector)))
}

// compareStyles reports the first differences between two lists of computed styles.
func compareStyles(t *testing.T, what string, want, got []string) {
	t.Helper()
	if len(want) != len(got) || len(want) < 50 {
		t.Errorf("%s: %d elements, want %d, and 50 at least", what, len(got), len(want))
		return
	}
	faults := 0
	for i := range want {
		if want[i] != got[i] && faults < 3 {
			faults++
			t.Errorf("%s: %s", what, difference(want[i], got[i]))
		}
	}
}

func difference(a, b string) string {
	as, bs := strings.Split(a, ";"), strings.Split(b, ";")
	out := strings.SplitN(a, " ", 2)[0] + ":"
	for i := range min(len(as), len(bs)) {
		if as[i] != bs[i] {
			out += " " + as[i] + " became " + bs[i]
		}
	}
	return out
}
