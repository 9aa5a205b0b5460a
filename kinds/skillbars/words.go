package skillbars

import (
	_ "embed"

	"rubrel/core/wording"
)

// words are what skill bars say by themselves in the visitor's language. Words in braces are filled in.
type words struct {
	Percent string `json:"percent"`
	Of      string `json:"of"`
	Average string `json:"average"`
	Target  string `json:"target"`
}

//go:embed words.json
var wordsJSON []byte

var wordsFor = wording.NewTable[words]("skillbars: words.json", wordsJSON).For

func fill(text string, pairs ...string) string { return wording.Fill(text, pairs...) }
