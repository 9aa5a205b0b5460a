package bench

import (
	"net/http"
	"time"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/render"
	"rubrel/web/screen"
)

// snippetPage shows what to paste, and how.
func (s *Screen) snippetPage(w http.ResponseWriter, r *http.Request) {
	l, block := s.LoadBlock(w, r)
	if l == nil {
		return
	}
	withFonts := r.FormValue("fonts") != "no"
	text, err := render.Snippet(l.Site, s.Dresses, block.ID, withFonts, s.Held(r), time.Now())
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	drawings, err := render.Drawings(l.Site, s.Dresses, block.ID, time.Now())
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	set := l.Site.SetOf(block)
	f := s.NewFrame(r, "Snippet of "+block.Name)
	f.Site = l
	s.Show(w, r, http.StatusOK, "snippet.html", struct {
		screen.Frame
		BlockID, Name, Text string
		Fonts               bool
		Bytes               int64
		Set                 *document.Set
		Drawings            []kind.Drawing
	}{f, block.ID, block.Name, string(text), withFonts, int64(len(text)), set, drawings})
}

func (s *Screen) snippet(w http.ResponseWriter, r *http.Request) {
	l, block := s.LoadBlock(w, r)
	if l == nil {
		return
	}
	text, err := render.Snippet(l.Site, s.Dresses, block.ID, r.FormValue("fonts") != "no", s.Held(r), time.Now())
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	// Sent as text to save: it is for another page, and nothing in it may act as this site's.
	w.Header().Set("Content-Type", "text/plain; charset=utf-8")
	w.Header().Set("Content-Disposition", `attachment; filename="`+block.ID+`.html"`)
	_, _ = w.Write(text) // the client has gone if this fails
}
