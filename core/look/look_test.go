package look

import (
	"math/rand/v2"
	"strings"
	"testing"
)

func TestParseWidths(t *testing.T) {
	for text, want := range map[string]string{
		"narrow 390 below 600, wide 1200, middle 768 below 960": "wide 1200, middle 768 below 960, narrow 390 below 600",
		"one 800": "one 800",
		"a 1600, b 1200 below 1400, c 900 below 1100, d 600 below 800, e 320 below 400": "a 1600, b 1200 below 1400, c 900 " +
			"below 1100, d 600 below 800, e 320 below 400",
		"":                                "!not a name",
		"wide 1200, wide 390 below 600":   "!two widths have the name wide",
		"wide 1200, narrow 390":           "!no upper bound",
		"narrow 390 below 600":            "!no upper bound",
		"wide 1200, narrow 700 below 600": "!not inside its own range",
		"wide 500, narrow 390 below 600":  "!not inside its own range",
		"wide 1200, a 390 below 600, b 500 below 600": "!not inside its own range",
		"hover 1200":                    "!not a name",
		"Wide 1200":                     "!not a name",
		"wide 1200px":                   "!not a whole number",
		"wide 1200, narrow 390 below x": "!not a whole number",
		"a 1600, b 1200 below 1400, c 900 below 1100, d 600 below 800, e 320 below 400, f 250 below 300": "!at most 5",
	} {
		widths, err := ParseWidths(text)
		if problem, refused := strings.CutPrefix(want, "!"); refused {
			if err == nil || !strings.Contains(err.Error(), problem) {
				t.Errorf("%q: %v, %v; want a fault about %q", text, widths, err, problem)
			}
		} else if err != nil || widths.String() != want {
			t.Errorf("%q: %v, %v; want %s", text, widths, err, want)
		}
	}
}

func TestPropertyParse(t *testing.T) {
	for _, c := range []struct{ property, text, want, css string }{
		{"font-size", "44", "44px", "44px"},
		{"font-size", "1.5EM", "1.5em", "1.5em"},
		{"font-size", "type-7", "type-7", "var(--rb-type-7)"},
		{"font-size", "18 to 28px", "18px at 390 to 28px at 1200", "clamp(18px,18px + (var(--rb-width) - " +
			"390px)*10/810,28px)"},
		{"font-size", "20.5px at 320 to 16px at 1000px", "20.5px at 320 to 16px at 1000",
			"clamp(16px,20.5px + (var(--rb-width) - 320px)*-4.5/680,20.5px)"},
		{"font-size", "18px to 18px", "18px", "18px"},
		{"font-weight", "600", "600", "600"},
		{"line-height", "1.45", "1.45", "1.45"},
		{"letter-spacing", "−0.02", "-0.02em", "-0.02em"},
		{"letter-spacing", "normal", "normal", "normal"},
		{"color", "ink", "ink", "var(--rb-ink)"},
		{"color", "#10203A", "#10203a", "#10203a"},
		{"padding", "8", "8px", "8px"},
		{"padding", "8px 16px 8px 16px", "8px 16px", "8px 16px"},
		{"padding", "space-2 0", "space-2 0", "var(--rb-space-2) 0"},
		{"padding", "1px 2px 3px", "1px 2px 3px", "1px 2px 3px"},
		{"margin", "-4px", "-4px", "-4px"},
		{"border", "1.5 solid line", "1.5px solid line", "1.5px solid var(--rb-line)"},
		{"border", "2px dashed rgb(0, 0, 0)", "2px dashed #000000", "2px dashed #000000"},
		{"border", "none", "none", "none"},
		{"border-radius", "50%", "50%", "50%"},
		{"box-shadow", "none", "none", "none"},
		{"box-shadow", "0 2px 8px #0003, inset 0 0 0 1px ink", "0 2px 8px 0 #00000033, inset 0 0 0 1px ink",
			"0 2px 8px 0 #00000033, inset 0 0 0 1px var(--rb-ink)"},
		{"font-family", `Newsreader, "serif"`, "Newsreader, serif", `"Newsreader",serif`},
		{"text-transform", "uppercase", "uppercase", "uppercase"},
	} {
		p, err := PropertyNamed(c.property)
		if err != nil {
			t.Fatal(err)
		}
		v, err := p.Parse(c.text, Vocabulary{})
		if err != nil || v.String() != c.want || v.CSS() != c.css {
			t.Errorf("%s: %s: got %v (%v), want %s", c.property, c.text, v, err, c.want)
			continue
		}
		if again, err := p.Parse(v.String(), Vocabulary{}); err != nil || again.CSS() != c.css {
			t.Errorf("%s: what is written, %s, reads as %v (%v)", c.property, v, again, err)
		}
	}
	for property, texts := range map[string][]string{
		"font-size": {"", "0", "-4px", "12pt", "big", "400.1px", "1e3px", "9999999999999999999999px", "12px;color:red",
			"space-2", "18px to", "18px to 2em", "18px at 900 to 20px at 600", "18px at 390.5 to 20px", "1px to 2px to 3px"},
		"padding": {"-1px", "1 2 3 4 5", "1px solid", "}", "ink"}, "color": {"url(javascript:x)", "type-1", "red}body{"},
		"border":      {"solid", "1px solid", "1px wavy red", "-1px solid ink", "1px solid ink extra"},
		"font-weight": {"1.5", "0", "1001", "bold"},
		"box-shadow":  {"1px", "0 0 -1px ink", "0 0 0 0 0 ink"}, "font-family": {"", "a;b", "x}", "a,,b", `a"b`},
		"text-transform": {"shout"},
	} {
		p, err := PropertyNamed(property)
		if err != nil {
			t.Fatal(err)
		}
		for _, text := range texts {
			if v, err := p.Parse(text, Vocabulary{}); err == nil {
				t.Errorf("%s: %q was read as %v", property, text, v)
			}
		}
	}
}

