// Package web is Rubrel's interface: handlers, templates and the files they need. It turns requests into changes,
// and what the core computes into pages; it decides nothing about pricing, looks or layout itself.
package web

import (
	"context"
	"embed"
	"fmt"
	"html/template"
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
	lru "github.com/hashicorp/golang-lru/v2"

	"rubrel/core/kind"
	"rubrel/core/marks"
	"rubrel/core/release"
	"rubrel/dresses"
	"rubrel/outbound"
	"rubrel/publish"
	"rubrel/store"
)

//go:embed templates/*.html
var templateFiles embed.FS

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
	store    *store.Store
	kinds    kind.Registry
	dresses  dresses.Registry
	pages    *template.Template
	options  Options
	log      *slog.Logger
	meters   meters
	draining <-chan struct{}
	// outlines spares reading the HTML of blocks again whose facts are as they were.
	outlines marks.Outlines
	// rendered spares rendering a page again for each of its files.
	rendered *memo[[]release.File]
	// styles are the sheets of pages that have gone out, by their address.
	styles *lru.Cache[string, release.File]
	// ledgers spares laying out a ledger again for each page that shows it, and knows what pages have drawn.
	ledgers *memo[*sharedView]
	// found spares checking a block again for each page that shows it.
	found *memo[*checked]
}

// New makes a server over a store.
func New(s *store.Store, kinds kind.Registry, registry dresses.Registry, options Options) (*Server, error) {
	pages, err := template.New("").Funcs(functions).ParseFS(templateFiles, "templates/*.html")
	if err != nil {
		return nil, fmt.Errorf("web: %w", err)
	}
	log := options.Log
	if log == nil {
		log = slog.New(slog.DiscardHandler)
	}
	styles, err := lru.New[string, release.File](maxStyles)
	if err != nil {
		return nil, fmt.Errorf("web: %w", err)
	}
	return &Server{store: s, kinds: kinds, dresses: registry, pages: pages, options: options, log: log,
		meters: newMeters(), draining: options.Draining, rendered: newMemo[[]release.File](), styles: styles,
		ledgers: newMemo[*sharedView](), found: newMemo[*checked]()}, nil
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
	r.Use(paced(bodySilence), s.clientAddress, s.measured, logged(s.log),
		http.NewCrossOriginProtection().Handler, isolated, s.loopbackHost, headers, middleware.Compress(1), s.edge)
	r.Get("/healthz", s.health)
	r.Handle("/static/*", http.StripPrefix("/static/", static))
	r.Get("/", s.home)
	r.Get(eventsPath, s.events)
	r.Post("/sites", s.createSite)
	r.Post("/removed/{site}", s.settleRemoved)
	r.Post("/theme", setTheme)
	r.Route("/sites/{site}", s.siteRoutes)
	r.NotFound(func(w http.ResponseWriter, r *http.Request) { s.fail(w, r, store.ErrNotFound) })
	return r, nil
}

func (s *Server) siteRoutes(r chi.Router) {
	r.Get("/", s.site)
	r.Get("/choose", s.choose)
	r.Get("/sample/{kind}/{form}/*", s.sample)
	r.Post("/blocks", s.createBlock)
	r.Post("/dress", s.redress)
	r.Get("/marks", s.siteMarks)
	r.Post("/marks", s.siteMend)
	r.Get("/house", s.house)
	r.Post("/house/tokens", s.setTokens)
	r.Post("/house/read", s.readTokens)
	r.Get("/house/tokens.json", s.exportTokens)
	r.Get("/house/tokens.css", s.exportTokens)
	r.Post("/house/scheme", s.setScheme)
	r.Post("/house/scale", s.setScale)
	r.Post("/house/widths", s.setWidths)
	r.Post("/house/kinds", s.setKindLook)
	r.Get("/house/kinds/{kind}", s.defaults)
	r.Post("/house/kinds/{kind}", s.setDefaults)
	r.Get("/pictures", s.pictures)
	r.Post("/pictures", s.addPictures)
	r.Post("/pictures/remove", s.removePicture)
	r.Post("/pictures/focus", s.focusPicture)
	r.Post("/icons/remove", s.removeIcon)
	r.Get("/pictures/{picture}", s.picture)
	r.Get("/specimen/{dress}/*", s.specimen)
	r.Post("/rename", s.rename)
	r.Post("/language", s.setLanguage)
	r.Post("/remove", s.removeSite)
	r.Post("/undo", s.siteUndo)
	r.Post("/settle", s.siteSettle)
	r.Get("/document.json", s.document)
	r.Get("/paste", s.pasteForm)
	r.Post("/paste", s.pasteRead)
	r.Post("/paste/make", s.pasteMake)
	r.Post("/paste/take", s.pasteTake)
	r.Post("/paste/origin", s.setOrigin)
	r.Get("/publish", s.beforePublishing)
	r.Get("/next/*", s.next)
	r.Get("/releases", s.releases)
	r.Post("/releases", s.publish)
	r.Get("/releases/progress", s.progress)
	r.Post("/releases/cancel", s.cancelPublication)
	r.Post("/releases/{number}/live", s.goLive)
	r.Post("/releases/{number}/delete", s.deleteRelease)
	r.Get("/releases/{number}.zip", s.releaseZip)
	r.Get("/releases/{number}/changes", s.changes)
	r.Get("/releases/{number}/changes.txt", s.changesText)
	r.Post("/host", s.setHost)
	r.Route("/blocks/{block}", func(r chi.Router) {
		r.Get("/", s.bench)
		r.Get("/live", s.live)
		r.Get("/marks", s.marks)
		r.Get("/cells", s.cells)
		r.Get("/offers/{stock}", s.offers)
		r.Get("/control", s.control)
		r.Post("/edit", s.edit)
		r.Post("/settle/{clash}", s.settle)
		r.Post("/remove", s.removeBlock)
		r.Get("/proof/*", s.proof)
		r.Get("/charts/{chart}", s.chart)
		r.Post("/sources/{source}", s.proposal)
		r.Get("/snippet", s.snippetPage)
		r.Get("/snippet.html", s.snippet)
		r.Get("/list.csv", s.list)
		r.Get("/list.xlsx", s.workbook)
		r.Get("/drawings/{record}.svg", s.drawing)
	})
}

// healthPatience is how long the database has to answer a check of health.
const healthPatience = 1500 * time.Millisecond

// health says whether the database answers. It is asked often, by programs: it answers in time though the database
// hangs.
func (s *Server) health(w http.ResponseWriter, r *http.Request) {
	ctx, cancel := context.WithTimeout(r.Context(), healthPatience)
	defer cancel()
	answered := make(chan error, 1)
	go func() { answered <- s.store.Ping(ctx) }()
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

// proofPolicy is for what is shown in the proof's frames: the scripts of forms, which are Rubrel's own files, and no
// connection to anything.
const proofPolicy = "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data:; font-src 'self'; " +
	"form-action 'none'; base-uri 'none'; frame-ancestors 'self'"

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

// show executes a template. What cannot be written any more is logged.
func (s *Server) show(w http.ResponseWriter, r *http.Request, status int, name string, data any) {
	w.Header().Set("Content-Type", "text/html; charset=utf-8")
	w.WriteHeader(status)
	if err := s.pages.ExecuteTemplate(w, name, data); err != nil {
		s.log.ErrorContext(r.Context(), "template", "name", name, "error", err)
	}
}
