package money

import (
	"encoding/json"
	"fmt"
	"strings"
)

// Direction says which way a rounding goes.
type Direction string

// The directions. Nearest takes ties up, so that a derived price is never below half way.
const (
	Nearest Direction = "nearest"
	Up      Direction = "up"
	Down    Direction = "down"
)

// Rounding brings a computed amount to one that looks like a price: to a multiple of a step, or to an ending. The
// zero value leaves the amount as it is.
type Rounding struct {
	Step      Decimal // "to 0.05": multiples of 0.05; with Ending, the distance between two endings
	Ending    Decimal // "ending .99": 0.99, 1.99, 2.99 …; "ending 9": 9, 19, 29 …
	Ends      bool
	Direction Direction
	text      string
}

// ParseRounding reads "none", "to 0.05", "to 5 up", "ending .99", "ending 9 down".
func ParseRounding(text string) (Rounding, error) {
	words := strings.Fields(strings.ToLower(text))
	if len(words) == 0 || len(words) == 1 && words[0] == "none" {
		return Rounding{}, nil
	}
	r := Rounding{Direction: Nearest}
	if len(words) == 3 {
		r.Direction = Direction(words[2])
	}
	if len(words) < 2 || len(words) > 3 || r.Direction != Nearest && r.Direction != Up && r.Direction != Down {
		return r, fmt.Errorf("%q is not a rounding: write none, to 0.05, to 5 up, ending .99 or ending 9 down", shorten(text))
	}
	number, err := ParseDecimal("0" + strings.TrimPrefix(words[1], "0"))
	if err != nil || number.IsNegative() || number.Places() > 4 || len(words[1]) > 10 {
		return r, fmt.Errorf("%q is not a step or an ending", words[1])
	}
	switch words[0] {
	case "to":
		if number.IsZero() {
			return r, fmt.Errorf("a step is above nought")
		}
		r.Step = number
	case "ending":
		// One more than the digits before the point: ".99" comes once in 1, "9" once in 10, "4.95" once in 10.
		whole, _, _ := strings.Cut(words[1], ".")
		r.Step, r.Ending, r.Ends = NewDecimal(1, int32(len(strings.TrimLeft(whole, "0")))), number, true
	default:
		return r, fmt.Errorf("%q is not a rounding: it starts with to or ending", shorten(text))
	}
	r.text = strings.Join(words, " ")
	return r, nil
}

// String is what ParseRounding reads.
func (r Rounding) String() string {
	if r.text == "" {
		return "none"
	}
	return r.text
}

// MarshalJSON writes a JSON string.
func (r Rounding) MarshalJSON() ([]byte, error) { return json.Marshal(r.String()) }

// Apply rounds an exact amount of 0 or more, once: by the rule, or where it says nothing or more places than the
// currency has, to the currency's minor units. It never goes below nought.
func (r Rounding) Apply(amount Decimal, c Currency) Decimal {
	step, ending := r.Step, r.Ending
	if step.IsZero() {
		return amount.HalfUp(c.Digits)
	}
	if step.Places() > c.Digits || ending.Places() > c.Digits {
		step, ending = NewDecimal(1, int32(-c.Digits)), Decimal{}
	}
	steps, over := amount.Sub(ending).QuoRem(step)
	if !over.IsZero() && (r.Direction == Up || r.Direction == Nearest && over.Add(over).Cmp(step) >= 0) {
		steps = steps.Add(NewDecimal(1, 0))
	}
	if steps.IsNegative() {
		steps = Decimal{}
	}
	rounded := steps.Mul(step).Add(ending)
	if rounded.Places() < c.Digits {
		rounded = rounded.HalfUp(c.Digits) // only writes the noughts
	}
	return rounded
}
