package store

import (
	"context"
	"errors"
	"fmt"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgconn"

	"rubrel/core/document"
)

// Loaded is a site's document at one version. It is shared between requests: nobody changes it.
type Loaded struct {
	ID               string
	Version          int64
	Site             *document.Site
	Tree             any
	created, changed time.Time // the site and the version, in the database
	// loggedFrom is the version after which the log has every change.
	loggedFrom int64
}

// Summary is a line of the list of sites.
type Summary struct {
	ID, Name, Dress string
	Blocks          int
	Changed         time.Time
	Release         int    // the newest release's number; 0 for none
	Live            int    // the release that is at the host; 0 for none
	Public          string // the host's address for visitors; "" where there is none
}

// ErrTaken is the error for a site ID that is in use.
var ErrTaken = errors.New("this name is taken by another site")

// SitesAtOnce is how many sites are listed at once.
const SitesAtOnce = 50

// Sites lists the sites whose names hold a text, the last changed first: those after so many, at most SitesAtOnce; more
// says that there are others after them.
func (s *Store) Sites(ctx context.Context, find string, after int) (list []Summary, more bool, err error) {
	rows, err := s.pool.Query(ctx, `
		select id, name, dress, blocks, changed_at,
		       coalesce((select max(number) from release where release.site = id), 0),
		       coalesce((select live from host where host.site = id), 0),
		       coalesce((select public from host where host.site = id), '')
		from site where removed_at is null and ($1 = '' or position(lower($1) in lower(name)) > 0)
		order by changed_at desc, id limit $2 offset $3`, find, SitesAtOnce+1, after)
	if err != nil {
		return nil, false, fmt.Errorf("store: sites: %w", err)
	}
	list, err = pgx.CollectRows(rows, func(row pgx.CollectableRow) (x Summary, err error) {
		err = row.Scan(&x.ID, &x.Name, &x.Dress, &x.Blocks, &x.Changed, &x.Release, &x.Live, &x.Public)
		return x, err
	})
	if err != nil {
		return nil, false, fmt.Errorf("store: sites: %w", err)
	}
	if len(list) > SitesAtOnce {
		return list[:SitesAtOnce], true, nil
	}
	return list, false, nil
}

// SiteIDs are the IDs of all sites that were not removed.
func (s *Store) SiteIDs(ctx context.Context) ([]string, error) {
	rows, err := s.pool.Query(ctx, "select id from site where removed_at is null order by id")
	if err != nil {
		return nil, fmt.Errorf("store: sites: %w", err)
	}
	ids, err := pgx.CollectRows(rows, pgx.RowTo[string])
	if err != nil {
		return nil, fmt.Errorf("store: sites: %w", err)
	}
	return ids, nil
}

// CreateSite stores a document under a free ID. The bytes of its pictures are taken out of it and held apart.
func (s *Store) CreateSite(ctx context.Context, id string, tree any) error {
	if !document.IsID(id) {
		return fmt.Errorf("store: %q is not an ID", id)
	}
	site, err := document.Decode(tree, s.kinds)
	if err != nil {
		return err
	}
	pictures := document.TakePictures(tree, site)
	err = pgx.BeginFunc(ctx, s.pool, func(tx pgx.Tx) error {
		for hash, bytes := range pictures {
			if err := hold(ctx, tx, hash, bytes); err != nil {
				return err
			}
		}
		return insertSite(ctx, tx, id, site, document.Normalise(tree, s.kinds))
	})
	var pg *pgconn.PgError
	if errors.As(err, &pg) && pg.Code == "23505" { // unique_violation
		return ErrTaken
	}
	if err != nil {
		return fmt.Errorf("store: create site %s: %w", id, err)
	}
	return nil
}

// Load reads a site.
func (s *Store) Load(ctx context.Context, id string) (*Loaded, error) {
	l := &Loaded{ID: id}
	current, err := s.look(ctx, s.pool, l, "")
	if err != nil || current {
		return l, err
	}
	// The version and the entities are read as they are at one moment.
	err = pgx.BeginTxFunc(ctx, s.pool, pgx.TxOptions{IsoLevel: pgx.RepeatableRead, AccessMode: pgx.ReadOnly},
		func(tx pgx.Tx) (err error) {
			l, err = s.load(ctx, tx, id, "")
			return err
		})
	return l, err
}

type querier interface {
	QueryRow(ctx context.Context, sql string, arguments ...any) pgx.Row
}

type rowsQuerier interface {
	querier
	Query(ctx context.Context, sql string, arguments ...any) (pgx.Rows, error)
}

// look reads the version of a site, and reports whether this process has that very version of it, which is then in l.
func (s *Store) look(ctx context.Context, q querier, l *Loaded, lock string) (current bool, err error) {
	err = q.QueryRow(ctx, "select version, created_at, changed_at, logged_from from site where id = $1 "+
		"and removed_at is null "+lock, l.ID).Scan(&l.Version, &l.created, &l.changed, &l.loggedFrom)
	if err != nil {
		return false, fmt.Errorf("store: site %s: %w", l.ID, notFound(err))
	}
	known := s.recent.get(l.ID)
	current = known.Version == l.Version && known.changed.Equal(l.changed) && known.created.Equal(l.created)
	if current {
		l.Site, l.Tree = known.Site, known.Tree
	}
	return current, nil
}

// load reads a site in a transaction: of its entities those that this process does not have as they are.
func (s *Store) load(ctx context.Context, tx pgx.Tx, id, lock string) (*Loaded, error) {
	l := &Loaded{ID: id}
	current, err := s.look(ctx, tx, l, lock)
	if err != nil || current {
		return l, err
	}
	if known := s.recent.get(id); l.follows(known) {
		bodies, err := readEntities(ctx, tx, id, known.Version)
		if err == nil {
			l.Site, l.Tree, err = known.Site.Refresh(known.Tree, bodies)
		}
		if err != nil {
			return nil, fmt.Errorf("store: site %s: %w", id, err)
		}
		s.recent.put(l)
		return l, nil
	}
	bodies, err := readEntities(ctx, tx, id, -1)
	if err != nil {
		return nil, err
	}
	// What an older Rubrel wrote may lack an object that changes reach into.
	l.Tree = document.Normalise(document.Assemble(bodies), s.kinds)
	if l.Site, err = document.Decode(l.Tree, s.kinds); err != nil {
		return nil, fmt.Errorf("store: site %s: %w", id, err)
	}
	s.recent.put(l)
	return l, nil
}

// follows reports whether what was changed since a known state is all in the entities that were written since.
func (l *Loaded) follows(known *Loaded) bool {
	return known.created.Equal(l.created) && known.Version < l.Version && known.Version >= l.loggedFrom
}
