package ledger_test

import (
	"fmt"
	"math/rand/v2"
	"reflect"
	"testing"

	"rubrel/core/document"
	"rubrel/core/ledger"
	"rubrel/core/sample"
)

// drawn is a ledger as a page has it: what was drawn last of every column, section, row and cell.
type drawn struct {
	columns  map[string]ledger.Column
	sections map[string]string
	rows     map[string]string
	cells    map[string]ledger.Cell // by row and column
}

func newDrawn() *drawn {
	return &drawn{map[string]ledger.Column{}, map[string]string{}, map[string]string{}, map[string]ledger.Cell{}}
}

// columnID is the name of a column, by its place in a row.
func columnID(g *ledger.Grid, column int) string {
	if column < 2 {
		return fmt.Sprint(column)
	}
	return g.Columns[column-2].ID
}

func rowText(r ledger.Row) string {
	r.Cells = nil
	return fmt.Sprintf("%+v", r)
}

func sectionText(g *ledger.Grid, s ledger.Section) string {
	text := fmt.Sprint(s.Title, s.Fold, s.Shut, s.Said, len(s.Adds), s.Empty())
	if s.Look {
		text += fmt.Sprint(g.Part, g.State, g.States)
	}
	return text
}

// apply draws an update of a grid, as a page does.
func (d *drawn) apply(g *ledger.Grid, u ledger.Update) {
	for _, c := range u.Columns {
		d.columns[c.ID] = c
	}
	for _, s := range u.Sections {
		d.sections[s.Key()] = sectionText(g, *s)
	}
	for _, r := range u.Rows {
		d.rows[r.Key] = rowText(*r)
	}
	for _, c := range u.Cells {
		d.cells[c.Row+" "+columnID(g, c.Column)] = *c.Cell
	}
}

// check compares what is drawn of the places in sight with the grid.
func (d *drawn) check(t *testing.T, what string, g *ledger.Grid) {
	t.Helper()
	for _, c := range g.Columns {
		if d.columns[c.ID] != c {
			t.Fatalf("%s: the head of %s is %v", what, c.ID, d.columns[c.ID])
		}
	}
	for _, s := range g.Sections {
		if d.sections[s.Key()] != sectionText(g, s) {
			t.Fatalf("%s: the section %s is drawn as %s", what, s.Key(), d.sections[s.Key()])
		}
		for _, r := range s.Rows {
			if d.rows[r.Key] != rowText(r) {
				t.Fatalf("%s: the row %s is drawn as %s", what, r.Key, d.rows[r.Key])
			}
			for i, c := range r.Cells {
				if have := d.cells[r.Key+" "+columnID(g, i)]; !reflect.DeepEqual(have, c) {
					t.Fatalf("%s: the cell %s of %s is drawn as %+v, it is %+v", what, columnID(g, i), r.Key, have, c)
				}
			}
		}
	}
}

// Whatever is edited, looked at, unfolded or scrolled to: a page that draws what is said to be new shows the ledger as
// it is.
func TestUpdatesDrawTheGrid(t *testing.T) {
	b := newBench(t)
	random := rand.New(rand.NewPCG(11, 12))
	pick := func(texts ...string) string { return texts[random.IntN(len(texts))] }
	page, shown := newDrawn(), ledger.Shown{}
	var before *ledger.Grid
	updated, moved := 0, 0
	for i := range 250 {
		what := fmt.Sprint("step ", i)
		switch random.IntN(4) {
		case 0:
			shown = ledger.Shown{Part: pick("card", "price", "title"), Width: pick("wide", "middle"),
				Open: []string{pick("switch", "tax", "offer"), pick("seats", "")},
				Rows: ledger.Window{From: random.IntN(30), To: 30 + random.IntN(40)}}
			if random.IntN(2) == 0 {
				shown.Columns = ledger.Window{From: random.IntN(3), To: 4 + random.IntN(3)}
			}
			if random.IntN(3) == 0 {
				shown.Record, shown.Look = pick("dusk", "zenith", "nobody"), true
			}
		default:
			record, feature := pick("dusk", "meridian", "zenith"), pick("remote", "guest-passes", "open-nights")
			_ = b.do([]document.Change{
				document.SetFact{Set: "memberships", Record: record, Key: "price:month:eur", Text: fmt.Sprint(10 + i)},
				document.SetFact{Set: "memberships", Record: record, Key: "title", Text: fmt.Sprint("Plan ", i)},
				document.AddRecord{Set: "memberships", After: record},
				document.MoveRecord{Set: "memberships", Record: record},
				document.FeatureRecord{Set: "memberships", Record: record, On: true, Only: true},
				document.AddItem{Set: "memberships", Axis: "features", After: feature},
				document.MoveItem{Set: "memberships", Axis: "features", Item: feature},
				document.RemoveItem{Set: "memberships", Axis: "features", Item: feature},
				document.Redress{Dress: pick("slipway", "almanac")},
			}[random.IntN(9)], nil) // what an earlier change has removed stays so
		}
		cascade, tokens, err := sample.Cascade(b.site, "memberships")
		if err != nil {
			t.Fatal(err)
		}
		g, err := ledger.Build(b.site, b.block(), cascade, tokens, shown)
		if err != nil {
			t.Fatal(err)
		}
		update := ledger.Compare(before, g)
		updated += len(update.Cells)
		if update.Moved {
			moved++
		}
		page.apply(g, update)
		page.check(t, what, g)
		if again := ledger.Compare(g, g); again.Moved || len(again.Cells)+len(again.Rows)+len(again.Columns)+
			len(again.Sections) > 0 {
			t.Fatalf("%s: a grid is not as itself: %+v", what, again)
		}
		if before = g; random.IntN(40) == 0 { // a page that is opened anew
			before, page = nil, newDrawn()
		}
	}
	if updated == 0 || moved == 0 {
		t.Errorf("%d cells were drawn, %d times something moved", updated, moved)
	}
}
