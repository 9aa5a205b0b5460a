package look

import (
	"fmt"
	"strings"
)

// ClassPrefix stands before every class name that a release uses, so that none meets the page's own.
const ClassPrefix = "rb-"

// ContainerName names the query container that every block is.
const ContainerName = "rb"

// WriteRules writes rules as CSS below a block's class. Selectors have no specificity (:where), so their order
// alone decides, as Rules means it to.
func (c Cascade) WriteRules(blockClass string, rules []Rule) string {
	var b strings.Builder
	open := 0
	for _, rule := range rules {
		if rule.Width != open {
			if open != 0 {
				b.WriteString("}")
			}
			if open = rule.Width; open != 0 {
				fmt.Fprintf(&b, "@container %s (width < %dpx){", ContainerName, c.Widths[open].Below)
			}
		}
		b.WriteString(rule.selector(blockClass) + "{")
		for i, d := range rule.Declarations {
			if i > 0 {
				b.WriteByte(';')
			}
			b.WriteString(d.String())
		}
		b.WriteString("}")
	}
	if open != 0 {
		b.WriteString("}")
	}
	return b.String()
}

func (r Rule) selector(blockClass string) string {
	s := "." + blockClass
	item := ""
	if r.Record != "" {
		item = `[data-record="` + r.Record + `"]`
	}
	if r.Featured {
		item += "." + ClassPrefix + "featured"
	}
	part := "." + ClassPrefix + r.Part.Name
	switch r.Part.Place {
	case InRecord:
		if item != "" {
			s += " " + item
		}
		s += " " + part
	case RecordItem:
		s += " " + part + item
	case BlockItself:
		s += " " + part
	}
	switch r.State {
	case Hover:
		s += ":hover"
	case Selected:
		s += ":has(:checked)"
	}
	return ":where(" + s + ")"
}
