// Package store keeps documents, their change log and their releases in PostgreSQL. Every change is one
// transaction that writes the document and its log entry together.
package store

import (
	"context"
	"embed"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"net"
	"strings"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgconn"
	"github.com/jackc/pgx/v5/pgxpool"

	"rubrel/core/kind"
)

//go:embed migrations/*.sql
var migrations embed.FS

// Options say how a store works. The zero value works, and keeps no passwords.
type Options struct {
	// Key seals the passwords of web hosts: KeySize bytes, or none.
	Key []byte
	// Connections bounds the pool; 0 leaves pgxpool's own bound.
	Connections int32
	// ReadOnly refuses every change, and lets a database of PostgreSQL's own replica be shown.
	ReadOnly bool
	// LogEntries is how many entries a site's log keeps; 0 means DefaultLogEntries.
	LogEntries int64
}

// DefaultLogEntries are months of a designer's work, in some tens of megabytes.
const DefaultLogEntries = 20_000

// Store is a connection pool with the kinds that its documents are made of.
type Store struct {
	pool       *pgxpool.Pool
	kinds      kind.Registry
	feed       *feed
	sealer     sealer
	readOnly   bool
	logEntries int64
	// recent spares decoding a document again that has not changed.
	recent recent
}

// Errors that callers tell apart.
var (
	// ErrNotFound is the error for a site, release or clash that is not there.
	ErrNotFound = errors.New("not found")
	// ErrReadOnly is the error of a change where none may be made.
	ErrReadOnly = errors.New("nothing can be changed for now: whoever runs Rubrel has switched changes off")
	// ErrUnavailable is the error of a database that does not answer.
	ErrUnavailable = errors.New("the database does not answer")
)

// Open connects, brings the schema up to date, and starts to listen for the changes that other processes make.
// Close releases what it holds.
func Open(ctx context.Context, url string, kinds kind.Registry, options Options) (*Store, error) {
	sealer, err := newSealer(options.Key)
	if err != nil {
		return nil, err
	}
	config, err := pgxpool.ParseConfig(url)
	if err != nil {
		return nil, fmt.Errorf("store: connect: %w", err)
	}
	config.ConnConfig.ConnectTimeout = connectPatience
	if options.Connections > 0 {
		config.MaxConns = options.Connections
	}
	// A plan that was made while the log was short reads all of it once it is long: planning anew costs less.
	config.ConnConfig.RuntimeParams["plan_cache_mode"] = "force_custom_plan"
	if options.ReadOnly {
		config.ConnConfig.RuntimeParams["default_transaction_read_only"] = "on"
	}
	pool, err := pgxpool.NewWithConfig(ctx, config)
	if err != nil {
		return nil, fmt.Errorf("store: connect: %w", err)
	}
	s := &Store{pool: pool, kinds: kinds, sealer: sealer, readOnly: options.ReadOnly, logEntries: options.LogEntries,
		recent: newRecent()}
	if s.logEntries == 0 {
		s.logEntries = DefaultLogEntries
	}
	if err := s.prepare(ctx); err != nil {
		pool.Close()
		return nil, err
	}
	s.feed = startFeed(pool)
	return s, nil
}

// connectPatience is how long PostgreSQL has to take a connection.
const connectPatience = 5 * time.Second

// prepare checks the schema and brings it up to date.
func (s *Store) prepare(ctx context.Context) error {
	if s.readOnly {
		return s.checkSchema(ctx, s.pool)
	}
	if err := s.migrate(ctx); err != nil {
		return err
	}
	return s.sealPasswords(ctx)
}

// ReadOnly reports whether the store refuses changes.
func (s *Store) ReadOnly() bool { return s.readOnly }

// Stat are the figures of the connection pool.
func (s *Store) Stat() *pgxpool.Stat { return s.pool.Stat() }

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
		_, err := tx.Exec(ctx, "create table if not exists migration (name text primary key, at timestamptz not null "+
			"default now())")
		if err != nil {
			return fmt.Errorf("store: migrate: %w", err)
		}
		if err := refuseNewer(ctx, tx); err != nil {
			return err
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

// ErrNewerSchema is the error for a database that a later Rubrel has written.
var ErrNewerSchema = errors.New("the database was written by a later Rubrel than this one; start that one, or " +
	"restore a backup")

// migrationsDone lists the changes of the schema that the database has had.
func migrationsDone(ctx context.Context, q rowsQuerier) ([]string, error) {
	rows, err := q.Query(ctx, "select name from migration order by name")
	if err != nil {
		return nil, fmt.Errorf("store: migrations: %w", err)
	}
	done, err := pgx.CollectRows(rows, pgx.RowTo[string])
	if err != nil {
		return nil, fmt.Errorf("store: migrations: %w", err)
	}
	return done, nil
}

// refuseNewer refuses a schema with a migration that this program does not know.
func refuseNewer(ctx context.Context, q rowsQuerier) error {
	done, err := migrationsDone(ctx, q)
	if err != nil {
		return err
	}
	for _, name := range done {
		if _, err := fs.Stat(migrations, name); err != nil {
			return fmt.Errorf("store: %s: %w", name, ErrNewerSchema)
		}
	}
	return nil
}

// checkSchema is for a database that must not be brought up to date.
func (s *Store) checkSchema(ctx context.Context, q rowsQuerier) error {
	if err := refuseNewer(ctx, q); err != nil {
		return err
	}
	names, err := fs.Glob(migrations, "migrations/*.sql")
	if err != nil {
		return fmt.Errorf("store: migrations: %w", err)
	}
	var done int
	if err := q.QueryRow(ctx, "select count(*) from migration").Scan(&done); err != nil {
		return fmt.Errorf("store: migrations: %w", err)
	}
	if done < len(names) {
		return errors.New("store: the database was written by an earlier Rubrel: start this one once without read-only")
	}
	return nil
}

func migrateOne(ctx context.Context, tx pgx.Tx, name string) error {
	var done bool
	if err := tx.QueryRow(ctx, "select exists (select from migration where name = $1)", name).Scan(&done); err != nil ||
		done {
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

// Reason finds what in an error a caller can act on: ErrReadOnly, ErrUnavailable, or the error itself.
func Reason(err error) error {
	var pg *pgconn.PgError
	var connect *pgconn.ConnectError
	var network net.Error
	switch {
	case errors.As(err, &pg):
		// PostgreSQL, appendix A: 25006 is read_only_sql_transaction, 57P.. an administrator's stop, 53300
		// too_many_connections.
		if pg.Code == "25006" {
			return ErrReadOnly
		}
		if strings.HasPrefix(pg.Code, "57P") || pg.Code == "53300" {
			return ErrUnavailable
		}
	case errors.As(err, &connect), errors.As(err, &network), errors.Is(err, context.DeadlineExceeded),
		errors.Is(err, io.ErrUnexpectedEOF), errors.Is(err, io.EOF):
		return ErrUnavailable
	}
	return err
}
