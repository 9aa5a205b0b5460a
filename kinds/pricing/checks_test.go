package pricing_test

import (
	"bytes"
	"slices"
	"strings"
	"testing"
	"time"

	"rubrel/core/document"
	"rubrel/core/marks"
	"rubrel/core/measure"
	"rubrel/demo"
	"rubrel/dresses"
	"rubrel/kinds"
	"rubrel/render"
)

// day is the noon of a day, as the demo's rates are a few days old.
func day(text string) time.Time {
	t, err := time.Parse(time.DateOnly, text)
	if err != nil {
		panic(err) // a constant of this file
	}
	return t.Add(12 * time.Hour)
}

var today = day("2026-11-24")

// checkCase is a list after some changes, with what its checks should find first.
type checkCase struct {
	name     string
	set      string
	language string
	now      time.Time
	changes  []document.Change
	want     string // "check where | measured | needed"
	mends    bool
	byHand   bool // only the designer can tell what is right
}

func fact(set, record, key, text string) document.Change {
	return document.SetFact{Set: set, Record: record, Key: key, Text: text}
}

func item(set, axis, id, key, text string) document.Change {
	return document.SetFact{Set: set, Axis: axis, Item: id, Key: key, Text: text}
}

func add(set, axis, text string) document.Change {
	return document.AddItem{Set: set, Axis: axis, Text: text}
}

// graduated takes the cliff out of the demo's evenings, so that what a case is about is found first.
var graduated = fact("evenings", "nightfall", "model", "graduated")

