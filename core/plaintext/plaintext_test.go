package plaintext

import (
	"strings"
	"testing"
)

func TestClean(t *testing.T) {
	for in, want := range map[string]string{
		"plain": "plain", "": "", "a\x00b": "ab", "a\r\nb\rc": "a\nb\nc", "tab\tstays\n": "tab\tstays\n",
		"\x1b[31mred\x7f": "[31mred",
		"next\u0085line":  "nextline", "soft\u00adhyphen": "soft\u00adhyphen", "عربي\u200f": "عربي\u200f", "a\vb": "a\nb",
		"👩‍🚀": "👩‍🚀",
	} {
		got, err := Clean(in)
		if err != nil || got != want {
			t.Errorf("%q: %q (%v), want %q", in, got, err, want)
		}
	}
	// a lone surrogate, a cut character, an overlong NUL
	for _, in := range []string{"\xff", "\xed\xa0\x80", "a\xc3", "\xc0\x80"} {
		if _, err := Clean(in); err == nil {
			t.Errorf("%q is taken", in)
		}
	}
}

func FuzzClean(f *testing.F) {
	f.Add("a\x00\r\n\x85")
	f.Fuzz(func(t *testing.T, in string) {
		got, err := Clean(in)
		if err == nil && (!IsClean(got) || strings.ContainsRune(got, 0)) {
			t.Errorf("%q is cleaned to %q", in, got)
		}
	})
}
