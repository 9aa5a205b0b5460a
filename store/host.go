package store

import (
	"context"
	"errors"
	"fmt"
	"net/url"

	"github.com/jackc/pgx/v5"

	"rubrel/core/origin"
)

// Host is where a site is published.
type Host struct {
	URL      string // a WebDAV collection
	Public   string // the address at which visitors find it
	Username string
	Live     int // the release that is there; 0 for none
	// Password is only read by SetHost, and given by Credentials; an empty one leaves what is kept.
	Password string
	// HasPassword says that one is kept.
	HasPassword bool
	// Unlocked says that it is entered without one: SetHost then forgets what was kept for another place.
	Unlocked bool
}

const hostColumns = "url, public, username, coalesce(live, 0), sealed is not null or password <> ''"

func (h *Host) fields() []any { return []any{&h.URL, &h.Public, &h.Username, &h.Live, &h.HasPassword} }

// Host reads where a site is published, without its password; ErrNotFound where nobody has said.
func (s *Store) Host(ctx context.Context, site string) (Host, error) {
	var h Host
	err := s.pool.QueryRow(ctx, "select "+hostColumns+" from host where site = $1", site).Scan(h.fields()...)
	if err != nil {
		return h, fmt.Errorf("store: host of %s: %w", site, notFound(err))
	}
	return h, nil
}

// Credentials reads where a site is published, with its password: only what enters the host needs it.
func (s *Store) Credentials(ctx context.Context, site string) (Host, error) {
	return s.credentials(ctx, s.pool, site, "")
}

func (s *Store) credentials(ctx context.Context, q querier, site, lock string) (Host, error) {
	var h Host
	var sealed []byte
	err := q.QueryRow(ctx, "select "+hostColumns+", sealed, password from host where site = $1 "+lock, site).
		Scan(append(h.fields(), &sealed, &h.Password)...)
	if err != nil {
		return h, fmt.Errorf("store: host of %s: %w", site, notFound(err))
	}
	if sealed != nil {
		h.Password, err = s.sealer.open(sealed, passwordUse(site, h.URL))
	}
	return h, err
}

// ErrPasswordNeeded is the error of pointing a site at another server without that server's password: the one that is
// kept is not sent to a place it was not given for.
var ErrPasswordNeeded = errors.New("this is another server than before: type the password for it")

// SetHost says where a site is published. What is live there is kept while the address stays, and the password while
// the address stays on the same server.
func (s *Store) SetHost(ctx context.Context, site string, h Host) error {
	err := pgx.BeginFunc(ctx, s.pool, func(tx pgx.Tx) error {
		if h.Password == "" && !h.Unlocked {
			var err error
			if h.Password, err = s.keptPassword(ctx, tx, site, h.URL); err != nil {
				return err
			}
		}
		var sealed []byte
		if h.Password != "" {
			var err error
			if sealed, err = s.sealer.seal(h.Password, passwordUse(site, h.URL)); err != nil {
				return err
			}
		}
		_, err := tx.Exec(ctx, `
			insert into host (site, url, public, username, password, sealed) values ($1, $2, $3, $4, '', $5)
			on conflict (site) do update set live = case when host.url = excluded.url then host.live end,
			url = excluded.url, public = excluded.public, username = excluded.username, password = '',
			sealed = excluded.sealed`, site, h.URL, h.Public, h.Username, sealed)
		return err
	})
	if err != nil {
		return fmt.Errorf("store: host of %s: %w", site, err)
	}
	return nil
}

// keptPassword is the password that a site has for the server of an address; none where it has none at all.
func (s *Store) keptPassword(ctx context.Context, tx pgx.Tx, site, address string) (string, error) {
	old, err := s.credentials(ctx, tx, site, "for update")
	switch {
	case errors.Is(err, ErrNotFound) || err == nil && !old.HasPassword:
		return "", nil
	case old.HasPassword && passwordUse(site, old.URL) != passwordUse(site, address):
		return "", ErrPasswordNeeded
	}
	return old.Password, err
}

// passwordUse binds a sealed password to the site and the server it was given for.
func passwordUse(site, address string) string {
	u, err := url.Parse(address)
	if err != nil {
		return site
	}
	return site + " " + origin.Of(u)
}
