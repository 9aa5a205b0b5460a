// Package web is Rubrel's interface: handlers, templates and the files they need. It turns requests into changes,
// and what the core computes into pages; it decides nothing about pricing, looks or layout itself.
package web

import (
	"context"
	"embed"
	"fmt"
	"io/fs"
	"log/slog"
	"net"
	"net/http"
	"net/netip"
	"slices"
	"strings"
	"time"

	"github.com/go-chi/chi/v5"
	"github.com/go-chi/chi/v5/middleware"

	"rubrel/core/kind"
	"rubrel/dresses"
	"rubrel/outbound"
	"rubrel/publish"
	"rubrel/store"
	"rubrel/web/bench"
	"rubrel/web/house"
	"rubrel/web/paste"
	"rubrel/web/pictures"
	"rubrel/web/releases"
	"rubrel/web/screen"
	"rubrel/web/sites"
)

//go:embed static
var staticFiles embed.FS

// Options say what a server works with besides its store. The zero value works, and asks nobody outside.
type Options struct {
	// DefaultHost is where a new site is published until its designer says otherwise; nil for nowhere.
	DefaultHost func(site string) store.Host
	// Services are the addresses of outside services, by the name of the kind's Source that asks them.
	Services map[string]string
	// Outbound asks them; nil where there are none.
	Outbound *outbound.Client
	// Targets are the sorts of places that sites may be published to.
	Targets publish.Targets
	// Log takes request lines, audit lines and what breaks; nil for nowhere.
	Log *slog.Logger
	// Hosts are names under which a proxy on this machine passes requests on.
	Hosts []string
	// Proxies are the networks of proxies whose X-Forwarded-For says from where a request comes.
	Proxies []netip.Prefix
	// Draining is closed when the program is about to stop: streams end then, and pages come back by themselves.
	Draining <-chan struct{}
}

// Server answers Rubrel's requests.
type Server struct {
	*screen.Server
	options Options
	meters  meters
	screens screens
}

// screens are the screens that there are.
type screens struct {
	sites    sites.Screen
	house    house.Screen
	pictures pictures.Screen
	paste    paste.Screen
	releases releases.Screen
	bench    *bench.Screen
}

// New makes a server over a store.
func New(s *store.Store, kinds kind.Registry, registry dresses.Registry, options Options) (*Server, error) {
	shared, err := screen.New(s, kinds, registry, options.Outbound, options.Log, sites.Templates, house.Templates,
		pictures.Templates, paste.Templates, releases.Templates, bench.Templates)
	if err != nil {
		return nil, err
	}
	server := &Server{Server: shared, options: options, meters: newMeters()}
	server.screens = screens{
		house:    house.Screen{Server: shared},
		pictures: pictures.Screen{Server: shared},
		paste:    paste.Screen{Server: shared},
		releases: releases.Screen{Server: shared, Targets: options.Targets},
		bench:    bench.New(shared, options.Services),
	}
	server.screens.sites = sites.Screen{Server: shared, DefaultHost: options.DefaultHost,
		Others: map[string]screen.Shower{house.Path: server.screens.house.Again,
			pictures.Path: server.screens.pictures.Again}}
	return server, nil
}

// Handler is the whole application.
func (s *Server) Handler() (http.Handler, error) {
	files, err := fs.Sub(staticFiles, "static")
	if err != nil {
		return nil, fmt.Errorf("web: %w", err)
	}
	static, err := serveStatic(files)
	if err != nil {
		return nil, fmt.Errorf("web: %w", err)
	}
	r := chi.NewRouter()
	r.Use(paced(bodySilence), s.clientAddress, s.measured, logged(s.Log),
		http.NewCrossOriginProtection().Handler, isolated, s.loopbackHost, headers, middleware.Compress(1), s.edge)
	r.Get("/healthz", s.health)
	r.Handle("/static/*", http.StripPrefix("/static/", static))
	r.Get(eventsPath, s.events)
	s.screens.sites.ListRoutes(r)
	r.Route("/sites/{site}", func(r chi.Router) {
		s.screens.sites.Routes(r)
		s.screens.house.Routes(r)
		s.screens.pictures.Routes(r)
		s.screens.paste.Routes(r)
		s.screens.releases.Routes(r)
		r.Route("/blocks/{block}", s.screens.bench.Routes)
	})
	r.NotFound(func(w http.ResponseWriter, r *http.Request) { s.Fail(w, r, store.ErrNotFound) })
	return r, nil
}

// healthPatience is how long the database has to answer a check of health.
const healthPatience = 1500 * time.Millisecond

// health says whether the database answers. It is asked often, by programs: it answers in time though the database
// hangs.
func (s *Server) health(w http.ResponseWriter, r *http.Request) {
	ctx, cancel := context.WithTimeout(r.Context(), healthPatience)
	defer cancel()
	answered := make(chan error, 1)
	go func() { answered <- s.Store.Ping(ctx) }()
	var err error
	select {
	case err = <-answered:
	case <-ctx.Done():
		err = ctx.Err()
	}
	if err != nil {
		http.Error(w, "the database does not answer", http.StatusServiceUnavailable)
		return
	}
	fmt.Fprintln(w, "ok")
}

// policy lets a page use nothing but Rubrel's own files: no inline script or style, no other origin.
const policy = "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data:; font-src 'self'; " +
	"connect-src 'self'; frame-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'"

func headers(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		h := w.Header()
		h.Set("Content-Security-Policy", policy)
		h.Set("X-Content-Type-Options", "nosniff")
		h.Set("Referrer-Policy", "same-origin")
		h.Set("Cross-Origin-Opener-Policy", "same-origin")
		h.Set("Cross-Origin-Resource-Policy", "same-origin")
		h.Set("Cache-Control", "no-cache")
		next.ServeHTTP(w, r)
	})
}

// loopbackHost refuses a foreign host name on a loopback address: a page elsewhere cannot reach Rubrel by having
// its own name resolve to this machine. A proxy's names are its operator's to say.
func (s *Server) loopbackHost(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		host := r.Host
		if name, _, err := net.SplitHostPort(host); err == nil {
			host = name
		}
		local, ok := r.Context().Value(http.LocalAddrContextKey).(net.Addr)
		if ok {
			if address, is := local.(*net.TCPAddr); is && address.IP.IsLoopback() && host != "localhost" && !isLoopback(host) &&
				!slices.Contains(s.options.Hosts, host) {
				http.Error(w, "this address is not Rubrel's", http.StatusMisdirectedRequest)
				return
			}
		}
		next.ServeHTTP(w, r)
	})
}

func isLoopback(host string) bool {
	ip := net.ParseIP(strings.Trim(host, "[]"))
	return ip != nil && ip.IsLoopback()
}
