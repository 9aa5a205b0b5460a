package pricing

import (
	"encoding/json"
	"fmt"
	"regexp"
	"strconv"
	"strings"

	"rubrel/core/kind"
	"rubrel/core/money"
)

// Rule says how a period's amount follows from the base period's: so many base periods free, or so much percent off.
// The zero value derives nothing.
type Rule struct {
	Free    int
	Percent money.Decimal
	Off     bool // Percent counts
}

var freePattern = regexp.MustCompile(`(?i)^[-−]?\s*(\d{1,3})\s*(?:free|months?|periods?)?(?:\s+free)?$`)
var percentPattern = regexp.MustCompile(`(?i)^[-−]?\s*(\d{1,2}(?:\.\d{1,3})?)\s*%(?:\s*off)?$`)

// ParseRule reads "2 free" (or "−2 months") and "16% off" (or "−16 %").
func ParseRule(text string) (Rule, error) {
	if m := percentPattern.FindStringSubmatch(text); m != nil {
		percent, err := money.ParseDecimal(m[1])
		return Rule{Percent: percent, Off: true}, err
	}
	if m := freePattern.FindStringSubmatch(text); m != nil {
		n, err := strconv.Atoi(m[1])
		return Rule{Free: n}, err
	}
	return Rule{}, fmt.Errorf("%q is not a rule: write \"2 free\" for two base periods free, or \"16%% off\"", text)
}

// String is what ParseRule reads.
func (r Rule) String() string {
	if r.Off {
		return r.Percent.String() + "% off"
	}
	return strconv.Itoa(r.Free) + " free"
}

// MarshalJSON writes a JSON string.
func (r Rule) MarshalJSON() ([]byte, error) { return json.Marshal(r.String()) }

// Apply is the amount for a period of n base periods, before any rounding. It is false where more is free than
// there is.
func (r Rule) Apply(base money.Decimal, n int) (money.Decimal, bool) {
	if r.Off {
		keep := money.NewDecimal(100, 0).Sub(r.Percent)
		return base.Mul(money.NewDecimal(int64(n), 0)).Mul(keep).Mul(money.NewDecimal(1, -2)), true
	}
	return base.Mul(money.NewDecimal(int64(n-r.Free), 0)), r.Free <= n
}

// Times is how many of a base period a period holds: twelve months in a year. It is false where the two are not
// commensurable: a month in days, or anything with a price paid once.
func (p Period) Times(base Period) (int, bool) {
	days := map[byte]int{'D': 1, 'W': 7}
	months := map[byte]int{'M': 1, 'Y': 12}
	for _, unit := range []map[byte]int{days, months} {
		own, ours := unit[p.Unit]
		other, theirs := unit[base.Unit]
		if ours && theirs && (p.Count*own)%(base.Count*other) == 0 {
			return p.Count * own / (base.Count * other), true
		}
	}
	return 0, false
}

// RuleType reads period rules.
type RuleType struct{}

// Parse reads a rule.
func (RuleType) Parse(text string) (kind.Value, error) {
	r, err := ParseRule(text)
	return r, err
}

// Decode reads a JSON string.
func (t RuleType) Decode(held any) (kind.Value, error) { return decodeText(t, held) }

// Schema is a text of one of the two forms.
func (RuleType) Schema() kind.Schema {
	return kind.Schema{"type": "string", "pattern": `^([0-9]{1,3} free|[0-9]{1,2}(\.[0-9]{1,3})?% off)$`}
}

// Editor sets a rule right, above the amounts that follow it.
func (RuleType) Editor() kind.Editor { return kind.Editor{Align: kind.Right} }

// RoundingType reads rounding rules.
type RoundingType struct{}

// Parse reads a rounding rule.
func (RoundingType) Parse(text string) (kind.Value, error) {
	r, err := money.ParseRounding(text)
	return r, err
}

// Decode reads a JSON string.
func (t RoundingType) Decode(held any) (kind.Value, error) { return decodeText(t, held) }

// Schema is a text of one of the three forms.
func (RoundingType) Schema() kind.Schema {
	return kind.Schema{"type": "string", "pattern": `^(none|(to|ending) [0-9.]{1,10}( (up|down|nearest))?)$`}
}

// Editor sets a rounding left.
func (RoundingType) Editor() kind.Editor { return kind.Editor{Align: kind.Left} }

// RateType reads exchange rates: how much of a currency one unit of the base currency is.
type RateType struct{}

// rate is a positive decimal of at most 10 significant digits.
type rate struct{ money.Decimal }

// Parse reads a rate.
func (RateType) Parse(text string) (kind.Value, error) {
	// A comma before decimals is a mark that half of the world writes; a rate has no thousands to separate.
	d, err := money.ParseDecimal(strings.Replace(strings.TrimSpace(text), ",", ".", 1))
	if err == nil && (d.IsZero() || d.IsNegative() || len(d.String()) > 12) {
		err = fmt.Errorf("%s is not a rate: it is above nought, with at most ten digits", text)
	}
	return rate{d}, err
}

// Decode reads a JSON string.
func (t RateType) Decode(held any) (kind.Value, error) { return decodeText(t, held) }

// Schema is a decimal as text.
func (RateType) Schema() kind.Schema {
	return kind.Schema{"type": "string", "pattern": `^[0-9]+(\.[0-9]+)?$`, "maxLength": 12}
}

// Editor sets a rate right.
func (RateType) Editor() kind.Editor { return kind.Editor{Align: kind.Right} }

func decodeText(t kind.Type, held any) (kind.Value, error) {
	text, ok := held.(string)
	if !ok {
		return nil, fmt.Errorf("a text is expected")
	}
	return t.Parse(text)
}
