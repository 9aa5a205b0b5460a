package look

import (
	"fmt"
	"strings"
	"unicode"
)

func parseFamily(_ Property, text string, _ TokenNames) (Value, error) {
	var family Family
	for name := range strings.SplitSeq(text, ",") {
		name = strings.TrimFunc(name, func(r rune) bool { return r == '"' || r == '\'' || unicode.IsSpace(r) })
		for _, r := range name {
			if !strings.ContainsRune(" -_", r) && (r < '0' || r > '9' && r < 'A' || r > 'Z' && r < 'a' || r > 'z' && r < 0xa0) {
				return nil, fmt.Errorf("%q cannot stand in a family name", r)
			}
		}
		if name == "" {
			return nil, fmt.Errorf("a family name is empty")
		}
		family = append(family, name)
	}
	return family, nil
}

func parseSize(_ Property, text string, _ TokenNames) (Value, error) {
	if strings.Contains(text, " to ") {
		return parseFluid(text)
	}
	return bounded(text, "px", 1, 400_000)
}

func parseWeight(_ Property, text string, _ TokenNames) (Value, error) {
	l, err := bounded(text, "", 1000, 1_000_000)
	if err == nil && (l.Unit != "" || l.Milli%1000 != 0) {
		err = fmt.Errorf("a weight is a whole number without a unit")
	}
	return l, err
}

func parseLeading(_ Property, text string, _ TokenNames) (Value, error) {
	return bounded(text, "", 500, 400_000)
}

func parseTracking(_ Property, text string, _ TokenNames) (Value, error) {
	return bounded(text, "em", -50_000, 50_000)
}

// Family is a list of font families, the first preferred.
type Family []string

var genericFamilies = map[string]bool{"serif": true, "sans-serif": true, "monospace": true, "system-ui": true,
	"cursive": true}

func (f Family) String() string { return strings.Join(f, ", ") }

// CSS quotes every name that is not a generic family.
func (f Family) CSS() string {
	quoted := make([]string, len(f))
	for i, name := range f {
		quoted[i] = name
		if !genericFamilies[name] {
			quoted[i] = `"` + name + `"`
		}
	}
	return strings.Join(quoted, ",")
}
