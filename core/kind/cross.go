package kind

import (
	"slices"
	"strings"
)

// Cross is what an x means in a list: a mark in a box where it stands for yes, a cross where ticks are its other side.
type Cross string

// The meanings of an x, in the words that stand for it. The empty one is found out.
const (
	CrossIsYes Cross = "yes"
	CrossIsNo  Cross = "no"
)

// crosses are the ways to write one.
var crosses = []string{"x", "×", "✕", "╳"}

// IsCross reports whether a text is a way to write an x.
func IsCross(text string) bool {
	return slices.Contains(crosses, strings.ToLower(strings.TrimSpace(text)))
}

// CrossIn finds out what an x means among texts: the other side of the ticks or of the dashes that stand beside it. It
// is not sure where neither does, and empty where there is no x.
func CrossIn(texts []string) (means Cross, sure bool) {
	crossed, yes, no := false, false, false
	for _, text := range texts {
		if IsCross(text) {
			crossed = true
		} else if has, ok := inclusionWords[strings.ToLower(strings.TrimSpace(text))]; ok {
			yes, no = yes || has, no || !has
		}
	}
	switch {
	case !crossed:
		return "", true
	case yes:
		return CrossIsNo, true
	}
	return CrossIsYes, no
}

// Read is a text with an x read as what it means.
func (c Cross) Read(text string) string {
	if c != "" && IsCross(text) {
		return string(c)
	}
	return text
}
