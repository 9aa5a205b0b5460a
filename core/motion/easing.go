// Package motion holds the rules of what moves: easing functions, and how a number is counted.
package motion

import (
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"
)

// Easing maps the share of a time that has passed to the share of a way that is done (CSS Easing Functions 2). Shares
// of the way may lie outside 0 to 1.
type Easing interface {
	// At is the share of the way at a share of the time from 0 to 1.
	At(time float64) float64
}

// keywords are the easing keywords with the functions that they stand for (CSS Easing 2, sections 2.1 to 2.3).
var keywords = map[string]Easing{
	"linear": Linear{{0, 0}, {1, 1}}, "ease": Bezier{0.25, 0.1, 0.25, 1}, "ease-in": Bezier{0.42, 0, 1, 1},
	"ease-out": Bezier{0, 0, 0.58, 1}, "ease-in-out": Bezier{0.42, 0, 0.58, 1},
	"step-start": Steps{1, JumpStart}, "step-end": Steps{1, JumpEnd},
}

// ParseEasing reads an easing function as CSS writes it. The error says what would be right.
func ParseEasing(text string) (Easing, error) {
	text = strings.ToLower(strings.TrimSpace(text))
	if easing, ok := keywords[text]; ok {
		return easing, nil
	}
	name, inside, ok := strings.Cut(text, "(")
	inside, closed := strings.CutSuffix(inside, ")")
	if ok && closed {
		words := strings.Split(inside, ",")
		for i := range words {
			words[i] = strings.TrimSpace(words[i])
		}
		switch name {
		case "cubic-bezier":
			return parseBezier(words)
		case "steps":
			return parseSteps(words)
		case "linear":
			return parseLinear(words)
		}
	}
	return nil, fmt.Errorf("%q is not an easing: write linear, ease, ease-in, ease-out, ease-in-out, cubic-bezier(0.2, "+
		"0, 0, 1), steps(4) or linear(0, 0.5, 1)", text)
}

// Bezier is cubic-bezier(x1, y1, x2, y2) (CSS Easing 2, section 2.2). Both x lie in 0 to 1.
type Bezier [4]float64

func parseBezier(words []string) (Easing, error) {
	var b Bezier
	if len(words) != len(b) {
		return nil, fmt.Errorf("cubic-bezier() takes four numbers, not %d", len(words))
	}
	for i, word := range words {
		n, err := number(word)
		if err != nil {
			return nil, err
		}
		if i%2 == 0 && (n < 0 || n > 1) {
			return nil, fmt.Errorf("%s is a time, which lies between 0 and 1", word)
		}
		b[i] = n
	}
	return b, nil
}

func number(word string) (float64, error) {
	n, err := strconv.ParseFloat(word, 64)
	if err != nil || math.IsInf(n, 0) || math.IsNaN(n) || math.Abs(n) > 1e6 {
		return 0, fmt.Errorf("%q is not a number", word)
	}
	return n, nil
}

// coordinate is a coordinate of the curve at its own parameter.
func coordinate(first, second, s float64) float64 {
	return 3*(1-s)*(1-s)*s*first + 3*(1-s)*s*s*second + s*s*s
}

// At finds the curve's parameter by halving: the curve is monotonic in x.
func (b Bezier) At(time float64) float64 {
	if time <= 0 {
		return 0
	}
	if time >= 1 {
		return 1
	}
	const halvings = 60
	low, high := 0.0, 1.0
	for range halvings {
		if middle := (low + high) / 2; coordinate(b[0], b[2], middle) < time {
			low = middle
		} else {
			high = middle
		}
	}
	return coordinate(b[1], b[3], (low+high)/2)
}

// Jump says where a step function jumps.
type Jump string

// Where it jumps, as CSS spells it.
const (
	JumpStart Jump = "jump-start"
	JumpEnd   Jump = "jump-end"
	JumpNone  Jump = "jump-none"
	JumpBoth  Jump = "jump-both"
)

// Steps is steps(count, jump) (CSS Easing 2, section 2.3).
type Steps struct {
	Count int
	Jump  Jump
}

// mostSteps bounds the steps of a function.
const mostSteps = 1000

