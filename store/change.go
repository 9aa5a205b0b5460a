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

// Author says who makes a change, and where undo will look for it.
type Author struct {
	Actor string // a browser
	Tab   string // one open page of it
	Scope string // the block at which the change is made; "" for the site's own page
	// Hold joins edits that are tried one after another, in one go, into one entry of the log; "" for an edit alone.
	Hold string
}

// ErrNothingToUndo and ErrNothingToRedo end the walk through the log.
var (
	ErrNothingToUndo = errors.New("there is nothing to undo here")
	ErrNothingToRedo = errors.New("there is nothing to redo here")
)

// Edit carries out a change that was made on version base. Where another tab has changed one of its places since,
// nothing is applied: the edit is kept as a clash and the error is a *document.Clash.
func (s *Store) Edit(ctx context.Context, site string, by Author, base int64, change document.Change) (*Loaded, error) {
	var after *Loaded
	var clash *document.Clash
	err := pgx.BeginFunc(ctx, s.pool, func(tx pgx.Tx) error {
		before, err := s.load(ctx, tx, site, "for update")
		if err != nil {
			return err
		}
		if base < before.Version {
			if clash, err = keepClash(ctx, tx, before, by, base, change); err != nil || clash != nil {
				return err
			}
		}
		result, err := document.Apply(before.Tree, before.Site, change)
		if errors.Is(err, document.Nothing) {
			after = before
			return nil
		}
		if err != nil {
			return err
		}
		after, err = s.commitEdit(ctx, tx, before, by, result)
		return err
	})
	if err != nil {
		return nil, err
	}
	if clash != nil {
		return nil, clash
	}
	s.recent.put(after)
	return after, nil
}

// keepClash stores an edit that meets what other tabs did since base; it returns nil where it meets nothing.
func keepClash(ctx context.Context, tx pgx.Tx, before *Loaded, by Author, base int64, change document.Change) (*document.Clash, error) {
	rows, err := tx.Query(ctx, "select patch from change where site = $1 and version > $2 and tab <> $3", before.ID, base, by.Tab)
	if err != nil {
		return nil, fmt.Errorf("store: changes since %d: %w", base, err)
	}
	since, err := pgx.CollectRows(rows, func(row pgx.CollectableRow) (p patch.Patch, err error) {
		var text []byte
		if err = row.Scan(&text); err == nil {
			err = json.Unmarshal(text, &p)
		}
		return p, err
	})
	if err != nil {
		return nil, fmt.Errorf("store: changes since %d: %w", base, err)
	}
	mine, err := document.PlanOf(before.Site, change)
	if err != nil {
		return nil, err
	}
	clash := document.FindClash(before.Tree, mine, since)
	if clash == nil {
		return nil, nil
	}
	text, err := json.Marshal(mine)
	if err != nil {
		return nil, fmt.Errorf("store: clash: %w", err)
	}
	_, err = tx.Exec(ctx, "insert into clash (site, scope, actor, label, path, mine, theirs, patch) values ($1, $2, $3, $4, $5, $6, $7, $8)",
		before.ID, by.Scope, by.Actor, change.Label(before.Site), clash.Path.String(), clash.Mine, clash.Theirs, string(text))
	if err != nil {
		return nil, fmt.Errorf("store: clash: %w", err)
	}
	return clash, nil
}

// commitEdit commits a new edit: what its author has undone before it cannot be redone any more.
func (s *Store) commitEdit(ctx context.Context, tx pgx.Tx, before *Loaded, by Author, result *document.Result) (*Loaded, error) {
	_, err := tx.Exec(ctx, "update change set state = 'forgotten' where site = $1 and actor = $2 and scope = $3 and act = 'edit' and state = 'undone'",
		before.ID, by.Actor, by.Scope)
	if err != nil {
		return nil, fmt.Errorf("store: forget undone: %w", err)
	}
	if by.Hold != "" {
		if err := joinHeld(ctx, tx, before, by, result); err != nil {
			return nil, err
		}
	}
	return s.commit(ctx, tx, before, by, result, "edit", nil)
}

