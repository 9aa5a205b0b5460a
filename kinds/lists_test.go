package kinds_test

import (
	"fmt"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"
	"unicode"

	"rubrel/core/intake"
	"rubrel/core/kind"
	"rubrel/formats/delimited"
	"rubrel/kinds"
)

// list is one of the corpus: what comes in, and what each cell must become or be asked about. It was written by hand,
// or by tools/lists from what it made the list of, and never by the reader.
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

// Of a corpus of lists that nobody made for the reader, no cell is read wrong: each is where it says, or asked about,
// or left with a reason.
func TestLists(t *testing.T) {
	t.Parallel()
	cells, right, asked, wrong := 0, 0, 0, 0
	corpus, all := lists(t), kinds.All()
	for _, l := range corpus {
		k, ok := all.Named(l.kind)
		if !ok {
			t.Fatalf("%s: there is no kind %q", l.name, l.kind)
		}
		table, _, err := delimited.Read([]byte(l.text))
		if err != nil {
			t.Errorf("%s: %v", l.name, err)
			continue
		}
		r := intake.Read(k, table, intake.Options{Language: l.language})
		faults := compare(l, table, r)
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

func compare(l list, table kind.Table, r *intake.Reading) (faults []string) {
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
	for _, place := range unaccounted(table, r) {
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

// unaccounted are the cells of a table that are not placed, asked about or left.
func unaccounted(table kind.Table, r *intake.Reading) (places []string) {
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

// lettersLost are the lines of a text, which nothing cuts into cells, of which not every letter is somewhere.
func lettersLost(table kind.Table, r *intake.Reading) (lost []string) {
	said := map[int]string{}
	for _, l := range r.Lines {
		for _, c := range append(l.Cells, l.Heading) {
			for i, text := range strings.Split(c.Text, "\n") { // several lines may be one text
				said[c.Line] += text
				if i > 0 {
					said[0] += text
				}
			}
		}
	}
	for _, left := range r.Left {
		said[left.Line] += left.Text
	}
	for i, row := range table.Rows {
		if len(row) != 1 || strings.Contains(row[0], "\n") {
			return nil
		}
		if got, want := letters(said[table.Lines[i]])+letters(said[0]),
			letters(counter.ReplaceAllString(strings.TrimSpace(row[0]), "")); !holdsAll(got, want) {
			lost = append(lost, row[0])
		}
	}
	return lost
}

// counter is how a line is counted, which is no part of what it says.
var counter = regexp.MustCompile(`^\(?(?:[0-9]{1,3}|[A-Za-z])[.):]\s+`)

func letters(text string) string {
	return strings.Map(func(r rune) rune {
		if unicode.IsLetter(r) || unicode.IsDigit(r) {
			return r
		}
		return -1
	}, text)
}

// holdsAll reports whether a text has every letter of another as often.
func holdsAll(text, other string) bool {
	for _, r := range other {
		if strings.Count(text, string(r)) < strings.Count(other, string(r)) {
			return false
		}
	}
	return true
}

// Whatever comes in, and whatever is answered, every cell is accounted for, and the set keeps its kind's rules.
func FuzzEveryCellIsAccountedFor(f *testing.F) {
	for i, text := range []string{"\tBasic\tPlus\nMonthly price\t$9\t$19\nSupport\t–\t✓\n",
		"Name,E-mail\nIda,ida\nBo,bo@x.org,y\n",
		"Label;Value\nA;1.290\n\nName;Number\nB;2\n", "Skill\tValue\nA\t3 of 5 levels\n* note\n"} {
		f.Add(text, "direction", "down", uint8(i))
		f.Add(text, "role/Value", "skip", uint8(i))
	}
	for i, text := range []string{"Our prices\n\nBasic $9/mo ($90/yr)\nPro – from $19\n", "Anna\nChair\n\nBo\nHand\n",
		"1. Call us\n2. Come\n", "Boats: 38\nMembers: 1,204\n", "★★★★☆ Fine – Bo\n★★★☆☆ Wet – Ann\n",
		"\"A\" – B\n\"C\" – D\n",
		"12 boats\n97,5 % glad\n", "Basic\n$9\nMail\n\nPro\n$19\nMail\nTalk\n"} {
		for which := range uint8(9) {
			f.Add(text, "headings", []string{"yes", "no"}[i%2], which)
		}
	}
	all := kinds.All()
	f.Fuzz(func(t *testing.T, text, question, answer string, which uint8) {
		k := all[int(which)%len(all)]
		table, _, err := delimited.Read([]byte(text))
		if err != nil || len(text) > 4000 {
			return
		}
		r := intake.Read(k, table, intake.Options{Answers: map[string]string{question: answer}})
		for i := range table.Lines { // lines that are the same in the source are told apart by their rows
			if i > 0 && table.Lines[i] == table.Lines[i-1] {
				return
			}
		}
		if !strings.HasPrefix(question, "cell/") {
			if lost := unaccounted(table, r); len(lost) > 0 {
				t.Fatalf("%s: %q: lost %v", k.Name, text, lost)
			}
			if lost := lettersLost(table, r); len(lost) > 0 {
				t.Fatalf("%s: %q: lost letters of %q", k.Name, text, lost)
			}
		}
		for _, record := range r.Set.Records {
			for key := range record.Facts {
				if _, err := r.Set.CheckKey(k.Fields, kind.ParseFactKey(key)); err != nil {
					t.Fatalf("%q: %v", text, err)
				}
			}
		}
	})
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
