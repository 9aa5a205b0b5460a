package document_test

import (
	"bytes"
	"encoding/json"
	"errors"
	"math/rand/v2"
	"reflect"
	"strings"
	"testing"

	"github.com/santhosh-tekuri/jsonschema/v6"

	"rubrel/core/document"
	"rubrel/core/look"
	"rubrel/core/patch"
	"rubrel/core/sample"
)

var all = sample.Kinds()

func demoSite(t testing.TB) (*document.Site, any) {
	t.Helper()
	site, tree, err := document.Parse(sample.Document, all)
	if err != nil {
		t.Fatal(err)
	}
	return site, tree
}

// edited is the document with one text replaced.
func edited(t testing.TB, old, with string) []byte {
	t.Helper()
	if !bytes.Contains(sample.Document, []byte(old)) {
		t.Fatalf("the document has no %s", old)
	}
	return bytes.Replace(sample.Document, []byte(old), []byte(with), 1)
}

// faults are documents that do not fit, with the path to the fault.
var faults = []struct{ old, with, path string }{
	{`"rubrel": 1`, `"rubrel": 2`, "/rubrel"},
	{`"language": "en-IE",`, ``, ""},
	{`"language": "en-IE",`, `"language": "en-IE", "colour": "red",`, "/colour"},
	{`"dress": "almanac"`, `"dress": "almanac", "scheme": "sepia"`, "/house/scheme"},
	{`"kind": "plans"`, `"kind": "prices"`, "/sets/memberships/kind"},
	{`"duration": "P1M"`, `"duration": "one month"`, "/sets/memberships/axes/periods/month/facts/duration"},
	{`"code": "EUR"`, `"code": "EURO"`, "/sets/memberships/axes/currencies/eur/facts/code"},
	{`{"amount": "9.00"}`, `{"amount": 9.00}`, "/sets/memberships/records/dusk/facts/price:month:eur"},
	{`{"amount": "9.00"}`, `{"amount": "-9.00"}`, "/sets/memberships/records/dusk/facts/price:month:eur"},
	{`{"amount": "9.00"}`, `{"amount": "9.00", "free": true}`, "/sets/memberships/records/dusk/facts/price:month:eur"},
	{`"price:once:eur": {"amount": "760.00"}`, `"price:decade:eur": {"amount": "760.00"}`,
		"/sets/memberships/records/meridian/facts/price:decade:eur"},
	{`"rule": "2 free"`, `"rule": "some free"`, "/sets/memberships/axes/periods/year/facts/rule"},
	{`"feature:open-nights": true`, `"feature:open-nights": 1`,
		"/sets/memberships/records/dusk/facts/feature:open-nights"},
	{`"title": "Dusk", `, ``, "/sets/memberships/records/dusk/facts/title"},
	{`"featured": true`, `"featured": "yes"`, "/sets/memberships/records/meridian/featured"},
	{`"link": "https://checkout.invalid/fennmoor/memberships?plan={plan}&period={period}&currency={currency}"`,
		`"link": "javascript:alert(1)"`, "/sets/memberships/facts/link"},
	{`"whole.font-size@featured": "1.1em"`, `"whole.font-size@featured": "huge"`,
		"/blocks/memberships/look/whole.font-size@featured"},
	{`"whole.font-size@featured"`, `"hole.font-size"`, "/blocks/memberships/look/hole.font-size"},
	{`"whole.font-size@featured"`, `"nobody:whole.font-size"`, "/blocks/memberships/look/nobody:whole.font-size"},
	{`"whole.font-size@featured"`, `"whole.font-size@tiny"`, "/blocks/memberships/look/whole.font-size@tiny"},
	{`"form": "cards"`, `"form": "pyramid"`, "/blocks/memberships/form"},
	{`"set": "memberships"`, `"set": "nothing"`, "/blocks/memberships/set"},
	{`"blocks": {"memberships": {"order": "i"}}`, `"blocks": {"nothing": {"order": "i"}}`,
		"/pages/membership/bands/plans/blocks/nothing"},
	{`"dusk": {"order": "9"`, `"Dusk!": {"order": "9"`, "/sets/memberships/records/Dusk!"},
	{`"dusk": {"order": "9"`, `"dusk": {"order": "A"`, "/sets/memberships/records/dusk/order"},
}

