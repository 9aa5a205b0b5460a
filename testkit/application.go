package testkit

import (
	"context"
	"log/slog"
	"net/http"
	"net/http/httptest"
	"net/netip"
	"os"
	"sync"
	"testing"
	"time"

	"rubrel/core/document"
	"rubrel/core/release"
	"rubrel/dresses"
	"rubrel/kinds"
	"rubrel/outbound"
	"rubrel/publish"
	"rubrel/standin/checkout"
	"rubrel/standin/ratesdesk"
	"rubrel/standin/webhost"
	"rubrel/store"
	"rubrel/testkit/chromium"
	"rubrel/web"
)

// Application is the whole of Rubrel with its web host stand-in, on ports of its own.
type Application struct {
	URL  string // Rubrel, without a slash at the end
	Host string // the web host stand-in
	// Checkout is the checkout stand-in.
	Checkout string
	Store    *store.Store
	// Handler is Rubrel's, with its routes.
	Handler http.Handler
	// Database is the address of the database, for a second process over it.
	Database string
}

// Start starts the application over an empty database, with the demo site in it.
func (c *Cluster) Start(t testing.TB) *Application {
	t.Helper()
	s, address := c.DemoStore(t)
	app := Serve(t, s)
	app.Database = address
	host := httptest.NewServer(webhost.New(t.TempDir()))
	t.Cleanup(host.Close)
	app.Host = host.URL
	shop := httptest.NewServer(checkout.New(func(ctx context.Context, site string) (*document.Site, error) {
		loaded, err := s.Load(ctx, site)
		if err != nil {
			return nil, err
		}
		return loaded.Site, nil
	}, time.Now))
	t.Cleanup(shop.Close)
	app.Checkout = shop.URL
	if err := s.SetHost(t.Context(), "fennmoor", app.HostFor("fennmoor")); err != nil {
		t.Fatal(err)
	}
	return app
}

// HostFor is a site's place at the web host stand-in.
func (a *Application) HostFor(site string) store.Host {
	return store.Host{URL: a.Host + "/dav/" + site, Public: a.Host + "/" + site, Username: webhost.Username,
		Password: webhost.Password}
}

// Serve serves the application over a store, and publishes what is asked to be.
func Serve(t testing.TB, s *store.Store) *Application {
	t.Helper()
	all := kinds.All()
	registry, err := dresses.Load(all)
	if err != nil {
		t.Fatal(err)
	}
	desk := httptest.NewServer(ratesdesk.New(time.Now))
	t.Cleanup(desk.Close)
	draining := make(chan struct{})
	server, err := web.New(s, all, registry, web.Options{Services: map[string]string{"rates": desk.URL},
		Outbound: Outbound(), Targets: targets(), Draining: draining})
	if err != nil {
		t.Fatal(err)
	}
	handler, err := server.Handler()
	if err != nil {
		t.Fatal(err)
	}
	stop := RunPublisher(t, s)
	listening := httptest.NewServer(handler)
	t.Cleanup(func() {
		close(draining) // event streams stay open as long as a page is
		listening.CloseClientConnections()
		listening.Close()
		stop()
	})
	return &Application{URL: listening.URL, Store: s, Handler: handler}
}

// Outbound may ask the stand-ins: any server of this machine.
func Outbound() *outbound.Client {
	return outbound.New(outbound.Policy{Networks: []netip.Prefix{netip.MustParsePrefix("127.0.0.0/8")}, Ports: ports()})
}

// ports are all that a system gives to those who ask for any.
func ports() []uint16 {
	all := make([]uint16, 0, 1<<16)
	for port := 1; port < 1<<16; port++ {
		all = append(all, uint16(port))
	}
	return all
}

// targets are the stand-ins and the folders of tests.
func targets() publish.Targets { return publish.AllTargets(Outbound(), []string{os.TempDir()}) }

// RunPublisher runs a publisher over a store until the function it returns is called, which waits for it.
func RunPublisher(t testing.TB, s *store.Store) (stop func()) {
	t.Helper()
	return Run(&publish.Runner{Store: s, Patience: 50 * time.Millisecond})
}

// Run runs a publisher with a client that may ask the stand-ins, as RunPublisher does.
func Run(runner *publish.Runner) (stop func()) {
	ctx, cancel := context.WithCancel(context.Background())
	registry, err := dresses.Load(kinds.All())
	if err != nil {
		panic(err) // the dresses that ship
	}
	runner.Targets, runner.Log, runner.Dresses = targets(), slog.New(slog.DiscardHandler), registry
	done := make(chan struct{})
	go func() {
		defer close(done)
		runner.Run(ctx)
	}()
	return sync.OnceFunc(func() {
		cancel()
		<-done
	})
}

// Published waits until what was asked for last is published, or is not to be, and returns how it ended.
func (a *Application) Published(t testing.TB, site string) store.Publication {
	t.Helper()
	deadline := time.Now().Add(chromium.Patience)
	for {
		p, err := a.Store.LastPublication(t.Context(), site)
		if err != nil {
			t.Fatal(err)
		}
		if p.Ended() {
			return p
		}
		if time.Now().After(deadline) {
			t.Fatalf("release %d of %s is still %s", p.Number, site, p.State)
		}
		time.Sleep(10 * time.Millisecond)
	}
}

// AddRelease makes a release of files as they are: the next of a site that nobody else changes.
func AddRelease(ctx context.Context, s *store.Store, l *store.Loaded, note string, files []release.File) (int, error) {
	number, err := s.BeginRelease(ctx, l, note)
	if err == nil {
		err = s.FillRelease(ctx, l.ID, number, files)
	}
	return number, err
}
