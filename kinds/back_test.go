package kinds_test

import (
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"rubrel/core/document"
	"rubrel/core/intake"
	"rubrel/core/intake/intaketest"
	"rubrel/core/kind"
	"rubrel/core/money"
	"rubrel/demo"
	"rubrel/formats/delimited"
	files "rubrel/formats/lists"
	"rubrel/formats/sheets"
	"rubrel/kinds"
)

// goesBack gives a set back as delimited text and as a workbook, reads these again, and lays them beside the set.
func goesBack(t *testing.T, set kind.Set, language string, has func(kind.Ref) bool) []intake.Difference {
	t.Helper()
	separator := delimited.SeparatorBeside(money.LocaleFor(language).DecimalMark())
	text, err := delimited.Write(set.Table(language), separator)
	if err != nil {
		t.Fatal(err)
	}
	book, err := sheets.Write(set.Name, set.Cells(language))
	if err != nil {
		t.Fatal(err)
	}
	var differences []intake.Difference
	for _, file := range [][]byte{text, book} {
		all, err := sheets.Read(t.Context(), file)
		if err != nil {
			t.Fatal(err)
		}
		r := intake.Read(set.Kind, all[0].Table, intake.Options{Language: language, Has: has, Into: &set})
		differences = append(differences, intake.Compare(set, intake.Before{}, r, nil).Differences...)
		for _, q := range r.Asked() {
			differences = append(differences, intake.Difference{Sort: "asked", Where: q.ID, New: q.Why})
		}
		for _, left := range r.Left {
			differences = append(differences, intake.Difference{Sort: "left", Where: left.Why, New: left.Text})
		}
	}
	return differences
}

// A set that is given back as a list reads in again with no difference: those of the demo, and those of the corpus.
func TestSetsGoBack(t *testing.T) {
	t.Parallel()
	sets, cells := 0, 0
	check := func(name string, set kind.Set, language string, has func(kind.Ref) bool) {
		sets++
		for _, row := range set.Table(language) {
			cells += len(row)
		}
		if differences := goesBack(t, set, language, has); len(differences) > 0 {
			text := ""
			for _, d := range differences {
				text += fmt.Sprintf("\n  %s %s: %q, list %q", d.Sort, d.Where, d.Old, d.New)
			}
			t.Errorf("%s:%s\n%q", name, text, set.Table(language))
		}
	}
	all := kinds.All()
	for _, source := range [][]byte{demo.Fennmoor, demo.Saltline} {
		site, _, err := document.Parse(source, all)
		if err != nil {
			t.Fatal(err)
		}
		for _, set := range site.Sets {
			if set.Kind.Intake != nil {
				check(site.Name+" "+set.ID, set.Set, site.Language, site.Has)
			}
		}
	}
	for _, l := range intaketest.Lists(t) {
		k, _ := all.Named(l.Kind)
		table, _, err := delimited.Read([]byte(l.Text))
		if err != nil {
			t.Fatal(err)
		}
		if r := intake.Read(k, table, intake.Options{Language: l.Language}); len(r.Set.Records) > 0 {
			check(l.Name, r.Set, l.Language, nil)
		}
	}
	// The examples of RFC 6350, RFC 2426, RFC 4287 and schema.org, and a feed of RSS 2.0.
	examples, err := filepath.Glob("testdata/files/*")
	if err != nil || len(examples) == 0 {
		t.Fatalf("no examples: %v", err)
	}
	for _, example := range examples {
		file, err := os.ReadFile(example)
		if err != nil {
			t.Fatal(err)
		}
		named, _, _ := strings.Cut(filepath.Base(example), "-")
		k, _ := all.Named(named)
		source, err := files.Open(t.Context(), k, files.File{Body: file}, nil)
		if err != nil {
			t.Fatalf("%s: %v", example, err)
		}
		r := intake.Read(k, source.Sheets[0].Table, intake.Options{Language: "en"})
		if len(r.Set.Records) == 0 || len(r.Asked())+len(r.Left) > 0 {
			t.Errorf("%s: %d records, asked %v, left %v", example, len(r.Set.Records), r.Asked(), r.Left)
		}
		check(example, r.Set, "en", nil)
	}
	t.Logf("%d sets, %d cells", sets, cells)
}
