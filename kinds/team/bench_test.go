package team_test

import (
	"fmt"
	"testing"

	"rubrel/core/document"
	"rubrel/core/marks"
	"rubrel/render"
	"rubrel/testkit"
)

// many is a team of so many people, every tenth of whom leads.
func many(b *testing.B, n int) *document.Site {
	g := workshop(nil, 1)
	g.Records, g.Forms = nil, []string{"cards"}
	for i := range n {
		person := of("name", fmt.Sprintf("Friederike Sonnenschein %d", i), "position", "Restaurierung", "picture",
			[]string{"maren", "oskar", "jonas"}[i%3], "shows", "decorative", "email", fmt.Sprintf("p%d@werkstatt.example", i),
			"profile:i0", fmt.Sprintf("https://papers.example/%d", i))
		if i%10 == 0 {
			person["featured"] = "yes"
		}
		g.Records = append(g.Records, person)
	}
	return g.Site(b)
}

// Two hundred people as a page, beside twenty.
func BenchmarkRelease(b *testing.B) {
	registry := testkit.Dresses(b)
	for _, n := range []int{20, 200} {
		site := many(b, n)
		b.Run(fmt.Sprint(n), func(b *testing.B) {
			bytes := 0
			for range b.N {
				files, err := render.Release(site, registry, testkit.When)
				if err != nil {
					b.Fatal(err)
				}
				bytes = 0
				for _, f := range files {
					if f.Wide == 0 && f.Held == "" {
						bytes += len(f.Bytes)
					}
				}
			}
			b.ReportMetric(float64(bytes)/1024/float64(n), "KB/person")
		})
	}
}

// The marks of two hundred people, beside those of twenty.
func BenchmarkMarks(b *testing.B) {
	registry := testkit.Dresses(b)
	for _, n := range []int{20, 200} {
		site := many(b, n)
		b.Run(fmt.Sprint(n), func(b *testing.B) {
			for range b.N {
				subject, err := render.Subject(site, registry, "cards", testkit.When)
				if err != nil {
					b.Fatal(err)
				}
				marks.Of(subject, nil)
			}
		})
	}
}
