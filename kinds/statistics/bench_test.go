package statistics_test

import (
	"fmt"
	"testing"

	"rubrel/core/document"
	"rubrel/render"
	"rubrel/testkit"
)

// benchmarkBlock renders one block of a gallery as the proof shows it.
func benchmarkBlock(b *testing.B, site *document.Site, block string) {
	registry := testkit.Dresses(b)
	for b.Loop() {
		if _, err := render.Proof(site, registry, block, testkit.When); err != nil {
			b.Fatal(err)
		}
	}
}

// Twelve figures in each form.
func BenchmarkStatistics(b *testing.B) {
	g := testkit.Gallery{Kind: "statistics", Facts: map[string]string{}}
	for i := range 12 {
		g.Records = append(g.Records, of("label", fmt.Sprintf("Figure %d", i), "value", fmt.Sprint(1000*i+500), "unit", "kg",
			"icon", "moon", "series", "1 4 2 8 5 7"))
	}
	site := g.Site(b)
	for _, form := range []string{"tiles", "numbers", "banded", "trend"} {
		b.Run(form, func(b *testing.B) { benchmarkBlock(b, site, form) })
	}
}

// Twelve skills in each form, with their numbers inside.
func BenchmarkSkillBars(b *testing.B) {
	g := testkit.Gallery{Kind: "skillbars", Facts: map[string]string{"numbers": "inside"}}
	for i := range 12 {
		g.Records = append(g.Records, of("name", fmt.Sprintf("Skill %d", i), "value", fmt.Sprint(8*i)))
	}
	site := g.Site(b)
	for _, form := range []string{"line", "column", "ring", "half-ring", "tile", "steps"} {
		b.Run(form, func(b *testing.B) { benchmarkBlock(b, site, form) })
	}
}
