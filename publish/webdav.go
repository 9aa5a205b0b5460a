// Package publish puts a release on a web host by WebDAV (RFC 4918).
package publish

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"io"
	"net/http"
	"net/url"
	"path"
	"slices"
	"strings"
	"time"

	"rubrel/render"
)

// Target is a WebDAV collection and how to enter it.
type Target struct {
	URL                string
	Username, Password string
}

// CheckURL says whether an address can be a target.
func CheckURL(text string) error {
	u, err := url.Parse(text)
	if err != nil || u.Scheme != "http" && u.Scheme != "https" || u.Host == "" {
		return fmt.Errorf("%q is not the address of a web host: it starts with https:// or http://", text)
	}
	if u.User != nil {
		return errors.New("leave name and password out of the address: they have fields of their own")
	}
	return nil
}

// Put makes the target hold a release. Files that carry a hash in their name and are there already are not sent
// again. Pages come last and each is moved into place whole, so a visitor never meets half of one. Pages of the
// release before that the new one lacks are removed.
func (t Target) Put(ctx context.Context, files, before []render.File) error {
	c := client{t, &http.Client{Timeout: 60 * time.Second}, map[string]bool{}}
	if err := c.collection(ctx, ""); err != nil {
		return err
	}
	for _, f := range files {
		if err := c.put(ctx, f); err != nil {
			return err
		}
	}
	for _, old := range before {
		gone := !slices.ContainsFunc(files, func(f render.File) bool { return f.Path == old.Path })
		if isPage(old) && gone {
			if err := c.expect(ctx, http.MethodDelete, old.Path, nil, nil, 200, 204, 404); err != nil {
				return err
			}
		}
	}
	return nil
}

func isPage(f render.File) bool { return strings.HasSuffix(f.Path, ".html") }

type client struct {
	target      Target
	http        *http.Client
	collections map[string]bool // those known to exist
}

func (c *client) put(ctx context.Context, f render.File) error {
	if dir := path.Dir(f.Path); dir != "." {
		if err := c.collection(ctx, dir); err != nil {
			return err
		}
	}
	header := http.Header{"Content-Type": {f.Type}}
	if !isPage(f) {
		if status, err := c.do(ctx, http.MethodHead, f.Path, nil, nil); err == nil && status == http.StatusOK {
			return nil
		}
		return c.expect(ctx, http.MethodPut, f.Path, f.Bytes, header, 200, 201, 204)
	}
	part := f.Path + ".part"
	if err := c.expect(ctx, http.MethodPut, part, f.Bytes, header, 200, 201, 204); err != nil {
		return err
	}
	move := http.Header{"Destination": {c.address(f.Path)}, "Overwrite": {"T"}}
	return c.expect(ctx, "MOVE", part, nil, move, 201, 204)
}

// collection makes a collection and those above it, below the target.
func (c *client) collection(ctx context.Context, dir string) error {
	if c.collections[dir] {
		return nil
	}
	if up := path.Dir(dir); dir != "" && up != "." {
		if err := c.collection(ctx, up); err != nil {
			return err
		}
	}
	// 405 says that it exists (RFC 4918, section 9.3.1).
	if err := c.expect(ctx, "MKCOL", dir, nil, nil, 201, 405); err != nil {
		return err
	}
	c.collections[dir] = true
	return nil
}

func (c *client) address(name string) string {
	return strings.TrimSuffix(c.target.URL, "/") + "/" + name
}

func (c *client) expect(ctx context.Context, method, name string, body []byte, header http.Header, statuses ...int) error {
	status, err := c.do(ctx, method, name, body, header)
	if err != nil {
		return fmt.Errorf("the web host does not answer: %w", err)
	}
	if slices.Contains(statuses, status) {
		return nil
	}
	switch status {
	case http.StatusUnauthorized, http.StatusForbidden:
		return fmt.Errorf("the web host refuses the name and password (%d at %s)", status, c.address(name))
	case http.StatusInsufficientStorage:
		return fmt.Errorf("the web host is full (%d at %s)", status, c.address(name))
	}
	return fmt.Errorf("the web host answered %d to %s %s", status, method, c.address(name))
}

func (c *client) do(ctx context.Context, method, name string, body []byte, header http.Header) (int, error) {
	request, err := http.NewRequestWithContext(ctx, method, c.address(name), bytes.NewReader(body))
	if err != nil {
		return 0, err
	}
	for key, values := range header {
		request.Header[key] = values
	}
	request.SetBasicAuth(c.target.Username, c.target.Password)
	response, err := c.http.Do(request)
	if err != nil {
		return 0, err
	}
	defer response.Body.Close()
	_, err = io.Copy(io.Discard, io.LimitReader(response.Body, 1<<20))
	return response.StatusCode, err
}