// Whatever is typed, what is written into CSS cannot leave its declaration.
func FuzzPropertyParse(f *testing.F) {
	for _, seed := range []string{"1px solid ink", "0 2px 8px 0 #0003", "a, b", "-0.02em", "hsl(1 2% 3%)"} {
		f.Add(uint(3), seed)
	}
	f.Add(uint(2), `0 "`)
	f.Fuzz(func(t *testing.T, which uint, text string) {
		p := properties[which%uint(len(properties))]
		v, err := p.Parse(text, Vocabulary{})
		if err != nil {
			return
		}
		if css := v.CSS(); strings.ContainsAny(css, ";{}<>\\@!\n") || strings.Count(css, `"`)%2 != 0 {
			t.Fatalf("%s: %q became %q", p.Name, text, css)
		}
		if again, err := p.Parse(v.String(), Vocabulary{}); err != nil || again.CSS() != v.CSS() {
			t.Fatalf("%s: %q became %q, which reads as %v (%v)", p.Name, text, v, again, err)
		}
	})
}

func TestKey(t *testing.T) {
	for _, text := range []string{"price.font-size", "zenith:price.font-size@featured@narrow", "card.padding@middle",
		"button.color@hover", "a:b.c@hover@narrow"} {
		k, err := ParseKey(text)
		if err != nil || k.String() != text {
			t.Errorf("%q is %+v (%v), written %s", text, k, err, k)
		}
	}
	for _, text := range []string{"", "price", ".x", "price.", ":price.color", "price.color@", "price.color@narrow@hover",
		"price.color@hover@narrow@more"} {
		if k, err := ParseKey(text); err == nil {
			t.Errorf("%q was read as %+v", text, k)
		}
	}
}

func FuzzParseKey(f *testing.F) {
	f.Add("zenith:price.font-size@featured@narrow")
	f.Fuzz(func(t *testing.T, text string) {
		if k, err := ParseKey(text); err == nil {
			if again, err := ParseKey(k.String()); err != nil || again != k {
				t.Fatalf("%q is %+v, which reads as %+v (%v)", text, k, again, err)
			}
		}
	})
}

func sheet(t testing.TB, said map[string]string) Sheet {
	t.Helper()
	s := Sheet{}
	for text, value := range said {
		key, err := ParseKey(text)
		if err != nil {
			t.Fatal(err)
		}
		p, err := PropertyNamed(key.Property)
		if err != nil {
			t.Fatal(err)
		}
		v, err := p.Parse(value, Vocabulary{})
		if err != nil {
			t.Fatal(err)
		}
		s[key] = v
	}
	return s
}

// The order of resolution: the nearest level, then the state, then the width.
func TestResolve(t *testing.T) {
	c := Cascade{Widths: DefaultWidths(),
		House: sheet(t, map[string]string{"price.font-size": "10px", "price.font-size@narrow": "11px",
			"price.font-size@featured": "12px", "price.color": "ink"}),
		Kind: sheet(t, map[string]string{"price.font-size@middle": "20px"}),
		Block: sheet(t, map[string]string{"price.font-size@featured@narrow": "30px", "zenith:price.font-size": "40px",
			"price.color@hover": "accent", "price.color@featured": "quiet"})}
	for _, x := range []struct {
		target Target
		want   string
		level  Level
	}{
		{Target{}, "10px", HouseLevel},
		{Target{Width: 1}, "20px", KindLevel},
		{Target{Width: 2}, "20px", KindLevel}, // the kind is nearer than the house style, which says narrow
		{Target{Featured: true}, "12px", HouseLevel},
		{Target{Featured: true, Width: 1}, "20px", KindLevel},
		{Target{Featured: true, Width: 2}, "30px", BlockLevel},
		{Target{Record: "zenith", Featured: true, Width: 2}, "40px", RecordLevel},
		{Target{Record: "dusk"}, "10px", HouseLevel},
	} {
		said, ok := c.Resolve(x.target, "price", "font-size")
		if !ok || said.Value.String() != x.want || said.Level != x.level {
			t.Errorf("%+v: %v at %s, want %s at %s", x.target, said.Value, said.Level, x.want, x.level)
		}
	}
	if said, _ := c.Resolve(Target{Featured: true, State: Hover}, "price", "color"); said.Value.String() != "accent" {
		t.Errorf("hover before featured: %v", said.Value)
	}
	if _, ok := c.Resolve(Target{}, "price", "padding"); ok {
		t.Error("a value that nobody says was found")
	}
	if under, ok := c.Beneath(RecordLevel, Target{Record: "zenith"}, "price", "font-size"); !ok ||
		under.Value.String() != "10px" {
		t.Errorf("beneath the record: %v", under.Value)
	}
}

