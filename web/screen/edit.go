package screen

import (
	"errors"
	"net/http"
	"strconv"

	"rubrel/core/document"
	"rubrel/store"
)

// Shower shows one of a site's own pages again, with what went wrong.
type Shower func(w http.ResponseWriter, r *http.Request, status int, fault string)

// PageEdit carries out a change made on one of a site's own pages, on the version with which the page was filled in.
// Where that is not done, the page is shown again and nil returned.
func (s *Server) PageEdit(w http.ResponseWriter, r *http.Request, again Shower, change document.Change) *store.Loaded {
	l := s.Load(w, r)
	if l == nil {
		return nil
	}
	base, err := strconv.ParseInt(r.FormValue("version"), 10, 64)
	if err != nil || base > l.Version {
		again(w, r, http.StatusUnprocessableEntity, "The page does not say which version it was filled in on: reload it "+
			"and make the change again.")
		return nil
	}
	by := Author(w, r)
	by.Scope = ""
	after, err := s.Store.Edit(r.Context(), l.ID, by, base, change)
	if errors.Is(err, store.ErrTakenBefore) { // it was sent again, because its answer was lost
		return s.Load(w, r)
	}
	if err != nil {
		status, message := Explain(err)
		sayWhen(w, status, err)
		again(w, r, status, message)
		return nil
	}
	return after
}

// allClashes stands for every clash of a scope where one may be named.
const allClashes = "all"

// SettleBy ends a clash, or all of the scope, by the value that the request names.
func (s *Server) SettleBy(r *http.Request, site string, by store.Author, clash string) (*store.Loaded, error) {
	mine := r.FormValue("value") == "mine"
	if clash == allClashes {
		return s.Store.SettleAll(r.Context(), site, by, mine)
	}
	id, err := strconv.ParseInt(clash, 10, 64)
	if err != nil {
		return nil, store.ErrNotFound
	}
	return s.Store.Settle(r.Context(), site, by, id, mine)
}
