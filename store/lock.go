package store

import (
	"context"
	"errors"
	"time"

	"github.com/jackc/pgx/v5/pgxpool"
)

// lock is something that one process does at a time: an advisory lock of the connection it holds, which ends with the
// process.
type lock struct {
	name       string
	connection *pgxpool.Conn
}

// ErrBusy is the error of asking for what another process is doing.
var ErrBusy = errors.New("another process is doing this")

// lockClass is the first half of the keys of these locks; the second is made of the name.
const lockClass = 0x727562

// tryLock takes the lock of a name, or returns ErrBusy. End it in any case.
func (s *Store) tryLock(ctx context.Context, name string) (*lock, error) {
	connection, err := s.pool.Acquire(ctx)
	if err != nil {
		return nil, err
	}
	var mine bool
	err = connection.QueryRow(ctx, "select pg_try_advisory_lock($1, hashtext($2))", lockClass, name).Scan(&mine)
	if err == nil && !mine {
		err = ErrBusy
	}
	if err != nil {
		connection.Release()
		return nil, err
	}
	return &lock{name, connection}, nil
}

// End gives the lock back.
func (l *lock) End() {
	ctx, cancel := context.WithTimeout(context.Background(), 5*time.Second)
	defer cancel()
	if _, err := l.connection.Exec(ctx, "select pg_advisory_unlock($1, hashtext($2))", lockClass, l.name); err != nil {
		_ = l.connection.Conn().Close(ctx) // the lock goes with the connection
	}
	l.connection.Release()
}
