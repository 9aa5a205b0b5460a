package money

import (
	"strconv"
	"strings"
	"unicode"
)

// PartKind names a piece of a written amount, in the words of ECMA-402's formatToParts.
type PartKind string

// The kinds of part an amount is written with.
const (
	PartCurrency PartKind = "currency"
	PartInteger  PartKind = "integer" // with its group separators
	PartDecimal  PartKind = "decimal"
	PartFraction PartKind = "fraction"
	PartLiteral  PartKind = "literal"
	PartMinus    PartKind = "minusSign"
)

// Part is one piece of a written amount.
type Part struct {
	Kind PartKind
	Text string
}

// Style says how an amount is shown.
type Style struct {
	// DropZeros leaves out the fraction where it is nothing but zeros: "€9" for 9.00.
	DropZeros bool
	// Code writes the code of ISO 4217 in place of the sign: "EUR 9.00".
	Code bool
}

// FormatParts writes an amount with its currency as the locale does (CLDR UTS #35 part 3), in pieces so
// that each may be set differently. The amount is rounded to the currency's minor units, ties away from zero
// (halfExpand of ECMA-402, section 15.5.3); an amount with fewer places is filled up with zeros.
func (l Locale) FormatParts(amount Decimal, c Currency, style Style) []Part {
	rounded := amount.HalfUp(c.Digits)
	negative := rounded.IsNegative()
	if negative {
		rounded = rounded.Neg()
	}
	whole, fraction, _ := strings.Cut(rounded.String(), ".")
	if style.DropZeros && strings.Trim(fraction, "0") == "" {
		fraction = ""
	}
	symbol := l.Symbol(c.Code)
	if style.Code {
		symbol = c.Code
	}
	pattern := l.patternFor(symbol, negative)
	var parts []Part
	for _, token := range splitPattern(pattern) {
		switch token {
		case "¤":
			parts = append(parts, Part{PartCurrency, symbol})
		case "#":
			parts = append(parts, l.number(whole, fraction, pattern)...)
		case "-":
			parts = append(parts, Part{PartMinus, l.minus})
		default:
			parts = append(parts, Part{PartLiteral, token})
		}
	}
	return spaced(parts)
}

// Format is FormatParts as one string.
func (l Locale) Format(amount Decimal, c Currency, style Style) string {
	var b strings.Builder
	for _, p := range l.FormatParts(amount, c, style) {
		b.WriteString(p.Text)
	}
	return b.String()
}

// patternFor picks the pattern: a letter next to the digits has its own, and a negative amount
// takes the second half, or a minus before the whole.
func (l Locale) patternFor(symbol string, negative bool) string {
	pattern := l.pattern
	if l.alpha != "" && touchesLetter(pattern, symbol) {
		pattern = l.alpha
	}
	positive, below, has := strings.Cut(pattern, ";")
	switch {
	case !negative:
		return positive
	case has:
		return below
	default:
		return "-" + positive
	}
}

func touchesLetter(pattern, symbol string) bool {
	positive, _, _ := strings.Cut(pattern, ";")
	if strings.Index(positive, "¤") < strings.IndexAny(positive, "#0") {
		return unicode.IsLetter(lastRune(symbol))
	}
	return unicode.IsLetter(firstRune(symbol))
}

// splitPattern cuts "¤ #,##0.00" into "¤", " ", "#".
func splitPattern(pattern string) []string {
	var tokens []string
	literal := ""
	flush := func() {
		if literal != "" {
			tokens = append(tokens, literal)
			literal = ""
		}
	}
	inNumber := false
	for _, r := range pattern {
		if strings.ContainsRune("#0,.", r) {
			if !inNumber {
				flush()
				tokens = append(tokens, "#")
			}
			inNumber = true
			continue
		}
		inNumber = false
		switch r {
		case '¤', '-':
			flush()
			tokens = append(tokens, string(r))
		case '\'':
		default:
			literal += string(r)
		}
	}
	flush()
	return tokens
}

func (l Locale) number(whole, fraction, pattern string) []Part {
	group, decimal := l.separators()
	primary, secondary := groupSizes(pattern)
	parts := []Part{{PartInteger, l.localDigits(grouped(whole, group, primary, secondary, l.leastGrouping))}}
	if fraction != "" {
		parts = append(parts, Part{PartDecimal, decimal}, Part{PartFraction, l.localDigits(fraction)})
	}
	return parts
}

// groupSizes reads "#,##,##0.00" as 3 and 2.
func groupSizes(pattern string) (primary, secondary int) {
	start := strings.IndexAny(pattern, "#0")
	digits := pattern[start:]
	if end := strings.IndexFunc(digits, func(r rune) bool { return !strings.ContainsRune("#0,", r) }); end >= 0 {
		digits = digits[:end]
	}
	groups := strings.Split(digits, ",")
	if len(groups) == 1 {
		return 0, 0
	}
	primary = len(groups[len(groups)-1])
	secondary = primary
	if len(groups) > 2 {
		secondary = len(groups[len(groups)-2])
	}
	return primary, secondary
}

func grouped(whole, separator string, primary, secondary, least int) string {
	if primary == 0 || len(whole) < primary+least {
		return whole
	}
	cut := len(whole) - primary
	out := whole[cut:]
	for cut > 0 {
		from := max(0, cut-secondary)
		out = whole[from:cut] + separator + out
		cut = from
	}
	return out
}

// spaced puts a no-break space between a currency and a digit where the pattern has none and the
// symbol ends in a letter (CLDR currencySpacing: the symbol's side is not in [[:^S:]&[:^Z:]]).
func spaced(parts []Part) []Part {
	out := parts[:0:0]
	for i, p := range parts {
		if i > 0 {
			before := parts[i-1]
			joins := (before.Kind == PartCurrency && p.Kind == PartInteger && !unicode.IsSymbol(lastRune(before.Text)) &&
				!unicode.IsSpace(lastRune(before.Text))) ||
				(before.Kind == PartInteger || before.Kind == PartFraction) && p.Kind == PartCurrency &&
					!unicode.IsSymbol(firstRune(p.Text)) && !unicode.IsSpace(firstRune(p.Text))
			if joins {
				out = append(out, Part{PartLiteral, "\u00a0"})
			}
		}
		out = append(out, p)
	}
	return out
}

// Percent writes a whole percentage as the locale does: "16%", "16 %", "%16".
func (l Locale) Percent(n int) string { return l.PercentOf(l.localDigits(strconv.Itoa(n))) }

// PercentOf puts the locale's percent sign to a number that is written already.
func (l Locale) PercentOf(number string) string {
	sign := strings.Map(func(r rune) rune {
		if strings.ContainsRune("#0,", r) {
			return -1
		}
		return r
	}, l.percent)
	if strings.HasPrefix(l.percent, "#") {
		return number + sign
	}
	return sign + number
}