// joinHeld makes one entry of this edit and the one before it, where both were tried in one go: the entry before goes,
// and its patch goes into this one's.
func joinHeld(ctx context.Context, tx pgx.Tx, before *Loaded, by Author, result *document.Result) error {
	var id int64
	var forward, backward []byte
	err := tx.QueryRow(ctx, `select id, patch, inverse from change where site = $1 and version = $2 and actor = $3 and tab = $4 and scope = $5 and hold = $6 and act = 'edit' and state = 'done'`,
		before.ID, before.Version, by.Actor, by.Tab, by.Scope, by.Hold).Scan(&id, &forward, &backward)
	if errors.Is(err, pgx.ErrNoRows) {
		return nil
	}
	var done, inverse patch.Patch
	if err == nil {
		err = errors.Join(json.Unmarshal(forward, &done), json.Unmarshal(backward, &inverse))
	}
	if err == nil {
		_, err = tx.Exec(ctx, "delete from change where id = $1", id)
	}
	if err != nil {
		return fmt.Errorf("store: hold: %w", err)
	}
	result.Patch, result.Inverse = patch.Merge(done, inverse, result.Patch, result.Inverse)
	return nil
}

// commit writes the new document and its log entry, and tells the other processes.
func (s *Store) commit(ctx context.Context, tx pgx.Tx, before *Loaded, by Author, result *document.Result, act string, of *int64) (*Loaded, error) {
	after := &Loaded{ID: before.ID, Version: before.Version + 1, Site: result.Site, Tree: result.Tree}
	text, err := document.Encode(result.Tree)
	if err != nil {
		return nil, err
	}
	forward, err := json.Marshal(result.Patch)
	if err != nil {
		return nil, fmt.Errorf("store: patch: %w", err)
	}
	inverse, err := json.Marshal(result.Inverse)
	if err != nil {
		return nil, fmt.Errorf("store: inverse: %w", err)
	}
	batch := &pgx.Batch{}
	batch.Queue("update site set version = $2, document = $3, changed_at = now() where id = $1 returning changed_at", after.ID, after.Version, string(text))
	batch.Queue("insert into change (site, version, actor, tab, scope, label, act, of, state, patch, inverse, hold) values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12)",
		after.ID, after.Version, by.Actor, by.Tab, by.Scope, result.Label, act, of, stateOf(result), string(forward), string(inverse), by.Hold)
	batch.Queue("select pg_notify('rubrel_site', $1)", after.ID)
	results := tx.SendBatch(ctx, batch)
	err = results.QueryRow().Scan(&after.changed)
	if err = errors.Join(err, results.Close()); err != nil {
		return nil, fmt.Errorf("store: write version %d of %s: %w", after.Version, after.ID, err)
	}
	return after, nil
}

// stateOf is done; what was tried and came back to where it began is nothing to undo.
func stateOf(result *document.Result) string {
	if len(result.Patch) == 0 {
		return "forgotten"
	}
	return "done"
}

// entry is an edit in the log that can be undone or redone.
type entry struct {
	id             int64
	label          string
	patch, inverse patch.Patch
}

// stack finds the edit that undo or redo would take next for an author.
func stack(ctx context.Context, tx querier, site string, by Author, state string) (*entry, error) {
	// What is undone last is the oldest that is undone: redo goes back up the way undo came down.
	order := map[string]string{"done": "desc", "undone": "asc"}[state]
	e := &entry{}
	var forward, inverse []byte
	err := tx.QueryRow(ctx, `select id, label, patch, inverse from change
		where site = $1 and actor = $2 and scope = $3 and act = 'edit' and state = $4 order by id `+order+` limit 1`,
		site, by.Actor, by.Scope, state).Scan(&e.id, &e.label, &forward, &inverse)
	if errors.Is(err, pgx.ErrNoRows) {
		return nil, nil
	}
	if err == nil {
		err = errors.Join(json.Unmarshal(forward, &e.patch), json.Unmarshal(inverse, &e.inverse))
	}
	if err != nil {
		return nil, fmt.Errorf("store: log of %s: %w", site, err)
	}
	return e, nil
}

