// Package wording finds what a block says by itself in the visitor's language.
package wording

import (
	"encoding/json"
	"maps"
	"slices"
	"strings"
	"sync"

	"rubrel/core/writing"
)

// Table has entries by language.
type Table[T any] struct{ entries func() map[string]T }

// NewTable reads a JSON object of entries by language, on first use, and panics then where the file is wrong: it ships.
func NewTable[T any](name string, file []byte) Table[T] {
	return Table[T]{sync.OnceValue(func() map[string]T {
		var table map[string]T
		if err := json.Unmarshal(file, &table); err != nil {
			panic(name + ": " + err.Error())
		}
		return table
	})}
}

// For is the entry for a BCP 47 tag, and the language that it is in: English, and no language, where there is none.
func (t Table[T]) For(tag string) (entry T, language string) {
	if entry, language, ok := writing.Find(t.entries(), tag); ok {
		return entry, language
	}
	return t.entries()["en"], ""
}

// Languages lists the tags that have entries, in order.
func (t Table[T]) Languages() []string { return slices.Sorted(maps.Keys(t.entries())) }

// Fill puts values in place of names in braces: Fill(text, "plan", "Dusk", …).
func Fill(text string, pairs ...string) string {
	for i := 0; i+1 < len(pairs); i += 2 {
		text = strings.ReplaceAll(text, "{"+pairs[i]+"}", pairs[i+1])
	}
	return text
}
