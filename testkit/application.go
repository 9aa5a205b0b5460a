package testkit

import (
	"context"
	"net/http/httptest"
	"testing"
	"time"

	"rubrel/core/document"
	"rubrel/dresses"
	"rubrel/kinds"
	"rubrel/standin/checkout"
	"rubrel/standin/ratesdesk"
	"rubrel/standin/webhost"
	"rubrel/store"
	"rubrel/web"
)

// Application is the whole of Rubrel with its web host stand-in, on ports of its own.
type Application struct {
	URL  string // Rubrel, without a slash at the end
	Host string // the web host stand-in
	// Checkout is the checkout stand-in.
	Checkout string
	Store    *store.Store
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
	return store.Host{URL: a.Host + "/dav/" + site, Public: a.Host + "/" + site, Username: webhost.Username, Password: webhost.Password}
}

// Serve serves the application over a store.
func Serve(t testing.TB, s *store.Store) *Application {
	t.Helper()
	all := kinds.All()
	registry, err := dresses.Load(all)
	if err != nil {
		t.Fatal(err)
	}
	server, err := web.New(s, all, registry)
	if err != nil {
		t.Fatal(err)
	}
	desk := httptest.NewServer(ratesdesk.New(time.Now))
	t.Cleanup(desk.Close)
	server.Services = map[string]string{"rates": desk.URL}
	handler, err := server.Handler()
	if err != nil {
		t.Fatal(err)
	}
	listening := httptest.NewServer(handler)
	// Event streams stay open as long as a page is: they are cut, not waited for.
	t.Cleanup(func() { listening.CloseClientConnections(); listening.Close() })
	return &Application{URL: listening.URL, Store: s}
}
