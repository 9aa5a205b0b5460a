// Package patch applies JSON Patch (RFC 6902) to a decoded JSON value and returns, with the result, the
// patch that takes it back. General libraries apply patches but do not give that inverse, and undo needs it.
package patch

import (
	"fmt"
	"strings"
)

// Pointer is a JSON Pointer (RFC 6901): the reference tokens, unescaped. The empty Pointer is the whole document.
type Pointer []string

var unescape = strings.NewReplacer("~1", "/", "~0", "~")
var escape = strings.NewReplacer("~", "~0", "/", "~1")

// ParsePointer reads the string form: "" or "/a/b~1c".
func ParsePointer(text string) (Pointer, error) {
	if text == "" {
		return Pointer{}, nil
	}
	if text[0] != '/' {
		return nil, fmt.Errorf("JSON pointer %q does not start with /", text)
	}
	tokens := strings.Split(text[1:], "/")
	for i, token := range tokens {
		for at := 0; at < len(token); at++ {
			if token[at] == '~' && (at+1 == len(token) || token[at+1] != '0' && token[at+1] != '1') {
				return nil, fmt.Errorf("JSON pointer %q has a ~ that is neither ~0 nor ~1", text)
			}
		}
		tokens[i] = unescape.Replace(token)
	}
	return tokens, nil
}

// To returns the pointer to a child.
func (p Pointer) To(tokens ...string) Pointer {
	return append(append(make(Pointer, 0, len(p)+len(tokens)), p...), tokens...)
}

// String writes the pointer with its tokens escaped.
func (p Pointer) String() string {
	var b strings.Builder
	for _, token := range p {
		b.WriteByte('/')
		b.WriteString(escape.Replace(token))
	}
	return b.String()
}

// Within reports whether p is at or below q.
func (p Pointer) Within(q Pointer) bool {
	if len(p) < len(q) {
		return false
	}
	for i := range q {
		if p[i] != q[i] {
			return false
		}
	}
	return true
}

// MarshalText writes the string form.
func (p Pointer) MarshalText() ([]byte, error) { return []byte(p.String()), nil }

// UnmarshalText reads the string form.
func (p *Pointer) UnmarshalText(b []byte) error {
	parsed, err := ParsePointer(string(b))
	*p = parsed
	return err
}
