package intake_test

import (
	"slices"
	"strings"
	"testing"

	"rubrel/core/intake"
	"rubrel/core/intake/intaketest"
	"rubrel/core/kind"
)

// sources are where members have pages: an axis, of which each line of a list may be an item.
var sources = kind.Axis{Name: "sources", One: "source", Label: "label", Most: 3, AsRows: true,
	Fields: []kind.Field{{Name: "label", Label: "label", Type: kind.TextType{Most: 40}, Required: true}}}

// ofThings and ofMembers are two kinds that no client has: things have numbers, and members are people.
var (
	ofThings = sample("thing", []kind.Field{
		{Name: "name", Label: "name", Type: kind.TextType{Most: 60}, Required: true, Aliases: []string{"thing", "item"}},
		{Name: "count", Label: "count", Type: kind.WholeType{Least: 0, Most: 100_000}, Aliases: []string{"pieces", "stock"}},
		{Name: "weight", Label: "weight", Type: kind.NumberType{}, Aliases: []string{"mass"}},
		{Name: "state", Label: "state", Type: kind.ChoiceType{Words: []string{"new", "used"}}},
		{Name: "note", Label: "note", Type: kind.RichType{Most: 600}, Aliases: []string{"description", "remarks"}},
		{Name: "link", Label: "link", Type: kind.LinkType{}, Aliases: []string{"url", "website"}},
	})
	ofMembers = sample("member", []kind.Field{
		{Name: "name", Label: "name", Type: kind.TextType{Most: 60}, Required: true, Aliases: []string{"person", "member"}},
		{Name: "position", Label: "position", Type: kind.TextType{Most: 80}, Aliases: []string{"role", "job"}},
		{Name: "note", Label: "note", Type: kind.RichType{Most: 600}, Aliases: []string{"about", "bio"}},
		{Name: "page", Label: "page", Type: kind.LinkType{}, Each: []string{sources.Name}},
	}, sources)
)

func sample(one string, fields []kind.Field, axes ...kind.Axis) *kind.Kind {
	return &kind.Kind{Name: one + "s", One: one, Fields: fields, Axes: axes, CanFeature: true,
		Intake: intake.Plain(fields, "", "")}
}

func kindOf(name string) *kind.Kind {
	if name == ofMembers.Name {
		return ofMembers
	}
	return ofThings
}

// tableOf parts a text at its tabs; what stands before the first line with a tab is lines, too.
func tableOf(text string) kind.Table {
	table := kind.Table{Separator: "\t"}
	for i, line := range strings.Split(strings.TrimRight(text, "\n"), "\n") {
		if strings.TrimSpace(line) == "" {
			continue
		}
		table.Rows = append(table.Rows, strings.Split(line, "\t"))
		table.Lines = append(table.Lines, i+1)
	}
	return table
}

// Lists of two kinds that the reader has never seen: what each cell becomes was written by hand.
func TestRead(t *testing.T) {
	for _, l := range intaketest.Lists(t) {
		t.Run(l.Name, func(t *testing.T) {
			table := tableOf(l.Text)
			for _, fault := range l.Compare(table, intake.Read(kindOf(l.Kind), table, intake.Options{Language: l.Language})) {
				t.Error(fault)
			}
		})
	}
}

// What the designer answers is done, and asked no more.
func TestAnswers(t *testing.T) {
	const text = "Thing\tKolli\nLamp\t12\nDesk\t4\n"
	for _, c := range []struct {
		answers map[string]string
		want    []string
		left    int
	}{
		{nil, []string{"name=Lamp", "name=Desk"}, 3},
		{map[string]string{"role/Kolli": "count"}, []string{"count=12 | name=Lamp", "count=4 | name=Desk"}, 0},
		{map[string]string{"role/Kolli": "note"}, []string{"name=Lamp | note=12", "name=Desk | note=4"}, 0},
		{map[string]string{"role/Thing": "skip", "role/Kolli": "name"}, []string{"name=12", "name=4"}, 3},
	} {
		table := tableOf(text)
		r := intake.Read(ofThings, table, intake.Options{Answers: c.answers})
		if got := intaketest.Said(r.Set); !slices.Equal(got, c.want) || len(r.Left) != c.left {
			t.Errorf("%v: %q, left %v", c.answers, got, r.Left)
		}
		if lost := intaketest.Unaccounted(table, r); len(lost) > 0 {
			t.Errorf("%v: lost %v", c.answers, lost)
		}
		for _, q := range r.Asked() {
			if c.answers[q.ID] != "" {
				t.Errorf("%s is asked again", q.ID)
			}
		}
	}
}

// A list that comes again beside what there is: each difference is found, of its sort, and taken it is what the list
// says; what the designer said since stays.
func TestCompare(t *testing.T) {
	read := func(text string) *intake.Reading { return intake.Read(ofThings, tableOf(text), intake.Options{}) }
	was := "Thing\tCount\nLamp\t12\nDesk\t4\nChair\t9\n"
	for _, c := range []struct {
		text  string
		want  string // the sorts of the differences
		taken []string
	}{
		{was, "", []string{"count=12 | name=Lamp", "count=4 | name=Desk", "count=9 | name=Chair"}},
		{"Thing\tCount\nLamp\t13\nDesk\t4\nChair\t9\n", "changed",
			[]string{"count=13 | name=Lamp", "count=4 | name=Desk", "count=9 | name=Chair"}},
		{"Thing\tCount\nLamp\t12\nDesk\t4\n", "gone", []string{"count=12 | name=Lamp", "count=4 | name=Desk"}},
		{"Thing\tCount\nLamp\t12\nDesk\t4\nChair\t9\nStool\t1\n", "new",
			[]string{"count=12 | name=Lamp", "count=4 | name=Desk", "count=9 | name=Chair", "count=1 | name=Stool"}},
		{"Count\tThing\n12\tLamp\n4\tDesk\n9\tChair\n", "",
			[]string{"count=12 | name=Lamp", "count=4 | name=Desk", "count=9 | name=Chair"}},
	} {
		before := read(was)
		r := read(c.text)
		revision := intake.Compare(before.Set, intake.Before{}, r, nil)
		var sorts []string
		for _, d := range revision.Differences {
			sorts = append(sorts, string(d.Sort))
		}
		if got := strings.Join(sorts, " "); got != c.want {
			t.Errorf("%q: %s, want %s", c.text, got, c.want)
		}
		all := revision.Taken(func(intake.Difference) bool { return true })
		if got := intaketest.Said(all); !slices.Equal(got, c.taken) {
			t.Errorf("%q: taken it is %q", c.text, got)
		}
		none := revision.Taken(func(intake.Difference) bool { return false })
		if got := intaketest.Said(none); !slices.Equal(got, intaketest.Said(before.Set)) {
			t.Errorf("%q: left it is %q", c.text, got)
		}
	}
}
