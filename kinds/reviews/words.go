package reviews

import (
	_ "embed"

	"rubrel/core/wording"
)

// phrases are what a block says by itself in the visitor's language. Words in braces are filled in.
type phrases struct {
	OutOf    string `json:"outOf"`
	From     string `json:"from"`
	More     string `json:"more"`
	Less     string `json:"less"`
	Verified string `json:"verified"`
	Answer   string `json:"answer"`
	AnswerBy string `json:"answerBy"`
	Previous string `json:"previous"`
	Next     string `json:"next"`
	Pause    string `json:"pause"`
	Play     string `json:"play"`
	Place    string `json:"place"`
	Carousel string `json:"carousel"`
	Slide    string `json:"slide"`
}

//go:embed words.json
var wordsJSON []byte

var wordsFor = wording.NewTable[phrases]("reviews: words.json", wordsJSON).For
