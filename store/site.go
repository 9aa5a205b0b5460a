package store

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgconn"

	"rubrel/core/document"
)

// Loaded is a site's document at one version. It is shared between requests: nobody changes it.
type Loaded struct {
	ID      string
	Version int64
	Site    *document.Site
	Tree    any
	changed time.Time // of the version, in the database
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

// Sites lists every site, the last changed first.
func (s *Store) Sites(ctx context.Context) ([]Summary, error) {
	rows, err := s.pool.Query(ctx, `
		select site.id, document->>'name', document->'house'->>'dress',
		       (select count(*) from json_object_keys(document->'blocks')),
		       changed_at, coalesce((select max(number) from release where release.site = site.id), 0),
		       coalesce(host.live, 0), coalesce(host.public, '')
		from site left join host on host.site = site.id where removed_at is null order by changed_at desc, site.id`)
	if err != nil {
		return nil, fmt.Errorf("store: sites: %w", err)
	}
	list, err := pgx.CollectRows(rows, func(row pgx.CollectableRow) (x Summary, err error) {
		err = row.Scan(&x.ID, &x.Name, &x.Dress, &x.Blocks, &x.Changed, &x.Release, &x.Live, &x.Public)
		return x, err
	})
	if err != nil {
		return nil, fmt.Errorf("store: sites: %w", err)
	}
	return list, nil
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
	text, err := document.Encode(tree)
	if err != nil {
		return err
	}
	err = pgx.BeginFunc(ctx, s.pool, func(tx pgx.Tx) error {
		for hash, bytes := range pictures {
			if err := hold(ctx, tx, hash, bytes); err != nil {
				return err
			}
		}
		_, err := tx.Exec(ctx, "insert into site (id, document) values ($1, $2)", id, string(text))
		return err
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
	return s.load(ctx, s.pool, id, "")
}

type querier interface {
	QueryRow(ctx context.Context, sql string, arguments ...any) pgx.Row
}

type rowsQuerier interface {
	querier
	Query(ctx context.Context, sql string, arguments ...any) (pgx.Rows, error)
}

func (s *Store) load(ctx context.Context, q querier, id, lock string) (*Loaded, error) {
	known, l := s.recent.get(id), &Loaded{ID: id}
	var text []byte
	// The document is sent only where this process does not have this very state of it already.
	err := q.QueryRow(ctx, `
		select version, changed_at, logged_from,
		       case when version = $2 and changed_at = $3 then null else document end
		from site where id = $1 and removed_at is null `+lock, id, known.Version, known.changed).
		Scan(&l.Version, &l.changed, &l.loggedFrom, &text)
	if err != nil {
		return nil, fmt.Errorf("store: site %s: %w", id, notFound(err))
	}
	if text == nil {
		l.Site, l.Tree = known.Site, known.Tree
		return l, nil
	}
	if err := json.Unmarshal(text, &l.Tree); err != nil {
		return nil, fmt.Errorf("store: site %s: %w", id, err)
	}
	if l.Site, err = document.Decode(l.Tree, s.kinds); err != nil {
		return nil, fmt.Errorf("store: site %s: %w", id, err)
	}
	l.Tree = document.Normalise(l.Tree, s.kinds) // an older document may lack an object that changes reach into
	s.recent.put(l)
	return l, nil
}
