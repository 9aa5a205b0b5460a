package tokens

import (
	"errors"
	"fmt"
	"io"
	"regexp"
	"slices"
	"strings"

	"github.com/tdewolff/parse/v2"
	"github.com/tdewolff/parse/v2/css"

	"rubrel/core/colour"
	"rubrel/core/look"
)

// Found is a value that a style sheet uses, with how often, and the custom property that names it where there is one.
type Found struct {
	Category look.Category
	Value    string
	Name     string
	Count    int
}

// Bounds of a style sheet: how much of it is read, how long one value is looked at, and how many values are told apart.
// They are far above what sites have.
const (
	maxStyleSheet = 8 << 20
	maxValue      = 256 << 10
	maxFound      = 5000
	maxFunction   = 120 // the longest colour function, as text
)

// ReadStyleSheet counts the values that a style sheet uses and a token could hold, the most used first: colours, font
// families, sizes, weights and line heights, spaces, radii and shadows. What is not CSS is passed over, as browsers do.
func ReadStyleSheet(text []byte) ([]Found, error) {
	if len(text) > maxStyleSheet {
		return nil, fmt.Errorf("tokens: the style sheet has %d MB; at most %d fit", len(text)>>20, maxStyleSheet>>20)
	}
	c := counter{at: map[string]int{}, properties: map[string]string{}}
	var all []declaration
	parser := css.NewParser(parse.NewInputBytes(text), false)
	for {
		grammar, _, name := parser.Next()
		switch grammar {
		case css.ErrorGrammar:
			if err := parser.Err(); !errors.Is(err, io.EOF) && parser.HasParseError() {
				continue
			} else if !errors.Is(err, io.EOF) {
				return nil, fmt.Errorf("tokens: style sheet: %w", err)
			}
			for _, d := range all {
				c.declaration(d.name, c.resolved(d.value, 0))
			}
			slices.SortStableFunc(c.found, func(a, b Found) int { return b.Count - a.Count })
			return c.found, nil
		case css.DeclarationGrammar, css.CustomPropertyGrammar:
			d := declaration{string(name), written(parser.Values())}
			if _, ok := c.properties[d.name]; !ok && strings.HasPrefix(d.name, "--") {
				c.properties[d.name] = d.value
			}
			all = append(all, d)
		}
	}
}

type declaration struct{ name, value string }

// written is a value as it stands in the sheet, as far as it is looked at.
func written(values []css.Token) string {
	var out strings.Builder
	for _, v := range values {
		if out.Len() > maxValue {
			break
		}
		out.Write(v.Data)
	}
	return strings.TrimSpace(out.String())
}

type counter struct {
	found      []Found
	at         map[string]int
	properties map[string]string // custom properties, by their names, as they are said first
	followed   int               // bytes of values in the place of references
}

// maxFollowedBytes bounds what references stand for in all: each may hold several others.
const maxFollowedBytes = 16 << 20

// reference is a use of a custom property (CSS Custom Properties, section 3), with what holds where there is none.
var reference = regexp.MustCompile(`var\(\s*(--[^\s,()]+)\s*(?:,([^()]*))?\)`)

// resolved is a value with custom properties in the place of references to them.
func (c *counter) resolved(value string, depth int) string {
	if depth > mostDepth || !strings.Contains(value, "var(") {
		return value
	}
	return reference.ReplaceAllStringFunc(value, func(used string) string {
		parts := reference.FindStringSubmatch(used)
		held, ok := c.properties[parts[1]]
		if !ok {
			return strings.TrimSpace(parts[2])
		}
		if c.followed += len(held); c.followed > maxFollowedBytes {
			return used
		}
		return c.resolved(held, depth+1)
	})
}

func (c *counter) declaration(name, whole string) {
	custom := ""
	if strings.HasPrefix(name, "--") {
		custom = strings.TrimPrefix(name, "--")
	}
	for _, text := range colours(whole) {
		if parsed, err := colour.Parse(text); err == nil {
			c.add(look.ColourToken, parsed.String(), custom)
		}
	}
	name = strings.ToLower(name)
	if custom != "" || bearsColour(name) {
		c.names(whole, custom)
	}
	if name == "font" {
		c.font(whole)
		return
	}
	category := categoryOf(name)
	if custom != "" {
		if category = hinted(custom); category == look.ColourToken {
			category = "" // it has been counted
		}
	}
	switch {
	case category == "":
	case custom != "":
		c.named(category, whole, custom)
	case category == look.SpaceToken || category == look.RadiusToken:
		for one := range strings.FieldsSeq(strings.ReplaceAll(whole, "/", " ")) {
			if one != "0" && one != "auto" {
				c.property(category, one)
			}
		}
	default:
		c.property(category, whole)
	}
}

