package store

import (
	"sync"
)

// mostRecent bounds how many decoded documents a process keeps.
const mostRecent = 32

// recent holds documents that this process has decoded. It is no state of its own: what it holds is used only where
// the database says that it is still so.
type recent struct {
	mu    sync.Mutex
	sites map[string]*Loaded
}

// get is the last known state of a site; one that no site has where none is known.
func (r *recent) get(id string) *Loaded {
	r.mu.Lock()
	defer r.mu.Unlock()
	if known, ok := r.sites[id]; ok {
		return known
	}
	return &Loaded{Version: -1}
}

// put keeps what the database holds; nil for a change that came to nothing.
func (r *recent) put(l *Loaded) {
	if l == nil {
		return
	}
	r.mu.Lock()
	defer r.mu.Unlock()
	if r.sites == nil || len(r.sites) >= mostRecent {
		r.sites = map[string]*Loaded{}
	}
	r.sites[l.ID] = l
}
