package render

import (
	"time"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/dresses"
)

// Drawings are the records of a block as pictures of their own; none where its form draws none.
func Drawings(site *document.Site, registry dresses.Registry, blockID string, now time.Time) ([]kind.Drawing, error) {
	subject, err := Subject(site, registry, blockID, now)
	if err != nil {
		return nil, err
	}
	form, ok := subject.View.Set.Kind.FormNamed(subject.Block.Form)
	if !ok || form.Drawings == nil {
		return nil, nil
	}
	return form.Drawings(subject.View), nil
}
