package sheets

import (
	"archive/zip"
	"bytes"
	"context"
	"errors"
	"fmt"
	"io"
	"math"
	"regexp"
	"strconv"
	"strings"
	"time"

	"github.com/xuri/excelize/v2"

	"rubrel/formats/delimited"
)

// readWorkbook reads the sheets of a workbook that are not hidden.
func readWorkbook(ctx context.Context, file []byte) ([]Sheet, error) {
	if err := checkRows(file); err != nil {
		return nil, err
	}
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
		s, err := w.sheet(ctx, name)
		if err != nil {
			return nil, fmt.Errorf("sheet %s: %w", name, err)
		}
		all = append(all, s)
	}
	return all, nil
}

// rowPattern is where a row begins in a sheet (ECMA-376 part 1, section 18.3.1.73).
var rowPattern = regexp.MustCompile(`<(?:\w+:)?row(?:\s[^>]*)?>`)

// checkRows refuses sheets with many rows that do not say which they are: the library counts the rows before each.
func checkRows(file []byte) error {
	archive, err := zip.NewReader(bytes.NewReader(file), int64(len(file)))
	if err != nil {
		return fmt.Errorf("the workbook cannot be read: %w", err)
	}
	for _, f := range archive.File {
		if !strings.HasPrefix(f.Name, "xl/worksheets/") || !strings.HasSuffix(f.Name, ".xml") {
			continue
		}
		entry, err := f.Open()
		if err != nil {
			return fmt.Errorf("the workbook cannot be read: %w", err)
		}
		text, err := io.ReadAll(io.LimitReader(entry, mostUnzipped))
		if err := errors.Join(err, entry.Close()); err != nil {
			return fmt.Errorf("the workbook cannot be read: %w", err)
		}
		unnumbered := 0
		for len(text) > 0 {
			at := rowPattern.FindIndex(text)
			if at == nil {
				break
			}
			if !bytes.Contains(text[at[0]:at[1]], []byte(` r="`)) {
				unnumbered++
			}
			text = text[at[1]:]
		}
		if unnumbered > delimited.MostRows {
			return fmt.Errorf("a list has at most %d rows", delimited.MostRows)
		}
	}
	return nil
}

type workbook struct {
	book   *excelize.File
	styles map[int]format
	// since1904 says that days are counted from 1904 (ECMA-376 part 1, section 18.17.4.1).
	since1904 bool
}

// sheet reads one sheet.
func (w workbook) sheet(ctx context.Context, name string) (Sheet, error) {
	rows, err := w.book.Rows(name)
	if err != nil {
		return Sheet{}, err
	}
	defer rows.Close()
	var b builder
	for line := 1; rows.Next(); line++ {
		raw, err := rows.Columns()
		if err == nil {
			err = ctx.Err()
		}
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
	b.table.Pointed = true
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
		return strconv.FormatBool(raw == "1" || strings.EqualFold(raw, "true")), nil
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
	if f.layout == "" {
		return f.write(number), nil
	}
	moment, err := excelize.ExcelDateToTime(number, w.since1904)
	if err != nil {
		return raw, nil
	}
	if f.layout == dayLayout && moment.Hour()+moment.Minute() > 0 {
		return moment.Format(dayLayout + " " + timeLayout), nil
	}
	return moment.Format(f.layout), nil
}

// How what a format shows of a moment is written: as ISO 8601 has days.
const (
	dayLayout   = time.DateOnly
	monthLayout = "2006-01"
	timeLayout  = "15:04"
)

// format is what a number format says of its numbers.
type format struct {
	layout        string // of a day, a month or a time; "" for numbers
	elapsed       bool   // it is hours and minutes
	percent       bool
	before, after string // words and the sign of a currency beside the number
	decimals      int    // as many are shown; -1 for as many as there are
}

// The identifiers of formats that every workbook has (ECMA-376 part 1, section 18.8.30).
const (
	firstDay, lastDay       = 14, 16
	month                   = 17
	firstTime, lastTime     = 18, 21
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
		f.layout = dayLayout
	case n == month:
		f.layout = monthLayout
	case n >= firstTime && n <= lastTime:
		f.layout = timeLayout
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
	// wordPattern is a text in a format: what stands in quotation marks, or after a backslash.
	wordPattern     = regexp.MustCompile(`"([^"]*)"|\\(.)`)
	decimalsPattern = regexp.MustCompile(`[0#]\.([0#?]+)`)
	bracketPattern  = regexp.MustCompile(`\[[^\]]*\]`)
	// figuresPattern is where the number stands.
	figuresPattern = regexp.MustCompile(`[0#?][0#?.,]*`)
)

// customFormat reads a number format of a workbook's own: its first section, which is that of positive numbers.
func customFormat(code string) format {
	code, _, _ = strings.Cut(code, ";")
	bare := bracketPattern.ReplaceAllString(wordPattern.ReplaceAllString(code, ""), "")
	f := format{decimals: -1, percent: strings.Contains(bare, "%")}
	if strings.Contains(strings.ToLower(code), "[h]") {
		f.elapsed = true
		return f
	}
	figures := figuresPattern.FindStringIndex(wordPattern.ReplaceAllStringFunc(code, blanked))
	if figures == nil {
		f.layout = layoutOf(strings.ToLower(bare))
		return f
	}
	f.before, f.after = wordsOfFormat(code[:figures[0]]), wordsOfFormat(code[figures[1]:])
	if found := decimalsPattern.FindStringSubmatch(bare); found != nil {
		f.decimals = len(found[1])
	} else if f.before+f.after != "" {
		f.decimals = 0
	}
	return f
}

// blanked is as long as a text, and has no figures.
func blanked(text string) string { return strings.Repeat(" ", len(text)) }

// layoutOf is how a moment is shown by the letters of a format; "" where it is none.
func layoutOf(letters string) string {
	switch {
	case strings.Contains(letters, "d"):
		return dayLayout
	case strings.Contains(letters, "y"):
		return monthLayout
	case strings.Contains(letters, "h"):
		return timeLayout
	}
	return ""
}

// wordsOfFormat are the words and the sign of a currency that a part of a format writes.
func wordsOfFormat(part string) string {
	part = currencyPattern.ReplaceAllString(part, "$1")
	part = bracketPattern.ReplaceAllString(part, "")
	part = wordPattern.ReplaceAllString(part, "$1$2")
	// What is left are marks of the format itself: %, _ and the width after it, * and what it fills with.
	return strings.TrimSpace(fillPattern.ReplaceAllString(part, ""))
}

var fillPattern = regexp.MustCompile(`%|[_*].|General|@`)

// write writes a number plainly, as the sheet shows money and as it is stored otherwise.
func (f format) write(number float64) string {
	text := plainly(number, f.decimals)
	switch {
	case f.elapsed:
		minutes := int64(math.Round(number * 24 * 60))
		return fmt.Sprintf("%d:%02d", minutes/60, minutes%60)
	case f.percent:
		const digits = 1e9 // what a float has beyond is no part of what was typed
		text = plainly(math.Round(number*100*digits)/digits, -1) + " %"
	case f.before+f.after == "":
		text = plainly(number, -1)
	}
	return strings.TrimSpace(f.before + " " + text + " " + f.after)
}

// plainly writes a number with a point before its fraction.
func plainly(number float64, decimals int) string {
	return strconv.FormatFloat(number, 'f', decimals, 64)
}
