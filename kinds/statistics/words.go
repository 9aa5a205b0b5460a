package statistics

import (
	_ "embed"

	corewords "rubrel/core/words"
)

// words are what statistics say by themselves in the visitor's language. Words in braces are filled in.
type words struct {
	AsOf     string `json:"asOf"`
	Source   string `json:"source"`
	Series   string `json:"series"`
	Extremes string `json:"extremes"`
}

//go:embed words.json
var wordsJSON []byte

var wordsFor = corewords.NewTable[words]("statistics: words.json", wordsJSON).For
