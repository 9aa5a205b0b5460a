// Package reviews reads reviews where others publish them: as data of schema.org in a page, in JSON-LD or microdata,
// and in Atom (RFC 4287) and RSS 2.0 feeds.
package reviews

import (
	"bytes"
	"cmp"
	"encoding/json"
	"fmt"
	"net/url"
	"slices"
	"strings"
	"time"

	"golang.org/x/net/html"
	"golang.org/x/text/encoding/unicode"

	"rubrel/core/plaintext"
	"rubrel/core/rating"
)

// Review is what is read of one. What is not said is "".
type Review struct {
	Name     string `json:"name,omitempty"`
	Rating   string `json:"rating,omitempty"` // as core/rating reads it
	Text     string `json:"text,omitempty"`   // plain, with an empty line between paragraphs
	Date     string `json:"date,omitempty"`   // of ISO 8601, a day
	Link     string `json:"link,omitempty"`   // where it was written, absolute
	Language string `json:"language,omitempty"`
}

// Page is what one page or feed says.
type Page struct {
	Reviews []Review
	Next    string // the address of the next page; "" where there is none
	// Average and Count are what the page claims of all reviews, as core/rating reads the one; Count is 0 where it claims
	// nothing.
	Average string
	Count   int64
	// Left is how many reviews say nothing that could be shown, or a rating that is none.
	Left int

	found map[string]int // the places of reviews, by their @id
}

// MostReviews bounds what is read of one page.
const MostReviews = 500

// Error says why a page cannot be read.
type Error struct{ Problem string }

func (e *Error) Error() string { return "the reviews cannot be read: " + e.Problem }

// Read reads a page from an address. Its kind is seen from what it says, not from what its server calls it. The error
// is an *Error.
func Read(body []byte, address string) (Page, error) {
	base, err := url.Parse(address)
	if err != nil {
		return Page{}, &Error{fmt.Sprintf("%q is no address", address)}
	}
	if bytes.HasPrefix(body, []byte("\xff\xfe")) || bytes.HasPrefix(body, []byte("\xfe\xff")) {
		if body, err = unicode.UTF16(unicode.LittleEndian, unicode.UseBOM).NewDecoder().Bytes(body); err != nil {
			return Page{}, &Error{"it begins as UTF-16 and does not go on so"}
		}
	}
	start := bytes.TrimSpace(bytes.TrimPrefix(body, []byte("\ufeff")))
	var p Page
	switch {
	case len(start) == 0:
		return p, &Error{"the page is empty"}
	case start[0] == '{' || start[0] == '[':
		p, err = readJSON(start)
	case isFeed(start):
		p, err = readFeed(start)
	default:
		p, err = readHTML(start)
	}
	if err != nil {
		return Page{}, err
	}
	p.clean(base)
	return p, nil
}

// readJSON reads JSON-LD that is served by itself.
func readJSON(body []byte) (Page, error) {
	var p Page
	var value any
	if err := json.Unmarshal(body, &value); err != nil {
		return p, &Error{"it is JSON that is cut off or damaged"}
	}
	p.take(linked(value), nil)
	return p, nil
}

// clean makes addresses absolute, days of dates and plain text of markup, and leaves out what says nothing.
func (p *Page) clean(base *url.URL) {
	p.Next = absolute(base, p.Next)
	if p.Average != "" {
		if _, err := rating.Parse(p.Average); err != nil {
			p.Average = ""
		}
	}
	var kept []Review
	for _, r := range p.Reviews {
		r.Name, r.Text = line(r.Name), paragraphs(r.Text)
		r.Link, r.Date = absolute(base, r.Link), day(r.Date)
		if r.Rating != "" {
			s, err := rating.Parse(r.Rating)
			if r.Rating = s.String(); err != nil {
				r.Rating = ""
				p.Left++
			}
		}
		if r.Text == "" && r.Rating == "" {
			p.Left++
			continue
		}
		if len(kept) < MostReviews && !slices.Contains(kept, r) {
			kept = append(kept, r)
		}
	}
	p.Reviews = kept
}

// absolute is an address of the web, relative to a page's; "" for another.
func absolute(base *url.URL, address string) string {
	if address == "" {
		return ""
	}
	to, err := base.Parse(strings.TrimSpace(address))
	if err != nil || to.Scheme != "http" && to.Scheme != "https" || to.Host == "" {
		return ""
	}
	return to.String()
}

// line is a text on one line. It is no markup, but may have character references.
func line(s string) string {
	cleaned, err := plaintext.Clean(html.UnescapeString(s))
	if err != nil {
		return ""
	}
	return strings.Join(strings.Fields(cleaned), " ")
}

// paragraphs is a text whose lines are joined, with an empty line between paragraphs.
func paragraphs(s string) string {
	var all []string
	for part := range strings.SplitSeq(strings.ReplaceAll(plain(s), "\r", ""), "\n\n") {
		if part = strings.Join(strings.Fields(part), " "); part != "" {
			all = append(all, part)
		}
	}
	return strings.Join(all, "\n\n")
}

// plain is a text without markup and without characters that no text has.
func plain(s string) string {
	if strings.ContainsAny(s, "<&") {
		s = withoutTags(s)
	}
	cleaned, err := plaintext.Clean(s)
	if err != nil {
		return ""
	}
	return cleaned
}

// layouts are those in which days are written: ISO 8601, RFC 3339, and RFC 822 as RSS has it.
var layouts = []string{time.DateOnly, time.RFC3339, "2006-01-02T15:04:05", "2006-01-02T15:04Z07:00", time.RFC1123Z,
	time.RFC1123, "Mon, 2 Jan 2006 15:04:05 -0700", "Mon, 2 Jan 2006 15:04:05 MST", "2 Jan 2006 15:04:05 -0700",
	"January 2, 2006", "2006/01/02"}

// day is the day of a date; "" where it is none.
func day(s string) string {
	for _, layout := range layouts {
		if t, err := time.Parse(layout, strings.TrimSpace(s)); err == nil {
			return t.Format(time.DateOnly)
		}
	}
	return ""
}

// scored is a rating with its scale, which is 5 where a page says none (schema.org, bestRating).
func scored(value, best string) string {
	if value = strings.TrimSpace(value); value == "" {
		return ""
	}
	if strings.ContainsAny(value, "/%") {
		return value
	}
	return strings.Replace(value, ",", ".", 1) + "/" + cmp.Or(strings.TrimSuffix(strings.TrimSpace(best), ".0"), "5")
}
