package publish

import (
	"bytes"
	"context"
	"crypto/sha256"
	"encoding/base64"
	"encoding/hex"
	"errors"
	"fmt"
	"net/http"
	"net/url"
	"path"
	"slices"
	"strconv"
	"strings"
	"time"

	"golang.org/x/sync/errgroup"

	"rubrel/core/origin"
	"rubrel/core/release"
	"rubrel/outbound"
	"rubrel/store"
)

// WebDAV are web hosts that are reached by WebDAV (RFC 4918) through a client.
func WebDAV(client *outbound.Client) Sort {
	return Sort{Name: "WebDAV", Schemes: []string{"https", "http"}, Example: "https://host.example/dav/site",
		Check: func(u *url.URL) error {
			_, err := outbound.CheckURL(u.String())
			return err
		},
		IsOpen: func(u *url.URL) bool { return u.Scheme == "http" && !origin.IsLoopback(u) },
		Enter:  func(at store.Host) Target { return webDAV{at, client} }}
}

// webDAV is a collection and how to enter it.
type webDAV struct {
	at     store.Host
	client *outbound.Client
}

// limits bound the sending of one release, however often it is tried.
var limits = outbound.Limits{Time: mostTime, Silence: 20 * time.Second, Bytes: 32 << 20}

// staging is the collection in which everything is written before it is moved to its name. Servers commonly keep
// names with a dot from visitors.
const staging = ".rubrel"

// parallelMoves is how many pages are moved at once, so that the moment between the first and the last is short.
const parallelMoves = 6

// Put writes everything under another name first, checks it there, and moves it to its own. What is there already is
// trusted where its length and, where the host gives one, its checksum agree.
//
// A whole collection is not moved over another: by RFC 4918, section 9.9.3, the server deletes the old one first, with
// whatever else the client keeps in it, and visitors would find nothing meanwhile.
func (t webDAV) Put(ctx context.Context, files, before []release.File, note func(sent int) error) error {
	act := t.client.Begin(ctx, limits)
	defer act.Close()
	h := &host{target: t, act: act, collections: map[string]bool{}}
	assets, pages := parts(files)
	if err := h.prepare(files); err != nil {
		return err
	}
	sent := slices.Clone(pages)
	for i, f := range assets {
		put, err := h.putAsset(f)
		if err != nil {
			return err
		}
		if put {
			sent = append(sent, f)
		}
		if err := note(i + 1); err != nil {
			return err
		}
	}
	for i, f := range pages {
		if err := h.stage(f); err != nil {
			return err
		}
		if err := note(len(assets) + i + 1); err != nil {
			return err
		}
	}
	if err := h.switchTo(pages, before); err != nil {
		return err
	}
	if err := h.readBack(sent); err != nil {
		return err
	}
	_ = h.expect(http.MethodDelete, staging, nil, nil, 200, 204, 404) // what stays there is overwritten next time
	return nil
}

// host is a target during one act.
type host struct {
	target      webDAV
	act         *outbound.Act
	collections map[string]bool // those known to exist
}

// prepare makes the collections that the files stand in.
func (h *host) prepare(files []release.File) error {
	for _, dir := range []string{"", staging} {
		if err := h.collection(dir); err != nil {
			return err
		}
	}
	for _, f := range files {
		if dir := path.Dir(f.Path); dir != "." {
			if err := h.collection(dir); err != nil {
				return err
			}
		}
	}
	return nil
}

// staged is where a file is written before it is moved.
func staged(f release.File) string {
	sum := sha256.Sum256([]byte(f.Path))
	return staging + "/" + hex.EncodeToString(sum[:8])
}

// putAsset sends a file whose name carries its content, unless the host has it whole.
func (h *host) putAsset(f release.File) (put bool, err error) {
	if whole, err := h.holds(f.Path, f, false); err != nil || whole {
		return false, err
	}
	if err := h.stage(f); err != nil {
		return false, err
	}
	return true, h.move(f)
}

// stage writes a file under its other name and checks that it arrived whole.
func (h *host) stage(f release.File) error {
	header := http.Header{"Content-Type": {f.Type}}
	if err := h.expect(http.MethodPut, staged(f), f.Bytes, header, 200, 201, 204); err != nil {
		return err
	}
	whole, err := h.holds(staged(f), f, true)
	if err == nil && !whole {
		err = fmt.Errorf("the web host kept %s other than it was sent", f.Path)
	}
	return err
}

func (h *host) move(f release.File) error {
	header := http.Header{"Destination": {h.address(f.Path)}, "Overwrite": {"T"}}
	return h.expect("MOVE", staged(f), nil, header, 201, 204)
}