// Undo takes back the author's last edit in the scope. The error is ErrNothingToUndo, or a *document.Clash where
// somebody has changed the same place since.
func (s *Store) Undo(ctx context.Context, site string, by Author) (*Loaded, string, error) {
	return s.walk(ctx, site, by, "done", "undo")
}

// Redo carries out again what the author last undid in the scope.
func (s *Store) Redo(ctx context.Context, site string, by Author) (*Loaded, string, error) {
	return s.walk(ctx, site, by, "undone", "redo")
}

func (s *Store) walk(ctx context.Context, site string, by Author, from, act string) (after *Loaded, label string, err error) {
	err = pgx.BeginFunc(ctx, s.pool, func(tx pgx.Tx) error {
		before, err := s.load(ctx, tx, site, "for update")
		if err != nil {
			return err
		}
		e, err := stack(ctx, tx, site, by, from)
		if err != nil {
			return err
		}
		revert, none, to := document.Revert, ErrNothingToUndo, "undone"
		if act == "redo" {
			revert, none, to = document.Repeat, ErrNothingToRedo, "done"
		}
		if e == nil {
			return none
		}
		label = e.label
		result, err := revert(before.Tree, s.kinds, e.patch, e.inverse, e.label)
		if err != nil {
			return err
		}
		if _, err := tx.Exec(ctx, "update change set state = $2 where id = $1", e.id, to); err != nil {
			return fmt.Errorf("store: %s: %w", act, err)
		}
		after, err = s.commit(ctx, tx, before, by, result, act, &e.id)
		return err
	})
	if err == nil {
		s.recent.put(after)
	}
	return after, label, err
}

// History is what undo and redo would do next: labels, "" for nothing.
type History struct{ Undo, Redo string }

// History looks at both ends of the author's log.
func (s *Store) History(ctx context.Context, site string, by Author) (History, error) {
	var h History
	for state, label := range map[string]*string{"done": &h.Undo, "undone": &h.Redo} {
		e, err := stack(ctx, s.pool, site, by, state)
		if err != nil {
			return h, err
		}
		if e != nil {
			*label = e.label
		}
	}
	return h, nil
}

// Clash is an edit that waits for a decision.
type Clash struct {
	ID                        int64
	Label, Path, Mine, Theirs string
}

// Clashes lists what waits in a scope.
func (s *Store) Clashes(ctx context.Context, site, scope string) ([]Clash, error) {
	rows, err := s.pool.Query(ctx, "select id, label, path, mine, theirs from clash where site = $1 and scope = $2 order by id", site, scope)
	if err != nil {
		return nil, fmt.Errorf("store: clashes of %s: %w", site, err)
	}
	list, err := pgx.CollectRows(rows, pgx.RowToStructByPos[Clash])
	if err != nil {
		return nil, fmt.Errorf("store: clashes of %s: %w", site, err)
	}
	return list, nil
}

// Settle ends a clash: mine applies the edit that was held back, over what is there now.
func (s *Store) Settle(ctx context.Context, site string, by Author, id int64, mine bool) (*Loaded, error) {
	var after *Loaded
	err := pgx.BeginFunc(ctx, s.pool, func(tx pgx.Tx) error {
		before, err := s.load(ctx, tx, site, "for update")
		if err != nil {
			return err
		}
		var label string
		var text []byte
		err = tx.QueryRow(ctx, "delete from clash where id = $1 and site = $2 returning label, patch", id, site).Scan(&label, &text)
		if err != nil {
			return fmt.Errorf("store: clash %d: %w", id, notFound(err))
		}
		after = before
		if !mine {
			return nil
		}
		var held patch.Patch
		if err := json.Unmarshal(text, &held); err != nil {
			return fmt.Errorf("store: clash %d: %w", id, err)
		}
		result, err := document.Apply(before.Tree, before.Site, document.Held{Name: label, Patch: held})
		if errors.Is(err, document.Nothing) {
			return nil
		}
		if err != nil {
			return err
		}
		after, err = s.commitEdit(ctx, tx, before, by, result)
		return err
	})
	if err == nil {
		s.recent.put(after)
	}
	return after, err
}
