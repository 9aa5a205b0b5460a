// Package ratesdesk is a stand-in for a service that says exchange rates. Its rates are invented and near no day's
// real ones on purpose.
package ratesdesk

import (
	"encoding/json"
	"net/http"
	"strings"
	"time"

	"rubrel/core/money"
)

// rates is how much of each currency one euro is.
var rates = map[string]string{
	"EUR": "1", "GBP": "0.8614", "USD": "1.0832", "CHF": "0.9437", "SEK": "11.482", "NOK": "11.706", "DKK": "7.4586",
	"PLN": "4.3127", "CZK": "25.271", "HUF": "391.35",
	"JPY": "162.45", "KRW": "1478.2", "CAD": "1.4731", "AUD": "1.6518", "INR": "90.372", "BHD": "0.40835",
	"ILS": "3.9764", "BRL": "5.4182", "ISK": "149.87",
}

// precision is how many places a rate has.
const precision = 5

// answer is what the desk says. Rates are texts, because JSON numbers are floats to most readers.
type answer struct {
	Base  string            `json:"base"`
	Date  string            `json:"date"`
	Rates map[string]string `json:"rates"`
}

// New answers GET ?base=EUR&symbols=GBP,USD. The clock says which day's rates they are said to be.
func New(clock func() time.Time) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		base := r.FormValue("base")
		if _, ok := rates[base]; !ok {
			http.Error(w, "no rates for this base", http.StatusNotFound)
			return
		}
		said := answer{Base: base, Date: clock().UTC().Format(time.DateOnly), Rates: map[string]string{}}
		for code := range strings.SplitSeq(r.FormValue("symbols"), ",") {
			if _, ok := rates[code]; ok {
				said.Rates[code] = cross(code, base)
			}
		}
		w.Header().Set("Content-Type", "application/json")
		_ = json.NewEncoder(w).Encode(said) // the client has gone if this fails
	})
}

// cross is how much of a currency one unit of another is, by way of the euro.
func cross(code, base string) string {
	of := func(code string) money.Decimal {
		d, err := money.ParseDecimal(rates[code])
		if err != nil {
			panic(err) // a constant of this file
		}
		return d
	}
	text := of(code).QuoHalfUp(of(base), precision).String()
	return strings.TrimSuffix(strings.TrimRight(text, "0"), ".")
}