func TestFaultsHavePaths(t *testing.T) {
	for _, c := range faults {
		_, _, err := document.Parse(edited(t, c.old, c.with), all)
		var fault *document.Fault
		if !errors.As(err, &fault) {
			t.Errorf("%s: error %v, want a fault", c.with, err)
			continue
		}
		if fault.Path.String() != c.path || fault.Problem == "" {
			t.Errorf("%s: fault at %s (%s), want %s", c.with, fault.Path, fault.Problem, c.path)
		}
	}
	for _, text := range []string{"", "[]", "null", "{", `{"rubrel":1,"rubrel":1}`} {
		if _, _, err := document.Parse([]byte(text), all); err == nil {
			t.Errorf("%q was read", text)
		}
	}
}

// The derived JSON Schema, read by a general validator, takes the document and refuses the faults that a
// schema can see: those that do not depend on another place of the document or on a property's own grammar.
func TestSchema(t *testing.T) {
	text, err := json.Marshal(document.Schema(all))
	if err != nil {
		t.Fatal(err)
	}
	schema, err := jsonschema.UnmarshalJSON(bytes.NewReader(text))
	if err != nil {
		t.Fatal(err)
	}
	compiler := jsonschema.NewCompiler()
	if err := compiler.AddResource("site.json", schema); err != nil {
		t.Fatal(err)
	}
	compiled, err := compiler.Compile("site.json")
	if err != nil {
		t.Fatal(err)
	}
	validate := func(text []byte) error {
		v, err := jsonschema.UnmarshalJSON(bytes.NewReader(text))
		if err != nil {
			t.Fatal(err)
		}
		return compiled.Validate(v)
	}
	if err := validate(sample.Document); err != nil {
		t.Errorf("the document does not fit: %v", err)
	}
	refused := 0
	for _, c := range faults {
		if validate(edited(t, c.old, c.with)) != nil {
			refused++
			continue
		}
		for _, seen := range []string{"/rubrel", "/kind", "/scheme", "/duration", "/code", "/price:month:eur",
			"/feature:open-nights", "/title", "/featured", "/order", "Dusk!", "hole.font-size", "/colour"} {
			if strings.HasSuffix(c.path, seen) && !strings.Contains(c.path, "nobody") && !strings.Contains(c.path, "whole") {
				t.Errorf("the schema takes %s", c.with)
			}
		}
	}
	if refused < 15 {
		t.Errorf("the schema refuses %d of the faults", refused)
	}
}

