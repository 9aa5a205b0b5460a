package kinds_test

import (
	"regexp"
	"strings"
	"testing"
	"unicode"

	"rubrel/core/intake"
	"rubrel/core/intake/intaketest"
	"rubrel/core/kind"
	"rubrel/formats/delimited"
	"rubrel/kinds"
)

// Of a corpus of lists that nobody made for the reader, no cell is read wrong: each is where it says, or asked about,
// or left with a reason.
func TestLists(t *testing.T) {
	t.Parallel()
	cells, right, asked, wrong := 0, 0, 0, 0
	corpus, all := intaketest.Lists(t), kinds.All()
	for _, l := range corpus {
		k, ok := all.Named(l.Kind)
		if !ok {
			t.Fatalf("%s: there is no kind %q", l.Name, l.Kind)
		}
		table, _, err := delimited.Read([]byte(l.Text))
		if err != nil {
			t.Errorf("%s: %v", l.Name, err)
			continue
		}
		r := intake.Read(k, table, intake.Options{Language: l.Language})
		faults := l.Compare(table, r)
		for _, fault := range faults {
			t.Errorf("%s: %s", l.Name, fault)
		}
		n, doubted := intaketest.Counted(table, r)
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
			if lost := intaketest.Unaccounted(table, r); len(lost) > 0 {
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
