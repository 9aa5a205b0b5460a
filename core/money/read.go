package money

import (
	"fmt"
	"regexp"
	"slices"
	"strings"
	"unicode"

	"golang.org/x/text/language"
)

// Separators says which mark a written amount uses before its fraction.
type Separators struct {
	Decimal rune // '.' or ','; 0 where it is not known
}

// Written is an amount as people write it: "$29.95", "1.299,00 €", "CHF 20.–".
type Written struct {
	Amount   Decimal
	Currency string // ISO 4217 code, or "" where none is written
	// Ambiguous is true for a mark before exactly three digits ("1.299") that was read as a separator of
	// thousands with nothing else to go by.
	Ambiguous bool
}

// CurrencyBySign is the currency that a sign of several countries stands for in a language (BCP 47): that of the
// region in which most people speak it, where it is written with the sign there (Unicode CLDR). It is "" for any
// other.
func CurrencyBySign(text, tag string) string {
	sign := ""
	text = strings.ToLower(text)
	for _, known := range signs {
		if known.code == "" && (strings.HasSuffix(text, known.sign) || strings.HasPrefix(text, known.sign)) {
			sign = strings.TrimSuffix(known.sign, ".")
		}
	}
	code := spokenCurrency(tag)
	if sign == "" || code == "" {
		return ""
	}
	if strings.TrimSuffix(LocaleFor(tag).symbols[code], ".") != sign {
		return ""
	}
	return code
}

// spokenCurrency is what people pay with in the region in which most people speak a language (BCP 47); "" for none.
func spokenCurrency(tag string) string {
	parsed, err := language.Parse(tag)
	if err != nil {
		return ""
	}
	region, _ := parsed.Region()
	return regions()[region.String()]
}

// sharedSigns are written for several currencies, each of which is meant by it where people pay with it.
var sharedSigns = map[string][]string{
	"$": {"USD", "CAD", "AUD", "NZD", "HKD", "SGD", "MXN", "ARS", "CLP", "COP", "TWD"}, "¥": {"JPY", "CNY"},
}

// MayMean reports whether an amount as people write it may be in a currency: it carries none, or that, or a sign of
// several of which it is one.
func MayMean(written Written, text, code string) bool {
	if written.Currency == "" || written.Currency == code {
		return true
	}
	for sign, codes := range sharedSigns {
		if codes[0] == written.Currency && strings.Contains(text, sign) && !strings.Contains(text, codes[0]) {
			return slices.Contains(codes, code)
		}
	}
	return false
}

// ownSign is a dollar sign with letters that say whose it is.
var ownSign = regexp.MustCompile(`[A-Za-z]\$`)

// Meant is the currency of a text that was read as one in which it may be: of a sign of several, that with which people
// pay where they speak a language (BCP 47).
func Meant(code, text, tag string) string {
	own := spokenCurrency(tag)
	for sign, codes := range sharedSigns {
		if codes[0] == code && strings.Contains(text, sign) && !strings.Contains(strings.ToUpper(text), code) &&
			!ownSign.MatchString(text) && slices.Contains(codes, own) {
			return own
		}
	}
	return code
}

// signs are the currency signs read in pasted lists. "$" and "¥" belong to several currencies; the
// commonest is meant, and the paste screen lets the designer say otherwise.
var signs = []struct{ sign, code string }{
	{"US$", "USD"}, {"CA$", "CAD"}, {"AU$", "AUD"}, {"A$", "AUD"}, {"C$", "CAD"}, {"NZ$", "NZD"}, {"HK$", "HKD"},
	{"R$", "BRL"},
	{"€", "EUR"}, {"£", "GBP"}, {"$", "USD"}, {"¥", "JPY"}, {"₹", "INR"}, {"₩", "KRW"}, {"₺", "TRY"}, {"TL", "TRY"},
	{"zł", "PLN"},
	{"Kč", "CZK"},
	{"円", "JPY"}, {"元", "CNY"}, {"원", "KRW"}, {"Ft", "HUF"}, {"lei", "RON"}, {"руб.", "RUB"}, {"грн", "UAH"},
	{"лв.", "BGN"},
	{"Euros", "EUR"}, {"euros", "EUR"}, {"Euro", "EUR"}, {"euro", "EUR"}, {"dollars", "USD"}, {"Dollar", "USD"},
	{"Franken", "CHF"}, {"złotych", "PLN"}, {"złote", "PLN"}, {"forint", "HUF"},
	{"kr.", ""}, {"kr", ""}, // of several countries: see CurrencyBySign
	{"Fr.", "CHF"}, {"SFr", "CHF"}, {"₽", "RUB"}, {"₴", "UAH"}, {"₪", "ILS"}, {"₫", "VND"}, {"฿", "THB"}, {"₱", "PHP"},
}

