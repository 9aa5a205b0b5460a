package money

import (
	_ "embed"
	"encoding/json"
	"slices"
	"strings"
	"sync"

	"rubrel/core/writing"
)

//go:embed names.json
var namesJSON []byte

//go:embed regions.json
var regionsJSON []byte

// names are what currencies are called, by language and code (Unicode CLDR).
var names = sync.OnceValue(func() (table map[string]map[string]string) {
	if err := json.Unmarshal(namesJSON, &table); err != nil {
		panic("money: names.json: " + err.Error())
	}
	return table
})

// regions are the currencies that are legal tender, by region (Unicode CLDR).
var regions = sync.OnceValue(func() (table map[string]string) {
	if err := json.Unmarshal(regionsJSON, &table); err != nil {
		panic("money: regions.json: " + err.Error())
	}
	return table
})

// Name is what a currency is called in the locale's language: "US-Dollar"; the code where that is not known.
func (l Locale) Name(code string) string {
	if table, _, ok := writing.Find(names(), l.Tag); ok && table[code] != "" {
		return table[code]
	}
	return code
}

// CurrencyFor is what people pay with in the region that a language tag (BCP 47) names; "" where it names none.
func CurrencyFor(tag string) string {
	for i, part := range strings.FieldsFunc(tag, func(r rune) bool { return r == '-' || r == '_' }) {
		if i > 0 && len(part) == 2 {
			return regions()[strings.ToUpper(part)]
		}
	}
	return ""
}

// RegionsOf are the regions (ISO 3166) in which a currency is what people pay with, sorted.
func RegionsOf(code string) []string {
	var list []string
	for region, currency := range regions() {
		if currency == code {
			list = append(list, region)
		}
	}
	slices.Sort(list)
	return list
}
