package publish

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"log/slog"
	"sync"
	"time"

	"rubrel/core/release"
	"rubrel/dresses"
	"rubrel/outbound"
	"rubrel/store"
)

// Runner sends what has been asked to be published. Any number may run over one database: a site is published by one at
// a time, and what a stopped one leaves is taken up by another, or by itself at its next start.
type Runner struct {
	Store   *store.Store
	Dresses dresses.Registry
	Targets Targets
	Log     *slog.Logger
	// Patience is how long it waits before it tries again a host that does not answer; 0 means defaultPatience. It
	// waits longer each time, and tries maxTries times.
	Patience time.Duration
	// Grace is how long a publication that is under way may go on when the program is to stop; 0 means defaultGrace.
	Grace time.Duration
	// Every is how often it looks for what other processes have left; 0 means defaultEvery.
	Every time.Duration

	sending context.Context // of what is under way; it outlives Run's by grace
	mu      sync.Mutex
	busy    map[string]bool // sites that this process publishes
	idle    sync.WaitGroup
}

const (
	defaultPatience = 2 * time.Second
	defaultGrace    = 15 * time.Second
	maxTries        = 4
	mostTime        = 15 * time.Minute // for the sending of one release, however often it is tried
	defaultEvery    = 10 * time.Second
)

// Run sends until the context ends. Then it begins nothing more, gives what is under way some time to finish, and
// returns when nothing is under way any more; what is not finished is taken up at the next start.
func (r *Runner) Run(ctx context.Context) {
	asked, end := r.Store.Publications()
	defer end()
	sending, abort := context.WithCancel(context.WithoutCancel(ctx))
	r.sending = sending
	defer abort()
	defer r.idle.Wait()
	defer context.AfterFunc(ctx, func() { time.AfterFunc(cmp.Or(r.Grace, defaultGrace), abort) })()
	tick := time.NewTicker(cmp.Or(r.Every, defaultEvery))
	defer tick.Stop()
	for {
		r.look(ctx)
		select {
		case <-ctx.Done():
			return
		case <-asked:
		case <-tick.C:
		}
	}
}

// look starts on every site that has something to send.
func (r *Runner) look(ctx context.Context) {
	sites, err := r.Store.SitesToPublish(ctx)
	if err != nil {
		if ctx.Err() == nil {
			r.Log.ErrorContext(ctx, "publish", "error", err)
		}
		return
	}
	r.mu.Lock()
	defer r.mu.Unlock()
	for _, site := range sites {
		if r.busy[site] {
			continue
		}
		if r.busy == nil {
			r.busy = map[string]bool{}
		}
		r.busy[site] = true
		r.idle.Go(func() { r.site(ctx, site) })
	}
}

// site sends what a site has waiting, one release after another.
func (r *Runner) site(ctx context.Context, site string) {
	sent := false
	defer func() {
		r.mu.Lock()
		delete(r.busy, site)
		r.mu.Unlock()
		if sent && ctx.Err() == nil { // what was asked for after the last look
			r.look(ctx)
		}
	}()
	turn, err := r.Store.TakeTurn(ctx, site)
	if errors.Is(err, store.ErrBusy) {
		return
	}
	if err != nil {
		if ctx.Err() == nil {
			r.Log.ErrorContext(ctx, "publish", "site", site, "error", err)
		}
		return
	}
	defer turn.End()
	for ctx.Err() == nil {
		p, err := turn.Next(ctx)
		if errors.Is(err, store.ErrNotFound) {
			return
		}
		if err == nil {
			err = r.send(r.sending, turn, p)
			sent = true
		}
		if err != nil {
			if ctx.Err() == nil {
				r.Log.ErrorContext(ctx, "publish", "site", site, "error", err)
			}
			return // it is taken up again by the next to look
		}
	}
}

// send sends one release and notes how it ended. The error is one of the database, or the context's: then it has not
// ended.
func (r *Runner) send(ctx context.Context, turn *store.Turn, p store.Publication) error {
	problem := ""
	err := r.try(ctx, turn, p)
	switch {
	case ctx.Err() != nil:
		return ctx.Err()
	case errors.Is(err, store.ErrEnded):
		return nil
	case errors.As(err, new(storeError)):
		return err
	case err != nil:
		problem = err.Error()
	}
	r.Log.InfoContext(ctx, "audit", "act", "publish", "site", p.Site, "release", p.Number, "problem", problem)
	return turn.Finish(ctx, p, problem)
}

