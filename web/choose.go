package web

import (
	"net/http"
	"strings"
	"time"

	"github.com/go-chi/chi/v5"

	"rubrel/core/kind"
	"rubrel/core/release"
	"rubrel/render"
	"rubrel/store"
)

// chooseView is what a new block can be: every kind in every form, in the site's dress.
type chooseView struct {
	frame
	Name    string // of the block, as far as it has been said
	Choices []choiceLine
	Of      string // the ID of the set that it shows; "" for a new list
}

// choiceLine is one form of one kind.
type choiceLine struct {
	Kind  *kind.Kind
	Form  kind.Form
	Words string // under which it is found
}

// choose shows what a new block can be.
func (s *Server) choose(w http.ResponseWriter, r *http.Request) {
	l := s.load(w, r)
	if l == nil {
		return
	}
	f, err := s.siteFrame(r, "New block", l)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	view := chooseView{frame: f, Name: r.FormValue("name"), Of: r.FormValue("set")}
	for _, k := range s.kinds {
		for _, form := range k.Forms {
			words := append([]string{k.Title, k.Many, form.Title, form.Help}, k.Purposes...)
			view.Choices = append(view.Choices, choiceLine{k, form, strings.ToLower(strings.Join(words, " "))})
		}
	}
	s.show(w, r, http.StatusOK, "choose.html", view)
}

// sample serves a page that shows one form of one kind in the site's dress.
func (s *Server) sample(w http.ResponseWriter, r *http.Request) {
	l := s.load(w, r)
	if l == nil {
		return
	}
	k, known := s.kinds.Named(chi.URLParam(r, "kind"))
	if !known {
		s.fail(w, r, store.ErrNotFound)
		return
	}
	form, known := k.FormNamed(chi.URLParam(r, "form"))
	if !known {
		s.fail(w, r, store.ErrNotFound)
		return
	}
	of := r.FormValue("set")
	files, err := s.rendered.of(l, "sample/"+k.Name+"/"+form.Name+"/"+of, func(now time.Time) ([]release.File, error) {
		return render.Sample(l.Site, s.dresses, k, form, of, now)
	})
	if err != nil {
		s.fail(w, r, err)
		return
	}
	s.serveFile(w, r, files)
}
