// Package intake has what kinds share that read pasted lists: records by their titles, the mark before fractions, and
// the reading of a plain list, which is derived from a kind's fields.
package intake

import (
	"fmt"
	"strings"

	"rubrel/core/document"
	"rubrel/core/kind"
)

// Records makes a record for each column that has any text, named by the line that has the role of the kind's first
// field. It says which record each column became, -1 for none.
func Records(k *kind.Kind, lines []kind.Line) (records []kind.Record, columns []int, problems []kind.Problem) {
	if len(lines) == 0 {
		return nil, nil, nil
	}
	name := k.Fields[0].Name
	noun := strings.ToUpper(k.One[:1]) + k.One[1:]
	taken := map[string]bool{}
	for column := range lines[0].Cells {
		title, filled := "", false
		for _, line := range lines {
			filled = filled || line.Role != kind.SkipRole && line.Cells[column] != ""
			if line.Role == name && title == "" {
				title = line.Cells[column]
			}
		}
		if !filled {
			columns = append(columns, -1)
			continue
		}
		if len(records) >= document.MostRecords {
			problems = append(problems, lines[0].Problem(column, "a list holds at most %d %s; this and later ones were left "+
				"out", document.MostRecords, k.Many))
			columns = append(columns, -1)
			break
		}
		if title == "" {
			title = fmt.Sprintf("%s %d", noun, len(records)+1)
			problems = append(problems, lines[0].Problem(column, "this %s has no %s; it was called “%s”", k.One,
				k.Fields[0].Label, title))
		}
		id := document.FreshID(title, func(id string) bool { return taken[id] })
		taken[id] = true
		columns = append(columns, len(records))
		records = append(records, kind.Record{ID: id, Facts: map[string]kind.Value{name: kind.TextValue(title)}})
	}
	for len(columns) < len(lines[0].Cells) {
		columns = append(columns, -1)
	}
	return records, columns, problems
}

// DecimalMark finds the mark before fractions by those numbers that leave no doubt: one or two digits after the last
// mark, or two kinds of mark. It is 0 where none does.
func DecimalMark(texts []string) rune {
	points, commas := 0, 0
	for _, text := range texts {
		number := strings.TrimFunc(text, func(r rune) bool { return r < '0' || r > '9' })
		at := strings.LastIndexAny(number, ".,")
		if at < 0 {
			continue
		}
		both := strings.ContainsRune(number, '.') && strings.ContainsRune(number, ',')
		if after := len(number) - at - 1; both || after == 1 || after == 2 {
			if number[at] == '.' {
				points++
			} else {
				commas++
			}
		}
	}
	switch {
	case points > commas:
		return '.'
	case commas > points:
		return ','
	}
	return 0
}
