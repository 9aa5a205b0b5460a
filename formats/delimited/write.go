package delimited

import (
	"bytes"
	"encoding/csv"
	"fmt"
	"regexp"
	"strings"
)

// Comma is the separator of RFC 4180.
const Comma = ','

// SeparatorBeside is that by which spreadsheets tell cells from each other where a mark stands before fractions: common
// practice of theirs.
func SeparatorBeside(decimal rune) rune {
	if decimal == Comma {
		return ';'
	}
	return Comma
}

// Write writes rows as RFC 4180 has it, in UTF-8 with a byte-order mark, by which spreadsheets know the encoding. A
// text that a spreadsheet would take for a formula stands after an apostrophe, which Read takes off.
func Write(rows [][]string, separator rune) ([]byte, error) {
	var out bytes.Buffer
	out.WriteString("\ufeff")
	w := csv.NewWriter(&out)
	w.Comma, w.UseCRLF = separator, true
	for _, row := range rows {
		guarded := make([]string, len(row))
		for i, text := range row {
			guarded[i] = guard(text)
		}
		if err := w.Write(guarded); err != nil {
			return nil, fmt.Errorf("delimited: write: %w", err)
		}
	}
	w.Flush()
	return out.Bytes(), w.Error()
}

// formula is what a spreadsheet may take for a formula (OWASP, CSV Injection): it begins like one, and calls or names
// something.
var formula = regexp.MustCompile(`^(?:[=\t\r]|[+\-@].*[(|!])`)

// apostrophe before a text says in a spreadsheet that it is a text.
const apostrophe = "'"

// guard is a text that no spreadsheet takes for a formula, and unguard that text as it was.
func guard(text string) string {
	if formula.MatchString(text) {
		return apostrophe + text
	}
	return text
}

func unguard(text string) string {
	if rest, ok := strings.CutPrefix(text, apostrophe); ok && formula.MatchString(rest) {
		return rest
	}
	return text
}
