package store

import (
	"context"
	"crypto/aes"
	"crypto/cipher"
	"crypto/rand"
	"errors"
	"fmt"

	"github.com/jackc/pgx/v5"
)

// KeySize is the length of the operator's key in bytes.
const KeySize = 32

// ErrNoKey is the error of keeping a password where the operator has given no key to seal it with.
var ErrNoKey = errors.New("this Rubrel has no key to keep passwords with: whoever runs it sets RUBREL_KEY")

// ErrOtherKey is the error of a password that does not open.
var ErrOtherKey = errors.New("the password was sealed with another key than RUBREL_KEY; type it again")

// sealer keeps secrets with AES-256 in Galois/counter mode (NIST SP 800-38D). The zero value keeps none.
type sealer struct{ aead cipher.AEAD }

func newSealer(key []byte) (sealer, error) {
	if len(key) == 0 {
		return sealer{}, nil
	}
	if len(key) != KeySize {
		return sealer{}, fmt.Errorf("store: the key has %d bytes; it needs %d", len(key), KeySize)
	}
	block, err := aes.NewCipher(key)
	if err != nil {
		return sealer{}, fmt.Errorf("store: key: %w", err)
	}
	aead, err := cipher.NewGCMWithRandomNonce(block)
	if err != nil {
		return sealer{}, fmt.Errorf("store: key: %w", err)
	}
	return sealer{aead}, nil
}

// seal writes a secret so that it can be opened only for the same use: moved to another row, it opens no more.
func (s sealer) seal(secret, use string) ([]byte, error) {
	if s.aead == nil {
		return nil, ErrNoKey
	}
	return s.aead.Seal(nil, nil, []byte(secret), []byte(use)), nil
}

func (s sealer) open(sealed []byte, use string) (string, error) {
	if s.aead == nil {
		return "", ErrNoKey
	}
	secret, err := s.aead.Open(nil, nil, sealed, []byte(use))
	if err != nil {
		return "", ErrOtherKey
	}
	return string(secret), nil
}

// NewKey makes a random key.
func NewKey() []byte {
	key := make([]byte, KeySize)
	_, _ = rand.Read(key) // never fails, since Go 1.24
	return key
}

// sealPasswords seals what was written before there was a key.
func (s *Store) sealPasswords(ctx context.Context) error {
	if s.sealer.aead == nil {
		return nil
	}
	rows, err := s.pool.Query(ctx, "select site, url, password from host where password <> ''")
	if err != nil {
		return fmt.Errorf("store: passwords: %w", err)
	}
	all, err := pgx.CollectRows(rows, pgx.RowToStructByPos[struct{ Site, URL, Password string }])
	if err != nil {
		return fmt.Errorf("store: passwords: %w", err)
	}
	for _, p := range all {
		sealed, err := s.sealer.seal(p.Password, passwordUse(p.Site, p.URL))
		if err != nil {
			return err
		}
		_, err = s.pool.Exec(ctx, "update host set password = '', sealed = $3 where site = $1 and password = $2", p.Site,
			p.Password, sealed)
		if err != nil {
			return fmt.Errorf("store: seal the password of %s: %w", p.Site, err)
		}
	}
	return nil
}
