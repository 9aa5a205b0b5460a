// Package delimited reads tables as people paste and upload them: comma, semicolon, tab or bar separated, with or
// without quotation marks (RFC 4180), in UTF-8, UTF-16 or Windows-1252, with or without a byte-order mark.
package delimited

import (
	"bytes"
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"regexp"
	"strings"
	"unicode"
	"unicode/utf8"

	"golang.org/x/text/encoding/charmap"
	textunicode "golang.org/x/text/encoding/unicode"

	"rubrel/core/kind"
)

// Bounds on what one paste may hold.
const (
	MostBytes   = 2 << 20
	MostRows    = 5000
	MostColumns = 500
	MostCells   = 100_000
	MostCell    = 20_000 // bytes of one
)

// ErrEmpty is the error for a text with nothing in it.
var ErrEmpty = errors.New("there is nothing to read: paste a table, or choose a file that holds one")

// Read finds out the encoding and the separator and returns the table, and its text as UTF-8.
func Read(source []byte) (kind.Table, string, error) {
	text, err := readText(source)
	if err != nil {
		return kind.Table{}, "", err
	}
	table, err := split(text, separator(text))
	return table, text, err
}

// ReadTabs reads the tab-separated text that spreadsheets put on the clipboard.
func ReadTabs(source []byte) (kind.Table, error) {
	text, err := readText(source)
	if err != nil {
		return kind.Table{}, err
	}
	return split(keepBlankLines(text), '\t')
}

// keepBlankLines writes an empty line as an empty quoted cell: encoding/csv passes over empty lines, but in a
// copied column they are empty cells.
func keepBlankLines(text string) string {
	lines := strings.Split(text, "\n")
	quoted := false
	for i, line := range lines {
		if line == "" && !quoted && i < len(lines)-1 {
			lines[i] = `""`
		}
		if strings.Count(line, `"`)%2 == 1 {
			quoted = !quoted
		}
	}
	return strings.Join(lines, "\n")
}

func readText(source []byte) (string, error) {
	if len(source) > MostBytes {
		return "", fmt.Errorf("this is %.1f MB; a list may have at most %d MB. Paste only the rows of the list itself",
			float64(len(source))/(1<<20), MostBytes>>20)
	}
	text, err := decode(source)
	if err != nil {
		return "", err
	}
	text = strings.ReplaceAll(strings.ReplaceAll(text, "\r\n", "\n"), "\r", "\n")
	if strings.TrimSpace(text) == "" {
		return "", ErrEmpty
	}
	return text, nil
}

func decode(source []byte) (string, error) {
	switch {
	case bytes.HasPrefix(source, []byte{0xff, 0xfe}), bytes.HasPrefix(source, []byte{0xfe, 0xff}):
		out, err := textunicode.UTF16(textunicode.LittleEndian, textunicode.UseBOM).NewDecoder().Bytes(source)
		if err != nil {
			return "", fmt.Errorf("the file starts as UTF-16 but does not go on so: %w", err)
		}
		return string(out), nil
	case utf8.Valid(source):
		return string(bytes.TrimPrefix(source, []byte("\ufeff"))), nil
	}
	if bytes.IndexByte(source, 0) >= 0 {
		return "", errors.New("this is not a table of text: save the sheet as CSV, or copy its cells and paste them")
	}
	out, err := charmap.Windows1252.NewDecoder().Bytes(source)
	return string(out), err
}

// separator is the one that cuts the first rows most evenly into the most columns.
func separator(text string) rune {
	best, bestScore := '\t', 0
	for _, candidate := range []rune{'\t', ';', ','} {
		table, err := rows(firstLines(text, 40), candidate)
		if err != nil || len(table.Rows) == 0 {
			continue
		}
		counts := map[int]int{}
		for _, row := range table.Rows {
			counts[len(row)]++
		}
		if 2*counts[1] >= len(table.Rows) || candidate == ',' && (beforeFractions(text) || !isQuoted(text, ',')) {
			continue // what cuts a few rows only stands within their texts: 12,480 visitors, "slow, but kind" – Ann
		}
		for columns, count := range counts {
			if score := (columns - 1) * count * count; columns > 1 && score > bestScore {
				best, bestScore = candidate, score
			}
		}
		if candidate == '\t' && bestScore > 0 {
			return '\t' // nobody types tabs inside a cell, while commas and semicolons stand in texts
		}
	}
	if width(text, bar) > width(text, best) {
		return bar
	}
	return best
}

// fractionPattern is a comma as it stands in numbers.
var fractionPattern = regexp.MustCompile(`[0-9],(?:[0-9]|[-–—])`)

