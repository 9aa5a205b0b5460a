package markup_test

import (
	"fmt"
	"strings"
	"testing"

	"golang.org/x/net/html"

	"rubrel/core/markup"
)

func ExampleElement() {
	link := markup.Class("lead", "").With("href", "/?a=1&b=2").Flag("download")
	fmt.Println(markup.Element("a", link, markup.Text("Bread & <butter>")))
	// Output: <a class="lead" href="/?a=1&amp;b=2" download>Bread &amp; &lt;butter&gt;</a>
}

// Whatever a text or a value is, a parser of HTML reads it back as it was, and nothing else.
func FuzzElement(f *testing.F) {
	for _, text := range []string{"", "plain", `"><script>`, "&amp;", "' onload=x", "a\nb"} {
		f.Add(text)
	}
	f.Fuzz(func(t *testing.T, text string) {
		if strings.ContainsAny(text, "\x00\r") || !strings.EqualFold(text, strings.ToValidUTF8(text, "")) {
			t.Skip() // HTML cannot hold them (section 13.2.3.5), and no text that comes in has them
		}
		nodes, err := html.ParseFragment(strings.NewReader(string(markup.Element("p", markup.Attribute("title", text),
			markup.Text(text)))), nil)
		if err != nil {
			t.Fatal(err)
		}
		p := nodes[0].LastChild.FirstChild // html, body, p
		if p.Data != "p" || p.NextSibling != nil || len(p.Attr) != 1 || p.Attr[0].Val != text {
			t.Fatalf("%q is read as %+v", text, p)
		}
		if text != "" && (p.FirstChild == nil || p.FirstChild.Data != text || p.FirstChild.NextSibling != nil) {
			t.Fatalf("%q is read as %+v", text, p.FirstChild)
		}
	})
}
