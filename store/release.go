package store

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"fmt"
	"time"

	"github.com/jackc/pgx/v5"

	"rubrel/core/document"
	"rubrel/core/release"
)

// Release is one published, numbered, immutable version.
type Release struct {
	Number  int
	Version int64
	Note    string
	At      time.Time
	Files   int
	Bytes   int64
}

// sameRelease is within what time who publishes a version that somebody else has just published gets that release.
const sameRelease = time.Minute

// BeginRelease gives the next release of a site its number and keeps the document that it is made of. Its files come
// with FillRelease. Two who publish one version at once get one release.
func (s *Store) BeginRelease(ctx context.Context, l *Loaded, note string) (int, error) {
	site := l.ID
	made, err := document.Encode(l.Tree)
	if err != nil {
		return 0, fmt.Errorf("store: release of %s: %w", site, err)
	}
	var number int
	err = pgx.BeginFunc(ctx, s.pool, func(tx pgx.Tx) error {
		// The site's row serialises numbering.
		if _, err := tx.Exec(ctx, "select from site where id = $1 for update", site); err != nil {
			return err
		}
		err := tx.QueryRow(ctx, `select number from release where site = $1 and version = $2 and
			(prepared_at is null or prepared_at > now() - $3::interval) and
			number = (select max(number) from release where site = $1)`, site, l.Version, sameRelease).Scan(&number)
		if !errors.Is(err, pgx.ErrNoRows) {
			return err
		}
		err = tx.QueryRow(ctx, "select coalesce(max(number), 0) + 1 from release where site = $1", site).Scan(&number)
		if err != nil {
			return err
		}
		batch := &pgx.Batch{}
		batch.Queue("insert into release (site, number, version, note, document) values ($1, $2, $3, $4, $5)", site, number,
			l.Version, note, insertBytes(batch, made))
		return tx.SendBatch(ctx, batch).Close()
	})
	if err != nil {
		return 0, fmt.Errorf("store: release of %s: %w", site, err)
	}
	return number, nil
}

// insertBytes has a batch keep bytes, and gives the hash under which they are.
func insertBytes(batch *pgx.Batch, bytes []byte) (hash string) {
	sum := sha256.Sum256(bytes)
	hash = hex.EncodeToString(sum[:])
	batch.Queue(insertBlob, hash, bytes)
	return hash
}

// FillRelease stores the files of a release that has none yet: from then on it is there, and never changes.
func (s *Store) FillRelease(ctx context.Context, site string, number int, files []release.File) error {
	err := pgx.BeginFunc(ctx, s.pool, func(tx pgx.Tx) error {
		tag, err := tx.Exec(ctx, "update release set prepared_at = now() where site = $1 and number = $2 and "+
			"prepared_at is null", site, number)
		if err != nil || tag.RowsAffected() == 0 {
			return err // it was filled before
		}
		batch := &pgx.Batch{}
		for _, f := range files {
			hash := f.Held
			if f.Bytes != nil {
				hash = insertBytes(batch, f.Bytes)
			}
			batch.Queue("insert into release_file (site, number, path, type, hash) values ($1, $2, $3, $4, $5)", site, number,
				f.Path, f.Type, hash)
		}
		return tx.SendBatch(ctx, batch).Close()
	})
	if err != nil {
		return fmt.Errorf("store: files of release %d of %s: %w", number, site, err)
	}
	return nil
}

// Released is the site as it was when a release was made, and when that was; nil for a release that an earlier Rubrel
// made, or of a document that this one does not read.
func (s *Store) Released(ctx context.Context, site string, number int) (made *document.Site, at time.Time, err error) {
	var text []byte
	err = s.pool.QueryRow(ctx, `select bytes, at from release left join blob on hash = document where site = $1 and
		number = $2`, site, number).Scan(&text, &at)
	if err != nil {
		return nil, at, fmt.Errorf("store: release %d of %s: %w", number, site, notFound(err))
	}
	if text == nil {
		return nil, at, nil
	}
	if made, _, err = document.Parse(text, s.kinds); err != nil {
		return nil, at, nil
	}
	return made, at, nil
}

// NextRelease is the number that the site's next release will have.
func (s *Store) NextRelease(ctx context.Context, site string) (int, error) {
	var next int
	err := s.pool.QueryRow(ctx, "select coalesce(max(number), 0) + 1 from release where site = $1", site).Scan(&next)
	if err != nil {
		return 0, fmt.Errorf("store: releases of %s: %w", site, err)
	}
	return next, nil
}

// HasRelease returns ErrNotFound where the site has no release of the number, or one that is not prepared yet.
func (s *Store) HasRelease(ctx context.Context, site string, number int) error {
	var one int
	err := s.pool.QueryRow(ctx, "select 1 from release where site = $1 and number = $2 and prepared_at is not null", site,
		number).Scan(&one)
	if err != nil {
		return fmt.Errorf("store: release %d of %s: %w", number, site, notFound(err))
	}
	return nil
}

// Releases lists a site's releases, the newest first.
func (s *Store) Releases(ctx context.Context, site string) ([]Release, error) {
	rows, err := s.pool.Query(ctx, `
		select number, version, note, at,
		       (select count(*) from release_file f where f.site = r.site and f.number = r.number),
		       (select coalesce(sum(octet_length(bytes)), 0) from release_file f join blob on blob.hash = f.hash
		        where f.site = r.site and f.number = r.number)
		from release r where site = $1 and prepared_at is not null order by number desc`, site)
	if err != nil {
		return nil, fmt.Errorf("store: releases of %s: %w", site, err)
	}
	list, err := pgx.CollectRows(rows, pgx.RowToStructByPos[Release])
	if err != nil {
		return nil, fmt.Errorf("store: releases of %s: %w", site, err)
	}
	return list, nil
}

// ReleaseFiles reads a release's files, pages last, so that whoever uploads them in order never shows a page
// before what it needs.
func (s *Store) ReleaseFiles(ctx context.Context, site string, number int) ([]release.File, error) {
	rows, err := s.pool.Query(ctx, `select path, type, bytes from release_file join blob using (hash)
		where site = $1 and number = $2 order by path like '%.html', path`, site, number)
	if err != nil {
		return nil, fmt.Errorf("store: release %d of %s: %w", number, site, err)
	}
	files, err := pgx.CollectRows(rows, func(row pgx.CollectableRow) (f release.File, err error) {
		err = row.Scan(&f.Path, &f.Type, &f.Bytes)
		return f, err
	})
	if err != nil {
		return nil, fmt.Errorf("store: release %d of %s: %w", number, site, err)
	}
	if len(files) == 0 {
		return nil, fmt.Errorf("store: release %d of %s: %w", number, site, ErrNotFound)
	}
	return files, nil
}
