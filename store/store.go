// Package store keeps documents, their change log and their releases in PostgreSQL. Every change is one
// transaction that writes the document and its log entry together.
package store

import (
	"context"
	"embed"
	"errors"
	"fmt"
	"io/fs"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgxpool"

	"rubrel/core/kind"
)

//go:embed migrations/*.sql
var migrations embed.FS

// Store is a connection pool with the kinds that its documents are made of.
type Store struct {
	pool  *pgxpool.Pool
	kinds kind.Registry
	feed  *feed
	// recent spares decoding a document again that has not changed.
	recent recent
}

// ErrNotFound is the error for a site, release or clash that is not there.
var ErrNotFound = errors.New("not found")

// Open connects, brings the schema up to date, and starts to listen for the changes that other processes make.
// Close releases what it holds.
func Open(ctx context.Context, url string, kinds kind.Registry) (*Store, error) {
	pool, err := pgxpool.New(ctx, url)
	if err != nil {
		return nil, fmt.Errorf("store: connect: %w", err)
	}
	s := &Store{pool: pool, kinds: kinds}
	if err := s.migrate(ctx); err != nil {
		pool.Close()
		return nil, err
	}
	s.feed = startFeed(pool)
	return s, nil
}

// Close ends the listener and the pool.
func (s *Store) Close() {
	s.feed.close()
	s.pool.Close()
}

// Ping reports whether the database answers.
func (s *Store) Ping(ctx context.Context) error { return s.pool.Ping(ctx) }

// migrationLock is the advisory lock under which one process at a time migrates.
const migrationLock = 0x727562726c

func (s *Store) migrate(ctx context.Context) error {
	return pgx.BeginFunc(ctx, s.pool, func(tx pgx.Tx) error {
		if _, err := tx.Exec(ctx, "select pg_advisory_xact_lock($1)", migrationLock); err != nil {
			return fmt.Errorf("store: migrate: %w", err)
		}
		if _, err := tx.Exec(ctx, "create table if not exists migration (name text primary key, at timestamptz not null default now())"); err != nil {
			return fmt.Errorf("store: migrate: %w", err)
		}
		names, err := fs.Glob(migrations, "migrations/*.sql")
		if err != nil {
			return fmt.Errorf("store: migrate: %w", err)
		}
		for _, name := range names {
			if err := migrateOne(ctx, tx, name); err != nil {
				return fmt.Errorf("store: migrate %s: %w", name, err)
			}
		}
		return nil
	})
}

func migrateOne(ctx context.Context, tx pgx.Tx, name string) error {
	var done bool
	if err := tx.QueryRow(ctx, "select exists (select from migration where name = $1)", name).Scan(&done); err != nil || done {
		return err
	}
	text, err := migrations.ReadFile(name)
	if err != nil {
		return err
	}
	if _, err := tx.Exec(ctx, string(text)); err != nil {
		return err
	}
	_, err = tx.Exec(ctx, "insert into migration (name) values ($1)", name)
	return err
}

// notFound turns pgx's error for no rows into ErrNotFound.
func notFound(err error) error {
	if errors.Is(err, pgx.ErrNoRows) {
		return ErrNotFound
	}
	return err
}
