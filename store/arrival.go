package store

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"fmt"
	"time"

	"github.com/jackc/pgx/v5"

	"rubrel/core/document"
)

// How often the address of a list is read: every day, sooner after it failed, and by another process where one that had
// begun has stopped.
const (
	arrivalEvery = 24 * time.Hour
	arrivalAgain = 2 * time.Hour
	arrivalLease = 5 * time.Minute
)

// Arrival is what an address said last from which a set's list is read every day.
type Arrival struct {
	Site, Set string
	Address   string
	AskedAt   time.Time // when it answered last; zero for never
	Body      []byte    // what it answered: see ArrivalBody
	Text      string    // what that says, as a set remembers its list
	Summary   string    // what it says otherwise than the set did then; "" for nothing
	Problem   string    // why it did not answer since
}

// queueArrival notes whether a set's list is read every day, as its document says.
func queueArrival(batch *pgx.Batch, site string, e document.Entity, tree any) {
	set, address := document.DailyList(tree, e)
	switch {
	case set == "":
	case address == "":
		batch.Queue("delete from arrival where site = $1 and list_of = $2", site, set)
	default:
		batch.Queue(`insert into arrival as held (site, list_of, address, next_at) values ($1, $2, $3, now() + $4)
			on conflict (site, list_of) do update set address = excluded.address, next_at = excluded.next_at,
				asked_at = null, body = null, said = '', summary = '', problem = ''
			where held.address <> excluded.address`, site, set, address, arrivalEvery)
	}
}

// ArrivalBody is what the address of a set's list answered last; ErrNotFound where none is read every day.
func (s *Store) ArrivalBody(ctx context.Context, site, set string) ([]byte, error) {
	var body []byte
	err := s.pool.QueryRow(ctx, "select body from arrival where site = $1 and list_of = $2", site, set).Scan(&body)
	if err != nil {
		return nil, fmt.Errorf("store: list of %s/%s: %w", site, set, notFound(err))
	}
	return body, nil
}

// Arrival is what the address of a set's list said last, without its body; ErrNotFound where none is read every day.
func (s *Store) Arrival(ctx context.Context, site, set string) (Arrival, error) {
	a := Arrival{Site: site, Set: set}
	var at *time.Time
	err := s.pool.QueryRow(ctx, "select address, asked_at, said, summary, problem from arrival where site = $1 and "+
		"list_of = $2", site, set).Scan(&a.Address, &at, &a.Text, &a.Summary, &a.Problem)
	if err != nil {
		return a, fmt.Errorf("store: list of %s/%s: %w", site, set, notFound(err))
	}
	if at != nil {
		a.AskedAt = *at
	}
	return a, nil
}

// TakeArrival is the next address that is to be read, which no other process gets for a while; ErrNotFound for none.
func (s *Store) TakeArrival(ctx context.Context) (Arrival, error) {
	var a Arrival
	err := s.pool.QueryRow(ctx, `update arrival set next_at = now() + $1 where (site, list_of) =
		(select a.site, list_of from arrival a join site on site.id = a.site
			where next_at <= now() and removed_at is null order by next_at for update of a skip locked limit 1)
		returning site, list_of, address`, arrivalLease).Scan(&a.Site, &a.Set, &a.Address)
	if err != nil {
		return a, fmt.Errorf("store: lists to read: %w", notFound(err))
	}
	return a, nil
}

// NoteArrival keeps what an address said, or why it said nothing: then what it said before stays. Where the set has
// another address by now, nothing is kept.
func (s *Store) NoteArrival(ctx context.Context, a Arrival) error {
	var err error
	if a.Problem != "" {
		_, err = s.pool.Exec(ctx, `update arrival set problem = $4, next_at = now() + $5 where site = $1 and list_of = $2
			and address = $3`, a.Site, a.Set, a.Address, a.Problem, arrivalAgain)
	} else {
		_, err = s.pool.Exec(ctx, `update arrival set asked_at = now(), body = $4, said = $5, problem = '',
				summary = case when said = $5 then summary else $6 end, next_at = now() + $7
			where site = $1 and list_of = $2 and address = $3`, a.Site, a.Set, a.Address, a.Body, a.Text, a.Summary,
			arrivalEvery)
	}
	if err != nil {
		return fmt.Errorf("store: list of %s/%s: %w", a.Site, a.Set, err)
	}
	return nil
}

// HashOf names what an address said: see LeaveArrival.
func HashOf(text string) string {
	sum := sha256.Sum256([]byte(text))
	return hex.EncodeToString(sum[:])
}

// Hash names what the address said.
func (a Arrival) Hash() string { return HashOf(a.Text) }

// LeaveArrival says that nothing more of what an address said is wanted, by its hash: what it has said since waits.
func (s *Store) LeaveArrival(ctx context.Context, site, set, hash string) error {
	_, err := s.pool.Exec(ctx, "update arrival set summary = '' where site = $1 and list_of = $2 and "+
		"encode(sha256(convert_to(said, 'UTF8')), 'hex') = $3", site, set, hash)
	if err != nil {
		return fmt.Errorf("store: list of %s/%s: %w", site, set, err)
	}
	return nil
}
