package look

import "testing"

func TestScale(t *testing.T) {
	for _, test := range []struct{ text, written, first, third, last string }{
		{"16px 1.25", "16px 1.25", "10.2px", "16px", "48.8px"}, // 16/1.25² and 16·1.25⁵ to a tenth
		{"18 × 1.333", "18px 1.333", "10.1px", "18px", "75.8px"},
		{"15px 1.2 to 17px 1.3", "15px 1.2 at 390 to 17px 1.3 at 1200", "10.4px at 390 to 10.1px at 1200",
			"15px at 390 to 17px at 1200", "37.3px at 390 to 63.1px at 1200"},
		{"16px 1.2 at 320 to 16px 1.4 at 1000", "16px 1.2 at 320 to 16px 1.4 at 1000", "11.1px at 320 to 8.2px at 1000",
			"16px", "39.8px at 320 to 86.1px at 1000"},
	} {
		scale, err := ParseScale(test.text)
		if err != nil {
			t.Errorf("%s: %v", test.text, err)
			continue
		}
		texts := scale.Texts()
		if scale.String() != test.written || texts["type-1"] != test.first || texts["type-3"] != test.third ||
			texts["type-8"] != test.last {
			t.Errorf("%s: %s with %v", test.text, scale, texts)
		}
		if again, err := ParseScale(scale.String()); err != nil || again != scale {
			t.Errorf("%s is read back as %v, %v", scale, again, err)
		}
	}
	for _, text := range []string{"", "16px", "16px 1", "16px 2.5", "7px 1.2", "1em 1.2", "16px 1.2 at 400",
		"16px 1.2 at 900 to 18px 1.3 at 400", "16px 1.2 to", "a b"} {
		if scale, err := ParseScale(text); err == nil {
			t.Errorf("%q is read as %v", text, scale)
		}
	}
}
