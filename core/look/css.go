package look

import (
	"fmt"
	"strings"
)

// ClassPrefix stands before every class name that a release uses, so that none meets the page's own.
const ClassPrefix = "rb-"

// WithinClass is the class of the element in which a block stands within another.
const WithinClass = ClassPrefix + "within"

// ContainerName names the query container that every block is.
const ContainerName = "rb"

// WriteRules writes rules as CSS below a block's class. Every selector has the specificity of one class, that of the
// part, so their order alone decides, as Rules means it to. The part stands outside :where(), where browsers find the
// rules for an element by it.
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
	item := ""
	if r.Record != "" {
		item = `[data-record="` + r.Record + `"]`
	}
	if r.Featured {
		item += "." + ClassPrefix + "featured"
	}
	around, own := "."+blockClass, ""
	switch {
	case r.Part.Place == RecordItem:
		own = item
	case r.State != Normal && r.Part.Answers != nil && r.Part.Answers.Place == RecordItem:
		around += " ." + ClassPrefix + r.Part.Answers.Name + item
	case item != "" && r.Part.Place == InRecord:
		around += " " + item
	}
	state := r.State.selector(r.Part)
	if answers := r.Part.Answers; answers != nil && r.State != Normal {
		if answers.Place != RecordItem {
			around += " ." + ClassPrefix + answers.Name
		}
		around, state = around+r.State.selector(*answers), ""
	}
	if own != "" {
		own = ":where(" + own + ")"
	}
	if r.Part.Shallow {
		own += ":where(:not(." + WithinClass + " *))"
	}
	return ":where(" + around + ") ." + ClassPrefix + r.Part.Name + own + state
}

// selector is what CSS knows a state of a part by, without specificity. What is seen under the pointer is seen with
// the focus of the keyboard, too; a record has the focus with what is in it.
func (s State) selector(part PartSpec) string {
	focus := ":focus-visible"
	if part.Place == RecordItem {
		focus = ":focus-visible, :has(:focus-visible)"
	}
	switch s {
	case Hover:
		return ":where(:hover, " + focus + ")"
	case Focus:
		return ":where(" + focus + ")"
	case Pressed:
		return ":where(:active)"
	case Selected:
		return ":where(:has(:checked))"
	}
	return ""
}

// Held are the selectors by which the rules for a state know it, as the CSSOM writes them, the weaker first: a page
// that shows the state takes them away.
func (s State) Held() []string {
	var held []string
	for _, state := range s.follows() {
		if state != Selected { // that can be seen without
			held = append([]string{state.selector(PartSpec{}), state.selector(PartSpec{Place: RecordItem})}, held...)
		}
	}
	return held
}
