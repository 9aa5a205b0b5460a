package render_test

import (
	"strings"
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

// The style sheet of the demo's page beside the least that says the same: every distinct declaration, selector and
// context of it once. Fonts are left out, they are said once each.
func BenchmarkStyleSheetSize(b *testing.B) {
	files, err := render.Release(changed(b), loadDresses(b), now)
	if err != nil {
		b.Fatal(err)
	}
	var css string
	for _, f := range files {
		if strings.HasPrefix(f.Path, "index.") && strings.HasSuffix(f.Path, ".css") {
			css = string(f.Bytes)
		}
	}
	css = css[strings.Index(css, "@layer"):]
	for b.Loop() {
		b.ReportMetric(float64(len(css))/float64(leastOf(css)), "of-least")
	}
	b.ReportMetric(float64(len(css)), "CSS-B")
}

// leastOf adds up what a style sheet says, each distinct selector, declaration and context counted once.
func leastOf(css string) int {
	said := map[string]bool{}
	var context []string
	least := 0
	say := func(text string) {
		if key := strings.Join(context, "{") + "{" + text; text != "" && !said[key] {
			said[key] = true
			least += len(text) + 1
		}
	}
	begun := 0
	for i := range len(css) {
		switch text := css[begun:i]; css[i] {
		case '{':
			for _, selector := range strings.Split(text, ",") {
				say(selector)
			}
			if strings.HasPrefix(text, "@") {
				context = append(context, text)
			} else {
				context = append(context, "") // declarations of any rule of this context
			}
		case ';', '}':
			say(text)
			if css[i] == '}' {
				context = context[:len(context)-1]
			}
		default:
			continue
		}
		begun = i + 1
	}
	return least
}