var checkCases = []checkCase{
	{name: "nothing", set: "memberships"},
	{name: "two featured", set: "memberships", changes: []document.Change{document.FeatureRecord{Set: "memberships",
		Record: "zenith", On: true}}, want: "featured plans that stand out | 2 | one", mends: true},
	{name: "none featured", set: "memberships", changes: []document.Change{document.FeatureRecord{Set: "memberships",
		Record: "meridian"}}, want: "featured plans that stand out | 0 | one", mends: true},
	{name: "a plan without price", set: "memberships", changes: []document.Change{fact("memberships", "dusk",
		"price:month:eur", "")}, want: "price Dusk | no price | an amount, or words such as Ask us", byHand: true},
	{name: "a plan whose price is words", set: "memberships", changes: []document.Change{fact("memberships", "zenith",
		"price:month:eur", "Ask us"), fact("memberships", "zenith", "price:once:eur", "")}},
	{name: "a period that no plan has", set: "memberships", changes: []document.Change{
		fact("memberships", "meridian", "price:once:eur", ""), fact("memberships", "zenith", "price:once:eur", "")},
		want: "period once, for life | no plan has a price | a price, or no such period", mends: true},
	{name: "a side that the switch does not have", set: "memberships", changes: []document.Change{
		fact("memberships", "", "opens-in", "USD")}, want: "switch opens in | USD | one of EUR", mends: true},
	{name: "a period that the switch does not have", set: "memberships", changes: []document.Change{
		fact("memberships", "", "opens", "monthly")},
		want: "switch opens on | monthly | one of a month, a year, once, for life", mends: true},
	{name: "the visitor’s region", set: "evenings", changes: []document.Change{graduated,
		fact("evenings", "", "opens-in", "the visitor’s region")}},
	{name: "a link to nowhere", set: "memberships", changes: []document.Change{fact("memberships", "dusk", "link", "#")},
		want: "link Dusk · link | # | an address that leads somewhere", byHand: true},
	{name: "out of order", set: "memberships", changes: []document.Change{fact("memberships", "zenith", "price:month:eur",
		"5")}, want: "order Zenith after Meridian | €5.00 | at least €19.00", mends: true},
	{name: "a feature lost", set: "memberships", changes: []document.Change{fact("memberships", "zenith",
		"feature:darkroom", "no")}, want: "lost Darkroom and plate archive: Zenith lacks what Meridian has | no | yes",
		mends: true},
	{name: "a dearer year", set: "memberships", changes: []document.Change{fact("memberships", "dusk", "price:year:eur",
		"120")}, want: "dearer Dusk, a year against 12 × a month | €120.00 | less than €108.00", mends: true},
	{name: "a year as dear", set: "memberships", changes: []document.Change{fact("memberships", "dusk", "price:year:eur",
		"108")}, want: "saving Dusk, a year against 12 × a month | €108.00 | less than €108.00", mends: true},
	{name: "a rule that saves nothing", set: "memberships", changes: []document.Change{item("memberships", "periods",
		"year", "rule", "0 free")}, want: "saving Dusk, a year against 12 × a month | €108.00 | less than €108.00",
		mends: true},
	{name: "a dearer year without a rule", set: "memberships", changes: []document.Change{item("memberships", "periods",
		"year", "rule", ""), fact("memberships", "dusk", "price:year:eur", "120")},
		want: "dearer Dusk, a year against 12 × a month | €120.00 | less than €108.00", mends: true},
	{name: "a currency without amounts", set: "memberships", changes: []document.Change{add("memberships", "currencies",
		"gbp")}, want: "missing 3 plans in GBP | no amount | an amount, or a rate for GBP"},
	{name: "a rate without a day", set: "memberships", changes: []document.Change{add("memberships", "currencies", "gbp"),
		item("memberships", "currencies", "gbp", "rate", "0.85")}, want: "rate the rate of GBP | no day said | a month old " +
		"at most"},
	{name: "a stale rate", set: "evenings", now: day("2027-02-01"), changes: []document.Change{graduated},
		want: "rate the rate of GBP | 73 days old | a month old at most"},
	{name: "a sign of many currencies", set: "memberships", language: "en",
		changes: []document.Change{add("memberships", "currencies", "usd"), item("memberships", "currencies", "usd", "rate",
			"1.08"), item("memberships", "currencies", "usd", "rate-date", "2026-11-24")},
		want: "sign USD is shown as $ | $ | a sign that only one currency has", mends: true},
	{name: "an offer that is over", set: "memberships", changes: []document.Change{fact("memberships", "dusk",
		"price:month:eur", "9 was 12"), fact("memberships", "dusk", "until", "2026-11-20 18:00 UTC")},
		want: "deadline Dusk, offer until 2026-11-20 18:00 UTC | over | the ordinary price", mends: true},
	{name: "an offer that ends soon", set: "memberships", changes: []document.Change{fact("memberships", "dusk",
		"price:month:eur", "9 was 12"), fact("memberships", "dusk", "until", "2026-11-26 12:00 UTC")},
		want: "deadline Dusk, offer until 2026-11-26 12:00 UTC | 48 h left | a look before it ends", mends: true},
	{name: "a deadline of nothing", set: "memberships", changes: []document.Change{fact("memberships", "dusk", "until",
		"2027-11-26 12:00 UTC")},
		want:  "deadline Dusk, offer until 2027-11-26 12:00 UTC | no earlier price | a price such as 9.00 was 12.00",
		mends: true},
	{name: "a cliff", set: "evenings", want: "cliff Nightfall, an evening: 21 cost less than 20, and so 1 other count | " +
		"€115.50 | at least €120.00", mends: true},
	{name: "a gap", set: "evenings", changes: []document.Change{graduated, fact("evenings", "nightfall", "fits",
		"19-35")}, want: "range Nightfall: no plan fits 16 to 18 | 19-35 | every number one plan", mends: true},
	{name: "an overlap", set: "evenings", changes: []document.Change{graduated, fact("evenings", "nightfall", "fits",
		"15-35")}, want: "range Nightfall: 15 fit an earlier plan too | 15-35 | every number one plan", mends: true},
	{name: "a plan out of reach", set: "evenings", changes: []document.Change{graduated, fact("evenings", "nightfall",
		"fits", "9-12")}, want: "range Nightfall: no number reaches this plan: all up to 15 belong to earlier ones and 1 " +
		"more | 9-12 | every number one plan", mends: true},
	{name: "an open end in the middle", set: "evenings", changes: []document.Change{graduated,
		fact("evenings", "nightfall", "fits", "16+")}, want: "range Midnight: no number reaches this plan: an earlier one " +
		"has no end | 36+ | every number one plan", mends: true},
	{name: "an end too soon", set: "evenings", changes: []document.Change{graduated, fact("evenings", "midnight", "fits",
		"36-50")}, want: "range Midnight: no plan fits 51 to 60 | 36-50 | every number one plan", mends: true},
	{name: "a plan without a range", set: "evenings", changes: []document.Change{graduated, fact("evenings", "midnight",
		"fits", "")}, want: "range Midnight: it says no numbers and 1 more | nothing said | every number one " +
		"plan", mends: true},
}

