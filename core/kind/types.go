package kind

import (
	"encoding/json"
	"fmt"
	"regexp"
	"strings"
	"unicode/utf8"

	"rubrel/core/plaintext"
)

// Value is one typed fact. String is what the designer reads and types; MarshalJSON what the document holds.
type Value interface {
	String() string
	json.Marshaler
}

// Type is how a field's values are read and described.
type Type interface {
	// Parse reads what a person types or pastes. The error says what would be right.
	Parse(text string) (Value, error)
	// Decode reads what a document holds, as encoding/json decodes it into an any.
	Decode(held any) (Value, error)
	// Schema is the JSON Schema of what a document holds.
	Schema() Schema
	// Editor is how the ledger shows it and edits it.
	Editor() Editor
}

// Schema is a JSON Schema (draft 2020-12) as a tree.
type Schema map[string]any

// Align is the side to which the ledger sets a value.
type Align string

// The three ways a cell is set.
const (
	Left   Align = "left"
	Right  Align = "right"
	Centre Align = "centre"
)

// TextValue is plain text. It is never markup.
type TextValue string

func (t TextValue) String() string { return string(t) }

// MarshalJSON writes a JSON string.
func (t TextValue) MarshalJSON() ([]byte, error) { return json.Marshal(string(t)) }

// TextType is text of at most Most characters. Without Lines, line breaks become spaces.
type TextType struct {
	Most  int
	Lines bool
}

// Parse trims the text, takes control characters out, and refuses what is too long.
func (t TextType) Parse(raw string) (Value, error) {
	cleaned, err := plaintext.Clean(raw)
	if err != nil {
		return nil, err
	}
	if !t.Lines {
		cleaned = strings.Join(strings.Fields(cleaned), " ")
	}
	cleaned = strings.TrimSpace(cleaned)
	if n := utf8.RuneCountInString(cleaned); n > t.Most {
		return nil, fmt.Errorf("the text has %d characters; at most %d fit here", n, t.Most)
	}
	return TextValue(cleaned), nil
}

// Decode reads a JSON string.
func (t TextType) Decode(held any) (Value, error) { return DecodeText(t, held) }

// Schema is a bounded string.
func (t TextType) Schema() Schema { return Schema{"type": "string", "maxLength": t.Most} }

// Editor sets text left.
func (t TextType) Editor() Editor { return Editor{Align: Left, Lines: t.Lines} }

// DecodeText reads a JSON string by the type's own Parse: the Decode of types whose values are held as text.
func DecodeText(t Type, held any) (Value, error) {
	text, ok := held.(string)
	if !ok {
		return nil, fmt.Errorf("a text is expected")
	}
	return t.Parse(text)
}

// ChoiceType is one of a few words.
type ChoiceType struct{ Words []string }

// Parse matches without regard to case.
func (t ChoiceType) Parse(text string) (Value, error) {
	for _, word := range t.Words {
		if strings.EqualFold(word, strings.TrimSpace(text)) {
			return TextValue(word), nil
		}
	}
	return nil, fmt.Errorf("%q is not one of %s", shorten(text), strings.Join(t.Words, ", "))
}

// Decode reads a JSON string.
func (t ChoiceType) Decode(held any) (Value, error) { return DecodeText(t, held) }

// Schema is an enumeration.
func (t ChoiceType) Schema() Schema { return Schema{"enum": t.Words} }

// Editor sets a word left.
func (t ChoiceType) Editor() Editor { return Editor{Align: Left, Words: t.Words} }

// Inclusion says of a feature that a record has it, lacks it, will have it, or has so much of it.
type Inclusion struct {
	Has   bool
	Soon  bool   // it lacks it still
	Value string // "8", "unlimited"; empty for a plain yes
}

const soonWord = "soon"

func (i Inclusion) String() string {
	switch {
	case i.Value != "":
		return i.Value
	case i.Soon:
		return soonWord
	case i.Has:
		return "yes"
	}
	return "no"
}

// MarshalJSON writes true, false or a string.
func (i Inclusion) MarshalJSON() ([]byte, error) {
	if i.Value != "" || i.Soon {
		return json.Marshal(i.String())
	}
	return json.Marshal(i.Has)
}

// InclusionType reads yes, no or a value.
type InclusionType struct{}

// inclusionWords are what pasted lists use for yes and no, besides "yes" and "no" themselves.
var inclusionWords = map[string]bool{
	"yes": true, "y": true, "✓": true, "✔": true, "✅": true, "x": true, "×": true, "✕": true,
	"╳": true, "•": true, "●": true, "true": true,
	"included": true, "incl.": true,
	"ja": true, "oui": true, "sí": true, "si": true, "sì": true, "sim": true, "tak": true, "wahr": true, "+": true,
	"no": false, "n": false, "–": false, "-": false, "—": false, "−": false, "✗": false, "✘": false, "❌": false,
	"false": false, "not included": false,
	"nein": false, "non": false, "não": false, "nie": false, "falsch": false, "n/a": false, "none": false,
}

// YesNo reads one of the usual marks for yes or no; false as its second result for any other text.
func YesNo(text string) (yes, ok bool) {
	yes, ok = inclusionWords[strings.ToLower(strings.TrimSpace(text))]
	return yes, ok
}

// Parse reads the usual marks for yes and no, and "soon"; anything else is the value itself.
func (InclusionType) Parse(text string) (Value, error) {
	v, err := TextType{Most: 120}.Parse(text)
	if err != nil {
		return nil, err
	}
	if has, ok := inclusionWords[strings.ToLower(v.String())]; ok {
		return Inclusion{Has: has}, nil
	}
	switch strings.ToLower(v.String()) {
	case "":
		return Inclusion{}, nil
	case soonWord, "coming soon", "planned":
		return Inclusion{Soon: true}, nil
	}
	return Inclusion{Has: !nothing.MatchString(v.String()), Value: v.String()}, nil
}

// nothing is a value of none: 0 guests are no tick.
var nothing = regexp.MustCompile(`^0+([.,]0+)?$`)

// Decode reads true, false or a string.
func (t InclusionType) Decode(held any) (Value, error) {
	if has, ok := held.(bool); ok {
		return Inclusion{Has: has}, nil
	}
	text, ok := held.(string)
	if !ok || strings.TrimSpace(text) == "" {
		return nil, fmt.Errorf("true, false or a text is expected")
	}
	v, err := TextType{Most: 120}.Parse(text)
	if err != nil {
		return nil, err
	}
	if v.String() == soonWord {
		return Inclusion{Soon: true}, nil
	}
	return Inclusion{Has: !nothing.MatchString(v.String()), Value: v.String()}, nil
}

// Schema is a boolean or a text.
func (InclusionType) Schema() Schema {
	return Schema{"anyOf": []any{Schema{"type": "boolean"}, Schema{"type": "string", "minLength": 1, "maxLength": 120}}}
}

// Editor is a field whose mark is centred, and which turns.
func (InclusionType) Editor() Editor { return Editor{Align: Centre, Turns: true} }

func shorten(s string) string {
	if r := []rune(s); len(r) > 40 {
		return string(r[:40]) + "…"
	}
	return s
}
