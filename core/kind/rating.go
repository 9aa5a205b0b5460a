package kind

import (
	"encoding/json"
	"fmt"
	"regexp"

	"rubrel/core/money"
)

// Rating is a number of stars, or of whatever a scale counts.
type Rating struct{ money.Decimal }

// MarshalJSON writes a JSON string.
func (r Rating) MarshalJSON() ([]byte, error) { return json.Marshal(r.String()) }

// scalePattern is a rating with the scale that it is on.
var scalePattern = regexp.MustCompile(`^\s*([0-9.,]+)\s*(?:/|of|von|sur|de|su|van)\s*([0-9]+)\s*$`)

// RatingType is from nought to Most in tenths: 4, 4.5, 4.7.
type RatingType struct{ Most int64 }

// Parse reads a number; "4.5 of 5" and "4.5/5" are as well, where the scale is the type's.
func (t RatingType) Parse(text string) (Value, error) {
	number, scale := text, ""
	if parts := scalePattern.FindStringSubmatch(text); parts != nil {
		number, scale = parts[1], parts[2]
	}
	value, err := NumberType{}.Parse(number)
	if err != nil {
		return nil, err
	}
	n := value.(Number).Decimal
	if scale != "" && scale != fmt.Sprint(t.Most) {
		return nil, fmt.Errorf("%q is on a scale of %s; here it is one of %d", shorten(text), scale, t.Most)
	}
	if n.IsNegative() || n.Cmp(money.NewDecimal(t.Most, 0)) > 0 || n.HalfEven(1).Cmp(n) != 0 {
		return nil, fmt.Errorf("%q is no rating from 0 to %d, in tenths", shorten(text), t.Most)
	}
	return Rating{n}, nil
}

// Decode reads a JSON string.
func (t RatingType) Decode(held any) (Value, error) { return DecodeText(t, held) }

// Schema is a decimal number as a string.
func (RatingType) Schema() Schema {
	return Schema{"type": "string", "pattern": `^[0-9]{1,3}(\.[0-9])?$`}
}

// Editor sets a rating right.
func (RatingType) Editor() Editor { return Editor{Align: Right} }
