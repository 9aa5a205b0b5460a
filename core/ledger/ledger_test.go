package ledger_test

import (
	"errors"
	"strings"
	"testing"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/ledger"
	"rubrel/core/look"
	"rubrel/core/sample"
)

var all = sample.Kinds()

type bench struct {
	t    *testing.T
	site *document.Site
	tree any
	at   string // the block
}

func newBench(t *testing.T) *bench {
	t.Helper()
	site, tree, err := document.Parse(sample.Document, all)
	if err != nil {
		t.Fatal(err)
	}
	return &bench{t, site, tree, "memberships"}
}

func (b *bench) block() *document.Block {
	block, _ := b.site.BlockByID(b.at)
	return block
}

// by is how whoever works at the bench types.
func (b *bench) by() kind.Typing { return kind.Typing{Language: b.site.Language} }

func (b *bench) grid(part, width string) *ledger.Grid {
	b.t.Helper()
	cascade, tokens, err := sample.Cascade(b.site, b.at)
	if err != nil {
		b.t.Fatal(err)
	}
	g, err := ledger.Build(b.site, b.block(), cascade, tokens, ledger.Shown{Part: part, Width: width,
		Open: []string{"periods and currencies", "switch", "seats", "offer", "tax"}})
	if err != nil {
		b.t.Fatal(err)
	}
	return g
}

func (b *bench) do(change document.Change, err error) error {
	if err != nil {
		return err
	}
	result, err := document.Apply(b.tree, b.site, change)
	if err == nil {
		b.site, b.tree = result.Site, result.Tree
	}
	return err
}

func cellAt(g *ledger.Grid, at string) (ledger.Cell, bool) {
	for _, s := range g.Sections {
		for _, r := range s.Rows {
			for _, c := range append([]ledger.Cell{r.Head}, r.Cells...) {
				if c.At == at {
					return c, true
				}
			}
		}
	}
	return ledger.Cell{}, false
}

// What is typed into a cell is what the cell then holds, for every cell of the grid that says something.
func TestWhatIsTypedIsHeld(t *testing.T) {
	for _, language := range []string{"en", "de", "fr-CH", "hi", "nb"} {
		b := newBench(t)
		if err := b.do(document.SetLanguage{Language: language}, nil); err != nil && !errors.Is(err, document.Nothing) {
			t.Fatal(err)
		}
		b.holdsWhatIsTyped()
	}
}

func (b *bench) holdsWhatIsTyped() {
	t := b.t
	t.Helper()
	for _, part := range []string{"card", "price", "button"} {
		for _, section := range b.grid(part, "wide").Sections {
			for _, row := range section.Rows {
				for _, c := range append([]ledger.Cell{row.Head}, row.Cells...) {
					if c.At == "" || c.Text == "" {
						continue
					}
					change, err := ledger.Change(b.block(), c.At, c.Text, b.by())
					if err != nil {
						t.Errorf("%s: %v", c.At, err)
						continue
					}
					if err := b.do(change, nil); !errors.Is(err, document.Nothing) {
						t.Errorf("%s: its own text %q changes it (%v)", c.At, c.Text, err)
					}
				}
			}
		}
	}
}

// The grid speaks the site's language; a number in doubt is asked, and one that comes from elsewhere is not taken for
// the language's own.
func TestNumbersInTheSitesLanguage(t *testing.T) {
	b := newBench(t)
	if err := b.do(document.SetLanguage{Language: "de"}, nil); err != nil {
		t.Fatal(err)
	}
	const at = "fact/zenith/price:year:eur"
	for _, c := range []struct{ text, edited, shown, fault string }{
		{"1.290,50", "1.290,50", "1.290,50", ""}, {"1290.00", "1.290,00", "1.290,00", ""}, {"1290", "1290", "1.290", ""},
		{"1.290", "", "", "“1.290” may be 1290 or 1,29"},
	} {
		err := b.do(ledger.Change(b.block(), at, c.text, b.by()))
		if c.fault != "" {
			if err == nil || !strings.Contains(err.Error(), c.fault) {
				t.Errorf("%q: %v, want %q", c.text, err, c.fault)
			}
			continue
		}
		if cell, _ := cellAt(b.grid("card", "wide"), at); err != nil || cell.Text != c.edited || cell.Shown != c.shown {
			t.Errorf("%q: typed %q, shown %q (%v)", c.text, cell.Text, cell.Shown, err)
		}
	}
	for _, c := range []struct {
		texts   []string
		refused int
	}{{[]string{"1,290"}, 1}, {[]string{"1.290", "99,50"}, 0}, {[]string{"1,290", "99.50"}, 0}} {
		pasted, err := b.grid("card", "wide").Paste(b.site, b.block(), "fact/meridian/price:year:eur", [][]string{c.texts})
		if err != nil || len(pasted.Refused) != c.refused {
			t.Fatalf("%q: %v (%v)", c.texts, pasted.Refused, err)
		}
		if c.refused > 0 {
			continue
		}
		if err := b.do(pasted.Batch, nil); err != nil && !errors.Is(err, document.Nothing) {
			t.Errorf("%q: %v", c.texts, err)
		}
		if cell, _ := cellAt(b.grid("card", "wide"), "fact/meridian/price:year:eur"); cell.Text != "1290" {
			t.Errorf("%q is read as %q", c.texts, cell.Text)
		}
	}
}

