package intake

import (
	"fmt"
	"strings"

	"rubrel/core/document"
	"rubrel/core/kind"
)

// Records makes a record for each column that has any text, named by the line that has the role of the kind's first
// field. It says which record each column became, -1 for none. A name that is not there is asked for.
func Records(k *kind.Kind, lines []*kind.Line) (records []kind.Record, columns []int) {
	if len(lines) == 0 {
		return nil, nil
	}
	first := k.Fields[0]
	noun := strings.ToUpper(k.One[:1]) + k.One[1:]
	taken := map[string]bool{}
	for column := range lines[0].Cells {
		title, filled := "", false
		var named *kind.Line
		for _, l := range lines {
			filled = filled || l.Role != kind.SkipRole && l.Cells[column].Text != ""
			if l.Role == first.Name {
				named, title = l, l.Cells[column].Text
			}
		}
		switch {
		case !filled:
			columns = append(columns, -1)
			continue
		case isTotal(title) && len(lines[0].Cells) > 2:
			leaveColumn(lines, column, "it is a sum of the others")
			columns = append(columns, -1)
			continue
		case len(records) >= document.MostRecords:
			leaveColumn(lines, column, fmt.Sprintf("a list holds at most %d %s", document.MostRecords, k.Many))
			columns = append(columns, -1)
			continue
		}
		value, err := first.Type.Parse(title)
		if title == "" || err != nil {
			value = kind.TextValue(fmt.Sprintf("%s %d", noun, len(records)+1))
			switch {
			case named != nil && err != nil:
				named.Refuse(column, "%v", err)
			case named != nil:
				named.Refuse(column, "this %s has no %s; until somebody says one it is called “%s”", k.One, first.Label, value)
			}
		}
		id := document.FreshID(value.String(), func(id string) bool { return taken[id] })
		taken[id] = true
		columns = append(columns, len(records))
		records = append(records, kind.Record{ID: id, Facts: map[string]kind.Value{first.Name: value}})
		if named != nil && named.Cells[column].Fate == kind.Unread {
			named.Place(column, value.String())
		}
	}
	return records, columns
}

func leaveColumn(lines []*kind.Line, column int, why string) {
	for _, l := range lines {
		l.Leave(column, "%s", why)
	}
}

// Feature reads whether a record is featured: yes or no in any of their usual words, and nothing else.
func Feature(l *kind.Line, column int, cross kind.Cross) (on bool) {
	on, ok := kind.YesNo(cross.Read(l.Cells[column].Text))
	if !ok {
		l.Refuse(column, "“%s” is neither yes nor no", shorten(l.Cells[column].Text, 40))
		return false
	}
	l.Place(column, map[bool]string{true: "yes", false: "no"}[on])
	return on
}
