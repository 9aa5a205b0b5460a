package store

import (
	"context"
	"errors"
	"fmt"
	"time"

	"github.com/jackc/pgx/v5"
)

// pruneAtOnce is how many entries go in one transaction, so that no edit waits long.
const pruneAtOnce = 2000

// MaintainEvery is how often a process looks after the database.
const MaintainEvery = 10 * time.Minute

// sweepAfter is how long bytes that nothing refers to are kept: what is uploaded is referred to a moment later.
const sweepAfter = 24 * time.Hour

// Maintain keeps the log within its bound: of each site it drops the oldest entries beyond it. Releases and clashes
// stay, and what is dropped can only not be undone any more. Then it sweeps the bytes that no document, log or release
// refers to. Where another process is at it, nothing is done.
func (s *Store) Maintain(ctx context.Context) error {
	if s.readOnly {
		return nil
	}
	l, err := s.tryLock(ctx, "maintain")
	if errors.Is(err, ErrBusy) {
		return nil
	}
	if err != nil {
		return fmt.Errorf("store: maintain: %w", err)
	}
	defer l.End()
	rows, err := l.connection.Query(ctx, "select id from site where version - logged_from > $1", s.logEntries)
	if err != nil {
		return fmt.Errorf("store: maintain: %w", err)
	}
	sites, err := pgx.CollectRows(rows, pgx.RowTo[string])
	if err != nil {
		return fmt.Errorf("store: maintain: %w", err)
	}
	for _, site := range sites {
		if err := s.prune(ctx, site); err != nil {
			return err
		}
	}
	return s.sweep(ctx)
}

// sweep deletes, in this order, what of removed entities and of pictures the logs do not reach any more, and the bytes
// that nothing refers to.
func (s *Store) sweep(ctx context.Context) error {
	for _, sql := range []string{`
		delete from entity using site
		where site.id = entity.site and body is null and entity.version <= logged_from`, `
		delete from picture_use used using site
		where site.id = used.site and used.version <= logged_from and not exists (select from entity
			where entity.site = used.site and name like 'pictures/%' and body->>'file' = used.hash)`} {
		if _, err := s.pool.Exec(ctx, sql); err != nil {
			return fmt.Errorf("store: sweep: %w", err)
		}
	}
	_, err := s.pool.Exec(ctx, `delete from blob where held_at < now() - $1::interval
		and not exists (select from picture_use where picture_use.hash = blob.hash)
		and not exists (select from release_file where release_file.hash = blob.hash)
		and not exists (select from release where release.document = blob.hash)
		and not exists (select from clash where patch::text like '%' || blob.hash || '%')`, sweepAfter)
	if err != nil {
		return fmt.Errorf("store: sweep: %w", err)
	}
	return nil
}

// prune drops the oldest entries of a site's log in small transactions.
func (s *Store) prune(ctx context.Context, site string) error {
	for {
		var left int64
		err := pgx.BeginFunc(ctx, s.pool, func(tx pgx.Tx) error {
			var from, to int64
			err := tx.QueryRow(ctx, `
				update site set logged_from = least(version - $2, logged_from + $3)
				where id = $1 and version - logged_from > $2
				returning logged_from, version - $2`, site, s.logEntries, pruneAtOnce).Scan(&from, &to)
			if err == nil {
				left = to - from
				_, err = tx.Exec(ctx, "delete from change where site = $1 and version <= $2", site, from)
			}
			return err
		})
		if err != nil {
			return fmt.Errorf("store: prune the log of %s: %w", site, notFound(err))
		}
		if left <= 0 {
			return nil
		}
	}
}

// KeepMaintained maintains at once and then every MaintainEvery, until the context ends. What fails is told to report.
func (s *Store) KeepMaintained(ctx context.Context, report func(error)) {
	tick := time.NewTicker(MaintainEvery)
	defer tick.Stop()
	for {
		if err := s.Maintain(ctx); err != nil && ctx.Err() == nil {
			report(err)
		}
		select {
		case <-ctx.Done():
			return
		case <-tick.C:
		}
	}
}
