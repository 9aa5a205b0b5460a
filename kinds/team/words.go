package team

import (
	_ "embed"

	corewords "rubrel/core/words"
)

// words are what a team says by itself in the visitor's language. Words in braces are filled in.
type words struct {
	Save string `json:"save"`
}

//go:embed words.json
var wordsJSON []byte

var wordsFor = corewords.NewTable[words]("team: words.json", wordsJSON).For
