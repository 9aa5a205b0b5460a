// Package refresh reads lists again, once a day, whose sets say from which address they come. What they say otherwise
// is kept until somebody looks at it: nothing is taken into a set by itself.
package refresh

import (
	"context"
	"errors"
	"log/slog"
	"time"

	"rubrel/core/document"
	"rubrel/core/intake"
	"rubrel/formats/lists"
	"rubrel/outbound"
	"rubrel/store"
)

// Limits bound one reading of an address. Somebody may wait for it.
var Limits = outbound.Limits{Time: 20 * time.Second, Silence: 4 * time.Second, Bytes: 8 << 20}

// Reader reads the lists whose time has come. Any number may run over one database.
type Reader struct {
	Store  *store.Store
	Client *outbound.Client
	Log    *slog.Logger
}

// lookEvery is how often it looks whether there is something to read.
const lookEvery = time.Minute

// Run reads until the context ends.
func (r *Reader) Run(ctx context.Context) {
	tick := time.NewTicker(lookEvery)
	defer tick.Stop()
	for {
		if err := r.All(ctx); err != nil && ctx.Err() == nil {
			r.Log.ErrorContext(ctx, "refresh", "error", err)
		}
		select {
		case <-ctx.Done():
			return
		case <-tick.C:
		}
	}
}

// All reads every list whose time has come. The error is one of the database.
func (r *Reader) All(ctx context.Context) error {
	for {
		arrival, err := r.Store.TakeArrival(ctx)
		if errors.Is(err, store.ErrNotFound) {
			return nil
		}
		if err == nil {
			err = r.Read(ctx, arrival)
		}
		if err != nil {
			return err
		}
	}
}

// Read reads one list, and keeps what its address says or why it says nothing. The error is one of the database.
func (r *Reader) Read(ctx context.Context, a store.Arrival) error {
	l, err := r.Store.Load(ctx, a.Site)
	if err != nil {
		return err
	}
	set, ok := l.Site.SetByID(a.Set)
	if !ok {
		return nil // it has gone since, and its address with it
	}
	if err := r.read(ctx, l.Site, set, &a); err != nil {
		if ctx.Err() != nil {
			return ctx.Err()
		}
		a.Problem = err.Error()
	}
	r.Log.InfoContext(ctx, "refresh", "site", a.Site, "set", a.Set, "address", outbound.Bare(a.Address),
		"says", a.Summary, "problem", a.Problem)
	return r.Store.NoteArrival(ctx, a)
}

// read asks the address, and lays what it says beside the set.
func (r *Reader) read(ctx context.Context, site *document.Site, set *document.Set, a *store.Arrival) error {
	act := r.Client.Begin(ctx, Limits)
	defer act.Close()
	var err error
	if a.Body, err = act.Get(a.Address); err != nil {
		return err
	}
	came := lists.Pictures{Site: site}
	source, err := lists.Open(ctx, set.Kind, lists.File{Body: a.Body, Address: a.Address}, came.Keep(ctx))
	if err != nil {
		return err
	}
	sheet := lists.Named(source.Sheets, set.List.From.Sheet)
	if a.Text, err = lists.Text(source.Sheets, sheet, lists.PlainText(a.Body)); err != nil {
		return err
	}
	if a.Text == set.List.Text {
		return nil
	}
	reading, revision := lists.Beside(set, source.Sheets[sheet].Table, intake.Options{Language: site.Language,
		Has: came.Has}, nil)
	if len(reading.Set.Records) == 0 {
		return errors.New("no " + set.Kind.One + " was found in what it says")
	}
	a.Summary = revision.Waiting()
	return nil
}
