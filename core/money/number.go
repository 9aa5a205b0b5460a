package money

import (
	_ "embed"
	"encoding/json"
	"strconv"
	"strings"
	"sync"

	"golang.org/x/text/feature/plural"
	"golang.org/x/text/language"

	"rubrel/core/writing"
)

//go:embed compact.json
var compactJSON []byte

// compactEntry is a line of compact.json: the pattern of plain numbers, and by power of ten that of short ones.
type compactEntry map[string]json.RawMessage

var compactEntries = sync.OnceValue(func() map[string]compactEntry {
	var entries map[string]compactEntry
	if err := json.Unmarshal(compactJSON, &entries); err != nil {
		panic("money: compact.json: " + err.Error())
	}
	return entries
})

// compact is the entry of the locale, or of its language.
func (l Locale) compact() compactEntry {
	if entry, _, ok := writing.Find(compactEntries(), l.Tag); ok {
		return entry
	}
	return compactEntries()["en"]
}

// ReadNumber reads a number whose separators stand as the locale has them.
func (l Locale) ReadNumber(text string) (Decimal, error) {
	_, decimal := l.separators()
	var separators Separators
	if decimal == "." || decimal == "," {
		separators.Decimal = rune(decimal[0])
	}
	written, err := ReadWritten(text, separators)
	return written.Amount, err
}

// Number writes a plain number as the locale does, with so many decimals. It is rounded half away from nought, as
// ECMA-402 does by itself.
func (l Locale) Number(n Decimal, places int) string {
	return l.written(n.HalfUp(places), l.leastGrouping)
}

// plainPattern is how plain numbers are written (UTS #35 part 3, number patterns).
func (l Locale) plainPattern() string {
	var pattern string
	if err := json.Unmarshal(l.compact()["plain"], &pattern); err != nil {
		panic("money: compact.json: " + err.Error())
	}
	return pattern
}

// written writes a number with groups from so many digits before the first separator.
func (l Locale) written(n Decimal, least int) string {
	minus := ""
	if n.IsNegative() {
		minus, n = l.minus, n.Neg()
	}
	whole, fraction, _ := strings.Cut(n.String(), ".")
	primary, secondary := groupSizes(l.plainPattern())
	text := minus + l.localDigits(grouped(whole, l.group, primary, secondary, least))
	if fraction != "" {
		text += l.decimal + l.localDigits(fraction)
	}
	return text
}

// Short is how a number is written shortly: as a multiple of a power of ten, between two texts such as "" and "K".
type Short struct {
	Power         int // of ten
	Before, After string
	locale        Locale
}

// leastPower and mostPower bound the powers of ten for which the CLDR has short patterns.
const leastPower, mostPower = 3, 19

// Short finds the short form of a number with at most so many decimals (CLDR, UTS #35 part 3, compact number formats).
func (l Locale) Short(n Decimal, most int) Short {
	short := l.shortAt(n, digitsBefore(n)-1, most)
	// What rounds up to the next power is written as that: 999,999 is 1M.
	if rounded := short.scaled(n).HalfUp(most); digitsBefore(rounded)+short.Power > digitsBefore(n) {
		return l.shortAt(n, digitsBefore(n), most)
	}
	return short
}

// digitsBefore is how many digits stand before the mark; at least one.
func digitsBefore(n Decimal) int {
	whole, _, _ := strings.Cut(strings.TrimPrefix(n.String(), "-"), ".")
	return max(1, len(strings.TrimLeft(whole, "0")))
}

func (l Locale) shortAt(n Decimal, power, most int) Short {
	s := Short{locale: l}
	if power < leastPower {
		return s
	}
	for power = min(power, mostPower); power > leastPower && l.compact()[strconv.Itoa(power)] == nil; {
		power--
	}
	pattern, ok := l.shortPattern(power, "other")
	if !ok {
		return s
	}
	s.Power = power + 1 - zeros(pattern)
	number := trimmed(s.scaled(n).HalfUp(most))
	if own, ok := l.shortPattern(power, l.Plural(number)); ok && zeros(own) == zeros(pattern) {
		pattern = own
	}
	s.Before, s.After, _ = strings.Cut(strings.ReplaceAll(pattern, "'", ""), strings.Repeat("0", zeros(pattern)))
	return s
}

// zeros is how many digits a short pattern shows before the mark; a pattern of one nought alone shows the number whole.
func zeros(pattern string) int { return strings.Count(pattern, "0") }

// shortPattern is the pattern for a power of ten; false where numbers of that size are written whole.
func (l Locale) shortPattern(power int, category string) (string, bool) {
	raw := l.compact()[strconv.Itoa(power)]
	var pattern string
	if json.Unmarshal(raw, &pattern) != nil {
		var byCategory map[string]string
		if json.Unmarshal(raw, &byCategory) != nil {
			return "", false
		}
		if pattern = byCategory[category]; pattern == "" {
			pattern = byCategory["other"]
		}
	}
	// what comes after is for numbers below nought, whose minus stands before the digits
	pattern, _, _ = strings.Cut(pattern, ";")
	return pattern, pattern != "" && pattern != "0"
}

// scaled is the number as a multiple of the power.
func (s Short) scaled(n Decimal) Decimal { return n.Mul(NewDecimal(1, -int32(s.Power))) }

// Number writes the multiple alone with at most so many decimals, without noughts at their end. Groups begin with two
// digits before the first separator, as ECMA-402 has it for compact notation.
func (s Short) Number(n Decimal, most int) string {
	const least = 2
	return s.locale.written(trimmed(s.scaled(n).HalfUp(most)), max(least, s.locale.leastGrouping))
}

// Places is how many decimals Number writes.
func (s Short) Places(n Decimal, most int) int { return trimmed(s.scaled(n).HalfUp(most)).Places() }

// Format is Number between the two texts.
func (s Short) Format(n Decimal, most int) string { return s.Before + s.Number(n, most) + s.After }

// trimmed drops noughts at the end of the decimals.
func trimmed(n Decimal) Decimal {
	text := n.String()
	if !strings.Contains(text, ".") {
		return n
	}
	short, err := ParseDecimal(strings.TrimSuffix(strings.TrimRight(text, "0"), "."))
	if err != nil {
		return n
	}
	return short
}

var pluralNames = map[plural.Form]string{plural.Zero: "zero", plural.One: "one", plural.Two: "two", plural.Few: "few",
	plural.Many: "many", plural.Other: "other"}

// Plural is the plural category of a number, as it is written, in the locale's language, in the CLDR's words.
func (l Locale) Plural(n Decimal) string {
	whole, fraction, _ := strings.Cut(strings.TrimPrefix(n.String(), "-"), ".")
	short := strings.TrimRight(fraction, "0")
	const tail = 9 // the rules look at the last six digits at most
	form := plural.Cardinal.MatchPlural(language.Make(l.Tag), digits(whole[max(0, len(whole)-tail):]), len(fraction),
		len(short), digits(fraction), digits(short))
	return pluralNames[form]
}

// digits is the number that ASCII digits stand for; 0 for none.
func digits(text string) int {
	n, err := strconv.Atoi(text)
	if err != nil {
		return 0
	}
	return n
}
