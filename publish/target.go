// Package publish puts releases where visitors find them, so that nobody ever meets half of one, and runs what has been
// asked to be published.
package publish

import (
	"context"
	"errors"
	"fmt"
	"net/url"
	"slices"
	"strings"

	"rubrel/core/release"
	"rubrel/outbound"
	"rubrel/store"
)

// Target is a place to publish to, and how to enter it.
type Target interface {
	// Put makes the target hold a release, and reads it back. Visitors never meet half of one: pages come last, in one
	// burst, and each file is replaced in one step. Pages of the release before that the new one lacks are removed;
	// files that carry a hash in their name stay, for visitors who still have its pages; what else is there is the
	// client's own, and is left alone. What is there already is trusted only where it is whole. How many files are there
	// is told to note, whose error ends the sending. ErrUnreachable says that it may go well later.
	Put(ctx context.Context, files, before []release.File, note func(sent int) error) error
}

// ErrUnreachable is wrapped by errors that may pass by themselves.
var ErrUnreachable = errors.New("the web host does not answer")

// Sort is a sort of targets.
type Sort struct {
	Name    string   // for people
	Schemes []string // of its addresses
	Example string   // of an address
	// Unlocked says that targets of the sort are entered without name and password.
	Unlocked bool
	// Check says what is wrong with an address; nil where it may be one.
	Check func(u *url.URL) error
	// IsOpen reports whether a password goes to an address for everybody on the way to read.
	IsOpen func(u *url.URL) bool
	// Enter is the target at an address.
	Enter func(at store.Host) Target
}

// Targets are the sorts of targets that there are. A further one is a file beside webdav.go, and a line in AllTargets.
type Targets []Sort

// AllTargets are web hosts that a client reaches, and folders below some roots, where there are any.
func AllTargets(client *outbound.Client, roots []string) Targets {
	all := Targets{WebDAV(client)}
	if len(roots) > 0 {
		all = append(all, Folders(roots))
	}
	return all
}

// Find is the sort of an address, which may be one of its.
func (t Targets) Find(address string) (Sort, *url.URL, error) {
	u, err := url.Parse(address)
	if err != nil {
		return Sort{}, nil, fmt.Errorf("%q is no address: it starts with %s", address, strings.Join(t.schemes(), " or "))
	}
	for _, sort := range t {
		if slices.Contains(sort.Schemes, u.Scheme) {
			return sort, u, sort.Check(u)
		}
	}
	return Sort{}, nil, fmt.Errorf("%q is nothing to publish to: it starts with %s", address,
		strings.Join(t.schemes(), " or "))
}

func (t Targets) schemes() (all []string) {
	for _, sort := range t {
		for _, scheme := range sort.Schemes {
			all = append(all, scheme+"://")
		}
	}
	return all
}

// Enter is the target at which a site is published.
func (t Targets) Enter(at store.Host) (Target, error) {
	sort, _, err := t.Find(at.URL)
	if err != nil {
		return nil, err
	}
	return sort.Enter(at), nil
}

// parts are the files that pages ask for, and the pages.
func parts(files []release.File) (assets, pages []release.File) {
	for _, f := range files {
		if f.IsPage() {
			pages = append(pages, f)
		} else {
			assets = append(assets, f)
		}
	}
	return assets, pages
}

// goneFrom are the pages of a release before that the new one lacks.
func goneFrom(before, pages []release.File) (gone []release.File) {
	for _, old := range before {
		kept := slices.ContainsFunc(pages, func(f release.File) bool { return f.Path == old.Path })
		if old.IsPage() && !kept {
			gone = append(gone, old)
		}
	}
	return gone
}