// subject is a block as its checks see it.
func subject(t *testing.T, site *document.Site, block string, now time.Time) measure.Subject {
	t.Helper()
	registry, err := dresses.Load(kinds.All())
	if err != nil {
		t.Fatal(err)
	}
	s, err := render.Subject(site, registry, block, now)
	if err != nil {
		t.Fatal(err)
	}
	return s
}

// Each check finds what it is for, and its mend ends the finding without making another.
func TestChecks(t *testing.T) {
	for _, c := range checkCases {
		t.Run(c.name, func(t *testing.T) { c.run(t) })
	}
}

func (c checkCase) run(t *testing.T) {
	text, now := demo.Fennmoor, c.now
	if c.language != "" {
		text = bytes.Replace(text, []byte(`"en-IE"`), []byte(`"`+c.language+`"`), 1)
	}
	if now.IsZero() {
		now = today
	}
	site, tree, err := document.Parse(text, kinds.All())
	if err != nil {
		t.Fatal(err)
	}
	do := func(change document.Change) {
		t.Helper()
		result, err := document.Apply(tree, site, change)
		if err != nil {
			t.Fatal(err)
		}
		site, tree = result.Site, result.Tree
	}
	list := func() []marks.Mark { return marks.Of(subject(t, site, c.set, now), nil) }
	for _, change := range c.changes {
		do(change)
	}
	found := list()
	if c.want == "" {
		if len(found) > 0 {
			t.Errorf("found %v", found)
		}
		return
	}
	if len(found) == 0 {
		t.Fatal("nothing is found")
	}
	first := found[0]
	if got := first.Check + " " + strings.Join([]string{first.Where, first.Measured, first.Needed}, " | "); got != c.want {
		t.Errorf("%s, want %s", got, c.want)
	}
	if (len(first.Mends) > 0) != c.mends || (len(first.Mends) == 0) != (first.Source != "" || c.byHand) {
		t.Errorf("mends %v, source %q", first.Mends, first.Source)
	}
	left := func() []marks.Mark {
		return slices.DeleteFunc(list(), func(m marks.Mark) bool { return m.Check != first.Check })
	}
	for i := 0; c.mends && i < 8 && len(left()) > 0; i++ {
		mend, err := marks.MendOf(subject(t, site, c.set, now), left()[0].ID, 0)
		if err != nil {
			t.Fatal(err)
		}
		do(mend.Change)
	}
	if c.mends && len(left()) > 0 {
		t.Errorf("after mending there is %v", left())
	}
}

// A mark that the designer says is meant so is quiet, comes last, and can be heard again.
func TestQuietMark(t *testing.T) {
	site, tree, err := document.Parse(demo.Fennmoor, kinds.All())
	if err != nil {
		t.Fatal(err)
	}
	for _, step := range []struct {
		change document.Change
		quiet  bool
	}{
		{document.FeatureRecord{Set: "memberships", Record: "meridian"}, false},
		{document.Quieten{Block: "memberships", Mark: "featured  ", On: true, Accepted: document.Accepted{Measured: "0",
			Reason: "equal columns"}}, true},
		{document.FeatureRecord{Set: "memberships", Record: "dusk", On: true}, true},
		{document.FeatureRecord{Set: "memberships", Record: "zenith", On: true}, false}, // it measures 2 now
		{document.Quieten{Block: "memberships", Mark: "featured  "}, false},
	} {
		result, err := document.Apply(tree, site, step.change)
		if err != nil {
			t.Fatal(err)
		}
		site, tree = result.Site, result.Tree
		found := marks.Of(subject(t, site, "memberships", today), nil)
		if len(found) == 1 && found[0].Quiet != step.quiet {
			t.Errorf("after %s: %+v", step.change.Label(site), found)
		}
	}
}
