package look

import (
	"fmt"
	"strconv"
	"strings"
)

// Unit is a CSS length unit, or "%" or "" for a bare number.
type Unit string

var units = map[Unit]bool{"px": true, "em": true, "rem": true, "%": true, "ch": true, "cqi": true, "": true}

// Length is a CSS length held in thousandths of its unit, so that 0.1 + 0.2 is 0.3.
type Length struct {
	Milli int64
	Unit  Unit
}

// mostMilli bounds a length to ±99,999 of its unit.
const mostMilli = 99_999_999

// ParseLength reads a number and a unit. A bare number takes the unit given; zero takes none.
func ParseLength(text string, bare Unit) (Length, error) {
	s := strings.ToLower(strings.TrimSpace(strings.ReplaceAll(text, "−", "-")))
	cut := strings.LastIndexAny(s, "0123456789.") + 1
	number, unit := s[:cut], Unit(strings.TrimSpace(s[cut:]))
	if !units[unit] {
		return Length{}, fmt.Errorf("%q is not a unit Rubrel knows: use px, em, rem, ch, cqi or %%", unit)
	}
	milli, err := parseMilli(number)
	if err != nil {
		return Length{}, fmt.Errorf("%q is not a length such as 16px or 1.5em", text)
	}
	if unit == "" && milli != 0 {
		unit = bare
	}
	if milli == 0 {
		unit = ""
	}
	return Length{milli, unit}, nil
}

func parseMilli(number string) (int64, error) {
	digits, negative := strings.CutPrefix(number, "-")
	whole, fraction, _ := strings.Cut(digits, ".")
	if len(fraction) > 3 || whole+fraction == "" {
		return 0, fmt.Errorf("%q is not a number with at most three decimals", number)
	}
	n, err := strconv.ParseUint("0"+whole+fraction+strings.Repeat("0", 3-len(fraction)), 10, 63)
	if err != nil || n > mostMilli {
		return 0, fmt.Errorf("%q is not a number Rubrel can use", number)
	}
	if negative {
		return -int64(n), nil
	}
	return int64(n), nil
}

func formatMilli(milli int64) string {
	sign := ""
	if milli < 0 {
		sign, milli = "-", -milli
	}
	s := strconv.FormatInt(milli/1000, 10)
	if rest := milli % 1000; rest != 0 {
		s += "." + strings.TrimRight(fmt.Sprintf("%03d", rest), "0")
	}
	return sign + s
}

// String is the CSS text: "16px", "0", "1.45".
func (l Length) String() string { return formatMilli(l.Milli) + string(l.Unit) }

// CSS is the same as String.
func (l Length) CSS() string { return l.String() }
