package render

import (
	"fmt"
	"time"

	"rubrel/core/document"
	"rubrel/core/release"
	"rubrel/dresses"
)

// specimenCSS has a browser lay out what is in sight: a specimen is as long as all forms are high.
const specimenCSS = ".rb { content-visibility: auto; contain-intrinsic-block-size: auto 480px; }"

// Specimen renders one page that shows every kind of the site in every form.
func Specimen(site *document.Site, registry dresses.Registry, now time.Time) ([]release.File, error) {
	worn := *site
	worn.Blocks = nil
	page := document.Page{Title: site.Name}
	seen := map[string]bool{}
	for _, b := range site.Blocks {
		set := site.SetOf(&b)
		for _, form := range set.Kind.Forms {
			// A form is shown of the block that has it, else of the first of its kind.
			if seen[set.Kind.Name+form.Name] || b.Form != form.Name && shownElsewhere(site, set.Kind.Name, form.Name) {
				continue
			}
			seen[set.Kind.Name+form.Name] = true
			shown := b
			shown.ID, shown.Form, shown.Name = b.ID+"-"+form.Name, form.Name, b.Name+", "+form.Title
			worn.Blocks = append(worn.Blocks, shown)
			page.Bands = append(page.Bands, document.Band{Blocks: []string{shown.ID}})
		}
	}
	d, err := dressedSite(&worn, registry, now)
	if err != nil {
		return nil, err
	}
	d.further = specimenCSS
	files, err := d.page("index", page)
	if err != nil {
		return nil, fmt.Errorf("specimen: %w", err)
	}
	return append(d.files(), files...), nil
}

func shownElsewhere(site *document.Site, kindName, form string) bool {
	for _, b := range site.Blocks {
		if set, ok := site.SetByID(b.SetID); ok && set.Kind.Name == kindName && b.Form == form {
			return true
		}
	}
	return false
}