// switchTo moves the pages to their names, all in one burst, and removes those that are no more.
func (h *host) switchTo(pages, before []release.File) error {
	var group errgroup.Group
	group.SetLimit(parallelMoves)
	for _, f := range pages {
		group.Go(func() error { return h.move(f) })
	}
	if err := group.Wait(); err != nil {
		return err
	}
	for _, old := range goneFrom(before, pages) {
		if err := h.expect(http.MethodDelete, old.Path, nil, nil, 200, 204, 404); err != nil {
			return err
		}
	}
	return nil
}

// readBack asks again for what was sent: a release is live when the host says so, not when it was sent.
func (h *host) readBack(sent []release.File) error {
	for _, f := range sent {
		whole, err := h.holds(f.Path, f, f.IsPage())
		if err == nil && !whole {
			err = fmt.Errorf("the web host shows %s other than it was sent", f.Path)
		}
		if err != nil {
			return err
		}
	}
	return nil
}

// holds reports whether the host has a file's content under a name: its length and its checksum agree. Where the host
// gives no checksum, strict reads the content itself.
func (h *host) holds(name string, f release.File, strict bool) (bool, error) {
	header := http.Header{"Want-Repr-Digest": {"sha-256=1"}, "Accept-Encoding": {"identity"}}
	answer, err := h.do(http.MethodHead, name, nil, header)
	if err != nil {
		return false, err
	}
	if answer.Status == http.StatusNotFound {
		return false, nil
	}
	length, err := strconv.Atoi(answer.Header.Get("Content-Length"))
	if answer.Status == http.StatusOK && err == nil && length != len(f.Bytes) {
		return false, nil
	}
	sum := sha256.Sum256(f.Bytes)
	if digest, ok := digestOf(answer.Header); ok {
		return bytes.Equal(digest, sum[:]), nil
	}
	if answer.Status == http.StatusOK && err == nil && !strict {
		return true, nil
	}
	answer, err = h.do(http.MethodGet, name, nil, http.Header{"Accept-Encoding": {"identity"}})
	if err != nil {
		return false, err
	}
	return answer.Status == http.StatusOK && bytes.Equal(answer.Body, f.Bytes), nil
}

// digestOf is the SHA-256 of a file, where a host gives it: in Repr-Digest (RFC 9530, section 3) or in the older Digest
// (RFC 3230).
func digestOf(header http.Header) ([]byte, bool) {
	for _, name := range []string{"Repr-Digest", "Digest"} {
		for member := range strings.SplitSeq(header.Get(name), ",") {
			algorithm, value, ok := strings.Cut(strings.TrimSpace(member), "=")
			if !ok || !strings.EqualFold(algorithm, "sha-256") {
				continue
			}
			if digest, err := base64.StdEncoding.DecodeString(strings.Trim(value, ":")); err == nil {
				return digest, true
			}
		}
	}
	return nil, false
}

// collection makes a collection and those above it, below the target.
func (h *host) collection(dir string) error {
	if h.collections[dir] {
		return nil
	}
	if up := path.Dir(dir); dir != "" && up != "." {
		if err := h.collection(up); err != nil {
			return err
		}
	}
	// 405 says that it exists (RFC 4918, section 9.3.1).
	if err := h.expect("MKCOL", dir, nil, nil, 201, 405); err != nil {
		return err
	}
	h.collections[dir] = true
	return nil
}

func (h *host) address(name string) string {
	return strings.TrimSuffix(h.target.at.URL, "/") + "/" + name
}

func (h *host) expect(method, name string, body []byte, header http.Header, statuses ...int) error {
	answer, err := h.do(method, name, body, header)
	if err != nil {
		return err
	}
	if slices.Contains(statuses, answer.Status) {
		return nil
	}
	switch answer.Status {
	case http.StatusUnauthorized, http.StatusForbidden:
		return fmt.Errorf("the web host refuses the name and password (%d at %s)", answer.Status, h.address(name))
	case http.StatusInsufficientStorage:
		return fmt.Errorf("the web host is full (%d at %s)", answer.Status, h.address(name))
	}
	return fmt.Errorf("the web host answered %d to %s %s", answer.Status, method, h.address(name))
}

func (h *host) do(method, name string, body []byte, header http.Header) (*outbound.Answer, error) {
	request, err := http.NewRequest(method, h.address(name), bytes.NewReader(body))
	if err != nil {
		return nil, fmt.Errorf("%s is no address: %w", h.address(name), err)
	}
	for key, values := range header {
		request.Header[key] = values
	}
	if h.target.at.Username != "" || h.target.at.Password != "" {
		request.SetBasicAuth(h.target.at.Username, h.target.at.Password)
	}
	answer, err := h.act.Do(request)
	var failed *outbound.Error
	if errors.As(err, &failed) && !failed.IsRefusal() {
		return nil, fmt.Errorf("%w: %w", ErrUnreachable, failed)
	}
	return answer, err
}
