// Package rating counts with ratings exactly: what each is on its scale, their average, and how they are distributed.
package rating

import (
	"fmt"
	"regexp"
	"strconv"
	"strings"

	"rubrel/core/money"
)

// The bounds of a scale.
const (
	UsualScale = 5
	MostScale  = 100
)

// places is how many decimals a rating has at most.
const places = 2

// Score is a rating as it was given: so many of a scale of its own, or of the scale of the set where Of is 0.
type Score struct {
	Points money.Decimal
	Of     int64
}

func (s Score) String() string {
	if s.Of == 0 {
		return s.Points.String()
	}
	return s.Points.String() + "/" + strconv.FormatInt(s.Of, 10)
}

// scaled is a rating with its scale, in a few languages.
var scaled = regexp.MustCompile(`^([0-9.,]+)\s*(?:/|of|out of|von|sur|de|su|van|av|z)\s*([0-9]{1,3})(?:\s|$)`)

// stars are characters that count as a point each, and those that stand for a missing one.
const (
	fullStars  = "★⭐✭✮✯♥❤●"
	emptyStars = "☆♡○✩"
)

// Parse reads a rating: 3.75, 4.5, 4,7, "4.5 of 5", 9/10, 92 % or ★★★★☆. The error says what would be right.
func Parse(text string) (Score, error) {
	text = strings.TrimSpace(strings.NewReplacer("\ufe0f", "", "Stars", "", "stars", "", "star", "", "Sterne", "",
		"étoiles", "").Replace(text))
	wrong := fmt.Errorf("%q is no rating: write 4, 4.5, 9/10 or 92 %%", text)
	if s, ok := drawn(text); ok {
		return s, nil
	}
	number, of := text, int64(0)
	if parts := scaled.FindStringSubmatch(text); parts != nil {
		number = parts[1]
		of, _ = strconv.ParseInt(parts[2], 10, 64) // three digits at most
		if of < 1 || of > MostScale {
			return Score{}, fmt.Errorf("%q has a scale that is not from 1 to %d", text, MostScale)
		}
	} else if before, ok := strings.CutSuffix(text, "%"); ok {
		number, of = strings.TrimSpace(before), 100
	}
	points, err := money.ParseDecimal(strings.Replace(number, ",", ".", 1))
	if err != nil || points.IsNegative() || points.Cmp(money.NewDecimal(MostScale, 0)) > 0 {
		return Score{}, wrong
	}
	if points.HalfEven(places).Cmp(points) != 0 {
		return Score{}, fmt.Errorf("%q has more than two decimals", text)
	}
	if of > 0 && points.Cmp(money.NewDecimal(of, 0)) > 0 {
		return Score{}, fmt.Errorf("%q is more than its scale has", text)
	}
	return Score{points.Plain(), of}, nil
}

// drawn reads a row of stars.
func drawn(text string) (Score, bool) {
	full, all := int64(0), int64(0)
	for _, r := range text {
		switch {
		case strings.ContainsRune(fullStars, r):
			full++
		case !strings.ContainsRune(emptyStars, r):
			return Score{}, false
		}
		all++
	}
	if all == 0 || all > MostScale {
		return Score{}, false
	}
	if full == all { // as many as there are: the scale is not shown
		all = 0
	}
	return Score{money.NewDecimal(full, 0), all}, true
}
