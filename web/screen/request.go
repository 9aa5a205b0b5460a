package screen

import (
	"net/http"

	"github.com/go-chi/chi/v5"

	"rubrel/core/document"
	"rubrel/store"
)

// Load reads the site of the request; where there is none it answers and returns nil.
func (s *Server) Load(w http.ResponseWriter, r *http.Request) *store.Loaded {
	l, err := s.Store.Load(r.Context(), chi.URLParam(r, "site"))
	if err != nil {
		s.Fail(w, r, err)
		return nil
	}
	return l
}

// LoadBlock is load with the block that the address names; both are nil where an answer has been given.
func (s *Server) LoadBlock(w http.ResponseWriter, r *http.Request) (*store.Loaded, *document.Block) {
	l := s.Load(w, r)
	if l == nil {
		return nil, nil
	}
	block, ok := l.Site.BlockByID(chi.URLParam(r, "block"))
	if !ok {
		s.Fail(w, r, store.ErrNotFound)
		return nil, nil
	}
	return l, block
}
