package look

import "testing"

func TestShape(t *testing.T) {
	property, err := PropertyNamed("clip-path")
	if err != nil {
		t.Fatal(err)
	}
	for text, want := range map[string]string{
		"none":                                  "none",
		"circle":                                "circle()",
		"Rhombus":                               "polygon(50% 0, 100% 50%, 50% 100%, 0 50%)",
		"circle(40% at 50%  20px)":              "circle(40% at 50% 20px)",
		"inset(0 10)":                           "inset(0 10%)",
		"polygon(50% 0,100% 100%,0 100%)":       "polygon(50% 0, 100% 100%, 0 100%)",
		"polygon(0 0, 1 1)":                     "!",
		"circle(-1%)":                           "!",
		"circle(1em)":                           "!",
		"inset(0) }":                            "!",
		"url(#a)":                               "!",
		"path('M0 0')":                          "!",
		"polygon(50% 0, 100% 100%, var(--x) 0)": "!",
	} {
		value, err := property.Parse(text, nil)
		switch {
		case want == "!" && err == nil:
			t.Errorf("%q is taken as %s", text, value.CSS())
		case want != "!" && err != nil:
			t.Errorf("%q: %v", text, err)
		case want != "!" && value.CSS() != want:
			t.Errorf("%q is %s, want %s", text, value.CSS(), want)
		case want != "!":
			if again, err := property.Parse(value.String(), nil); err != nil || again.CSS() != want {
				t.Errorf("%q is said as %q, which is read as %v (%v)", text, value.String(), again, err)
			}
		}
	}
}
