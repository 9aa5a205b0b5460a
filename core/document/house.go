package document

import (
	"maps"
	"slices"
	"strings"

	"rubrel/core/look"
	"rubrel/core/patch"
)

// SetTokens says tokens of the house style over the dress, or with an empty text takes them back. Dark is about what a
// dark scheme shows; only colours are said for it.
type SetTokens struct {
	Dark  bool
	Texts map[string]string
	Name  string // of the change; made of the tokens where empty
}

// Plan reads every value by its category.
func (c SetTokens) Plan(s *Site) (patch.Patch, error) {
	place, said := "tokens", s.House.Tokens
	if c.Dark {
		place, said = "dark", s.House.Dark
	}
	var p patch.Patch
	for _, name := range slices.Sorted(maps.Keys(c.Texts)) {
		path := patch.Pointer{"house", place, name}
		text, err := readToken(name, c.Texts[name], c.Dark)
		if err != nil {
			return nil, faultf(path, "%v", err)
		}
		var old, value any
		if v, ok := said[name]; ok {
			old = v
		}
		if text != "" {
			value = text
		}
		p = append(p, put(path, old, value)...)
	}
	return p, nil
}

// readToken reads a token's value and writes it as the document holds it; "" for nothing.
func readToken(name, text string, dark bool) (string, error) {
	category, ok := look.CategoryOf(name)
	if !ok || dark && category != look.ColourToken {
		return "", faultf(nil, "%q is not a token%s", name, map[bool]string{true: " of a dark scheme"}[dark && ok])
	}
	if strings.TrimSpace(text) == "" {
		return "", nil
	}
	value, err := look.ParseToken(category, text)
	if err != nil {
		return "", err
	}
	return value.String(), nil
}

// Label names the tokens.
func (c SetTokens) Label(*Site) string {
	if c.Name != "" {
		return c.Name
	}
	names := slices.Sorted(maps.Keys(c.Texts))
	if len(names) > 3 {
		names = append(names[:3], "…")
	}
	return "house style: " + strings.Join(names, ", ")
}

// SetScheme says whether visitors see the light tokens, the dark ones, or what their system asks for.
type SetScheme struct{ Scheme Scheme }

// Plan replaces one word.
func (c SetScheme) Plan(s *Site) (patch.Patch, error) {
	var old any
	if s.House.Scheme != "" {
		old = string(s.House.Scheme)
	}
	return put(patch.Pointer{"house", "scheme"}, old, string(c.Scheme)), nil
}

// Label names the scheme.
func (c SetScheme) Label(*Site) string { return "scheme " + string(c.Scheme) }
