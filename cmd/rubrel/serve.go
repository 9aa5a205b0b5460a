package main

import (
	"bytes"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"fmt"
	"io"
	"net"
	"net/http"
	"os"
	"path/filepath"
	"syscall"
	"time"

	"rubrel/core/document"
	"rubrel/demo"
	"rubrel/dresses"
	"rubrel/kinds"
	"rubrel/standin/checkout"
	"rubrel/standin/ratesdesk"
	"rubrel/standin/webhost"
	"rubrel/store"
	"rubrel/store/cluster"
	"rubrel/web"
)

func setting(name, otherwise string) string {
	if value := os.Getenv(name); value != "" {
		return value
	}
	return otherwise
}

// serveCommand serves over a database that somebody else runs.
func serveCommand(ctx context.Context, _ []string, out io.Writer) error {
	url := os.Getenv("RUBREL_DATABASE")
	if url == "" {
		return fmt.Errorf("RUBREL_DATABASE does not say which database to use: %w", errUsage)
	}
	listener, err := listen("RUBREL_ADDR", "127.0.0.1:8080")
	if err != nil {
		return err
	}
	s, handler, err := application(ctx, url, nil, map[string]string{"rates": os.Getenv("RUBREL_RATES")})
	if err != nil {
		return errors.Join(err, listener.Close())
	}
	defer s.Close()
	fmt.Fprintf(out, "Rubrel is at http://%s/\n", listener.Addr())
	return serve(ctx, served{listener, handler})
}

// demoCommand starts a database, the stand-ins and the application, with demo data.
func demoCommand(ctx context.Context, _ []string, out io.Writer) (err error) {
	// All ports first: a taken one is told before anything is started.
	listeners, err := listenAll([]address{{"RUBREL_ADDR", "127.0.0.1:8080"}, {"RUBREL_WEBHOST", "127.0.0.1:8081"}, {"RUBREL_CHECKOUT", "127.0.0.1:8082"}, {"RUBREL_RATES", "127.0.0.1:8083"}})
	if err != nil {
		return err
	}
	home, database, err := startDatabase(ctx)
	if err != nil {
		return err
	}
	defer func() {
		stopping, cancel := context.WithTimeout(context.Background(), 30*time.Second)
		defer cancel()
		err = errors.Join(err, database.Stop(stopping))
	}()
	folder := filepath.Join(home, "webhost")
	if err := os.MkdirAll(folder, 0o755); err != nil {
		return err
	}
	hostURL, checkoutURL, ratesURL := urlOf(listeners[1]), urlOf(listeners[2]), urlOf(listeners[3])
	standIn := func(site string) store.Host {
		return store.Host{URL: hostURL + "/dav/" + site, Public: hostURL + "/" + site, Username: webhost.Username, Password: webhost.Password}
	}
	s, handler, err := application(ctx, database.URL, standIn, map[string]string{"rates": ratesURL})
	if err != nil {
		return err
	}
	defer s.Close()
	if err := seed(ctx, s, standIn, checkoutURL); err != nil {
		return err
	}
	fmt.Fprintf(out, "Rubrel is at            %s/\nStand-ins               web host %s/, checkout %s/, rates desk %s/\nData                    %s\n",
		urlOf(listeners[0]), hostURL, checkoutURL, ratesURL, home)
	sites := func(ctx context.Context, id string) (*document.Site, error) {
		loaded, err := s.Load(ctx, id)
		if err != nil {
			return nil, err
		}
		return loaded.Site, nil
	}
	return serve(ctx, served{listeners[0], handler}, served{listeners[1], webhost.New(folder)}, served{listeners[2], checkout.New(sites, time.Now)}, served{listeners[3], ratesdesk.New(time.Now)})
}

func urlOf(l net.Listener) string { return "http://" + l.Addr().String() }

// address is where something listens: the setting that says it, and where else.
type address struct{ setting, otherwise string }

