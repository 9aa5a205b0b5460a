package screen

import (
	"fmt"
	"reflect"
	"slices"
	"strconv"
	"time"

	"rubrel/core/document"
	"rubrel/core/marks"
	"rubrel/store"
)

// maxMends bounds how many marks are mended in one act.
const maxMends = 60

// Mend is a mend of one of a block's marks, by the mark's ID and the mend's place in its list.
func (s *Server) Mend(site *document.Site, block, mark, which string) (marks.Mend, error) {
	subject, err := s.Subject(site, block, time.Now())
	if err != nil {
		return marks.Mend{}, store.ErrNotFound
	}
	place := 0
	if which != "" {
		if place, err = strconv.Atoi(which); err != nil {
			return marks.Mend{}, &document.Fault{Problem: fmt.Sprintf("%q is no place in a list of mends", which)}
		}
	}
	return marks.MendOf(subject, mark, place)
}

// MendAll is one change that mends every mark of one check at some blocks, each by its first mend, and how many they
// are. Each is looked for in the site as those before it leave it: what mends one may mend others.
func (s *Server) MendAll(l *store.Loaded, blocks []string, check string) (document.Change, int, error) {
	batch := document.Batch{Name: "every mark of " + check}
	at := &document.Result{Site: l.Site, Tree: l.Tree}
	mended := map[string]bool{}
	for _, block := range blocks {
		for len(mended) < maxMends {
			subject, err := s.Subject(at.Site, block, time.Now())
			if err != nil {
				return nil, 0, store.ErrNotFound
			}
			all := marks.Of(subject, &s.Outlines)
			next := slices.IndexFunc(all, func(m marks.Mark) bool {
				return m.Check == check && !m.Quiet && m.Within == "" && len(m.Mends) > 0 && !mended[block+" "+m.ID]
			})
			if next < 0 {
				break
			}
			mended[block+" "+all[next].ID] = true
			longer := document.Batch{Name: batch.Name, Changes: append(slices.Clone(batch.Changes),
				all[next].Mends[0].Change)}
			after, err := document.Apply(at.Tree, at.Site, all[next].Mends[0].Change)
			if err != nil {
				continue // it cannot be mended so: its own Mend says why
			}
			// What cannot be told at once with the others waits for the next act.
			if together, err := document.Apply(l.Tree, l.Site, longer); err != nil ||
				!reflect.DeepEqual(together.Tree, after.Tree) {
				continue
			}
			batch, at = longer, after
		}
	}
	if len(batch.Changes) == 0 {
		return nil, 0, &document.Fault{Problem: fmt.Sprintf("no mark of %q has a mend any more", check)}
	}
	return batch, len(batch.Changes), nil
}