// What stands in texts beside numbers says nothing of the mark before their fractions.
func TestTextsAreNoEvidence(t *testing.T) {
	b := newBench(t)
	if err := b.do(document.SetLanguage{Language: "de"}, nil); err != nil {
		t.Fatal(err)
	}
	pasted, err := b.grid("card", "wide").Paste(b.site, b.block(), "fact/dusk/subtitle", [][]string{
		{"ab 24.11 für 4.5 Sterne"}, {"1.290"}})
	if err != nil || len(pasted.Refused) != 1 {
		t.Errorf("refused %v (%v)", pasted.Refused, err)
	}
}

func TestLookCells(t *testing.T) {
	b := newBench(t)
	at := func(key string) string { return "look/" + key }
	say := func(key, text string) {
		t.Helper()
		if err := b.do(ledger.Change(b.block(), at(key), text, b.by())); err != nil {
			t.Fatal(err)
		}
	}
	expect := func(width, key string, state ledger.State, shown string) {
		t.Helper()
		c, ok := cellAt(b.grid("price", width), at(key))
		if !ok || c.State != state || c.Shown != shown {
			t.Errorf("%s in %s: %s %q, want %s %q", key, width, c.State, c.Shown, state, shown)
		}
	}
	expect("wide", "price.font-size", ledger.Followed, "type-8")
	expect("middle", "price.font-size@middle", ledger.Followed, "type-7")
	say("price.font-size", "44")
	say("zenith:price.font-size", "48")
	expect("wide", "price.font-size", ledger.Said, "44px")
	expect("wide", "dusk:price.font-size", ledger.Followed, "44px")
	expect("wide", "zenith:price.font-size", ledger.Exception, "48px")
	expect("wide", "price.color@featured", ledger.Followed, "feature-accent")
	c, _ := cellAt(b.grid("price", "wide"), at("zenith:price.font-size"))
	if c.Origin != "48px, said here; block says 44px." {
		t.Errorf("origin %q", c.Origin)
	}
	if c, _ = cellAt(b.grid("sign", "wide"), at("sign.color")); c.Swatch != "#10203a" || c.State != ledger.Followed {
		t.Errorf("an inherited colour: %+v", c)
	}
	// Emptied, a cell follows again.
	say("zenith:price.font-size", "")
	expect("wide", "zenith:price.font-size", ledger.Followed, "44px")
}

func TestPaste(t *testing.T) {
	b := newBench(t)
	pasted, err := b.grid("card", "wide").Paste(b.site, b.block(), "fact/meridian/price:month:eur",
		[][]string{{"20", "40", "beyond"}, {"200", "400"}})
	batch := pasted.Batch
	if err != nil || pasted.Left != 1 || len(batch.Changes) != 4 {
		t.Fatalf("%d changes, %d left out (%v)", len(batch.Changes), pasted.Left, err)
	}
	if err := b.do(batch, nil); err != nil {
		t.Fatal(err)
	}
	for at, want := range map[string]string{"fact/meridian/price:month:eur": "20", "fact/zenith/price:year:eur": "400",
		"fact/dusk/price:month:eur": "9.00"} {
		if c, _ := cellAt(b.grid("card", "wide"), at); c.Text != want {
			t.Errorf("%s holds %q, want %q", at, c.Text, want)
		}
	}
	if _, err := b.grid("card", "wide").Paste(b.site, b.block(), "fact/gone/title", [][]string{{"x"}}); err == nil {
		t.Error("pasted into a cell that is not there")
	}
	for _, at := range []string{"", "fact/dusk", "fact/a/b/c", "look/x", "item/features", "nothing/at/all"} {
		if change, err := ledger.Change(b.block(), at, "x", b.by()); err == nil {
			t.Errorf("%q is %v", at, change)
		}
	}
}

