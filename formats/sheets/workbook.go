package sheets

import (
	"bytes"
	"fmt"
	"math"
	"regexp"
	"strconv"
	"strings"

	"github.com/xuri/excelize/v2"

	"rubrel/formats/delimited"
)

// readWorkbook reads the sheets of a workbook that are not hidden.
func readWorkbook(file []byte) ([]Sheet, error) {
	book, err := excelize.OpenReader(bytes.NewReader(file), excelize.Options{RawCellValue: true,
		UnzipSizeLimit: mostUnzipped, UnzipXMLSizeLimit: mostUnzipped})
	if err != nil {
		return nil, fmt.Errorf("the workbook cannot be read: %w", err)
	}
	defer book.Close()
	names := book.GetSheetList()
	if len(names) > mostSheets {
		return nil, fmt.Errorf("the workbook has %d sheets; at most %d are read", len(names), mostSheets)
	}
	w := workbook{book: book, styles: map[int]format{}}
	if properties, err := book.GetWorkbookProps(); err == nil && properties.Date1904 != nil {
		w.since1904 = *properties.Date1904
	}
	var all []Sheet
	for _, name := range names {
		if seen, err := book.GetSheetVisible(name); err == nil && !seen {
			continue
		}
		s, err := w.sheet(name)
		if err != nil {
			return nil, fmt.Errorf("sheet %s: %w", name, err)
		}
		all = append(all, s)
	}
	return all, nil
}

type workbook struct {
	book   *excelize.File
	styles map[int]format
	// since1904 says that days are counted from 1904 (ECMA-376 part 1, section 18.17.4.1).
	since1904 bool
}

// sheet reads one sheet.
func (w workbook) sheet(name string) (Sheet, error) {
	rows, err := w.book.Rows(name)
	if err != nil {
		return Sheet{}, err
	}
	defer rows.Close()
	var b builder
	for line := 1; rows.Next(); line++ {
		raw, err := rows.Columns()
		if err != nil {
			return Sheet{}, err
		}
		if len(b.table.Rows) > delimited.MostRows || len(raw) > delimited.MostColumns {
			return Sheet{}, fmt.Errorf("a list has at most %d rows and %d columns", delimited.MostRows, delimited.MostColumns)
		}
		cells := make([]string, len(raw))
		for i, text := range raw {
			if text == "" {
				continue
			}
			at, err := excelize.CoordinatesToCellName(i+1, line)
			if err != nil {
				return Sheet{}, err
			}
			if cells[i], err = w.cell(name, at, text); err != nil {
				return Sheet{}, err
			}
		}
		b.add(line, cells)
	}
	return Sheet{Name: name, Table: b.table}, rows.Error()
}

// cell is what a cell says, of its stored value and its format.
func (w workbook) cell(sheet, at, raw string) (string, error) {
	kind, err := w.book.GetCellType(sheet, at)
	if err != nil {
		return "", err
	}
	switch kind {
	case excelize.CellTypeBool:
		return map[bool]string{true: "true", false: "false"}[raw == "1" || strings.EqualFold(raw, "true")], nil
	case excelize.CellTypeSharedString, excelize.CellTypeInlineString, excelize.CellTypeError:
		return raw, nil
	}
	number, err := strconv.ParseFloat(raw, 64)
	if err != nil {
		return raw, nil // the stored text of a formula
	}
	id, err := w.book.GetCellStyle(sheet, at)
	if err != nil {
		return "", err
	}
	f, ok := w.styles[id]
	if !ok {
		if f, err = w.format(id); err != nil {
			return "", err
		}
		w.styles[id] = f
	}
	if !f.day {
		return f.write(number), nil
	}
	day, err := excelize.ExcelDateToTime(number, w.since1904)
	if err != nil {
		return raw, nil
	}
	return day.Format("2006-01-02"), nil
}