// categoryOf is the category of the tokens that could be a property's value; "" for none.
func categoryOf(property string) look.Category {
	switch {
	case property == "font-family":
		return look.FamilyToken
	case property == "font-size":
		return look.SizeToken
	case property == "font-weight":
		return look.WeightToken
	case property == "line-height":
		return look.LeadingToken
	case property == "box-shadow":
		return look.ShadowToken
	case strings.HasSuffix(property, "radius"):
		return look.RadiusToken
	case strings.HasPrefix(property, "margin"), strings.HasPrefix(property, "padding"),
		property == "gap", property == "row-gap", property == "column-gap":
		return look.SpaceToken
	}
	return ""
}

// bearsColour reports whether a property's value may name a colour.
func bearsColour(property string) bool {
	for _, part := range []string{"color", "background", "border", "outline", "shadow", "fill", "stroke"} {
		if strings.Contains(property, part) {
			return true
		}
	}
	return false
}

// fontSize is where the size stands in the shorthand (CSS Fonts, section 3.7), with what comes before and after.
var fontSize = regexp.MustCompile(`^(.*?)(?:^|\s)([0-9.]+(?:px|rem|em|pt|%|vw|ch)|clamp\([^()]*\))` +
	`(?:\s*/\s*([0-9.]+[a-z%]*|normal))?\s+(.+)$`)

// font counts the parts of the shorthand.
func (c *counter) font(whole string) {
	parts := fontSize.FindStringSubmatch(whole)
	if parts == nil {
		return // a system font, or one that is inherited
	}
	for word := range strings.FieldsSeq(parts[1]) {
		c.property(look.WeightToken, word)
	}
	c.property(look.SizeToken, parts[2])
	if parts[3] != "" {
		c.property(look.LeadingToken, parts[3])
	}
	c.property(look.FamilyToken, parts[4])
}

// names counts the named colours among the words of a value, outside quotation marks and addresses.
func (c *counter) names(value, custom string) {
	lower := strings.ToLower(value)
	inWord := func(b byte) bool {
		return b >= 'a' && b <= 'z' || b >= '0' && b <= '9' || strings.IndexByte("-_.#/:\\", b) >= 0 || b >= 0x80
	}
	for i := 0; i < len(lower); i++ {
		switch {
		case lower[i] == '"' || lower[i] == '\'':
			end := strings.IndexByte(lower[i+1:], lower[i])
			if end < 0 {
				return
			}
			i += end + 1
		case inWord(lower[i]):
			end := i
			for end < len(lower) && inWord(lower[end]) {
				end++
			}
			if word := lower[i:end]; colour.Named(word) && (end == len(lower) || lower[end] != '(') {
				if parsed, err := colour.Parse(word); err == nil {
					c.add(look.ColourToken, parsed.String(), custom)
				}
			}
			if strings.HasPrefix(lower[end:], "(") && lower[i:end] == "url" {
				if shut := strings.IndexByte(lower[end:], ')'); shut > 0 {
					end += shut
				}
			}
			i = end - 1
		}
	}
}

// property counts a whole value where it is one that a token can be.
func (c *counter) property(category look.Category, text string) { c.named(category, text, "") }

// named counts a whole value that a custom property has.
func (c *counter) named(category look.Category, text, custom string) {
	if value, err := look.ParseToken(category, text); err == nil {
		c.add(category, value.String(), custom)
	}
}

func (c *counter) add(category look.Category, value, name string) {
	key := string(category) + " " + value
	i, ok := c.at[key]
	if !ok && len(c.found) == maxFound {
		return
	}
	if !ok {
		i = len(c.found)
		c.at[key] = i
		c.found = append(c.found, Found{Category: category, Value: value})
	}
	c.found[i].Count++
	if c.found[i].Name == "" {
		c.found[i].Name = name
	}
}

// colours lists what may be colours in a value: after a #, or a function's name and its brackets.
func colours(value string) []string {
	var list []string
	lower := strings.ToLower(value)
	for i := 0; i < len(lower); i++ {
		rest := lower[i:]
		if rest[0] == '#' {
			end := 1
			for end < len(rest) && strings.IndexByte("0123456789abcdef", rest[end]) >= 0 {
				end++
			}
			list = append(list, rest[:end])
			i += end - 1
			continue
		}
		for _, name := range []string{"rgb(", "rgba(", "hsl(", "hsla(", "hwb(", "lab(", "lch(", "oklab(", "oklch(",
			"color("} {
			if !strings.HasPrefix(rest, name) {
				continue
			}
			if end := strings.IndexByte(rest[:min(len(rest), maxFunction)], ')'); end > 0 {
				list = append(list, rest[:end+1])
				i += end
			}
			break
		}
	}
	return list
}
