package intake

import (
	"fmt"
	"strings"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/money"
)

// Records makes a record for each column that has any text, named by the line that has the role of the kind's first
// field. It says which record each column became, -1 for none. A name that is not there is asked for, where there has
// to be one.
func Records(k *kind.Kind, lines []*kind.Line) (records []kind.Record, columns []int) {
	if len(lines) == 0 {
		return nil, nil
	}
	first := k.Fields[0]
	noun := strings.ToUpper(k.One[:1]) + k.One[1:]
	taken := map[string]bool{}
	fresh := func(name string) string {
		id := document.FreshID(name, func(id string) bool { return taken[id] })
		taken[id] = true
		return id
	}
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
		case isTotal(title) && isSum(lines, column):
			leaveColumn(lines, column, "it is a sum of the others")
			columns = append(columns, -1)
			continue
		case len(records) >= document.MostRecords:
			leaveColumn(lines, column, fmt.Sprintf("a list holds at most %d %s", document.MostRecords, k.Many))
			columns = append(columns, -1)
			continue
		}
		called := fmt.Sprintf("%s %d", noun, len(records)+1)
		if title == "" && !first.Required {
			columns = append(columns, len(records))
			records = append(records, kind.Record{ID: fresh(called), Facts: map[string]kind.Value{}})
			continue
		}
		value, err := first.Type.Parse(title)
		if title == "" || err != nil {
			value = kind.TextValue(called)
			switch {
			case named != nil && err != nil:
				named.Refuse(column, "%v", err)
			case named != nil:
				named.Refuse(column, "this %s has no %s; until somebody says one it is called “%s”", k.One, first.Label, value)
			}
		}
		columns = append(columns, len(records))
		records = append(records, kind.Record{ID: fresh(value.String()), Facts: map[string]kind.Value{first.Name: value}})
		if named != nil && named.Cells[column].Fate == kind.Unread {
			named.Place(column, value.String())
		}
	}
	placeKeys(lines, records, columns)
	return records, columns
}

// placeKeys puts the keys of records beside their facts, until they are taken out again: see takeKeys.
func placeKeys(lines []*kind.Line, records []kind.Record, columns []int) {
	for _, l := range lines {
		for column, record := range columns {
			if key := l.Cells[column].Text; l.Role == kind.KeyRole && record >= 0 && key != "" {
				records[record].Facts[kind.KeyRole] = kind.TextValue(key)
				l.Place(column, key)
			}
		}
	}
}

func leaveColumn(lines []*kind.Line, column int, why string) {
	for _, l := range lines {
		l.Leave(column, "%s", why)
	}
}

// isSum reports whether a column is the sum of the others, or their average, in a line of numbers: a plan may well be
// called "Total".
func isSum(lines []*kind.Line, column int) bool {
	for _, l := range lines {
		own, ok := number(l.Cells[column].Text)
		if !ok {
			continue
		}
		sum, n := money.Decimal{}, int64(0)
		for i, c := range l.Cells {
			if value, ok := number(c.Text); ok && i != column {
				sum, n = sum.Add(value), n+1
			}
		}
		if n > 1 && (sum.Cmp(own) == 0 || sum.Cmp(own.Mul(money.NewDecimal(n, 0))) == 0) {
			return true
		}
	}
	return false
}

// number is the only number of a text.
func number(text string) (money.Decimal, bool) {
	found := money.Grouped.In(text)
	if len(found) != 1 {
		return money.Decimal{}, false
	}
	w, err := money.ReadWritten(found[0], money.Separators{})
	return w.Amount, err == nil
}

// Feature reads whether a record is featured: yes or no in any of their usual words, and nothing else.
func Feature(l *kind.Line, column int, s kind.IntakeSettings) (on bool) {
	on, ok := kind.YesNo(s.Answer(l.Cells[column].Text))
	if !ok {
		l.Refuse(column, "“%s” is neither yes nor no", shorten(l.Cells[column].Text, 40))
		return false
	}
	l.Place(column, kind.Inclusion{Has: on}.String())
	return on
}
