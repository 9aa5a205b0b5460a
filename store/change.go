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
	// Key names one edit of the author's, so that an edit that is sent again is taken once; "" for an edit that is not.
	Key string
	// Known are the keys of edits that other pages of the author's made and this one shows: they meet no edit of this
	// page's.
	Known []string
}

// ErrTakenBefore is the error of an edit of which the key says that it was taken already.
var ErrTakenBefore = errors.New("this edit was taken already")

// ErrTooOld is the error of an edit on a version of which the log no longer tells what was changed since.
var ErrTooOld = errors.New("this page is too old to tell what others changed since: reload it, and make the change " +
	"again")

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
		if err == nil {
			err = takenBefore(ctx, tx, site, by.Key)
		}
		if err != nil {
			return err
		}
		if base < before.Version {
			if base < before.loggedFrom {
				return ErrTooOld
			}
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

// takenBefore is ErrTakenBefore where an edit with this key is in the log, or waits for a decision.
func takenBefore(ctx context.Context, q querier, site, key string) error {
	if key == "" {
		return nil
	}
	var taken bool
	// That no key is empty is said for plans that are made without knowing it: only then the index serves them.
	err := q.QueryRow(ctx, "select exists (select from change where site = $1 and key = $2 and key <> '') or "+
		"exists (select from clash where site = $1 and key = $2 and key <> '')", site, key).Scan(&taken)
	if err != nil {
		return fmt.Errorf("store: key: %w", err)
	}
	if taken {
		return ErrTakenBefore
	}
	return nil
}

// TakenBefore is ErrTakenBefore where an author's edit was taken already.
func (s *Store) TakenBefore(ctx context.Context, site string, by Author) error {
	return takenBefore(ctx, s.pool, site, by.Key)
}

// keepClash stores an edit that meets what other tabs did since base; it returns nil where it meets nothing.
func keepClash(ctx context.Context, tx pgx.Tx, before *Loaded, by Author, base int64,
	change document.Change) (*document.Clash, error) {
	since, err := patches(ctx, tx, "select patch from change where site = $1 and version > $2 and tab <> $3 "+
		"and key <> all ($4)", before.ID, base, by.Tab, append([]string{}, by.Known...))
	if err != nil {
		return nil, err
	}
	mine, err := document.PlanOf(before.Site, change)
	if err != nil {
		return nil, err
	}
	clash := document.FindClash(before.Tree, mine, since)
	if clash == nil {
		return nil, nil
	}
	return clash, addClash(ctx, tx, before, by, clash, mine)
}

// commitEdit commits a new edit: what its author has undone before it cannot be redone any more.
func (s *Store) commitEdit(ctx context.Context, tx pgx.Tx, before *Loaded, by Author,
	result *document.Result) (*Loaded, error) {
	_, err := tx.Exec(ctx, "update change set state = 'forgotten' where site = $1 and actor = $2 and scope = $3 and act "+
		"= 'edit' and state = 'undone'",
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
	err := tx.QueryRow(ctx, `
		select id, patch, inverse from change where site = $1 and version = $2 and actor = $3 and tab = $4
			and scope = $5 and hold = $6 and act = 'edit' and state = 'done'`,
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

// commit writes what the change has touched and its log entry, and tells the other processes.
func (s *Store) commit(ctx context.Context, tx pgx.Tx, before *Loaded, by Author, result *document.Result, act string,
	of *int64) (*Loaded, error) {
	after := &Loaded{ID: before.ID, Version: before.Version + 1, Site: result.Site, Tree: result.Tree,
		created: before.created}
	forward, err := json.Marshal(result.Patch)
	if err != nil {
		return nil, fmt.Errorf("store: patch: %w", err)
	}
	inverse, err := json.Marshal(result.Inverse)
	if err != nil {
		return nil, fmt.Errorf("store: inverse: %w", err)
	}
	batch := &pgx.Batch{}
	batch.Queue("update site set version = $2, changed_at = now(), name = $3, dress = $4, blocks = $5 where id = $1 "+
		"returning changed_at", after.ID, after.Version, after.Site.Name, after.Site.House.Dress, len(after.Site.Blocks))
	if err := queueEntities(batch, before, after, result.Touched); err != nil {
		return nil, err
	}
	batch.Queue("insert into change (site, version, actor, tab, scope, label, act, of, state, patch, inverse, hold, key) "+
		"values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13)",
		after.ID, after.Version, by.Actor, by.Tab, by.Scope, result.Label, act, of, stateOf(result), string(forward),
		string(inverse), by.Hold, by.Key)
	batch.Queue("select pg_notify($1, $2)", siteChannel, after.ID)
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

// stackSQL finds the edit that undo or redo would take next for an author, by the state of such edits. What is undone
// last is the oldest that is undone: redo goes back up the way undo came down. The state stands in the text of the
// query, since PostgreSQL uses the index of part of the table only where it sees that state.
func stackSQL(columns, state string) string {
	order := map[string]string{"done": "desc", "undone": "asc"}[state]
	return "select " + columns + " from change where site = $1 and actor = $2 and scope = $3 and act = 'edit'" +
		" and state = '" + state + "' order by id " + order + " limit 1"
}

// stack finds the edit that undo or redo would take next for an author.
func stack(ctx context.Context, tx querier, site string, by Author, state string) (*entry, error) {
	e := &entry{}
	var forward, inverse []byte
	err := tx.QueryRow(ctx, stackSQL("id, label, patch, inverse", state), site, by.Actor, by.Scope).
		Scan(&e.id, &e.label, &forward, &inverse)
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

// Walked is what undo or redo did: the change's label, and in words what of it stands in the way; "" where nothing
// does.
type Walked struct{ Label, Stands string }

// Undo takes back the author's last edit in the scope: all of it that nobody has changed since. What cannot be taken
// back at all is passed over, so that the one before it is next. The error is ErrNothingToUndo, or a *document.Stands
// where the edit was passed over.
func (s *Store) Undo(ctx context.Context, site string, by Author) (*Loaded, Walked, error) {
	return s.walk(ctx, site, by, undo)
}

// Redo carries out again what the author last undid in the scope, in the same manner.
func (s *Store) Redo(ctx context.Context, site string, by Author) (*Loaded, Walked, error) {
	return s.walk(ctx, site, by, redo)
}

// way is one direction of the walk through the log.
type way struct {
	act, from, to string
	none          error
}

var (
	undo = way{"undo", "done", "undone", ErrNothingToUndo}
	redo = way{"redo", "undone", "done", ErrNothingToRedo}
)

func (s *Store) walk(ctx context.Context, site string, by Author, w way) (after *Loaded, walked Walked, err error) {
	var passed *document.Stands
	err = pgx.BeginFunc(ctx, s.pool, func(tx pgx.Tx) error {
		before, err := s.load(ctx, tx, site, "for update")
		if err == nil {
			err = takenBefore(ctx, tx, site, by.Key)
		}
		if err != nil {
			return err
		}
		e, err := stack(ctx, tx, site, by, w.from)
		if err != nil {
			return err
		}
		if e == nil {
			return w.none
		}
		walked.Label = e.label
		done, inverse := e.patch, e.inverse
		if w == redo {
			done, inverse = inverse, done
		}
		var foreignErr error
		result, stands, err := document.Revert(before.Tree, before.Site, done, inverse, e.label, func() []patch.Patch {
			var all []patch.Patch
			all, foreignErr = foreign(ctx, tx, site, e.id, by.Actor)
			return all
		})
		if err = errors.Join(err, foreignErr); err != nil && !errors.Is(err, document.Nothing) {
			return err
		}
		if result == nil {
			passed = stands
			after = before
			if _, err := tx.Exec(ctx, "update change set state = 'forgotten' where id = $1", e.id); err != nil {
				return fmt.Errorf("store: %s: %w", w.act, err)
			}
			return nil
		}
		if stands != nil {
			walked.Stands = stands.Error()
		}
		if err := e.turn(ctx, tx, w, result); err != nil {
			return err
		}
		after, err = s.commit(ctx, tx, before, by, result, w.act, &e.id)
		return err
	})
	if err != nil {
		return nil, walked, err
	}
	s.recent.put(after)
	if passed != nil {
		return after, walked, passed
	}
	return after, walked, nil
}

// turn notes that an edit was undone or redone, with what was really done: it may be less than the edit, and takes what
// was said in it since along.
func (e *entry) turn(ctx context.Context, tx pgx.Tx, w way, result *document.Result) error {
	forward, backward := result.Patch, result.Inverse
	if w == undo {
		forward, backward = backward, forward
	}
	forwardText, err := json.Marshal(forward)
	if err != nil {
		return fmt.Errorf("store: %s: %w", w.act, err)
	}
	backwardText, err := json.Marshal(backward)
	if err != nil {
		return fmt.Errorf("store: %s: %w", w.act, err)
	}
	_, err = tx.Exec(ctx, "update change set state = $2, patch = $3, inverse = $4 where id = $1", e.id, w.to,
		string(forwardText), string(backwardText))
	if err != nil {
		return fmt.Errorf("store: %s: %w", w.act, err)
	}
	return nil
}

// foreign are the changes that others made to a site after an entry.
func foreign(ctx context.Context, tx rowsQuerier, site string, after int64, actor string) ([]patch.Patch, error) {
	return patches(ctx, tx, "select patch from change where site = $1 and version > (select version from change "+
		"where id = $2) and actor <> $3", site, after, actor)
}

// patches reads a column of patches.
func patches(ctx context.Context, q rowsQuerier, sql string, arguments ...any) ([]patch.Patch, error) {
	rows, err := q.Query(ctx, sql, arguments...)
	if err != nil {
		return nil, fmt.Errorf("store: log: %w", err)
	}
	all, err := pgx.CollectRows(rows, func(row pgx.CollectableRow) (p patch.Patch, err error) {
		var text []byte
		if err = row.Scan(&text); err == nil {
			err = json.Unmarshal(text, &p)
		}
		return p, err
	})
	if err != nil {
		return nil, fmt.Errorf("store: log: %w", err)
	}
	return all, nil
}

// Entry is one entry of the log, as it is told of.
type Entry struct{ Act, Label string }

// EntryAt is the entry that made a version; ErrNotFound where there is none.
func (s *Store) EntryAt(ctx context.Context, site string, version int64) (Entry, error) {
	var e Entry
	err := s.pool.QueryRow(ctx, "select act, label from change where site = $1 and version = $2", site,
		version).Scan(&e.Act, &e.Label)
	if err != nil {
		return e, fmt.Errorf("store: version %d of %s: %w", version, site, notFound(err))
	}
	return e, nil
}

// History is what undo and redo would do next: labels, "" for nothing.
type History struct{ Undo, Redo string }

// History looks at both ends of the author's log.
func (s *Store) History(ctx context.Context, site string, by Author) (History, error) {
	h, _, _, err := s.Standing(ctx, site, by, 0)
	return h, err
}

// Standing is where an author stands in a scope: what undo and redo would do next, the first few edits that wait for a
// decision there, and how many those are in all.
func (s *Store) Standing(
	ctx context.Context,
	site string,
	by Author,
	most int,
) (h History, clashes []Clash, waiting int,
	err error) {
	batch := &pgx.Batch{}
	for state, label := range map[string]*string{"done": &h.Undo, "undone": &h.Redo} {
		batch.Queue(stackSQL("label", state), site, by.Actor, by.Scope).QueryRow(func(row pgx.Row) error {
			if err := row.Scan(label); !errors.Is(err, pgx.ErrNoRows) {
				return err
			}
			return nil
		})
	}
	queueClashes(batch, site, by.Scope, most, &clashes, &waiting)
	if err := s.pool.SendBatch(ctx, batch).Close(); err != nil {
		return h, nil, 0, fmt.Errorf("store: standing at %s: %w", site, err)
	}
	return h, clashes, waiting, nil
}
