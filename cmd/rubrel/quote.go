package main

import (
	"context"
	"encoding/json"
	"errors"
	"flag"
	"fmt"
	"io"
	"os"

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
	code := flags.String("currency", "", "the currency's code; the first where none is given")
	if len(arguments) == 0 {
		return fmt.Errorf("quote SITE.json --set ID [--period P] [--currency C]: %w", errUsage)
	}
	if err := flags.Parse(arguments[1:]); err != nil || *setID == "" || flags.NArg() > 0 {
		return errors.Join(fmt.Errorf("quote SITE.json --set ID [--period P] [--currency C]: %w", errUsage), err)
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
	lines, err := quote(set.Set, site.Language, *periodID, *code)
	if err != nil {
		return err
	}
	encoder := json.NewEncoder(out)
	encoder.SetIndent("", "  ")
	encoder.SetEscapeHTML(false)
	return encoder.Encode(lines)
}

func quote(set kind.Set, language, periodID, code string) ([]quoted, error) {
	list := pricing.NewList(set)
	if len(list.Periods) == 0 || len(list.Currencies) == 0 {
		return nil, fmt.Errorf("the set %q is no price list", set.Name)
	}
	period, currency := list.Periods[0], list.Currencies[0]
	if p, ok := list.PeriodByID(periodID); ok {
		period = p
	} else if periodID != "" {
		return nil, fmt.Errorf("the list has no period %q", periodID)
	}
	found := code == ""
	for _, c := range list.Currencies {
		if c.Currency.Code == code {
			currency, found = c, true
		}
	}
	if !found {
		return nil, fmt.Errorf("the list has no currency %q", code)
	}
	lines := []quoted{}
	for _, record := range set.Records {
		price, origin, ok := list.Price(record.ID, period, currency)
		if !ok {
			continue
		}
		line := quoted{Plan: record.ID, Title: kind.Text(record.Facts, "title"), Period: period.ID, Currency: currency.Currency.Code, Price: price, Origin: origin}
		if price.HasAmount() {
			line.Shown = money.LocaleFor(language).Format(price.Amount, currency.Currency, money.Style{DropZeros: kind.Text(set.Facts, "fraction") == "when needed"})
		}
		if s, ok := list.Saving(record.ID, period, currency); ok {
			line.Saving = &savingLine{s.Amount, s.Percent, s.Free}
		}
		lines = append(lines, line)
	}
	return lines, nil
}
