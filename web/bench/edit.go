package bench

import (
	"errors"
	"net/http"
	"strconv"

	"github.com/go-chi/chi/v5"

	"rubrel/core/document"
	"rubrel/store"
	"rubrel/web/screen"
)

// edit carries out one act on the block and answers with the fragments that follow the document.
func (s *Screen) edit(w http.ResponseWriter, r *http.Request) {
	l := s.Load(w, r)
	if l == nil {
		return
	}
	by := screen.Author(w, r)
	if err := s.Store.TakenBefore(r.Context(), l.ID, by); err != nil {
		s.sendTaken(w, r, l, err)
		return
	}
	switch act := r.FormValue("act"); act {
	case "undo", "redo":
		walk := s.Store.Undo
		if act == "redo" {
			walk = s.Store.Redo
		}
		after, walked, err := walk(r.Context(), l.ID, by)
		switch {
		case after == nil:
			s.sendLive(w, r, l, "", err)
		case err != nil || walked.Stands != "":
			s.sendLive(w, r, after, walked.Stands+".", err)
		default:
			s.sendLive(w, r, after, map[string]string{"undo": "Undone: ", "redo": "Done again: "}[act]+walked.Label, nil)
		}
		return
	}
	base, err := strconv.ParseInt(r.FormValue("version"), 10, 64)
	if err != nil {
		s.sendLive(w, r, l, "", &document.Fault{Problem: "the edit does not say which version it was made on; reload the " +
			"page"})
		return
	}
	did, err := s.readAct(l, by.Scope, r)
	if err != nil {
		s.sendLive(w, r, l, "", err, did.Refused...)
		return
	}
	after, err := s.Store.Edit(r.Context(), l.ID, by, base, did.Change)
	if err != nil {
		s.sendLive(w, r, l, did.Said, err)
		return
	}
	s.sendLive(w, r, after, did.Said, nil, did.Refused...)
}

// sendTaken answers an edit that was sent again with the document as it is; any other error is one.
func (s *Screen) sendTaken(w http.ResponseWriter, r *http.Request, l *store.Loaded, err error) {
	if errors.Is(err, store.ErrTakenBefore) {
		s.sendLive(w, r, l, "", nil)
		return
	}
	s.Fail(w, r, err)
}

// settle ends a clash by one of its two values.
func (s *Screen) settle(w http.ResponseWriter, r *http.Request) {
	l := s.Load(w, r)
	if l == nil {
		return
	}
	after, err := s.SettleBy(r, l.ID, screen.Author(w, r), chi.URLParam(r, "clash"))
	if after == nil {
		after = l
	}
	if err != nil {
		s.sendLive(w, r, after, "", err)
		return
	}
	s.sendLive(w, r, after, "Settled.", nil)
}
