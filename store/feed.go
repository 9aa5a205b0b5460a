package store

import (
	"context"
	"sync"
	"time"

	"github.com/jackc/pgx/v5/pgxpool"
)

// feed tells subscribers in this process that a site has changed, whoever changed it: PostgreSQL's NOTIFY
// reaches every process over one database.
type feed struct {
	cancel      context.CancelFunc
	done        chan struct{}
	mu          sync.Mutex
	subscribers map[string]map[chan struct{}]bool
}

func startFeed(pool *pgxpool.Pool) *feed {
	ctx, cancel := context.WithCancel(context.Background())
	f := &feed{cancel: cancel, done: make(chan struct{}), subscribers: map[string]map[chan struct{}]bool{}}
	go func() {
		defer close(f.done)
		for ctx.Err() == nil {
			f.listen(ctx, pool)
			select { // the connection broke: wait a little before the next
			case <-ctx.Done():
			case <-time.After(500 * time.Millisecond):
			}
		}
	}()
	return f
}

// listen passes notifications on until the connection breaks or the feed is closed.
func (f *feed) listen(ctx context.Context, pool *pgxpool.Pool) {
	connection, err := pool.Acquire(ctx)
	if err != nil {
		return
	}
	// A connection that listens is not handed back: it is closed with the feed.
	raw := connection.Hijack()
	defer func() { _ = raw.Close(context.Background()) }()
	if _, err := raw.Exec(ctx, "listen rubrel_site"); err != nil {
		return
	}
	f.all() // whatever happened while nobody listened
	for {
		notification, err := raw.WaitForNotification(ctx)
		if err != nil {
			return
		}
		f.tell(notification.Payload)
	}
}

func (f *feed) tell(site string) {
	f.mu.Lock()
	defer f.mu.Unlock()
	for c := range f.subscribers[site] {
		select {
		case c <- struct{}{}:
		default: // it has been told and has not looked yet
		}
	}
}

func (f *feed) all() {
	f.mu.Lock()
	sites := make([]string, 0, len(f.subscribers))
	for site := range f.subscribers {
		sites = append(sites, site)
	}
	f.mu.Unlock()
	for _, site := range sites {
		f.tell(site)
	}
}

func (f *feed) close() {
	f.cancel()
	<-f.done
}

// Changes returns a channel that is sent to when the site has changed, and a function that ends it.
func (s *Store) Changes(site string) (<-chan struct{}, func()) {
	f := s.feed
	c := make(chan struct{}, 1)
	f.mu.Lock()
	defer f.mu.Unlock()
	if f.subscribers[site] == nil {
		f.subscribers[site] = map[chan struct{}]bool{}
	}
	f.subscribers[site][c] = true
	return c, func() {
		f.mu.Lock()
		defer f.mu.Unlock()
		delete(f.subscribers[site], c)
		if len(f.subscribers[site]) == 0 {
			delete(f.subscribers, site)
		}
	}
}
