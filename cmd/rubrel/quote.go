package main

import (
	"context"
	"encoding/json"
	"errors"
	"flag"
	"fmt"
	"io"
	"os"
	"strings"
	"time"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/money"
	"rubrel/core/pricing"
	"rubrel/kinds"
)

// quoted is one plan's line of a quote.
type quoted struct {
	Plan     string         `json:"plan"`
	Title    string         `json:"title"`
	Period   string         `json:"period"`
	Currency string         `json:"currency"`
	Price    pricing.Price  `json:"price"`
	Shown    string         `json:"shown,omitempty"`
	Origin   pricing.Origin `json:"origin"`
	Saving   *savingLine    `json:"saving,omitempty"`
	Seats    int64          `json:"seats,omitempty"`   // the number that the price is for, where one was asked for
	Clamped  bool           `json:"clamped,omitempty"` // the number asked for was out of range
	Fits     bool           `json:"fits,omitempty"`    // it is the plan that this number of seats picks
}

type savingLine struct {
	Amount  money.Decimal `json:"amount"`
	Percent int           `json:"percent"`
	Free    int           `json:"free,omitempty"`
}

// quoteCommand prints every plan's amounts for a period and a currency, as the page shows them.
func quoteCommand(_ context.Context, arguments []string, out io.Writer) error {
	flags := flag.NewFlagSet("quote", flag.ContinueOnError)
	flags.SetOutput(io.Discard)
	setID := flags.String("set", "", "the set")
	periodID := flags.String("period", "", "the period; the first where none is given")
	seats := flags.Int64("seats", 0, "the number of seats; without it, the price as the list says it")
	code := flags.String("currency", "", "the currency's code; the first where none is given")
	if len(arguments) == 0 {
		return fmt.Errorf("quote SITE.json --set ID [--seats N] [--period P] [--currency C]: %w", errUsage)
	}
	if err := flags.Parse(arguments[1:]); err != nil || *setID == "" || flags.NArg() > 0 {
		return errors.Join(fmt.Errorf("quote SITE.json --set ID [--seats N] [--period P] [--currency C]: %w", errUsage), err)
	}
	text, err := os.ReadFile(arguments[0])
	if err != nil {
		return err
	}
	site, _, err := document.Parse(text, kinds.All())
	if err != nil {
		return fmt.Errorf("%s does not fit: %w", arguments[0], err)
	}
	set, ok := site.SetByID(*setID)
	if !ok {
		return fmt.Errorf("%s has no set %q", arguments[0], *setID)
	}
	lines, err := quote(set.Set, site.Language, asked{*periodID, *code, *seats}, time.Now())
	if err != nil {
		return err
	}
	encoder := json.NewEncoder(out)
	encoder.SetIndent("", "  ")
	encoder.SetEscapeHTML(false)
	return encoder.Encode(lines)
}

// asked is what a quote is for; what is empty is the list's first.
type asked struct {
	period, currency string
	seats            int64
}

func quote(set kind.Set, language string, a asked, now time.Time) ([]quoted, error) {
	list := pricing.NewList(set).AsOf(now)
	if len(list.Periods) == 0 || len(list.Currencies) == 0 {
		return nil, fmt.Errorf("the set %q is no price list", set.Name)
	}
	period, currency := list.Periods[0], list.Currencies[0]
	if p, ok := list.PeriodByID(a.period); ok {
		period = p
	} else if a.period != "" {
		return nil, fmt.Errorf("the list has no period %q", a.period)
	}
	found := a.currency == ""
	for _, c := range list.Currencies {
		if strings.EqualFold(c.Currency.Code, a.currency) {
			currency, found = c, true
		}
	}
	if !found {
		return nil, fmt.Errorf("the list has no currency %q", a.currency)
	}
	plans := make([]string, len(set.Records))
	for i, record := range set.Records {
		plans[i] = record.ID
	}
	style := money.Style{DropZeros: kind.Text(set.Facts, "fraction") == "when needed", Code: kind.Text(set.Facts,
		"sign") == "code"}
	n, clamped := list.Seats.Clamp(a.seats)
	fits := list.Fitting(plans, period, currency, n)
	lines := []quoted{}
	for i, record := range set.Records {
		price, origin, ok := list.Price(record.ID, period, currency)
		if !ok {
			continue
		}
		line := quoted{Plan: record.ID, Title: kind.Text(record.Facts, "title"), Period: period.ID,
			Currency: currency.Currency.Code, Price: price, Origin: origin}
		if a.seats > 0 {
			line.Price, _ = list.Total(record.ID, period, currency, n)
			line.Seats, line.Clamped, line.Fits = n, clamped, i == fits
		}
		if line.Price.HasAmount() && !line.Price.Free {
			line.Shown = money.LocaleFor(language).Format(line.Price.Amount, currency.Currency, style)
		}
		saving, saves := list.Saving(record.ID, period, currency)
		if a.seats > 0 {
			saving, saves = list.SavingFor(record.ID, period, currency, n)
		}
		if saves {
			line.Saving = &savingLine{saving.Amount, saving.Percent, saving.Free}
		}
		lines = append(lines, line)
	}
	return lines, nil
}
