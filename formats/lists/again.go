package lists

import (
	"bytes"
	"slices"
	"strings"
	"unicode/utf8"

	"rubrel/core/document"
	"rubrel/core/intake"
	"rubrel/core/kind"
	"rubrel/formats/delimited"
	"rubrel/formats/sheets"
)

// Beside reads a list that goes into a set, and lays it beside that and what the set's list said before. The answers
// are those of before with those of the options; matches are corrections: see intake.Compare.
func Beside(set *document.Set, table kind.Table, o intake.Options, matches map[string]string) (*intake.Reading,
	*intake.Revision) {
	before := intake.Before{Reading: Last(set, o), Known: set.List.Known}
	o.Into = &set.Set
	o.Answers = intake.Remembered(set.List.Answers, o.Answers)
	reading := intake.Read(set.Kind, table, o)
	return reading, intake.Compare(set.Set, before, reading, matches)
}

// Last is what is understood of the list that a set was read from last; nil where none is remembered.
func Last(set *document.Set, o intake.Options) *intake.Reading {
	table, _, err := delimited.Read([]byte(set.List.Text))
	if err != nil {
		return nil
	}
	table.Made = set.List.From.Made
	o.Answers, o.Into = set.List.Answers, &set.Set
	return intake.Read(set.Kind, table, o)
}

// Named is the sheet of a name, or the first.
func Named(all []sheets.Sheet, name string) int {
	return max(0, slices.IndexFunc(all, func(s sheets.Sheet) bool { return s.Name == name }))
}

// PlainText is a file as it was written, where it is a text, with the ends of lines that a set remembers, whatever form
// or server it has passed; "" where it is none.
func PlainText(file []byte) string {
	if !utf8.Valid(file) {
		return ""
	}
	return strings.ReplaceAll(string(bytes.TrimPrefix(file, []byte("\ufeff"))), "\r\n", "\n")
}

// Text is a sheet as a set remembers its list: as it was written, where all that came is one text, and with commas
// otherwise.
func Text(all []sheets.Sheet, sheet int, written string) (string, error) {
	if len(all) == 1 && all[0].Table.Separator != "" && written != "" {
		return written, nil
	}
	text, err := delimited.Write(all[sheet].Table.Rows, delimited.Comma)
	return string(text), err
}
