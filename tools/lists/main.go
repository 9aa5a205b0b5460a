// Lists makes lists as clients send them, with the faults that such lists have, and what each cell must become: it
// knows
// that from what it made the list of, and uses no reader. Usage: lists > kinds/testdata/lists/generated.txt
package main

import (
	"bufio"
	"fmt"
	"math/rand/v2"
	"os"
	"slices"
	"strings"
)

// howMany lists are made, from a seed that is always the same.
const (
	howMany = 160
	seed    = 20261130
)

func main() {
	out := bufio.NewWriter(os.Stdout)
	defer out.Flush()
	for i := range howMany {
		r := rand.New(rand.NewPCG(seed, uint64(i)))
		t := tongues[i%len(tongues)]
		l := made[i%len(made)](r, t)
		l.name = fmt.Sprintf("generated-%d", i+1)
		l.language = t.tag
		l.put(out, r, faults[i%len(faults)])
	}
}

// cell is a text and what it says: a fact of the record in whose row it stands, "" for nothing.
type cell struct{ text, fact string }

// list is a table that goes down, with a heading over each column.
type list struct {
	name, kind, language string
	heads                []string
	rows                 [][]cell
	// sums says that a row of sums could stand below.
	sums, sum string
	// broken is a text that the last column does not take.
	broken string
}

// fault is what is done to a list before it is written.
type fault int

const (
	sound fault = iota
	noteAbove
	noteBelow
	blankColumn
	unknownColumn
	brokenCell
	blankRows
	turned // records stand across
	sumBelow
	spaced
)

var faults = []fault{sound, noteAbove, turned, noteBelow, blankColumn, unknownColumn, sound, brokenCell, blankRows,
	sumBelow, turned, spaced, sound}

// put writes the list with a fault in it, and what it must become.
func (l list) put(out *bufio.Writer, r *rand.Rand, f fault) {
	table := [][]string{slices.Clone(l.heads)}
	facts := make([][]string, len(l.rows))
	for i, row := range l.rows {
		var texts []string
		for _, c := range row {
			texts = append(texts, c.text)
			if c.fact != "" {
				facts[i] = append(facts[i], c.fact)
			}
		}
		table = append(table, texts)
	}
	width := len(l.heads)
	var asked, left []string
	switch f {
	case noteAbove:
		table = append([][]string{append([]string{"2026 / 2027"}, make([]string, width-1)...)}, table...)
		left = append(left, "1:1")
	case noteBelow:
		table = append(table, append([]string{"* 2026, 2027 & 2028."}, make([]string, width-1)...))
		left = append(left, fmt.Sprintf("%d:1", len(table)))
	case blankColumn:
		at := 1 + r.IntN(width-1)
		for i := range table {
			table[i] = slices.Insert(table[i], at, "")
		}
	case unknownColumn:
		if l.kind == "pricing" {
			break // what plans have may be called anything
		}
		for i := range table {
			table[i] = append(table[i], "abc "+strings.Repeat("x", i+1))
			left = append(left, fmt.Sprintf("%d:%d", i+1, width+1))
		}
		table[0][width] = "Xyz"
	case brokenCell:
		if l.broken == "" || len(l.rows) < 6 {
			break
		}
		at := 1 + r.IntN(len(l.rows))
		last := l.rows[at-1][width-1]
		table[at][width-1] = l.broken
		facts[at-1] = slices.DeleteFunc(facts[at-1], func(fact string) bool { return fact == last.fact })
		asked = append(asked, fmt.Sprintf("cell/%d/%d", at+1, width))
	case blankRows:
		table = slices.Insert(table, 1, make([]string, width))
	case sumBelow:
		if l.sums == "" {
			break
		}
		row := make([]string, width)
		row[0], row[1] = l.sums, l.sum
		table = append(table, row)
		left = append(left, fmt.Sprintf("%d:1", len(table)), fmt.Sprintf("%d:2", len(table)))
	case spaced:
		for i := range table {
			for j := range table[i] {
				table[i][j] = "  " + table[i][j] + " "
			}
		}
	case turned:
		table = transposed(table)
	}
	separator := []string{"\t", ";", ","}[r.IntN(3)]
	fmt.Fprintf(out, "=== %s %s %s\n", l.name, l.kind, l.language)
	for _, row := range table {
		var cells []string
		for _, text := range row {
			if strings.Contains(text, separator) || strings.Contains(text, `"`) {
				text = `"` + strings.ReplaceAll(text, `"`, `""`) + `"`
			}
			cells = append(cells, text)
		}
		fmt.Fprintln(out, strings.ReplaceAll(strings.Join(cells, separator), "\t", "→"))
	}
	fmt.Fprintln(out, "--- set")
	for _, line := range facts {
		fmt.Fprintln(out, strings.Join(line, " | "))
	}
	if len(asked) > 0 {
		fmt.Fprintf(out, "--- asked\n%s\n", strings.Join(asked, "\n"))
	}
	if len(left) > 0 {
		fmt.Fprintf(out, "--- left\n%s\n", strings.Join(left, " "))
	}
}

func transposed(table [][]string) [][]string {
	out := make([][]string, len(table[0]))
	for i := range out {
		for _, row := range table {
			out[i] = append(out[i], row[i])
		}
	}
	return out
}
