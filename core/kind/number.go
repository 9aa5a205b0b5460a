package kind

import (
	"encoding/json"
	"fmt"
	"strconv"
	"strings"
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

// Align sets a number right.
func (WholeType) Align() Align { return Right }
