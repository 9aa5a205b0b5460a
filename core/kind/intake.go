package kind

import (
	"fmt"
	"strings"
)

// Table is a rectangle of texts with where each came from. Rows may differ in length.
type Table struct {
	Rows  [][]string
	Lines []int // the line of the source on which each row starts, from 1
}

// Cell is the text at a row and column, or "" outside the table.
func (t Table) Cell(row, column int) string {
	if row < 0 || row >= len(t.Rows) || column < 0 || column >= len(t.Rows[row]) {
		return ""
	}
	return strings.TrimSpace(t.Rows[row][column])
}

// Width is the length of the longest row.
func (t Table) Width() int {
	most := 0
	for _, row := range t.Rows {
		most = max(most, len(row))
	}
	return most
}

// Intake is how a kind understands a pasted table. A table is made of lines: its rows where records stand across
// (one column each), its columns where they stand down (one row each). Each line has a role.
type Intake struct {
	// Help says what may be pasted, and Example is such a list.
	Help, Example string
	// Currency finds the currency of amounts that carry none, from those that do; nil where a list has no amounts.
	Currency func(lines []Line) string
	// Roles lists what a line can be, in the order in which they are offered.
	Roles []Role
	// Guess finds the role of a line from its label and cells. The weight is 0 where nothing speaks for it.
	Guess func(label string, cells []string, first bool) (role string, weight int)
	// IsValue reports whether a text is plainly a value and no heading, such as "$9": where one stands among the
	// headings there are none, and the list begins with its first record.
	IsValue func(text string) bool
	// Build makes the set. What cannot be read is reported and left out.
	Build func(k *Kind, lines []Line, options IntakeOptions) (Set, []Problem)
}

// SkipRole leaves a line out.
const SkipRole = "skip"

// Role is one thing that a line of a pasted table can be.
type Role struct{ Name, Label string }

// Line is a label and one cell for each record.
type Line struct {
	Role  string
	Label string
	Cells []string
	Read  []string // what each cell was understood as; "" where it was not
	at    func(record int) (line, column int)
}

// Problem names a text that could not be read.
type Problem struct {
	Line, Column int // in the source, from 1; 0 where it is not about one place
	Text         string
	Problem      string
}

func (p Problem) String() string {
	if p.Line == 0 {
		return p.Problem
	}
	return fmt.Sprintf("line %d, column %d: %s", p.Line, p.Column, p.Problem)
}

// Problem makes a problem of the line's cell for a record.
func (l Line) Problem(record int, format string, arguments ...any) Problem {
	line, column := l.at(record)
	return Problem{line, column, l.Cells[record], fmt.Sprintf(format, arguments...)}
}

// IntakeOptions is what the designer may correct about the whole list.
type IntakeOptions struct {
	Arrangement Arrangement
	Roles       map[int]string // by number of the line, from 0
	Currency    string         // for amounts that carry none
	Language    string         // of what the set says beyond what was pasted, as a BCP 47 tag
	Decimal     rune           // '.' or ','; 0 to find out
	Cross       Cross
}

// Arrangement says where the records stand.
type Arrangement string

// The arrangements. The empty one is found out.
const (
	Across Arrangement = "across"
	Down   Arrangement = "down"
)

// Reading is what was understood of a pasted table.
type Reading struct {
	Arrangement Arrangement
	Lines       []Line
	Set         Set
	Problems    []Problem
	Currency    string // of amounts that carry none
	Cross       Cross  // what an x was read as; empty where there is none
}

// ReadTable understands a pasted table, with the designer's corrections where there are any. The kind must have
// an Intake.
func (k *Kind) ReadTable(t Table, options IntakeOptions) Reading {
	in := k.Intake
	t = trimmed(t)
	reading := Reading{Arrangement: options.Arrangement}
	if reading.Arrangement == "" {
		reading.Arrangement = in.arrangement(t)
	}
	reading.Lines, _ = in.lines(t, reading.Arrangement)
	for i := range reading.Lines {
		if role, ok := options.Roles[i]; ok && in.knows(role) {
			reading.Lines[i].Role = role
		}
	}
	if options.Currency == "" && in.Currency != nil {
		options.Currency = in.Currency(reading.Lines)
	}
	means, sure := reading.cross(k)
	if options.Cross == "" || means == "" {
		options.Cross = means
	} else {
		sure = true
	}
	reading.Currency, reading.Cross = options.Currency, options.Cross
	reading.Set, reading.Problems = in.Build(k, reading.Lines, options)
	if !sure {
		reading.Problems = append(reading.Problems, Problem{Problem: "an x may mean yes or no, and nothing in the list " +
			"says which: it was read as " + string(reading.Cross) + "; say above what it means"})
	}
	return reading
}

// cross finds out what an x means in the lines that do not name records: a plan may be called X.
func (r Reading) cross(k *Kind) (means Cross, sure bool) {
	var texts []string
	for _, line := range r.Lines {
		if line.Role != k.Fields[0].Name && line.Role != SkipRole {
			texts = append(texts, line.Cells...)
		}
	}
	return CrossIn(texts)
}

func (in *Intake) knows(role string) bool {
	for _, r := range in.Roles {
		if r.Name == role {
			return true
		}
	}
	return role == SkipRole
}

// arrangement takes the one in which the lines speak more for their roles, on average. An empty corner speaks for
// names across the top: a list that goes down has a heading there too.
func (in *Intake) arrangement(t Table) Arrangement {
	acrossLines, across := in.lines(t, Across)
	downLines, down := in.lines(t, Down)
	if t.Cell(0, 0) == "" {
		across += len(acrossLines)
	}
	if down*len(acrossLines) > across*len(downLines) {
		return Down
	}
	return Across
}

// lines cuts the table into lines and guesses each one's role. The weight is the sum of what speaks for them.
func (in *Intake) lines(t Table, arrangement Arrangement) ([]Line, int) {
	// at gives the row and column of a cell by its line and its place in it, headings included.
	at := func(line, place int) (row, column int) { return line, place }
	count, places := len(t.Rows), t.Width()
	if arrangement == Down {
		at = func(line, place int) (row, column int) { return place, line }
		count, places = places, count
	}
	headed := 1
	for i := range count {
		if in.IsValue(t.Cell(at(i, 0))) {
			headed = 0
		}
	}
	var lines []Line
	weight := 0
	for i := range count {
		line := Line{at: func(record int) (int, int) {
			row, column := at(i, record+headed)
			return t.Lines[row], column + 1
		}}
		if headed == 1 {
			line.Label = t.Cell(at(i, 0))
		}
		for place := headed; place < places; place++ {
			line.Cells = append(line.Cells, t.Cell(at(i, place)))
		}
		line.Read = make([]string, len(line.Cells))
		role, w := in.Guess(line.Label, line.Cells, i == 0)
		line.Role = role
		weight += w
		lines = append(lines, line)
	}
	return lines, weight
}

// trimmed drops empty rows, and rows above the table that hold one text only: a sheet's own heading.
func trimmed(t Table) Table {
	var out Table
	for i, row := range t.Rows {
		filled := 0
		for column := range row {
			if t.Cell(i, column) != "" {
				filled++
			}
		}
		if filled == 0 || filled == 1 && t.Cell(i, 0) != "" && len(out.Rows) == 0 && t.Width() > 1 {
			continue
		}
		out.Rows = append(out.Rows, row)
		out.Lines = append(out.Lines, t.Lines[i])
	}
	return out
}