// A cell takes only what its type reads whole, and texts go to the rows and records that are named beside them.
func TestPasteRefuses(t *testing.T) {
	b := newBench(t)
	grid := b.grid("card", "wide")
	for _, c := range []struct {
		name, at string
		texts    [][]string
		refused  string // addresses
		changes  int
		fault    string
	}{
		{"another currency", "fact/dusk/price:month:eur", [][]string{{"CHF 139.00", "€215.00"}},
			"fact/dusk/price:month:eur", 1, ""},
		{"perhaps", "featured/dusk", [][]string{{"Vielleicht im Herbst", "yes", "no"}}, "featured/dusk", 2, ""},
		{"rows by their names", "fact/dusk/title", [][]string{{"subtitle", "for dusk"}, {"note", "a note"}}, "", 2, ""},
		{"records by their names", "fact/dusk/title", [][]string{{"", "Zenith", "Dusk"}, {"note", "for zenith", "for dusk"}},
			"", 2, ""},
		{"names of records that are to be written", "fact/dusk/title", [][]string{{"Dusk", "Meridian", "Novum"},
			{"for dusk", "for meridian", "for novum"}}, "featured/dusk featured/meridian featured/zenith", 3, ""},
		{"names that disagree", "fact/dusk/title", [][]string{{"subtitle", "x"}, {"colour of the door", "y"}}, "", 0,
			"colour of the door"},
	} {
		pasted, err := grid.Paste(b.site, b.block(), c.at, c.texts)
		var refused []string
		for _, r := range pasted.Refused {
			refused = append(refused, r.At)
		}
		if strings.Join(refused, " ") != c.refused || len(pasted.Batch.Changes) != c.changes {
			t.Errorf("%s: %d changes, refused %v", c.name, len(pasted.Batch.Changes), pasted.Refused)
		}
		if c.fault != "" && (err == nil || !strings.Contains(err.Error(), c.fault)) || c.fault == "" && err != nil {
			t.Errorf("%s: %v", c.name, err)
		}
	}
	pasted, err := grid.Paste(b.site, b.block(), "fact/dusk/title",
		[][]string{{"", "Zenith", "Dusk"}, {"note", "for zenith", "for dusk"}})
	if err := b.do(pasted.Batch, err); err != nil {
		t.Fatal(err)
	}
	if c, _ := cellAt(b.grid("card", "wide"), "fact/zenith/note"); c.Text != "for zenith" {
		t.Errorf("the note of Zenith is %q", c.Text)
	}
}

// What the set says for all is shown where a record follows it, and an own text is an exception.
func TestSetFacts(t *testing.T) {
	b := newBench(t)
	if c, _ := cellAt(b.grid("card", "wide"), "fact/dusk/button"); c.State != ledger.Followed ||
		c.Shown != "Join as {plan}" {
		t.Errorf("following: %+v", c)
	}
	if err := b.do(ledger.Change(b.block(), "fact/dusk/button", "Try it", b.by())); err != nil {
		t.Fatal(err)
	}
	if c, _ := cellAt(b.grid("card", "wide"), "fact/dusk/button"); c.State != ledger.Exception || c.Shown != "Try it" {
		t.Errorf("own: %+v", c)
	}
}

// A price that follows a rule is derived; said against the rule, it is an exception; with no rule, it is just said.
func TestDerivedFacts(t *testing.T) {
	b := newBench(t)
	expect := func(at string, state ledger.State, shown string) {
		t.Helper()
		if c, ok := cellAt(b.grid("card", "wide"), at); !ok || c.State != state || c.Shown != shown {
			t.Errorf("%s: %s %q, want %s %q", at, c.State, c.Shown, state, shown)
		}
	}
	expect("fact/dusk/price:year:eur", ledger.Derived, "90.00")
	expect("item/periods/year/rule", ledger.Said, "2 free")
	expect("fact/meridian/price:once:eur", ledger.Said, "760.00")
	expect("fact/dusk/price:once:eur", ledger.Empty, "")
	if err := b.do(ledger.Change(b.block(), "fact/dusk/price:year:eur", "85", b.by())); err != nil {
		t.Fatal(err)
	}
	expect("fact/dusk/price:year:eur", ledger.Exception, "85")
	if err := b.do(ledger.Change(b.block(), "item/periods/year/rule", "", b.by())); err != nil {
		t.Fatal(err)
	}
	expect("fact/dusk/price:year:eur", ledger.Said, "85")
	expect("fact/zenith/price:year:eur", ledger.Empty, "")
	if err := b.do(document.RemoveItem{Set: "memberships", Axis: "currencies", Item: "eur"}, nil); err == nil {
		t.Error("the only currency was deleted")
	}
	if err := b.do(document.AddItem{Set: "memberships", Axis: "currencies", Text: "eur"}, nil); err == nil {
		t.Error("a currency was added twice")
	}
	if err := b.do(document.AddItem{Set: "memberships", Axis: "periods", Text: "P6M"}, nil); err != nil {
		t.Error(err)
	}
}

