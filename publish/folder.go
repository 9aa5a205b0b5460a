package publish

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"io/fs"
	"net/url"
	"os"
	"path"
	"path/filepath"
	"strings"
	"syscall"

	"rubrel/core/release"
	"rubrel/store"
)

// Folders are folders of the machine that Rubrel runs on, which a web server shows: those below the roots that whoever
// runs Rubrel has named, and no others.
func Folders(roots []string) Sort {
	f := folders(roots)
	return Sort{Name: "a folder", Schemes: []string{"file"}, Unlocked: true,
		Example: "file://" + path.Join(roots[0], "site"),
		Check: func(u *url.URL) error {
			_, _, err := f.within(u)
			return err
		},
		IsOpen: func(*url.URL) bool { return false },
		Enter:  func(at store.Host) Target { return folder{at, f} }}
}

// folders are the roots below which sites may be published.
type folders []string

// within is the root that the folder of an address is below, and where below it it is.
func (f folders) within(u *url.URL) (root, below string, err error) {
	if u.Host != "" || !path.IsAbs(u.Path) || u.RawQuery != "" || u.Fragment != "" {
		return "", "", fmt.Errorf("%q is no folder: it starts with file:/// and says the whole path", u)
	}
	for _, root := range f {
		below, err := filepath.Rel(root, filepath.FromSlash(path.Clean(u.Path)))
		if err == nil && below != "." && filepath.IsLocal(below) {
			return root, below, nil
		}
	}
	return "", "", fmt.Errorf("%q is not below a folder that may be published to: %s", u.Path, strings.Join(f, ", "))
}

// folder is a folder that a web server shows.
type folder struct {
	at      store.Host
	folders folders
}

// Put writes everything under another name on the same disk first, and renames it to its own, which replaces a file in
// one step (rename(2)). It follows no link that leads out of the folder.
func (t folder) Put(ctx context.Context, files, before []release.File, note func(sent int) error) error {
	root, err := t.open()
	if err != nil {
		return explained(err)
	}
	defer root.Close()
	if err := t.put(ctx, root, files, before, note); err != nil {
		return explained(err)
	}
	_ = root.RemoveAll(staging) // what stays there is overwritten next time
	return nil
}

func (t folder) open() (*os.Root, error) {
	u, err := url.Parse(t.at.URL)
	if err != nil {
		return nil, err
	}
	at, below, err := t.folders.within(u)
	if err != nil {
		return nil, err
	}
	above, err := os.OpenRoot(at)
	if err != nil {
		return nil, err
	}
	defer above.Close()
	if err := above.MkdirAll(below, folderMode); err != nil {
		return nil, err
	}
	return above.OpenRoot(below)
}

// What a web server may read, and whoever runs Rubrel may write.
const (
	folderMode = 0o755
	fileMode   = 0o644
)

func (t folder) put(ctx context.Context, root *os.Root, files, before []release.File, note func(sent int) error) error {
	if err := root.MkdirAll(staging, folderMode); err != nil {
		return err
	}
	assets, pages := parts(files)
	sent := 0
	told := func() error {
		if ctx.Err() != nil {
			return ctx.Err()
		}
		sent++
		return note(sent)
	}
	for _, f := range assets {
		if !holds(root, f.Path, f) {
			if err := stage(root, f); err != nil {
				return err
			}
			if err := root.Rename(staged(f), f.Path); err != nil {
				return err
			}
		}
		if err := told(); err != nil {
			return err
		}
	}
	for _, f := range pages {
		if err := stage(root, f); err != nil {
			return err
		}
		if err := told(); err != nil {
			return err
		}
	}
	for _, f := range pages {
		if err := root.Rename(staged(f), f.Path); err != nil {
			return err
		}
	}
	for _, old := range goneFrom(before, pages) {
		if err := root.Remove(old.Path); err != nil && !errors.Is(err, fs.ErrNotExist) {
			return err
		}
	}
	for _, f := range files {
		if !holds(root, f.Path, f) {
			return fmt.Errorf("the folder shows %s other than it was written", f.Path)
		}
	}
	return nil
}

// stage writes a file under its other name, onto the disk, and makes the folder that it will stand in.
func stage(root *os.Root, f release.File) error {
	if err := root.MkdirAll(path.Dir(f.Path), folderMode); err != nil {
		return err
	}
	file, err := root.OpenFile(staged(f), os.O_WRONLY|os.O_CREATE|os.O_TRUNC, fileMode)
	if err != nil {
		return err
	}
	_, err = file.Write(f.Bytes)
	return errors.Join(err, file.Sync(), file.Close())
}

// holds reports whether a file has a content.
func holds(root *os.Root, name string, f release.File) bool {
	content, err := root.ReadFile(name)
	return err == nil && bytes.Equal(content, f.Bytes)
}

// explained says what a failure of the disk means to whoever publishes.
func explained(err error) error {
	switch {
	case errors.Is(err, syscall.ENOSPC), errors.Is(err, syscall.EDQUOT):
		return fmt.Errorf("the disk of the folder is full: %w", err)
	case errors.Is(err, fs.ErrPermission):
		return fmt.Errorf("the folder may not be written to: %w", err)
	}
	return err
}
