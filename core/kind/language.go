package kind

import (
	"fmt"
	"strings"

	"golang.org/x/text/language"
)

// LanguageType is a language by its tag (BCP 47), as the standard recommends to write it.
type LanguageType struct{}

// Parse reads "de", "pt-br".
func (LanguageType) Parse(text string) (Value, error) {
	tag, err := language.Parse(strings.TrimSpace(text))
	if err != nil || tag == language.Und {
		return nil, fmt.Errorf("%q is not a language: write its tag, as en, de-AT or zh-Hant (BCP 47)", shorten(text))
	}
	return TextValue(tag.String()), nil
}

// Decode reads a JSON string.
func (t LanguageType) Decode(held any) (Value, error) { return DecodeText(t, held) }

// Schema is a short text.
func (LanguageType) Schema() Schema {
	return Schema{"type": "string", "pattern": "^[A-Za-z0-9-]{1,35}$"}
}

// Editor sets a tag left.
func (LanguageType) Editor() Editor { return Editor{Align: Left} }
