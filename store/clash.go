package store

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"

	"github.com/jackc/pgx/v5"

	"rubrel/core/document"
	"rubrel/core/patch"
)

// maxClashes bounds how many edits wait for a decision in one scope. Beyond it an edit is refused, and stays where it
// was typed.
const maxClashes = 100

// ErrManyClashes is the error of one more.
var ErrManyClashes = fmt.Errorf("%d edits wait for a decision here: settle them first, then make this one again",
	maxClashes)

// shownOfClash is how much of a value is shown for comparison, in characters.
const shownOfClash = 200

// Clash is an edit that waits for a decision. Mine and Theirs are cut to what can be compared at a glance.
type Clash struct {
	ID                        int64
	Label, Path, Mine, Theirs string
}

// addClash keeps an edit that met another's.
func addClash(ctx context.Context, tx pgx.Tx, before *Loaded, by Author, clash *document.Clash,
	mine patch.Patch) error {
	text, err := json.Marshal(mine)
	if err != nil {
		return fmt.Errorf("store: clash: %w", err)
	}
	added, err := tx.Exec(ctx, `insert into clash (site, scope, actor, label, path, mine, theirs, patch, key)
		select $1, $2, $3, $4, $5, $6, $7, $8, $10 where (select count(*) from clash where site = $1 and scope = $2) < $9`,
		before.ID, by.Scope, by.Actor, document.PlaceName(before.Site, clash.Path), clash.Path.String(), clash.Mine,
		clash.Theirs, string(text), maxClashes,
		by.Key)
	if err != nil {
		return fmt.Errorf("store: clash: %w", err)
	}
	if added.RowsAffected() == 0 {
		return ErrManyClashes
	}
	return nil
}

// Clashes lists the first of what waits in a scope, at most so many, and says how many there are in all.
func (s *Store) Clashes(ctx context.Context, site, scope string, most int) (list []Clash, all int, err error) {
	batch := &pgx.Batch{}
	queueClashes(batch, site, scope, most, &list, &all)
	if err := s.pool.SendBatch(ctx, batch).Close(); err != nil {
		return nil, 0, fmt.Errorf("store: clashes of %s: %w", site, err)
	}
	return list, all, nil
}

func queueClashes(batch *pgx.Batch, site, scope string, most int, list *[]Clash, all *int) {
	batch.Queue(`select id, label, path, left(mine, $4), left(theirs, $4), count(*) over ()
		from clash where site = $1 and scope = $2 order by id limit $3`, site, scope, most, shownOfClash).
		Query(func(rows pgx.Rows) (err error) {
			*list, err = pgx.CollectRows(rows, func(row pgx.CollectableRow) (c Clash, err error) {
				err = row.Scan(&c.ID, &c.Label, &c.Path, &c.Mine, &c.Theirs, all)
				return c, err
			})
			return err
		})
}

// Settle ends a clash: mine applies the edit that was held back, over what is there now.
func (s *Store) Settle(ctx context.Context, site string, by Author, id int64, mine bool) (*Loaded, error) {
	return s.settle(ctx, site, by, mine, "id = $3", id)
}

// SettleAll ends every clash of the author's scope in one way, in the order in which they came. Those whose edit no
// longer fits the document stay, and the error is the first one's.
func (s *Store) SettleAll(ctx context.Context, site string, by Author, mine bool) (*Loaded, error) {
	return s.settle(ctx, site, by, mine, "true")
}

func (s *Store) settle(ctx context.Context, site string, by Author, mine bool, which string,
	arguments ...any) (*Loaded, error) {
	var after *Loaded
	var unfit error
	err := pgx.BeginFunc(ctx, s.pool, func(tx pgx.Tx) (err error) {
		if after, err = s.load(ctx, tx, site, "for update"); err != nil {
			return err
		}
		all, err := heldBack(ctx, tx, "where site = $1 and scope = $2 and "+which+" order by id",
			append([]any{site, by.Scope}, arguments...)...)
		if err != nil {
			return err
		}
		for _, held := range all {
			if mine {
				after, err = s.useMine(ctx, tx, after, by, held.Held)
				if errors.As(err, new(*document.Fault)) {
					unfit = errors.Join(unfit, err)
					continue
				}
			}
			if err == nil {
				_, err = tx.Exec(ctx, "delete from clash where id = $1", held.id)
			}
			if err != nil {
				return fmt.Errorf("store: clash %d: %w", held.id, err)
			}
		}
		return nil
	})
	if err == nil {
		s.recent.put(after)
		err = unfit
	}
	return after, err
}

// useMine carries out an edit that was held back. It returns the document as it was where the edit does not fit.
func (s *Store) useMine(ctx context.Context, tx pgx.Tx, before *Loaded, by Author,
	held document.Held) (*Loaded, error) {
	result, err := document.Apply(before.Tree, before.Site, held)
	if errors.Is(err, document.Nothing) {
		return before, nil
	}
	if err != nil {
		return before, err
	}
	return s.commitEdit(ctx, tx, before, by, result)
}

// waiting is an edit that was held back, with its row.
type waiting struct {
	id int64
	document.Held
}

func heldBack(ctx context.Context, tx pgx.Tx, where string, arguments ...any) ([]waiting, error) {
	rows, err := tx.Query(ctx, "select id, label, patch from clash "+where, arguments...)
	if err != nil {
		return nil, fmt.Errorf("store: clashes: %w", err)
	}
	all, err := pgx.CollectRows(rows, func(row pgx.CollectableRow) (h waiting, err error) {
		var text []byte
		if err = row.Scan(&h.id, &h.Name, &text); err == nil {
			err = json.Unmarshal(text, &h.Patch)
		}
		return h, err
	})
	if err == nil && len(all) == 0 {
		err = ErrNotFound
	}
	if err != nil {
		return nil, fmt.Errorf("store: clashes: %w", err)
	}
	return all, nil
}