// storeError is a failure of the database. It ends no publication: whoever looks next takes it up again.
type storeError struct{ error }

// try puts the release on the host, and again after a while where the host does not answer.
func (r *Runner) try(ctx context.Context, turn *store.Turn, p store.Publication) error {
	if !p.Prepared {
		if err := r.prepare(ctx, turn, p); err != nil {
			return err
		}
	}
	files, err := r.Store.ReleaseFiles(ctx, p.Site, p.Number)
	if err != nil {
		return storeError{err}
	}
	bounded, cancel := context.WithTimeout(ctx, mostTime)
	defer cancel()
	wait := cmp.Or(r.Patience, defaultPatience)
	var host store.Host
	for tries := 1; ; tries++ {
		last := host
		if host, err = r.host(ctx, p); err != nil {
			return err
		}
		if last.URL != "" && last != host { // a new address starts at once
			tries, wait = 1, cmp.Or(r.Patience, defaultPatience)
		}
		err := r.put(bounded, turn, p, host, files)
		switch {
		case errors.Is(err, errMoved):
			continue
		case err != nil && bounded.Err() != nil && ctx.Err() == nil:
			return fmt.Errorf("sending it takes longer than %v", mostTime)
		case err == nil || !errors.Is(err, ErrUnreachable) || tries == maxTries:
			return err
		}
		r.Log.WarnContext(ctx, "publish", "site", p.Site, "release", p.Number, "try", tries, "error", err, "cause",
			causeOf(err))
		if err := r.pause(ctx, turn, p, host, wait); err != nil {
			return err
		}
		wait *= 2
	}
}

// errMoved is the error of sending to a host that is no longer the site's.
var errMoved = errors.New("the site has another web host now")

// host is where the site is published.
func (r *Runner) host(ctx context.Context, p store.Publication) (store.Host, error) {
	host, err := r.Store.Credentials(ctx, p.Site)
	switch {
	case errors.Is(err, store.ErrNotFound):
		return host, errors.New("there is no web host to send it to: say where below")
	case errors.Is(err, store.ErrNoKey), errors.Is(err, store.ErrOtherKey):
		return host, err
	case err != nil:
		return host, storeError{err}
	}
	return host, nil
}

// put sends the files to a host, until the publication is cancelled or the site has another host.
func (r *Runner) put(ctx context.Context, turn *store.Turn, p store.Publication, host store.Host,
	files []release.File) error {
	var before []release.File
	if host.Live != 0 && host.Live != p.Number {
		var err error
		if before, err = r.Store.ReleaseFiles(ctx, p.Site, host.Live); err != nil && !errors.Is(err, store.ErrNotFound) {
			return storeError{err}
		}
	}
	target, err := r.Targets.Enter(host)
	if err != nil {
		return err
	}
	return target.Put(ctx, files, before, func(sent int) error {
		if err := turn.Note(ctx, p, store.Sending, sent, len(files)); err != nil {
			return noted(err)
		}
		return r.same(ctx, p, host)
	})
}

// noted is the error of a note: of a cancelled publication ErrEnded, or a storeError.
func noted(err error) error {
	if errors.Is(err, store.ErrEnded) {
		return err
	}
	return storeError{err}
}

// same returns errMoved where the site has another host than one.
func (r *Runner) same(ctx context.Context, p store.Publication, host store.Host) error {
	now, err := r.host(ctx, p)
	if err == nil && now != host {
		return errMoved
	}
	return err
}

// pause waits before the next try, unless the publication is cancelled or the site has another host.
func (r *Runner) pause(ctx context.Context, turn *store.Turn, p store.Publication, host store.Host,
	wait time.Duration) error {
	next := time.After(wait)
	tick := time.NewTicker(min(wait, noteEvery))
	defer tick.Stop()
	for {
		select {
		case <-ctx.Done():
			return ctx.Err()
		case <-next:
			return nil
		case <-tick.C:
			if err := turn.Note(ctx, p, store.Sending, 0, 0); err != nil {
				return noted(err)
			}
			if err := r.same(ctx, p, host); errors.Is(err, errMoved) {
				return nil
			} else if err != nil {
				return err
			}
		}
	}
}

// causeOf is what the network said, for the operator's log alone.
func causeOf(err error) string {
	var failed *outbound.Error
	if errors.As(err, &failed) {
		return fmt.Sprint(failed.Cause)
	}
	return ""
}
