package store

import (
	"archive/tar"
	"compress/gzip"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"slices"
	"time"

	"github.com/jackc/pgx/v5"
)

// A backup is a compressed tar archive: manifest.json first, then a file for each table in PostgreSQL's own text format
// (COPY), in the order in which they refer to each other. Passwords of hosts are in it as they are in the database,
// sealed.

// backupTables are what a backup holds, each after those it refers to.
var backupTables = []string{
	"site",
	"entity",
	"blob",
	"picture_use",
	"change",
	"clash",
	"release",
	"release_file",
	"host",
	"publication",
	"arrival",
}

// identities are the tables whose rows are numbered by the database.
var identities = []string{"change", "clash", "publication"}

// backupFormat is the version of the archive's own form.
const backupFormat = 1

// manifest says what an archive was written from.
type manifest struct {
	Format     int       `json:"format"`
	At         time.Time `json:"at"`
	Migrations []string  `json:"migrations"`
	Tables     []string  `json:"tables"`
}

const manifestName = "manifest.json"

// Backup writes everything that the store keeps, as it is at one moment: work goes on meanwhile.
func (s *Store) Backup(ctx context.Context, to io.Writer, now time.Time) error {
	compressed := gzip.NewWriter(to)
	archive := tar.NewWriter(compressed)
	err := pgx.BeginTxFunc(ctx, s.pool, pgx.TxOptions{IsoLevel: pgx.RepeatableRead, AccessMode: pgx.ReadOnly},
		func(tx pgx.Tx) error {
			migrations, err := migrationsDone(ctx, tx)
			if err != nil {
				return err
			}
			text, err := json.MarshalIndent(manifest{backupFormat, now.UTC(), migrations, backupTables}, "", "  ")
			if err != nil {
				return err
			}
			if err := writeEntry(archive, manifestName, now, int64(len(text)), func(w io.Writer) error {
				_, err := w.Write(text)
				return err
			}); err != nil {
				return err
			}
			for _, table := range backupTables {
				if err := backupTable(ctx, tx, archive, table, now); err != nil {
					return fmt.Errorf("table %s: %w", table, err)
				}
			}
			return nil
		})
	if err = errors.Join(err, archive.Close(), compressed.Close()); err != nil {
		return fmt.Errorf("store: backup: %w", err)
	}
	return nil
}

// counter counts what passes.
type counter struct{ n int64 }

func (c *counter) Write(p []byte) (int, error) {
	c.n += int64(len(p))
	return len(p), nil
}

// backupTable copies a table twice: a tar archive says how long an entry is before it comes, and the transaction sees
// the same both times.
func backupTable(ctx context.Context, tx pgx.Tx, archive *tar.Writer, table string, now time.Time) error {
	sql := "copy (select * from " + table + " order by 1) to stdout"
	var size counter
	if _, err := tx.Conn().PgConn().CopyTo(ctx, &size, sql); err != nil {
		return err
	}
	return writeEntry(archive, table+".copy", now, size.n, func(w io.Writer) error {
		_, err := tx.Conn().PgConn().CopyTo(ctx, w, sql)
		return err
	})
}

func writeEntry(archive *tar.Writer, name string, now time.Time, size int64, write func(io.Writer) error) error {
	if err := archive.WriteHeader(&tar.Header{Name: name, Mode: 0o600, Size: size, ModTime: now}); err != nil {
		return err
	}
	return write(archive)
}

// ErrNotEmpty is the error of restoring over what is there.
var ErrNotEmpty = errors.New("the database holds sites already: restore into an empty one")

// Restore reads a backup into a database that holds no site. It is all there, or nothing is.
func (s *Store) Restore(ctx context.Context, from io.Reader) error {
	compressed, err := gzip.NewReader(from)
	if err != nil {
		return fmt.Errorf("store: restore: this is not a backup: %w", err)
	}
	archive := tar.NewReader(compressed)
	err = pgx.BeginFunc(ctx, s.pool, func(tx pgx.Tx) error {
		var sites int
		if err := tx.QueryRow(ctx, "select count(*) from site").Scan(&sites); err != nil {
			return err
		}
		if sites > 0 {
			return ErrNotEmpty
		}
		if err := checkManifest(ctx, tx, archive); err != nil {
			return err
		}
		for _, table := range backupTables {
			header, err := archive.Next()
			if err != nil {
				return fmt.Errorf("it ends before the table %s: %w", table, err)
			}
			if header.Name != table+".copy" {
				return fmt.Errorf("it has %s where the table %s should be", header.Name, table)
			}
			if _, err := tx.Conn().PgConn().CopyFrom(ctx, archive, "copy "+table+" from stdin"); err != nil {
				return fmt.Errorf("table %s: %w", table, err)
			}
		}
		for _, table := range identities {
			_, err := tx.Exec(ctx, "select setval(pg_get_serial_sequence($1, 'id'), coalesce((select max(id) from "+table+"), "+
				"0) + 1, false)", table)
			if err != nil {
				return fmt.Errorf("table %s: %w", table, err)
			}
		}
		return nil
	})
	if err != nil {
		return fmt.Errorf("store: restore: %w", err)
	}
	return nil
}

// checkManifest refuses an archive of another form, and one of another schema: the Rubrel that wrote it restores it,
// and the next brings it up to date.
func checkManifest(ctx context.Context, tx pgx.Tx, archive *tar.Reader) error {
	header, err := archive.Next()
	if err != nil || header.Name != manifestName {
		return errors.Join(errors.New("this is not a backup of Rubrel's"), err)
	}
	var m manifest
	if err := json.NewDecoder(archive).Decode(&m); err != nil {
		return fmt.Errorf("its manifest cannot be read: %w", err)
	}
	have, err := migrationsDone(ctx, tx)
	if err != nil {
		return err
	}
	if m.Format != backupFormat || !slices.Equal(m.Migrations, have) {
		return fmt.Errorf("it was written by another version of Rubrel (%d changes of the schema, here %d): restore it "+
			"with that one, then start this one", len(m.Migrations), len(have))
	}
	return nil
}
