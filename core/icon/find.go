package icon

import (
	"cmp"
	"slices"
	"strings"
)

// Find lists the icons whose name or meaning holds every word of a text, the best first: those of that name, those
// whose name begins with it or has it as a word, those that mean it, and those in which it occurs. It is empty for
// no text.
func Find(text string) []string {
	words := strings.FieldsFunc(strings.ToLower(text), func(r rune) bool { return r == ' ' || r == '-' || r == ',' })
	if len(words) == 0 {
		return nil
	}
	type match struct {
		name string
		rank int
	}
	var found []match
	for name, icon := range shipped().Icons {
		rank := 0
		for _, word := range words {
			r := rankOf(name, icon.Meanings, word)
			if r < 0 {
				rank = -1
				break
			}
			rank += r
		}
		if rank >= 0 {
			found = append(found, match{name, rank})
		}
	}
	slices.SortFunc(found, func(a, b match) int {
		return cmp.Or(cmp.Compare(a.rank, b.rank), cmp.Compare(len(a.name), len(b.name)), cmp.Compare(a.name, b.name))
	})
	names := make([]string, len(found))
	for i, m := range found {
		names[i] = m.name
	}
	return names
}

// rankOf is how well a word finds an icon, 0 the best; -1 where it does not.
func rankOf(name string, meanings []string, word string) int {
	parts := strings.Split(name, "-")
	switch {
	case name == word:
		return 0
	case slices.Contains(parts, word):
		return 1
	case slices.Contains(meanings, word):
		return 2
	case strings.HasPrefix(name, word):
		return 3
	}
	rank := -1
	for _, m := range meanings {
		switch {
		case slices.Contains(strings.Fields(m), word):
			return 4
		case strings.Contains(m, word):
			rank = 5
		}
	}
	if rank < 0 && strings.Contains(name, word) {
		return 6
	}
	return rank
}
