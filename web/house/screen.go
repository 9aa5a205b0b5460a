// Package house is the screen of a site's house style: its tokens and widths, and what every block of a kind follows.
package house

import (
	"embed"

	"github.com/go-chi/chi/v5"

	"rubrel/web/screen"
)

// Templates are the screen's own.
//
//go:embed *.html
var Templates embed.FS

// Path is the path of the house style within a site.
const Path = "house"

// Screen answers what is asked of a site's house style.
type Screen struct{ *screen.Server }

// Routes are those within a site.
func (s *Screen) Routes(r chi.Router) {
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
	r.Get("/specimen/{dress}/*", s.specimen)
}
