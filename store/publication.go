package store

import (
	"context"
	"errors"
	"fmt"
	"time"

	"github.com/jackc/pgx/v5"
)

// PublicationState says how far a publication is.
type PublicationState string

// A publication waits, its release is prepared, it is sent, and it ends in one of two ways.
const (
	Waiting   PublicationState = "waiting"
	Preparing PublicationState = "preparing"
	Sending   PublicationState = "sending"
	Live      PublicationState = "live"
	Failed    PublicationState = "failed"
)

// Publication is one release on its way to the site's host. It belongs to the application, not to the page that asked.
type Publication struct {
	ID      int64
	Site    string
	Number  int
	State   PublicationState
	Sent    int // files that are there, of Total; while it is prepared, pictures that are made
	Total   int
	Problem string // why it failed
	AskedAt time.Time
	// Prepared says that its release has its files.
	Prepared bool
}

// Ended reports whether nothing more happens to it.
func (p Publication) Ended() bool { return p.State == Live || p.State == Failed }

const publicationColumns = `id, site, number, state, sent, total, problem, asked_at, exists (select from release r
	where r.site = publication.site and r.number = publication.number and r.prepared_at is not null)`

// maxPublications bounds how many ended publications of a site are kept.
const maxPublications = 50

// Publish asks for a release to be prepared, where it is not yet, and sent to the site's host. Those of one site are
// sent one after another; one that is on its way is not asked for twice.
func (s *Store) Publish(ctx context.Context, site, actor string, number int) error {
	err := pgx.BeginFunc(ctx, s.pool, func(tx pgx.Tx) error {
		batch := &pgx.Batch{}
		batch.Queue(`insert into publication (site, number, actor, state) select $1, $2, $3, $4 where not exists
			(select from publication where site = $1 and number = $2 and ended_at is null)`, site, number, actor, Waiting)
		batch.Queue(`delete from publication where site = $1 and ended_at is not null and id <=
			(select id from publication where site = $1 order by id desc offset $2 limit 1)`, site, maxPublications)
		batch.Queue("select pg_notify($1, '')", publishChannel)
		return tx.SendBatch(ctx, batch).Close()
	})
	if err != nil {
		return fmt.Errorf("store: publish release %d of %s: %w", number, site, err)
	}
	return nil
}

// LastPublication is the publication of a site that was asked for last; ErrNotFound where there is none.
func (s *Store) LastPublication(ctx context.Context, site string) (Publication, error) {
	rows, err := s.pool.Query(ctx, "select "+publicationColumns+" from publication where site = $1 order by id desc "+
		"limit 1", site)
	if err != nil {
		return Publication{}, fmt.Errorf("store: publications of %s: %w", site, err)
	}
	p, err := pgx.CollectExactlyOneRow(rows, pgx.RowToStructByPos[Publication])
	if err != nil {
		return p, fmt.Errorf("store: publications of %s: %w", site, notFound(err))
	}
	return p, nil
}

// SitesToPublish lists the sites that have something to send.
func (s *Store) SitesToPublish(ctx context.Context) ([]string, error) {
	rows, err := s.pool.Query(ctx, "select distinct site from publication where ended_at is null")
	if err != nil {
		return nil, fmt.Errorf("store: sites to publish: %w", err)
	}
	sites, err := pgx.CollectRows(rows, pgx.RowTo[string])
	if err != nil {
		return nil, fmt.Errorf("store: sites to publish: %w", err)
	}
	return sites, nil
}

// Turn is the right to publish a site. One process has it at a time. What is noted goes over the lock's connection, so
// that who has lost the lock notes nothing more.
type Turn struct {
	*lock
	site string
}

// TakeTurn takes the right to publish a site, or returns ErrBusy. End it in any case.
func (s *Store) TakeTurn(ctx context.Context, site string) (*Turn, error) {
	l, err := s.tryLock(ctx, "publish "+site)
	if err != nil {
		return nil, fmt.Errorf("store: publish %s: %w", site, err)
	}
	return &Turn{l, site}, nil
}

// Next is the oldest publication of the site that has not ended; ErrNotFound where there is none.
func (t *Turn) Next(ctx context.Context) (Publication, error) {
	rows, err := t.connection.Query(ctx, `update publication set sent = 0, total = 0, state =
		case when exists (select from release r where r.site = publication.site and r.number = publication.number and
			r.prepared_at is not null) then 'sending' else 'preparing' end where id =
		(select id from publication where site = $1 and ended_at is null order by id limit 1)
		returning `+publicationColumns, t.site)
	if err != nil {
		return Publication{}, fmt.Errorf("store: publish %s: %w", t.site, err)
	}
	p, err := pgx.CollectExactlyOneRow(rows, pgx.RowToStructByPos[Publication])
	if err != nil {
		return p, fmt.Errorf("store: publish %s: %w", t.site, notFound(err))
	}
	return p, nil
}

// ErrEnded is the error of going on with a publication that was cancelled.
var ErrEnded = errors.New("the publication was cancelled")

// Note says what is done, and how much of it there is. The error is ErrEnded where it was cancelled.
func (t *Turn) Note(ctx context.Context, p Publication, state PublicationState, sent, total int) error {
	tag, err := t.connection.Exec(ctx, "update publication set state = $2, sent = $3, total = $4 where id = $1 and "+
		"ended_at is null", p.ID, state, sent, total)
	if err == nil && tag.RowsAffected() == 0 {
		err = ErrEnded
	}
	if err != nil {
		return fmt.Errorf("store: publish %s: %w", t.site, err)
	}
	return nil
}

// cancelled is the problem of a publication that was cancelled.
const cancelled = "it was cancelled"

// Cancel ends what a site has on its way to its host. What visitors see by then is whole.
func (s *Store) Cancel(ctx context.Context, site string) error {
	_, err := s.pool.Exec(ctx, "update publication set state = $2, problem = $3, ended_at = now() where site = $1 and "+
		"ended_at is null", site, Failed, cancelled)
	if err != nil {
		return fmt.Errorf("store: cancel %s: %w", site, err)
	}
	return nil
}

// Finish ends a publication: with no problem its release is live.
func (t *Turn) Finish(ctx context.Context, p Publication, problem string) error {
	state := Failed
	if problem == "" {
		state = Live
	}
	err := pgx.BeginFunc(ctx, t.connection, func(tx pgx.Tx) error {
		batch := &pgx.Batch{}
		batch.Queue("update publication set state = $2, problem = $3, ended_at = now() where id = $1", p.ID, state, problem)
		if state == Live {
			batch.Queue("update host set live = $2 where site = $1", t.site, p.Number)
		}
		return tx.SendBatch(ctx, batch).Close()
	})
	if err != nil {
		return fmt.Errorf("store: publish %s: %w", t.site, err)
	}
	return nil
}
