package reviews

import (
	"bytes"
	"cmp"
	"encoding/xml"
	"fmt"
	"io"
	"net/url"
	"strings"

	"golang.org/x/net/html/charset"

	"rubrel/core/rating"
)

// isFeed reports whether a text is XML whose first element is that of a feed.
func isFeed(body []byte) bool {
	const head = 4096
	decoder := xml.NewDecoder(bytes.NewReader(body[:min(len(body), head)]))
	decoder.Strict = false
	decoder.CharsetReader = declared
	for {
		token, err := decoder.Token()
		if err != nil {
			return false
		}
		if start, ok := token.(xml.StartElement); ok {
			return start.Name.Local == "feed" || start.Name.Local == "rss" || start.Name.Local == "RDF"
		}
	}
}

// declared reads an encoding by its name. What is UTF-16 has been read by its first bytes.
func declared(label string, input io.Reader) (io.Reader, error) {
	if strings.HasPrefix(strings.ToLower(label), "utf-16") {
		return input, nil
	}
	return charset.NewReaderLabel(label, input)
}

// feedText is a text that may be HTML.
type feedText struct {
	Type string `xml:"type,attr"`
	Text string `xml:",chardata"`
	XML  string `xml:",innerxml"`
}

// String is the text, or the markup of one that is XHTML.
func (t feedText) String() string {
	if t.Type == "xhtml" {
		return t.XML
	}
	return t.Text
}

type feedLink struct {
	Rel  string `xml:"rel,attr"`
	Href string `xml:"href,attr"`
	Text string `xml:",chardata"`
}

// feed is an Atom feed (RFC 4287) or one of RSS 2.0.
type feed struct {
	Lang    string      `xml:"http://www.w3.org/XML/1998/namespace lang,attr"`
	Base    string      `xml:"http://www.w3.org/XML/1998/namespace base,attr"`
	Links   []feedLink  `xml:"link"`
	Entries []feedEntry `xml:"entry"`
	Channel struct {
		Language string      `xml:"language"`
		Links    []feedLink  `xml:"link"`
		Items    []feedEntry `xml:"item"`
	} `xml:"channel"`
}

// feedEntry is one entry of either. A title may hold stars.
type feedEntry struct {
	Lang   string   `xml:"http://www.w3.org/XML/1998/namespace lang,attr"`
	Base   string   `xml:"http://www.w3.org/XML/1998/namespace base,attr"`
	Title  feedText `xml:"title"`
	Author struct {
		Name string `xml:"name"`
		Text string `xml:",chardata"`
	} `xml:"author"`
	Creator     string     `xml:"creator"`
	Content     feedText   `xml:"content"`
	Summary     feedText   `xml:"summary"`
	Encoded     string     `xml:"encoded"`
	Description string     `xml:"description"`
	Published   string     `xml:"published"`
	Updated     string     `xml:"updated"`
	PubDate     string     `xml:"pubDate"`
	Links       []feedLink `xml:"link"`
	Rating      string     `xml:"rating"`
}

// readFeed reads Atom and RSS.
func readFeed(body []byte) (Page, error) {
	var p Page
	var f feed
	decoder := xml.NewDecoder(bytes.NewReader(body))
	decoder.Strict = false
	decoder.CharsetReader = declared
	if err := decoder.Decode(&f); err != nil {
		return p, &Error{"it is a feed that is cut off or damaged"}
	}
	for _, link := range append(f.Links, f.Channel.Links...) {
		if link.Rel == "next" { // RFC 5005, section 3
			p.Next = under(link.Href, f.Base)
		}
	}
	for _, entry := range append(f.Entries, f.Channel.Items...) {
		r := entry.review()
		r.Link = under(r.Link, f.Base, entry.Base)
		r.Language = cmp.Or(entry.Lang, f.Lang, f.Channel.Language)
		p.Reviews = append(p.Reviews, r)
	}
	return p, nil
}

// under is an address below the bases of its elements (XML Base, section 4), the outermost first.
func under(address string, bases ...string) string {
	base := &url.URL{}
	for _, next := range bases {
		if below, err := base.Parse(next); err == nil {
			base = below
		}
	}
	to, err := base.Parse(address)
	if address == "" || err != nil {
		return address
	}
	return to.String()
}

// review reads an entry.
func (e feedEntry) review() Review {
	r := Review{
		Name: cmp.Or(strings.TrimSpace(e.Author.Name), strings.TrimSpace(e.Creator), strings.TrimSpace(e.Author.Text)),
		Text: cmp.Or(e.Content.String(), e.Encoded, e.Summary.String(), e.Description),
		Date: cmp.Or(e.Published, e.PubDate, e.Updated),
	}
	for _, link := range e.Links {
		if address := cmp.Or(link.Href, strings.TrimSpace(link.Text)); (link.Rel == "" || link.Rel == "alternate") &&
			r.Link == "" {
			r.Link = address
		}
	}
	if name, address, ok := strings.Cut(r.Name, " ("); ok && strings.Contains(address, "@") { // RSS: a@b.example (Ida)
		r.Name = name
	}
	if address, name, ok := strings.Cut(r.Name, " ("); ok && strings.Contains(address, "@") {
		r.Name = strings.TrimSuffix(name, ")")
	}
	r.Rating = scored(e.Rating, "")
	if r.Rating == "" {
		r.Rating = starsIn(e.Title.String())
	}
	return r
}

// starsIn is the rating that a title shows, of 5 where it shows no missing stars; "" where it shows none.
func starsIn(title string) string {
	full := strings.Count(title, "★") + strings.Count(title, "⭐")
	missing := strings.Count(title, "☆")
	switch {
	case full == 0:
		return ""
	case missing == 0:
		return fmt.Sprintf("%d/%d", full, max(full, rating.UsualScale))
	}
	return fmt.Sprintf("%d/%d", full, full+missing)
}
