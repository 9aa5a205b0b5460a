package look

import (
	"strconv"
	"testing"
)

// Whatever is reached by stepping is taken: every step of a property, from its first number to its last, in every unit.
func TestStepsAreTaken(t *testing.T) {
	stepped := 0
	for _, p := range Properties() {
		steps := StepsOf(p.Name)
		if p.Span != nil && steps == nil {
			t.Errorf("%s has a range and no steps", p.Name)
		}
		if steps == nil {
			continue
		}
		if _, ok := steps.By[steps.Bare]; !ok {
			t.Errorf("%s: a bare number is one in %q, which is not among %v", p.Name, steps.Bare, steps.By)
		}
		for unit, step := range steps.By {
			stepped++
			for _, n := range []float64{step.Least, step.Least + step.Size, 0, step.Size, 4 * step.Size, step.Most - step.Size,
				step.Most} {
				if n < step.Least || n > step.Most {
					continue
				}
				text := strconv.FormatFloat(n, 'f', 3, 64)
				if _, err := p.Parse(text+string(unit), noTokens{}); err != nil {
					t.Errorf("%s is stepped to %s%s, which is refused: %v", p.Name, text, unit, err)
				}
			}
		}
	}
	if columns := StepsOf("grid-template-columns"); columns.Bare != "" || columns.By[""].Most != 8 {
		t.Errorf("columns are stepped by %+v", columns)
	}
	if stepped < 20 || StepsOf("color") != nil {
		t.Errorf("%d ranges are stepped; a colour by %v", stepped, StepsOf("color"))
	}
}
