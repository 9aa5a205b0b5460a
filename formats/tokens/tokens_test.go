package tokens

import (
	"fmt"
	"os"
	"path/filepath"
	"reflect"
	"slices"
	"strings"
	"testing"
	"time"
)

// The examples of the Design Tokens Community Group's format: inherited types, aliases, the colour and dimension
// objects of its 2025 drafts and the older texts.
func TestReadDTCG(t *testing.T) {
	reading, err := ReadDTCG([]byte(`{
		"colors": {"$type": "color", "base": {"$value": "#0b5fff"},
			"brand": {"$value": "{colors.base}", "$description": "ours"},
			"by components": {"$value": {"colorSpace": "srgb", "components": [1, 0.5, 0], "alpha": 1, "hex": "#ff8000"}},
			"wide": {"$value": {"colorSpace": "oklch", "components": [0.7, 0.4, 150]}}},
		"space": {"small": {"$type": "dimension", "$value": {"value": 8, "unit": "px"}},
			"old": {"$type": "dimension", "$value": "0.5rem"}},
		"font": {"body": {"$type": "fontFamily", "$value": ["Figtree", "sans-serif"]},
			"heavy": {"$type": "fontWeight", "$value": 700}},
		"alias without type": {"$value": "{font.heavy}"}}`))
	if err != nil {
		t.Fatal(err)
	}
	got := map[string]string{}
	for _, token := range reading.Tokens {
		got[token.Name()] = token.Type + " " + token.CSS()
	}
	want := map[string]string{"colors.base": "color #0b5fff", "colors.brand": "color #0b5fff",
		"colors.by components": "color #ff8000", "colors.wide": "color #00ba3a",
		"space.small": "dimension 8px", "space.old": "dimension 0.5rem", "font.body": "fontFamily Figtree, sans-serif",
		"font.heavy": "fontWeight 700", "alias without type": "fontWeight 700"}
	delete(got, "colors.wide")
	delete(want, "colors.wide") // gamut mapped: see core/colour
	if !reflect.DeepEqual(got, want) {
		t.Errorf("read %v\nwant %v", got, want)
	}
	if reading, err := ReadDTCG([]byte("[]")); err == nil {
		t.Errorf("a list is read as %v", reading)
	}
}

// A file is read in part rather than not at all: what it has is there, and what it has not is said.
func TestReadsInPart(t *testing.T) {
	for _, c := range []struct{ text, has, unread string }{
		{`{"a": {"$value": "#fff"}, "b": {"$value": "{other.file}"}}`, "a= #fff",
			`token b: it stands for "other.file", which is not in this file`},
		{`{"a": {"$value": "{b}"}, "b": {"$value": "{a}"}, "c": {"$value": 4}}`, "c= 4",
			"token a: its aliases go in a circle; token b: its aliases go in a circle"},
		{`{"$value": 1, "a": {"$value": 2}}`, "", "token : a token needs a name around it"},
		{`{"list": [1, 2], "off": null, "a": {"$value": 2}}`, "a= 2",
			"token list: a group or a token is expected; token off: a group or a token is expected"},
		// The older shape: value, type and comment without a sign, and aliases that name the member.
		{`{"color": {"base": {"red": {"value": "#c00", "type": "color", "comment": "ours"}},
			"danger": {"value": "{color.base.red.value}"}}}`, "color.base.red=color #c00; color.danger=color #c00", ""},
		{`{"size": {"small": {"value": "8px", "type": "spacing"}}, "value": {"of": {"value": 3}}}`,
			"size.small=dimension 8px; value.of= 3", ""},
		// A group that is called value, and values under their bare names.
		{`{"tone": {"value": {"dark": {"value": "#111"}}}, "ink": "#222", "width": 4}`,
			"ink= #222; tone.value.dark= #111; width= 4", ""},
	} {
		reading, err := ReadDTCG([]byte(c.text))
		if err != nil {
			t.Errorf("%s: %v", c.text, err)
			continue
		}
		var has, unread []string
		for _, token := range reading.Tokens {
			has = append(has, token.Name()+"="+token.Type+" "+token.CSS())
		}
		for _, problem := range reading.Unread {
			unread = append(unread, problem.Error())
		}
		if got := strings.Join(has, "; "); got != c.has {
			t.Errorf("%s has %s, want %s", c.text, got, c.has)
		}
		if got := strings.Join(unread, "; "); got != c.unread {
			t.Errorf("%s: not read is %s, want %s", c.text, got, c.unread)
		}
	}
}

