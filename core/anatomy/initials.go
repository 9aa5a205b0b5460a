package anatomy

import (
	"slices"
	"strings"
	"unicode"
)

// Initials are the first letters of the first and the last word of a name, without titles such as "Dr.": one letter of
// a name of one word.
func Initials(name string) string {
	words := slices.DeleteFunc(strings.Fields(name), func(word string) bool {
		return strings.HasSuffix(word, ".") || !unicode.IsLetter([]rune(word)[0])
	})
	if len(words) == 0 {
		words = strings.Fields(name)
	}
	first := func(word string) string { return strings.ToUpper(string([]rune(word)[0])) }
	switch len(words) {
	case 0:
		return ""
	case 1:
		return first(words[0])
	}
	return first(words[0]) + first(words[len(words)-1])
}
