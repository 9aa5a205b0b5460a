package look

import (
	"fmt"
	"strings"
)

// Ratio is a CSS aspect-ratio (CSS Box Sizing 4, section 5.1): width to height.
type Ratio struct{ Width, Height Length }

// mostRatio bounds both numbers of a ratio, in thousandths.
const mostRatio = 100_000

// parseRatio reads "4 / 5", "1/1" or "1.5".
func parseRatio(_ Property, text string, _ TokenNames) (Value, error) {
	width, height, ok := strings.Cut(text, "/")
	if !ok {
		height = "1"
	}
	r := Ratio{}
	for into, word := range map[*Length]string{&r.Width: width, &r.Height: height} {
		length, err := bounded(strings.TrimSpace(word), "", 100, mostRatio)
		if err != nil || length.Unit != "" {
			return nil, fmt.Errorf("%q is no ratio such as 4 / 5, of numbers from 0.1 to 100", text)
		}
		*into = length
	}
	return r, nil
}

func (r Ratio) String() string { return r.Width.String() + " / " + r.Height.String() }

// CSS is the ratio.
func (r Ratio) CSS() string { return r.String() }