// changes are one of each kind of change, on the document.
func changes(t testing.TB) []document.Change {
	t.Helper()
	key, err := look.ParseKey("zenith:price.font-size@narrow")
	if err != nil {
		t.Fatal(err)
	}
	k := all[0]
	return []document.Change{
		document.SetFact{Set: "memberships", Record: "dusk", Key: "price:month:eur", Text: "from 8.50"},
		document.SetFact{Set: "memberships", Record: "dusk", Key: "note"},
		document.SetFact{Set: "memberships", Key: "fraction", Text: "when needed"},
		document.SetFact{Set: "memberships", Axis: "features", Item: "remote", Key: "unit", Text: "a week"},
		document.SetLook{Block: "memberships", Key: key, Text: "40px"},
		document.SetLook{Kind: "plans", Key: look.Key{Part: "card", Property: "padding"}, Text: "space-3"},
		document.AddRecord{Set: "memberships", After: "dusk"},
		document.AddRecord{Set: "memberships", Copy: "zenith"},
		document.RemoveRecord{Set: "memberships", Record: "meridian"},
		document.MoveRecord{Set: "memberships", Record: "zenith"},
		document.FeatureRecord{Set: "memberships", Record: "dusk", On: true, Only: true},
		document.AddItem{Set: "memberships", Axis: "features", After: "open-nights"},
		document.AddItem{Set: "memberships", Axis: "features", Copy: "guest-passes"},
		document.AddItem{Set: "memberships", Axis: "currencies", Text: "gbp"},
		document.RemoveItem{Set: "memberships", Axis: "features", Item: "guest-passes"},
		document.MoveItem{Set: "memberships", Axis: "features", Item: "remote"},
		document.AddBlock{Name: "School evenings", Set: k.Fresh(k, "en")},
		document.RemoveBlock{Block: "memberships"},
		document.Rename{Name: "Fennmoor"}, document.Rename{Block: "memberships", Name: "Plans"},
		document.Rename{Page: "membership", Name: "Join"},
		document.Redress{Dress: "slipway"},
		document.SetWidths{Widths: look.Widths{{Name: "desk", Frame: 1400}, {Name: "phone", Frame: 390, Below: 620}},
			Was: map[string]string{"phone": "narrow", "desk": "wide"}},
		document.Batch{Name: "clear", Changes: []document.Change{document.SetFact{Set: "memberships", Record: "dusk",
			Key: "note"}, document.SetFact{Set: "memberships", Record: "zenith", Key: "note"}}},
	}
}

// nobody else has changed anything.
func nobody() []patch.Patch { return nil }

// Every change is carried out, can be taken back to the same document, and can be done again.
func TestChangesAndTheirInverses(t *testing.T) {
	site, tree := demoSite(t)
	for _, change := range changes(t) {
		label := change.Label(site)
		result, err := document.Apply(tree, site, change)
		if err != nil {
			t.Errorf("%s: %v", label, err)
			continue
		}
		if reflect.DeepEqual(result.Tree, tree) || label == "" {
			t.Errorf("%q changed nothing", label)
		}
		back, stands, err := document.Revert(result.Tree, result.Site, result.Patch, result.Inverse, label, nobody)
		if err != nil || stands != nil || !reflect.DeepEqual(back.Tree, tree) {
			t.Errorf("%s: taking it back gives another document (%v)", label, err)
			continue
		}
		again, stands, err := document.Revert(back.Tree, back.Site, result.Inverse, result.Patch, label, nobody)
		if err != nil || stands != nil || !reflect.DeepEqual(again.Tree, result.Tree) {
			t.Errorf("%s: doing it again gives another document (%v)", label, err)
		}
	}
}

// A long walk of random changes is undone to the first document, one by one.
func TestUndoTheWholeWay(t *testing.T) {
	site, tree := demoSite(t)
	start := tree
	random := rand.New(rand.NewPCG(7, 8))
	var log []*document.Result
	for range 120 {
		list := changes(t)
		change := list[random.IntN(len(list))]
		if _, last := change.(document.RemoveBlock); last {
			continue // nothing would be left to change
		}
		result, err := document.Apply(tree, site, change)
		if err != nil {
			continue // what an earlier change has removed
		}
		log = append(log, result)
		site, tree = result.Site, result.Tree
	}
	if len(log) < 30 {
		t.Fatalf("only %d changes held", len(log))
	}
	for i := len(log) - 1; i >= 0; i-- {
		back, stands, err := document.Revert(tree, site, log[i].Patch, log[i].Inverse, log[i].Label, nobody)
		if err != nil || stands != nil {
			t.Fatalf("undo %d, %s: %v, %v", i, log[i].Label, err, stands)
		}
		site, tree = back.Site, back.Tree
	}
	if !reflect.DeepEqual(tree, start) {
		t.Error("the walk does not end where it began")
	}
}

