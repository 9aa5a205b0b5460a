package intake

import (
	"regexp"
	"slices"
	"strings"

	"rubrel/core/kind"
)

// cut takes records apart that stand in lines of text with a number each: "CSS 90 %", "12.400 members". Nothing where
// most have none at one end.
func (p plain) cut(texts [][]string) [][]kind.Said {
	at := p.numbered()
	if slices.ContainsFunc(texts, func(lines []string) bool { return len(lines) != 1 }) {
		return nil
	}
	var best [][]kind.Said
	most := 0
	for _, way := range []func(kind.Field, string) []kind.Said{p.valueFirst, p.valueLast} {
		all, n := make([][]kind.Said, len(texts)), 0
		for i, lines := range texts {
			if all[i] = way(p.fields[at], lines[0]); all[i] == nil {
				all[i] = []kind.Said{{Column: p.fields[0].Name, Text: lines[0]}}
				continue
			}
			n++
		}
		if n > most {
			best, most = all, n
		}
	}
	if most*2 < len(texts) {
		return nil
	}
	return best
}

// numbered is the field of a number with what it is of, as people write it in one text; -1 for none.
func (p plain) numbered() int {
	return slices.IndexFunc(p.fields, func(f kind.Field) bool {
		_, numeric := f.Type.(kind.Numeric)
		return numeric && f.Split != nil
	})
}

// nameEdges stand between a name and its value, and say nothing.
const nameEdges = " \t–—-:.…,;|=█▓▒░■□▰▱●○"

// namedNumber is a word with a number that is a name: Q1, A4.
var namedNumber = regexp.MustCompile(`^\p{L}+[0-9]+$`)

func hasDigit(word string) bool { return strings.ContainsAny(word, "0123456789") }

// dashes stand between words.
const dashes = "-–—"

// mostValueWords is how many words a value has at most with its unit: "1 240 of 2 000 hours".
const mostValueWords = 8

// valueLast is a name with its value behind it; nil where there is none.
func (p plain) valueLast(f kind.Field, line string) []kind.Said {
	words := strings.Fields(line)
	for i := max(1, len(words)-mostValueWords); i < len(words); i++ {
		if strings.Trim(words[i], dashes) == "" {
			continue // it parts the name from its value, and makes nothing less than nought
		}
		if namedNumber.MatchString(words[i]) && slices.ContainsFunc(words[i+1:], hasDigit) {
			continue // the number is a name: growth in Q1 4 %
		}
		if i > 1 && slices.Contains(aboutWords, strings.ToLower(words[i-1])) {
			words = slices.Concat(words[:i-1], []string{words[i-1] + " " + words[i]}, words[i+1:])
			i--
		}
		value := strings.Join(words[i:], " ")
		name := strings.TrimRight(strings.Join(words[:i], " "), nameEdges)
		about := isNumber(value[strings.Index(value, " ")+1:]) // over 300
		if (isNumber(value) || about) && holding(f, []string{value}) == 1 && name != "" {
			return []kind.Said{{Column: p.fields[0].Name, Text: name}, {Column: f.Name, Text: value}}
		}
	}
	return nil
}

// unitPattern is a unit as it stands behind a number, of the SI and beside it (SI brochure, tables 2 to 8), and the
// short words for great numbers: common practice.
var unitPattern = regexp.MustCompile(`^(?:[%‰°€$£¥]|°C|[kcm]?m[²³]?|km/h|[km]?g|t|ha|[mch]?l|min|h|s|[kMGT]?Wh?|` +
	`[kMGT]B|(?i:mio|mrd|mill|million|millions|billion|billions|k|m|bn)\.?)$`)

// aboutWords stand before numbers that are not exact: common practice of each language.
var aboutWords = []string{"over", "about", "around", "nearly", "almost", "~", "≈", ">", "<", "ca.", "circa", "über",
	"rund", "fast", "etwa", "knapp", "environ", "presque", "casi", "unos", "unas", "oltre", "quasi", "ruim", "bijna",
	"över", "nästan", "ponad", "około", "přes", "asi", "cerca"}

// valueFirst is a value with what it is of behind it; nil where there is none.
func (p plain) valueFirst(f kind.Field, line string) []kind.Said {
	words := strings.Fields(line)
	n := 1
	if len(words) > 1 && slices.Contains(aboutWords, strings.ToLower(words[0])) {
		n++ // over 300
	}
	if n >= len(words) || !isNumber(words[n-1]) {
		return nil
	}
	for n < len(words) && (isThree(words[n]) && endsInDigit(words[n-1]) || unitPattern.MatchString(words[n])) {
		n++
	}
	if n >= len(words) {
		return nil
	}
	value := strings.Join(words[:n], " ")
	if holding(f, []string{value}) == 0 {
		return nil
	}
	name := strings.TrimLeft(strings.Join(words[n:], " "), nameEdges)
	if !areWords([]string{name}) {
		return nil
	}
	return []kind.Said{{Column: f.Name, Text: value}, {Column: p.fields[0].Name, Text: name}}
}

var threeDigits = regexp.MustCompile(`^[0-9]{3}$`)

// isThree reports whether a word is three digits, as behind a space between thousands.
func isThree(word string) bool { return threeDigits.MatchString(word) }

func endsInDigit(word string) bool { return strings.ContainsAny(word[len(word)-1:], "0123456789") }
