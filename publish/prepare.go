package publish

import (
	"context"
	"errors"
	"time"

	"rubrel/core/release"
	"rubrel/formats/pictures"
	"rubrel/render"
	"rubrel/store"
)

// noteEvery is how often it is noted how far a release is prepared.
const noteEvery = 250 * time.Millisecond

// prepare renders a release and makes its pictures as wide as they are shown. What is stopped goes on where it was:
// pictures that were made are remembered.
func (r *Runner) prepare(ctx context.Context, turn *store.Turn, p store.Publication) error {
	site, _, err := r.Store.Released(ctx, p.Site, p.Number)
	if err != nil {
		return storeError{err}
	}
	if site == nil {
		return errors.New("this Rubrel does not read the document that it is made of")
	}
	files, err := render.Release(site, r.Dresses, time.Now())
	if err != nil {
		return err
	}
	var wide []*release.File
	for i := range files {
		if files[i].Wide > 0 {
			wide = append(wide, &files[i])
		}
	}
	var last time.Time
	for i, f := range wide {
		if time.Since(last) > noteEvery {
			last = time.Now()
			if err := turn.Note(ctx, p, store.Preparing, i, len(wide)); err != nil {
				return noted(err)
			}
		}
		var broken error
		hash, err := r.Store.Narrowed(ctx, f.Held, f.Wide, func(whole []byte) (made []byte, err error) {
			made, broken = pictures.Narrowed(ctx, f.Held, whole, f.Wide)
			return made, broken
		})
		if broken != nil {
			return broken
		}
		if err != nil {
			return storeError{err}
		}
		f.Held, f.Wide = hash, 0
	}
	if err := r.Store.FillRelease(ctx, p.Site, p.Number, files); err != nil {
		return storeError{err}
	}
	return nil
}
