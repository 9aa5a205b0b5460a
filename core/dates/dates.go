// Package dates writes days as a locale does, from the Unicode CLDR's long date formats.
package dates

import (
	_ "embed"
	"encoding/json"
	"fmt"
	"strings"
	"sync"
	"time"

	"rubrel/core/writing"
)

// format is a line of locales.json.
type format struct {
	Pattern string   `json:"pattern"`
	Months  []string `json:"months"`
}

//go:embed locales.json
var localesJSON []byte

var formats = sync.OnceValue(func() map[string]format {
	var table map[string]format
	if err := json.Unmarshal(localesJSON, &table); err != nil {
		panic("dates: locales.json: " + err.Error())
	}
	return table
})

// Long writes the day of a moment in its own time zone, such as "31 December 2026", in the language of a BCP 47 tag;
// a language that the table lacks is written as ISO 8601. Digits are Western.
func Long(t time.Time, tag string) string {
	if f, _, ok := writing.Find(formats(), tag); ok {
		return f.write(t)
	}
	return t.Format(time.DateOnly)
}

// write follows a date pattern (UTS #35 part 4): letters are fields, quoted text is itself.
func (f format) write(t time.Time) string {
	var b strings.Builder
	pattern := []rune(f.Pattern)
	for i := 0; i < len(pattern); {
		if pattern[i] == '\'' {
			end := i + 1
			for end < len(pattern) && pattern[end] != '\'' {
				end++
			}
			b.WriteString(string(pattern[i+1 : end]))
			i = end + 1
			continue
		}
		run := 1
		for i+run < len(pattern) && pattern[i+run] == pattern[i] {
			run++
		}
		b.WriteString(f.field(t, pattern[i], run))
		i += run
	}
	return b.String()
}

func (f format) field(t time.Time, letter rune, run int) string {
	switch letter {
	case 'd':
		return fmt.Sprintf("%0*d", run, t.Day())
	case 'M':
		if run > 2 {
			return f.Months[t.Month()-1]
		}
		return fmt.Sprintf("%0*d", run, int(t.Month()))
	case 'y':
		return fmt.Sprint(t.Year())
	}
	return strings.Repeat(string(letter), run)
}
