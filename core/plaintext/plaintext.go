// Package plaintext is what every text that comes from outside has to be: characters, and nothing that a database, a
// log or a page trips over.
package plaintext

import (
	"errors"
	"strings"
	"unicode"
	"unicode/utf8"
)

// ErrEncoding is the error for bytes that are no text.
var ErrEncoding = errors.New("the text is not valid UTF-8: save it as UTF-8, or copy it again")

// Clean reads a text as a person means it: line ends become \n, and control characters other than tab and line end go.
// PostgreSQL takes no NUL, and XML takes none of the others. The error is ErrEncoding; lone surrogates are no UTF-8,
// either.
func Clean(s string) (string, error) {
	if !utf8.ValidString(s) {
		return "", ErrEncoding
	}
	if !strings.ContainsFunc(s, unicode.IsControl) {
		return s, nil
	}
	s = strings.NewReplacer("\r\n", "\n", "\r", "\n", "\v", "\n", "\f", "\n").Replace(s)
	return strings.Map(func(r rune) rune {
		if unicode.IsControl(r) && r != '\n' && r != '\t' {
			return -1
		}
		return r
	}, s), nil
}

// IsClean reports whether Clean would leave a text as it is.
func IsClean(s string) bool {
	cleaned, err := Clean(s)
	return err == nil && cleaned == s
}
