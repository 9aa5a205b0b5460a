package money

import (
	"fmt"
	"regexp"
	"strings"
)

// Numbers is a way in which numbers stand in a text.
type Numbers struct{ pattern *regexp.Regexp }

// The ways: apart from each other by spaces, or with spaces between their thousands too.
var (
	Spaced  = Numbers{regexp.MustCompile(`[0-9](?:[0-9.,'’\x{a0}\x{202f}]*[0-9])?`)}
	Grouped = Numbers{regexp.MustCompile(`[0-9]{1,3}(?: [0-9]{3})+(?:[.,][0-9]+)?\b|` + Spaced.pattern.String())}
)

// In are the numbers of a text: of "4.50 to 10", two.
func (n Numbers) In(text string) []string { return n.pattern.FindAllString(text, -1) }

// Replace is a text with each of its numbers as a function has it.
func (n Numbers) Replace(text string, with func(number string) string) string {
	return n.pattern.ReplaceAllStringFunc(text, with)
}

// MarkInDoubt is the mark of a number that has a single one, before exactly three digits and after at most three:
// 1.290. It is 0 for other numbers.
func MarkInDoubt(number string) rune {
	at := strings.IndexAny(number, ".,")
	if at < 1 || at > 3 || number[0] == '0' || len(number) != at+4 || !onlyDigits(number[:at]+number[at+1:]) {
		return 0
	}
	return rune(number[at])
}

// DecimalMark finds the mark before fractions by those numbers that leave no doubt: one or two digits after the last
// mark, or two kinds of mark. It is 0 where none does, and mixed where they disagree.
func DecimalMark(numbers []string) (mark rune, mixed bool) {
	points, commas := 0, 0
	for _, number := range numbers {
		at := strings.LastIndexAny(number, ".,")
		if at < 0 {
			continue
		}
		both := strings.ContainsRune(number, '.') && strings.ContainsRune(number, ',')
		if after := len(number) - at - 1; both || after == 1 || after == 2 {
			if number[at] == '.' {
				points++
			} else {
				commas++
			}
		}
	}
	switch {
	case points > 0 && commas > 0:
		return 0, true
	case points > 0:
		return '.', false
	case commas > 0:
		return ',', false
	}
	return 0, false
}

// DoubtError is the error of a number that may be one of two: its mark may stand before a fraction, or between
// thousands.
type DoubtError struct{ Number, Whole, Fraction string }

func (e *DoubtError) Error() string {
	return fmt.Sprintf("“%s” may be %s or %s: write one of these", e.Number, e.Whole, e.Fraction)
}

// Hand says how sure it is that a number was written by somebody who writes as the locale does.
type Hand struct {
	// Pasted is of a text that comes from elsewhere: a mark in doubt is then not taken for the locale's own.
	Pasted bool
	// Decimal is the mark before fractions, where other numbers of one origin show it; 0 for none.
	Decimal rune
}

// Plain is a text with its numbers as programs write them, that has them as people write them who speak the locale's
// language: of "ab 1.290,50 €" it is "ab 1290.50 €". Numbers as programs write them hold where they leave no doubt; the
// error of one that does is a *DoubtError.
func (l Locale) Plain(text string, numbers Numbers, hand Hand) (string, error) {
	var doubt error
	plain := numbers.Replace(text, func(number string) string {
		separators := Separators{hand.Decimal}
		if mark := MarkInDoubt(number); mark != 0 && hand.Decimal == 0 {
			own := mark == l.DecimalMark()
			if own && hand.Pasted || !own && mark == '.' {
				doubt = l.doubt(number)
				return number
			}
			separators.Decimal = l.DecimalMark()
		} else if mark == 0 {
			separators.Decimal = 0 // it is read by itself
		}
		written, err := ReadWritten(number, separators)
		if err != nil {
			return number // what reads the text says what is wrong with it
		}
		return written.Amount.String()
	})
	return plain, doubt
}

// doubt is the error of a number, with both of its meanings as the locale writes them.
func (l Locale) doubt(number string) error {
	digits := strings.NewReplacer(".", "", ",", "").Replace(number)
	fraction := number[:len(number)-4] + string(l.DecimalMark()) + strings.TrimRight(number[len(number)-3:], "0")
	fraction = strings.TrimSuffix(fraction, string(l.DecimalMark()))
	if MarkInDoubt(fraction) != 0 {
		fraction += "0"
	}
	return &DoubtError{number, digits, fraction}
}

// Local is a text with its numbers as people type them who speak the locale's language, that has them as programs write
// them. Plain reads it back. Digits are Western.
func (l Locale) Local(text string, numbers Numbers) string {
	return numbers.Replace(text, func(number string) string {
		if shown := l.grouped(number, numbers); MarkInDoubt(shown) == 0 {
			return shown
		}
		return strings.Replace(number, ".", string(l.DecimalMark()), 1)
	})
}

// Shown is Local for the eye alone, where a mark in doubt is the locale's.
func (l Locale) Shown(text string, numbers Numbers) string {
	return numbers.Replace(text, func(number string) string { return l.grouped(number, numbers) })
}

// grouped is a plain number with the locale's marks, as a keyboard has them.
func (l Locale) grouped(number string, numbers Numbers) string {
	whole, fraction, has := strings.Cut(number, ".")
	group := l.group
	switch l.group {
	case "٬":
		group = ","
	case "'", "’", "\u00a0", "\u202f", ",", ".":
	default:
		group = ""
	}
	// A comma beside a comma would be read as two marks of one kind.
	if numbers == Spaced || group == string(l.DecimalMark()) {
		group = ""
	}
	primary, secondary := groupSizes(l.plainPattern())
	text := grouped(whole, group, primary, secondary, l.leastGrouping)
	if has {
		text += string(l.DecimalMark()) + fraction
	}
	return text
}
