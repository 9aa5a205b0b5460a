package kinds_test

import (
	"archive/zip"
	"bytes"
	"compress/flate"
	"fmt"
	"io"
	"runtime/metrics"
	"slices"
	"strings"
	"testing"
	"time"

	"rubrel/core/intake"
	"rubrel/core/kind"
	"rubrel/formats/lists"
	"rubrel/kinds"
)

// zipped is an archive of files, by name.
func zipped(t testing.TB, files map[string][]byte) []byte {
	t.Helper()
	var out bytes.Buffer
	w := zip.NewWriter(&out)
	w.RegisterCompressor(zip.Deflate, func(to io.Writer) (io.WriteCloser, error) { return flate.NewWriter(to, 9) })
	for name, content := range files {
		f, err := w.Create(name)
		if err == nil {
			_, err = f.Write(content)
		}
		if err != nil {
			t.Fatal(err)
		}
	}
	if err := w.Close(); err != nil {
		t.Fatal(err)
	}
	return out.Bytes()
}

// book is a workbook with the rows of its only sheet, after a document type.
func book(t testing.TB, doctype, rows string) []byte {
	return zipped(t, map[string][]byte{
		"[Content_Types].xml": []byte(`<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types">` +
			`<Override PartName="/xl/workbook.xml" ContentType=` +
			`"application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/></Types>`),
		"_rels/.rels": []byte(`<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships">` +
			`<Relationship Id="r1" Target="xl/workbook.xml" ` +
			`Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument"/></Relationships>`),
		"xl/workbook.xml": []byte(`<workbook xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main" ` +
			`xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"><sheets>` +
			`<sheet name="A" sheetId="1" r:id="r1"/></sheets></workbook>`),
		"xl/_rels/workbook.xml.rels": []byte(`<Relationships ` +
			`xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" ` +
			`Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/worksheet" ` +
			`Target="worksheets/sheet1.xml"/></Relationships>`),
		"xl/worksheets/sheet1.xml": []byte(doctype +
			`<worksheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><sheetData>` + rows +
			`</sheetData></worksheet>`),
	})
}

// spreadsheet is a spreadsheet with the rows of its only table.
func spreadsheet(t testing.TB, rows string) []byte {
	return zipped(t, map[string][]byte{"mimetype": []byte("application/vnd.oasis.opendocument.spreadsheet"),
		"content.xml": []byte(`<office:document-content xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0" ` +
			`xmlns:table="urn:oasis:names:tc:opendocument:xmlns:table:1.0" ` +
			`xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0"><office:body><office:spreadsheet>` +
			`<table:table table:name="A">` + rows + `</table:table></office:spreadsheet></office:body>` +
			`</office:document-content>`)})
}

const entities = `<!DOCTYPE a [<!ENTITY a "aaaaaaaaaaaaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;&a;&a;">` +
	`<!ENTITY c "&b;&b;&b;&b;&b;&b;&b;&b;&b;&b;"><!ENTITY d "&c;&c;&c;&c;&c;&c;&c;&c;&c;&c;">]>`

