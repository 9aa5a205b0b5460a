package kinds_test

import (
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"rubrel/core/intake"
	"rubrel/core/kind"
	"rubrel/formats/delimited"
	"rubrel/kinds"
)

// list is one of the corpus: what comes in, and what each cell must become or be asked about. It was written by hand, or
// by tools/lists from what it made the list of, and never by the reader.
type list struct {
	name, kind, language string
	text                 string
	set                  []string // a line for each record: its facts by key, without those that no cell says
	asked                []string // IDs
	left                 []string // "line:column"
}

// lists reads the corpus. A list begins with "=== name kind language"; "--- set", "--- asked" and "--- left" begin its
// other parts. «tab» stands for a tab.
func lists(t *testing.T) []list {
	t.Helper()
	files, err := filepath.Glob("testdata/lists/*.txt")
	if err != nil || len(files) == 0 {
		t.Fatalf("no corpus: %v", err)
	}
	var all []list
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
			l := list{name: filepath.Base(file) + ": " + words[0], kind: words[1]}
			if len(words) > 2 {
				l.language = words[2]
			}
			sections := strings.Split(body, "\n--- ")
			l.text = strings.ReplaceAll(sections[0], "→", "\t") + "\n"
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
					t.Fatalf("%s: what is %q?", l.name, what)
				}
			}
			all = append(all, l)
		}
	}
	return all
}

// said is a set as the corpus writes it.
func said(set kind.Set) []string {
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

// Of a corpus of lists that nobody made for the reader, no cell is read wrong: each is where it says, or asked about, or
// left with a reason.
func TestLists(t *testing.T) {
	t.Parallel()
	cells, right, asked, wrong := 0, 0, 0, 0
	corpus := lists(t)
	for _, l := range corpus {
		k, ok := kinds.All().Named(l.kind)
		if !ok {
			t.Fatalf("%s: there is no kind %q", l.name, l.kind)
		}
		table, _, err := delimited.Read([]byte(l.text))
		if err != nil {
			t.Errorf("%s: %v", l.name, err)
			continue
		}
		r := intake.Read(k, table, intake.Options{Language: l.language})
		faults := compare(l, r)
		for _, fault := range faults {
			t.Errorf("%s: %s", l.name, fault)
		}
		n, doubted := counted(table, r)
		cells += n
		asked += doubted
		wrong += len(faults)
		right += n - doubted
	}
	t.Logf("%d lists, %d cells: %d right, %d asked (%.1f %%), %d wrong", len(corpus), cells, right-wrong, asked,
		100*float64(asked)/float64(max(1, cells)), wrong)
	const mostAsked = 0.03
	if float64(asked) > mostAsked*float64(cells) {
		t.Errorf("%d of %d cells are asked about; at most %v of them may be", asked, cells, mostAsked)
	}
}

func compare(l list, r *intake.Reading) (faults []string) {
	got, want := said(r.Set), l.set
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

// counted is how many cells of a table say something, and how many of them are asked about: each cell of a line whose
// role is in doubt, or the one in doubt.
func counted(table kind.Table, r *intake.Reading) (cells, doubted int) {
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