func TestRefusedChanges(t *testing.T) {
	site, tree := demoSite(t)
	for _, c := range []struct {
		change document.Change
		want   string
	}{
		{document.SetFact{Set: "memberships", Record: "dusk", Key: "price:month:eur", Text: "-1"}, "negative"},
		{document.SetFact{Set: "memberships", Record: "dusk", Key: "price:month:eur", Text: "12 was 10"}, "not above"},
		{document.SetFact{Set: "memberships", Record: "dusk", Key: "title", Text: ""}, "must be said"},
		{document.SetFact{Set: "memberships", Record: "dusk", Key: "title", Text: strings.Repeat("x", 81)}, "at most 80"},
		{document.SetFact{Set: "memberships", Record: "gone", Key: "title", Text: "x"}, "no plan"},
		{document.SetFact{Set: "memberships", Record: "dusk", Key: "link", Text: "javascript:alert(1)"}, "starts with"},
		{document.SetFact{Set: "memberships", Record: "dusk", Key: "price:month:gbp", Text: "1"}, "gbp"},
		{document.Rename{Name: "  "}, "name"},
		{document.MoveRecord{Set: "memberships", Record: "dusk", After: "nobody"}, "nobody"},
		{document.Lift{Block: "memberships", Key: look.Key{Record: "dusk", Part: "card", Property: "padding"}},
			"no exception"},
	} {
		result, err := document.Apply(tree, site, c.change)
		var fault *document.Fault
		if !errors.As(err, &fault) || !strings.Contains(fault.Problem, c.want) {
			t.Errorf("%+v: %v, %v; want a fault about %q", c.change, result, err, c.want)
		}
	}
	if _, err := document.Apply(tree, site, document.Rename{Name: site.Name}); !errors.Is(err, document.Nothing) {
		t.Errorf("a rename to the same name: %v", err)
	}
}

// What is said for a width moves with its name, and goes with it.
func TestSetWidths(t *testing.T) {
	site, tree := demoSite(t)
	do := func(change document.Change) {
		t.Helper()
		result, err := document.Apply(tree, site, change)
		if err != nil {
			t.Fatalf("%s: %v", change.Label(site), err)
		}
		site, tree = result.Site, result.Tree
	}
	say := func(text, value string) {
		t.Helper()
		key, err := look.ParseKey(text)
		if err != nil {
			t.Fatal(err)
		}
		do(document.SetLook{Block: "memberships", Key: key, Text: value})
	}
	say("price.font-size", "50px")
	say("price.font-size@middle", "40px")
	say("zenith:price.font-size@narrow", "30px")
	say("title.color@featured@narrow", "#ffffff")
	do(document.SetWidths{Widths: look.Widths{{Name: "wide", Frame: 1200}, {Name: "middle", Frame: 390, Below: 600},
		{Name: "slim", Frame: 320, Below: 360}}, Was: map[string]string{"middle": "narrow"}})
	block, _ := site.BlockByID("memberships")
	got := map[string]string{}
	for key, value := range block.Look {
		got[key.String()] = value.String()
	}
	if want := map[string]string{"price.font-size": "50px", "whole.font-size@featured": "1.1em",
		"zenith:price.font-size@middle": "30px", "title.color@featured@middle": "#ffffff"}; !reflect.DeepEqual(got, want) {
		t.Errorf("the look is %v, want %v", got, want)
	}
	if got := site.Widths.String(); got != "wide 1200, middle 390 below 600, slim 320 below 360" {
		t.Errorf("the widths are %s", got)
	}
}

func TestLiftAndEvenOut(t *testing.T) {
	site, tree := demoSite(t)
	do := func(change document.Change) {
		t.Helper()
		result, err := document.Apply(tree, site, change)
		if err != nil {
			t.Fatal(err)
		}
		site, tree = result.Site, result.Tree
	}
	at := func(record string) look.Key { return look.Key{Record: record, Part: "price", Property: "font-size"} }
	do(document.SetLook{Block: "memberships", Key: at("zenith"), Text: "48px"})
	do(document.SetLook{Block: "memberships", Key: at("dusk"), Text: "40px"})
	do(document.Lift{Block: "memberships", Key: at("zenith")})
	block, _ := site.BlockByID("memberships")
	if block.Look[at("")].String() != "48px" || block.Look[at("zenith")] != nil || block.Look[at("dusk")] == nil {
		t.Errorf("after lifting: %v", block.Look)
	}
	do(document.EvenOut{Block: "memberships", Part: "price", Property: "font-size"})
	if block, _ = site.BlockByID("memberships"); block.Look[at("dusk")] != nil || block.Look[at("")] == nil {
		t.Errorf("after evening out: %v", block.Look)
	}
}

