package sites

import (
	"cmp"
	"context"
	"errors"
	"net/http"
	"strconv"
	"strings"

	"github.com/go-chi/chi/v5"

	"rubrel/core/document"
	"rubrel/store"
	"rubrel/web/screen"
)

func (s *Screen) home(w http.ResponseWriter, r *http.Request) {
	s.showHome(w, r, http.StatusOK, newSite{}, "")
}

// The names of the fields by which the list of sites is searched and turned over, and how far.
const (
	findField  = "find"
	afterField = "after"
	mostListed = 1_000_000
)

// earlier is after how many sites the page before begins; -1 where there is none.
func earlier(after int) int {
	if after == 0 {
		return -1
	}
	return max(0, after-store.SitesAtOnce)
}

// later is after how many sites the next page begins; 0 where there is none.
func later(after int, more bool) int {
	if !more {
		return 0
	}
	return after + store.SitesAtOnce
}

// newSite is what is typed about a site to be made.
type newSite struct{ Name, Language string }

func (s *Screen) showHome(w http.ResponseWriter, r *http.Request, status int, typed newSite, fault string) {
	find := strings.TrimSpace(r.FormValue(findField))
	after, err := strconv.Atoi(r.FormValue(afterField))
	if err != nil || after < 0 || after > mostListed {
		after = 0
	}
	sites, more, err := s.Store.Sites(r.Context(), find, after)
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	removed, err := s.Store.RemovedSites(r.Context())
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	f := s.NewFrame(r, "Sites")
	f.Fault = fault
	s.Show(w, r, status, "home.html", struct {
		screen.Frame
		Sites   []store.Summary
		Removed []store.Removed
		New     newSite
		Find    string
		Earlier int  // after how many those before these begin; -1 for none
		Later   int  // after how many those after these begin; 0 for none
		Search  bool // there are more than fit on one page
	}{f, sites, removed, typed, find, earlier(after), later(after, more), find != "" || more || after > 0})
}

// defaultLanguage is that of a site whose designer names none: the language of the interface.
const defaultLanguage = "en"

func (s *Screen) createSite(w http.ResponseWriter, r *http.Request) {
	typed := newSite{Name: r.FormValue("name"), Language: strings.TrimSpace(r.FormValue("language"))}
	tree, site, err := document.New(typed.Name, cmp.Or(typed.Language, defaultLanguage), s.Dresses.Names()[0], s.Kinds)
	if err != nil {
		status, message := screen.Explain(err)
		s.showHome(w, r, status, typed, screen.Sentence(message))
		return
	}
	id, err := s.createUnder(r.Context(), document.FreshID(site.Name, func(string) bool { return false }), tree)
	if err == nil && s.DefaultHost != nil {
		err = s.Store.SetHost(r.Context(), id, s.DefaultHost(id))
	}
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	http.Redirect(w, r, "/sites/"+id+"/", http.StatusSeeOther)
}

// maxNamesakes is how many sites may have one name.
const maxNamesakes = 1000

// createUnder stores a new site under an ID, or under the first free one after it: name, name-2, name-3.
func (s *Screen) createUnder(ctx context.Context, base string, tree any) (string, error) {
	id := base
	for n := 2; n <= maxNamesakes; n++ {
		err := s.Store.CreateSite(ctx, id, tree)
		if !errors.Is(err, store.ErrTaken) {
			return id, err
		}
		id = base + "-" + strconv.Itoa(n)
	}
	return "", store.ErrTaken
}

// settleRemoved brings a removed site back, or deletes it for good.
func (s *Screen) settleRemoved(w http.ResponseWriter, r *http.Request) {
	site := chi.URLParam(r, "site")
	act, said, place := s.Store.RestoreSite, "restored", "/sites/"+site+"/"
	if r.FormValue("way") == "delete" {
		act, said, place = s.Store.DeleteSite, "deleted", "/"
	}
	if err := act(r.Context(), site); err != nil {
		s.Fail(w, r, err)
		return
	}
	s.Audit(r, said, site)
	http.Redirect(w, r, screen.Did(place, said), http.StatusSeeOther)
}

func (s *Screen) removeSite(w http.ResponseWriter, r *http.Request) {
	site := chi.URLParam(r, "site")
	if err := s.Store.RemoveSite(r.Context(), site); err != nil {
		s.Fail(w, r, err)
		return
	}
	s.Audit(r, "removed", site)
	http.Redirect(w, r, screen.Did("/", "removed"), http.StatusSeeOther)
}
