package tokens

import (
	"fmt"
	"maps"
	"slices"
	"strings"
)

// partTypes are the types of the members of composite values (Design Tokens Format Module, section 9), by their names.
var partTypes = map[string]string{"fontFamily": "fontFamily", "fontSize": "dimension", "fontWeight": "fontWeight",
	"lineHeight": "number", "letterSpacing": "letterSpacing", "color": "color", "width": "width", "style": "strokeStyle",
	"duration": "duration", "delay": "delay", "timingFunction": "cubicBezier", "position": "position"}

// parts are a token by itself, or the members of its composite value: of typography its family, size, weight and line
// height; of borders, transitions and gradients theirs. A shadow stays one, and its colour is another.
func (t Token) parts() []Token {
	switch v := t.Value.(type) {
	case map[string]any:
		if isShadow(v) {
			return append([]Token{t}, t.member("color", v["color"])...)
		}
		var parts []Token
		for _, name := range slices.Sorted(maps.Keys(v)) {
			if _, known := partTypes[name]; known {
				parts = append(parts, t.member(name, v[name])...)
			}
		}
		if len(parts) > 0 {
			return parts
		}
	case []any:
		var parts []Token
		for i, each := range v {
			members, ok := each.(map[string]any)
			if !ok {
				return []Token{t}
			}
			if isShadow(members) {
				continue
			}
			parts = append(parts, Token{Path: append(slices.Clone(t.Path), fmt.Sprint(i+1)), Value: members}.parts()...)
		}
		if len(parts) > 0 {
			return parts
		}
	}
	return []Token{t}
}

func (t Token) member(name string, value any) []Token {
	if value == nil {
		return nil
	}
	return []Token{{Path: append(slices.Clone(t.Path), name), Type: partTypes[name], Value: value}}
}

func isShadow(v map[string]any) bool { return v["offsetX"] != nil && v["offsetY"] != nil }

// shadowCSS is a shadow of the format as CSS has it; "" for another value.
func shadowCSS(v map[string]any) string {
	if !isShadow(v) {
		return ""
	}
	var words []string
	if inset, _ := v["inset"].(bool); inset {
		words = append(words, "inset")
	}
	for _, name := range []string{"offsetX", "offsetY", "blur", "spread", "color"} {
		if v[name] == nil {
			continue
		}
		css := Token{Value: v[name]}.CSS()
		if css == "" {
			return ""
		}
		if css == "0" && name != "color" {
			css = "0px"
		}
		words = append(words, css)
	}
	return strings.Join(words, " ")
}
