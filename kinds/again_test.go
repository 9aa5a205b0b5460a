package kinds_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"rubrel/core/document"
	"rubrel/core/intake"
	"rubrel/core/intake/intaketest"
	"rubrel/core/kind"
	"rubrel/formats/delimited"
	files "rubrel/formats/lists"
	"rubrel/kinds"
)

func readText(t *testing.T, k *kind.Kind, text string) *intake.Reading {
	t.Helper()
	table, _, err := delimited.Read([]byte(strings.ReplaceAll(text, "→", "\t")))
	if err != nil {
		t.Fatal(err)
	}
	return intake.Read(k, table, intake.Options{Language: "de"})
}

// everything a set says, in an order that does not hang on IDs or on when a record came.
func everything(set kind.Set) string {
	lines := intaketest.Said(set)
	slices.Sort(lines)
	return strings.Join(lines, "\n")
}

// The same list comes again, six times: what differs is found, and taken it is what the list says.
func TestListComesAgain(t *testing.T) {
	t.Parallel()
	k, _ := kinds.All().Named("pricing")
	lists := []string{
		"Tarif;Preis pro Monat;Notdienst;Wartung\nKlein;9,50 €;nein;ja\nMittel;19,50 €;ja;nein\nGroß;29,50 €;ja;ja\n",
		"Tarif;Preis pro Monat;Notdienst;Wartung\nKlein;10,50 €;nein;ja\nMittel;19,50 €;ja;nein\nGroß;31,50 €;ja;ja\n",
		"Tarif→Preis pro Monat→Notdienst→Wartung\nKlein→10,50 €→nein→ja\nMittel→19,50 €→ja→nein\nGroß→31,50 €→ja→ja\n" +
			"Riesig→49,00 €→ja→ja\n",
		"Tarif;Preis pro Monat;Notdienst;Wartung\nMittel;19,50 €;ja;nein\nGroß;31,50 €;ja;ja\nRiesig;49,00 €;ja;ja\n",
		"Tarif;Preis pro Monat;Notdienst rund um die Uhr;Wartung\nMittel;19,50 €;ja;nein\nGroß;31,50 €;ja;ja\n" +
			"Riesig;49,00 €;nein;ja\n",
		"Tarif;Preis pro Monat;Notdienst rund um die Uhr;Pflege\nMittel;19,50 €;ja;nein\nGroß;31,50 €;ja;ja\n" +
			"Riesig;49,00 €;nein;ja\n",
		"Tarif;Preis pro Monat (EUR);Preis pro Monat (CHF);Notdienst rund um die Uhr;Pflege\nMittel;19,50;20,50;ja;nein\n" +
			"Groß;31,50;33,00;ja;ja\nRiesig;49,00;51,00;nein;ja\n",
	}
	want := []string{"", "2 changed", "1 new", "1 gone", "1 new, 1 gone", "1 changed", "1 new"}
	set := readText(t, k, lists[0]).Set
	for i := 1; i < len(lists); i++ {
		base, r := readText(t, k, lists[i-1]), readText(t, k, lists[i])
		v := intake.Compare(set, intake.Before{Reading: base}, r, nil)
		if v.String() != want[i] {
			t.Errorf("list %d: %s, want %s: %v", i, v, want[i], v.Differences)
		}
		set = v.Taken(func(intake.Difference) bool { return true })
		if got, said := everything(set), everything(r.Set); got != said {
			t.Errorf("list %d: taken it is\n%s\nthe list says\n%s", i, got, said)
		}
		if again := intake.Compare(set, intake.Before{Reading: r}, r, nil); len(again.Differences) > 0 {
			t.Errorf("list %d, once more: %v", i, again.Differences)
		}
	}
}

