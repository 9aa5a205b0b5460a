package marks

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"golang.org/x/net/html"

	"rubrel/core/kind"
	"rubrel/core/measure"
)

// outline reads the block's HTML as those do who do not see it: headings that leave a level out or say nothing (WCAG
// 2.2, 1.3.1 and 2.4.6), and pictures, links and buttons without a name (1.1.1, 2.4.4, 4.1.2).
// It finds too which parts there are.
func (s subject) outline(form kind.Form) outlined {
	return s.outlines.of(s.View, form.Name, func() outlined {
		inside, err := form.HTML(s.View)
		if err != nil {
			return outlined{} // the proof says what is wrong
		}
		return outlined{marks: readOutline(string(inside), max(1, s.View.HeadingLevel)-1),
			shown: measure.ReadShown(string(inside))}
	})
}

// readOutline reads HTML that stands below a heading of a level.
func readOutline(inside string, level int) []Mark {
	r := outlineReader{level: level}
	tokenizer := html.NewTokenizer(strings.NewReader(inside))
	for {
		switch tokenizer.Next() {
		case html.ErrorToken:
			return r.found
		case html.StartTagToken, html.SelfClosingTagToken:
			if name, attributes := tokenizer.TagName(); attributes || string(name) == "button" || isHeading(string(name)) {
				r.start(string(name), tokenizer)
			}
		case html.TextToken:
			if r.named != "" {
				r.name += strings.TrimSpace(string(tokenizer.Text()))
			}
		case html.EndTagToken:
			if r.named != "" {
				name, _ := tokenizer.TagName()
				r.end(string(name))
			}
		}
	}
}

// outlineReader follows the element that has to have a name.
type outlineReader struct {
	found []Mark
	level int    // of the last heading
	named string // the element that is being read; "" for none
	name  string // what has been read of it
	where string
}

func (r *outlineReader) start(tag string, tokenizer *html.Tokenizer) {
	if r.named == "" && tag != "img" && tag != "a" && tag != "button" && !isHeading(tag) {
		return // it needs no name and is in nothing that does
	}
	said := map[string]string{}
	for more := true; more; {
		var key, value []byte
		key, value, more = tokenizer.TagAttr()
		said[string(key)] = strings.TrimSpace(string(value))
	}
	label := cmp.Or(said["aria-label"], said["aria-labelledby"], said["title"])
	switch {
	case tag == "img":
		if _, has := said["alt"]; !has {
			source := said["src"]
			r.mark("alternative", "the picture "+source, "no alt", "a text, or an empty one where it is decoration",
				"WCAG 2.2, 1.1.1")
		}
		r.name += said["alt"]
	case isHeading(tag):
		level := int(tag[1] - '0')
		r.named, r.name, r.where = tag, label, "a heading"
		if level > r.level+1 {
			r.mark("headings", fmt.Sprintf("h%d after h%d", level, r.level), "a level left out", fmt.Sprintf("h%d", r.level+1),
				"WCAG 2.2, 1.3.1")
		}
		r.level = level
	case tag == "a":
		r.named, r.name, r.where = tag, label, "the link to "+said["href"]
	case tag == "button":
		r.named, r.name, r.where = tag, label, "the button"
	case r.named != "":
		r.name += label // of a picture inside
	}
}

func isHeading(name string) bool {
	return len(name) == 2 && name[0] == 'h' && name[1] >= '1' && name[1] <= '6'
}

func (r *outlineReader) end(name string) {
	if name != r.named {
		return
	}
	if r.name == "" {
		rule := "WCAG 2.2, 2.4.4"
		if isHeading(name) {
			rule = "WCAG 2.2, 2.4.6"
		}
		r.mark("alternative", r.where, "no words", "a name", rule)
	}
	r.named = ""
}

func (r *outlineReader) mark(check, where, measured, needed, rule string) {
	id := strings.Join([]string{check, where, measured}, " ")
	if slices.ContainsFunc(r.found, func(m Mark) bool { return m.ID == id }) {
		return
	}
	r.found = append(r.found, Mark{ID: id, Finding: kind.Finding{Check: check, Where: where, Measured: measured,
		Needed: needed, Rule: rule, Serious: true}})
}
