package store

import (
	"context"
	"fmt"
	"maps"
	"slices"
	"sync"
	"time"

	"github.com/jackc/pgx/v5/pgxpool"
)

// The channels of PostgreSQL's NOTIFY: a site has changed (the payload says which), and something is to be published.
const (
	siteChannel    = "rubrel_site"
	publishChannel = "rubrel_publish"
)

// topic is what a subscriber hears of: a channel and its payload.
type topic struct{ channel, payload string }

// feed tells subscribers in this process what has happened, whoever did it: PostgreSQL's NOTIFY reaches every process
// over one database.
type feed struct {
	cancel      context.CancelFunc
	done        chan struct{}
	mu          sync.Mutex
	subscribers map[topic]map[chan struct{}]bool
}

func startFeed(pool *pgxpool.Pool) *feed {
	ctx, cancel := context.WithCancel(context.Background())
	f := &feed{cancel: cancel, done: make(chan struct{}), subscribers: map[topic]map[chan struct{}]bool{}}
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
	if _, err := raw.Exec(ctx, "listen "+siteChannel+"; listen "+publishChannel); err != nil {
		return
	}
	f.all() // whatever happened while nobody listened
	for {
		notification, err := raw.WaitForNotification(ctx)
		if err != nil {
			return
		}
		f.tell(topic{notification.Channel, notification.Payload})
	}
}

func (f *feed) tell(about topic) {
	f.mu.Lock()
	defer f.mu.Unlock()
	for c := range f.subscribers[about] {
		select {
		case c <- struct{}{}:
		default: // it has been told and has not looked yet
		}
	}
}

func (f *feed) all() {
	f.mu.Lock()
	topics := slices.Collect(maps.Keys(f.subscribers))
	f.mu.Unlock()
	for _, about := range topics {
		f.tell(about)
	}
}

func (f *feed) close() {
	f.cancel()
	<-f.done
}

// Changes returns a channel that is sent to when the site has changed, and a function that ends it.
func (s *Store) Changes(site string) (<-chan struct{}, func()) {
	return s.feed.subscribe(topic{siteChannel, site})
}

// Publications returns a channel that is sent to when something is to be published, and a function that ends it.
func (s *Store) Publications() (<-chan struct{}, func()) {
	return s.feed.subscribe(topic{publishChannel, ""})
}

func (f *feed) subscribe(about topic) (<-chan struct{}, func()) {
	c := make(chan struct{}, 1)
	f.mu.Lock()
	defer f.mu.Unlock()
	if f.subscribers[about] == nil {
		f.subscribers[about] = map[chan struct{}]bool{}
	}
	f.subscribers[about][c] = true
	return c, func() {
		f.mu.Lock()
		defer f.mu.Unlock()
		delete(f.subscribers[about], c)
		if len(f.subscribers[about]) == 0 {
			delete(f.subscribers, about)
		}
	}
}

// VersionOf is a site's version now, and how many in this process hear of its changes.
func (s *Store) VersionOf(ctx context.Context, site string) (version int64, listeners int, err error) {
	err = s.pool.QueryRow(ctx, "select version from site where id = $1 and removed_at is null", site).Scan(&version)
	if err != nil {
		return 0, 0, fmt.Errorf("store: version of %s: %w", site, notFound(err))
	}
	s.feed.mu.Lock()
	defer s.feed.mu.Unlock()
	return version, len(s.feed.subscribers[topic{siteChannel, site}]), nil
}
