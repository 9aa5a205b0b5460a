package screen

import (
	"sync"
	"time"

	lru "github.com/hashicorp/golang-lru/v2"

	"rubrel/store"
)

// maxRemembered bounds what a memo keeps.
const maxRemembered = 128

// Memo remembers what was made of a site's last two versions, by what was asked for: pages ask for the same files one
// by one, and many pages show one bench. What is remembered is of a version of the site and of one minute, since
// offers end. Several that ask at once wait for one.
type Memo[V any] struct {
	entries *lru.Cache[string, *memoEntry[V]]
	mu      sync.Mutex
}

type memoEntry[V any] struct {
	mu   sync.Mutex // held while it is made
	last [2]made[V] // the newest first
}

// made is what was made of one version of a site, in one minute.
type made[V any] struct {
	done    bool
	version int64
	minute  time.Time
	value   V
}

// NewMemo makes an empty memo.
func NewMemo[V any]() *Memo[V] {
	entries, err := lru.New[string, *memoEntry[V]](maxRemembered)
	if err != nil {
		panic(err) // only of a size below one
	}
	return &Memo[V]{entries: entries}
}

// Of makes it, unless it has for this site, version and address. The address is one within the site.
func (m *Memo[V]) Of(l *store.Loaded, address string, produce func(now time.Time) (V, error)) (V, error) {
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
	if e.last[0].done && e.last[0].version == l.Version && e.last[0].minute.Equal(minute) {
		return e.last[0].value, nil
	}
	value, err := produce(now)
	if err == nil {
		e.last = [2]made[V]{{true, l.Version, minute, value}, e.last[0]}
	}
	return value, err
}

// Was is what was made of a version of a site, if that is remembered.
func (m *Memo[V]) Was(site, address string, version int64) (value V, ok bool) {
	e, ok := m.entries.Get(site + "/" + address)
	if !ok {
		return value, false
	}
	e.mu.Lock()
	defer e.mu.Unlock()
	for _, made := range e.last {
		if made.done && made.version == version {
			return made.value, true
		}
	}
	return value, false
}
