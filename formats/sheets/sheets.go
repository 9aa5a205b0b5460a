// Package sheets reads the tables of files: delimited text, workbooks (Office Open XML, ECMA-376), spreadsheets
// (OpenDocument 1.3) and tables of HTML pages. A cell is what its file says it is: numbers are written plainly, with a
// point before fractions, money with its sign, days as ISO 8601 has them. It computes nothing: of a formula it takes
// the value that was stored.
package sheets

import (
	"archive/zip"
	"bytes"
	"cmp"
	"context"
	"errors"
	"fmt"
	"strings"

	"rubrel/core/kind"
	"rubrel/formats/delimited"
)

// Sheet is one table of a file.
type Sheet struct {
	Name  string // "" where the file has only one
	Table kind.Table
}

// Bounds on what one file may hold.
const (
	MostBytes    = 16 << 20
	mostSheets   = 60
	mostUnzipped = 128 << 20
)

// ErrEmpty is the error of a file that has no table with anything in it.
var ErrEmpty = errors.New("the file has no table with anything in it")

// zipMark is how an archive begins (APPNOTE 4.3.7).
var zipMark = []byte("PK\x03\x04")

// IsZip reports whether a file is an archive: a workbook, a spreadsheet, or a list with its pictures.
func IsZip(file []byte) bool { return bytes.HasPrefix(file, zipMark) }

// IsBook reports whether a file is a workbook or a spreadsheet.
func IsBook(file []byte) bool { return bookOf(file) != nil }

// Read reads the tables of a file, those that are empty left out. It stops with its context.
func Read(ctx context.Context, file []byte) ([]Sheet, error) {
	if len(file) > MostBytes {
		return nil, fmt.Errorf("the file has %.1f MB; a list may have at most %d MB", float64(len(file))/(1<<20),
			MostBytes>>20)
	}
	read := bookOf(file)
	switch {
	case read != nil:
	case isPage(file):
		read = readPage
	default:
		read = readText
	}
	all, err := read(ctx, file)
	if err != nil {
		return nil, err
	}
	var filled []Sheet
	for _, s := range all {
		if err := delimited.Check(s.Table); err != nil {
			return nil, fmt.Errorf("%s: %w", cmp.Or(s.Name, "the table"), err)
		}
		if len(s.Table.Rows) > 0 {
			filled = append(filled, s)
		}
	}
	if len(filled) == 0 {
		return nil, ErrEmpty
	}
	return filled, nil
}

func readText(_ context.Context, file []byte) ([]Sheet, error) {
	table, _, err := delimited.Read(file)
	return []Sheet{{Table: table}}, err
}

// reader reads a file of one format. It stops with its context.
type reader func(ctx context.Context, file []byte) ([]Sheet, error)

// bookOf is how a workbook or a spreadsheet is read; nil for any other file.
func bookOf(file []byte) reader {
	if !IsZip(file) {
		return nil
	}
	archive, err := zip.NewReader(bytes.NewReader(file), int64(len(file)))
	if err != nil {
		return nil
	}
	for _, f := range archive.File {
		switch {
		case f.Name == "xl/workbook.xml":
			return readWorkbook
		case f.Name == contentName && isSpreadsheet(archive):
			return readSpreadsheet
		}
	}
	return nil
}

// builder puts a table together.
type builder struct{ table kind.Table }

// add adds a row with what follows the last text in it left out; a row without any is counted and not kept.
func (b *builder) add(line int, cells []string) {
	for len(cells) > 0 && strings.TrimSpace(cells[len(cells)-1]) == "" {
		cells = cells[:len(cells)-1]
	}
	if len(cells) > 0 {
		b.table.Rows, b.table.Lines = append(b.table.Rows, cells), append(b.table.Lines, line)
	}
}
