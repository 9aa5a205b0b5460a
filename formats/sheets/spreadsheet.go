package sheets

import (
	"archive/zip"
	"bytes"
	"context"
	"encoding/xml"
	"errors"
	"fmt"
	"io"
	"strconv"
	"strings"

	"rubrel/formats/delimited"
)

// The parts of an OpenDocument package (OpenDocument 1.3, part 2) that say what it is and what is in it.
const (
	contentName = "content.xml"
	mimeName    = "mimetype"
	sheetType   = "application/vnd.oasis.opendocument.spreadsheet"
)

func isSpreadsheet(archive *zip.Reader) bool {
	f, err := archive.Open(mimeName)
	if err != nil {
		return false
	}
	defer f.Close()
	text, err := io.ReadAll(io.LimitReader(f, int64(len(sheetType))))
	return err == nil && string(text) == sheetType
}

// readSpreadsheet reads the tables of an OpenDocument spreadsheet.
func readSpreadsheet(ctx context.Context, file []byte) ([]Sheet, error) {
	archive, err := zip.NewReader(bytes.NewReader(file), int64(len(file)))
	if err != nil {
		return nil, fmt.Errorf("the spreadsheet is damaged: %w", err)
	}
	content, err := archive.Open(contentName)
	if err != nil {
		return nil, fmt.Errorf("the spreadsheet is damaged: %w", err)
	}
	defer content.Close()
	d := document{ctx: ctx, decoder: xml.NewDecoder(io.LimitReader(content, mostUnzipped))}
	if err := d.read(); err != nil {
		return nil, fmt.Errorf("the spreadsheet cannot be read: %w", err)
	}
	return d.sheets, nil
}

// document is a content.xml that is being read (OpenDocument 1.3, part 3, section 9).
type document struct {
	ctx     context.Context
	decoder *xml.Decoder
	sheets  []Sheet
	name    string
	b       builder
	line    int
	cells   []string
}

func (d *document) read() error {
	for {
		token, err := d.decoder.Token()
		if errors.Is(err, io.EOF) {
			return nil
		}
		if err != nil {
			return err
		}
		switch t := token.(type) {
		case xml.StartElement:
			if err := d.start(t); err != nil {
				return err
			}
		case xml.EndElement:
			if t.Name.Local == "table" {
				d.b.table.Pointed = true
				d.sheets = append(d.sheets, Sheet{Name: d.name, Table: d.b.table})
			}
		}
	}
}

// start reads a table's name, or a row whole.
func (d *document) start(t xml.StartElement) error {
	switch t.Name.Local {
	case "table":
		if len(d.sheets) >= mostSheets {
			return fmt.Errorf("it has more than %d tables", mostSheets)
		}
		d.name, d.b, d.line = attribute(t, "name"), builder{}, 0
	case "table-row":
		d.cells = nil
		if err := d.ctx.Err(); err != nil {
			return err
		}
		if err := d.row(); err != nil {
			return err
		}
		again := repeated(t, "number-rows-repeated")
		for range min(again, delimited.MostRows) {
			d.line++
			d.b.add(d.line, append([]string(nil), d.cells...))
			if len(d.b.table.Rows) > delimited.MostRows {
				return fmt.Errorf("a list has at most %d rows", delimited.MostRows)
			}
			if len(d.cells) == 0 {
				break // the rest of an empty sheet
			}
		}
		d.line += max(0, again-delimited.MostRows)
	}
	return nil
}

// row reads the cells of a row, to its end.
func (d *document) row() error {
	for {
		token, err := d.decoder.Token()
		if err != nil {
			return err
		}
		switch t := token.(type) {
		case xml.StartElement:
			if name := t.Name.Local; name != "table-cell" && name != "covered-table-cell" {
				if err := d.decoder.Skip(); err != nil {
					return err
				}
				continue
			}
			text, err := d.cell(t)
			if err != nil {
				return err
			}
			again := repeated(t, "number-columns-repeated")
			if text == "" && again > delimited.MostColumns {
				continue // the rest of the row
			}
			for range again {
				if d.cells = append(d.cells, text); len(d.cells) > delimited.MostColumns {
					return fmt.Errorf("line %d: a row has at most %d columns", d.line+1, delimited.MostColumns)
				}
			}
		case xml.EndElement:
			if t.Name.Local == "table-row" {
				for len(d.cells) > 0 && d.cells[len(d.cells)-1] == "" {
					d.cells = d.cells[:len(d.cells)-1]
				}
				return nil
			}
		}
	}
}

// cell is what a cell says: the value it stores, or its paragraphs.
func (d *document) cell(t xml.StartElement) (string, error) {
	text, err := d.paragraphs()
	if err != nil {
		return "", err
	}
	value := attribute(t, "value")
	number, numberErr := strconv.ParseFloat(value, 64)
	switch attribute(t, "value-type") {
	case "date":
		day, hour, timed := strings.Cut(attribute(t, "date-value"), "T")
		if timed && len(hour) >= len(timeLayout) && hour[:len(timeLayout)] != "00:00" {
			day += " " + hour[:len(timeLayout)]
		}
		return day, nil
	case "boolean":
		return attribute(t, "boolean-value"), nil
	case "percentage":
		if numberErr == nil {
			return format{percent: true}.write(number), nil
		}
	case "currency":
		if sign := attribute(t, "currency"); numberErr == nil && sign != "" {
			return format{after: sign, decimals: -1}.write(number), nil
		}
	}
	if numberErr == nil && value != "" {
		return plainly(number, -1), nil
	}
	return text, nil
}

// paragraphs are the texts within a cell, to its end, each on a line of its own. Annotations are no part of it.
func (d *document) paragraphs() (string, error) {
	var lines []string
	for depth := 1; depth > 0; {
		token, err := d.decoder.Token()
		if err != nil {
			return "", err
		}
		switch t := token.(type) {
		case xml.StartElement:
			switch t.Name.Local {
			case "annotation":
				if err := d.decoder.Skip(); err != nil {
					return "", err
				}
				continue
			case "p":
				lines = append(lines, "")
			case "s":
				if len(lines) > 0 {
					lines[len(lines)-1] += " "
				}
			case "line-break":
				lines = append(lines, "")
			}
			depth++
		case xml.EndElement:
			depth--
		case xml.CharData:
			if len(lines) > 0 {
				lines[len(lines)-1] += string(t)
			}
		}
	}
	return strings.TrimSpace(strings.Join(lines, "\n")), nil
}

func attribute(t xml.StartElement, name string) string {
	for _, a := range t.Attr {
		if a.Name.Local == name {
			return a.Value
		}
	}
	return ""
}

// repeated is how often an element stands there; once where it does not say.
func repeated(t xml.StartElement, name string) int {
	n, err := strconv.Atoi(attribute(t, name))
	if err != nil || n < 1 {
		return 1
	}
	return n
}
