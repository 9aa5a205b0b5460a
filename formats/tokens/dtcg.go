// Package tokens reads and writes design tokens: the Design Tokens Community Group's JSON format, and the values that a
// style sheet uses.
package tokens

import (
	"encoding/json"
	"fmt"
	"maps"
	"slices"
	"strings"

	"rubrel/core/colour"
)

// Token is one design token. Value is as the format holds it, with every alias followed.
type Token struct {
	Path        []string // the groups around it, and its name
	Type        string   // "color", "dimension", "fontFamily" …; "" where nothing says it
	Value       any
	Description string
}

// Name joins the path with dots, as aliases do.
func (t Token) Name() string { return strings.Join(t.Path, ".") }

// Error says where in a file of tokens something is wrong.
type Error struct {
	Path    string
	Problem string
}

func (e *Error) Error() string { return fmt.Sprintf("token %s: %s", e.Path, e.Problem) }

// Bounds of a file: how deep groups lie within groups and aliases point to aliases, how large it is, and how many
// values its aliases stand for in all, since aliases of lists of aliases multiply.
const (
	mostDepth   = 40
	maxFile     = 8 << 20
	maxFollowed = 200_000
)

// ReadDTCG reads a file of design tokens in order of their paths. Types are inherited from groups, and aliases
// ("{a.b}") are followed.
func ReadDTCG(text []byte) ([]Token, error) {
	if len(text) > maxFile {
		return nil, fmt.Errorf("tokens: the file has %d MB; at most %d fit", len(text)>>20, maxFile>>20)
	}
	var tree map[string]any
	if err := json.Unmarshal(text, &tree); err != nil {
		return nil, fmt.Errorf("tokens: this is not JSON: %w", err)
	}
	r := reader{byName: map[string]*Token{}}
	if err := r.group(nil, tree, ""); err != nil {
		return nil, err
	}
	for _, t := range r.tokens {
		value, err := r.follow(t, t.Value, 0)
		if err != nil {
			return nil, err
		}
		t.Value = value
	}
	list := make([]Token, len(r.tokens))
	for i, t := range r.tokens {
		list[i] = *t
	}
	return list, nil
}

type reader struct {
	tokens []*Token
	byName map[string]*Token
	count  int // of values that were followed
}

func (r *reader) group(path []string, members map[string]any, kind string) error {
	if len(path) > mostDepth {
		return &Error{strings.Join(path, "."), "its groups are nested too deeply"}
	}
	if own, ok := members["$type"].(string); ok {
		kind = own
	}
	if value, ok := members["$value"]; ok {
		description, _ := members["$description"].(string)
		t := &Token{Path: slices.Clone(path), Type: kind, Value: value, Description: description}
		if len(path) == 0 {
			return &Error{"", "a token needs a name around it"}
		}
		r.tokens = append(r.tokens, t)
		r.byName[t.Name()] = t
		return nil
	}
	for _, name := range slices.Sorted(maps.Keys(members)) {
		child, ok := members[name].(map[string]any)
		if strings.HasPrefix(name, "$") {
			continue
		}
		if !ok {
			return &Error{strings.Join(append(path, name), "."), "a group or a token is expected, which are objects"}
		}
		if err := r.group(append(slices.Clone(path), name), child, kind); err != nil {
			return err
		}
	}
	return nil
}

// follow replaces aliases by what they stand for, in lists and objects too, and takes their type where there is none.
func (r *reader) follow(t *Token, value any, depth int) (any, error) {
	if depth > mostDepth {
		return nil, &Error{t.Name(), "its aliases go in a circle"}
	}
	if r.count++; r.count > maxFollowed {
		return nil, &Error{t.Name(), "its aliases stand for too many values"}
	}
	switch v := value.(type) {
	case string:
		name, ok := strings.CutPrefix(v, "{")
		name, closed := strings.CutSuffix(name, "}")
		if !ok || !closed {
			return v, nil
		}
		target, known := r.byName[name]
		if !known {
			return nil, &Error{t.Name(), fmt.Sprintf("there is no token %q", name)}
		}
		if t.Type == "" {
			t.Type = target.Type
		}
		return r.follow(t, target.Value, depth+1)
	case []any:
		list := make([]any, len(v))
		for i := range v {
			var err error
			if list[i], err = r.follow(t, v[i], depth+1); err != nil {
				return nil, err
			}
		}
		return list, nil
	case map[string]any:
		members := map[string]any{}
		for _, name := range slices.Sorted(maps.Keys(v)) {
			member, err := r.follow(t, v[name], depth+1)
			if err != nil {
				return nil, err
			}
			members[name] = member
		}
		return members, nil
	}
	return value, nil
}

// WriteDTCG writes tokens as a file. Where one's path lies within another's, it fails: a token has no tokens in it.
func WriteDTCG(list []Token) ([]byte, error) {
	root := map[string]any{}
	for _, t := range list {
		at := root
		for _, name := range t.Path[:len(t.Path)-1] {
			child, ok := at[name].(map[string]any)
			if !ok {
				child = map[string]any{}
				at[name] = child
			}
			if _, token := child["$value"]; token {
				return nil, &Error{t.Name(), "it lies within another token"}
			}
			at = child
		}
		held := map[string]any{"$value": t.Value}
		if t.Type != "" {
			held["$type"] = t.Type
		}
		if t.Description != "" {
			held["$description"] = t.Description
		}
		at[t.Path[len(t.Path)-1]] = held
	}
	return json.MarshalIndent(root, "", "  ")
}

// CSS is a token's value as CSS writes it; "" where it has no one value there.
func (t Token) CSS() string {
	switch v := t.Value.(type) {
	case string:
		return v
	case float64:
		return fmt.Sprint(v)
	case []any: // a list of families
		words := make([]string, 0, len(v))
		for _, each := range v {
			word, ok := each.(string)
			if !ok {
				return ""
			}
			words = append(words, word)
		}
		return strings.Join(words, ", ")
	case map[string]any:
		return objectCSS(v)
	}
	return ""
}

// objectCSS writes a dimension, a duration, or a colour by its components.
func objectCSS(v map[string]any) string {
	if unit, ok := v["unit"].(string); ok {
		if n, ok := v["value"].(float64); ok {
			return fmt.Sprint(n) + unit
		}
	}
	if hex, ok := v["hex"].(string); ok && v["alpha"] == nil {
		return hex
	}
	components, ok := v["components"].([]any)
	if !ok || len(components) != 3 {
		return ""
	}
	var n [3]float64
	for i, c := range components {
		if n[i], ok = c.(float64); !ok {
			return ""
		}
	}
	alpha := 1.0
	if a, ok := v["alpha"].(float64); ok {
		alpha = a
	}
	var c colour.Colour
	switch v["colorSpace"] {
	case "srgb":
		c = colour.Colour{R: n[0], G: n[1], B: n[2]}
	case "oklch":
		c = colour.OKLCH{L: n[0], C: n[1], H: n[2]}.Mapped()
	default:
		return ""
	}
	c.Alpha = alpha
	return c.String()
}
