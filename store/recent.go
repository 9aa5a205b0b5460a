package store

import (
	lru "github.com/hashicorp/golang-lru/v2"
)

// maxRecent bounds how many decoded documents a process keeps.
const maxRecent = 32

// recent holds documents that this process has decoded. It is no state of its own: what it holds is used only where
// the database says that it is still so.
type recent struct {
	sites *lru.Cache[string, *Loaded]
}

func newRecent() recent {
	sites, err := lru.New[string, *Loaded](maxRecent)
	if err != nil {
		panic(err) // only of a size below one
	}
	return recent{sites}
}

// get is the last known state of a site; one that no site has where none is known.
func (r recent) get(id string) *Loaded {
	if known, ok := r.sites.Get(id); ok {
		return known
	}
	return &Loaded{Version: -1}
}

// put keeps what the database holds; nil for a change that came to nothing.
func (r recent) put(l *Loaded) {
	if l != nil {
		r.sites.Add(l.ID, l)
	}
}
