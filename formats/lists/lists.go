// Package lists opens the files in which a kind's list may come: tables of whatever format, the kind's own formats,
// and an archive of a list with its pictures.
package lists

import (
	"bytes"
	"context"
	"fmt"
	"slices"
	"strings"

	"rubrel/core/kind"
	"rubrel/formats/delimited"
	"rubrel/formats/sheets"
)

// Source is what a file holds.
type Source struct {
	Sheets   []sheets.Sheet
	Problems []string // what of the file cannot be taken
}

// File is a file in which a list comes, and the address from which it was read; "" for none.
type File struct {
	Body    []byte
	Address string
}

// Open opens a file as a list of a kind. The pictures that come with it are given to keep, and its cells have the names
// that it gives them.
func Open(ctx context.Context, k *kind.Kind, file File, keep kind.KeepPicture) (Source, error) {
	if source, ok, err := openOwn(k, file, keep); ok || err != nil {
		return source, err
	}
	if sheets.IsZip(file.Body) && !sheets.IsBook(file.Body) {
		return openArchive(ctx, k, file.Body, keep)
	}
	all, err := sheets.Read(ctx, file.Body)
	return Source{Sheets: all}, err
}

// openOwn opens a file of a format of the kind's own; false for another.
func openOwn(k *kind.Kind, file File, keep kind.KeepPicture) (Source, bool, error) {
	for _, format := range k.Intake.Files {
		if !format.Is(file.Body) {
			continue
		}
		rows, problems, err := format.Table(file.Body, file.Address, keep)
		if err != nil {
			return Source{Problems: problems}, true, err
		}
		if len(rows) > 0 {
			table := tableOf(rows)
			table.Partial, table.Made = format.Partial, true
			for i, row := range rows {
				for column := range row {
					if len(row[column]) > delimited.MostCell {
						problems = append(problems, fmt.Sprintf("%s, %s: it has more than %d characters, and is left out", row[0],
							rows[0][column], delimited.MostCell))
						rows[i][column] = ""
					}
				}
			}
			if err := delimited.Check(table); err != nil {
				return Source{Problems: problems}, true, err
			}
			return Source{[]sheets.Sheet{{Table: table}}, problems}, true, nil
		}
	}
	return Source{}, false, nil
}

func tableOf(rows [][]string) kind.Table {
	t := kind.Table{Rows: rows}
	for i := range rows {
		t.Lines = append(t.Lines, i+1)
	}
	return t
}

// Words say for people in which files a kind's list may come.
func Words(k *kind.Kind) string {
	all := []string{"a spreadsheet (.xlsx, .ods)", "CSV", "a page with a table",
		"one of these with its pictures in a zip archive"}
	for _, format := range k.Intake.Files {
		all = append(all, format.Name)
	}
	return strings.Join(all, ", ")
}

// Extensions are those of the files that a kind's list may come in.
func Extensions(k *kind.Kind) []string {
	all := append([]string{".zip"}, listExtensions...)
	for _, format := range k.Intake.Files {
		all = append(all, format.Extensions...)
	}
	return all
}

// PartialExtensions are those of files of which several are read as one list.
func PartialExtensions(k *kind.Kind) []string {
	var all []string
	for _, format := range k.Intake.Files {
		if format.Partial {
			all = append(all, format.Extensions...)
		}
	}
	return all
}

// Join makes one file of several that are parts of one list; false where they are not.
func Join(k *kind.Kind, files [][]byte) ([]byte, bool) {
	if len(files) == 1 {
		return files[0], true
	}
	for _, format := range k.Intake.Files {
		if format.Partial && !slices.ContainsFunc(files, func(file []byte) bool { return !format.Is(file) }) {
			return bytes.Join(files, []byte("\r\n")), true
		}
	}
	return nil, false
}

// listExtensions are those of tables.
var listExtensions = []string{".csv", ".tsv", ".txt", ".xlsx", ".ods", ".html", ".htm"}
