package sites

import (
	"net/http"
	"strings"
	"time"

	"github.com/go-chi/chi/v5"

	"rubrel/core/kind"
	"rubrel/core/release"
	"rubrel/render"
	"rubrel/store"
	"rubrel/web/screen"
)

// chooseView is what a new block can be: every kind in every form, in the site's dress.
type chooseView struct {
	screen.Frame
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
func (s *Screen) choose(w http.ResponseWriter, r *http.Request) {
	l := s.Load(w, r)
	if l == nil {
		return
	}
	f, err := s.SiteFrame(r, "New block", l)
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	view := chooseView{Frame: f, Name: r.FormValue("name"), Of: r.FormValue("set")}
	for _, k := range s.Kinds {
		for _, form := range k.Forms {
			words := append([]string{k.Title, k.Many, form.Title, form.Help}, k.Purposes...)
			view.Choices = append(view.Choices, choiceLine{k, form, strings.ToLower(strings.Join(words, " "))})
		}
	}
	s.Show(w, r, http.StatusOK, "choose.html", view)
}

// sample serves a page that shows one form of one kind in the site's dress.
func (s *Screen) sample(w http.ResponseWriter, r *http.Request) {
	l := s.Load(w, r)
	if l == nil {
		return
	}
	k, known := s.Kinds.Named(chi.URLParam(r, "kind"))
	if !known {
		s.Fail(w, r, store.ErrNotFound)
		return
	}
	form, known := k.FormNamed(chi.URLParam(r, "form"))
	if !known {
		s.Fail(w, r, store.ErrNotFound)
		return
	}
	of := r.FormValue("set")
	files, err := s.Rendered.Of(l, "sample/"+k.Name+"/"+form.Name+"/"+of, func(now time.Time) ([]release.File, error) {
		return render.Sample(l.Site, s.Dresses, k, form, of, now)
	})
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	s.ServeFile(w, r, files)
}
