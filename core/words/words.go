// Package words finds what a block says by itself in the visitor's language.
package words

import (
	"encoding/json"
	"strings"
	"sync"

	"rubrel/core/script"
)

// Table reads a JSON object of entries by language. What it gives finds the entry for a BCP 47 tag by its language, and
// that language; English, and no language, where there is none. It panics on first use where the file is wrong: it
// ships.
func Table[T any](name string, file []byte) func(tag string) (entry T, language string) {
	entries := sync.OnceValue(func() map[string]T {
		var table map[string]T
		if err := json.Unmarshal(file, &table); err != nil {
			panic(name + ": " + err.Error())
		}
		return table
	})
	return func(tag string) (T, string) {
		if entry, language, ok := script.Find(entries(), tag); ok {
			return entry, language
		}
		return entries()["en"], ""
	}
}

// Fill puts values in place of names in braces: Fill(text, "plan", "Dusk", …).
func Fill(text string, pairs ...string) string {
	for i := 0; i+1 < len(pairs); i += 2 {
		text = strings.ReplaceAll(text, "{"+pairs[i]+"}", pairs[i+1])
	}
	return text
}
