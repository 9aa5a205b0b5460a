package marks

import (
	"slices"
	"strings"
	"unicode"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/typeset"
)

// leastSyllable keeps that many letters on either side of a hyphen.
const leastSyllable = 3

// hyphenate makes soft hyphens in the word that bursts its room the mark's mend, as few as let every piece fit. It is
// false where the word does not stand in the fact as it is, or cannot be parted.
func (f *fitter) hyphenate(mark *Mark, run kind.Run, st setting, word string) bool {
	i := slices.IndexFunc(f.set.Records, func(r kind.Record) bool { return r.ID == run.Record })
	if run.Key == "" || i < 0 || strings.Contains(word, typeset.SoftHyphen) {
		return false
	}
	text := kind.Text(f.set.Records[i].Facts, run.Key)
	parted, ok := f.parted(st, word)
	if !ok || !strings.Contains(text, word) {
		return false
	}
	mark.Mend = &kind.Mend{Label: "may break: " + strings.ReplaceAll(parted, typeset.SoftHyphen, "·")}
	mark.Change = document.SetFact{Set: f.Block.SetID, Record: run.Record, Key: run.Key, Text: strings.Replace(text, word,
		parted, 1)}
	return true
}

// parted is the word with soft hyphens, each as far on as its room allows.
func (f *fitter) parted(st setting, word string) (string, bool) {
	var out strings.Builder
	rest := []rune(word)
	for f.width(st.style, string(rest)) > st.room {
		cut := 0
		for at := leastSyllable; at <= len(rest)-leastSyllable; at++ {
			if breaksWell(rest, at) && f.width(st.style, string(rest[:at])+"-") <= st.room {
				cut = at
			}
		}
		if cut == 0 {
			return "", false
		}
		out.WriteString(string(rest[:cut]) + typeset.SoftHyphen)
		rest = rest[cut:]
	}
	return out.String() + string(rest), true
}

// width is how wide a text is on one line.
func (f *fitter) width(style typeset.Style, text string) float64 {
	width, _ := f.Book.Width(style, text)
	return width
}

// onsets are consonants that begin a syllable together, the longest first.
var onsets = []string{"schl", "schm", "schn", "schr", "schw", "sch", "str", "spr", "bl", "br", "ch", "cl", "cr", "dr",
	"fl", "fr", "gl", "gr", "kl", "kn", "kr", "pf", "ph", "pl", "pr", "qu", "sh", "sp", "st", "th", "tr", "zw"}

// breaksWell reports whether a syllable may begin at a letter: with a consonant, or some that go together, before a
// vowel, and none of those that go with it before (common practice in the languages of the Latin script).
func breaksWell(word []rune, at int) bool {
	if !unicode.IsLetter(word[at-1]) || !consonant(word[at]) {
		return false
	}
	rest := strings.ToLower(string(word[at:]))
	onset := string(unicode.ToLower(word[at]))
	for _, known := range onsets {
		if strings.HasPrefix(rest, known) {
			onset = known
			break
		}
	}
	after := []rune(strings.TrimPrefix(rest, onset))
	if len(after) == 0 || !vowel(after[0]) {
		return false
	}
	before := strings.ToLower(string(word[max(0, at-3):at]))
	return !slices.ContainsFunc(onsets, func(known string) bool {
		for n := 1; n < len(known); n++ { // part of it stands before already
			if strings.HasSuffix(before, known[:n]) && strings.HasPrefix(rest, known[n:]) {
				return true
			}
		}
		return false
	})
}

func vowel(r rune) bool {
	return strings.ContainsRune("aeiouyäöüåæøáàâãéèêëíìîïóòôõúùûýœ", unicode.ToLower(r))
}

func consonant(r rune) bool { return unicode.IsLetter(r) && !vowel(r) }