// randomCascade says random values at random levels, states and widths.
func randomCascade(t testing.TB, random *rand.Rand, records []RecordRef) Cascade {
	pick := func(words ...string) string { return words[random.IntN(len(words))] }
	values := map[string][]string{
		"font-size": {"10px", "11px", "12px", "13px"}, "color": {"#111111", "#222222", "#333333", "#444444"},
		"padding": {"1px", "2px 3px", "4px"},
	}
	say := func(n int, record bool) map[string]string {
		said := map[string]string{}
		for range n {
			property := pick("font-size", "color", "padding")
			key := Key{Part: pick("card", "price", "table"), Property: property, Featured: random.IntN(4) == 0,
				State: State(pick("", "", "hover", "focus", "pressed", "selected")), Width: pick("", "", "middle", "narrow")}
			if record && random.IntN(2) == 0 {
				key.Record = records[random.IntN(len(records))].ID
			}
			said[key.String()] = values[property][random.IntN(len(values[property]))]
		}
		return said
	}
	return Cascade{Widths: DefaultWidths(), House: sheet(t, say(8, false)), Kind: sheet(t, say(5, false)),
		Block: sheet(t, say(12, true))}
}

// Rules and Resolve agree: for random looks, what the written rules give every record in every state at every
// width is what Resolve finds.
func TestRulesAgreeWithResolve(t *testing.T) {
	random := rand.New(rand.NewPCG(5, 6))
	records := []RecordRef{{"a", false}, {"b", true}, {"c", false}, {"d", true}}
	parts := []PartSpec{{Name: "card", Place: RecordItem}, {Name: "price", Place: InRecord}}
	for range 400 {
		c := randomCascade(t, random, records)
		rules := c.Rules(parts, records)
		for _, record := range records {
			for _, state := range append(States(), Normal) {
				for width := range c.Widths {
					target := Target{Record: record.ID, Featured: record.Featured, State: state, Width: width}
					for _, part := range parts {
						for _, property := range []string{"font-size", "color", "padding"} {
							want := ""
							if said, ok := c.Resolve(target, part.Name, property); ok {
								want = cssOf(property, said.Value)
							}
							if got := given(rules, part.Name, property, target); got != want {
								t.Fatalf("%+v %s.%s: the rules give %q, Resolve %q\n%+v", target, part.Name, property, got, want, c)
							}
						}
					}
				}
			}
		}
	}
}

// given is what a browser would compute: the last rule that matches.
func given(rules []Rule, part, property string, t Target) string {
	css := ""
	for _, r := range rules {
		if r.Part.Name != part || !r.matches(t) {
			continue
		}
		for _, d := range r.Declarations {
			if d.Property == property {
				css = d.Value
			}
		}
	}
	return css
}

func TestTokens(t *testing.T) {
	if _, err := ParseTokens(map[string]string{"ink": "#000"}); err == nil {
		t.Error("a dress with one token was taken")
	}
	texts := map[string]string{}
	defaults := map[Category]string{ColourToken: "#123456", FamilyToken: "serif", SizeToken: "16px", WeightToken: "400",
		LeadingToken: "1.4", SpaceToken: "8px", RadiusToken: "2px", ShadowToken: "none", MotionToken: "200ms"}
	for category, names := range vocabulary {
		for _, name := range names {
			texts[name] = defaults[category]
		}
	}
	tokens, err := ParseTokens(texts)
	if err != nil {
		t.Fatal(err)
	}
	if got := tokens.Explain(Border{Length{1000, "px"}, "solid", Token("line")}); got != "1px solid line #123456" {
		t.Errorf("explained as %q", got)
	}
	if _, err := tokens.With(map[string]string{"ink": "12px"}); err == nil {
		t.Error("a length was taken for a colour")
	}
	if _, err := tokens.With(map[string]string{"salt": "#fff"}); err == nil {
		t.Error("an unknown token was taken")
	}
}

// A class of the client's own is a name, and no value or word of CSS or script.
func TestOwnNames(t *testing.T) {
	for _, name := range []string{"class", "id"} {
		p, err := PropertyNamed(name)
		if err != nil {
			t.Fatal(err)
		}
		for text, takes := range map[string]bool{
			"hero": true, "js-buy": true, "_x": true, "Nancy": true, "nano": true, "automatic": true, "NaN": false,
			"NaNpx": false, "nanem": false, "inherit": false,
			"Initial": false, "unset": false, "revert-layer": false, "undefined": false, "null": false, "none": false,
			"rb-x": false, "1a": false, "a.b": false, "": name == "class",
		} {
			if _, err := p.Parse(text, Vocabulary{}); (err == nil) != takes {
				t.Errorf("%s %q: %v", name, text, err)
			}
		}
	}
}
