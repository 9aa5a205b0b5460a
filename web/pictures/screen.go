// Package pictures is the screen of a site's pictures and icons of its own.
package pictures

import (
	"embed"

	"github.com/go-chi/chi/v5"

	"rubrel/web/screen"
)

// Templates are the screen's own.
//
//go:embed *.html
var Templates embed.FS

// Path is the path of the pictures within a site.
const Path = "pictures"

// Screen answers what is asked of a site's pictures.
type Screen struct{ *screen.Server }

// Routes are those within a site.
func (s *Screen) Routes(r chi.Router) {
	r.Get("/pictures", s.pictures)
	r.Post("/pictures", s.addPictures)
	r.Post("/pictures/remove", s.removePicture)
	r.Post("/pictures/focus", s.focusPicture)
	r.Post("/icons/remove", s.removeIcon)
	r.Get("/pictures/{picture}", s.picture)
}
