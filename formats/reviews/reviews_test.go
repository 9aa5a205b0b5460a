package reviews_test

import (
	"reflect"
	"strings"
	"testing"

	"rubrel/formats/reviews"
)

const at = "https://guide.example/fennmoor?page=1"

// The examples of schema.org (Review, Product) in JSON-LD and microdata, of RFC 4287 (section 1.1) and of RSS 2.0, with
// what pages do with them: graphs, lists, reviews of a product, other scales, markup in texts.
func TestRead(t *testing.T) {
	for _, c := range []struct {
		what, body string
		want       []reviews.Review
		next       string
		average    string
		count      int64
	}{
		{"schema.org/Review, example 2, JSON-LD", `<html lang="en"><script type="application/ld+json">{
			"@context": "https://schema.org/", "@type": "Review",
			"itemReviewed": {"@type": "Restaurant", "name": "Legal Seafood", "image": "seafood-restaurant.jpg"},
			"reviewRating": {"@type": "Rating", "ratingValue": 4}, "name": "A good seafood place.",
			"author": {"@type": "Person", "name": "Bob Smith"}, "reviewBody": "The seafood is great."}</script>`,
			[]reviews.Review{{Name: "Bob Smith", Rating: "4/5", Text: "The seafood is great.", Language: "en"}}, "", "", 0},
		{"schema.org/Product, example 2, JSON-LD", `<script type="application/ld+json">{"@context": "https://schema.org",
			"@type": "Product", "aggregateRating": {"@type": "AggregateRating", "ratingValue": "3.5", "reviewCount": "11"},
			"name": "Kenmore White 17\" Microwave", "review": [
			{"@type": "Review", "author": "Ellie", "datePublished": "2011-04-01",
				"reviewBody": "The lamp burned out and now I have to replace it.", "name": "Not a happy camper",
				"reviewRating": {"@type": "Rating", "bestRating": "5", "ratingValue": "1", "worstRating": "1"}},
			{"@type": "Review", "author": "Lucas", "datePublished": "2011-03-25",
				"reviewBody": "Great microwave for the price.", "reviewRating": {"@type": "Rating", "bestRating": "5",
				"ratingValue": "4", "worstRating": "1"}}]}</script>`,
			[]reviews.Review{{Name: "Ellie", Rating: "1/5", Date: "2011-04-01",
				Text: "The lamp burned out and now I have to replace it."}, {Name: "Lucas", Rating: "4/5", Date: "2011-03-25",
				Text: "Great microwave for the price."}}, "", "3.5/5", 11},
		{"schema.org/Product, example 2, microdata", `<div itemscope itemtype="https://schema.org/Product"><span
			itemprop="name">Microwave</span> Rated <div itemprop="aggregateRating" itemscope
			itemtype="https://schema.org/AggregateRating"><span itemprop="ratingValue">3.5</span>/5 based on <span
			itemprop="reviewCount">11</span> customer reviews</div>
			<div itemprop="review" itemscope itemtype="https://schema.org/Review"><span itemprop="name">Not a happy
			camper</span> - by <span itemprop="author">Ellie</span>, <meta itemprop="datePublished" content="2011-04-01">April
			1, 2011 <div itemprop="reviewRating" itemscope itemtype="https://schema.org/Rating"><meta itemprop="worstRating"
			content="1"><span itemprop="ratingValue">1</span>/<span itemprop="bestRating">5</span>stars</div>
			<span itemprop="reviewBody">The lamp burned out and now I have to replace it.</span></div></div>
			<a rel="nofollow next" href="?page=2">More</a>`,
			[]reviews.Review{{Name: "Ellie", Rating: "1/5", Date: "2011-04-01",
				Text: "The lamp burned out and now I have to replace it."}}, "https://guide.example/fennmoor?page=2", "3.5/5", 11},
		{"an author who is a thing, in microdata", `<article itemscope itemtype="http://schema.org/Review"><div
			itemprop="itemReviewed" itemscope itemtype="http://schema.org/Place"><b itemprop="name">The hill</b></div><div
			itemprop="author" itemscope itemtype="http://schema.org/Person"><b itemprop="name">Ida</b></div><a itemprop="url"
			href="/r/1">…</a><div itemprop="reviewBody"><p>One.</p><p>Two &amp; three.</p></div></article>`,
			[]reviews.Review{{Name: "Ida", Text: "One.\n\nTwo & three.", Link: "https://guide.example/r/1"}}, "", "", 0},
		{"a graph, another scale, one that says nothing", `{"@graph": [{"@type": ["CriticReview", "Review"], "author":
			[{"name": "Tom"}], "reviewBody": "<p>Cold &amp; fine.</p>", "reviewRating": {"ratingValue": "8,5", "bestRating": 10},
			"url": "../r/2", "datePublished": "2026-03-04T10:00:00Z"}, {"@type": "Review", "author": "Nobody"}, {"@type":
			"Review", "author": "Wil", "reviewRating": {"ratingValue": "very good"}, "reviewBody": "So."}]}`,
			[]reviews.Review{{Name: "Tom", Rating: "8.5/10", Text: "Cold & fine.", Date: "2026-03-04",
				Link: "https://guide.example/r/2"}, {Name: "Wil", Text: "So."}}, "", "", 0},
		{"RFC 4287, section 1.1, with an author of the entry", `<?xml version="1.0" encoding="utf-8"?>
			<feed xmlns="http://www.w3.org/2005/Atom" xml:lang="en"><title>Example Feed</title>
			<link href="http://example.org/"/><link rel="next" href="http://example.org/?p=2"/>
			<updated>2003-12-13T18:30:02Z</updated><id>urn:uuid:60a76c80-d399-11d9-b93C-0003939e0af6</id>
			<entry><title>★★★★☆ Atom-Powered Robots Run Amok</title><author><name>John Doe</name></author>
			<link href="http://example.org/2003/12/13/atom03"/><id>urn:uuid:1225c695-cfb8-4ebb-aaaa-80da344efa6a</id>
			<updated>2003-12-13T18:30:02Z</updated><summary>Some text.</summary></entry></feed>`,
			[]reviews.Review{{Name: "John Doe", Rating: "4/5", Text: "Some text.", Date: "2003-12-13", Language: "en",
				Link: "http://example.org/2003/12/13/atom03"}}, "http://example.org/?p=2", "", 0},
		{"RSS 2.0", `<rss version="2.0" xmlns:dc="http://purl.org/dc/elements/1.1/"><channel><title>x</title><language>de
			</language><item><title>★★★★★</title><dc:creator>Grete</dc:creator><link>https://a.example/1</link>
			<pubDate>Sat, 07 Sep 2002 00:00:01 GMT</pubDate><description>&lt;p&gt;Schön &amp;amp; gut.&lt;/p&gt;</description>
			</item><item><title>Ok</title><author>lawyer@boyer.example (Lawyer Boyer)</author><description>Hm.</description>
			</item></channel></rss>`,
			[]reviews.Review{{Name: "Grete", Rating: "5/5", Text: "Schön & gut.", Date: "2002-09-07", Language: "de",
				Link: "https://a.example/1"}, {Name: "Lawyer Boyer", Text: "Hm.", Language: "de"}}, "", "", 0},
		{"prefixes, references by @id and two decimals, JSON-LD", `{"@context": {"schema": "https://schema.org/"}, "@graph":
			[{"@id": "#ida", "@type": "schema:Person", "schema:name": "Ida Brandt"}, {"@id": "#r", "@type": "schema:Rating",
			"schema:ratingValue": 3.75, "schema:bestRating": 5}, {"@id": "https://guide.example/r/7", "@type": "schema:Review",
			"schema:author": {"@id": "#ida"}, "schema:reviewRating": {"@id": "#r"}, "schema:reviewBody": "Clear skies."},
			{"@type": "schema:Place", "schema:review": [{"@id": "https://guide.example/r/7"}]}]}`,
			[]reviews.Review{{Name: "Ida Brandt", Rating: "3.75/5", Text: "Clear skies.", Link: "https://guide.example/r/7"}},
			"", "", 0},
		{"a graph that refers to itself", `{"@graph": [{"@id": "#a", "@type": "Review", "author": {"@id": "#b"},
			"reviewBody": "So."}, {"@id": "#b", "name": "Tom", "knows": {"@id": "#b"}, "review": {"@id": "#a"}}]}`,
			[]reviews.Review{{Name: "Tom", Text: "So."}}, "", "", 0},
		{"HTML, section 5.2.2: itemref; and the base of a page", `<base href="https://other.example/r/"><div itemscope
			itemtype="https://schema.org/Review" itemref="who score"><a itemprop="url" href="9">…</a><p
			itemprop="reviewBody">Fine.</p></div><b id="who" itemprop="author">Ida</b><p id="score"
			itemprop="reviewRating" itemscope><data itemprop="ratingValue" value="4">four</data></p>`,
			[]reviews.Review{{Name: "Ida", Rating: "4/5", Text: "Fine.", Link: "https://other.example/r/9"}}, "", "", 0},
		{"XML Base, and Latin-1", "<?xml version='1.0' encoding='ISO-8859-1'?><feed xmlns='http://www.w3.org/2005/Atom' " +
			"xml:base='https://a.example/x/'><entry xml:base='y/'><title>Abend</title><author><name>J\xf6rg</name></author>" +
			"<link href='1'/><summary>Gut.</summary></entry></feed>",
			[]reviews.Review{{Name: "Jörg", Rating: "", Text: "Gut.", Link: "https://a.example/x/y/1"}}, "", "", 0},
	} {
		got, err := reviews.Read([]byte(c.body), at)
		for i := range got.Reviews {
			got.Reviews[i].Language = strings.TrimSpace(got.Reviews[i].Language)
		}
		if err != nil || !reflect.DeepEqual(got.Reviews, c.want) || got.Next != c.next || got.Average != c.average ||
			got.Count != c.count {
			t.Errorf("%s:\n%+v %q %s %d, %v\nwant\n%+v %q %s %d", c.what, got.Reviews, got.Next, got.Average, got.Count, err,
				c.want, c.next, c.average, c.count)
		}
	}
}

