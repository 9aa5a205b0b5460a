package render

import (
	"strings"
	"testing"
)

func TestScoped(t *testing.T) {
	for sheet, want := range map[string]string{
		".a { color: red; }": ":where(.rb-k-x) .a{ color: red; }",
		".a, .b:is(.c, .d) > p { x: y }": ":where(.rb-k-x) .a,:where(.rb-k-x) .b:is(.c, .d) > " +
			"p{ x: y }",
		"/* a { */ @media (min-width: 3px) { .a { x: y } b {} } i{}": "@media (min-width: 3px){:where(.rb-k-x) .a{ x: y " +
			"}:where(.rb-k-x) b{}}:where(.rb-k-x) i{}",
		`@property --n { syntax: "<number>"; } .a{}`: `@property --n{ syntax: "<number>"; }:where(.rb-k-x) .a{}`,
		`[data-x="a,b"] i{}`:                         `:where(.rb-k-x) [data-x="a,b"] i{}`,
		`.a::after { content: "{,}" } /* } */ .b{}`: `:where(.rb-k-x) .a::after{ content: "{,}" }` +
			`:where(.rb-k-x) .b{}`,
		"": "",
	} {
		got := scoped(sheet)
		if want = strings.ReplaceAll(want, "rb-k-x", got.class); got.css != want {
			t.Errorf("%s: %s, want %s", sheet, got.css, want)
		}
	}
}
