package pricing

import (
	"encoding/json"
	"fmt"
	"strconv"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/money"
)

// Period is how long a price holds: a whole number of ISO 8601 days, weeks, months or years, or once only.
type Period struct {
	Count int
	Unit  byte // 'D', 'W', 'M' or 'Y'; 0 for once
}

// Once is a price paid one time.
var Once = Period{}

// ParsePeriod reads an ISO 8601 duration of one unit ("P1M", "P1Y"), or "once".
func ParsePeriod(text string) (Period, error) {
	text = strings.TrimSpace(text)
	if strings.EqualFold(text, "once") {
		return Once, nil
	}
	upper := strings.ToUpper(text)
	if len(upper) >= 3 && upper[0] == 'P' && strings.IndexByte("DWMY", upper[len(upper)-1]) >= 0 {
		if n, err := strconv.Atoi(upper[1 : len(upper)-1]); err == nil && n >= 1 && n <= 120 {
			return Period{n, upper[len(upper)-1]}, nil
		}
	}
	return Period{}, fmt.Errorf("%q is not a period: write an ISO 8601 duration such as P1M or P1Y, or once", text)
}

// String is what ParsePeriod reads.
func (p Period) String() string {
	if p == Once {
		return "once"
	}
	return fmt.Sprintf("P%d%c", p.Count, p.Unit)
}

// MarshalJSON writes a JSON string.
func (p Period) MarshalJSON() ([]byte, error) { return json.Marshal(p.String()) }

// PeriodType reads periods.
type PeriodType struct{}

// Parse reads a period.
func (PeriodType) Parse(text string) (kind.Value, error) {
	p, err := ParsePeriod(text)
	return p, err
}

// Decode reads a JSON string.
func (t PeriodType) Decode(held any) (kind.Value, error) {
	text, ok := held.(string)
	if !ok {
		return nil, fmt.Errorf("a period such as \"P1M\" is expected")
	}
	return t.Parse(text)
}

// Schema is the pattern of the durations that are read.
func (PeriodType) Schema() kind.Schema {
	return kind.Schema{"type": "string", "pattern": "^(once|P[0-9]{1,3}[DWMY])$"}
}

// Editor sets a period left.
func (PeriodType) Editor() kind.Editor { return kind.Editor{Align: kind.Left} }

// CurrencyType is a currency of ISO 4217 by its code.
type CurrencyType struct{}

// Parse reads a code in either case.
func (CurrencyType) Parse(text string) (kind.Value, error) {
	c, err := money.CurrencyByCode(strings.ToUpper(strings.TrimSpace(text)))
	return kind.TextValue(c.Code), err
}

// Decode reads a JSON string.
func (t CurrencyType) Decode(held any) (kind.Value, error) {
	text, ok := held.(string)
	if !ok {
		return nil, fmt.Errorf("a currency code such as \"EUR\" is expected")
	}
	return t.Parse(text)
}

// Schema is three capitals.
func (CurrencyType) Schema() kind.Schema {
	return kind.Schema{"type": "string", "pattern": "^[A-Z]{3}$"}
}

// Editor sets a code left.
func (CurrencyType) Editor() kind.Editor { return kind.Editor{Align: kind.Left} }
