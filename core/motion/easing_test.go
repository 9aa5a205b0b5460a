package motion_test

import (
	"encoding/json"
	"fmt"
	"math"
	"testing"

	"rubrel/core/motion"
	"rubrel/testkit/chromium"
)

// examples are the easing functions of the examples in CSS Easing Functions 1 and 2, and some at the edges.
var examples = []string{
	"linear", "ease", "ease-in", "ease-out", "ease-in-out", "step-start", "step-end",
	"cubic-bezier(0.25, 0.1, 0.25, 1)", "cubic-bezier(0, 0, 1, 1)", "cubic-bezier(0.42, 0, 0.58, 1)",
	"cubic-bezier(0, 1, 1, 0)", "cubic-bezier(0.3, -0.6, 0.7, 1.6)", "cubic-bezier(1, 0, 0, 1)",
	"steps(1)", "steps(3)", "steps(4, start)", "steps(4, jump-start)", "steps(5, jump-none)", "steps(2, jump-both)",
	"steps(7, end)",
	"linear(0, 1)", "linear(0, 0.25, 1)", "linear(0, 0.25 75%, 1)", "linear(0.5, 0.5 0% 20%, 1)",
	"linear(0 0%, 0.5 50%, 0.3 60%, 1)", "linear(0, 1 40% 60%, 0)", "linear(25% 0.1, 1, 0.2 80% 90%, 1)",
	"linear(0, 0.3, 0.2, 1.1, 1)",
}

// Positions against the Web Animations API in Chromium, at 41 times each.
func TestEasingAgainstTheWebAnimationsAPI(t *testing.T) {
	question, err := json.Marshal(examples)
	if err != nil {
		t.Fatal(err)
	}
	b := chromium.Launch(t, 400, 300)
	answers := chromium.Eval[map[string][]float64](b, fmt.Sprintf(`(() => {
		const out = {};
		for (const easing of %s) {
			const animation = document.body.animate([{ opacity: 0 }, { opacity: 1 }], { duration: 4000, easing, fill: 'both' });
			animation.pause();
			out[easing] = Array.from({ length: 41 }, (_, i) => { animation.currentTime = i * 100;
				return animation.effect.getComputedTiming().progress; });
			animation.cancel();
		}
		return out;
	})()`, question))
	for _, text := range examples {
		easing, err := motion.ParseEasing(text)
		if err != nil {
			t.Errorf("%s: %v", text, err)
			continue
		}
		if len(answers[text]) != 41 {
			t.Fatalf("%s: Chromium answers %d positions", text, len(answers[text]))
		}
		for i, want := range answers[text] {
			if got := easing.At(float64(i) / 40); math.Abs(got-want) > 1e-5 {
				t.Errorf("%s at %d/40: %.6f, Chromium has %.6f", text, i, got, want)
			}
		}
	}
}

func TestParseEasingRefuses(t *testing.T) {
	for _, text := range []string{"", "fast", "cubic-bezier(0.1, 0, 0, 1", "cubic-bezier(2, 0, 0, 1)",
		"cubic-bezier(0, 0, 0)", "cubic-bezier(0, nan, 0, 1)", "steps(0)", "steps(1, jump-none)", "steps(2, sideways)",
		"steps(2.5)", "linear(0)", "linear(0 10px, 1)", "linear(10%, 1)", "linear(0 1%% 2% 3%, 1)"} {
		if _, err := motion.ParseEasing(text); err == nil {
			t.Errorf("%q is taken", text)
		}
	}
}

func TestReach(t *testing.T) {
	for _, c := range []struct {
		text        string
		least, most float64
	}{{"ease-out", 0, 1}, {"cubic-bezier(0.3, -0.6, 0.7, 1.6)", -0.1047, 1.1047}, {"linear(0, 1.2, 1)", 0, 1.2},
		{"steps(4)", 0, 1}} {
		easing, err := motion.ParseEasing(c.text)
		if err != nil {
			t.Fatal(err)
		}
		least, most := motion.Reach(easing)
		if math.Abs(least-c.least) > 0.002 || math.Abs(most-c.most) > 0.002 {
			t.Errorf("%s: %.3f to %.3f, want %.3f to %.3f", c.text, least, most, c.least, c.most)
		}
	}
}

func FuzzParseEasing(f *testing.F) {
	for _, text := range examples {
		f.Add(text)
	}
	f.Fuzz(func(t *testing.T, text string) {
		easing, err := motion.ParseEasing(text)
		if err != nil {
			return
		}
		for i := range 11 {
			if at := easing.At(float64(i) / 10); math.IsNaN(at) || math.IsInf(at, 0) {
				t.Fatalf("%q at %d/10: %v", text, i, at)
			}
		}
	})
}
