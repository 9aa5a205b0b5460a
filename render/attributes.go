package render

import (
	"bytes"
	"errors"
	"fmt"
	"html/template"
	"io"
	"slices"
	"strings"

	"golang.org/x/net/html"

	"rubrel/core/kind"
	"rubrel/core/look"
)

// withAttributes gives the parts of a block's HTML the classes and ids that its look says. An id goes to the first
// element of its part.
func withAttributes(inside template.HTML, set kind.Set, cascade look.Cascade,
	parts []kind.Part) (template.HTML, error) {
	if !saysAttributes(cascade) {
		return inside, nil
	}
	featured := map[string]bool{}
	for _, r := range set.Records {
		featured[r.ID] = r.Featured
	}
	w := attributeWriter{cascade: cascade, parts: parts, featured: featured, given: map[string]bool{}}
	tokenizer := html.NewTokenizer(strings.NewReader(string(inside)))
	for {
		switch kind := tokenizer.Next(); kind {
		case html.ErrorToken:
			if err := tokenizer.Err(); !errors.Is(err, io.EOF) {
				return "", fmt.Errorf("render: attributes: %w", err)
			}
			return template.HTML(w.out.String()), nil
		case html.StartTagToken, html.SelfClosingTagToken:
			raw := slices.Clone(tokenizer.Raw())
			w.start(tokenizer.Token(), raw, kind == html.SelfClosingTagToken)
		case html.EndTagToken:
			w.out.Write(tokenizer.Raw())
			w.end(tokenizer.Token().Data)
		default:
			w.out.Write(tokenizer.Raw())
		}
	}
}

func saysAttributes(c look.Cascade) bool {
	for _, sheet := range []look.Sheet{c.Kind, c.Block} {
		for key := range sheet {
			if slices.Contains(look.AttributeNames(), key.Property) {
				return true
			}
		}
	}
	return false
}

// attributeWriter follows which record an element stands in.
type attributeWriter struct {
	cascade  look.Cascade
	parts    []kind.Part
	featured map[string]bool
	given    map[string]bool // ids
	open     []openElement
	out      bytes.Buffer
}

type openElement struct{ name, record string }

// void elements have no end (HTML, section 13.1.2).
var void = []string{"area", "base", "br", "col", "embed", "hr", "img", "input", "link", "meta", "source", "track",
	"wbr"}

func (w *attributeWriter) record() string {
	if len(w.open) == 0 {
		return ""
	}
	return w.open[len(w.open)-1].record
}

func (w *attributeWriter) start(token html.Token, raw []byte, closed bool) {
	record := w.record()
	classes := -1
	for i, a := range token.Attr {
		switch a.Key {
		case "data-record":
			record = a.Val
		case "class":
			classes = i
		}
	}
	if !closed && !slices.Contains(void, token.Data) {
		w.open = append(w.open, openElement{token.Data, record})
	}
	if classes < 0 || !w.give(&token, classes, record) {
		w.out.Write(raw)
		return
	}
	w.out.WriteString(token.String())
}

// give adds what is said of the parts that an element is; false for nothing.
func (w *attributeWriter) give(token *html.Token, classes int, record string) bool {
	given := false
	names := strings.Fields(token.Attr[classes].Val)
	for _, part := range w.parts {
		if !slices.Contains(names, look.ClassPrefix+part.Name) {
			continue
		}
		t := look.Target{Record: record, Featured: w.featured[record]}
		if said, ok := w.cascade.Resolve(t, part.Name, "class"); ok {
			token.Attr[classes].Val += " " + said.Value.String()
			given = true
		}
		said, ok := w.cascade.Resolve(t, part.Name, "id")
		has := slices.ContainsFunc(token.Attr, func(a html.Attribute) bool { return a.Key == "id" })
		if ok && !has && !w.given[said.Value.String()] {
			w.given[said.Value.String()] = true
			token.Attr = append(token.Attr, html.Attribute{Key: "id", Val: said.Value.String()})
			given = true
		}
	}
	return given
}

func (w *attributeWriter) end(name string) {
	for i := len(w.open) - 1; i >= 0; i-- {
		if w.open[i].name == name {
			w.open = w.open[:i]
			return
		}
	}
}
