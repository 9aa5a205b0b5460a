package kind

import (
	"encoding/json"
	"html/template"

	"rubrel/core/richtext"
)

// RichText is text with a little markup, kept as it is written: in CommonMark.
type RichText string

func (t RichText) String() string { return string(t) }

// MarshalJSON writes a JSON string.
func (t RichText) MarshalJSON() ([]byte, error) { return json.Marshal(string(t)) }

// HTML is the text as HTML that is safe in any page.
func (t RichText) HTML() template.HTML { return richtext.HTML(string(t)) }

// Plain is the text without its markup.
func (t RichText) Plain() string { return richtext.Plain(string(t)) }

// RichType is text of at most Most characters, with paragraphs, emphasis, links and lists.
type RichType struct{ Most int }

// Parse reads it as text of several lines.
func (t RichType) Parse(raw string) (Value, error) {
	value, err := TextType{Most: t.Most, Lines: true}.Parse(raw)
	if err != nil {
		return nil, err
	}
	return RichText(value.String()), nil
}

// Decode reads a JSON string.
func (t RichType) Decode(held any) (Value, error) { return DecodeText(t, held) }

// Schema is a bounded string.
func (t RichType) Schema() Schema {
	return Schema{"type": "string", "maxLength": t.Most, "contentMediaType": "text/markdown"}
}

// Editor has lines, and keys for emphasis and links.
func (RichType) Editor() Editor { return Editor{Align: Left, Lines: true, Marks: true} }
