package pricing_test

import (
	"fmt"
	"testing"

	"rubrel/core/document"
	"rubrel/demo"
	"rubrel/kinds"
	"rubrel/testkit"
	"rubrel/testkit/chromium"
)

// A list opens in the currency that its designer says, or that people pay with where the visitor is; what the address
// asks for comes first, and a region that pays with none of them sees the first.
func TestOpensInACurrency(t *testing.T) {
	site, tree, err := document.Parse(demo.Fennmoor, kinds.All())
	if err != nil {
		t.Fatal(err)
	}
	say := func(key, text string) string {
		result, err := document.Apply(tree, site, document.SetFact{Set: "evenings", Key: key, Text: text})
		if err != nil {
			t.Fatal(err)
		}
		site, tree = result.Site, result.Tree
		_, address := testkit.Publish(t, site)
		return address + "schools.html"
	}
	const chosen = "document.querySelector('#evenings [data-param=currency]:checked').value"
	visit := func(address, language, want string, script bool) {
		t.Helper()
		b := chromium.Launch(t, 1200, 900)
		b.OnLoad(fmt.Sprintf("Object.defineProperty(navigator, 'languages', { get: () => ['%s'] })", language))
		b.Script(script)
		b.Open(address)
		if got := b.Text(chosen); got != want {
			t.Errorf("%s with %s, script %v: opens in %s, want %s", address, language, script, got, want)
		}
	}
	fixed := say("opens-in", "GBP")
	visit(fixed, "de-DE", "gbp", false)
	region := say("opens-in", "the visitor’s region")
	visit(region, "en-GB", "gbp", true)
	visit(region, "de-AT", "eur", true)
	visit(region, "fi", "eur", true)
	visit(region, "ja-JP", "eur", true)
	visit(region, "en-GB", "eur", false)
	visit(region+"?currency=eur", "en-GB", "eur", true)

	for as, want := range map[string]string{"sign": "€ £", "sign and code": "€ EUR £ GBP", "name": "Euro British Pound",
		"code": "EUR GBP"} {
		b := chromium.Launch(t, 1200, 900)
		b.Open(say("currency-sides", as))
		if got := b.Text("[...document.querySelectorAll('#evenings .rb-option:has([data-param=currency])')].map(e => " +
			"e.textContent.trim()).join(' ')"); got != want {
			t.Errorf("as %s the sides say %q, want %q", as, got, want)
		}
	}
}
