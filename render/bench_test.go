package render_test

import (
	"testing"

	"rubrel/core/document"
	"rubrel/render"
)

func benchmarkRelease(b *testing.B, site *document.Site) {
	registry := loadDresses(b)
	for b.Loop() {
		if _, err := render.Release(site, registry, now); err != nil {
			b.Fatal(err)
		}
	}
	page, _ := compressed(b, site, registry)
	b.ReportMetric(float64(page), "compressed-B")
}

// The demo's page, with its style sheet and fonts.
func BenchmarkDemoPage(b *testing.B) { benchmarkRelease(b, changed(b)) }

// A table of 12 plans with 60 features.
func BenchmarkTable12x60(b *testing.B) { benchmarkRelease(b, listOf(b, 12, 60)) }
