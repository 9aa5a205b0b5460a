package web

import (
	"fmt"
	"net/http"
	"time"

	"github.com/go-chi/chi/v5"
)

// events tells an open bench that the site has changed, as server-sent events.
func (s *Server) events(w http.ResponseWriter, r *http.Request) {
	control := http.NewResponseController(w)
	changes, end := s.store.Changes(chi.URLParam(r, "site"))
	defer end()
	w.Header().Set("Content-Type", "text/event-stream")
	send := func(line string) bool {
		_, err := fmt.Fprint(w, line)
		return err == nil && control.Flush() == nil
	}
	if !send(": open\n\n") {
		return
	}
	beat := time.NewTicker(25 * time.Second) // keeps the connection through proxies
	defer beat.Stop()
	for {
		select {
		case <-r.Context().Done():
			return
		case <-beat.C:
			if !send(": beat\n\n") {
				return
			}
		case <-changes:
			l, err := s.store.Load(r.Context(), chi.URLParam(r, "site"))
			if err != nil || !send(fmt.Sprintf("event: version\ndata: %d\n\n", l.Version)) {
				return
			}
		}
	}
}
