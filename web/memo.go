package web

import (
	"sync"
	"time"

	lru "github.com/hashicorp/golang-lru/v2"

	"rubrel/store"
)

// maxRemembered bounds what a memo keeps.
const maxRemembered = 128

// memo remembers what was made last of a site, by what was asked for: pages ask for the same files one by one, and many
// pages show one bench. What is remembered is of one version of the site and of one minute, since offers end. Several
// that ask at once wait for one.
type memo[V any] struct {
	entries *lru.Cache[string, *memoEntry[V]]
	mu      sync.Mutex
}

type memoEntry[V any] struct {
	mu      sync.Mutex // held while it is made
	made    bool
	version int64
	minute  time.Time
	value   V
}

func newMemo[V any]() *memo[V] {
	entries, err := lru.New[string, *memoEntry[V]](maxRemembered)
	if err != nil {
		panic(err) // only of a size below one
	}
	return &memo[V]{entries: entries}
}

// of makes it, unless it has for this site, version and address. The address is one within the site.
func (m *memo[V]) of(l *store.Loaded, address string, make func(now time.Time) (V, error)) (V, error) {
	key := l.ID + "/" + address
	m.mu.Lock()
	e, ok := m.entries.Get(key)
	if !ok {
		e = &memoEntry[V]{}
		m.entries.Add(key, e)
	}
	m.mu.Unlock()
	e.mu.Lock()
	defer e.mu.Unlock()
	now := time.Now()
	minute := now.Truncate(time.Minute)
	if e.made && e.version == l.Version && e.minute.Equal(minute) {
		return e.value, nil
	}
	value, err := make(now)
	if err == nil {
		e.made, e.version, e.minute, e.value = true, l.Version, minute, value
	}
	return value, err
}
