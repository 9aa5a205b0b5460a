package kinds_test

import (
	"fmt"
	"slices"
	"testing"

	"rubrel/core/intake"
	"rubrel/kinds"
)

// What a list says that is not understood is no reason to take away what stands in its place: it is asked about. A
// currency and a period that a list has no longer go as a whole, if anybody wants it.
func TestWhatIsGone(t *testing.T) {
	t.Parallel()
	k, _ := kinds.All().Named("pricing")
	first := "Tarif;Preis pro Monat EUR;Preis pro Monat CHF;Preis pro Jahr EUR;Hotline\n" +
		"Klein;9,50;10,50;95,00;nein\nMittel;19,50;21,50;195,00;ja\n"
	for name, c := range map[string]struct{ second, want string }{
		"a price that may be two": {"Tarif;Preis pro Monat EUR;Preis pro Monat CHF;Preis pro Jahr EUR;Hotline\n" +
			"Klein;9,50;10,50;95,00 / 99,00;nein\nMittel;19,50;21,50;195,00;ja\n",
			"[not in the list Klein · price im Jahr EUR -] asked 1"},
		"a price cleared": {"Tarif;Preis pro Monat EUR;Preis pro Monat CHF;Preis pro Jahr EUR;Hotline\n" +
			"Klein;9,50;10,50;;nein\nMittel;19,50;21,50;195,00;ja\n", "[gone Klein · price im Jahr EUR +] asked 0"},
		"a row with a cell too many": {"Tarif;Preis pro Monat EUR;Preis pro Monat CHF;Preis pro Jahr EUR;Hotline\n" +
			"Klein;9;50;10;50;95,00;nein\nMittel;19,50;21,50;195,00;ja\n", "[not in the list plan -] asked 1"},
		"no francs": {"Tarif;Preis pro Monat EUR;Preis pro Jahr EUR;Hotline\n" +
			"Klein;9,50;95,00;nein\nMittel;19,50;195,00;ja\n", "[gone currency +] asked 0"},
		"no year": {"Tarif;Preis pro Monat EUR;Preis pro Monat CHF;Hotline\n" +
			"Klein;9,50;10,50;nein\nMittel;19,50;21,50;ja\n", "[gone period +] asked 0"},
	} {
		base := readText(t, k, first)
		r := readText(t, k, c.second)
		v := intake.Compare(base.Set, intake.Before{Reading: base}, r, nil)
		var said []string
		for _, d := range v.Differences {
			take := "+"
			if d.Left {
				take = "-"
			}
			said = append(said, fmt.Sprintf("%s %s %s", d.SortName(), d.Where, take))
		}
		slices.Sort(said)
		if got := fmt.Sprintf("%v asked %d", said, len(r.Asked())); got != c.want {
			t.Errorf("%s: %s, want %s", name, got, c.want)
		}
	}
}
