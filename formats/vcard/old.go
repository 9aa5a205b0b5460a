package vcard

import (
	"io"
	"mime/quotedprintable"
	"strings"
	"unicode/utf8"

	"golang.org/x/text/encoding/charmap"
	"golang.org/x/text/encoding/unicode"
)

// toUTF8 is a file as UTF-8: one in UTF-16 says so in its first bytes, and one of version 2.1 may be in the encoding of
// the machine that wrote it.
func toUTF8(file string) string {
	if strings.HasPrefix(file, "\xff\xfe") || strings.HasPrefix(file, "\xfe\xff") {
		decoded, err := unicode.UTF16(unicode.LittleEndian, unicode.UseBOM).NewDecoder().String(file)
		if err != nil {
			return file
		}
		return decoded
	}
	file = strings.TrimPrefix(file, "\ufeff")
	if utf8.ValidString(file) {
		return file
	}
	decoded, err := charmap.Windows1252.NewDecoder().String(file)
	if err != nil {
		return file
	}
	return decoded
}

// cutValue cuts a line at the colon before its value, which is not one in quotation marks.
func cutValue(line string) (head, value string, ok bool) {
	quoted := false
	for i, r := range line {
		switch {
		case r == '"':
			quoted = !quoted
		case r == ':' && !quoted:
			return line[:i], line[i+1:], true
		}
	}
	return "", "", false
}

// named is the head of a line whose parameters all have names: those of version 2.1 that have none are types, or the
// encoding of the value.
func named(head string) string {
	pieces := splitQuoted(head)
	kept := pieces[:1]
	for _, piece := range pieces[1:] {
		upper := strings.ToUpper(piece)
		switch {
		case upper == "" || upper == "QUOTED-PRINTABLE" || upper == "ENCODING=QUOTED-PRINTABLE" ||
			strings.HasPrefix(upper, "CHARSET="):
			continue // the value has been decoded
		case upper == "BASE64" || upper == "B":
			piece = "ENCODING=b"
		case !strings.Contains(piece, "="):
			piece = "TYPE=" + piece
		}
		kept = append(kept, piece)
	}
	return strings.Join(kept, ";")
}

// splitQuoted splits at semicolons outside quotation marks.
func splitQuoted(head string) []string {
	var pieces []string
	quoted, start := false, 0
	for i, r := range head {
		switch {
		case r == '"':
			quoted = !quoted
		case r == ';' && !quoted:
			pieces, start = append(pieces, head[start:i]), i+1
		}
	}
	return append(pieces, head[start:])
}

// quotedPrintable decodes a value (RFC 2045, section 6.7); one that is wrong stays as it is. Line ends in it are
// escaped, as later versions have them.
func quotedPrintable(value string) string {
	decoded, err := io.ReadAll(quotedprintable.NewReader(strings.NewReader(value)))
	if err != nil {
		return value
	}
	return strings.NewReplacer("\r\n", `\n`, "\n", `\n`, "\r", `\n`).Replace(toUTF8(string(decoded)))
}

// isBase64 reports whether a line is made of base64 alone.
func isBase64(line string) bool {
	const alphabet = "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/="
	return len(line) > 4 && strings.Trim(line, alphabet) == ""
}