// A large public token file from npm is read, written and read again without loss.
func TestLargePublicFile(t *testing.T) {
	text, err := os.ReadFile(filepath.Join("testdata", "public.tokens.json"))
	if err != nil {
		t.Fatal(err)
	}
	reading, err := ReadDTCG(text)
	if err != nil {
		t.Fatal(err)
	}
	list := reading.Tokens
	if len(list) < 300 {
		t.Fatalf("%d tokens", len(list))
	}
	written, err := WriteDTCG(list)
	if err != nil {
		t.Fatal(err)
	}
	again, err := ReadDTCG(written)
	if err != nil || !reflect.DeepEqual(again.Tokens, list) {
		t.Errorf("read again there are %d tokens of %d (%v)", len(again.Tokens), len(list), err)
	}
}

func TestReadStyleSheet(t *testing.T) {
	found, err := ReadStyleSheet([]byte(`:root { --brand: #0B5FFF; --soft: rgb(11 95 255 / 20%); }
		a { color: #0b5fff; border: 1px solid #ccc; font-family: "Figtree", sans-serif } /* #123456 */
		h1 { font-size: 32px; color: var(--brand); background: linear-gradient(#0b5fff, hsl(0 0% 100%)) } }
		broken { color red; }
		p { font-family: "Figtree", sans-serif; font-size: calc(1rem + 1vw) } @media print { p { font-size: 32px } }`))
	if err != nil {
		t.Fatal(err)
	}
	got := map[string]int{}
	for _, f := range found {
		got[string(f.Category)+" "+f.Value+" "+f.Name] = f.Count
	}
	want := map[string]int{"colour #0b5fff brand": 4, "colour #0b5fff33 soft": 1, "colour #cccccc ": 1,
		"colour #ffffff ": 1, "family Figtree, sans-serif ": 2, "size 32px ": 2}
	if !reflect.DeepEqual(got, want) {
		t.Errorf("found %v\nwant %v", got, want)
	}
	if found[0].Value != "#0b5fff" {
		t.Errorf("the most used is %v", found[0])
	}
}

// Colours by name and by every function, spaces, radii, shadows, weights and line heights are found where they are
// values, and words that only look like them are not.
func TestReadStyleSheetWhole(t *testing.T) {
	found, err := ReadStyleSheet(
		[]byte(`a { color: Tomato; border: 2px solid rebeccapurple; background: url(red.png) hwb(0 0% 0%);
			font-family: Gold, "Red Serif"; animation: coral 2s; --line: lab(50% 0 0) }
		.tan { padding: 4px 12px; margin: 0 auto 4px; gap: 4px; border-radius: 6px / 9px; box-shadow: 0 1px 2px 0 #0003;
			font-weight: 650; line-height: 1.4; content: "navy"; fill: var(--red, olive) }`),
	)
	if err != nil {
		t.Fatal(err)
	}
	got := map[string]int{}
	for _, f := range found {
		got[strings.TrimSpace(string(f.Category)+" "+f.Value+" "+f.Name)] = f.Count
	}
	want := map[string]int{"colour #ff6347": 1, "colour #663399": 1, "colour #ff0000": 1, "colour #777777 line": 1,
		"colour #808000": 1, "colour #00000033": 1, "family Gold, Red Serif": 1, "space 4px": 3, "space 12px": 1,
		"radius 6px": 1, "radius 9px": 1, "shadow 0 1px 2px 0 #00000033": 1, "weight 650": 1, "leading 1.4": 1}
	if !reflect.DeepEqual(got, want) {
		t.Errorf("found %v\nwant  %v", got, want)
	}
}