// Edits to different places meet nothing; edits to one place clash, unless they say the same.
func TestFindClash(t *testing.T) {
	site, tree := demoSite(t)
	price := func(record, text string) document.Change {
		return document.SetFact{Set: "memberships", Record: record, Key: "price:month:eur", Text: text}
	}
	theirs, err := document.Apply(tree, site, price("dusk", "10"))
	if err != nil {
		t.Fatal(err)
	}
	for _, c := range []struct {
		change  document.Change
		clashes bool
	}{
		{price("zenith", "11"), false}, {price("dusk", "11"), true}, {price("dusk", "10"), false},
		{document.RemoveRecord{Set: "memberships", Record: "dusk"}, true},
		{document.MoveRecord{Set: "memberships", Record: "dusk", After: "zenith"}, false},
	} {
		mine, err := document.PlanOf(theirs.Site, c.change)
		if err != nil {
			t.Fatal(err)
		}
		clash := document.FindClash(theirs.Tree, mine, []patch.Patch{theirs.Patch})
		if (clash != nil) != c.clashes {
			t.Errorf("%+v: clash %v", c.change, clash)
		}
	}
}

func TestOrderBetween(t *testing.T) {
	random := rand.New(rand.NewPCG(9, 10))
	keys := []string{}
	for range 500 {
		at := random.IntN(len(keys) + 1)
		if random.IntN(3) == 0 { // the worst cases: always at one end
			at = 0
		}
		low, high := "", ""
		if at > 0 {
			low = keys[at-1]
		}
		if at < len(keys) {
			high = keys[at]
		}
		key, err := document.OrderBetween(low, high)
		if err != nil || key <= low || high != "" && key >= high || len(key) > 200 {
			t.Fatalf("between %q and %q: %q (%v)", low, high, key, err)
		}
		keys = append(keys[:at], append([]string{key}, keys[at:]...)...)
	}
	if _, err := document.OrderBetween("b", "a"); err == nil {
		t.Error("a key between b and a was made")
	}
}

func TestFreshID(t *testing.T) {
	taken := map[string]bool{"plan": true, "plan-2": true}
	for name, want := range map[string]string{"Plan": "plan-3", "École & Co.": "ecole-co", "": "item",
		"Rückgratwerkstatt Weißbach": "ruckgratwerkstatt-weissbach", "Łódź": "lodz", "日本": "ri-ben",
		"Öffnungszeiten": "offnungszeiten", "Цены": "tseny", "الأسعار": "l-s-r", "…": "item",
		strings.Repeat("ab ", 40): strings.Repeat("ab-", 13) + "a"} {
		got := document.FreshID(name, func(id string) bool { return taken[id] })
		if !document.IsID(got) || got != want && name != strings.Repeat("ab ", 40) {
			t.Errorf("%q became %q, want %q", name, got, want)
		}
	}
}

func FuzzParse(f *testing.F) {
	f.Add(sample.Document)
	f.Add([]byte(`{"rubrel":1,"name":"x","language":"en","house":{"dress":"almanac"}}`))
	f.Fuzz(func(t *testing.T, text []byte) {
		_, tree, err := document.Parse(text, all)
		if err != nil {
			return
		}
		again, err := document.Encode(tree)
		if err != nil {
			t.Fatal(err)
		}
		if _, _, err := document.Parse(again, all); err != nil {
			t.Fatalf("what was read is refused when written: %v", err)
		}
	})
}
