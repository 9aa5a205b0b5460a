package pricing

import (
	"encoding/json"
	"fmt"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/money"
)

// Tax says how prices stand to a tax on them.
type Tax struct {
	Included bool
	Percent  money.Decimal
}

// Other is the figure that is not shown: without the tax where the amount holds it, with it where it does not. It is
// rounded to the currency's minor units, ties up, as invoices are (common practice).
func (t Tax) Other(amount money.Decimal, c money.Currency) money.Decimal {
	hundred := money.NewDecimal(100, 0)
	if t.Included {
		return amount.Mul(hundred).QuoHalfUp(hundred.Add(t.Percent), c.Digits)
	}
	return amount.Mul(hundred.Add(t.Percent)).QuoHalfUp(hundred, c.Digits)
}

// Percent is a percentage from 0 up to 100, with at most three places.
type Percent struct{ money.Decimal }

// String is what PercentType reads.
func (p Percent) String() string { return p.Decimal.String() + "%" }

// MarshalJSON writes a JSON string.
func (p Percent) MarshalJSON() ([]byte, error) { return json.Marshal(p.String()) }

// PercentType reads percentages.
type PercentType struct{}

// Parse reads "19", "19%", "5,5 %".
func (PercentType) Parse(text string) (kind.Value, error) {
	number := strings.ReplaceAll(strings.TrimSpace(strings.TrimSuffix(strings.TrimSpace(text), "%")), ",", ".")
	d, err := money.ParseDecimal(number)
	if err != nil || d.IsNegative() || d.Cmp(money.NewDecimal(100, 0)) > 0 || d.Places() > 3 {
		return nil, fmt.Errorf("%q is not a percentage: write a number from 0 to 100 such as 19 or 5.5", text)
	}
	return Percent{d}, nil
}

// Decode reads a JSON string.
func (t PercentType) Decode(held any) (kind.Value, error) { return decodeText(t, held) }

// Schema is a number with a percent sign.
func (PercentType) Schema() kind.Schema {
	return kind.Schema{"type": "string", "pattern": `^[0-9]{1,3}(\.[0-9]{1,3})?%?$`}
}

// Editor sets a percentage right.
func (PercentType) Editor() kind.Editor { return kind.Editor{Align: kind.Right} }
