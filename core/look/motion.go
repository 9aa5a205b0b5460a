package look

import (
	"fmt"
	"math"
	"strings"

	"rubrel/core/motion"
)

func parseScale(_ Property, text string, _ TokenNames) (Value, error) {
	l, err := bounded(text, "", 500, 2000)
	if err == nil && l.Unit != "" {
		err = fmt.Errorf("a scale has no unit")
	}
	return l, err
}

// Offset is two lengths, right and down, as in a translation.
type Offset [2]Length

func (p Offset) String() string { return p[0].String() + " " + p[1].String() }

// CSS is the same as String.
func (p Offset) CSS() string { return p.String() }

func parseTranslate(_ Property, text string, _ TokenNames) (Value, error) {
	words := strings.Fields(text)
	if len(words) != 2 {
		return nil, fmt.Errorf("it takes two lengths, right and down")
	}
	var p Offset
	for i, word := range words {
		l, err := bounded(word, "px", -200_000, 200_000)
		if err != nil {
			return nil, err
		}
		p[i] = l
	}
	return p, nil
}

// Duration is a time in milliseconds.
type Duration int64

func (d Duration) String() string { return fmt.Sprintf("%dms", int64(d)) }

// CSS is the same as String.
func (d Duration) CSS() string { return d.String() }

// mostDuration bounds what moves, in milliseconds.
const mostDuration = 6000

func parseDuration(_ Property, text string, _ TokenNames) (Value, error) {
	number, unit := strings.TrimSpace(text), int64(1)
	if bare, ok := strings.CutSuffix(number, "ms"); ok {
		number = bare
	} else if bare, ok := strings.CutSuffix(number, "s"); ok {
		number, unit = bare, 1000
	}
	milli, err := parseMilli(strings.TrimSpace(number))
	if err != nil || milli < 0 || milli*unit > mostDuration*1000 || milli*unit%1000 != 0 {
		return nil, fmt.Errorf("%q is not a time of whole milliseconds up to %dms", text, mostDuration)
	}
	return Duration(milli * unit / 1000), nil
}

// Bezier is a cubic-bezier() easing function (CSS Easing 1, section 2.2).
type Bezier [4]Length

func (b Bezier) String() string {
	words := make([]string, len(b))
	for i, l := range b {
		words[i] = l.String()
	}
	return "cubic-bezier(" + strings.Join(words, ", ") + ")"
}

// CSS is the same as String.
func (b Bezier) CSS() string { return b.String() }

// Easing is an easing function other than cubic-bezier(): steps(), or linear() with its points.
type Easing string

func (e Easing) String() string { return string(e) }

// CSS is the same as String.
func (e Easing) CSS() string { return string(e) }

func parseEasing(_ Property, text string, _ TokenNames) (Value, error) {
	easing, err := motion.ParseEasing(text)
	if err != nil {
		return nil, err
	}
	curve, ok := easing.(motion.Bezier)
	if !ok {
		return Easing(strings.ToLower(text)), nil
	}
	var b Bezier
	for i, n := range curve {
		const most = 5
		if math.Abs(n) > most {
			return nil, fmt.Errorf("%v is not from -%d to %d", n, most, most)
		}
		b[i] = Length{Milli: int64(math.Round(n * 1000))}
	}
	return b, nil
}

// Delay is a time to wait; where Each is set, the second waits that long, the third twice that long, and so on.
type Delay struct {
	Duration
	Each bool
}

func (d Delay) String() string {
	if d.Each {
		return d.Duration.String() + " each"
	}
	return d.Duration.String()
}

// CSS is the same as String.
func (d Delay) CSS() string { return d.String() }

func parseDelay(p Property, text string, tokens TokenNames) (Value, error) {
	time, each := strings.CutSuffix(text, " each")
	value, err := parseDuration(p, time, tokens)
	if err != nil {
		return nil, err
	}
	return Delay{value.(Duration), each}, nil
}

// Entrances are the ways in which parts come in at first sight as the rules say it, by the keywords of animation-name.
func Entrances(rules []Rule) map[string]bool {
	named, err := PropertyNamed("animation-name")
	if err != nil {
		panic(err) // it is one of ours
	}
	found := map[string]bool{}
	for _, rule := range rules {
		for _, d := range rule.Declarations {
			if d.Property == named.Carrier && d.Value != "none" {
				found[d.Value] = true
			}
		}
	}
	return found
}
