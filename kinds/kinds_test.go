package kinds_test

import (
	"testing"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/kind/kindtest"
	"rubrel/demo"
	"rubrel/kinds"
)

// Every kind keeps the contract, on the demo's sets too.
func TestContract(t *testing.T) {
	all := kinds.All()
	sets := map[string][]kind.Set{}
	for _, text := range demo.Sites() {
		site, _, err := document.Parse(text, all)
		if err != nil {
			t.Fatal(err)
		}
		for _, set := range site.Sets {
			sets[set.Kind.Name] = append(sets[set.Kind.Name], set.Set)
		}
	}
	for _, k := range all {
		t.Run(k.Name, func(t *testing.T) { kindtest.Test(t, k, sets[k.Name]...) })
	}
}
