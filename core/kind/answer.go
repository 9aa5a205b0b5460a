package kind

import (
	_ "embed"
	"encoding/json"
	"slices"
	"strings"
	"sync"

	"rubrel/core/writing"
)

// answersJSON has the words for yes and no, by language (Unicode CLDR, posix messages): see scripts/words.mjs.
//
//go:embed answers.json
var answersJSON []byte

// answerWords are a language's words for yes and no.
type answerWords struct{ Yes, No []string }

var answersByLanguage = sync.OnceValue(func() (table map[string]answerWords) {
	if err := json.Unmarshal(answersJSON, &table); err != nil {
		panic("kind: answers.json: " + err.Error())
	}
	return table
})

// says is what one of the words is; false as its second result for any other.
func (w answerWords) says(word string) (yes, ok bool) {
	yes = slices.Contains(w.Yes, word)
	return yes, yes || slices.Contains(w.No, word)
}

// Answer is a text with a language's word for yes or no as "yes" or "no". The word of another language is a text: "ano"
// is a year in one and a yes in another.
func Answer(text, language string) string {
	words, _, ok := writing.Find(answersByLanguage(), language)
	if !ok {
		return text
	}
	yes, ok := words.says(strings.ToLower(strings.TrimSpace(text)))
	if !ok {
		return text
	}
	return Inclusion{Has: yes}.String()
}

// AnswerIn is yes or no in a language's word.
func AnswerIn(yes bool, language string) string {
	words, _, ok := writing.Find(answersByLanguage(), language)
	switch {
	case ok && yes && len(words.Yes) > 0:
		return words.Yes[0]
	case ok && !yes && len(words.No) > 0:
		return words.No[0]
	}
	return Inclusion{Has: yes}.String()
}

// LooksLikeAnswer reports whether a text is a usual mark for yes or no, or a word for it in any language.
func LooksLikeAnswer(text string) bool {
	if _, ok := YesNo(text); ok {
		return true
	}
	word := strings.ToLower(strings.TrimSpace(text))
	for _, words := range answersByLanguage() {
		if _, ok := words.says(word); ok {
			return true
		}
	}
	return false
}
