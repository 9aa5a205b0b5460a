// Package hyphen finds where a word may be hyphenated: by the patterns that TeX has for its language, with the
// algorithm of F. M. Liang, Word Hy-phen-a-tion by Com-put-er, Stanford 1983.
package hyphen

import (
	"bufio"
	"bytes"
	"compress/gzip"
	"embed"
	"encoding/json"
	"fmt"
	"strings"
	"sync"
	"unicode"
	"unicode/utf8"

	lru "github.com/hashicorp/golang-lru/v2"
	"golang.org/x/text/language"
)

//go:embed patterns languages.json
var files embed.FS

// Soft is an opportunity to break inside a word; the hyphen shows only at the end of a line.
const Soft = "\u00ad"

// Letters that stay together at the ends of a word, and the shortest word that is hyphenated: common practice.
const (
	leastBefore = 2
	leastAfter  = 2
	leastWord   = 5
)

// afterIn is how many letters stay together at the end of a word where that is not leastAfter: as TeX has it (from
// memory).
var afterIn = map[string]int{"en": 3, "fr": 3, "pt": 3, "cs": 3, "sk": 3, "et": 3, "cy": 3, "ga": 3}

// Patterns are those of one language.
type Patterns struct {
	after      int
	longest    int
	levels     map[string][]uint8 // of each place in the letters, the first before the first
	exceptions map[string][]int
	known      *lru.Cache[string, string] // words with their hyphens
}

// mostKnown bounds how many words of a language are remembered.
const mostKnown = 20_000

// table finds the patterns of a language, each read once.
var table = sync.OnceValues(func() (*languages, error) {
	t := &languages{read: map[string]*Patterns{}}
	text, err := files.ReadFile("languages.json")
	if err == nil {
		err = json.Unmarshal(text, &t.files)
	}
	if err != nil {
		return nil, fmt.Errorf("hyphen: languages.json: %w", err)
	}
	return t, nil
})

type languages struct {
	files map[string]string // by language (BCP 47)

	mu   sync.Mutex
	read map[string]*Patterns // by file
}

// For finds the patterns of a language (BCP 47), or of that from which the CLDR has it inherit: en-IE is hyphenated as
// en-001. It is nil for a language that has none, in which nothing is hyphenated.
func For(name string) *Patterns {
	t, err := table()
	if err != nil {
		panic(err) // a file of this package
	}
	tag, err := language.Parse(name)
	for err == nil && tag != language.Und && t.files[tag.String()] == "" {
		tag = tag.Parent()
	}
	if err != nil || tag == language.Und {
		return nil
	}
	base, _ := tag.Base()
	t.mu.Lock()
	defer t.mu.Unlock()
	file := t.files[tag.String()]
	if t.read[file] == nil {
		p, err := read(file)
		if err != nil {
			panic(err) // a file of this package
		}
		if p.after = afterIn[base.String()]; p.after == 0 {
			p.after = leastAfter
		}
		t.read[file] = p
	}
	return t.read[file]
}

// read reads a file: patterns as TeX writes them ("hy3ph"), an empty line, words with their hyphens.
func read(file string) (*Patterns, error) {
	text, err := files.ReadFile("patterns/" + file + ".txt.gz")
	if err != nil {
		return nil, fmt.Errorf("hyphen: %w", err)
	}
	unzipped, err := gzip.NewReader(bytes.NewReader(text))
	if err != nil {
		return nil, fmt.Errorf("hyphen: %s: %w", file, err)
	}
	known, err := lru.New[string, string](mostKnown)
	if err != nil {
		return nil, fmt.Errorf("hyphen: %w", err)
	}
	p := &Patterns{levels: map[string][]uint8{}, exceptions: map[string][]int{}, known: known}
	lines, words := bufio.NewScanner(unzipped), false
	for lines.Scan() {
		line := lines.Text()
		switch {
		case line == "":
			words = true
		case words:
			p.except(line)
		default:
			p.add(line)
		}
	}
	return p, lines.Err()
}

