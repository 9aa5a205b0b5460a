package measure

import (
	"slices"
	"strings"

	"golang.org/x/net/html"

	"rubrel/core/kind"
	"rubrel/core/look"
)

// ShownParts are the parts that a block's HTML has, by name, each with the records in which it stands; "" is a part
// that stands outside of all.
type ShownParts map[string]map[string]bool

// ReadShown finds the parts in the HTML of a form. What comes after the element of a record is in that record until
// the next one.
func ReadShown(inside string) ShownParts {
	shown := ShownParts{}
	record := ""
	tokenizer := html.NewTokenizer(strings.NewReader(inside))
	for {
		switch tokenizer.Next() {
		case html.ErrorToken:
			return shown
		case html.StartTagToken, html.SelfClosingTagToken:
			var classes string
			for _, more := tokenizer.TagName(); more; {
				var key, value []byte
				key, value, more = tokenizer.TagAttr()
				switch string(key) {
				case "class":
					classes = string(value)
				case "data-record":
					record = string(value)
				}
			}
			for class := range strings.FieldsSeq(classes) {
				part, ok := strings.CutPrefix(class, look.ClassPrefix)
				if !ok {
					continue
				}
				if shown[part] == nil {
					shown[part] = map[string]bool{}
				}
				shown[part][record] = true
			}
		}
	}
}

// absent reports whether a part is on no element in a case: nothing about it can be seen.
func (l Look) absent(part kind.Part, t look.Target) bool {
	if l.Shown == nil {
		return false
	}
	records := l.Shown[part.Name]
	switch {
	case len(records) == 0:
		return true
	case !l.InRecord(part) || records[""]:
		return false
	case t.Record != "":
		return !records[t.Record]
	}
	return !slices.ContainsFunc(l.Set.Records, func(r kind.Record) bool {
		return r.Featured == t.Featured && records[r.ID]
	})
}
