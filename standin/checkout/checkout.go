// Package checkout is a stand-in for a shop's checkout: it shows what a button sent and counts the total again, with
// the same core as the page. It sells nothing.
package checkout

import (
	"context"
	"embed"
	"html/template"
	"log/slog"
	"maps"
	"net/http"
	"net/url"
	"slices"
	"strconv"
	"strings"
	"time"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/money"
	"rubrel/core/pricing"
)

//go:embed checkout.html
var files embed.FS

var page = template.Must(template.ParseFS(files, "checkout.html"))

// Sites finds a site's document, as it is now.
type Sites func(ctx context.Context, site string) (*document.Site, error)

// order is what the page shows.
type order struct {
	Arrived                   []pair
	Plan, Period, Total, Says string
	Seats                     int64
	Currency                  string
}

type pair struct{ Name, Value string }

// New answers GET /SITE/SET?plan=…&period=…&currency=…&seats=….
func New(sites Sites, clock func() time.Time) http.Handler {
	mux := http.NewServeMux()
	mux.HandleFunc("GET /{site}/{set}", func(w http.ResponseWriter, r *http.Request) {
		o := order{Arrived: arrived(r.URL.Query())}
		status := http.StatusOK
		if site, err := sites(r.Context(), r.PathValue("site")); err != nil {
			status, o.Says = http.StatusNotFound, "This shop does not know the site."
		} else if set, ok := site.SetByID(r.PathValue("set")); !ok {
			status, o.Says = http.StatusNotFound, "This shop does not know the list."
		} else {
			o.count(set.Set, site.Language, r.URL.Query(), clock())
		}
		w.Header().Set("Content-Type", "text/html; charset=utf-8")
		w.Header().Set("Content-Security-Policy", "default-src 'none'; style-src 'unsafe-inline'")
		w.WriteHeader(status)
		if err := page.Execute(w, o); err != nil {
			slog.WarnContext(r.Context(), "checkout stand-in", "error", err)
		}
	})
	return mux
}

func arrived(query url.Values) []pair {
	var pairs []pair
	for _, name := range slices.Sorted(maps.Keys(query)) {
		pairs = append(pairs, pair{name, strings.Join(query[name], ", ")})
	}
	return pairs
}

// count finds what was chosen and what it costs.
func (o *order) count(set kind.Set, language string, query url.Values, now time.Time) {
	list := pricing.NewList(set).AsOf(now)
	i := slices.IndexFunc(set.Records, func(r kind.Record) bool { return r.ID == query.Get("plan") })
	if i < 0 || len(list.Periods) == 0 || len(list.Currencies) == 0 {
		o.Says = "No such plan is sold here."
		return
	}
	period, currency := list.Periods[0], list.Currencies[0]
	if chosen := query.Get("period"); chosen != "" {
		var ok bool
		if period, ok = list.PeriodByID(chosen); !ok {
			o.Says = "This plan is not sold for such a period."
			return
		}
	}
	if code := query.Get("currency"); code != "" {
		j := slices.IndexFunc(list.Currencies, func(c pricing.CurrencyLine) bool {
			return strings.EqualFold(c.Currency.Code,
				code)
		})
		if j < 0 {
			o.Says = "This shop does not take that currency."
			return
		}
		currency = list.Currencies[j]
	}
	o.Plan, o.Period, o.Currency = kind.Text(set.Records[i].Facts, "title"), period.Label, currency.Currency.Code
	n := list.Seats.Least
	if text := query.Get("seats"); text != "" {
		asked, err := strconv.ParseInt(text, 10, 64)
		if err != nil {
			o.Says = "The number is not a whole number."
			return
		}
		var moved bool
		if n, moved = list.Seats.Clamp(asked); moved {
			o.Says = "The number was out of range; the nearest is counted."
		}
	}
	o.Seats = n
	total, ok := list.Total(set.Records[i].ID, period, currency, n)
	switch {
	case !ok:
		o.Says = "This plan is not sold so."
	case total.Words != "":
		o.Total = total.Words
	default:
		o.Total = money.LocaleFor(language).Format(total.Amount, currency.Currency, money.Style{})
	}
}
