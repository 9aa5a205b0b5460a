package ledger

import (
	"errors"
	"fmt"
	"slices"
	"strings"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/money"
)

// Pasted is what comes of a rectangle of texts that is laid over the grid.
type Pasted struct {
	Batch   document.Batch
	Refused []Refusal
	Left    int // texts that have no cell to go to
}

// Refusal is a text that its cell does not take, and why.
type Refusal struct {
	At   string `json:"at"`
	Text string `json:"text"`
	Why  string `json:"why"`
}

// Paste lays a rectangle of texts over the grid with its first text at an address; where its first column or its first
// row are the names of rows or of records of the grid, its texts go to those. A cell takes only what its type reads
// whole: what it does not take is refused. Texts that fall on cells without meaning, or beyond the grid's edge, are
// counted.
func (g *Grid) Paste(site *document.Site, b *document.Block, at string, texts [][]string) (Pasted, error) {
	pasted := Pasted{Batch: document.Batch{Name: "paste"}}
	rows := g.rows()
	row, column, ok := find(rows, at)
	if !ok {
		return pasted, errors.New("the cell to paste into is no longer there")
	}
	to, texts, err := g.destinations(rows, row, column, texts)
	if err != nil {
		return pasted, err
	}
	cross, _ := kind.CrossIn(slices.Concat(texts...))
	by := kind.Typing{Language: site.Language, Hand: money.Hand{Pasted: true}}
	var numbers []string // of cells that hold some: what texts and days beside them have is no evidence
	for i, line := range texts {
		for j, text := range line {
			if cell, ok := to(i, j); ok && cell.Numeric {
				numbers = append(numbers, money.Grouped.In(text)...)
			}
		}
	}
	by.Decimal, _ = money.DecimalMark(numbers)
	for i, line := range texts {
		for j, text := range line {
			cell, ok := to(i, j)
			if !ok || cell.At == "" {
				if strings.TrimSpace(text) != "" {
					pasted.Left++
				}
				continue
			}
			if cell.Turns {
				text = cross.Read(text)
			}
			change, err := Change(b, cell.At, text, by)
			if err == nil {
				_, err = change.Plan(site)
			}
			if err != nil {
				pasted.Refused = append(pasted.Refused, Refusal{cell.At, text, reason(err)})
				continue
			}
			pasted.Batch.Changes = append(pasted.Batch.Changes, change)
		}
	}
	return pasted, nil
}

// reason is why a change does not hold.
func reason(err error) string {
	var fault *document.Fault
	if errors.As(err, &fault) {
		return fault.Problem
	}
	return err.Error()
}

// destinations finds to which cell each text of a rectangle goes, and gives the texts without headings.
func (g *Grid) destinations(rows [][]Cell, row, column int, texts [][]string) (
	to func(i, j int) (Cell, bool), bare [][]string, err error) {
	rowOf := func(i int) int { return row + i }
	columnOf := func(j int) int { return column + j }
	bare = texts
	names, err := headings(slices.Collect(firsts(texts)), g.rowNamed, "row")
	if err != nil {
		return nil, nil, err
	}
	if names != nil {
		rowOf = func(i int) int { return names[i] }
		bare = nil
		for _, line := range texts {
			bare = append(bare, line[min(1, len(line)):])
		}
		if column == 0 {
			columnOf = func(j int) int { return 1 + g.Leading + j }
		}
	}
	// Only beside the names of rows are the names of records headings: alone they may be what is to be written.
	if names != nil && len(bare) > 1 && (names[0] < 0 || names[0] == g.namingRow()) {
		records, err := headings(bare[0], g.recordNamed, "record")
		if err != nil {
			return nil, nil, err
		}
		if records != nil {
			bare = bare[1:]
			columnOf = func(j int) int {
				if j >= len(records) {
					return -1
				}
				return records[j]
			}
			names = names[1:]
		}
	}
	return func(i, j int) (Cell, bool) {
		r, c := rowOf(i), columnOf(j)
		if r < 0 || c < 0 || r >= len(rows) || c >= len(rows[r]) {
			return Cell{}, false
		}
		return rows[r][c], true
	}, bare, nil
}

func firsts(texts [][]string) func(yield func(string) bool) {
	return func(yield func(string) bool) {
		for _, line := range texts {
			text := ""
			if len(line) > 1 {
				text = line[0]
			}
			if !yield(text) {
				return
			}
		}
	}
}

// headings are the places that texts name, -1 for an empty one; nil where none names any. Where some do and others do
// not, the rectangle is of another list.
func headings(texts []string, place func(name string) (int, bool), what string) ([]int, error) {
	places := make([]int, len(texts))
	known, unknown := 0, ""
	for i, text := range texts {
		places[i] = -1
		name := strings.TrimSpace(text)
		at, ok := place(name)
		switch {
		case name == "":
		case ok:
			places[i] = at
			known++
		default:
			unknown = name
		}
	}
	if known == 0 {
		return nil, nil
	}
	if unknown != "" {
		return nil, &OtherListError{unknown, what}
	}
	return places, nil
}

// OtherListError is the error of a rectangle whose headings are only partly those of the grid.
type OtherListError struct {
	Name string // of what is not there
	What string // "row", "record"
}

func (e *OtherListError) Error() string {
	return fmt.Sprintf("“%s” is the name of no %s here, and others beside it are: this is another list", e.Name, e.What)
}

// namingRow is the place of the row of the names of records; -1 where it is not in sight.
func (g *Grid) namingRow() int {
	place := -1
	for _, section := range g.Sections {
		for _, row := range section.Rows {
			place++
			if row.Key == g.naming {
				return place
			}
		}
	}
	return -1
}

// rowNamed is the place of the only row of records' facts that is headed so.
func (g *Grid) rowNamed(name string) (int, bool) {
	found, place := -1, -1
	for _, section := range g.Sections {
		for _, row := range section.Rows {
			place++
			what, _, _ := strings.Cut(row.Key, "/")
			if section.Look || what == "set" || what == "rule" || !strings.EqualFold(name, row.Label) &&
				(row.Detail == "" || !strings.EqualFold(name, row.Label+" "+row.Detail)) {
				continue
			}
			if found >= 0 {
				return 0, false
			}
			found = place
		}
	}
	return found, found >= 0
}

// recordNamed is the place of a record's cells in a row.
func (g *Grid) recordNamed(name string) (int, bool) {
	for i, column := range g.Columns {
		if strings.EqualFold(column.Name, name) {
			return 1 + g.Leading + i, true
		}
	}
	return 0, false
}
