package web

import (
	"sync"
	"time"

	"rubrel/render"
	"rubrel/store"
)

// renderings remembers what was rendered last at an address, since a page asks for its files one by one: HTML, style sheet,
// script, fonts. What is remembered is of one version of one site, and of one minute, since offers end. The zero value is
// ready, and may be used by several at once.
type renderings struct {
	mu   sync.Mutex
	last map[string]*rendering
}

type rendering struct {
	mu      sync.Mutex // held while it is rendered, so that three frames that ask at once wait for one
	version int64
	minute  time.Time
	files   []render.File
}

// mostRendered bounds what is remembered.
const mostRendered = 64

// of renders, unless it has for this site, version and address. The address is one within the site.
func (m *renderings) of(l *store.Loaded, address string, make func(now time.Time) ([]render.File, error)) ([]render.File, error) {
	key := l.ID + "/" + address
	m.mu.Lock()
	if m.last == nil || len(m.last) > mostRendered {
		m.last = map[string]*rendering{}
	}
	r, ok := m.last[key]
	if !ok {
		r = &rendering{}
		m.last[key] = r
	}
	m.mu.Unlock()
	r.mu.Lock()
	defer r.mu.Unlock()
	now := time.Now()
	if minute := now.Truncate(time.Minute); r.files != nil && r.version == l.Version && r.minute.Equal(minute) {
		return r.files, nil
	}
	files, err := make(now)
	if err != nil {
		return nil, err
	}
	r.version, r.minute, r.files = l.Version, now.Truncate(time.Minute), files
	return files, nil
}
