package icon

import (
	"cmp"
	"maps"
	"slices"
	"strings"
	"sync"
	"unicode/utf8"
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
	asTrade
	asPart
	asMeaning
	asWordOfMeaning
	asStartOfName
	asStart
)

// posting is an icon that a word finds.
type posting struct {
	icon  int // in the index's names
	rank  int
	order int // among those of one rank
}

// index finds icons by the words of their names and meanings.
type index struct {
	names []string
	words []string // sorted
	found map[string][]posting
}

// indexes are those of the languages that have been asked in, by language.
var indexes sync.Map

// indexIn is the index of a language: of English words, and of its own.
func indexIn(tag string) index {
	language, _, _ := strings.Cut(tag, "-")
	if annotated()[language] == nil {
		language = english // it has no words of its own
	}
	if known, ok := indexes.Load(language); ok {
		return known.(index)
	}
	x := index{found: map[string][]posting{}}
	for name := range shipped().Icons {
		x.names = append(x.names, name)
	}
	slices.Sort(x.names)
	for i, name := range x.names {
		x.add(name, posting{i, asName, 0})
		for part := range strings.SplitSeq(name, "-") {
			x.add(part, posting{i, asPart, 0})
		}
		for _, meaning := range shipped().Icons[name].Meanings {
			x.add(meaning, posting{i, asMeaning, 0})
			for word := range strings.FieldsSeq(meaning) {
				x.add(word, posting{i, asWordOfMeaning, 0})
			}
		}
	}
	for _, spoken := range []string{english, language} {
		x.addAll(trades()[spoken], asTrade)
		x.addAll(annotated()[spoken], asMeaning)
	}
	for word := range x.found {
		x.words = append(x.words, word)
	}
	slices.Sort(x.words)
	indexes.Store(language, x)
	return x
}

// add has a word find an icon, by the best of its ranks.
func (x index) add(word string, p posting) {
	for i, held := range x.found[word] {
		if held.icon == p.icon {
			if cmp.Or(cmp.Compare(p.rank, held.rank), cmp.Compare(p.order, held.order)) < 0 {
				x.found[word][i] = p
			}
			return
		}
	}
	x.found[word] = append(x.found[word], p)
}

// addAll has words, and each of several that belong together, find their icons.
func (x index) addAll(words map[string][]string, rank int) {
	for text, names := range words {
		for order, name := range names {
			if now, ok := shipped().Aliases[name]; ok {
				name = now
			}
			at, ok := slices.BinarySearch(x.names, name)
			if !ok {
				continue // the library has it no longer
			}
			x.add(text, posting{at, rank, order})
			for _, word := range wordsOf(text) {
				x.add(word, posting{at, asWordOfMeaning, order})
			}
		}
	}
}

// compounding are the languages that write words together which others write apart: common knowledge of each.
var compounding = []string{"de", "nl", "sv", "da", "nb", "fi"}

// leastPart is how many bytes each part of a compound has.
const leastPart = 4

// partsOf are the longest known end of a compound and its longest known beginning, in this order: the end says what it
// is, the beginning what of.
func (x index) partsOf(word string) []string {
	var parts []string
	for cut := range word {
		if end := word[cut:]; cut >= leastPart && len(end) >= leastPart && x.found[end] != nil {
			parts = append(parts, end)
			break
		}
	}
	for cut := len(word) - leastPart; cut >= leastPart; cut-- {
		if begin := word[:cut]; utf8.RuneStart(word[cut]) && x.found[begin] != nil {
			return append(parts, begin)
		}
	}
	return parts
}

// wordsOf are the words of a text, in small letters.
func wordsOf(text string) []string {
	return strings.FieldsFunc(strings.ToLower(text), func(r rune) bool { return r == ' ' || r == '-' || r == ',' })
}

// Find lists the icons whose name or meaning has every word of a text, the best first: those of that name, those that
// have it as a word of their name, those that mean it, and those of which a word begins with it. A part within a word
// finds nothing: "roof" is not meant by proof. Words may be of a language too (BCP 47), and in one that writes words
// together their parts are looked for where nothing else is found. It is empty for no text.
func Find(text, language string) []string {
	if len(text) > mostWords*mostLetter {
		return nil
	}
	words := wordsOf(text)
	if len(words) == 0 || len(words) > mostWords {
		return nil
	}
	x := indexIn(language)
	ranks := x.ranks(words[0])
	for _, word := range words[1:] {
		others := x.ranks(word)
		for icon, p := range ranks {
			if other, ok := others[icon]; ok {
				ranks[icon] = posting{icon, p.rank + other.rank, p.order + other.order}
			} else {
				delete(ranks, icon)
			}
		}
	}
	found := slices.SortedFunc(maps.Values(ranks), func(a, b posting) int {
		return cmp.Or(cmp.Compare(a.rank, b.rank), cmp.Compare(a.order, b.order),
			cmp.Compare(len(x.names[a.icon]), len(x.names[b.icon])), cmp.Compare(a.icon, b.icon))
	})
	if base, _, _ := strings.Cut(language, "-"); len(found) == 0 && len(words) == 1 &&
		slices.Contains(compounding, base) {
		for _, part := range x.partsOf(words[0]) {
			found = append(found, slices.SortedFunc(slices.Values(x.found[part]), func(a, b posting) int {
				return cmp.Or(cmp.Compare(a.rank, b.rank), cmp.Compare(a.order, b.order), cmp.Compare(a.icon, b.icon))
			})...)
		}
	}
	names := make([]string, len(found))
	for i, p := range found {
		names[i] = x.names[p.icon]
	}
	return names
}

// ranks are the icons that a word finds, with how well.
func (x index) ranks(word string) map[int]posting {
	ranks := map[int]posting{}
	for _, p := range x.found[word] {
		ranks[p.icon] = p
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
			if held, ok := ranks[p.icon]; !ok || rank < held.rank {
				ranks[p.icon] = posting{p.icon, rank, p.order}
			}
		}
	}
	return ranks
}
