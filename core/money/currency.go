package money

import (
	_ "embed"
	"encoding/csv"
	"fmt"
	"strconv"
	"strings"
	"sync"
)

// Currency is one entry of ISO 4217.
type Currency struct {
	Code   string // alphabetic code, "EUR"
	Number string // numeric code, "978"
	Digits int    // minor units: 0, 2, 3 or 4
	Name   string
}

//go:embed iso4217.csv
var iso4217 string

var currencies = sync.OnceValue(func() map[string]Currency {
	rows, err := csv.NewReader(strings.NewReader(iso4217)).ReadAll()
	if err != nil {
		panic("money: iso4217.csv: " + err.Error())
	}
	table := make(map[string]Currency, len(rows))
	for _, row := range rows[1:] {
		digits, err := strconv.Atoi(row[2])
		if err != nil {
			panic("money: iso4217.csv: " + row[0] + ": " + err.Error())
		}
		table[row[0]] = Currency{Code: row[0], Number: row[1], Digits: digits, Name: row[3]}
	}
	return table
})

// CurrencyByCode finds a currency by its ISO 4217 alphabetic code in capitals.
func CurrencyByCode(code string) (Currency, error) {
	if c, ok := currencies()[code]; ok {
		return c, nil
	}
	return Currency{}, fmt.Errorf("%q is not a currency code of ISO 4217 (such as EUR, GBP or JPY)", shorten(code))
}

// Currencies returns the whole table, keyed by code. The caller owns the copy.
func Currencies() map[string]Currency {
	table := make(map[string]Currency, len(currencies()))
	for code, c := range currencies() {
		table[code] = c
	}
	return table
}
