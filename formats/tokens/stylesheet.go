package tokens

import (
	"errors"
	"fmt"
	"io"
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

// ReadStyleSheet counts the colours, font families and font sizes that a style sheet uses, the most used first. What is
// not CSS is passed over, as browsers do.
func ReadStyleSheet(text []byte) ([]Found, error) {
	if len(text) > maxStyleSheet {
		return nil, fmt.Errorf("tokens: the style sheet has %d MB; at most %d fit", len(text)>>20, maxStyleSheet>>20)
	}
	c := counter{at: map[string]int{}}
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
			slices.SortStableFunc(c.found, func(a, b Found) int { return b.Count - a.Count })
			return c.found, nil
		case css.DeclarationGrammar, css.CustomPropertyGrammar:
			c.declaration(string(name), parser.Values())
		}
	}
}

type counter struct {
	found []Found
	at    map[string]int
}

func (c *counter) declaration(name string, values []css.Token) {
	var written strings.Builder
	for _, v := range values {
		if written.Len() > maxValue {
			break
		}
		written.Write(v.Data)
	}
	whole := strings.TrimSpace(written.String())
	custom := ""
	if strings.HasPrefix(name, "--") {
		custom = strings.TrimPrefix(name, "--")
	}
	for _, text := range colours(whole) {
		if parsed, err := colour.Parse(text); err == nil {
			c.add(look.ColourToken, parsed.String(), custom)
		}
	}
	switch strings.ToLower(name) {
	case "font-family":
		c.property(look.FamilyToken, whole)
	case "font-size":
		c.property(look.SizeToken, whole)
	}
}

// property counts a whole value where it is one that a token can be.
func (c *counter) property(category look.Category, text string) {
	if value, err := look.ParseToken(category, text); err == nil {
		c.add(category, value.String(), "")
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
		for _, name := range []string{"rgb(", "rgba(", "hsl(", "hsla(", "oklch("} {
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
