package kind

import (
	"encoding/json"
	"fmt"
	"regexp"
	"strconv"
	"strings"
	"unicode"

	"rubrel/core/money"
)

// Whole is a whole number.
type Whole int64

func (w Whole) String() string { return strconv.FormatInt(int64(w), 10) }

// MarshalJSON writes a JSON number.
func (w Whole) MarshalJSON() ([]byte, error) { return json.Marshal(int64(w)) }

// WholeType is a whole number from Least to Most.
type WholeType struct{ Least, Most int64 }

// Parse reads digits.
func (t WholeType) Parse(text string) (Value, error) {
	n, err := strconv.ParseInt(strings.TrimSpace(text), 10, 64)
	if err != nil || n < t.Least || n > t.Most {
		return nil, fmt.Errorf("%q is not a whole number from %d to %d", shorten(text), t.Least, t.Most)
	}
	return Whole(n), nil
}

// Decode reads a JSON number.
func (t WholeType) Decode(held any) (Value, error) {
	number, ok := held.(float64)
	if !ok || number != float64(int64(number)) {
		return nil, fmt.Errorf("a whole number is expected")
	}
	return t.Parse(strconv.FormatInt(int64(number), 10))
}

// Schema is a bounded integer.
func (t WholeType) Schema() Schema {
	return Schema{"type": "integer", "minimum": t.Least, "maximum": t.Most}
}

// Numbers are written with separators of thousands: 1,200, or 1.200 as German has it.
func (WholeType) Numbers() money.Numbers { return money.Grouped }

// Editor sets a number right.
func (WholeType) Editor() Editor { return Editor{Align: Right} }

// Number is a decimal number of any size.
type Number struct{ money.Decimal }

// NumberType is a decimal number with at most six decimals; Positive is above nought.
type NumberType struct{ Positive bool }

// mostPlaces bounds the decimals of a number.
const mostPlaces = 6

// plainNumber is a number as programs write it.
var plainNumber = regexp.MustCompile(`^[+-]?[0-9]+(\.[0-9]+)?$`)

// Parse reads a plain number, or one with separators of thousands: 14500, 14,500, 14 500.5. A single point stands
// before decimals. Of "72 %" it is the number: what it is of is said elsewhere.
func (t NumberType) Parse(text string) (Value, error) {
	text = strings.TrimSpace(strings.ReplaceAll(text, "−", "-"))
	text = strings.TrimRightFunc(strings.TrimSuffix(text, "%"), unicode.IsSpace)
	wrong := fmt.Errorf("%q is not a number such as 14500 or 14,500.5", shorten(text))
	var n money.Decimal
	if plainNumber.MatchString(text) {
		var err error
		if n, err = money.ParseDecimal(strings.TrimPrefix(text, "+")); err != nil {
			return nil, wrong
		}
	} else {
		written, err := money.ReadWritten(text, money.Separators{})
		if err != nil || written.Currency != "" {
			return nil, wrong
		}
		n = written.Amount
	}
	switch {
	case n.Places() > mostPlaces:
		return nil, fmt.Errorf("%q has more than %d decimals", shorten(text), mostPlaces)
	case t.Positive && (n.IsNegative() || n.IsZero()):
		return nil, fmt.Errorf("%q is not above 0", shorten(text))
	}
	return Number{n}, nil
}

// Decode reads a JSON string of a plain number.
func (t NumberType) Decode(held any) (Value, error) {
	text, ok := held.(string)
	if !ok || !plainNumber.MatchString(text) {
		return nil, fmt.Errorf("a number is expected, as a text such as \"14500.5\"")
	}
	return t.Parse(text)
}

// Schema is the pattern of what String writes.
func (NumberType) Schema() Schema {
	return Schema{"type": "string", "pattern": `^[+-]?[0-9]{1,24}(\.[0-9]{1,6})?$`}
}

// Editor sets a number right.
func (NumberType) Editor() Editor { return Editor{Align: Right} }

// Numbers are written with groups.
func (NumberType) Numbers() money.Numbers { return money.Grouped }

// Float is the number for geometry.
func (n Number) Float() float64 {
	f, err := strconv.ParseFloat(n.String(), 64)
	if err != nil {
		return 0
	}
	return f
}

// Series is a list of numbers in order.
type Series []Number

func (s Series) String() string {
	words := make([]string, len(s))
	for i, n := range s {
		words[i] = n.String()
	}
	return strings.Join(words, " ")
}

// MarshalJSON writes a JSON string.
func (s Series) MarshalJSON() ([]byte, error) { return json.Marshal(s.String()) }

// SeriesType is from 2 to Most numbers with spaces, semicolons or line breaks between them.
type SeriesType struct{ Most int }

// Parse reads the numbers. A comma stands between numbers where a space follows it.
func (t SeriesType) Parse(text string) (Value, error) {
	words := strings.FieldsFunc(strings.ReplaceAll(text, ", ", " "), func(r rune) bool {
		return unicode.IsSpace(r) ||
			r == ';'
	})
	if len(words) < 2 || len(words) > t.Most {
		return nil, fmt.Errorf("%d numbers are too few or too many: a series has from 2 to %d, with spaces between them",
			len(words), t.Most)
	}
	series := make(Series, len(words))
	for i, word := range words {
		n, err := NumberType{}.Parse(word)
		if err != nil {
			return nil, err
		}
		series[i] = n.(Number)
	}
	return series, nil
}

// Decode reads a JSON string.
func (t SeriesType) Decode(held any) (Value, error) { return DecodeText(t, held) }

// Schema is a text.
func (t SeriesType) Schema() Schema { return Schema{"type": "string", "maxLength": 32 * t.Most} }

// Editor sets a series left.
func (SeriesType) Editor() Editor { return Editor{Align: Left} }

// Numbers stand apart by spaces.
func (SeriesType) Numbers() money.Numbers { return money.Spaced }
