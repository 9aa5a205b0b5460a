package ledger

import (
	"fmt"
	"strings"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/look"
)

// Change reads what is typed into a cell, by the cell's address, as a change of the block. By is how the text is
// written.
func Change(b *document.Block, at, text string, by kind.Typing) (document.Change, error) {
	what, rest, _ := strings.Cut(at, "/")
	words := strings.Split(rest, "/")
	switch {
	case what == "fact" && len(words) == 2:
		return document.SetFact{Set: b.SetID, Record: words[0], Key: words[1], Text: text, By: by}, nil
	case what == "set" && len(words) == 1:
		return document.SetFact{Set: b.SetID, Key: words[0], Text: text, By: by}, nil
	case what == "item" && len(words) == 3:
		return document.SetFact{Set: b.SetID, Axis: words[0], Item: words[1], Key: words[2], Text: text, By: by}, nil
	case what == "featured" && len(words) == 1:
		on, ok := kind.YesNo(text)
		if !ok && strings.TrimSpace(text) != "" {
			return nil, fmt.Errorf("“%s” is neither yes nor no", text)
		}
		return document.FeatureRecord{Set: b.SetID, Record: words[0], On: on}, nil
	case what == "look":
		key, err := look.ParseKey(rest)
		if err != nil {
			return nil, err
		}
		return document.SetLook{Block: b.ID, Key: key, Text: text}, nil
	}
	return nil, fmt.Errorf("%q is not a cell of the ledger", at)
}

// rows lists every row's cells with its head first, as arrow keys walk them.
func (g *Grid) rows() [][]Cell {
	var rows [][]Cell
	for _, section := range g.Sections {
		for _, row := range section.Rows {
			rows = append(rows, append([]Cell{row.Head}, row.Cells...))
		}
	}
	return rows
}

func find(rows [][]Cell, at string) (row, column int, ok bool) {
	for i := range rows {
		for j := range rows[i] {
			if rows[i][j].At == at && at != "" {
				return i, j, true
			}
		}
	}
	return 0, 0, false
}
