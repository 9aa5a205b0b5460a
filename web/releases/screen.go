// Package releases is the screens of publishing: what changes before it, how it goes, and what was published.
package releases

import (
	"embed"

	"github.com/go-chi/chi/v5"

	"rubrel/publish"
	"rubrel/web/screen"
)

// Templates are the screens' own.
//
//go:embed *.html
var Templates embed.FS

// Screen answers what is asked of a site's releases.
type Screen struct {
	*screen.Server
	// Targets are the sorts of places that sites may be published to.
	Targets publish.Targets
}

// Routes are those within a site.
func (s *Screen) Routes(r chi.Router) {
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
}
