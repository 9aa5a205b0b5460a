package delimited

import (
	"errors"
	"reflect"
	"strings"
	"testing"
)

func TestRead(t *testing.T) {
	for _, c := range []struct {
		name, text string
		rows       [][]string
	}{
		// RFC 4180, section 2.
		{"rule 1: records on lines", "aaa,bbb,ccc\r\nzzz,yyy,xxx\r\n", [][]string{{"aaa", "bbb", "ccc"},
			{"zzz", "yyy", "xxx"}}},
		{"rule 2: no break at the end", "aaa,bbb\r\nzzz,yyy", [][]string{{"aaa", "bbb"}, {"zzz", "yyy"}}},
		{"rule 5: quotation marks", "\"aaa\",\"bbb\"\r\nzzz,yyy", [][]string{{"aaa", "bbb"}, {"zzz", "yyy"}}},
		{"rule 6: breaks and commas inside", "\"aaa\",\"b \r\nb,b\",\"ccc\"\r\nzzz,yyy,xxx",
			[][]string{{"aaa", "b \nb,b", "ccc"}, {"zzz", "yyy", "xxx"}}},
		{"rule 7: doubled marks", "\"aaa\",\"b\"\"bb\",\"ccc\"", [][]string{{"aaa", "b\"bb", "ccc"}}},
		{"semicolons and decimal commas", "a;1,50\nb;2,50", [][]string{{"a", "1,50"}, {"b", "2,50"}}},
		{"tabs win over commas", "a\t1,50\nb\t2,50", [][]string{{"a", "1,50"}, {"b", "2,50"}}},
		{"a byte-order mark", "\ufeffa,b\n1,2", [][]string{{"a", "b"}, {"1", "2"}}},
		{"UTF-16", "\xff\xfea\x00,\x00\xac\x20\n\x00b\x00,\x00c\x00", [][]string{{"a", "€"}, {"b", "c"}}},
		{"Windows-1252", "a;5 \x80\nb;6 \x80", [][]string{{"a", "5 €"}, {"b", "6 €"}}},
		{"old line ends", "a,b\rc,d", [][]string{{"a", "b"}, {"c", "d"}}},
		{"a bare mark inside", "5\" tube\t9\nx\t8", [][]string{{"5\" tube", "9"}, {"x", "8"}}},
		{"one column", "a\nb", [][]string{{"a"}, {"b"}}},
		{"commas of fractions", "Espresso 2,50\nTee 1,90", [][]string{{"Espresso 2,50"}, {"Tee 1,90"}}},
		{"commas before dashes", "Tee 2,- Euro\nKaffee 3,- Euro", [][]string{{"Tee 2,- Euro"}, {"Kaffee 3,- Euro"}}},
		{"numbers alone", "1,2\n3,4", [][]string{{"1", "2"}, {"3", "4"}}},
		{"marks of speech", "\"Dry.\" – Ann\n\"Kind.\" – Bo", [][]string{{"\"Dry.\" – Ann"}, {"\"Kind.\" – Bo"}}},
		{"marks of speech within a cell", "a,\"b\n\"\"c\"\" d\"\ne,f", [][]string{{"a", "b\n\"c\" d"}, {"e", "f"}}},
	} {
		table, _, err := Read([]byte(c.text))
		if err != nil || !reflect.DeepEqual(table.Rows, c.rows) {
			t.Errorf("%s: %q (%v), want %q", c.name, table.Rows, err, c.rows)
		}
	}
}

func TestReadTells(t *testing.T) {
	if _, _, err := Read([]byte(" \n\t\n")); !errors.Is(err, ErrEmpty) {
		t.Errorf("an empty paste: %v", err)
	}
	for want, text := range map[string]string{
		"5.0 MB":        strings.Repeat("a,b\n", 5<<20/4),
		"5000 rows":     strings.Repeat("a\tb\n", 6000),
		"500 columns":   strings.Repeat("a,", 600) + "b",
		"table of text": "PK\x03\x04\x00\x00\xff\xff",
	} {
		if _, _, err := Read([]byte(text)); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("error %v, want one about %q", err, want)
		}
	}
}

func TestLinesOfTheSource(t *testing.T) {
	table, _, err := Read([]byte("a,\"x\ny\"\n\nb,c\n"))
	if err != nil || !reflect.DeepEqual(table.Lines, []int{1, 4}) {
		t.Errorf("lines %v (%v)", table.Lines, err)
	}
}

// A copied column keeps its empty cells.
func TestReadTabs(t *testing.T) {
	table, err := ReadTabs([]byte("a\n\nb\n"))
	if err != nil || !reflect.DeepEqual(table.Rows, [][]string{{"a"}, {""}, {"b"}}) {
		t.Errorf("%q (%v)", table.Rows, err)
	}
}

// Bars part the cells of a table where they part every row alike, and stand in texts otherwise.
func TestBars(t *testing.T) {
	for text, want := range map[string]string{
		"Name | Role\n-----+-----\nIda | Chair; treasurer\nBo | Smith, forge\n": "|",
		"| A | B |\n|---|---|\n| 1,000 | 2,000 |\n| 3,000 | 4,000 |\n":          "|",
		"Kurs;Zeit\nYoga;Mo | Mi\nPilates;Di | Do\n":                            ";",
		"Kurs,Zeit\nYoga,Mo | Mi\nPilates,Di | Do\n":                            ",",
	} {
		if table, _, err := Read([]byte(text)); err != nil || table.Separator != want {
			t.Errorf("%q is cut at %q (%v), want %q", text, table.Separator, err, want)
		}
	}
}

// No text becomes a formula in a spreadsheet, and each is read back as it was.
func TestWriteGuards(t *testing.T) {
	for text, guarded := range map[string]bool{"=1+1": true, "@SUM(A1)": true, "+cmd|' /C calc'!A0": true, "-2+3": false,
		"-5": false, "+49 30 123": false, "@harbour": false, "'quoted'": false, "a=b": false} {
		out, err := Write([][]string{{text, "x"}}, ';')
		if err != nil || strings.Contains(string(out), "'"+text) != guarded {
			t.Errorf("%q is written %q (%v)", text, out, err)
		}
		if table, _, err := Read(out); err != nil || table.Rows[0][0] != text {
			t.Errorf("%q is read back as %q (%v)", text, table.Rows, err)
		}
	}
}

func FuzzRead(f *testing.F) {
	for _, seed := range []string{"a,b\n1,2", "\xff\xfea\x00", "\"a\nb\"\t1", "x;y\n1,5;2"} {
		f.Add([]byte(seed))
	}
	f.Fuzz(func(t *testing.T, source []byte) {
		table, _, err := Read(source)
		if err == nil && len(table.Lines) != len(table.Rows) {
			t.Fatalf("%d rows with %d lines", len(table.Rows), len(table.Lines))
		}
	})
}
