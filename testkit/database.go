// Package testkit starts what tests and the screenshot tool drive: a private PostgreSQL, the whole application,
// and headless Chromium. Nothing in it is part of the program.
package testkit

import (
	"bytes"
	"context"
	"fmt"
	"net/url"
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"sync/atomic"
	"syscall"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"

	"rubrel/core/document"
	"rubrel/demo"
	"rubrel/kinds"
	"rubrel/store"
	"rubrel/store/cluster"
	"rubrel/testkit/chromium"
)

// Cluster is a PostgreSQL for a whole test binary.
type Cluster struct {
	*cluster.Cluster
	folder string
	count  atomic.Int64
}

// StartCluster starts a cluster in a folder of its own. Call Remove when the tests have run.
func StartCluster(options cluster.Options) (*Cluster, error) {
	// Not below TMPDIR as it may be: the user postgres must be able to enter every folder above.
	folder, err := os.MkdirTemp("/var/tmp", "rubrel-test-")
	if err != nil {
		return nil, fmt.Errorf("testkit: %w", err)
	}
	if err := os.Chmod(folder, 0o755); err != nil {
		return nil, fmt.Errorf("testkit: %w", err)
	}
	c, err := cluster.Start(context.Background(), filepath.Join(folder, "postgres"), options)
	if err != nil {
		return nil, err
	}
	return &Cluster{Cluster: c, folder: folder}, nil
}

// Remove stops the cluster and deletes its data.
func (c *Cluster) Remove() {
	if err := c.Stop(context.Background()); err != nil {
		fmt.Fprintln(os.Stderr, "testkit:", err)
	}
	if err := os.RemoveAll(c.folder); err != nil {
		fmt.Fprintln(os.Stderr, "testkit:", err)
	}
}

// MainWithCluster runs a package's tests over one cluster.
func MainWithCluster(m *testing.M, c **Cluster) {
	started, err := StartCluster(cluster.Options{Forgetful: true})
	if err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
	*c = started
	code := chromium.Run(m)
	started.Remove()
	os.Exit(code)
}

// NewURL makes an empty database and returns its address.
func (c *Cluster) NewURL(ctx context.Context) (string, error) {
	name := fmt.Sprintf("test_%d", c.count.Add(1))
	connection, err := pgx.Connect(ctx, c.URL)
	if err != nil {
		return "", fmt.Errorf("testkit: %w", err)
	}
	defer connection.Close(ctx)
	if _, err := connection.Exec(ctx, "create database "+name); err != nil {
		return "", fmt.Errorf("testkit: %w", err)
	}
	u, err := url.Parse(c.URL)
	if err != nil {
		return "", fmt.Errorf("testkit: %w", err)
	}
	u.Path = "/" + name
	return u.String(), nil
}

// Store opens an empty store for one test.
func (c *Cluster) Store(t testing.TB) (*store.Store, string) {
	t.Helper()
	address, err := c.NewURL(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	s, err := store.Open(t.Context(), address, kinds.All(), store.Options{Key: Key})
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(s.Close)
	return s, address
}

// Key seals the passwords of every test's stores: of no use elsewhere.
var Key = bytes.Repeat([]byte{7}, store.KeySize)

// DemoStore opens a store that holds the demo site as "fennmoor".
func (c *Cluster) DemoStore(t testing.TB) (*store.Store, string) {
	t.Helper()
	s, address := c.Store(t)
	_, tree, err := document.Parse(demo.Fennmoor, kinds.All())
	if err != nil {
		t.Fatal(err)
	}
	if err := s.CreateSite(t.Context(), "fennmoor", tree); err != nil {
		t.Fatal(err)
	}
	return s, address
}

// processes are those of the server, the first one last.
func (c *Cluster) processes() ([]int, error) {
	text, err := os.ReadFile(filepath.Join(c.folder, "postgres", "data", "postmaster.pid"))
	if err != nil {
		return nil, fmt.Errorf("testkit: %w", err)
	}
	first, err := strconv.Atoi(strings.SplitN(string(text), "\n", 2)[0])
	if err != nil {
		return nil, fmt.Errorf("testkit: %w", err)
	}
	children, err := os.ReadFile(fmt.Sprintf("/proc/%d/task/%d/children", first, first))
	if err != nil {
		return nil, fmt.Errorf("testkit: %w", err)
	}
	var all []int
	for word := range strings.FieldsSeq(string(children)) {
		if pid, err := strconv.Atoi(word); err == nil {
			all = append(all, pid)
		}
	}
	return append(all, first), nil
}

// signal sends a signal to every process of the server; one may have ended by then.
func signal(processes []int, s syscall.Signal) {
	for _, pid := range processes {
		_ = syscall.Kill(pid, s)
	}
}

// Suspend stops every process of the server where it is, as a machine does that swaps or hangs, until resume is called.
func (c *Cluster) Suspend() (resume func(), err error) {
	all, err := c.processes()
	if err != nil {
		return nil, err
	}
	signal(all, syscall.SIGSTOP)
	return func() { signal(all, syscall.SIGCONT) }, nil
}

// Kill ends the server without warning; it has no time to write anything more.
func (c *Cluster) Kill() error {
	all, err := c.processes()
	if err != nil {
		return err
	}
	slices.Reverse(all) // the first one starts no others then
	signal(all, syscall.SIGKILL)
	return nil
}

// Restart starts the cluster again after Kill. It returns the address of the last database that NewURL made.
func (c *Cluster) Restart(ctx context.Context) (string, error) {
	started, err := cluster.Start(ctx, filepath.Join(c.folder, "postgres"), cluster.Options{})
	if err != nil {
		return "", err
	}
	c.Cluster = started
	u, err := url.Parse(c.URL)
	if err != nil {
		return "", fmt.Errorf("testkit: %w", err)
	}
	u.Path = fmt.Sprintf("/test_%d", c.count.Load())
	return u.String(), nil
}

// ReportP95 adds the 95th percentile of what was timed to a benchmark's result.
func ReportP95(b *testing.B, took []time.Duration) {
	slices.Sort(took)
	if len(took) > 0 {
		b.ReportMetric(float64(took[len(took)*95/100].Microseconds())/1000, "p95-ms")
	}
}
