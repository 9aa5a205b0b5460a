package render

import (
	"fmt"
	"slices"
	"time"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/release"
	"rubrel/dresses"
)

// mostSampled is how many records a sample shows of a set: as many as are told apart when it is small.
const mostSampled = 4

// others are a site's sets but one.
func others(site *document.Site, id string) []document.Set {
	return slices.DeleteFunc(slices.Clone(site.Sets), func(s document.Set) bool { return s.ID == id })
}

// Sample renders a page of one block that a site could have, in its house style: of a set of the kind, of the site's
// first where none is named, or else of what a designer begins with.
func Sample(site *document.Site, registry dresses.Registry, k *kind.Kind, form kind.Form, of string,
	now time.Time) ([]release.File, error) {
	worn := *site
	set := document.Set{ID: "sample", Set: k.Fresh(k, site.Language)}
	for _, held := range site.Sets {
		if held.Kind.Name == k.Name && len(held.Records) > 0 && (of == "" || of == held.ID) {
			set = held
			set.Records = held.Records[:min(mostSampled, len(held.Records))]
			break
		}
	}
	block := document.Block{ID: "sample", Name: form.Title, SetID: set.ID, Form: form.Name}
	worn.Sets, worn.Blocks = []document.Set{set}, []document.Block{block}
	if k.HoldsBlocks { // those that stand within it
		worn.Sets, worn.Blocks = append(worn.Sets, others(site, set.ID)...), append(worn.Blocks, site.Blocks...)
	}
	d, err := dressedSite(&worn, registry, now)
	if err != nil {
		return nil, err
	}
	files, err := d.page("index", document.Page{Title: form.Title,
		Bands: []document.Band{{Blocks: []string{block.ID}}}})
	if err != nil {
		return nil, fmt.Errorf("sample of %s as %s: %w", k.Name, form.Name, err)
	}
	return append(d.files(), files...), nil
}