// CurrencyOf is the ISO 4217 code of the currency that a code stands for, or mostly a sign; "" for other words.
func CurrencyOf(words string) string {
	if known, err := CurrencyByCode(words); err == nil {
		return known.Code
	}
	for _, known := range signs {
		if known.sign == words {
			return known.code
		}
	}
	return ""
}

// noFraction is what stands for a fraction of nothing: 39.–, 39,--. Common practice.
var noFraction = regexp.MustCompile(`[.,](?:--|[-–—−])$`)

// ReadWritten reads an amount with or without a currency sign or code. Spaces (also narrow and no-break)
// and apostrophes group digits. Where one mark stands before three digits, separators.Decimal decides.
// The error says what could not be read.
func ReadWritten(text string, separators Separators) (Written, error) {
	var w Written
	number := strings.TrimSpace(text)
	w.Currency, number = cutCurrency(number)
	negative := false
	for _, minus := range []string{"-", "−", "–"} {
		if rest, ok := strings.CutPrefix(number, minus); ok {
			number, negative = strings.TrimSpace(rest), true
		}
	}
	if w.Currency == "" {
		w.Currency, number = cutCurrency(number)
	}
	number = noFraction.ReplaceAllString(number, "")
	plain, ambiguous, err := plainDigits(number, separators)
	if err != nil {
		return Written{}, fmt.Errorf("%q is not an amount: %w", shorten(text), err)
	}
	if w.Amount, err = ParseDecimal(plain); err != nil {
		return Written{}, err
	}
	if negative {
		w.Amount = w.Amount.Neg()
	}
	w.Ambiguous = ambiguous
	return w, nil
}

func cutCurrency(number string) (code, rest string) {
	for _, s := range signs {
		if r, ok := strings.CutPrefix(number, s.sign); ok {
			return s.code, strings.TrimSpace(r)
		}
		if r, ok := strings.CutSuffix(number, s.sign); ok {
			return s.code, strings.TrimSpace(r)
		}
	}
	if len(number) > 3 {
		if c, err := CurrencyByCode(strings.ToUpper(number[:3])); err == nil {
			return c.Code, strings.TrimSpace(number[3:])
		}
		if c, err := CurrencyByCode(strings.ToUpper(number[len(number)-3:])); err == nil {
			return c.Code, strings.TrimSpace(number[:len(number)-3])
		}
	}
	return "", number
}

// plainDigits turns "1.299,00" into "1299.00".
func plainDigits(number string, separators Separators) (plain string, ambiguous bool, err error) {
	var marks []rune // the points and commas in order
	last := -1       // where the last of them stands in digits
	var digits strings.Builder
	for _, r := range number {
		switch {
		case r >= '0' && r <= '9':
			digits.WriteRune(r)
		case r == '.' || r == ',':
			marks = append(marks, r)
			last = digits.Len()
		case r == '\'' || r == '’' || unicode.IsSpace(r) || r == '\u202f' || r == '\u00a0':
			if digits.Len() == 0 {
				return "", false, fmt.Errorf("it starts with a separator")
			}
		default:
			return "", false, fmt.Errorf("%q does not belong in a number", r)
		}
	}
	if digits.Len() == 0 {
		return "", false, fmt.Errorf("it has no digits")
	}
	all := digits.String()
	if len(marks) == 0 {
		return all, false, nil
	}
	after := len(all) - last
	decimal := false
	switch mark := marks[len(marks)-1]; {
	case len(marks) > 1 && marks[0] == mark: // 1.299.000: the same mark twice groups
		for _, other := range marks {
			if other != mark {
				return "", false, fmt.Errorf("its points and commas are mixed")
			}
		}
	case len(marks) > 1: // 1.299,00: the last of two kinds starts the fraction
		decimal = true
	case separators.Decimal != 0:
		decimal = mark == separators.Decimal
	case after == 3 && last > 0 && last <= 3 && all[0] != '0':
		ambiguous = true
	default:
		decimal = true
	}
	if !decimal {
		if after != 3 {
			return "", false, fmt.Errorf("its separators do not stand between thousands")
		}
		return all, ambiguous, nil
	}
	if last == 0 {
		all, last = "0"+all, 1
	}
	if after == 0 {
		return all, false, nil
	}
	return all[:last] + "." + all[last:], false, nil
}
