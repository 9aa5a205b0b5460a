package kind

import (
	"encoding/json"
	"fmt"
	"math"
	"strconv"
	"strings"
)

// Place is a place on a picture: shares of its width from the left and of its height from the top, in tenths of a
// per cent.
type Place struct{ X, Y int }

// mostPlace is a whole side in tenths of a per cent.
const mostPlace = 1000

// Shares are the place's shares, from 0 to 1.
func (p Place) Shares() (x, y float64) { return float64(p.X) / mostPlace, float64(p.Y) / mostPlace }

func (p Place) String() string { return percent(p.X) + " " + percent(p.Y) }

func percent(tenths int) string { return strconv.FormatFloat(float64(tenths)/10, 'f', -1, 64) + "%" }

// MarshalJSON writes a JSON string.
func (p Place) MarshalJSON() ([]byte, error) { return json.Marshal(p.String()) }

// PlaceType is a place on the picture that a field names.
type PlaceType struct{ Picture string }

// Parse reads "42% 30.5%", with or without the signs.
func (PlaceType) Parse(text string) (Value, error) {
	words := strings.Fields(strings.ReplaceAll(text, "%", " "))
	wrong := fmt.Errorf("%q is no place: say how far from the left and from the top, such as 42%% 30%%", shorten(text))
	if len(words) != 2 {
		return nil, wrong
	}
	var tenths [2]int
	for i, word := range words {
		share, err := strconv.ParseFloat(strings.Trim(word, ","), 64)
		if err != nil || !(share >= 0 && share <= 100) {
			return nil, wrong
		}
		tenths[i] = int(math.Round(share * 10))
	}
	return Place{tenths[0], tenths[1]}, nil
}

// Decode reads a JSON string.
func (t PlaceType) Decode(held any) (Value, error) { return DecodeText(t, held) }

// Schema is two percentages.
func (PlaceType) Schema() Schema {
	return Schema{"type": "string", "pattern": `^[0-9]{1,3}(\.[0-9])?% [0-9]{1,3}(\.[0-9])?%$`}
}

// Editor is the picture itself, on which the place is marked.
func (t PlaceType) Editor() Editor { return Editor{Align: Left, PlaceOn: t.Picture} }
