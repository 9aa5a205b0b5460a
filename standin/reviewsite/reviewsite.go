// Package reviewsite is a stand-in for sites on which visitors write reviews: pages with data of schema.org, feeds,
// several pages, slow answers and faulty ones. What is on it is invented, and can be changed, as visitors do.
package reviewsite

import (
	"encoding/json"
	"fmt"
	"html/template"
	"net/http"
	"slices"
	"strconv"
	"strings"
	"sync"
	"time"
)

// Review is one that a visitor wrote.
type Review struct {
	ID, Name, Text, Date, Language string
	Stars                          float64
}

// perPage is how many stand on a page.
const perPage = 3

// Site is the stand-in.
type Site struct {
	mu      sync.Mutex
	reviews []Review
}

// New is a site with some reviews of the demo's observatory.
func New() *Site {
	return &Site{reviews: []Review{
		{"ida", "Ida Brennan", "The ring of Saturn, with my own eyes, at nine years old. That was me, not my daughter: I " +
			"am forty-one, and felt nine.", "2026-10-18", "en", 5},
		{"tom", "Tomás Vela", "Cold feet, warm heart. Bring a second pair of socks, and stay for the tea.", "2026-09-27",
			"en", 4.5},
		{"wil", "Wil", "Came for the comet. Got the comet. Came again, got clouds, got tea.", "2026-10-02", "en", 4},
		{"lena", "Léna Marchetti", "He proposed at the eyepiece. I had to look twice, once at the cluster.", "2026-07-17",
			"en", 5},
		{"sofie", "Sofie Lindqvist", "Min son frågar varje kväll om det är klart väder.", "2026-11-20", "sv", 5},
		{"abel", "Abel & Co. <partners>", "We came as twelve, and *everybody* saw the moon.", "2026-11-22", "en", 4.5},
	}}
}

// Set replaces what is on the site.
func (s *Site) Set(reviews []Review) {
	s.mu.Lock()
	defer s.mu.Unlock()
	s.reviews = slices.Clone(reviews)
}

// Reviews are those on the site.
func (s *Site) Reviews() []Review {
	s.mu.Lock()
	defer s.mu.Unlock()
	return slices.Clone(s.reviews)
}

// ServeHTTP answers GET /jsonld, /microdata, /atom and /rss, in pages by ?page=2, and GET /slow, /faulty, /empty and
// /endless.
func (s *Site) ServeHTTP(w http.ResponseWriter, r *http.Request) {
	page, _ := strconv.Atoi(r.FormValue("page"))
	page = max(1, page)
	all := s.Reviews()
	from := min(len(all), (page-1)*perPage)
	shown := all[from:min(len(all), from+perPage)]
	next := ""
	if from+perPage < len(all) {
		next = r.URL.Path + "?page=" + strconv.Itoa(page+1)
	}
	switch r.URL.Path {
	case "/jsonld":
		html(w, jsonLD(shown, all), next)
	case "/microdata":
		html(w, microdata(shown), next)
	case "/atom":
		feed(w, "application/atom+xml", atomFeed(r, shown, next))
	case "/rss":
		feed(w, "application/rss+xml", rssFeed(r, all))
	case "/slow":
		select {
		case <-r.Context().Done():
		case <-time.After(time.Minute):
		}
	case "/faulty":
		http.Error(w, "the database is away", http.StatusInternalServerError)
	case "/empty":
		html(w, "<p>No review yet.</p>", "")
	case "/endless":
		html(w, microdata(all[:1]), "/endless?page="+strconv.Itoa(page+1))
	default:
		http.NotFound(w, r)
	}
}

func html(w http.ResponseWriter, body, next string) {
	w.Header().Set("Content-Type", "text/html; charset=utf-8")
	more := ""
	if next != "" {
		more = `<a rel="next" href="` + next + `">More</a>`
	}
	fmt.Fprintf(w, `<!doctype html><html lang="en"><title>Reviews</title><body>%s%s</body></html>`, body, more)
}

func feed(w http.ResponseWriter, mime, body string) {
	w.Header().Set("Content-Type", mime)
	fmt.Fprint(w, `<?xml version="1.0" encoding="utf-8"?>`, body)
}

