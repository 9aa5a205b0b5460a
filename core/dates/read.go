package dates

import (
	"cmp"
	"errors"
	"slices"
	"strconv"
	"strings"
	"sync"
	"time"
	"unicode"

	"rubrel/core/writing"
)

// ErrAmbiguous is the error of a day that may be one of two: 3/4/2026.
var ErrAmbiguous = errors.New("it may be one of two days")

// errNone is the error of a text that is no day.
var errNone = errors.New("it is no day")

// Read reads a day as people write it: 2026-11-24, 24.11.2026, 24/11/2026, 24 November 2026, November 24, 2026, with
// the months of every language that Long writes, whole or by their first letters. Where two numbers may be the month
// and points do not say that the day comes first, the error is ErrAmbiguous.
func Read(text string) (time.Time, error) {
	var numbers []int
	yearAt, month := -1, 0
	for _, word := range wordsOf(text) {
		n, err := strconv.Atoi(word)
		switch {
		case err == nil && len(word) == 4 && yearAt < 0:
			yearAt = len(numbers)
			numbers = append(numbers, n)
		case err == nil && len(word) <= 2:
			numbers = append(numbers, n)
		case err == nil:
			return time.Time{}, errNone
		case month == 0:
			month = monthNamed(word)
		}
	}
	if yearAt < 0 {
		return time.Time{}, errNone
	}
	year := numbers[yearAt]
	rest := slices.Delete(slices.Clone(numbers), yearAt, yearAt+1)
	switch {
	case month > 0 && len(rest) == 1:
		return dayOf(year, month, rest[0])
	case month > 0 || len(rest) != 2:
		return time.Time{}, errNone
	case yearAt == 0: // ISO 8601, and East Asia
		return dayOf(year, rest[0], rest[1])
	case strings.Contains(text, ".") || rest[0] == rest[1] || rest[0] > 12:
		return dayOf(year, rest[1], rest[0])
	case rest[1] > 12:
		return dayOf(year, rest[0], rest[1])
	}
	return time.Time{}, ErrAmbiguous
}

// ReadIn is Read where a language is spoken (BCP 47): of two numbers that may be the month, the day is the first where
// its long days begin with the day.
func ReadIn(text, tag string) (time.Time, error) {
	day, err := Read(text)
	f, _, ok := writing.Find(formats(), tag)
	if errors.Is(err, ErrAmbiguous) && ok && strings.HasPrefix(f.Pattern, "d") {
		return Read(strings.ReplaceAll(text, "/", "."))
	}
	return day, err
}

// wordsOf are the runs of figures and of letters in a text, in lower case: of 24th, "24" and "th".
func wordsOf(text string) []string {
	var words []string
	before := ' '
	for _, r := range strings.ToLower(text) {
		letter := unicode.IsLetter(r) || unicode.IsMark(r)
		switch {
		case !letter && !unicode.IsNumber(r):
		case len(words) > 0 && (letter && (unicode.IsLetter(before) || unicode.IsMark(before)) ||
			!letter && unicode.IsNumber(before)):
			words[len(words)-1] += string(r)
		default:
			words = append(words, string(r))
		}
		before = r
	}
	return words
}

// dayOf is a day that the calendar has.
func dayOf(year, month, day int) (time.Time, error) {
	t := time.Date(year, time.Month(month), day, 0, 0, 0, 0, time.UTC)
	if t.Year() != year || int(t.Month()) != month || t.Day() != day {
		return time.Time{}, errNone
	}
	return t, nil
}

// leastLetters is how many of a month's letters name it.
const leastLetters = 3

// monthNames are the months by their names, in lower case, in every language.
var monthNames = sync.OnceValue(func() map[string]int {
	names := map[string]int{}
	for _, f := range formats() {
		for i, name := range f.Months {
			for _, word := range strings.Fields(strings.ToLower(name)) {
				if was, taken := names[word]; taken && was != i+1 {
					names[word] = -1 // another month elsewhere
					continue
				}
				names[word] = i + 1
			}
		}
	}
	return names
})

// monthNamed is the month that a word names, whole or by its first letters where these are of no other; 0 for none.
func monthNamed(word string) int {
	word = strings.TrimSuffix(word, ".")
	if n := monthNames()[word]; n > 0 {
		return n
	}
	if len([]rune(word)) < leastLetters {
		return 0
	}
	found := 0
	for name, n := range monthNames() {
		if n <= 0 || !strings.HasPrefix(name, word) {
			continue
		}
		if cmp.Or(found, n) != n {
			return 0
		}
		found = n
	}
	return found
}