func parseSteps(words []string) (Easing, error) {
	s := Steps{Jump: JumpEnd}
	if len(words) == 2 {
		switch s.Jump = Jump(words[1]); s.Jump {
		case "start":
			s.Jump = JumpStart
		case "end":
			s.Jump = JumpEnd
		case JumpStart, JumpEnd, JumpNone, JumpBoth:
		default:
			return nil, fmt.Errorf("%q is not jump-start, jump-end, jump-none or jump-both", words[1])
		}
	}
	least := 1
	if s.Jump == JumpNone {
		least = 2
	}
	count, err := strconv.Atoi(words[0])
	if err != nil || len(words) > 2 || count < least || count > mostSteps {
		return nil, fmt.Errorf("steps() takes a whole number from %d to %d, and where it jumps", least, mostSteps)
	}
	s.Count = count
	return s, nil
}

// At follows the algorithm of the section.
func (s Steps) At(time float64) float64 {
	step := math.Floor(time * float64(s.Count))
	if s.Jump == JumpStart || s.Jump == JumpBoth {
		step++
	}
	jumps := float64(s.Count)
	switch s.Jump {
	case JumpNone:
		jumps--
	case JumpBoth:
		jumps++
	}
	return min(max(0, step), jumps) / jumps
}

// Linear is linear(…): points joined by straight lines (CSS Easing 2, section 2.1). Times never fall from one to the
// next.
type Linear []struct{ Time, Way float64 }

// mostPoints bounds the points of a linear function.
const mostPoints = 64

// parseLinear reads stops such as "0.5", "0.5 20%" and "0.5 20% 60%", and spreads those without a time evenly.
func parseLinear(words []string) (Easing, error) {
	if len(words) < 2 || len(words) > mostPoints {
		return nil, fmt.Errorf("linear() takes from 2 to %d stops", mostPoints)
	}
	var l Linear
	var unset []bool
	for _, word := range words {
		parts := strings.Fields(word)
		if len(parts) == 0 || len(parts) > 3 {
			return nil, fmt.Errorf("%q is not a stop such as 0.5 or 0.5 20%%", word)
		}
		// The number may stand before or after its times.
		at := slices.IndexFunc(parts, func(p string) bool { return !strings.HasSuffix(p, "%") })
		if at < 0 {
			return nil, fmt.Errorf("%q has no number", word)
		}
		way, err := number(parts[at])
		if err != nil {
			return nil, err
		}
		times := slices.Delete(slices.Clone(parts), at, at+1)
		for _, text := range times {
			time, err := number(strings.TrimSuffix(text, "%"))
			if err != nil || !strings.HasSuffix(text, "%") {
				return nil, fmt.Errorf("%q is not a time such as 20%%", text)
			}
			l, unset = append(l, struct{ Time, Way float64 }{time / 100, way}), append(unset, false)
		}
		if len(times) == 0 {
			l, unset = append(l, struct{ Time, Way float64 }{0, way}), append(unset, true)
		}
	}
	l.spread(unset)
	return l, nil
}

// spread gives the points without a time theirs: the ends 0 and 1, those between even distances; no time falls.
func (l Linear) spread(unset []bool) {
	last := len(l) - 1
	if unset[0] {
		l[0].Time, unset[0] = 0, false
	}
	if unset[last] {
		l[last].Time, unset[last] = 1, false
	}
	most := math.Inf(-1)
	for i := range l {
		if !unset[i] {
			most = max(most, l[i].Time)
			l[i].Time = most
		}
	}
	for i := 1; i < last; i++ {
		if !unset[i] {
			continue
		}
		next := i
		for unset[next] {
			next++
		}
		l[i].Time = l[i-1].Time + (l[next].Time-l[i-1].Time)/float64(next-i+1)
		unset[i] = false
	}
}

// At joins the points around a time; before the first and after the last the nearest line goes on.
func (l Linear) At(time float64) float64 {
	after := slices.IndexFunc(l, func(p struct{ Time, Way float64 }) bool { return p.Time > time })
	switch {
	case after < 0:
		after = len(l) - 1
		if l[after].Time <= time && l[after].Time == l[after-1].Time || l[after].Time == time {
			return l[after].Way
		}
	case after == 0:
		after = 1
	}
	from, to := l[after-1], l[after]
	if from.Time == to.Time {
		return to.Way
	}
	return from.Way + (to.Way-from.Way)*(time-from.Time)/(to.Time-from.Time)
}

// Reach is the least and the greatest share of the way that an easing comes to, within about a thousandth.
func Reach(e Easing) (least, most float64) {
	const samples = 2000
	least, most = e.At(0), e.At(0)
	for i := range samples + 1 {
		at := e.At(float64(i) / samples)
		least, most = min(least, at), max(most, at)
	}
	return least, most
}
