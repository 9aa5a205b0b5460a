package look

import "testing"

func TestAnchor(t *testing.T) {
	property, err := PropertyNamed(AnchorProperty)
	if err != nil {
		t.Fatal(err)
	}
	for text, want := range map[string]string{"top start": "top start on", "bottom end over": "bottom end over",
		"center center over": "center center inside", "top center inside 0 8px": "top center inside 0 8px",
		"top end on 4px -0.5em": "top end on 4px -0.5em", "auto": "auto", "start top": "", "top": "", "top start near": "",
		"top start on 4px": "", "top start on 4px 9000px": "", "top start on 4px url(x)": ""} {
		value, err := property.Parse(text, Vocabulary{})
		if want == "" {
			if err == nil {
				t.Errorf("%q is taken as %s", text, value)
			}
		} else if err != nil || value.String() != want {
			t.Errorf("%q is %v (%v), want %q", text, value, err, want)
		}
	}
}
