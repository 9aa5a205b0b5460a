package hours

import (
	"encoding/json"
	"fmt"
	"regexp"
	"strconv"

	"rubrel/core/kind"
)

// clock is a time of day, in minutes from midnight.
type clock int

func (c clock) String() string { return fmt.Sprintf("%02d:%02d", c/60, c%60) }

// MarshalJSON writes a JSON string.
func (c clock) MarshalJSON() ([]byte, error) { return json.Marshal(c.String()) }

// clockType reads times of day as lists have them: 9:00, 09.30, 9 h 30.
type clockType struct{}

var clockPattern = regexp.MustCompile(`^([0-9]{1,2})(?:[:.]([0-9]{2})|\s*h(?:\s*([0-9]{2}))?)$`)

// Parse reads hours and minutes. Midnight at the end of a day is 24:00.
func (clockType) Parse(text string) (kind.Value, error) {
	found := clockPattern.FindStringSubmatch(text)
	if found == nil {
		return nil, fmt.Errorf("%q is no time of day: write 9:00 or 17:30", text)
	}
	hour, _ := strconv.Atoi(found[1]) // the pattern lets digits through alone
	minute, _ := strconv.Atoi(found[2] + found[3])
	if minute > 59 || hour*60+minute > 24*60 {
		return nil, fmt.Errorf("%q is no time of day: it ends at 24:00", text)
	}
	return clock(hour*60 + minute), nil
}

// Decode reads a JSON string.
func (t clockType) Decode(held any) (kind.Value, error) { return kind.DecodeText(t, held) }

// Schema is hours and minutes.
func (clockType) Schema() kind.Schema {
	return kind.Schema{"type": "string", "pattern": "^[0-2][0-9]:[0-5][0-9]$"}
}

// Editor sets times as numbers are set.
func (clockType) Editor() kind.Editor { return kind.Editor{Align: kind.Right} }
