package bench

import (
	"net/http"
	"time"

	"rubrel/core/document"
	"rubrel/core/release"
	"rubrel/render"
	"rubrel/store"
)

// previewed are the files of the proof as a mend would leave it: nothing is changed.
func (s *Screen) previewed(l *store.Loaded, block string, r *http.Request) ([]release.File, error) {
	mend, err := s.Mend(l.Site, block, r.FormValue("mark"), r.FormValue("which"))
	if err != nil {
		return nil, err
	}
	after, err := document.Apply(l.Tree, l.Site, mend.Change)
	if err != nil {
		return nil, err
	}
	return render.Proof(after.Site, s.Dresses, block, time.Now())
}

// proof serves a block's rendered files: the bytes a release would carry, or would after the mend that is asked for.
func (s *Screen) proof(w http.ResponseWriter, r *http.Request) {
	l, block := s.LoadBlock(w, r)
	if l == nil {
		return
	}
	var files []release.File
	var err error
	if r.FormValue("mark") != "" {
		files, err = s.previewed(l, block.ID, r)
	} else {
		files, err = s.Rendered.Of(l, "proof/"+block.ID, func(now time.Time) ([]release.File, error) {
			return render.Proof(l.Site, s.Dresses, block.ID, now)
		})
	}
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	s.ServeFile(w, r, files)
}
