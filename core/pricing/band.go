package pricing

import (
	"encoding/json"
	"fmt"
	"regexp"
	"strconv"
	"strings"

	"rubrel/core/money"
)

// Band is one band of prices by number of seats: up to and including To, at Rate each.
type Band struct {
	To   int64 // 0 for no end; only the last band has none
	Rate money.Decimal
}

// mostBands bounds the bands of one price.
const mostBands = 20

// MarshalJSON leaves out the end of a band that has none.
func (b Band) MarshalJSON() ([]byte, error) {
	members := map[string]any{"rate": b.Rate}
	if b.To != 0 {
		members["to"] = b.To
	}
	return json.Marshal(members)
}

// checkBands says what is wrong with bands: each ends after the one before, and only the last may have no end.
func checkBands(bands []Band) error {
	last := int64(0)
	for i, band := range bands {
		switch end := i == len(bands)-1; {
		case band.To == 0 && !end:
			return fmt.Errorf("band %d has no end, so no number reaches the ones after it: write \"%s to 10\", say", i+1,
				band.Rate)
		case band.To != 0 && band.To <= last:
			return fmt.Errorf("band %d ends at %d; it must end after %d, where the one before it does", i+1, band.To, last)
		}
		last = band.To
	}
	if len(bands) > mostBands {
		return fmt.Errorf("a price has at most %d bands, not %d", mostBands, len(bands))
	}
	return nil
}

func bandsText(bands []Band) string {
	texts := make([]string, len(bands))
	for i, band := range bands {
		texts[i] = band.Rate.String()
		if band.To != 0 {
			texts[i] += " to " + strconv.FormatInt(band.To, 10)
		}
	}
	if len(texts) == 1 {
		return texts[0] + ";" // the mark that makes it bands
	}
	return strings.Join(texts, "; ")
}

var bandPattern = regexp.MustCompile(`(?i)^(.+?)(?:\s+(?:to|bis|–|-)\s*(\d{1,6}))?$`)

// readBands reads "4.50 to 10; 4.00 to 30; 3.50".
func readBands(text string, separators money.Separators) (Price, money.Written, error) {
	var p Price
	var all money.Written
	pieces := strings.Split(strings.TrimSuffix(strings.TrimSpace(text), ";"), ";")
	for i, piece := range pieces {
		m := bandPattern.FindStringSubmatch(strings.TrimSpace(piece))
		if m == nil {
			return Price{}, all, fmt.Errorf("band %d is empty: write \"4.50 to 10; 4.00 to 30; 3.50\"", i+1)
		}
		written, err := readAmount(m[1], separators)
		if err != nil {
			return Price{}, all, fmt.Errorf("band %d: %w", i+1, err)
		}
		if written.Currency != "" {
			all.Currency = written.Currency
		}
		all.Ambiguous = all.Ambiguous || written.Ambiguous
		band := Band{Rate: written.Amount}
		if m[2] != "" {
			if band.To, err = strconv.ParseInt(m[2], 10, 64); err != nil || band.To == 0 || band.To > MostSeats {
				return Price{}, all, fmt.Errorf("band %d ends at %s: it ends at 1 to %d", i+1, m[2], MostSeats)
			}
		}
		p.Bands = append(p.Bands, band)
	}
	p.Amount = p.Bands[0].Rate
	all.Amount = p.Amount
	return p, all, checkBands(p.Bands)
}

func decodeBands(held any) (Price, error) {
	list, ok := held.([]any)
	if !ok || len(list) == 0 {
		return Price{}, fmt.Errorf("bands are a list such as [{\"to\": 10, \"rate\": \"4.50\"}, {\"rate\": \"4.00\"}]")
	}
	var p Price
	for i, each := range list {
		members, ok := each.(map[string]any)
		if !ok {
			return Price{}, fmt.Errorf("band %d is not an object", i+1)
		}
		text, ok := members["rate"].(string)
		if !ok {
			return Price{}, fmt.Errorf("band %d has no rate", i+1)
		}
		written, err := readAmount(text, money.Separators{Decimal: '.'})
		if err != nil {
			return Price{}, fmt.Errorf("band %d: %w", i+1, err)
		}
		band := Band{Rate: written.Amount}
		if to, ok := members["to"]; ok {
			number, isNumber := to.(float64)
			if !isNumber || number < 1 || number > MostSeats || number != float64(int64(number)) {
				return Price{}, fmt.Errorf("band %d ends at %v: a whole number from 1 to %d is expected", i+1, to, MostSeats)
			}
			band.To = int64(number)
		}
		p.Bands = append(p.Bands, band)
	}
	p.Amount = p.Bands[0].Rate
	return p, checkBands(p.Bands)
}