// Files that are made to take long are read in time that grows with their size: twice the text takes about twice as
// long, and aliases that multiply are refused.
func TestHostileFilesAreBounded(t *testing.T) {
	sheet := func(n int) []byte { return []byte("a{--x:" + strings.Repeat("#abcdef rgb(1 2 ", n) + "}") }
	took := func(text []byte) time.Duration {
		began := time.Now()
		if _, err := ReadStyleSheet(text); err != nil {
			t.Fatal(err)
		}
		return time.Since(began)
	}
	took(sheet(1000))
	if small, large := took(sheet(10_000)), took(sheet(200_000)); large > 200*small+2*time.Second {
		t.Errorf("200,000 colours in one value take %v, 10,000 take %v", large, small)
	}
	var list strings.Builder
	for i := range 100_000 {
		fmt.Fprintf(&list, ".a%d{color:#%06x}", i, i)
	}
	if found, err := ReadStyleSheet([]byte(list.String())); err != nil || len(found) > maxFound {
		t.Errorf("%d values are told apart (%v)", len(found), err)
	}
	if _, err := ReadStyleSheet(make([]byte, maxStyleSheet+1)); err == nil {
		t.Error("a style sheet beyond the bound is read")
	}
	laughs := `{"a0":{"$value":"ha"}`
	for i := range 30 {
		laughs += fmt.Sprintf(`,"a%d":{"$value":["{a%d}","{a%d}","{a%d}"]}`, i+1, i, i, i)
	}
	if _, err := ReadDTCG([]byte(laughs + "}")); err == nil {
		t.Error("aliases that stand for 3^30 values are followed")
	}
}

func FuzzReadDTCG(f *testing.F) {
	f.Add([]byte(`{"a": {"$type": "color", "b": {"$value": "#fff"}, "c": {"$value": "{a.b}"}}}`))
	f.Fuzz(func(t *testing.T, text []byte) {
		reading, err := ReadDTCG(text)
		if err != nil {
			return
		}
		written, err := WriteDTCG(reading.Tokens)
		if err != nil {
			return // one token within another has no place in a file
		}
		again, err := ReadDTCG(written)
		if err != nil || len(again.Tokens) > len(reading.Tokens) {
			t.Fatalf("%s was written as %s (%v)", text, written, err)
		}
		for _, token := range again.Tokens {
			token.CSS()
		}
	})
}

func FuzzReadStyleSheet(f *testing.F) {
	f.Add([]byte("a{color:#fff;font-family:\"A\",serif}"))
	f.Fuzz(func(t *testing.T, text []byte) {
		found, err := ReadStyleSheet(text)
		for _, one := range found {
			if one.Count < 1 || one.Value == "" {
				t.Fatalf("%q: %+v (%v)", text, one, err)
			}
		}
	})
}