// What the designer has said since the last list is kept unless it is given up, and what no list ever said is not
// touched.
func TestDesignersWordsAreKept(t *testing.T) {
	t.Parallel()
	k, _ := kinds.All().Named("pricing")
	first := "Tarif;Preis pro Monat;Notdienst\nKlein;9,50 €;nein\nMittel;19,50 €;ja\n"
	second := "Tarif;Preis pro Monat;Notdienst\nKlein;10,50 €;nein\nMittel;19,50 €;ja\n"
	base := readText(t, k, first)
	set := readText(t, k, first).Set
	set.Records[1].Facts["price:month:eur"] = parsed(t, k, "price", "21")
	set.Records[0].Facts["badge"] = kind.TextValue("Beliebt")
	set.Records[0].Featured = true
	set.Records = append(set.Records, kind.Record{ID: "own",
		Facts: map[string]kind.Value{"title": kind.TextValue("Eigener")}})
	v := intake.Compare(set, intake.Before{Reading: base}, readText(t, k, second), nil)
	if v.String() != "1 changed, 1 own" {
		t.Fatalf("%s: %v", v, v.Differences)
	}
	got := v.Taken(func(d intake.Difference) bool { return !d.Left })
	for _, want := range []string{"badge=Beliebt | feature:Notdienst=no | price:month:eur=10.50 | title=Klein | featured",
		"price:month:eur=21 | title=Mittel", "title=Eigener"} {
		if !strings.Contains(everything(got), want) {
			t.Errorf("%q is not in\n%s", want, everything(got))
		}
	}
}

// A match that was guessed can be corrected.
func TestMatchIsCorrected(t *testing.T) {
	t.Parallel()
	k, _ := kinds.All().Named("team")
	was := readText(t, k, "Name;Position\nIda Brandt;Leitung\nBo Ek;Helfer\n")
	set := was.Set
	r := readText(t, k, "Name;Position\nIda Marsh;Leitung\nBo Ek;Helfer\n")
	if v := intake.Compare(set, intake.Before{Reading: was}, r, nil); v.String() != "1 changed" {
		t.Errorf("matched by likeness: %s %v", v, v.Differences)
	}
	other := readText(t, k, "Name;Position\nIda Brandt;Leitung\nMara Quist;Helfer\n")
	if v := intake.Compare(set, intake.Before{Reading: was}, other, nil); v.String() != "1 new, 1 gone" {
		t.Errorf("two people who do the same are taken for one: %s %v", v, v.Differences)
	}
	note := ";Alle Kurse finden im Bootshaus am alten Hafen statt.\n"
	shared := readText(t, k, "Name;Position;Text\nIda Brandt;Leitung"+note+"Bo Ek;Helfer"+note)
	newcomer := readText(t, k, "Name;Position;Text\nIda Brandt;Leitung"+note+"Mara Quist;Küche"+note)
	if v := intake.Compare(shared.Set, intake.Before{Reading: shared}, newcomer, nil); v.String() != "1 new, 1 gone" {
		t.Errorf("two people with one text are taken for one: %s %v", v, v.Differences)
	}
	v := intake.Compare(set, intake.Before{Reading: was}, r, map[string]string{r.Set.Records[0].ID: ""})
	if v.String() != "1 new, 1 gone" {
		t.Errorf("corrected: %s %v", v, v.Differences)
	}
}

