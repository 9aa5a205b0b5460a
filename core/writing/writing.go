// Package writing knows in which script a language is written, and from which side.
package writing

import (
	"slices"
	"strings"

	"golang.org/x/text/language"
)

// Script is the script of a language (BCP 47), as ISO 15924 names it: the one that the tag says, or by the CLDR's
// likely subtags the one in which the language is mostly written there. It is "" for what is no language.
func Script(tag string) string {
	parsed, err := language.Parse(tag)
	if err != nil {
		return ""
	}
	script, _ := parsed.Script()
	return script.String()
}

// fromRight are the scripts of today that are written from right to left (Unicode 16, the property Bidi_Class of their
// letters).
var fromRight = []string{"Adlm", "Arab", "Aran", "Gara", "Hebr", "Mand", "Nkoo", "Rohg", "Samr", "Syrc", "Thaa", "Yezi"}

// Direction is "rtl" for a language that is written from right to left, else "ltr", as the attribute dir of HTML has
// it.
func Direction(tag string) string {
	if slices.Contains(fromRight, Script(tag)) {
		return "rtl"
	}
	return "ltr"
}

// Find finds what a table has for a language: for the tag, for it with its script ("zh-TW" is "zh-Hant-TW"), and each
// time for what is left without the last part. It is false where the table has none of them.
func Find[T any](table map[string]T, tag string) (entry T, found string, ok bool) {
	tag = strings.ReplaceAll(tag, "_", "-")
	for _, name := range chain(tag) {
		if entry, ok := table[name]; ok {
			return entry, name, true
		}
	}
	return entry, "", false
}

// chain is a tag and what stands in for it, the nearest first. A language alone is the last: it may be in another
// script.
func chain(tag string) []string {
	names := []string{tag}
	base, rest, _ := strings.Cut(tag, "-")
	written := Script(tag)
	if written == "" {
		return names
	}
	if !strings.HasPrefix(rest, written) {
		names = append(names, strings.TrimSuffix(base+"-"+written+"-"+rest, "-"))
	}
	var shorter []string
	for _, name := range names {
		for i := strings.LastIndexByte(name, '-'); i > 0; i = strings.LastIndexByte(name, '-') {
			name = name[:i]
			shorter = append(shorter, name)
		}
	}
	slices.SortStableFunc(shorter, func(a, b string) int { return strings.Count(b, "-") - strings.Count(a, "-") })
	return append(names, shorter...)
}
