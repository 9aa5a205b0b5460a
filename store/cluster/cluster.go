// Package cluster runs a private PostgreSQL cluster on loopback as an unprivileged user, for the demo and the tests.
package cluster

import (
	"context"
	"crypto/rand"
	"encoding/hex"
	"errors"
	"fmt"
	"net"
	"os"
	"os/exec"
	"os/user"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"syscall"
	"time"

	"github.com/jackc/pgx/v5"
)

// Options say how the cluster runs.
type Options struct {
	// Forgetful leaves out the flush to disk at commit: for tests that never pull the plug.
	Forgetful bool
}

// Cluster is a running PostgreSQL.
type Cluster struct {
	URL      string // of the database "rubrel"
	home     string
	programs string
	as       *syscall.Credential
}

const role = "rubrel"

// ErrUnreachable is the error for a folder that the unprivileged user cannot enter.
var ErrUnreachable = errors.New("the user postgres cannot enter the folder")

// Start finds the cluster in a folder, makes it where there is none, and starts it where it does not run. A
// cluster that was killed recovers by itself. The folder must be reachable by the user "postgres" when the
// program runs as root.
func Start(ctx context.Context, home string, options Options) (*Cluster, error) {
	programs, err := findPrograms()
	if err != nil {
		return nil, err
	}
	if home, err = filepath.Abs(home); err != nil {
		return nil, fmt.Errorf("cluster: %w", err)
	}
	c := &Cluster{home: home, programs: programs}
	if err := c.prepare(); err != nil {
		return nil, err
	}
	if _, err := os.Stat(filepath.Join(c.data(), "PG_VERSION")); errors.Is(err, os.ErrNotExist) {
		if err := c.initialise(ctx); err != nil {
			return nil, err
		}
	}
	password, err := os.ReadFile(c.passwordFile())
	if err != nil {
		return nil, fmt.Errorf("cluster: %w", err)
	}
	port, running := c.runningPort()
	if running {
		running = c.answers(ctx, port, string(password))
	}
	if !running {
		if port, err = c.launch(ctx, options); err != nil {
			return nil, err
		}
	}
	c.URL = address(port, string(password), "rubrel")
	return c, c.createDatabase(ctx, address(port, string(password), "postgres"))
}

func address(port int, password, database string) string {
	return fmt.Sprintf("postgres://%s:%s@127.0.0.1:%d/%s?sslmode=disable", role, strings.TrimSpace(password), port,
		database)
}

func (c *Cluster) data() string         { return filepath.Join(c.home, "data") }
func (c *Cluster) passwordFile() string { return filepath.Join(c.home, "password") }

// findPrograms looks where Debian puts the servers, the newest first.
func findPrograms() (string, error) {
	found, err := filepath.Glob("/usr/lib/postgresql/*/bin/initdb")
	if err != nil || len(found) == 0 {
		return "", errors.New("PostgreSQL is not installed: run scripts/install.sh, or apt-get install postgresql")
	}
	version := func(p string) int {
		n, _ := strconv.Atoi(strings.Split(p, "/")[4])
		return n
	}
	slices.SortFunc(found, func(a, b string) int { return version(b) - version(a) })
	return filepath.Dir(found[0]), nil
}

// prepare makes the folder, and as root gives it to the unprivileged user that will run the server.
func (c *Cluster) prepare() error {
	if os.Geteuid() != 0 {
		return makeFolder(c.home)
	}
	owner, err := user.Lookup("postgres")
	if err != nil {
		return fmt.Errorf("cluster: PostgreSQL will not run as root and there is no user for it: %w", err)
	}
	uid, _ := strconv.Atoi(owner.Uid)
	gid, _ := strconv.Atoi(owner.Gid)
	c.as = &syscall.Credential{Uid: uint32(uid), Gid: uint32(gid)}
	for dir := filepath.Dir(c.home); dir != "/"; dir = filepath.Dir(dir) {
		info, err := os.Stat(dir)
		if errors.Is(err, os.ErrNotExist) {
			continue // it is made below, open to all
		}
		if err != nil {
			return fmt.Errorf("cluster: %w", err)
		}
		if info.Mode()&0o001 == 0 {
			return fmt.Errorf("cluster: %w %s", ErrUnreachable, dir)
		}
	}
	if err := makeFolder(c.home); err != nil {
		return err
	}
	if err := os.Chown(c.home, uid, gid); err != nil {
		return fmt.Errorf("cluster: %w", err)
	}
	return nil
}

// makeFolder makes a folder and those above it that are missing, open for all to pass whatever the mask of the process.
func makeFolder(path string) error {
	if _, err := os.Stat(path); err == nil {
		return nil
	}
	if err := makeFolder(filepath.Dir(path)); err != nil {
		return err
	}
	const open = 0o755
	err := os.Mkdir(path, open)
	if err == nil {
		err = os.Chmod(path, open)
	}
	if err != nil && !errors.Is(err, os.ErrExist) {
		return fmt.Errorf("cluster: %w", err)
	}
	return nil
}

