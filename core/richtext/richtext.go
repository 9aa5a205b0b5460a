// Package richtext reads text with a little markup: CommonMark in, and of the HTML that it makes a small safe set out.
package richtext

import (
	"bytes"
	"html/template"
	"strings"
	"sync"

	"rubrel/core/markup"

	"github.com/microcosm-cc/bluemonday"
	"github.com/yuin/goldmark"
	"golang.org/x/net/html"
)

// reader reads CommonMark. Markup in HTML stays text.
var reader = goldmark.New()

// policy is what may be in a text: paragraphs, breaks, emphasis, code, links and lists. What else CommonMark has,
// such as headings and pictures, is a block's own to show.
var policy = sync.OnceValue(func() *bluemonday.Policy {
	p := bluemonday.NewPolicy()
	p.AllowElements("p", "br", "em", "strong", "code", "ul", "ol", "li")
	p.AllowAttrs("href").OnElements("a")
	p.AllowURLSchemes("https", "http", "mailto", "tel")
	p.AllowRelativeURLs(true)
	p.RequireNoFollowOnLinks(false)
	return p
})

// HTML is a text as HTML that can stand in any page: nothing in it runs, and nothing is fetched.
func HTML(source string) template.HTML {
	var out bytes.Buffer
	if err := reader.Convert([]byte(source), &out); err != nil {
		return markup.Element("p", "", markup.Text(source)) // a buffer takes everything
	}
	return template.HTML(strings.TrimSpace(policy().Sanitize(out.String())))
}

// Words is HTML of HTML with its text written otherwise, a run between two tags at a time: hyphenated, say.
func Words(text template.HTML, write func(string) string) template.HTML {
	var b strings.Builder
	tokens := html.NewTokenizer(strings.NewReader(string(text)))
	for {
		switch tokens.Next() {
		case html.ErrorToken:
			return template.HTML(b.String())
		case html.TextToken:
			b.WriteString(html.EscapeString(write(html.UnescapeString(string(tokens.Raw())))))
		default:
			b.Write(tokens.Raw())
		}
	}
}

// Plain is what a reader sees of a text, without its markup: for what takes text alone, and for measuring.
func Plain(source string) string {
	var b strings.Builder
	tokens := html.NewTokenizer(strings.NewReader(string(HTML(source))))
	for {
		switch tokens.Next() {
		case html.ErrorToken:
			return strings.Join(strings.Fields(b.String()), " ")
		case html.TextToken:
			b.Write(tokens.Text())
		case html.EndTagToken, html.SelfClosingTagToken, html.StartTagToken:
			if name, _ := tokens.TagName(); strings.Contains(" p br li ul ol ", " "+string(name)+" ") {
				b.WriteByte(' ')
			}
		}
	}
}
