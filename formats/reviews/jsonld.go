package reviews

import (
	"encoding/json"
	"strconv"
	"strings"
)

// mostDepth bounds how deep values lie in each other.
const mostDepth = 40

// object is a thing of schema.org.
type object map[string]any

// take finds reviews, and what is claimed of all, anywhere in JSON-LD: alone, in lists, in graphs, and as the reviews
// of something else.
func (p *Page) take(value any, within []string) {
	if len(within) > mostDepth {
		return
	}
	switch v := value.(type) {
	case []any:
		for _, item := range v {
			p.take(item, append(within, ""))
		}
	case map[string]any:
		o := object(v)
		switch {
		case o.is("Review") || o.is("UserReview") || o.is("CriticReview") || o.is("EmployerReview"):
			p.add(o.text("@id"), o.review())
			return
		case o.is("AggregateRating"):
			p.claim(o.text("ratingValue"), o.text("bestRating"), o.text("reviewCount"), o.text("ratingCount"))
			return
		}
		for name, inner := range v {
			if name != "@context" {
				p.take(inner, append(within, name))
			}
		}
	}
}

// add adds a review, unless it was found under its @id before; of two of one the one with a name is meant.
func (p *Page) add(id string, r Review) {
	if at, ok := p.found[id]; ok && id != "" {
		if p.Reviews[at].Name == "" {
			p.Reviews[at] = r
		}
		return
	}
	if p.found == nil {
		p.found = map[string]int{}
	}
	p.found[id] = len(p.Reviews)
	p.Reviews = append(p.Reviews, r)
}

// claim notes the average and the number of all reviews, of the first that says it.
func (p *Page) claim(value, best string, counts ...string) {
	for _, count := range counts {
		if n, err := strconv.ParseInt(strings.TrimSpace(count), 10, 64); err == nil && p.Count == 0 && n > 0 {
			p.Count = n
			p.Average = scored(value, best)
		}
	}
}

// is reports whether the object is of a type of schema.org.
func (o object) is(name string) bool {
	of := func(v any) bool {
		text, ok := v.(string)
		text = text[strings.LastIndexAny(text, "/#:")+1:]
		return ok && text == name
	}
	if list, ok := o["@type"].([]any); ok {
		for _, v := range list {
			if of(v) {
				return true
			}
		}
	}
	return of(o["@type"])
}

// text is what a property says: a text, a number, the name or the address of a thing, or the first of several.
func (o object) text(name string) string { return textOf(o[name], 0) }

func textOf(value any, depth int) string {
	switch v := value.(type) {
	case string:
		return v
	case float64:
		return strconv.FormatFloat(v, 'f', -1, 64)
	case json.Number:
		return v.String()
	case []any:
		if len(v) > 0 && depth < mostDepth {
			return textOf(v[0], depth+1)
		}
	case map[string]any:
		for _, name := range []string{"@value", "name", "@id", "url"} {
			if text, ok := v[name].(string); ok {
				return text
			}
		}
	}
	return ""
}

// review reads a Review of schema.org.
func (o object) review() Review {
	r := Review{Name: named(o["author"]), Text: o.text("reviewBody"), Date: o.text("datePublished"), Link: o.text("url"),
		Language: o.text("inLanguage")}
	if r.Text == "" {
		r.Text = o.text("description")
	}
	if id := o.text("@id"); r.Link == "" && strings.HasPrefix(id, "http") {
		r.Link = id
	}
	if given, ok := first(o["reviewRating"]).(map[string]any); ok {
		r.Rating = scored(object(given).text("ratingValue"), object(given).text("bestRating"))
	} else {
		r.Rating = scored(o.text("reviewRating"), "")
	}
	return r
}

// named is the name of a thing, which is no reference to it.
func named(value any) string {
	if o, ok := first(value).(map[string]any); ok {
		return textOf(o["name"], 0)
	}
	return textOf(value, 0)
}

// first is a value, or the first of several.
func first(value any) any {
	if list, ok := value.([]any); ok && len(list) > 0 {
		return list[0]
	}
	return value
}
