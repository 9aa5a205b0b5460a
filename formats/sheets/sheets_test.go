package sheets

import (
	"archive/zip"
	"bytes"
	"encoding/xml"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"
)

func written(all []Sheet) string {
	var b strings.Builder
	for _, s := range all {
		fmt.Fprintf(&b, "[%s]\n", s.Name)
		for i, row := range s.Table.Rows {
			fmt.Fprintf(&b, "%d: %s\n", s.Table.Lines[i], strings.Join(row, " | "))
		}
	}
	return b.String()
}

// Files that two other libraries wrote: see scripts/sheets-fixture.mjs.
func TestFilesOfOthers(t *testing.T) {
	const head = "[Plans]\n1: Plan | Price a month | Price a year | Discount | From | Phone | Sum\n"
	const figures = "[Figures]\n1: Label | Value\n2: Tonnes | 1.234\n3: Guests | 14500\n"
	const rows = "2: Small | 9.95 € | CHF 1290.00 | 12.5 % | 2026-11-24 | true | 1299.95\n" +
		"3: Größe \"L\", 2 m | 1290.50 € | CHF 12900.00 | 50 % | 2027-02-01 | false | 14190.5\n"
	for name, want := range map[string]string{
		"xlsx.xlsx": head + rows + figures,
		// This library writes no formats of numbers into spreadsheets.
		"xlsx.ods": head + "2: Small | 9.95 | 1290 | 0.125 | 2026-11-24 | true | 1299.95\n" +
			"3: Größe \"L\", 2 m | 1290.5 | 12900 | 0.5 | 2027-02-01 | false | 14190.5\n" + figures,
		"exceljs.xlsx": head + "2: Small | € 9.95 | 1290 CHF | 12.5 % | 2026-11-24 | true | 1299.95\n" +
			"3: Größe \"L\", 2 m | € 1290.50 | 12900 CHF | 50 % | 2027-02-01 | false | 14190.5\n",
	} {
		file, err := os.ReadFile(filepath.Join("testdata", name))
		if err != nil {
			t.Fatal(err)
		}
		all, err := Read(t.Context(), file)
		if got := written(all); err != nil || got != want {
			t.Errorf("%s (%v):\n%s\nwant\n%s", name, err, got, want)
		}
	}
}

// What a number is, its format says (ECMA-376 part 1, section 18.8.31): nothing of a day, a time or a word is lost, and
// none is made up.
func TestFormats(t *testing.T) {
	for code, want := range map[string]string{
		`#,##0.00 [$€-407]`: "9.50 €", `[$CHF] #,##0.00`: "CHF 9.50", `"ab "0.00 "€"`: "ab 9.50 €", `0 "kg"`: "10 kg",
		`0.0%`: "950 %", `General`: "9.5", `_-* #,##0.00\ "zł"_-`: "9.50 zł", `0.000`: "9.5",
		"[h]:mm": "228:00",
	} {
		if got := customFormat(code).write(9.5); got != want {
			t.Errorf("%s writes %q, want %q", code, got, want)
		}
	}
	for code, want := range map[string]string{"dd.mm.yyyy": dayLayout, "mmm yyyy": monthLayout, "h:mm": timeLayout,
		`yyyy"-"mm"-"dd`: dayLayout} {
		if got := customFormat(code).layout; got != want {
			t.Errorf("%s is shown as %q, want %q", code, got, want)
		}
	}
}

// Money and shares of a spreadsheet, as OpenDocument 1.3 part 3, section 19.387 has them.
func TestSpreadsheetValues(t *testing.T) {
	d := document{ctx: t.Context(), decoder: xml.NewDecoder(strings.NewReader(`<table:table
		xmlns:table="t" xmlns:office="o" xmlns:text="x" table:name="A"><table:table-row><table:table-cell
		office:value-type="currency" office:currency="EUR"
		office:value="1290.5"><text:p>1.290,50 €</text:p></table:table-cell><table:table-cell
		office:value-type="percentage" office:value="0.92"><text:p>92%</text:p></table:table-cell><table:table-cell
		table:number-columns-repeated="2"/><table:table-cell><office:annotation><text:p>no</text:p></office:annotation
		><text:p>a<text:s/>b</text:p><text:p>c</text:p></table:table-cell><table:table-cell
		table:number-columns-repeated="16000"/></table:table-row><table:table-row
		table:number-rows-repeated="1048000"><table:table-cell table:number-columns-repeated="16384"/></table:table-row
		></table:table>`))}
	want := "[A]\n1: 1290.5 EUR | 92 % |  |  | a b\nc\n"
	if err := d.read(); err != nil || written(d.sheets) != want {
		t.Errorf("%q (%v), want %q", written(d.sheets), err, want)
	}
}

func TestPage(t *testing.T) {
	all, err := Read(t.Context(), []byte(`<!doctype html><p>Prices</p><table><caption>Plans</caption>
		<tr><th>Plan<th colspan=2>Price
		<tr><td>One<td>€9<td><img alt="yes"><tr><td>Two<br>and more<td>€19<td><script>no()</script>–</table>`))
	want := "[Plans]\n1: Plan | Price\n2: One | €9 | yes\n3: Two\nand more | €19 | –\n"
	if got := written(all); err != nil || got != want {
		t.Errorf("%q (%v), want %q", got, err, want)
	}
}

func TestReadTells(t *testing.T) {
	var empty bytes.Buffer
	archive := zip.NewWriter(&empty)
	for name, text := range map[string]string{mimeName: sheetType, contentName: "<office><table name='a'/></office>"} {
		f, err := archive.Create(name)
		if err != nil {
			t.Fatal(err)
		}
		if _, err := f.Write([]byte(text)); err != nil {
			t.Fatal(err)
		}
	}
	if err := archive.Close(); err != nil {
		t.Fatal(err)
	}
	if _, err := Read(t.Context(), empty.Bytes()); !errors.Is(err, ErrEmpty) {
		t.Errorf("an empty spreadsheet: %v", err)
	}
	if _, err := Read(t.Context(), make([]byte, MostBytes+1)); err == nil || !strings.Contains(err.Error(), "16 MB") {
		t.Errorf("too large a file: %v", err)
	}
}

// Whatever a file holds, it is read within the bounds or refused.
func FuzzRead(f *testing.F) {
	for _, name := range []string{"xlsx.xlsx", "xlsx.ods", "exceljs.xlsx"} {
		file, err := os.ReadFile(filepath.Join("testdata", name))
		if err != nil {
			f.Fatal(err)
		}
		f.Add(file)
	}
	f.Add([]byte("<table><tr><td colspan=99999999>x"))
	f.Fuzz(func(t *testing.T, file []byte) {
		all, err := Read(t.Context(), file)
		for _, s := range all {
			if err == nil && len(s.Table.Lines) != len(s.Table.Rows) {
				t.Fatalf("%d rows with %d lines", len(s.Table.Rows), len(s.Table.Lines))
			}
		}
	})
}
