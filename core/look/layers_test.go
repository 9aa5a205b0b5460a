package look

import (
	"slices"
	"strings"
	"testing"
)

func TestLayers(t *testing.T) {
	property, err := PropertyNamed("background-image")
	if err != nil {
		t.Fatal(err)
	}
	for _, c := range []struct{ text, want, css, placement string }{
		{"stripes(line, 2px, 12px)", "", "repeating-linear-gradient(45deg,var(--rb-line) 0 2px,transparent 0 12px)", ""},
		{"stripes(#10203a20, 1, 8, -30deg)", "stripes(#10203a20, 1px, 8px, -30deg)",
			"repeating-linear-gradient(-30deg,#10203a20 0 1px,transparent 0 8px)", ""},
		{"dots(line, 3px, 16px)", "", "radial-gradient(circle,var(--rb-line) 1.5px,transparent 2px)", "16px 16px;0 0;repeat"},
		{"grid(line, 1px, 24px)", "", "linear-gradient(var(--rb-line) 1px,transparent " +
			"0),linear-gradient(90deg,var(--rb-line) 1px,transparent 0)", "24px 24px,24px 24px;0 0,0 0;repeat,repeat"},
		{"checks(line, 12px)", "", "repeating-conic-gradient(var(--rb-line) 0 25%,transparent 0 50%)",
			"24px 24px;0 0;repeat"},
		{"conic-gradient(accent, ink)", "conic-gradient(from 0deg at 50% 50%, accent 0%, ink 100%)",
			"conic-gradient(from calc(0deg + var(--rb-turn-from,0deg)) at 50% 50%, var(--rb-accent) " +
				"calc(0%*var(--rb-turn-share,1)), var(--rb-ink) calc(100%*var(--rb-turn-share,1)))", ""},
		{"radial-gradient(circle at 10% 20%, ink, #fff 30%)", "radial-gradient(at 10% 20%, ink 0%, #ffffff 30%)",
			"radial-gradient(at 10% 20%, var(--rb-ink) 0%, #ffffff 30%)", ""},
		{"conic-gradient(from 90deg, ink, #fff)", "conic-gradient(from 90deg at 50% 50%, ink 0%, #ffffff 100%)",
			"conic-gradient(from calc(90deg + var(--rb-turn-from,0deg)) at 50% 50%, var(--rb-ink) " +
				"calc(0%*var(--rb-turn-share,1)), #ffffff calc(100%*var(--rb-turn-share,1)))", ""},
		{"picture(sky)", "picture(sky, cover, 50% 50%)", "var(--rb-picture-sky)", "cover;50% 50%;no-repeat"},
		{"picture(sky, 320, 0% 100%)", "picture(sky, 320px, 0% 100%)", "var(--rb-picture-sky)", "320px;0% 100%;repeat"},
		{"linear-gradient(90deg, #000000a6, #00000000), picture(sky, contain)",
			"linear-gradient(90deg, #000000a6 0%, #00000000 100%), picture(sky, contain, 50% 50%)",
			"linear-gradient(90deg, #000000a6 0%, #00000000 100%),var(--rb-picture-sky)",
			"auto,contain;0 0,50% 50%;repeat,no-repeat"},
	} {
		value, err := property.Parse(c.text, Vocabulary{})
		if err != nil {
			t.Errorf("%s: %v", c.text, err)
			continue
		}
		if c.want == "" {
			c.want = c.text
		}
		var places []string
		layers := value.(Layers)
		if layers.placed() {
			for _, d := range placement(value) {
				places = append(places, d.Value)
			}
		}
		if value.String() != c.want || value.CSS() != c.css || strings.Join(places, ";") != c.placement {
			t.Errorf("%s is %s, %s with %s", c.text, value, value.CSS(), strings.Join(places, ";"))
		}
		if again, err := property.Parse(value.String(), Vocabulary{}); err != nil || again.CSS() != value.CSS() {
			t.Errorf("%s is read back as %v, %v", value, again, err)
		}
	}
	for _, text := range []string{"stripes(line, 2px)", "stripes(line, 12px, 2px)", "dots(line, 1em, 2em)",
		"checks(line, 2px, 4px)", "grid(nothing, 1px, 4px)", "picture(Sky)", "picture(sky, huge)",
		"picture(sky, cover, 50%)", "picture(sky, cover, 50% 120%)", "url(x)",
		"picture(a), picture(b), picture(c), picture(d)", "conic-gradient(90deg, ink, line)",
		"conic-gradient(from 400deg, ink, line)", "conic-gradient(from 90deg at 50%, ink, line)",
		"linear-gradient(from 90deg, ink, line)", "radial-gradient(from 90deg at 0% 0%, ink, line)",
		"stripes(line, 2px, 8px, 400deg)"} {
		if value, err := property.Parse(text, Vocabulary{}); err == nil {
			t.Errorf("%s is read as %s", text, value)
		}
	}
}

// Where one ground of a part has a size, each says its own: none takes over another's at a width or in a state.
func TestGroundsSayTheirPlace(t *testing.T) {
	property, err := PropertyNamed("background-image")
	if err != nil {
		t.Fatal(err)
	}
	value := func(text string) Value {
		v, err := property.Parse(text, Vocabulary{})
		if err != nil {
			t.Fatal(err)
		}
		return v
	}
	c := Cascade{Widths: DefaultWidths(), House: Sheet{}, Kind: Sheet{}, Block: Sheet{
		{Part: "card", Property: "background-image"}:                  value("dots(line, 3px, 16px)"),
		{Part: "card", Property: "background-image", Width: "narrow"}: value("linear-gradient(90deg, ink, line)"),
		{Part: "title", Property: "background-image"}:                 value("linear-gradient(90deg, ink, line)"),
	}}
	var got []string
	for _, rule := range c.Rules([]PartSpec{{Name: "card", Place: RecordItem}, {Name: "title"}}, nil) {
		for _, d := range rule.Declarations {
			if d.Property == "background-size" {
				got = append(got, rule.Part.Name+" "+d.Value)
			}
		}
	}
	if !slices.Equal(got, []string{"card 16px 16px", "card auto"}) {
		t.Errorf("sizes are said: %v", got)
	}
}
