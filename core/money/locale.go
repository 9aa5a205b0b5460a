package money

import (
	_ "embed"
	"encoding/json"
	"slices"
	"strings"
	"sync"
	"unicode/utf8"

	"rubrel/core/writing"
)

// Locale holds how one locale writes amounts, from the Unicode CLDR.
type Locale struct {
	Tag                   string
	decimal, group, minus string
	currencyDecimal       string
	currencyGroup         string
	pattern, alpha        string
	percent               string
	leastGrouping         int
	digits                []rune
	symbols               map[string]string
}

// localeEntry is a line of locales.json. A null takes back what the parent says.
type localeEntry struct {
	Parent          string            `json:"parent"`
	Decimal         *string           `json:"decimal"`
	Group           *string           `json:"group"`
	Minus           *string           `json:"minus"`
	Pattern         *string           `json:"pattern"`
	Percent         *string           `json:"percent"`
	Alpha           *string           `json:"alpha"`
	CurrencyDecimal json.RawMessage   `json:"currencyDecimal"`
	CurrencyGroup   json.RawMessage   `json:"currencyGroup"`
	LeastGrouping   json.RawMessage   `json:"leastGrouping"`
	Digits          json.RawMessage   `json:"digits"`
	Symbols         map[string]string `json:"symbols"`
}

//go:embed locales.json
var localesJSON []byte

var localeEntries = sync.OnceValue(func() map[string]localeEntry {
	var entries map[string]localeEntry
	if err := json.Unmarshal(localesJSON, &entries); err != nil {
		panic("money: locales.json: " + err.Error())
	}
	return entries
})

// locales is every locale assembled, by its tag.
var locales = sync.OnceValue(func() map[string]Locale {
	table := make(map[string]Locale, len(localeEntries()))
	for tag := range localeEntries() {
		table[tag] = assembleLocale(tag)
	}
	return table
})

// LocaleFor returns the formats for a BCP 47 tag, falling back to the language and then to English,
// as CLDR's inheritance by truncation does. Tag says which entry was found.
func LocaleFor(tag string) Locale {
	if locale, _, ok := writing.Find(locales(), tag); ok {
		return locale
	}
	return locales()["en"]
}

// DecimalMark is the mark before fractions as people type it: a point or a comma.
func (l Locale) DecimalMark() rune { return typed(l.decimal) }

// GroupMark is the mark between thousands, where it is a point or a comma; 0 for any other.
func (l Locale) GroupMark() rune {
	switch l.group {
	case ".":
		return '.'
	case ",", "٬":
		return ','
	}
	return 0
}

// typed is a mark as a keyboard has it.
func typed(mark string) rune {
	if mark == "," || mark == "٫" {
		return ','
	}
	return '.'
}

// Languages lists the tags of which formats are known, in order, without those that differ from their language only by
// region or script.
func Languages() []string {
	var tags []string
	for tag := range localeEntries() {
		if !strings.Contains(tag, "-") && tag != "root" && tag != "und" {
			tags = append(tags, tag)
		}
	}
	slices.Sort(tags)
	return tags
}

func assembleLocale(tag string) Locale {
	entry := localeEntries()[tag]
	l := Locale{leastGrouping: 1, symbols: map[string]string{}}
	if entry.Parent != "" {
		l = assembleLocale(entry.Parent)
	}
	l.Tag = tag
	for _, f := range []struct {
		to   *string
		from *string
	}{{&l.decimal, entry.Decimal}, {&l.group, entry.Group}, {&l.minus, entry.Minus}, {&l.pattern, entry.Pattern},
		{&l.percent, entry.Percent}, {&l.alpha, entry.Alpha}} {
		if f.from != nil {
			*f.to = *f.from
		}
	}
	overlay(&l.currencyDecimal, entry.CurrencyDecimal, "")
	overlay(&l.currencyGroup, entry.CurrencyGroup, "")
	overlay(&l.leastGrouping, entry.LeastGrouping, 1)
	if entry.Digits != nil {
		var digits string
		overlay(&digits, entry.Digits, "")
		l.digits = []rune(digits)
	}
	for code, symbol := range entry.Symbols {
		l.symbols[code] = symbol
	}
	return l
}

// overlay replaces what the parent says: absent keeps it, null takes it back.
func overlay[T any](to *T, raw json.RawMessage, none T) {
	switch {
	case raw == nil:
	case string(raw) == "null":
		*to = none
	default:
		if err := json.Unmarshal(raw, to); err != nil {
			panic("money: locales.json: " + err.Error())
		}
	}
}

// Symbol is the sign the locale writes for a currency: "€", "US$", or the code where it has none.
func (l Locale) Symbol(code string) string {
	if s, ok := l.symbols[code]; ok {
		return s
	}
	return code
}

// localDigits writes ASCII digits in the locale's numbering system.
func (l Locale) localDigits(s string) string {
	if len(l.digits) != 10 {
		return s
	}
	return strings.Map(func(r rune) rune {
		if r >= '0' && r <= '9' {
			return l.digits[r-'0']
		}
		return r
	}, s)
}

func lastRune(s string) rune  { r, _ := utf8.DecodeLastRuneInString(s); return r }
func firstRune(s string) rune { r, _ := utf8.DecodeRuneInString(s); return r }

// Digits writes a plain decimal number in the locale's digits and with its decimal mark.
func (l Locale) Digits(number string) string {
	return strings.Replace(l.localDigits(number), ".", l.decimal, 1)
}

// NumberFormat is how a locale writes the numbers of its amounts, for a program elsewhere that writes them too.
type NumberFormat struct {
	Decimal string `json:"decimal"`
	Group   string `json:"group"`
	Sizes   [2]int `json:"sizes"` // of the last group and of those before it; 0 for no groups
	Least   int    `json:"least"` // digits before the first separator that a number must have
	Drop    bool   `json:"drop"`  // a fraction of noughts is left out
	Local   string `json:"local,omitempty"`
}

// NumberFormat describes what FormatParts does with digits.
func (l Locale) NumberFormat(style Style) NumberFormat {
	primary, secondary := groupSizes(l.pattern)
	group, decimal := l.separators()
	return NumberFormat{Decimal: decimal, Group: group, Sizes: [2]int{primary, secondary}, Least: l.leastGrouping,
		Drop: style.DropZeros, Local: string(l.digits)}
}

// separators are the ones that stand in amounts of money.
func (l Locale) separators() (group, decimal string) {
	group, decimal = l.group, l.decimal
	if l.currencyGroup != "" {
		group = l.currencyGroup
	}
	if l.currencyDecimal != "" {
		decimal = l.currencyDecimal
	}
	return group, decimal
}
