package richtext_test

import (
	"strings"
	"testing"

	"rubrel/core/richtext"
)

// Examples of CommonMark 0.31.2, by their numbers there, and what of them is not among what a text may hold.
func TestExamples(t *testing.T) {
	for source, want := range map[string]string{
		"*foo bar*\n":                    "<p><em>foo bar</em></p>",                                      // 350
		"**foo bar**\n":                  "<p><strong>foo bar</strong></p>",                              // 378
		"`foo`\n":                        "<p><code>foo</code></p>",                                      // 328
		"[link](/uri \"title\")\n":       `<p><a href="/uri">link</a></p>`,                               // 482, no title
		"<https://foo.bar.baz>\n":        `<p><a href="https://foo.bar.baz">https://foo.bar.baz</a></p>`, // 594
		"- foo\n- bar\n":                 "<ul>\n<li>foo</li>\n<li>bar</li>\n</ul>",                      // 301, in part
		"foo\nbaz\n":                     "<p>foo\nbaz</p>",                                              // 648
		"foo  \nbaz\n":                   "<p>foo<br>\nbaz</p>",                                          // 633
		"&nbsp; &amp; &copy;\n":          "<p>\u00a0 &amp; ©</p>",                                        // 25, in part
		"# Foo\n":                        "Foo",                                                          // 62, no heading
		"![foo](/url)\n":                 "<p></p>",                                                      // 572, no picture
		"<script>alert(1)</script>":      "",
		"<b onclick=alert(1)>x</b>":      "<p>x</p>",
		"[x](javascript:alert(1))":       "<p>x</p>",
		"[x](data:text/html,x)":          "<p>x</p>",
		"[x](java&#x0A;script:alert)":    "<p>x</p>",
		"<a href='//evil' style=x>y</a>": "<p>y</p>",
	} {
		if got := strings.TrimSpace(string(richtext.HTML(source))); got != want {
			t.Errorf("%q is %q, want %q", source, got, want)
		}
	}
}

func TestPlain(t *testing.T) {
	for source, want := range map[string]string{"a **b** [c](https://d.test)\n\n- e\n- f": "a b c e f", "x<y": "x<y",
		"one\ntwo": "one two"} {
		if got := richtext.Plain(source); got != want {
			t.Errorf("%q reads %q, want %q", source, got, want)
		}
	}
}

// Whatever comes in, no element or attribute goes out that is not among the few, and no address that runs.
func FuzzHTML(f *testing.F) {
	for _, seed := range []string{"**a** <img src=x onerror=alert(1)>", "[a](javascript:b)", "<svg><script>1</script>",
		"<a href=\"jav\tascript:x\">y</a>", "[x]: data:text/html,1\n[x]"} {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, source string) {
		out := strings.ToLower(string(richtext.HTML(source)))
		for rest := out; ; {
			i := strings.IndexByte(rest, '<')
			if i < 0 {
				break
			}
			rest = rest[i+1:]
			tag, _, _ := strings.Cut(rest, ">")
			name := strings.TrimSuffix(strings.TrimPrefix(strings.Fields(tag + " ")[0], "/"), "/")
			if !strings.Contains(" p br em strong code ul ol li a ", " "+name+" ") {
				t.Fatalf("%q makes <%s>", source, tag)
			}
			if name == "a" && strings.Contains(tag, "script:") &&
				strings.HasPrefix(strings.TrimPrefix(tag, `a href="`), "javascript") {
				t.Fatalf("%q makes <%s>", source, tag)
			}
		}
	})
}

// Text between tags is written otherwise, and neither tags nor what stands for a character is touched.
func TestWords(t *testing.T) {
	html := richtext.HTML("A **strong** [place](/a?b&c) & more")
	if got := richtext.Words(html, func(s string) string { return s }); got != html {
		t.Errorf("unwritten, %s became %s", html, got)
	}
	got := richtext.Words(html, strings.ToUpper)
	if want := `<p>A <strong>STRONG</strong> <a href="/a?b&amp;c">PLACE</a> &amp; MORE</p>`; string(got) != want {
		t.Errorf("got %s, want %s", got, want)
	}
}
