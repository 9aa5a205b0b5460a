package sheets

import (
	"fmt"
	"strconv"
	"strings"
	"unicode/utf8"

	"github.com/xuri/excelize/v2"

	"rubrel/core/kind"
)

// WorkbookType is the media type of a workbook (ECMA-376 part 1, section 12.3.23).
const WorkbookType = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"

// The widths of a column, in characters, and how many a name of a sheet has at most.
const (
	leastWidth, mostWidth = 8, 60
	mostSheetName         = 31
)

// Write writes a list as a workbook of one sheet, with its headings in sight. Numbers are numbers, and all else is
// text: nothing becomes a formula.
func Write(name string, rows [][]kind.ListCell) ([]byte, error) {
	w := writer{book: excelize.NewFile(), sheet: sheetName(name), styles: map[int]int{}}
	defer w.book.Close()
	if err := w.write(rows); err != nil {
		return nil, fmt.Errorf("sheets: write: %w", err)
	}
	file, err := w.book.WriteToBuffer()
	if err != nil {
		return nil, fmt.Errorf("sheets: write: %w", err)
	}
	return file.Bytes(), nil
}

type writer struct {
	book   *excelize.File
	sheet  string
	styles map[int]int // by how many decimals their numbers have
}

// sheetName is a name without the marks that one may not have.
func sheetName(name string) string {
	name = strings.Trim(strings.Map(func(r rune) rune {
		if strings.ContainsRune(`:\/?*[]`, r) {
			return ' '
		}
		return r
	}, name), "' ")
	if utf8.RuneCountInString(name) > mostSheetName {
		name = strings.TrimSpace(string([]rune(name)[:mostSheetName]))
	}
	if name == "" {
		return "List"
	}
	return name
}

func (w writer) write(rows [][]kind.ListCell) error {
	if err := w.book.SetSheetName(w.book.GetSheetName(0), w.sheet); err != nil {
		return err
	}
	bold, err := w.book.NewStyle(&excelize.Style{Font: &excelize.Font{Bold: true}})
	if err != nil {
		return err
	}
	widths := map[int]int{}
	for i, row := range rows {
		for j, c := range row {
			at, err := excelize.CoordinatesToCellName(j+1, i+1)
			if err != nil {
				return err
			}
			if err := w.cell(at, c); err != nil {
				return err
			}
			if i == 0 || j == 0 {
				if err := w.book.SetCellStyle(w.sheet, at, at, bold); err != nil {
					return err
				}
			}
			widths[j] = min(max(widths[j], utf8.RuneCountInString(c.Text), leastWidth), mostWidth)
		}
	}
	for j, width := range widths {
		name, err := excelize.ColumnNumberToName(j + 1)
		if err != nil {
			return err
		}
		if err := w.book.SetColWidth(w.sheet, name, name, float64(width+2)); err != nil {
			return err
		}
	}
	return w.book.SetPanes(w.sheet, &excelize.Panes{Freeze: true, XSplit: 1, YSplit: 1, TopLeftCell: "B2",
		ActivePane: "bottomRight"})
}

// mostDigits are those that the number of a cell keeps (IEEE 754, binary64).
const mostDigits = 15

// cell writes a number as one, where the file can hold it and it is in no doubt when it is read.
func (w writer) cell(at string, c kind.ListCell) error {
	_, fraction, _ := strings.Cut(c.Number, ".")
	const doubtful = 3 // a mark before so many digits may stand between thousands
	if c.Number == "" || len(c.Number) > mostDigits || len(fraction) == doubtful {
		return w.book.SetCellStr(w.sheet, at, c.Text)
	}
	number, err := strconv.ParseFloat(c.Number, 64)
	if err != nil {
		return err
	}
	if err := w.book.SetCellFloat(w.sheet, at, number, len(fraction), 64); err != nil {
		return err
	}
	style, err := w.style(len(fraction))
	if err != nil {
		return err
	}
	return w.book.SetCellStyle(w.sheet, at, at, style)
}

// style is that of numbers with so many decimals.
func (w writer) style(decimals int) (int, error) {
	if id, ok := w.styles[decimals]; ok {
		return id, nil
	}
	code := "#,##0"
	if decimals > 0 {
		code += "." + strings.Repeat("0", decimals)
	}
	id, err := w.book.NewStyle(&excelize.Style{CustomNumFmt: &code})
	w.styles[decimals] = id
	return id, err
}
