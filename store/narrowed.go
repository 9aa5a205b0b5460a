package store

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"fmt"

	"github.com/jackc/pgx/v5"
)

// Narrowed is the hash of the picture that is held under another, made so many px wide: as it was made before, or by a
// function of the bytes of the whole.
func (s *Store) Narrowed(ctx context.Context, file string, width int,
	narrow func(whole []byte) ([]byte, error)) (hash string, err error) {
	err = s.pool.QueryRow(ctx, "select hash from narrowed where file = $1 and width = $2", file, width).Scan(&hash)
	if err == nil {
		return hash, nil
	}
	if !errors.Is(err, pgx.ErrNoRows) {
		return "", fmt.Errorf("store: narrowed %s: %w", file, err)
	}
	whole, err := s.Held(ctx, file)
	if err != nil {
		return "", err
	}
	made, err := narrow(whole)
	if err != nil {
		return "", err
	}
	sum := sha256.Sum256(made)
	hash = hex.EncodeToString(sum[:])
	err = pgx.BeginFunc(ctx, s.pool, func(tx pgx.Tx) error {
		if err := hold(ctx, tx, hash, made); err != nil {
			return err
		}
		_, err := tx.Exec(ctx, "insert into narrowed (file, width, hash) values ($1, $2, $3) on conflict do nothing", file,
			width, hash)
		return err
	})
	if err != nil {
		return "", fmt.Errorf("store: narrowed %s: %w", file, err)
	}
	return hash, nil
}
