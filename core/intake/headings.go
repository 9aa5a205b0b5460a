package intake

import (
	_ "embed"
	"encoding/json"
	"regexp"
	"slices"
	"strings"
	"sync"

	"rubrel/core/kind"
)

// headingsJSON has, for what fields are usually headed with in English, the headings that lists have in other
// languages, with "|" between them: common practice, of each language.
//
//go:embed headings.json
var headingsJSON []byte

// headings are the English words under which a heading of any language is known.
var headings = sync.OnceValue(func() map[string][]string {
	var table map[string]map[string]string
	if err := json.Unmarshal(headingsJSON, &table); err != nil {
		panic("intake: headings.json: " + err.Error())
	}
	known := map[string][]string{}
	for english, languages := range table {
		for _, words := range languages {
			for word := range strings.SplitSeq(words, "|") {
				if !slices.Contains(known[word], english) {
					known[word] = append(known[word], english)
				}
			}
		}
	}
	return known
})

var (
	bracketPattern = regexp.MustCompile(`\s*[(\[][^)\]]*[)\]]\s*`)
	// inPattern is what a heading's numbers are in: "Preis in €", "Value in kg".
	inPattern = regexp.MustCompile(`^(.+?)\s+(?:in|en|i|w|v)\s+(\S{1,4})$`)
)

// spellings are a heading in small letters: as it stands, without what stands in brackets, and without its unit.
func spellings(label string) []string {
	label = strings.ToLower(strings.Join(strings.Fields(strings.ReplaceAll(cut(label, mostHeading), "_", " ")), " "))
	label = strings.TrimSpace(strings.TrimRight(label, ":*¹²³ "))
	all := []string{label}
	if bare := strings.TrimSpace(bracketPattern.ReplaceAllString(label, " ")); bare != label && bare != "" {
		all = append(all, bare)
	}
	for _, text := range all {
		if found := inPattern.FindStringSubmatch(text); found != nil {
			all = append(all, found[1])
		}
	}
	return all
}

// unitOf is what a heading's numbers are in: "Value (kg)", "Wert in kg"; "" where it does not say.
func unitOf(label string) string {
	if found := bracketPattern.FindString(label); found != "" {
		return strings.Trim(strings.TrimSpace(found), "()[]")
	}
	if found := inPattern.FindStringSubmatch(strings.TrimRight(strings.TrimSpace(label), ":*")); found != nil {
		return found[2]
	}
	return ""
}

// The ranks of how well a heading names a field.
const (
	byWord  = iota + 1 // it begins or ends with a word for it
	byWords            // it is a word for it, in some language
	byName             // it is the field's name
)

type match struct {
	field kind.Field
	rank  int
}

// matching finds the fields that a heading names, the best first.
func matching(fields []kind.Field, label string) []match {
	var found []match
	for _, f := range fields {
		if rank := rankOf(f, label); rank > 0 {
			found = append(found, match{f, rank})
		}
	}
	slices.SortStableFunc(found, func(a, b match) int { return b.rank - a.rank })
	return found
}

func rankOf(f kind.Field, label string) int {
	best := 0
	for _, spelled := range spellings(label) {
		if spelled == "" {
			continue
		}
		if spelled == f.Name || spelled == strings.ToLower(f.Label) {
			return byName
		}
		if isCalled(f, spelled) {
			best = max(best, byWords)
		}
		words := strings.Fields(spelled)
		if len(words) > 1 && len(words) <= 4 && (isCalled(f, words[0]) || isCalled(f, words[len(words)-1])) {
			best = max(best, byWord)
		}
	}
	return best
}

// isCalled reports whether a word in small letters is a usual heading of a field, in any language.
func isCalled(f kind.Field, word string) bool {
	if word == f.Name || word == strings.ToLower(f.Label) || slices.Contains(f.Aliases, word) {
		return true
	}
	for _, english := range headings()[word] {
		if english == f.Name || english == strings.ToLower(f.Label) || slices.Contains(f.Aliases, english) {
			return true
		}
	}
	return false
}

// Heads reports whether a heading is a usual one for an English word, in any language: Heads("price", "Preis in €").
func Heads(english, label string) bool {
	return rankOf(kind.Field{Name: english, Label: english}, label) >= byWords
}

// totals head the sum of a list, in any of its languages: common practice.
var totals = []string{"total", "totals", "grand total", "sum", "summe", "gesamt", "gesamtsumme", "insgesamt", "somme",
	"total général", "suma", "totale", "totaal", "som", "summa", "totalt", "i alt", "sum totalt", "suma końcowa", "razem",
	"celkem", "součet", "toplam", "yhteensä", "összesen", "durchschnitt", "average", "moyenne", "media"}

// isTotal reports whether a text heads a sum.
func isTotal(text string) bool {
	return slices.Contains(totals, strings.ToLower(strings.TrimRight(strings.TrimSpace(text), ":")))
}
