package icon

import (
	"cmp"
	"slices"
	"strings"
	"sync"
)

// The bounds of what is looked for: more words, or longer ones, find nothing.
const (
	mostWords  = 8
	mostLetter = 40 // bytes of a word
	leastStart = 2  // bytes of a word by whose beginning others are found
)

// The ranks of how a word finds an icon, the best first.
const (
	asName = iota
	asPart
	asMeaning
	asWordOfMeaning
	asStartOfName
	asStart
)

// posting is an icon that a word finds.
type posting struct {
	icon int // in the index's names
	rank int
}

// index finds icons by the words of their names and meanings.
type index struct {
	names []string
	words []string // sorted
	found map[string][]posting
}

var indexed = sync.OnceValue(func() index {
	x := index{found: map[string][]posting{}}
	for name := range shipped().Icons {
		x.names = append(x.names, name)
	}
	slices.Sort(x.names)
	add := func(word string, icon, rank int) {
		for i, p := range x.found[word] {
			if p.icon == icon {
				x.found[word][i].rank = min(p.rank, rank)
				return
			}
		}
		x.found[word] = append(x.found[word], posting{icon, rank})
	}
	for i, name := range x.names {
		add(name, i, asName)
		for part := range strings.SplitSeq(name, "-") {
			add(part, i, asPart)
		}
		for _, meaning := range shipped().Icons[name].Meanings {
			add(meaning, i, asMeaning)
			for word := range strings.FieldsSeq(meaning) {
				add(word, i, asWordOfMeaning)
			}
		}
	}
	for word := range x.found {
		x.words = append(x.words, word)
	}
	slices.Sort(x.words)
	return x
})

// Find lists the icons whose name or meaning has every word of a text, the best first: those of that name, those that
// have it as a word of their name, those that mean it, and those of which a word begins with it. A part within a word
// finds nothing: "roof" is not meant by proof. It is empty for no text.
func Find(text string) []string {
	if len(text) > mostWords*mostLetter {
		return nil
	}
	words := strings.FieldsFunc(strings.ToLower(text), func(r rune) bool { return r == ' ' || r == '-' || r == ',' })
	if len(words) == 0 || len(words) > mostWords {
		return nil
	}
	x := indexed()
	ranks := x.ranks(words[0])
	for _, word := range words[1:] {
		others := x.ranks(word)
		for icon, rank := range ranks {
			if other, ok := others[icon]; ok {
				ranks[icon] = rank + other
			} else {
				delete(ranks, icon)
			}
		}
	}
	found := make([]posting, 0, len(ranks))
	for icon, rank := range ranks {
		found = append(found, posting{icon, rank})
	}
	slices.SortFunc(found, func(a, b posting) int {
		return cmp.Or(cmp.Compare(a.rank, b.rank), cmp.Compare(len(x.names[a.icon]), len(x.names[b.icon])),
			cmp.Compare(a.icon, b.icon))
	})
	names := make([]string, len(found))
	for i, p := range found {
		names[i] = x.names[p.icon]
	}
	return names
}

// ranks are the icons that a word finds, with how well.
func (x index) ranks(word string) map[int]int {
	ranks := map[int]int{}
	for _, p := range x.found[word] {
		ranks[p.icon] = p.rank
	}
	if len(word) < leastStart {
		return ranks
	}
	from, _ := slices.BinarySearch(x.words, word)
	for _, longer := range x.words[from:] {
		if !strings.HasPrefix(longer, word) {
			break
		}
		for _, p := range x.found[longer] {
			rank := asStart
			if p.rank == asName {
				rank = asStartOfName
			}
			if held, ok := ranks[p.icon]; !ok || rank < held {
				ranks[p.icon] = rank
			}
		}
	}
	return ranks
}