// Address cards add to a list: what they do not say is not gone, nor is who has none. The list stays what it was read
// from.
func TestCardsAreMerged(t *testing.T) {
	t.Parallel()
	k, _ := kinds.All().Named("team")
	list := "Name;Position\nIda Brandt;Leitung\nBo Ek;Helfer\n"
	set := document.Set{Set: readText(t, k, list).Set, List: document.List{Text: list}}
	cards := "BEGIN:VCARD\r\nVERSION:3.0\r\nFN:Ida Brandt\r\nTEL:+49 30 901820\r\nEND:VCARD\r\n" +
		"BEGIN:VCARD\r\nVERSION:4.0\r\nFN:Mara Quist\r\nTITLE:Küche\r\nEND:VCARD\r\n"
	source, err := files.Open(t.Context(), k, files.File{Body: []byte(cards)}, nil)
	if err != nil {
		t.Fatal(err)
	}
	_, v := files.Beside(&set, source.Sheets[0].Table, intake.Options{Language: "de"}, nil)
	if v.String() != "2 new" {
		t.Fatalf("%s: %v", v, v.Differences)
	}
	got := everything(v.Taken(func(d intake.Difference) bool { return !d.Left }))
	for _, want := range []string{"name=Ida Brandt | position=Leitung | telephone=+49 30 901820",
		"name=Bo Ek | position=Helfer", "name=Mara Quist | position=Küche"} {
		if !strings.Contains(got, want) {
			t.Errorf("%q is not in\n%s", want, got)
		}
	}
}

// What a list has a key for is known again by it, whatever it is called; and a correction is remembered.
func TestRecordsAreKnownAgain(t *testing.T) {
	t.Parallel()
	k, _ := kinds.All().Named("pricing")
	first := readText(t, k, "Art.-Nr.;Tarif;Preis pro Monat\nA-10;Klein;9,50 €\nA-20;Mittel;19,50 €\n")
	if len(first.Left)+len(first.Asked()) > 0 || strings.Contains(everything(first.Set), "A-10") {
		t.Fatalf("%v %v %s", first.Left, first.Asked(), everything(first.Set))
	}
	set, known := first.Set, first.Known()
	next := readText(t, k, "Tarif;Preis pro Monat;Art.-Nr.\nSolo;49,00 €;A-10\nMittel;19,50 €;A-20\nKlein;9,50 €;A-30\n")
	v := intake.Compare(set, intake.Before{Reading: first, Known: known}, next, nil)
	if v.String() != "1 new, 2 changed" {
		t.Errorf("by key: %s %v", v, v.Differences)
	}
	to := v.Taken(func(intake.Difference) bool { return true })
	again := intake.Compare(to, intake.Before{Reading: next, Known: v.Known(to)}, next, nil)
	if len(again.Differences) > 0 {
		t.Errorf("the same again: %v", again.Differences)
	}

	// A list without keys calls somebody otherwise than the site does.
	team, _ := kinds.All().Named("team")
	here := readText(t, team, "Name;Position\nFrau Dr. Brandt;Leitung\nBo Ek;Helfer\n").Set
	list := readText(t, team, "Name;Position\nIda B.;Kassenwartin\nBo Ek;Helfer\n")
	v = intake.Compare(here, intake.Before{}, list, map[string]string{"ida-b": here.Records[0].ID})
	kept := v.Taken(func(d intake.Difference) bool { return !strings.HasSuffix(d.Key, "/name") })
	list = readText(t, team, "Name;Position\nIda B.;Vorstand\nBo Ek;Helfer\n")
	v = intake.Compare(kept, intake.Before{Known: v.Known(kept)}, list, nil)
	if v.Matches["ida-b"] != here.Records[0].ID {
		t.Errorf("the correction is forgotten: %v", v.Differences)
	}
}

// Every list of the corpus that comes again as it was changes nothing; and a set that is revised is one of its kind.
func TestCorpusComesAgain(t *testing.T) {
	t.Parallel()
	all := kinds.All()
	for _, l := range intaketest.Lists(t) {
		k, _ := all.Named(l.Kind)
		table, _, err := delimited.Read([]byte(l.Text))
		if err != nil {
			t.Fatal(err)
		}
		r := intake.Read(k, table, intake.Options{Language: l.Language})
		again := intake.Read(k, table, intake.Options{Language: l.Language})
		if v := intake.Compare(r.Set, intake.Before{Reading: again}, again, nil); len(v.Differences) > 0 {
			t.Errorf("%s: %v", l.Name, v.Differences)
		}
		empty := kind.Set{Kind: k, Axes: map[string][]kind.Item{}, Facts: map[string]kind.Value{}}
		v := intake.Compare(empty, intake.Before{}, r, nil)
		if got := everything(v.Taken(func(intake.Difference) bool { return true })); got != everything(r.Set) {
			t.Errorf("%s: into an empty set it is\n%s\nnot\n%s", l.Name, got, everything(r.Set))
		}
	}
}