// beforeFractions reports whether every comma of a text stands within a number, and words beside it: Espresso 2,50.
func beforeFractions(text string) bool {
	for line := range strings.Lines(text) {
		commas := strings.Count(line, ",")
		words := strings.ContainsFunc(line, func(r rune) bool { return r != ',' && !unicode.IsDigit(r) && r != '\n' })
		if commas != len(fractionPattern.FindAllString(line, -1)) || commas > 0 && !words {
			return false
		}
	}
	return true
}

func firstLines(text string, n int) string {
	at := 0
	for range n {
		next := strings.IndexByte(text[at:], '\n')
		if next < 0 {
			return text
		}
		at += next + 1
	}
	if strings.Count(text[:at], `"`)%2 == 1 { // do not cut a quoted cell in two
		return text
	}
	return text[:at]
}

// split reads the table within the bounds.
func split(text string, comma rune) (kind.Table, error) {
	t, err := rows(text, comma)
	if err != nil {
		return t, err
	}
	return t, Check(t)
}

// Check says where a table is beyond the bounds.
func Check(t kind.Table) error {
	cells := 0
	for i, row := range t.Rows {
		cells += len(row)
		switch {
		case i >= MostRows:
			return fmt.Errorf("line %d: a list has at most %d rows", t.Lines[i], MostRows)
		case len(row) > MostColumns:
			return fmt.Errorf("line %d: a row has at most %d columns; this one has %d", t.Lines[i], MostColumns, len(row))
		case cells > MostCells:
			return fmt.Errorf("line %d: a list has at most %d cells", t.Lines[i], MostCells)
		}
		for column, cell := range row {
			if len(cell) > MostCell {
				return fmt.Errorf("line %d, column %d: a cell has at most %d characters", t.Lines[i], column+1, MostCell)
			}
		}
	}
	return nil
}

// width is into how many columns a separator cuts every one of the first rows alike; 1 where it does not.
func width(text string, separator rune) int {
	table, err := rows(firstLines(text, 40), separator)
	if err != nil || len(table.Rows) < 2 {
		return 1
	}
	for _, row := range table.Rows {
		if len(row) != len(table.Rows[0]) {
			return 1
		}
	}
	return len(table.Rows[0])
}

// bar stands between the cells of tables in plain text, as mails and notes have them.
const bar = '|'

// isNoRule reports whether a character is none of those that lines are drawn with.
func isNoRule(r rune) bool { return !strings.ContainsRune("-=:+ \t", r) }

// isQuoted reports whether quotation marks stand around cells, as RFC 4180 has them. Where they do not they are part of
// the texts: "Kind people" – Ann.
func isQuoted(text string, comma rune) bool {
	within := false
	for line := range strings.Lines(text) {
		rest, opens := strings.CutPrefix(strings.TrimSpace(line), `"`)
		opens = opens && !within
		if within = within != (strings.Count(line, `"`)%2 == 1); !opens {
			continue
		}
		// A cell that begins the line ends before a separator, or with the line, or goes on in the next.
		for {
			at := strings.IndexByte(rest, '"')
			if at < 0 {
				return true
			}
			after := rest[at+1:]
			if doubled, ok := strings.CutPrefix(after, `"`); ok {
				rest = doubled
				continue
			}
			if after == "" || strings.HasPrefix(strings.TrimLeft(after, " "), string(comma)) {
				return true
			}
			break
		}
		return false
	}
	return true
}

// unquotedRows cuts lines at a separator, and takes quotation marks for part of the texts.
func unquotedRows(text string, comma rune) kind.Table {
	t := kind.Table{Separator: string(comma)}
	line := 0
	for row := range strings.Lines(text) {
		line++
		if row = strings.TrimSuffix(row, "\n"); row != "" {
			t.Rows, t.Lines = append(t.Rows, strings.Split(row, string(comma))), append(t.Lines, line)
		}
	}
	return t
}

func rows(text string, comma rune) (kind.Table, error) {
	if !isQuoted(text, comma) {
		return unquotedRows(text, comma), nil
	}
	reader := csv.NewReader(strings.NewReader(text))
	reader.Comma, reader.FieldsPerRecord, reader.LazyQuotes = comma, -1, true
	t := kind.Table{Separator: string(comma)}
	for {
		row, err := reader.Read()
		if errors.Is(err, io.EOF) {
			return t, nil
		}
		if err != nil {
			return t, fmt.Errorf("this cannot be read as a table: %w", err)
		}
		for i := range row {
			row[i] = unguard(row[i])
		}
		if comma == bar && !strings.ContainsFunc(strings.Join(row, ""), isNoRule) {
			continue // the line under the headings of a table in plain text
		}
		line, _ := reader.FieldPos(0)
		t.Rows, t.Lines = append(t.Rows, row), append(t.Lines, line)
	}
}
