package icon

import (
	_ "embed"
	"encoding/json"
	"strings"
	"sync"
)

// english is the language of the library's own words.
const english = "en"

// wordsJSON has, by language and word, the icons that the characters mean which the word names (Unicode CLDR,
// annotations): see scripts/icon-words.mjs.
//
//go:embed words.json
var wordsJSON []byte

// tradesText has everyday words of trades in English and German, with the icons that fit them.
//
//go:embed trades.txt
var tradesText string

// annotated are the icons of the words of each language.
var annotated = sync.OnceValue(func() map[string]map[string][]string {
	var held map[string]map[string]string
	if err := json.Unmarshal(wordsJSON, &held); err != nil {
		panic("icon: words.json: " + err.Error())
	}
	table := map[string]map[string][]string{}
	for language, words := range held {
		table[language] = map[string][]string{}
		for word, names := range words {
			table[language][word] = strings.Fields(names)
		}
	}
	return table
})

// trades are the icons of everyday words of trades, by language.
var trades = sync.OnceValue(func() map[string]map[string][]string {
	table := map[string]map[string][]string{english: {}, "de": {}}
	for line := range strings.Lines(tradesText) {
		words, names, ok := strings.Cut(line, ":")
		inEnglish, inGerman, both := strings.Cut(words, "|")
		if !ok || !both || strings.HasPrefix(line, "#") {
			continue
		}
		for language, list := range map[string]string{english: inEnglish, "de": inGerman} {
			for word := range strings.SplitSeq(list, ",") {
				word = strings.ToLower(strings.TrimSpace(word))
				table[language][word] = append(table[language][word], strings.Fields(names)...)
			}
		}
	}
	return table
})
