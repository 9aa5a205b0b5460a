package screen

import (
	"cmp"
	"slices"

	"rubrel/core/document"
	"rubrel/core/money"
)

// languageChoice is a language that the interface offers. Others can be typed by their tag.
type languageChoice struct{ Tag, Name string }

// languages are those of which Rubrel knows how amounts are written, by their English names.
var languages = offeredLanguages()

func offeredLanguages() []languageChoice {
	var all []languageChoice
	for _, tag := range money.Languages() {
		all = append(all, languageChoice{tag, document.LanguageName(tag)})
	}
	slices.SortFunc(all, func(a, b languageChoice) int { return cmp.Compare(a.Name, b.Name) })
	return all
}
