package reviews

import (
	"bytes"
	"encoding/json"
	"strings"

	"golang.org/x/net/html"
	"golang.org/x/net/html/atom"
	"golang.org/x/net/html/charset"
)

// readHTML reads a page's JSON-LD, and its microdata where that says no review.
func readHTML(body []byte) (Page, error) {
	var p Page
	decoded, err := charset.NewReader(bytes.NewReader(body), "")
	if err != nil {
		return p, &Error{"its characters are in an encoding that is not known: " + err.Error()}
	}
	root, err := html.Parse(decoded)
	if err != nil {
		return p, &Error{"it is no page: " + err.Error()}
	}
	var items []*html.Node
	ids := map[string]*html.Node{}
	base := ""
	language := ""
	for n := range root.Descendants() {
		if n.Type != html.ElementNode {
			continue
		}
		if id := attribute(n, "id"); id != "" && ids[id] == nil {
			ids[id] = n
		}
		switch {
		case n.DataAtom == atom.Base && base == "":
			base = attribute(n, "href")
		case n.DataAtom == atom.Html:
			language = attribute(n, "lang")
		case n.DataAtom == atom.Script && n.FirstChild != nil && strings.EqualFold(attribute(n, "type"),
			"application/ld+json"):
			var value any
			if json.Unmarshal([]byte(n.FirstChild.Data), &value) == nil { // what is damaged says nothing
				p.take(linked(value), nil)
			}
		case (n.DataAtom == atom.Link || n.DataAtom == atom.A) && p.Next == "" &&
			contains(attribute(n, "rel"), "next"):
			p.Next = attribute(n, "href")
		case has(n, "itemscope"):
			items = append(items, n)
		}
	}
	if len(p.Reviews) == 0 {
		for _, n := range items {
			p.takeItem(n, ids)
		}
	}
	p.Next = under(p.Next, base)
	for i := range p.Reviews {
		p.Reviews[i].Link = under(p.Reviews[i].Link, base)
		if p.Reviews[i].Language == "" {
			p.Reviews[i].Language = language
		}
	}
	return p, nil
}

// takeItem reads an item of microdata (HTML, section 5) that is a review, or what is claimed of all.
func (p *Page) takeItem(n *html.Node, ids map[string]*html.Node) {
	of := attribute(n, "itemtype")
	switch of[strings.LastIndex(of, "/")+1:] {
	case "Review", "UserReview", "CriticReview":
		said := properties(n, ids)
		r := Review{Name: withoutTags(said.first("author", "name")), Text: said.first("reviewBody", "description"),
			Date: said.first("datePublished"), Link: said.first("url"), Language: said.first("inLanguage"),
			Rating: scored(said.first("ratingValue", "reviewRating"), said.first("bestRating"))}
		p.Reviews = append(p.Reviews, r)
	case "AggregateRating":
		said := properties(n, ids)
		p.claim(said.first("ratingValue"), said.first("bestRating"), said.first("reviewCount"), said.first("ratingCount"))
	}
}

// said are the properties of an item, by name, with those of the items within it under theirs.
type said map[string]string

func (s said) first(names ...string) string {
	for _, name := range names {
		if s[name] != "" {
			return s[name]
		}
	}
	return ""
}

// properties gathers what an item says. A thing that is a property says its name, such as an author's; what it is
// reviewed says nothing of the review. Elements elsewhere belong to an item that names them (HTML, section 5.2.2,
// itemref).
func properties(item *html.Node, ids map[string]*html.Node) said {
	found := said{}
	var walk func(n *html.Node, under string)
	look := func(child *html.Node, under string) {
		if child.Type == html.ElementNode {
			name, inner := attribute(child, "itemprop"), under
			if name == "itemReviewed" {
				return
			}
			switch {
			case has(child, "itemscope"):
				inner = name
			case name == "name" && under != "" && found[under] == "":
				found[under] = valueOf(child)
			case name != "":
				for property := range strings.FieldsSeq(name) {
					if found[property] == "" {
						found[property] = valueOf(child)
					}
				}
			}
			walk(child, inner)
		}
	}
	walk = func(n *html.Node, under string) {
		for child := range n.ChildNodes() {
			look(child, under)
		}
	}
	walk(item, "")
	for id := range strings.FieldsSeq(attribute(item, "itemref")) {
		if n := ids[id]; n != nil {
			look(n, "")
		}
	}
	return found
}

// valueOf is what an element says as a property (HTML, section 5.2.4), with its markup.
func valueOf(n *html.Node) string {
	if has(n, "content") {
		return attribute(n, "content")
	}
	switch n.DataAtom {
	case atom.A, atom.Link, atom.Area:
		return attribute(n, "href")
	case atom.Img, atom.Embed, atom.Iframe, atom.Source:
		return attribute(n, "src")
	case atom.Time:
		if has(n, "datetime") {
			return attribute(n, "datetime")
		}
	case atom.Data, atom.Meter:
		return attribute(n, "value")
	}
	var inside strings.Builder
	for child := range n.ChildNodes() {
		if html.Render(&inside, child) != nil {
			return ""
		}
	}
	return inside.String()
}

// blockTags begin a paragraph of their own.
var blockTags = map[atom.Atom]bool{atom.P: true, atom.Div: true, atom.Br: true, atom.Li: true, atom.Blockquote: true}

// words are the texts in an element, with an empty line before each paragraph.
func words(n *html.Node) string {
	var out strings.Builder
	for inner := range n.Descendants() {
		switch {
		case inner.Type == html.TextNode && inner.Parent.DataAtom != atom.Script && inner.Parent.DataAtom != atom.Style:
			out.WriteString(strings.ReplaceAll(inner.Data, "\n\n", "\n"))
		case inner.Type == html.ElementNode && blockTags[inner.DataAtom]:
			out.WriteString("\n\n")
		}
	}
	return out.String()
}

// withoutTags is the text of a piece of HTML.
func withoutTags(s string) string {
	nodes, err := html.ParseFragment(strings.NewReader(s), &html.Node{Type: html.ElementNode, Data: "div",
		DataAtom: atom.Div})
	if err != nil {
		return ""
	}
	around := &html.Node{Type: html.ElementNode, Data: "div", DataAtom: atom.Div}
	for _, n := range nodes {
		around.AppendChild(n)
	}
	return words(around)
}

func has(n *html.Node, name string) bool {
	for _, a := range n.Attr {
		if a.Key == name {
			return true
		}
	}
	return false
}

func attribute(n *html.Node, name string) string {
	for _, a := range n.Attr {
		if a.Key == name {
			return a.Val
		}
	}
	return ""
}

// contains reports whether a list of words has one.
func contains(list, word string) bool {
	for one := range strings.FieldsSeq(list) {
		if strings.EqualFold(one, word) {
			return true
		}
	}
	return false
}
