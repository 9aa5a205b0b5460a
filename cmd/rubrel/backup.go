package main

import (
	"bufio"
	"context"
	"errors"
	"fmt"
	"io"
	"os"
	"time"

	"rubrel/kinds"
	"rubrel/store"
)

// backupCommand writes the database into a file. The file appears under its name when it is whole.
func backupCommand(ctx context.Context, arguments []string, out io.Writer) error {
	path, s, err := openFor(ctx, "backup", arguments)
	if err != nil {
		return err
	}
	defer s.Close()
	part := path + ".part"
	file, err := os.OpenFile(part, os.O_CREATE|os.O_WRONLY|os.O_TRUNC, 0o600)
	if err != nil {
		return err
	}
	buffered := bufio.NewWriter(file)
	err = s.Backup(ctx, buffered, time.Now())
	if err = errors.Join(err, buffered.Flush(), file.Sync(), file.Close()); err != nil {
		return errors.Join(err, os.Remove(part))
	}
	if err := os.Rename(part, path); err != nil {
		return err
	}
	fmt.Fprintln(out, path)
	return nil
}

// restoreCommand reads a file that backup wrote into an empty database.
func restoreCommand(ctx context.Context, arguments []string, out io.Writer) error {
	path, s, err := openFor(ctx, "restore", arguments)
	if err != nil {
		return err
	}
	defer s.Close()
	file, err := os.Open(path)
	if err != nil {
		return err
	}
	defer file.Close()
	if err := s.Restore(ctx, bufio.NewReader(file)); err != nil {
		return err
	}
	sites, err := s.SiteIDs(ctx)
	if err != nil {
		return err
	}
	fmt.Fprintf(out, "%d sites are back\n", len(sites))
	return nil
}

// openFor reads the one argument of a command and opens the database.
func openFor(ctx context.Context, command string, arguments []string) (string, *store.Store, error) {
	if len(arguments) != 1 {
		return "", nil, fmt.Errorf("%s FILE: %w", command, errUsage)
	}
	c, err := configWithDatabase()
	if err != nil {
		return "", nil, err
	}
	s, err := store.Open(ctx, c.Database, kinds.All(), store.Options{Key: c.Key})
	return arguments[0], s, err
}
