package richtext_test

import (
	"strings"
	"testing"

	"rubrel/core/richtext"
)

// same are two texts but for white space.
func same(a, b string) bool {
	return strings.Join(strings.Fields(a), " ") == strings.Join(strings.Fields(b), " ")
}

// What is escaped is shown as it is: nothing of it is markup.
func TestEscape(t *testing.T) {
	for _, text := range []string{"Plain.", "*not* _so_ `far`", "1. first\n2) " +
		"second", "- a\n+ b", "# no heading", "a < b & c",
		"<script>alert(1)</script>", "[x](javascript:alert(1))", `a\b`, "&amp;", "===\n---", "5 * 4 = 20", "~~no~~",
		"two\n\nparagraphs", "    four spaces", "https://a.example/x_y", "http://a.b", "> so", ": x", "* * *", "| a | b |"} {
		escaped := richtext.Escape(text)
		if got := richtext.Plain(escaped); !same(got, text) {
			t.Errorf("%q is escaped as %q and shown as %q", text, escaped, got)
		}
		html := string(richtext.HTML(escaped))
		for _, tag := range []string{"<em", "<strong", "<h", "<ul", "<ol", "<code", "<a ", "<script", "<hr", "<blockquote"} {
			if strings.Contains(html, tag) && !strings.Contains(text, "http") {
				t.Errorf("%q becomes %s", text, html)
			}
		}
	}
}

func FuzzEscape(f *testing.F) {
	for _, text := range []string{"*a*", "1. b", "<i>", "a\\*", "&#42;", "\t- x"} {
		f.Add(text)
	}
	f.Fuzz(func(t *testing.T, text string) {
		for _, r := range text {
			if r < ' ' && r != '\n' || r == '\ufffd' || r > 0x7e { // texts are cleaned where they come in
				return
			}
		}
		if got := richtext.Plain(richtext.Escape(text)); !same(got, text) {
			t.Errorf("%q is escaped as %q and shown as %q", text, richtext.Escape(text), got)
		}
	})
}
