package look

import (
	"math/rand/v2"
	"testing"
)

// An index answers as its cascade does, also after more is said.
func TestIndexAgreesWithResolve(t *testing.T) {
	random := rand.New(rand.NewPCG(7, 8))
	records := []RecordRef{{"a", false}, {"b", true}}
	found := 0
	for range 300 {
		c := randomCascade(t, random, records)
		x := c.Index()
		for key, value := range randomCascade(t, random, records).Block {
			c.Block[key] = value
			x.Say(key, value)
		}
		for _, record := range append(records, RecordRef{}, RecordRef{"", true}) {
			for _, state := range append(States(), Normal) {
				for width := range c.Widths {
					target := Target{Record: record.ID, Featured: record.Featured, State: state, Width: width}
					for _, part := range []string{"card", "price", "table"} {
						for _, property := range []string{"font-size", "color", "padding", "margin"} {
							want, ok := c.Resolve(target, part, property)
							got, also := x.Resolve(target, part, property)
							if got != want || ok != also {
								t.Fatalf("%+v %s.%s: %+v, want %+v\n%+v", target, part, property, got, want, c)
							}
							if ok {
								found++
							}
						}
					}
				}
			}
		}
	}
	if found < 1000 {
		t.Errorf("%d values were found", found)
	}
}
