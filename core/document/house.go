package document

import (
	"cmp"
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
	switch {
	case !ok:
		return "", faultf(nil, "%q is not a token", name)
	case dark && category != look.ColourToken:
		return "", faultf(nil, "%q is not a token of a dark scheme", name)
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

// SetScale makes the type sizes follow a ratio; with an empty text they follow the dress again. A size that the site
// says itself stays.
type SetScale struct{ Text string }

// Plan reads the scale.
func (c SetScale) Plan(s *Site) (patch.Patch, error) {
	path := patch.Pointer{"house", "scale"}
	var old, value any
	if s.House.Scale != "" {
		old = s.House.Scale
	}
	if text := strings.TrimSpace(c.Text); text != "" {
		scale, err := look.ParseScale(text)
		if err != nil {
			return nil, faultf(path, "%v", err)
		}
		value = scale.String()
	}
	return put(path, old, value), nil
}

// Label names the scale.
func (c SetScale) Label(*Site) string {
	return "scale of sizes: " + cmp.Or(strings.TrimSpace(c.Text), "that of the dress")
}

// SetWidths gives the site widths of its own. What was said for a width that is renamed moves with it; what was said
// for one that is no longer there goes.
type SetWidths struct {
	Widths look.Widths
	Was    map[string]string // the former names of those that are renamed, by their new ones
}

// Plan says the widths and carries every look value along.
func (c SetWidths) Plan(s *Site) (patch.Patch, error) {
	text := c.Widths.String()
	widths, err := look.ParseWidths(text)
	if err != nil {
		return nil, faultf(patch.Pointer{"house", "widths"}, "%v", err)
	}
	var old any
	if s.House.Widths != "" {
		old = s.House.Widths
	}
	p := put(patch.Pointer{"house", "widths"}, old, text)
	now := map[string]string{}
	for i, w := range widths {
		was := cmp.Or(c.Was[w.Name], w.Name)
		if i == 0 {
			continue // what is said for the widest names no width
		}
		if s.Widths.Index(was) > 0 {
			now[was] = w.Name
		}
	}
	for _, name := range slices.Sorted(maps.Keys(s.House.Kinds)) {
		p = append(p, moved(s.House.Kinds[name], patch.Pointer{"house", "kinds", name}, now)...)
	}
	for _, block := range s.Blocks {
		p = append(p, moved(block.Look, patch.Pointer{"blocks", block.ID, "look"}, now)...)
	}
	return p, nil
}

// moved takes the values of a sheet from the widths they were said for to those that these are now.
func moved(sheet look.Sheet, path patch.Pointer, now map[string]string) patch.Patch {
	var removed, added patch.Patch
	for _, key := range slices.SortedFunc(maps.Keys(sheet), func(a, b look.Key) int {
		return strings.Compare(a.String(),
			b.String())
	}) {
		if key.Width == "" || now[key.Width] == key.Width {
			continue
		}
		removed = append(removed, patch.Operation{Op: patch.Remove, Path: path.To(key.String())})
		if to := now[key.Width]; to != "" {
			said := key
			said.Width = to
			added = append(added, patch.Operation{Op: patch.Add, Path: path.To(said.String()), Value: sheet[key].String()})
		}
	}
	return append(removed, added...)
}

// Label names the widths.
func (c SetWidths) Label(*Site) string {
	names := make([]string, len(c.Widths))
	for i, w := range c.Widths {
		names[i] = w.Name
	}
	return "widths: " + strings.Join(names, ", ")
}
