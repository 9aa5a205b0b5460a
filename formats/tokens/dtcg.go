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

// Reading is what a file of tokens has, in order of their paths, and what of it could not be read.
type Reading struct {
	Tokens []Token
	Unread []*Error
}

// ReadDTCG reads a file of design tokens. Types are inherited from groups, and aliases ("{a.b}") are followed. The
// older shape is read too, in which a token's members are "value", "type" and "comment", and so is a bare value under
// a name. What cannot be read, as an alias to another file, is left out and said; the error is for what is no such
// file.
func ReadDTCG(text []byte) (Reading, error) {
	if len(text) > maxFile {
		return Reading{}, fmt.Errorf("tokens: the file has %d MB; at most %d fit", len(text)>>20, maxFile>>20)
	}
	var tree map[string]any
	if err := json.Unmarshal(text, &tree); err != nil {
		return Reading{}, fmt.Errorf("tokens: this is not JSON: %w", err)
	}
	r := reader{byName: map[string]*Token{}}
	r.group(nil, tree, "")
	var reading Reading
	for _, t := range r.tokens {
		value, problem := r.follow(t, t.Value, 0)
		if r.count > maxFollowed {
			return Reading{}, problem
		}
		if problem != nil {
			r.unread = append(r.unread, problem)
			continue
		}
		held := *t
		held.Value = value
		reading.Tokens = append(reading.Tokens, held)
	}
	reading.Unread = r.unread
	return reading, nil
}

type reader struct {
	tokens []*Token
	unread []*Error
	byName map[string]*Token
	count  int // of values that were followed
}

func (r *reader) add(path []string, kind string, value any, description string) {
	t := &Token{Path: slices.Clone(path), Type: kind, Value: value, Description: description}
	r.tokens = append(r.tokens, t)
	r.byName[t.Name()] = t
}

func (r *reader) miss(path []string, problem string) {
	r.unread = append(r.unread, &Error{strings.Join(path, "."), problem})
}

// The members of a token: as the format has them, and as many files of before had them.
const (
	typeMember, valueMember, aboutMember = "$type", "$value", "$description"
	oldType, oldValue, oldAbout          = "type", "value", "comment"
)

func (r *reader) group(path []string, members map[string]any, kind string) {
	if len(path) > mostDepth {
		r.miss(path, "its groups are nested too deeply")
		return
	}
	if own, ok := members[typeMember].(string); ok {
		kind = own
	}
	if value, ok := members[valueMember]; ok {
		if len(path) == 0 {
			r.miss(path, "a token needs a name around it")
			return
		}
		about, _ := members[aboutMember].(string)
		r.add(path, kind, value, about)
		return
	}
	if value, ok := members[oldValue]; ok && len(path) > 0 && isOldToken(value) {
		if own, ok := members[oldType].(string); ok {
			kind = own
		}
		about, _ := members[oldAbout].(string)
		r.add(path, oldTypes[kind], value, about)
		return
	}
	for _, name := range slices.Sorted(maps.Keys(members)) {
		if strings.HasPrefix(name, "$") {
			continue
		}
		within := append(slices.Clone(path), name)
		switch child := members[name].(type) {
		case map[string]any:
			r.group(within, child, kind)
		case string, float64:
			r.add(within, kind, child, "")
		default:
			r.miss(within, "a group or a token is expected")
		}
	}
}

// isOldToken reports whether a member called value is a token's, not a group of that name.
func isOldToken(value any) bool {
	members, group := value.(map[string]any)
	if !group {
		return true
	}
	for _, member := range members {
		if _, nested := member.(map[string]any); nested {
			return false
		}
	}
	return len(members) > 0
}

// oldTypes are the types of before, by their names now; what is not there is told by the value.
var oldTypes = map[string]string{"color": "color", "dimension": "dimension", "fontFamily": "fontFamily",
	"fontWeight": "fontWeight", "duration": "duration", "cubicBezier": "cubicBezier", "number": "number",
	"shadow": "shadow", "sizing": "dimension", "spacing": "dimension", "borderRadius": "dimension",
	"fontSizes": "dimension", "fontSize": "dimension", "fontFamilies": "fontFamily", "fontWeights": "fontWeight",
	"lineHeights": "number", "boxShadow": "shadow"}

// follow replaces aliases by what they stand for, in lists and objects too, and takes their type where there is none.
func (r *reader) follow(t *Token, value any, depth int) (any, *Error) {
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
			target, known = r.byName[strings.TrimSuffix(name, "."+oldValue)]
		}
		if !known {
			return nil, &Error{t.Name(), fmt.Sprintf("it stands for %q, which is not in this file", name)}
		}
		if t.Type == "" {
			t.Type = target.Type
		}
		return r.follow(t, target.Value, depth+1)
	case []any:
		list := make([]any, len(v))
		for i := range v {
			var problem *Error
			if list[i], problem = r.follow(t, v[i], depth+1); problem != nil {
				return nil, problem
			}
		}
		return list, nil
	case map[string]any:
		members := map[string]any{}
		for _, name := range slices.Sorted(maps.Keys(v)) {
			member, problem := r.follow(t, v[name], depth+1)
			if problem != nil {
				return nil, problem
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
	case []any: // a list of families, or of shadows
		words := make([]string, 0, len(v))
		for _, each := range v {
			word, ok := each.(string)
			if members, is := each.(map[string]any); is {
				word = shadowCSS(members)
				ok = word != ""
			}
			if !ok {
				return ""
			}
			words = append(words, word)
		}
		return strings.Join(words, ", ")
	case map[string]any:
		if shadow := shadowCSS(v); shadow != "" {
			return shadow
		}
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