// format is what a number format says of its numbers.
type format struct {
	day, percent bool
	sign         string // of a currency
	decimals     int    // as many are shown; -1 for as many as there are
}

// The identifiers of formats that every workbook has (ECMA-376 part 1, section 18.8.30).
const (
	firstDay, lastDay       = 14, 17
	dayAndTime              = 22
	percents, finerPercents = 9, 10
)

func (w workbook) format(id int) (format, error) {
	style, err := w.book.GetStyle(id)
	if err != nil || style == nil {
		return format{decimals: -1}, err
	}
	f := format{decimals: -1}
	if code := w.code(style); code != "" {
		return customFormat(code), nil
	}
	switch n := style.NumFmt; {
	case n >= firstDay && n <= lastDay || n == dayAndTime:
		f.day = true
	case n == percents || n == finerPercents:
		f.percent = true
	}
	return f, nil
}

// code is the number format that the workbook itself writes for a style; "" for one that every workbook has. Some
// programs write theirs under numbers that are not for those of a workbook's own.
func (w workbook) code(style *excelize.Style) string {
	if style.CustomNumFmt != nil {
		return *style.CustomNumFmt
	}
	if w.book.Styles == nil || w.book.Styles.NumFmts == nil {
		return ""
	}
	for _, own := range w.book.Styles.NumFmts.NumFmt {
		if own.NumFmtID == style.NumFmt {
			return own.FormatCode
		}
	}
	return ""
}

var (
	// currencyPattern is a currency in a format: [$€-407], [$CHF].
	currencyPattern = regexp.MustCompile(`\[\$([^\]-]+)(?:-[0-9A-Fa-f]+)?\]`)
	quotedPattern   = regexp.MustCompile(`"([^"]*)"|\\(.)`)
	decimalsPattern = regexp.MustCompile(`[0#]\.([0#?]+)`)
	bracketPattern  = regexp.MustCompile(`\[[^\]]*\]`)
)

// customFormat reads a number format of a workbook's own: its first section, which is that of positive numbers.
func customFormat(code string) format {
	code, _, _ = strings.Cut(code, ";")
	f := format{decimals: -1}
	if found := currencyPattern.FindStringSubmatch(code); found != nil {
		f.sign = strings.TrimSpace(found[1])
	}
	for _, found := range quotedPattern.FindAllStringSubmatch(code, -1) {
		if word := strings.TrimSpace(found[1] + found[2]); f.sign == "" && word != "" {
			f.sign = word
		}
	}
	bare := bracketPattern.ReplaceAllString(quotedPattern.ReplaceAllString(code, ""), "")
	for _, sign := range []string{"€", "£", "$", "¥"} {
		if f.sign == "" && strings.Contains(bare, sign) {
			f.sign = sign
		}
	}
	lower := strings.ToLower(bare)
	f.percent = strings.Contains(bare, "%")
	f.day = !strings.ContainsAny(bare, "0#") && strings.ContainsAny(lower, "yd")
	if found := decimalsPattern.FindStringSubmatch(bare); found != nil {
		f.decimals = len(found[1])
	} else if f.sign != "" && strings.ContainsAny(bare, "0#") {
		f.decimals = 0
	}
	return f
}

// write writes a number plainly, as the sheet shows money and as it is stored otherwise.
func (f format) write(number float64) string {
	switch {
	case f.percent:
		const digits = 1e9 // what a float has beyond is no part of what was typed
		return plainly(math.Round(number*100*digits)/digits, -1) + " %"
	case f.sign != "":
		return plainly(number, f.decimals) + " " + f.sign
	}
	return plainly(number, -1)
}

// plainly writes a number with a point before its fraction. Three decimals are written as four: nobody can take the
// point for one between thousands.
func plainly(number float64, decimals int) string {
	text := strconv.FormatFloat(number, 'f', decimals, 64)
	if at := strings.IndexByte(text, '.'); at >= 0 && len(text)-at-1 == 3 {
		text += "0"
	}
	return text
}
