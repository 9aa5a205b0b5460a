package statistics

import (
	_ "embed"

	"rubrel/core/wording"
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

var wordsFor = wording.NewTable[words]("statistics: words.json", wordsJSON).For