func (p *Patterns) add(pattern string) {
	var letters strings.Builder
	levels := []uint8{0}
	for _, r := range pattern {
		if r >= '0' && r <= '9' {
			levels[len(levels)-1] = uint8(r - '0')
			continue
		}
		letters.WriteRune(r)
		levels = append(levels, 0)
	}
	p.levels[letters.String()] = levels
	p.longest = max(p.longest, len(levels)-1)
}

func (p *Patterns) except(word string) {
	places, at := []int{}, 0
	for _, r := range word {
		if r == '-' {
			places = append(places, at)
		} else {
			at++
		}
	}
	p.exceptions[strings.ReplaceAll(word, "-", "")] = places
}

// Places are those in a word, counted in letters, before which a hyphen may stand. What is not of letters alone has
// none.
func (p *Patterns) Places(word string) []int {
	n := utf8.RuneCountInString(word)
	if p == nil || n < leastWord || strings.ContainsFunc(word, func(r rune) bool {
		return !unicode.IsLetter(r) && !unicode.IsMark(r)
	}) {
		return nil
	}
	lower := strings.ToLower(word)
	if places, ok := p.exceptions[lower]; ok {
		return places
	}
	letters := []rune("." + lower + ".")
	levels := make([]uint8, len(letters)+1)
	for from := range letters {
		for to := from + 1; to <= min(len(letters), from+p.longest); to++ {
			for i, level := range p.levels[string(letters[from:to])] {
				levels[from+i] = max(levels[from+i], level)
			}
		}
	}
	var places []int
	for at := leastBefore; at <= n-p.after; at++ {
		if levels[at+1]%2 == 1 {
			places = append(places, at)
		}
	}
	return places
}

// Text is a text with a soft hyphen at every place where one of its words may be hyphenated. A word that has soft
// hyphens already keeps its own.
func (p *Patterns) Text(text string) string { return p.LongWords(text, leastWord) }

// LongWords is what Text is, but for words of fewer letters than are asked for.
func (p *Patterns) LongWords(text string, least int) string {
	if p == nil {
		return text
	}
	var out strings.Builder
	for piece := range strings.SplitAfterSeq(text, " ") {
		if strings.ContainsRune(piece, '@') || strings.Contains(piece, "://") {
			out.WriteString(piece) // a hyphen would be taken for part of the address
			continue
		}
		p.words(&out, piece, least)
	}
	return out.String()
}

// words writes a text with soft hyphens in its words.
func (p *Patterns) words(out *strings.Builder, text string, least int) {
	for text != "" {
		end := wordEnd(text)
		word := text[:end]
		if word == "" {
			_, size := utf8.DecodeRuneInString(text)
			out.WriteString(text[:size])
			text = text[size:]
			continue
		}
		if utf8.RuneCountInString(word) >= least {
			word = p.word(word)
		}
		out.WriteString(word)
		text = text[end:]
	}
}

// wordEnd is where the word ends with which a text begins; 0 where it begins with none. A soft hyphen is part of it.
func wordEnd(text string) int {
	for i, r := range text {
		if !unicode.IsLetter(r) && !unicode.IsMark(r) && string(r) != Soft {
			return i
		}
	}
	return len(text)
}

func (p *Patterns) word(word string) string {
	if known, ok := p.known.Get(word); ok {
		return known
	}
	parted := p.part(word)
	p.known.Add(word, parted)
	return parted
}

func (p *Patterns) part(word string) string {
	if strings.Contains(word, Soft) {
		return word
	}
	places := p.Places(word)
	if len(places) == 0 {
		return word
	}
	var out strings.Builder
	at := 0
	for _, r := range word {
		if len(places) > 0 && places[0] == at {
			out.WriteString(Soft)
			places = places[1:]
		}
		out.WriteRune(r)
		at++
	}
	return out.String()
}
