// Package money holds exact amounts: decimal arithmetic, the currencies of ISO 4217, and how each
// locale writes an amount according to the Unicode CLDR. No amount is ever a float.
package money

import (
	"encoding/json"
	"fmt"
	"strings"

	"github.com/cockroachdb/apd/v3"
)

// Decimal is an exact decimal number. The zero value is 0. Decimals are values: no method changes its receiver.
type Decimal struct{ d apd.Decimal }

// exact has room for every amount that fits in a document; an operation that would round reports it.
var exact = apd.BaseContext.WithPrecision(60)

// MostDigits is the longest coefficient ParseDecimal accepts.
const MostDigits = 24

// NewDecimal returns coefficient × 10^exponent.
func NewDecimal(coefficient int64, exponent int32) Decimal {
	return Decimal{*apd.New(coefficient, exponent)}
}

// ParseDecimal reads plain notation: an optional sign, digits, and optionally a point and more digits.
// Exponents, separators, infinities and more than MostDigits digits are refused.
func ParseDecimal(text string) (Decimal, error) {
	digits := strings.TrimPrefix(strings.TrimPrefix(text, "-"), "+")
	whole, fraction, pointed := strings.Cut(digits, ".")
	if whole == "" || (pointed && fraction == "") || !onlyDigits(whole) || !onlyDigits(fraction) {
		return Decimal{}, fmt.Errorf("%q is not a decimal number", shorten(text))
	}
	if len(whole)+len(fraction) > MostDigits {
		return Decimal{}, fmt.Errorf("%q has more than %d digits", shorten(text), MostDigits)
	}
	d, _, err := apd.NewFromString(text)
	if err != nil {
		return Decimal{}, fmt.Errorf("%q is not a decimal number: %w", shorten(text), err)
	}
	return Decimal{*d}, nil
}

func onlyDigits(s string) bool {
	for i := range len(s) {
		if s[i] < '0' || s[i] > '9' {
			return false
		}
	}
	return true
}

func shorten(s string) string {
	if r := []rune(s); len(r) > 40 {
		return string(r[:40]) + "…"
	}
	return s
}

// Add returns a + b, exactly.
func (a Decimal) Add(b Decimal) Decimal { return apply(exact.Add, a, b) }

// Sub returns a − b, exactly.
func (a Decimal) Sub(b Decimal) Decimal { return apply(exact.Sub, a, b) }

// Mul returns a × b, exactly.
func (a Decimal) Mul(b Decimal) Decimal { return apply(exact.Mul, a, b) }

func apply(op func(d, x, y *apd.Decimal) (apd.Condition, error), a, b Decimal) Decimal {
	var out Decimal
	// The context's sixty digits hold any result of two operands of MostDigits; what remains is a broken rule.
	if condition, err := op(&out.d, &a.d, &b.d); err != nil || condition.Inexact() {
		panic(fmt.Sprintf("money: %v with %v is not exact: %v", &a.d, &b.d, condition))
	}
	return out
}

// Cmp is -1, 0 or +1 as a is less than, equal to or greater than b. 1.0 and 1.00 are equal.
func (a Decimal) Cmp(b Decimal) int { return a.d.Cmp(&b.d) }

// IsNegative reports whether a is below zero.
func (a Decimal) IsNegative() bool { return a.d.Negative && !a.d.IsZero() }

// IsZero reports whether a is zero.
func (a Decimal) IsZero() bool { return a.d.IsZero() }

// Neg returns −a.
func (a Decimal) Neg() Decimal {
	var out Decimal
	out.d.Neg(&a.d)
	return out
}

// Places is the number of digits after the point as written.
func (a Decimal) Places() int { return max(0, int(-a.d.Exponent)) }

// HalfEven rounds to the given number of places, ties to the even digit (IEEE 754 roundTiesToEven).
func (a Decimal) HalfEven(places int) Decimal { return a.quantize(places, apd.RoundHalfEven) }

// HalfUp rounds to the given number of places, ties away from zero (IEEE 754 roundTiesToAway).
func (a Decimal) HalfUp(places int) Decimal { return a.quantize(places, apd.RoundHalfUp) }

func (a Decimal) quantize(places int, mode apd.Rounder) Decimal {
	context := *exact
	context.Rounding = mode
	var out Decimal
	if _, err := context.Quantize(&out.d, &a.d, int32(-places)); err != nil {
		panic(fmt.Sprintf("money: quantize %v to %d places: %v", &a.d, places, err))
	}
	return out
}

// String writes plain notation with every digit that was given: "9.00" stays "9.00".
func (a Decimal) String() string { return a.d.Text('f') }

// MarshalJSON writes the decimal as a JSON string, because JSON numbers are floats to most readers.
func (a Decimal) MarshalJSON() ([]byte, error) { return json.Marshal(a.String()) }

// UnmarshalJSON reads what MarshalJSON writes.
func (a *Decimal) UnmarshalJSON(b []byte) error {
	var text string
	if err := json.Unmarshal(b, &text); err != nil {
		return fmt.Errorf("an amount is a string such as \"9.00\": %w", err)
	}
	d, err := ParseDecimal(text)
	if err == nil {
		*a = d
	}
	return err
}

// QuoRem divides a by b > 0 into a whole quotient, rounded down, and a remainder that is 0 or more and less than b.
func (a Decimal) QuoRem(b Decimal) (quotient, remainder Decimal) {
	if b.Cmp(Decimal{}) <= 0 {
		panic("money: QuoRem by " + b.String())
	}
	quotient = apply(exact.QuoInteger, a, b)
	remainder = a.Sub(quotient.Mul(b))
	if remainder.IsNegative() {
		quotient = quotient.Sub(NewDecimal(1, 0))
		remainder = remainder.Add(b)
	}
	return quotient, remainder
}

// QuoHalfUp divides a by b, rounded to the given number of places, ties away from zero.
func (a Decimal) QuoHalfUp(b Decimal, places int) Decimal {
	if b.IsZero() {
		panic("money: division by zero")
	}
	// The quotient in units of the last place is the whole part of |a|·10^places / |b|; twice the remainder decides.
	scaled, divisor := a.Mul(NewDecimal(1, int32(places))), b
	negative := a.IsNegative() != b.IsNegative()
	if scaled.IsNegative() {
		scaled = scaled.Neg()
	}
	if divisor.IsNegative() {
		divisor = divisor.Neg()
	}
	quotient, remainder := scaled.QuoRem(divisor)
	if remainder.Add(remainder).Cmp(divisor) >= 0 {
		quotient = quotient.Add(NewDecimal(1, 0))
	}
	if negative {
		quotient = quotient.Neg()
	}
	return quotient.Mul(NewDecimal(1, int32(-places))).HalfUp(places)
}

// Plain is the decimal without noughts at the end of its fraction.
func (a Decimal) Plain() Decimal {
	var reduced Decimal
	reduced.d.Reduce(&a.d)
	if reduced.d.Exponent > 0 {
		return reduced.HalfEven(0)
	}
	return reduced
}

// Whole is the decimal as an int64; false where it has a fraction or does not fit.
func (a Decimal) Whole() (int64, bool) {
	n, err := a.d.Int64()
	return n, err == nil
}

// Minor is an amount of a currency in its minor units, as a whole number in digits, rounded as FormatParts rounds.
func (a Decimal) Minor(c Currency) string {
	return a.Mul(NewDecimal(1, int32(c.Digits))).HalfUp(0).String()
}