func parsed(t *testing.T, k *kind.Kind, field, text string) kind.Value {
	t.Helper()
	f, _ := k.FieldNamed(field)
	v, err := f.Type.Parse(text)
	if err != nil {
		t.Fatal(err)
	}
	return v
}

// A revision is one change of the document, which undo takes back whole, and the list is remembered in it.
func TestReviseIsOneChange(t *testing.T) {
	t.Parallel()
	all := kinds.All()
	k, _ := all.Named("pricing")
	site, tree, err := document.Parse([]byte(`{"rubrel":1,"name":"S","language":"de","house":{"dress":"almanac"}}`), all)
	if err != nil {
		t.Fatal(err)
	}
	first := "Tarif;Preis pro Monat;Notdienst\nKlein;9,50 €;nein\nMittel;19,50 €;ja\n"
	second := "Tarif;Preis pro Monat (EUR);Preis pro Monat (CHF);Hotline\nKlein;10,50;11,00;nein\nGroß;39,50;41,00;ja\n"
	added, err := document.Apply(tree, site, document.AddBlock{Name: "Tarife", Set: readText(t, k, first).Set,
		List: document.List{Text: first, Answers: map[string]string{"decimal": ","}}})
	if err != nil {
		t.Fatal(err)
	}
	set := added.Site.Sets[0]
	base, r := readText(t, k, set.List.Text), readText(t, k, second)
	v := intake.Compare(set.Set, intake.Before{Reading: base}, r, nil)
	revised, err := document.Apply(added.Tree, added.Site, document.Revise{Set: set.ID,
		To: v.Taken(func(intake.Difference) bool { return true }), List: document.List{Text: second}})
	if err != nil {
		t.Fatal(err)
	}
	if got, want := everything(revised.Site.Sets[0].Set), everything(r.Set); got != want {
		t.Errorf("revised it is\n%s\nthe list says\n%s", got, want)
	}
	if got := revised.Site.Sets[0].List; got.Text != second || len(got.Answers) != 0 {
		t.Errorf("remembered is %+v", got)
	}
	back, err := document.Apply(revised.Tree, revised.Site, document.Held{Name: "undo", Patch: revised.Inverse})
	if err != nil {
		t.Fatal(err)
	}
	if got, want := fmt.Sprint(everything(back.Site.Sets[0].Set), back.Site.Sets[0].List),
		fmt.Sprint(everything(set.Set), set.List); got != want {
		t.Errorf("taken back it is\n%s\nit was\n%s", got, want)
	}
}

// What a set has as a heading over others is something of its own in a list that says something beside it.
func TestHeadingThatHasCells(t *testing.T) {
	t.Parallel()
	k, _ := kinds.All().Named("pricing")
	set := readText(t, k, "Tarif;Klein;Groß\nPreis pro Monat;9,50 €;19,50 €\nIm Hafen;;\nNotdienst;ja;ja\n").Set
	table, _, err := delimited.Read([]byte("Tarif;Preis pro Monat;Im Hafen;Notdienst\nKlein;9,50 €;ja;ja\n" +
		"Groß;19,50 €;nein;ja\n"))
	if err != nil {
		t.Fatal(err)
	}
	r := intake.Read(k, table, intake.Options{Language: "de", Into: &set})
	if len(r.Asked()) > 0 || !strings.Contains(everything(r.Set), "feature:Im Hafen=yes") {
		t.Errorf("asked %v, read\n%s", r.Asked(), everything(r.Set))
	}
}
