// Package screen is what the handlers of every screen share: the frame of a page, how a site is read and changed, what
// is said where that fails, the files and the marks of a block.
package screen

import (
	"fmt"
	"html/template"
	"io/fs"
	"log/slog"
	"net/http"

	lru "github.com/hashicorp/golang-lru/v2"

	"rubrel/core/kind"
	"rubrel/core/marks"
	"rubrel/core/release"
	"rubrel/dresses"
	"rubrel/outbound"
	"rubrel/store"
)

// Server is what the handlers of every screen work with.
type Server struct {
	Store   *store.Store
	Kinds   kind.Registry
	Dresses dresses.Registry
	// Asker asks outside services; nil where there are none.
	Asker *outbound.Client
	// Log takes audit lines and what breaks.
	Log *slog.Logger
	// Pages are the templates of every screen.
	Pages *template.Template
	// Outlines spares reading the HTML of blocks again whose facts are as they were.
	Outlines marks.Outlines
	// Rendered spares rendering a page again for each of its files.
	Rendered *Memo[[]release.File]
	// styles are the sheets of pages that have gone out, by their address.
	styles *lru.Cache[string, release.File]
}

// New makes what the handlers of every screen work with, with the templates of all screens; log may be nil.
func New(s *store.Store, kinds kind.Registry, registry dresses.Registry, asker *outbound.Client, log *slog.Logger,
	templates ...fs.FS) (*Server, error) {
	pages := template.New("").Funcs(functions)
	for _, files := range append([]fs.FS{templateFiles}, templates...) {
		if _, err := pages.ParseFS(files, "*.html"); err != nil {
			return nil, fmt.Errorf("screen: %w", err)
		}
	}
	if log == nil {
		log = slog.New(slog.DiscardHandler)
	}
	styles, err := lru.New[string, release.File](maxStyles)
	if err != nil {
		return nil, fmt.Errorf("screen: %w", err)
	}
	return &Server{Store: s, Kinds: kinds, Dresses: registry, Asker: asker, Log: log, Pages: pages,
		Rendered: NewMemo[[]release.File](), styles: styles}, nil
}

// Show executes a template. What cannot be written any more is logged.
func (s *Server) Show(w http.ResponseWriter, r *http.Request, status int, name string, data any) {
	w.Header().Set("Content-Type", "text/html; charset=utf-8")
	w.WriteHeader(status)
	if err := s.Pages.ExecuteTemplate(w, name, data); err != nil {
		s.Log.ErrorContext(r.Context(), "template", "name", name, "error", err)
	}
}