// A feed in UTF-16 is read by its first bytes, whatever it calls itself.
func TestUTF16(t *testing.T) {
	feed := []byte{0xfe, 0xff}
	for _, r := range `<?xml version="1.0" encoding="UTF-16"?><rss><channel><item><title>★★★★☆</title>` +
		`<author>Zoë</author><description>Schön.</description></item></channel></rss>` {
		feed = append(feed, byte(r>>8), byte(r))
	}
	got, err := reviews.Read(feed, at)
	want := []reviews.Review{{Name: "Zoë", Rating: "4/5", Text: "Schön."}}
	if err != nil || !reflect.DeepEqual(got.Reviews, want) {
		t.Errorf("%+v (%v)", got.Reviews, err)
	}
}

// What cannot be read says why; a page without reviews has none.
func TestUnreadable(t *testing.T) {
	for body, want := range map[string]string{"": "empty", "{\"@type\": " +
		"\"Rev": "damaged", "<rss><channel><item>": "cut off"} {
		if _, err := reviews.Read([]byte(body), at); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%q: %v", body, err)
		}
	}
	p, err := reviews.Read([]byte("<p>Nothing here.<script type=application/ld+json>{broken</script>"), at)
	if err != nil || len(p.Reviews) > 0 {
		t.Errorf("%+v, %v", p, err)
	}
}

func FuzzRead(f *testing.F) {
	f.Add([]byte(`{"@type":"Review","author":"a","reviewBody":"b"}`))
	f.Add([]byte(`<div itemscope itemtype="https://schema.org/Review"><b itemprop="author">a</b></div>`))
	f.Add([]byte(`<feed><entry><author><name>a</name></author><title>★</title></entry></feed>`))
	f.Fuzz(func(t *testing.T, body []byte) {
		p, err := reviews.Read(body, at)
		if err != nil {
			return
		}
		for _, r := range p.Reviews {
			if r.Text == "" && r.Rating == "" || strings.ContainsAny(r.Name+r.Text, "\x00\x1b") ||
				r.Link != "" && !strings.HasPrefix(r.Link, "http") {
				t.Errorf("%+v", r)
			}
		}
	})
}
