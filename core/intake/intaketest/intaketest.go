// Package intaketest holds readers of lists against corpora: of each list what every cell must become, or be asked
// about, was written down by somebody else than the reader.
package intaketest

import (
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"rubrel/core/intake"
	"rubrel/core/kind"
)

// List is one of a corpus: what comes in, and what each cell must become or be asked about.
type List struct {
	Name, Kind, Language string
	Text                 string
	set                  []string // a line for each record: its facts by key, without those that no cell says
	asked                []string // IDs
	left                 []string // "line:column"
}

// Lists reads the corpus in testdata/lists. A list begins with "=== name kind language"; "--- set", "--- asked" and
// "--- left" begin its other parts. An arrow, →, stands for a tab.
func Lists(t *testing.T) []List {
	t.Helper()
	files, err := filepath.Glob("testdata/lists/*.txt")
	if err != nil || len(files) == 0 {
		t.Fatalf("no corpus: %v", err)
	}
	var all []List
	for _, file := range files {
		text, err := os.ReadFile(file)
		if err != nil {
			t.Fatal(err)
		}
		for part := range strings.SplitSeq("\n"+string(text), "\n=== ") {
			head, body, _ := strings.Cut(part, "\n")
			words := strings.Fields(head)
			if len(words) < 2 {
				continue
			}
			l := List{Name: filepath.Base(file) + ": " + words[0], Kind: words[1]}
			if len(words) > 2 {
				l.Language = words[2]
			}
			sections := strings.Split(body, "\n--- ")
			l.Text = strings.ReplaceAll(sections[0], "→", "\t") + "\n"
			for _, section := range sections[1:] {
				what, rest, _ := strings.Cut(section, "\n")
				lines := strings.FieldsFunc(rest, func(r rune) bool { return r == '\n' })
				switch strings.TrimSpace(what) {
				case "set":
					l.set = lines
				case "asked":
					l.asked = lines
				case "left":
					l.left = strings.Fields(rest)
				default:
					t.Fatalf("%s: what is %q?", l.Name, what)
				}
			}
			all = append(all, l)
		}
	}
	return all
}

// Said is a set as the corpus writes it.
func Said(set kind.Set) []string {
	var lines []string
	for _, r := range set.Records {
		var facts []string
		for key, value := range r.Facts {
			facts = append(facts, named(set, key)+"="+strings.ReplaceAll(value.String(), "\n", "\\n"))
		}
		slices.Sort(facts)
		if r.Featured {
			facts = append(facts, "featured")
		}
		lines = append(lines, strings.Join(facts, " | "))
	}
	return lines
}

// named is the key of a fact, with the label of an item that is a row of its own in the place of its ID.
func named(set kind.Set, text string) string {
	key := kind.ParseFactKey(text)
	field, _ := set.Kind.FieldNamed(key.Field)
	if len(field.Each) != 1 {
		return text
	}
	axis, _ := set.Kind.AxisNamed(field.Each[0])
	item, _ := set.ItemNamed(axis.Name, key.Items[0])
	return key.Field + ":" + kind.Text(item.Facts, axis.Label)
}

// sorted are the facts of a line of the corpus, in order.
func sorted(line string) string {
	facts := strings.Split(line, " | ")
	slices.Sort(facts)
	return strings.Join(facts, " | ")
}

// Compare tells what of a reading is not as the corpus has it.
func (l List) Compare(table kind.Table, r *intake.Reading) (faults []string) {
	got, want := Said(r.Set), l.set
	for i := range max(len(got), len(want)) {
		switch {
		case i >= len(got):
			faults = append(faults, "missing: "+want[i])
		case i >= len(want):
			faults = append(faults, "too many: "+got[i])
		case sorted(got[i]) != sorted(want[i]):
			faults = append(faults, fmt.Sprintf("is\n\t%s\nnot\n\t%s", sorted(got[i]), sorted(want[i])))
		}
	}
	var ids, left []string
	for _, q := range r.Asked() {
		ids = append(ids, q.ID)
	}
	for _, x := range r.Left {
		if x.Why == "nothing was made of it" {
			faults = append(faults, fmt.Sprintf("no reason for %v", x))
		}
		left = append(left, fmt.Sprintf("%d:%d", x.Line, x.Column))
	}
	for _, place := range Unaccounted(table, r) {
		faults = append(faults, "nobody knows what became of "+place)
	}
	slices.Sort(ids)
	wanted := slices.Sorted(slices.Values(l.asked))
	if !slices.Equal(ids, wanted) {
		faults = append(faults, fmt.Sprintf("asks %q, not %q (%v)", ids, wanted, r.Asked()))
	}
	slices.Sort(left)
	if wanted := slices.Sorted(slices.Values(l.left)); !slices.Equal(left, wanted) {
		faults = append(faults, fmt.Sprintf("leaves %q, not %q (%v)", left, wanted, r.Left))
	}
	return faults
}

// Unaccounted are the cells of a table that are not placed, asked about or left.
func Unaccounted(table kind.Table, r *intake.Reading) (places []string) {
	known := map[string]bool{}
	at := func(line, column int) string { return fmt.Sprintf("%d:%d", line, column) }
	for _, l := range r.Lines {
		for _, c := range append(l.Cells, l.Heading) {
			if c.Fate == kind.Placed {
				known[at(c.Line, c.Column)] = true
			}
		}
	}
	for _, c := range r.With {
		known[at(c.Line, c.Column)] = true
	}
	for _, q := range r.Questions {
		known[at(q.Line, q.Column)] = true
	}
	for _, left := range r.Left {
		known[at(left.Line, left.Column)] = true
	}
	for i, row := range table.Rows {
		for column := range row {
			place := at(table.Lines[i], column+1)
			// What a row with a cell too many was joined of is accounted for by its question.
			joined := slices.ContainsFunc(r.Questions, func(q intake.Question) bool {
				return q.Line == table.Lines[i] && strings.HasPrefix(q.Taken, "join-")
			})
			if table.Cell(i, column) != "" && !known[place] && !joined {
				places = append(places, fmt.Sprintf("%s %q", place, table.Cell(i, column)))
			}
		}
	}
	return places
}

// Counted is how many cells of a table say something, and how many of them are asked about: each cell of a line whose
// role is in doubt, or the one in doubt.
func Counted(table kind.Table, r *intake.Reading) (cells, doubted int) {
	for i, row := range table.Rows {
		for column := range row {
			if table.Cell(i, column) != "" {
				cells++
			}
		}
	}
	for _, q := range r.Asked() {
		at := slices.Index(r.RoleIDs, q.ID)
		if at < 0 {
			doubted++
			continue
		}
		doubted += len(r.Lines[at].Texts())
	}
	return cells, doubted
}
