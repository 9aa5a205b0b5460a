package house

import (
	"net/http"
	"strings"
	"time"

	"github.com/go-chi/chi/v5"

	"rubrel/core/document"
	"rubrel/core/release"
	"rubrel/render"
	"rubrel/store"
)

// specimen serves the page that shows every kind in every form in a dress.
func (s *Screen) specimen(w http.ResponseWriter, r *http.Request) {
	l := s.Load(w, r)
	if l == nil {
		return
	}
	// The brand colours stand in the path, so that the page's own files are asked for beside it.
	words := strings.Split(chi.URLParam(r, "dress"), "~")
	if _, ok := s.Dresses[words[0]]; !ok {
		s.Fail(w, r, store.ErrNotFound)
		return
	}
	tried := *l.Site
	tried.House.Dress = words[0]
	if len(words) > 1 {
		asked := houseView{Brand: "#" + words[1], Second: "#" + words[len(words)-1]}
		light, dark, err := asked.proposals()
		if err != nil {
			s.Fail(w, r, &document.Fault{Problem: err.Error()})
			return
		}
		tried.House.Tokens, tried.House.Dark = overlaid(tried.House.Tokens, light), overlaid(tried.House.Dark, dark)
	}
	files, err := s.Rendered.Of(l, "specimen/"+strings.Join(words, "~"), func(now time.Time) ([]release.File,
		error) {
		return render.Specimen(&tried, s.Dresses, now)
	})
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	s.ServeFile(w, r, files)
}
