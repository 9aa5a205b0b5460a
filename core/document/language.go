package document

import (
	"strings"

	"golang.org/x/text/language"
	"golang.org/x/text/language/display"

	"rubrel/core/kind"
	"rubrel/core/patch"
)

// maxLanguage is how long a language tag may be: RFC 5646, section 4.4.1, recommends room for 35 characters.
const maxLanguage = 35

// readLanguage checks a BCP 47 tag and writes it as the standard recommends; "" stays.
func readLanguage(text string) (string, error) {
	text = strings.TrimSpace(text)
	if text == "" {
		return "", nil
	}
	tag, err := kind.LanguageType{}.Parse(text)
	if err != nil {
		return "", faultf(nil, "%s", err)
	}
	return tag.String(), nil
}

// LanguageName is a language's name in English, as German or Chinese (Taiwan), for the interface.
func LanguageName(tag string) string {
	t, err := language.Parse(tag)
	if err != nil {
		return tag
	}
	return display.English.Tags().Name(t)
}

// SetLanguage says in which language the site is written: its amounts, numbers, days and own words follow.
type SetLanguage struct{ Language string }

// Plan replaces the tag.
func (c SetLanguage) Plan(s *Site) (patch.Patch, error) {
	tag, err := readLanguage(c.Language)
	if err != nil {
		return nil, err
	}
	if tag == "" {
		return nil, faultf(nil, "say which language the site is written in, as en or de-AT")
	}
	return put(patch.Pointer{"language"}, s.Language, tag), nil
}

// Label names the language.
func (c SetLanguage) Label(*Site) string { return "language " + LanguageName(c.Language) }
