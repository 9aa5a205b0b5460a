package team

import (
	_ "embed"

	"rubrel/core/wording"
)

// words are what a team says by itself in the visitor's language. Words in braces are filled in.
type words struct {
	Save string `json:"save"`
}

//go:embed words.json
var wordsJSON []byte

var wordsFor = wording.NewTable[words]("team: words.json", wordsJSON).For
