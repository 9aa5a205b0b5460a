package store

import (
	"context"
	"errors"
	"fmt"
	"time"

	"github.com/jackc/pgx/v5"
)

// RemoveSite takes a site out of sight. Nothing of it is lost until DeleteSite.
func (s *Store) RemoveSite(ctx context.Context, site string) error {
	return s.one(ctx, "remove site "+site, "update site set removed_at = now() where id = $1 and removed_at is null", site)
}

// RestoreSite brings a removed site back as it was.
func (s *Store) RestoreSite(ctx context.Context, site string) error {
	return s.one(ctx, "restore site "+site, "update site set removed_at = null where id = $1 and removed_at is not null",
		site)
}

// DeleteSite deletes a removed site for good, with its log, releases and host. What is published at the host stays
// there.
func (s *Store) DeleteSite(ctx context.Context, site string) error {
	return s.one(ctx, "delete site "+site, "delete from site where id = $1 and removed_at is not null", site)
}

// Removed is a site that can be brought back.
type Removed struct {
	ID, Name string
	At       time.Time
}

// RemovedSites lists the sites that were removed, the last first.
func (s *Store) RemovedSites(ctx context.Context) ([]Removed, error) {
	rows, err := s.pool.Query(ctx, "select id, name, removed_at from site where removed_at is not null "+
		"order by removed_at desc")
	if err != nil {
		return nil, fmt.Errorf("store: removed sites: %w", err)
	}
	list, err := pgx.CollectRows(rows, pgx.RowToStructByPos[Removed])
	if err != nil {
		return nil, fmt.Errorf("store: removed sites: %w", err)
	}
	return list, nil
}

// ErrLive is the error of deleting the release that visitors see, or one on its way to them.
var ErrLive = errors.New("this release is at the web host: make another one live first")

// DeleteRelease deletes a release for good. Its number is not given again while a later one is there.
func (s *Store) DeleteRelease(ctx context.Context, site string, number int) error {
	return pgx.BeginFunc(ctx, s.pool, func(tx pgx.Tx) error {
		var live bool
		err := tx.QueryRow(ctx, `select exists (select from host where site = $1 and live = $2)
			or exists (select from publication where site = $1 and number = $2 and ended_at is null)`,
			site, number).Scan(&live)
		if err != nil {
			return fmt.Errorf("store: delete release %d of %s: %w", number, site, err)
		}
		if live {
			return ErrLive
		}
		deleted, err := tx.Exec(ctx, "delete from release where site = $1 and number = $2", site, number)
		if err == nil && deleted.RowsAffected() == 0 {
			err = ErrNotFound
		}
		if err != nil {
			return fmt.Errorf("store: delete release %d of %s: %w", number, site, err)
		}
		return nil
	})
}

// one carries out a statement that concerns one row; ErrNotFound where it concerns none.
func (s *Store) one(ctx context.Context, what, sql string, arguments ...any) error {
	done, err := s.pool.Exec(ctx, sql, arguments...)
	if err == nil && done.RowsAffected() == 0 {
		err = ErrNotFound
	}
	if err != nil {
		return fmt.Errorf("store: %s: %w", what, err)
	}
	return nil
}
