package store

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"fmt"

	"github.com/jackc/pgx/v5/pgconn"
)

type executor interface {
	Exec(ctx context.Context, sql string, arguments ...any) (pgconn.CommandTag, error)
}

// insertBlob keeps bytes. Those that are there already count as just come, so that they are not swept before something
// refers to them.
const insertBlob = "insert into blob (hash, bytes) values ($1, $2) on conflict (hash) do update set held_at = now()"

// hold keeps bytes under their own hash, once.
func hold(ctx context.Context, to executor, hash string, bytes []byte) error {
	if sum := sha256.Sum256(bytes); hex.EncodeToString(sum[:]) != hash {
		return fmt.Errorf("store: the bytes held as %s are others", hash)
	}
	_, err := to.Exec(ctx, insertBlob, hash, bytes)
	return err
}

// Hold keeps a picture's bytes under their SHA-256, in hex.
func (s *Store) Hold(ctx context.Context, hash string, bytes []byte) error {
	return hold(ctx, s.pool, hash, bytes)
}

// Held reads what is held under a hash; ErrNotFound where nothing is.
func (s *Store) Held(ctx context.Context, hash string) ([]byte, error) {
	var bytes []byte
	err := s.pool.QueryRow(ctx, "select bytes from blob where hash = $1", hash).Scan(&bytes)
	if err != nil {
		return nil, fmt.Errorf("store: held %s: %w", hash, notFound(err))
	}
	return bytes, nil
}