var escape = template.HTMLEscapeString

// jsonLD is a page whose reviews are JSON-LD, with what all of them come to.
func jsonLD(shown, all []Review) string {
	sum := 0.0
	for _, r := range all {
		sum += r.Stars
	}
	var list []any
	for _, r := range shown {
		list = append(list, map[string]any{"@type": "Review", "author": map[string]any{"@type": "Person", "name": r.Name},
			"reviewBody": r.Text, "datePublished": r.Date, "inLanguage": r.Language, "url": "/r/" + r.ID,
			"reviewRating": map[string]any{"@type": "Rating", "ratingValue": r.Stars, "bestRating": 5}})
	}
	said, err := json.Marshal(map[string]any{"@context": "https://schema.org", "@type": "LocalBusiness",
		"name": "Fennmoor Observatory", "review": list, "aggregateRating": map[string]any{"@type": "AggregateRating",
			"ratingValue": fmt.Sprintf("%.1f", sum/float64(max(1, len(all)))), "reviewCount": len(all)}})
	if err != nil {
		panic(err) // texts and numbers
	}
	return `<script type="application/ld+json">` + string(said) + "</script>"
}

// microdata is a page whose reviews are microdata.
func microdata(shown []Review) string {
	var out strings.Builder
	for _, r := range shown {
		fmt.Fprintf(&out, `<article itemscope itemtype="https://schema.org/Review"><h2 itemprop="author" itemscope `+
			`itemtype="https://schema.org/Person"><span itemprop="name">%s</span></h2><a itemprop="url" href="/r/%s">#</a>`+
			`<time itemprop="datePublished" datetime="%s">then</time><meta itemprop="inLanguage" content="%s">`+
			`<p itemprop="reviewRating" itemscope itemtype="https://schema.org/Rating"><b itemprop="ratingValue">%g</b>/<i `+
			`itemprop="bestRating">5</i></p><div itemprop="reviewBody"><p>%s</p></div></article>`, escape(r.Name), r.ID, r.Date,
			r.Language, r.Stars, escape(r.Text))
	}
	return out.String()
}

func stars(n float64) string { return strings.Repeat("★", int(n)) + strings.Repeat("☆", 5-int(n)) }

// atomFeed is a page of an Atom feed (RFC 4287); its titles show whole stars.
func atomFeed(r *http.Request, shown []Review, next string) string {
	var out strings.Builder
	here := "http://" + r.Host
	fmt.Fprintf(&out, `<feed xmlns="http://www.w3.org/2005/Atom"><title>Reviews</title><id>%s/atom</id>`, here)
	if next != "" {
		fmt.Fprintf(&out, `<link rel="next" href="%s%s"/>`, here, next)
	}
	for _, one := range shown {
		fmt.Fprintf(&out, `<entry xml:lang="%s"><title>%s</title><author><name>%s</name></author><id>%s/r/%s</id>`+
			`<link href="%s/r/%s"/><updated>%sT12:00:00Z</updated><content type="html">%s</content></entry>`, one.Language,
			stars(one.Stars), escape(one.Name), here, one.ID, here, one.ID, one.Date, escape("<p>"+escape(one.Text)+"</p>"))
	}
	return out.String() + "</feed>"
}

// rssFeed is the whole as RSS 2.0.
func rssFeed(r *http.Request, all []Review) string {
	var out strings.Builder
	out.WriteString(`<rss version="2.0" xmlns:dc="http://purl.org/dc/elements/1.1/"><channel><title>Reviews</title>`)
	for _, one := range all {
		day, _ := time.Parse(time.DateOnly, one.Date) // what is none is a day long ago
		fmt.Fprintf(
			&out,
			`<item><title>%s</title><dc:creator>%s</dc:creator><link>http://%s/r/%s</link><pubDate>%s</pubDate>`+
				`<description>%s</description></item>`,
			stars(one.Stars),
			escape(one.Name),
			r.Host,
			one.ID,
			day.Format(time.RFC1123Z),
			escape(escape(one.Text)),
		)
	}
	return out.String() + "</channel></rss>"
}
