// Package paste is the screen on which a list comes in: what was understood of it, what is asked, and what went
// nowhere.
package paste

import (
	"embed"

	"github.com/go-chi/chi/v5"

	"rubrel/web/screen"
)

// Templates are the screen's own.
//
//go:embed *.html
var Templates embed.FS

// Screen answers what is asked of lists that come in.
type Screen struct{ *screen.Server }

// Routes are those within a site.
func (s *Screen) Routes(r chi.Router) {
	r.Get("/paste", s.pasteForm)
	r.Post("/paste", s.pasteRead)
	r.Post("/paste/make", s.pasteMake)
	r.Post("/paste/take", s.pasteTake)
	r.Post("/paste/origin", s.setOrigin)
}
