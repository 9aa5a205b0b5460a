package web

import (
	"context"
	"fmt"
	"math/rand/v2"
	"net/http"
	"strings"
	"time"

	"rubrel/web/screen"
)

// eventsPath is the address of a stream, which lasts as long as a page is open.
const eventsPath = "/events"

// maxFollowed is how many sites one stream follows.
const maxFollowed = 40

// spread is how far apart the refreshes of pages are that hear of one change: so much for each page that hears of it,
// and no more than maxSpread.
const (
	spread    = 8 * time.Millisecond
	maxSpread = 1500 * time.Millisecond
)

// events tells open pages that sites have changed, as server-sent events. A browser asks for one stream for all its
// pages (HTTP/1.1 allows it six connections to a server), with every site that it shows.
func (s *Server) events(w http.ResponseWriter, r *http.Request) {
	sites := strings.Split(r.FormValue("sites"), ",")
	if len(sites) > maxFollowed {
		s.Fail(w, r, &screen.BadRequest{Problem: fmt.Sprintf("a stream follows at most %d sites", maxFollowed)})
		return
	}
	told := make(chan string)
	for _, site := range sites {
		changes, end := s.Store.Changes(site)
		defer end()
		go pass(r.Context(), changes, told, site)
	}
	s.meters.streams.Inc()
	defer s.meters.streams.Dec()
	w.Header().Set("Content-Type", "text/event-stream")
	w.Header().Set("X-Accel-Buffering", "no") // common reverse proxies hold answers back otherwise
	s.stream(w, r, told)
}

// pass tells of a site at once, since a page may have missed a change while it was not listening, and then whenever it
// changes.
func pass(ctx context.Context, changes <-chan struct{}, told chan<- string, site string) {
	for {
		select {
		case <-ctx.Done():
			return
		case told <- site:
		}
		select {
		case <-ctx.Done():
			return
		case <-changes:
		}
	}
}

// stream writes an event for each new version of the sites that are told of, until the page or the program goes.
func (s *Server) stream(w http.ResponseWriter, r *http.Request, told <-chan string) {
	control := http.NewResponseController(w)
	send := func(line string) bool {
		_ = control.SetWriteDeadline(time.Now().Add(bodySilence)) // a page that does not listen is left
		_, err := fmt.Fprint(w, line)
		return err == nil && control.Flush() == nil
	}
	if !send(": open\n\n") {
		return
	}
	beat := time.NewTicker(25 * time.Second) // keeps the connection through proxies
	defer beat.Stop()
	sent := map[string]int64{}
	for {
		select {
		case <-r.Context().Done():
			return
		case <-s.options.Draining:
			send("event: restart\ndata: \n\n")
			return
		case <-beat.C:
			if !send(": beat\n\n") {
				return
			}
		case site := <-told:
			version, listeners, err := s.Store.VersionOf(r.Context(), site)
			if err != nil {
				continue // it was removed, or the database will be heard of again
			}
			if last, ok := sent[site]; ok && last == version {
				continue // what it was told of came late, and was sent with the change before
			}
			sent[site] = version
			wait := min(time.Duration(listeners)*spread, maxSpread)
			wait = time.Duration(rand.Int64N(int64(wait) + 1))
			if !send(fmt.Sprintf("event: version\ndata: {\"site\":%q,\"version\":%d,\"wait\":%d}\n\n", site, version,
				wait.Milliseconds())) {
				return
			}
		}
	}
}