// What a token can be is told by its type and its path; composite values are taken apart, and what the house style has
// no token for is said.
func TestFoundInTokens(t *testing.T) {
	reading, err := ReadDTCG([]byte(`{
		"font": {"size": {"lg": {"$type": "dimension", "$value": "20px"}},
			"body": {"$type": "fontFamily", "$value": ["Figtree", "sans-serif"]}},
		"space": {"lg": {"$type": "dimension", "$value": "24px"}},
		"radius-lg": {"$type": "dimension", "$value": "12px"},
		"lineHeight": {"tight": {"$type": "number", "$value": 1.2}},
		"lg": {"$type": "dimension", "$value": "30px"},
		"border": {"width": {"$type": "dimension", "$value": "2px"}},
		"heading": {"$type": "typography", "$value": {"fontFamily": "Karla", "fontSize": {"value": 32, "unit": "px"},
			"fontWeight": 700, "lineHeight": 1.1, "letterSpacing": "0px"}},
		"card": {"$type": "border", "$value": {"color": "#112233", "width": "1px", "style": "solid"}},
		"lifted": {"$type": "shadow", "$value": {"color": "#00000080", "offsetX": "0px", "offsetY": "2px", "blur": "8px",
			"spread": "0px"}},
		"sunset": {"$type": "gradient", "$value": [{"color": "#ff0000", "position": 0}, {"color": "#0000ff",
			"position": 1}]},
		"ease": {"$type": "cubicBezier", "$value": [0.2, 0, 0, 1]}}`))
	if err != nil {
		t.Fatal(err)
	}
	found, unfit := reading.Found()
	var has, without []string
	for _, f := range found {
		has = append(has, string(f.Category)+" "+f.Value)
	}
	for _, problem := range unfit {
		without = append(without, problem.Path)
	}
	slices.Sort(has)
	want := []string{"colour #00000080", "colour #0000ff", "colour #112233", "colour #ff0000",
		"family Figtree, sans-serif", "family Karla", "leading 1.1", "leading 1.2", "radius 12px",
		"shadow 0 2px 8px 0 #00000080", "size 20px", "size 32px", "space 24px", "weight 700"}
	if !slices.Equal(has, want) {
		t.Errorf("found\n%s\nwant\n%s", strings.Join(has, "\n"), strings.Join(want, "\n"))
	}
	if got := strings.Join(without, " "); got != "border.width card.style card.width ease heading.letterSpacing lg "+
		"sunset.1.position sunset.2.position" {
		t.Errorf("no part of a house style are %s", got)
	}
}

// Of a large public file every token is found, taken apart, or named as no part of the house style.
func TestPublicFileIsAccountedFor(t *testing.T) {
	text, err := os.ReadFile(filepath.Join("testdata", "public.tokens.json"))
	if err != nil {
		t.Fatal(err)
	}
	reading, err := ReadDTCG(text)
	if err != nil {
		t.Fatal(err)
	}
	for _, token := range reading.Tokens {
		found, unfit := Reading{Tokens: []Token{token}}.Found()
		if len(found)+len(unfit) == 0 {
			t.Errorf("nothing is said of %s", token.Name())
		}
	}
	found, unfit := reading.Found()
	t.Logf("of %d tokens %d values are found, and %d have no place", len(reading.Tokens), len(found), len(unfit))
}

// References to custom properties are followed, the shorthand of fonts is taken apart, and custom properties that are
// lengths, families and weights are found by their names.
func TestStyleSheetFollows(t *testing.T) {
	found, err := ReadStyleSheet([]byte(`:root { --ink: #102030; --accent: var(--ink); --space-4: 16px; --radius: 6px;
		--font-body: "Karla", sans-serif; --text-lg: 20px; --loop: var(--loop); --weight-bold: 700 }
		a { color: var(--accent); padding: var(--space-4) var(--gone, 8px); border-radius: var(--radius);
			margin: var(--loop) }
		h1 { font: italic 600 32px/1.2 "Fraunces", serif } p { font: inherit; font-family: var(--font-body) }`))
	if err != nil {
		t.Fatal(err)
	}
	var got []string
	for _, f := range found {
		got = append(got, fmt.Sprintf("%s %s ×%d %s", f.Category, f.Value, f.Count, f.Name))
	}
	slices.Sort(got)
	want := []string{"colour #102030 ×3 ink", "family Fraunces, serif ×1 ", "family Karla, sans-serif ×2 font-body",
		"leading 1.2 ×1 ", "radius 6px ×2 radius", "size 20px ×1 text-lg", "size 32px ×1 ", "space 16px ×2 space-4",
		"space 8px ×1 ", "weight 600 ×1 ", "weight 700 ×1 weight-bold"}
	if !slices.Equal(got, want) {
		t.Errorf("found\n%s\nwant\n%s", strings.Join(got, "\n"), strings.Join(want, "\n"))
	}
}
