package main

import (
	"context"
	"errors"
	"fmt"
	"io"
	"log/slog"
	"net"
	"net/http"
	"os"
	"syscall"
	"time"

	"github.com/prometheus/client_golang/prometheus"
	"github.com/prometheus/client_golang/prometheus/collectors"
	"github.com/prometheus/client_golang/prometheus/promhttp"
	"golang.org/x/sync/errgroup"

	"rubrel/dresses"
	"rubrel/kinds"
	"rubrel/outbound"
	"rubrel/publish"
	"rubrel/refresh"
	"rubrel/store"
	"rubrel/web"
)

// serveCommand serves over a database that somebody else runs.
func serveCommand(ctx context.Context, _ []string, out io.Writer) error {
	c, err := configWithDatabase()
	if err != nil {
		return err
	}
	// For serve the setting names a rates desk to ask, and has no other value.
	c.Rates = os.Getenv(ratesSetting)
	listener, err := listen("RUBREL_ADDR", c.Address)
	if err != nil {
		return err
	}
	app, err := newApplication(ctx, c, nil)
	if err != nil {
		return errors.Join(err, listener.Close())
	}
	defer app.close()
	fmt.Fprintf(out, "Rubrel is at http://%s/\n", listener.Addr())
	return app.serve(ctx, served{listener, app.handler})
}

// application is the store, what answers requests, and what goes on beside them.
type application struct {
	store    *store.Store
	handler  http.Handler
	runner   *publish.Runner
	reader   *refresh.Reader
	log      *slog.Logger
	draining chan struct{}
	metrics  *served // where figures are given; nil for nowhere
	readOnly bool
}

// newApplication opens the database and makes everything that works over it.
func newApplication(ctx context.Context, c *config, host func(string) store.Host) (*application, error) {
	web.LetGarbageLie()
	all := kinds.All()
	registry, err := dresses.Load(all)
	if err != nil {
		return nil, err
	}
	app := &application{log: slog.New(slog.NewJSONHandler(os.Stderr, nil)), draining: make(chan struct{}),
		readOnly: c.ReadOnly}
	app.store, err = store.Open(ctx, c.Database, all, store.Options{Key: c.Key, Connections: c.Connections,
		ReadOnly: c.ReadOnly, LogEntries: c.LogEntries})
	if err != nil {
		return nil, err
	}
	client := outbound.New(c.Outbound)
	targets := publish.AllTargets(client, c.Folders)
	app.runner = &publish.Runner{Store: app.store, Dresses: registry, Targets: targets, Log: app.log}
	app.reader = &refresh.Reader{Store: app.store, Client: client, Log: app.log}
	server, err := web.New(app.store, all, registry, web.Options{DefaultHost: host,
		Services: map[string]string{"rates": c.Rates},
		Outbound: client, Targets: targets, Log: app.log, Hosts: c.Hosts, Proxies: c.Proxies, Draining: app.draining})
	if err == nil {
		app.handler, err = server.Handler()
	}
	if err == nil && c.Metrics != "" {
		app.metrics, err = newMetrics(c.Metrics, server.Collectors())
	}
	if err != nil {
		app.close()
		return nil, err
	}
	return app, nil
}

func (a *application) close() { a.store.Close() }

// newMetrics gives figures on an address of its own, which nobody but the operator needs to reach.
func newMetrics(address string, figures []prometheus.Collector) (*served, error) {
	registry := prometheus.NewRegistry()
	for _, figure := range append(figures, collectors.NewGoCollector(),
		collectors.NewProcessCollector(collectors.ProcessCollectorOpts{})) {
		if err := registry.Register(figure); err != nil {
			return nil, fmt.Errorf("metrics: %w", err)
		}
	}
	listener, err := listen("RUBREL_METRICS", address)
	if err != nil {
		return nil, err
	}
	return &served{listener, promhttp.HandlerFor(registry, promhttp.HandlerOpts{})}, nil
}

func urlOf(l net.Listener) string { return "http://" + l.Addr().String() }

// address is where something listens, and the setting that says it.
type address struct{ setting, address string }

// listenAll opens every port, or none.
func listenAll(addresses []address) ([]net.Listener, error) {
	var listeners []net.Listener
	for _, a := range addresses {
		l, err := listen(a.setting, a.address)
		if err != nil {
			for _, open := range listeners {
				err = errors.Join(err, open.Close())
			}
			return nil, err
		}
		listeners = append(listeners, l)
	}
	return listeners, nil
}

func listen(name, address string) (net.Listener, error) {
	listener, err := net.Listen("tcp", address)
	if errors.Is(err, syscall.EADDRINUSE) {
		return nil, fmt.Errorf("%s is taken by another program: stop it, or set %s to another address, such as 127.0.0.1:0",
			address, name)
	}
	if err != nil {
		return nil, fmt.Errorf("cannot listen at %s (%s): %w", address, name, err)
	}
	return listener, nil
}

type served struct {
	listener net.Listener
	handler  http.Handler
}

// drainTime is how long requests that are under way may take when the program is to stop.
const drainTime = 20 * time.Second

// serve answers until the context ends. Then no new request is taken, streams end, what is under way is finished, and
// the publisher is waited for.
func (a *application) serve(ctx context.Context, all ...served) error {
	if a.metrics != nil {
		all = append(all, *a.metrics)
	}
	group, ctx := errgroup.WithContext(ctx)
	for _, one := range all {
		// Requests live on when the context ends: they are drained, not cut.
		server := &http.Server{Handler: one.handler, ReadHeaderTimeout: 10 * time.Second, IdleTimeout: 2 * time.Minute,
			MaxHeaderBytes: 64 << 10}
		group.Go(func() error {
			if err := server.Serve(one.listener); !errors.Is(err, http.ErrServerClosed) {
				return err
			}
			return nil
		})
		group.Go(func() error {
			<-ctx.Done()
			stopping, cancel := context.WithTimeout(context.Background(), drainTime)
			defer cancel()
			if err := server.Shutdown(stopping); err != nil {
				return errors.Join(err, server.Close())
			}
			return nil
		})
	}
	group.Go(func() error {
		<-ctx.Done()
		close(a.draining)
		return nil
	})
	if !a.readOnly {
		group.Go(func() error { a.runner.Run(ctx); return nil })
		group.Go(func() error { a.reader.Run(ctx); return nil })
		group.Go(func() error {
			a.store.KeepMaintained(ctx, func(err error) { a.log.Error("maintain", "error", err) })
			return nil
		})
	}
	return group.Wait()
}