// hostile are files that are small and mean much, or as large as they may come.
func hostile(t testing.TB) map[string][]byte {
	const large, fits = 14 << 20, 1900 << 10
	many := map[string][]byte{}
	for i := range 400 {
		many[fmt.Sprintf("%d.csv", i)] = []byte("a,b\n1,2\n")
	}
	return map[string][]byte{
		"separators":          bytes.Repeat([]byte(","), fits),
		"rows":                bytes.Repeat([]byte("a,1\n"), fits/4),
		"a full list":         bytes.Repeat(append(bytes.Repeat([]byte("1.290,"), 120), '\n'), fits/721),
		"many cells in rows":  bytes.Repeat(append(bytes.Repeat([]byte("a,"), 199), '\n'), 490),
		"long cells":          bytes.Repeat([]byte(strings.Repeat("a ", 9_900)+","), fits/19_801),
		"long rows":           bytes.Repeat(append(bytes.Repeat([]byte("a,"), 499), '\n'), fits/999),
		"a long heading":      append(bytes.Repeat([]byte("a "), fits/2), ",b\n1,2\n"...),
		"an open quote":       append([]byte("a,b\n\""), bytes.Repeat([]byte("x\n"), fits/2)...),
		"quotes":              bytes.Repeat([]byte(`"",`), fits/3),
		"a workbook of zeros": zipped(t, map[string][]byte{"xl/workbook.xml": make([]byte, 120<<20)}),
		"a far cell":          book(t, "", `<row r="1048576"><c r="XFD1048576"><v>1</v></c></row>`),
		"many cells":          book(t, "", strings.Repeat(`<row><c><v>1</v></c></row>`, 1_000_000)),
		"entities in a workbook": book(t, entities, `<row r="1"><c r="A1" t="inlineStr"><is><t>`+
			strings.Repeat("&d;", 1000)+`</t></is></c></row>`),
		"repeated cells": spreadsheet(t, `<table:table-row table:number-rows-repeated="1048576"><table:table-cell `+
			`table:number-columns-repeated="16384"><text:p>x</text:p></table:table-cell></table:table-row>`),
		"repeated rows": spreadsheet(t, `<table:table-row table:number-rows-repeated="1048576"><table:table-cell>`+
			`<text:p>x</text:p></table:table-cell></table:table-row>`),
		"repeated columns": spreadsheet(t, strings.Repeat(`<table:table-row><table:table-cell `+
			`table:number-columns-repeated="16384"><text:p>x</text:p></table:table-cell></table:table-row>`, 10_000)),
		"nested elements": []byte("<html>" + strings.Repeat("<div>", large/5)),
		"nested tables":   []byte(strings.Repeat("<table><tr><td>", large/15)),
		"a wide cell": []byte("<table>" + strings.Repeat(`<tr><td colspan="999999999" rowspan="999999999">x</td></tr>`,
			1000) + "</table>"),
		"nested lists": bytes.Repeat([]byte("["), large),
		"objects": []byte(`{"@graph":[` + strings.Repeat(`{"@type":"Review","author":"a","reviewBody":"b"},`, 200_000) +
			`{}]}`),
		"entities in a feed": []byte(entities + `<feed xmlns="http://www.w3.org/2005/Atom"><entry><title>` +
			strings.Repeat("&d;", 1000) + `</title></entry></feed>`),
		"a folded card": []byte("BEGIN:VCARD\r\nVERSION:3.0\r\nFN:a\r\nNOTE:" + strings.Repeat("x\r\n ", large/4) +
			"\r\nEND:VCARD\r\n"),
		"cards":           bytes.Repeat([]byte("BEGIN:VCARD\r\nVERSION:4.0\r\nFN:a\r\nEND:VCARD\r\n"), large/44),
		"an archive":      zipped(t, many),
		"a list of zeros": zipped(t, map[string][]byte{"a.csv": make([]byte, 120<<20)}),
		"archives of them": zipped(t, map[string][]byte{"a.xlsx": zipped(t, map[string][]byte{
			"xl/workbook.xml": make([]byte, 100<<20)})}),
	}
}

// The bounds of what a file may cost, well above what any costs on two idle cores: see the log of the test.
const (
	mostTime = 60 * time.Second
	mostHeap = 1 << 30
)

// heap is how much is in use of the heap, in bytes.
func heap() uint64 {
	sample := []metrics.Sample{{Name: "/memory/classes/heap/objects:bytes"}}
	metrics.Read(sample)
	return sample[0].Value.Uint64()
}

// highest is how far the heap grows above what it is while something is done.
func highest(do func()) uint64 {
	before, most := heap(), uint64(0)
	done := make(chan struct{})
	seen := make(chan uint64)
	go func() {
		for {
			most = max(most, heap())
			select {
			case <-done:
				seen <- max(most, heap())
				return
			case <-time.After(2 * time.Millisecond):
			}
		}
	}()
	do()
	close(done)
	if most = <-seen; most < before {
		return 0
	}
	return most - before
}

func noPictures(string, []byte) (string, error) {
	return "", &kind.PictureError{Problem: "no pictures"}
}

// Files of whatever bytes are read, or refused.
func FuzzOpen(f *testing.F) {
	for i, file := range hostile(f) {
		if len(file) < 20<<10 {
			f.Add(file, uint8(len(i)))
		}
	}
	all := kinds.All()
	f.Fuzz(func(t *testing.T, file []byte, which uint8) {
		k := all[int(which)%len(all)]
		source, err := lists.Open(t.Context(), k, lists.File{Body: file}, noPictures)
		if err == nil && len(source.Sheets) == 0 {
			t.Error("nothing is read, and nothing is said")
		}
	})
}

// Whatever a file says, reading it takes bounded memory and time, for every kind that takes lists.
func TestHostileFiles(t *testing.T) {
	for name, file := range hostile(t) {
		for _, k := range kinds.All() {
			own := k.Intake != nil && slices.ContainsFunc(k.Intake.Files, func(f kind.FileFormat) bool { return f.Is(file) })
			if !own && k.Name != "pricing" { // which stands for those without formats of their own
				continue
			}
			var err error
			began := time.Now()
			grown := highest(func() {
				var source lists.Source
				source, err = lists.Open(t.Context(), k, lists.File{Body: file}, noPictures)
				for _, sheet := range source.Sheets {
					intake.Read(k, sheet.Table, intake.Options{Language: "de"})
				}
			})
			took := time.Since(began)
			t.Logf("%-24s %-8s %6.1f MB: %5.2f s, %4d MB, %.80v", name, k.Name, float64(len(file))/(1<<20), took.Seconds(),
				grown>>20, err)
			if took > mostTime || grown > mostHeap {
				t.Errorf("%s as %s takes %v and %d MB", name, k.Name, took, grown>>20)
			}
		}
	}
}