// A look row that has no effect now says why.
func TestIdleRows(t *testing.T) {
	b := newBench(t)
	say := func(key, text string) {
		t.Helper()
		if err := b.do(ledger.Change(b.block(), "look/"+key, text, b.by())); err != nil {
			t.Fatal(err)
		}
	}
	idle := func(part, property string) string {
		t.Helper()
		for _, s := range b.grid(part, "wide").Sections {
			for _, r := range s.Rows {
				if r.Property == property {
					return r.Idle
				}
			}
		}
		t.Fatalf("%s has no row %s", part, property)
		return ""
	}
	for _, c := range []struct{ part, property, says string }{{"separator", "color",
		"the part is left out: display is none"}, {"separator", "display", ""}, {"card", "border-radius", ""},
		{"card", "transition-duration", "nothing changes on hover"},
		{"button", "transition-duration", ""}, {"button", "transition-timing-function", "transition-duration is not said"},
		{"card", "background-color", ""}} {
		if got := idle(c.part, c.property); got != c.says {
			t.Errorf("%s of %s is idle because %q, want %q", c.property, c.part, got, c.says)
		}
	}
	say("note.color", "raised")
	if got := idle("note", "color"); got != "it is the colour of the ground: nothing is seen" {
		t.Errorf("white on white is idle because %q", got)
	}
	say("button.transition-duration", "200ms")
	say("card.background-image", "linear-gradient(90deg, raised 0%, ground 100%)")
	say("badge.background-color", "transparent")
	say("badge.border", "none")
	for _, c := range []struct{ part, property, says string }{{"button", "transition-timing-function", ""},
		{"card", "background-color", "background-image covers it"}, {"badge", "border-radius",
			"there is no ground, border or shadow whose corners could be seen"}} {
		if got := idle(c.part, c.property); got != c.says {
			t.Errorf("%s of %s is idle because %q, want %q", c.property, c.part, got, c.says)
		}
	}
}

// A radius past half the side of an icon's ground is as round as one of half, and says so.
func TestIdleRowsOfIcons(t *testing.T) {
	b := newBench(t)
	b.at = "visit"
	idle := func(property string) string {
		for _, s := range b.grid("icon", "wide").Sections {
			for _, r := range s.Rows {
				if r.Property == property {
					return r.Idle
				}
			}
		}
		return "no such row"
	}
	for _, c := range []struct{ padding, radius, says string }{{"12px", "20px", ""},
		{"12px", "26px", "it is round from 25px on, half its side: a larger radius changes nothing"},
		{"14px", "26px", ""}, {"12px", "26px 0", ""}} {
		for property, text := range map[string]string{"padding": c.padding, "border-radius": c.radius} {
			key := look.Key{Part: "icon", Property: property}
			if b.block().Look[key] != nil && b.block().Look[key].String() == text {
				continue
			}
			if err := b.do(ledger.Change(b.block(), "look/"+key.String(), text, b.by())); err != nil {
				t.Fatal(err)
			}
		}
		if got := idle("border-radius"); got != c.says {
			t.Errorf("padding %s, radius %s: %q, want %q", c.padding, c.radius, got, c.says)
		}
	}
}

// A record's look is carried to another record, in place of its own, as one change.
func TestPasteLook(t *testing.T) {
	b := newBench(t)
	for key, text := range map[string]string{"zenith:title.font-size": "33px", "zenith:price.color@hover": "accent",
		"dusk:title.font-size": "20px", "dusk:badge.color": "ink"} {
		if err := b.do(ledger.Change(b.block(), "look/"+key, text, b.by())); err != nil {
			t.Fatal(err)
		}
	}
	if err := b.do(document.PasteLook{Block: "memberships", Record: "dusk", FromBlock: "memberships", From: "zenith"},
		nil); err != nil {
		t.Fatal(err)
	}
	got := map[string]string{}
	for key, value := range b.block().Look {
		if key.Record == "dusk" {
			got[key.String()] = value.String()
		}
	}
	if len(got) != 2 || got["dusk:title.font-size"] != "33px" || got["dusk:price.color@hover"] != "accent" {
		t.Errorf("dusk says %v", got)
	}
}
