// Package lists opens the files in which a kind's list may come: tables of whatever format, the kind's own formats,
// and an archive of a list with its pictures.
package lists

import (
	"context"

	"rubrel/core/kind"
	"rubrel/formats/sheets"
)

// Source is what a file holds.
type Source struct {
	Sheets   []sheets.Sheet
	Problems []string // what of the file cannot be taken
}

// Open opens a file as a list of a kind. The pictures that come with it are given to keep, and its cells have the names
// that it gives them.
func Open(ctx context.Context, k *kind.Kind, file []byte, keep kind.KeepPicture) (Source, error) {
	for _, format := range k.Intake.Files {
		if !format.Is(file) {
			continue
		}
		rows, problems, err := format.Table(file, keep)
		if err != nil {
			return Source{Problems: problems}, err
		}
		if len(rows) > 0 {
			return Source{[]sheets.Sheet{{Table: tableOf(rows)}}, problems}, nil
		}
	}
	if sheets.IsZip(file) && !sheets.IsBook(file) {
		return openArchive(ctx, file, keep)
	}
	all, err := sheets.Read(ctx, file)
	return Source{Sheets: all}, err
}

func tableOf(rows [][]string) kind.Table {
	t := kind.Table{Rows: rows}
	for i := range rows {
		t.Lines = append(t.Lines, i+1)
	}
	return t
}

// Extensions are those of the files that a kind's list may come in.
func Extensions(k *kind.Kind) []string {
	all := append([]string{".zip"}, listExtensions...)
	for _, format := range k.Intake.Files {
		all = append(all, format.Extensions...)
	}
	return all
}

// listExtensions are those of tables.
var listExtensions = []string{".csv", ".tsv", ".txt", ".xlsx", ".ods", ".html", ".htm"}
