package look

import (
	"cmp"
	"math"
	"sort"
	"strconv"
	"sync"
)

// unitSpans are the ranges of lengths in units that are not the usual one of a property.
var unitSpans = map[Unit]Span{"em": {Unit: "em", Most: 6, Step: 0.05, Initial: 1},
	"rem": {Unit: "rem", Most: 6, Step: 0.05, Initial: 1}, "%": {Unit: "%", Most: 200, Step: 1, Initial: 100},
	"ch": {Unit: "ch", Most: 90, Step: 1, Initial: 60}, "cqi": {Unit: "cqi", Most: 20, Step: 0.1, Initial: 4},
	"px": {Unit: "px", Most: 400, Step: 1, Initial: 16}}

// SpanIn is the range of a number in a unit, given that of the unit in which a bare number is taken.
func (s Span) SpanIn(unit Unit) Span {
	if other, ok := unitSpans[unit]; ok && unit != s.Unit && unit != "" {
		return other
	}
	return s
}

// Step is how far one step goes, and the numbers at which stepping ends: those beyond which a value is refused, or
// mostStepped.
type Step struct {
	Size  float64 `json:"size"`
	Least float64 `json:"least"`
	Most  float64 `json:"most"`
}

// Steps are how a property's values are stepped, by their units. Bare is the unit that a number without one is given.
type Steps struct {
	Bare Unit          `json:"bare"`
	By   map[Unit]Step `json:"by"`
}

// mostStepped is how far stepping goes where nothing ends it.
const mostStepped = 10_000

// allSteps are those of every property, by name; what is no number has none.
var allSteps = sync.OnceValue(func() map[string]*Steps {
	all := map[string]*Steps{}
	for _, p := range properties {
		if steps := p.steps(); len(steps.By) > 0 {
			all[p.Name] = &steps
		}
	}
	return all
})

// StepsOf are how the values of a property are stepped; nil where they are no numbers.
func StepsOf(property string) *Steps { return allSteps()[property] }

// steps finds the units that the property takes, and where its values end.
func (p Property) steps() Steps {
	usual := Span{Unit: "px", Most: 400, Step: 1}
	if p.Span != nil {
		usual = *p.Span
	}
	steps := Steps{Bare: usual.Unit, By: map[Unit]Step{}}
	for _, unit := range []Unit{usual.Unit, "", "px", "em", "rem", "%", "ch", "cqi"} {
		span := usual.SpanIn(unit)
		takes := func(n float64) bool {
			value, err := p.Parse(strconv.FormatFloat(n, 'f', 3, 64)+string(unit), noTokens{})
			return err == nil && isStepped(value)
		}
		begin := math.Round(cmp.Or(span.Initial, 1)/span.Step) * span.Step
		if _, known := steps.By[unit]; known || unit == "" && usual.Unit != "" || !takes(begin) {
			continue
		}
		steps.By[unit] = Step{span.Step, furthest(begin, -span.Step, takes), furthest(begin, span.Step, takes)}
	}
	return steps
}

// isStepped reports whether a value is a number, or is made of one.
func isStepped(v Value) bool {
	switch v.(type) {
	case Length, Duration, Delay, Sides:
		return true
	}
	return false
}

// furthest is the last number that is taken, so many steps from one that is; no further than mostStepped.
func furthest(begin, step float64, takes func(float64) bool) float64 {
	at := func(n int) float64 { return math.Round((begin+float64(n)*step)*1000) / 1000 }
	most := int((mostStepped - math.Abs(begin)) / math.Abs(step))
	n := sort.Search(most, func(n int) bool { return !takes(at(n + 1)) })
	return at(n)
}