func (c *Cluster) run(ctx context.Context, program string, arguments ...string) error {
	command := exec.CommandContext(ctx, filepath.Join(c.programs, program), arguments...)
	// A process group of its own: an interrupt at the terminal stops Rubrel, which then stops the server in order.
	command.SysProcAttr = &syscall.SysProcAttr{Credential: c.as, Setpgid: true}
	command.Dir = c.home
	command.Env = append(os.Environ(), "LC_ALL=C.UTF-8")
	// The server inherits what pg_ctl writes to, so this must be a file: a pipe would never end.
	log, err := os.OpenFile(filepath.Join(c.home, program+".log"), os.O_CREATE|os.O_TRUNC|os.O_WRONLY, 0o644)
	if err != nil {
		return fmt.Errorf("cluster: %w", err)
	}
	defer log.Close()
	command.Stdout, command.Stderr = log, log
	if err := command.Run(); err != nil {
		said, _ := os.ReadFile(log.Name())
		return fmt.Errorf("cluster: %s: %w: %s", program, err, strings.TrimSpace(string(said)))
	}
	return nil
}

func (c *Cluster) initialise(ctx context.Context) error {
	secret := make([]byte, 16)
	if _, err := rand.Read(secret); err != nil {
		return fmt.Errorf("cluster: %w", err)
	}
	if err := os.WriteFile(c.passwordFile(), []byte(hex.EncodeToString(secret)), 0o600); err != nil {
		return fmt.Errorf("cluster: %w", err)
	}
	if c.as != nil {
		if err := os.Chown(c.passwordFile(), int(c.as.Uid), int(c.as.Gid)); err != nil {
			return fmt.Errorf("cluster: %w", err)
		}
	}
	// A cluster that was being made when the machine stopped is made anew.
	if err := os.RemoveAll(c.data()); err != nil {
		return fmt.Errorf("cluster: %w", err)
	}
	return c.run(ctx, "initdb", "-D", c.data(), "-U", role, "--auth=scram-sha-256", "--pwfile="+c.passwordFile(), "-E",
		"UTF8", "--locale=C.UTF-8")
}

// runningPort reads the port of the server that holds the folder, if there is one.
func (c *Cluster) runningPort() (int, bool) {
	text, err := os.ReadFile(filepath.Join(c.data(), "postmaster.pid"))
	if err != nil {
		return 0, false
	}
	lines := strings.Split(string(text), "\n")
	if len(lines) < 4 {
		return 0, false
	}
	port, err := strconv.Atoi(strings.TrimSpace(lines[3]))
	return port, err == nil
}

func (c *Cluster) answers(ctx context.Context, port int, password string) bool {
	connection, err := pgx.Connect(ctx, address(port, password, "postgres"))
	if err != nil {
		return false
	}
	defer connection.Close(ctx)
	var folder string
	return connection.QueryRow(ctx, "show data_directory").Scan(&folder) == nil && folder == c.data()
}

func (c *Cluster) launch(ctx context.Context, options Options) (int, error) {
	listener, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		return 0, fmt.Errorf("cluster: %w", err)
	}
	port := listener.Addr().(*net.TCPAddr).Port
	if err := listener.Close(); err != nil {
		return 0, fmt.Errorf("cluster: %w", err)
	}
	settings := fmt.Sprintf("-p %d -c listen_addresses=127.0.0.1 -c unix_socket_directories= -c max_connections=100", port)
	if options.Forgetful {
		settings += " -c fsync=off -c synchronous_commit=off -c full_page_writes=off"
	}
	// After a kill the old server's children hold its memory for a moment, until they notice; only then can a new
	// one start.
	for try := 1; ; try++ {
		err = c.run(ctx, "pg_ctl", "-D", c.data(), "-l", filepath.Join(c.home, "server.log"), "-w", "-t", "60", "-o",
			settings, "start")
		if err == nil || try == 20 || ctx.Err() != nil {
			return port, err
		}
		select {
		case <-ctx.Done():
		case <-time.After(500 * time.Millisecond):
		}
	}
}

func (c *Cluster) createDatabase(ctx context.Context, url string) error {
	connection, err := pgx.Connect(ctx, url)
	if err != nil {
		return fmt.Errorf("cluster: %w", err)
	}
	defer connection.Close(ctx)
	var exists bool
	if err := connection.QueryRow(ctx, "select exists (select from pg_database where datname = "+
		"'rubrel')").Scan(&exists); err != nil {
		return fmt.Errorf("cluster: %w", err)
	}
	if exists {
		return nil
	}
	if _, err := connection.Exec(ctx, "create database rubrel"); err != nil {
		return fmt.Errorf("cluster: %w", err)
	}
	return nil
}

// Stop ends the server in order; what was committed stays.
func (c *Cluster) Stop(ctx context.Context) error {
	return c.run(ctx, "pg_ctl", "-D", c.data(), "-w", "-m", "fast", "stop")
}
