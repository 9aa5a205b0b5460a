// Package markup writes HTML and SVG by their elements. Texts and the values of attributes are escaped as they are
// written: nobody has to remember to.
package markup

import (
	"html/template"
	"strings"
)

// Attributes are those of a start tag, each with the space before it.
type Attributes string

// Class is the attribute class with some names; "" are left out, and so is the attribute where there are no others.
func Class(names ...string) Attributes {
	class := strings.Join(strings.Fields(strings.Join(names, " ")), " ")
	if class == "" {
		return ""
	}
	return Attribute("class", class)
}

// Attribute is one attribute.
func Attribute(name, value string) Attributes {
	return Attributes(" " + name + `="` + template.HTMLEscapeString(value) + `"`)
}

// With adds an attribute.
func (a Attributes) With(name, value string) Attributes { return a + Attribute(name, value) }

// Flag adds an attribute without a value.
func (a Attributes) Flag(name string) Attributes { return a + Attributes(" "+name) }

// Unspoken is the attribute of what a screen reader says nothing of (WAI-ARIA 1.2, aria-hidden).
const Unspoken Attributes = ` aria-hidden="true"`

// Text is a text as HTML.
func Text(text string) template.HTML { return template.HTML(template.HTMLEscapeString(text)) }

// Element is an element with what is inside it.
func Element(name string, attributes Attributes, inside ...template.HTML) template.HTML {
	var b strings.Builder
	b.WriteString(string(Void(name, attributes)))
	for _, html := range inside {
		b.WriteString(string(html))
	}
	b.WriteString("</" + name + ">")
	return template.HTML(b.String())
}

// Void is an element that has no end tag (HTML, section 13.1.2), or the start tag of another.
func Void(name string, attributes Attributes) template.HTML {
	return template.HTML("<" + name + string(attributes) + ">")
}

// Shape is an empty element of SVG, as XML has it too.
func Shape(name string, attributes Attributes) template.HTML { return Void(name, attributes+"/") }