// listenAll opens every port, or none.
func listenAll(addresses []address) ([]net.Listener, error) {
	var listeners []net.Listener
	for _, a := range addresses {
		l, err := listen(a.setting, a.otherwise)
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

// startDatabase starts the demo's cluster in RUBREL_HOME. Where nothing is set and the unprivileged user cannot
// reach this folder (a checkout below /root), it goes to /var/tmp, under a name made of this folder's.
func startDatabase(ctx context.Context) (home string, c *cluster.Cluster, err error) {
	home, err = filepath.Abs(setting("RUBREL_HOME", ".rubrel"))
	if err != nil {
		return "", nil, err
	}
	c, err = cluster.Start(ctx, filepath.Join(home, "postgres"), cluster.Options{})
	if errors.Is(err, cluster.ErrUnreachable) && os.Getenv("RUBREL_HOME") == "" {
		sum := sha256.Sum256([]byte(home))
		home = "/var/tmp/rubrel-" + hex.EncodeToString(sum[:4])
		c, err = cluster.Start(ctx, filepath.Join(home, "postgres"), cluster.Options{})
	}
	if errors.Is(err, cluster.ErrUnreachable) {
		err = fmt.Errorf("%w: set RUBREL_HOME to a folder it can reach, such as /var/tmp/rubrel", err)
	}
	return home, c, err
}

func listen(name, otherwise string) (net.Listener, error) {
	address := setting(name, otherwise)
	listener, err := net.Listen("tcp", address)
	if errors.Is(err, syscall.EADDRINUSE) {
		return nil, fmt.Errorf("%s is taken by another program: stop it, or set %s to another address, such as 127.0.0.1:0", address, name)
	}
	if err != nil {
		return nil, fmt.Errorf("cannot listen at %s (%s): %w", address, name, err)
	}
	return listener, nil
}

func application(ctx context.Context, url string, host func(string) store.Host, services map[string]string) (*store.Store, http.Handler, error) {
	all := kinds.All()
	registry, err := dresses.Load(all)
	if err != nil {
		return nil, nil, err
	}
	s, err := store.Open(ctx, url, all)
	if err != nil {
		return nil, nil, err
	}
	server, err := web.New(s, all, registry)
	if err != nil {
		s.Close()
		return nil, nil, err
	}
	server.DefaultHost, server.Services = host, services
	handler, err := server.Handler()
	if err != nil {
		s.Close()
		return nil, nil, err
	}
	return s, handler, nil
}

// seed makes the demo sites where they are missing, and tells stand-in hosts where they listen this time.
func seed(ctx context.Context, s *store.Store, host func(string) store.Host, checkoutURL string) error {
	for id, text := range demo.Sites() {
		_, tree, err := document.Parse(bytes.ReplaceAll(text, []byte(demo.Checkout), []byte(checkoutURL)), kinds.All())
		if err != nil {
			return fmt.Errorf("the demo document of %s: %w", id, err)
		}
		if err := s.CreateSite(ctx, id, tree); err != nil && !errors.Is(err, store.ErrTaken) {
			return err
		}
	}
	sites, err := s.Sites(ctx)
	if err != nil {
		return err
	}
	for _, site := range sites {
		current, err := s.Host(ctx, site.ID)
		if errors.Is(err, store.ErrNotFound) || err == nil && current.Password == webhost.Password && current.URL != host(site.ID).URL {
			err = s.SetHost(ctx, site.ID, host(site.ID))
		}
		if err != nil {
			return err
		}
	}
	return nil
}

type served struct {
	listener net.Listener
	handler  http.Handler
}

// serve answers until the context ends, then lets requests finish.
func serve(ctx context.Context, all ...served) error {
	ended := make(chan error, len(all))
	servers := make([]*http.Server, len(all))
	for i, one := range all {
		servers[i] = &http.Server{Handler: one.handler, ReadHeaderTimeout: 10 * time.Second, IdleTimeout: 2 * time.Minute,
			// Long-lived requests (event streams) end with the program.
			BaseContext: func(net.Listener) context.Context { return ctx }}
		go func() { ended <- servers[i].Serve(one.listener) }()
	}
	var err error
	select {
	case <-ctx.Done():
	case err = <-ended:
	}
	stopping, cancel := context.WithTimeout(context.Background(), 5*time.Second)
	defer cancel()
	for _, server := range servers {
		err = errors.Join(err, server.Shutdown(stopping))
	}
	if errors.Is(err, http.ErrServerClosed) {
		return nil
	}
	return err
}
