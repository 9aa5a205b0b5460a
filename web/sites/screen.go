// Package sites is the screens of sites: their list, one site with its blocks and pages, all of its marks, and what a
// new block may be.
package sites

import (
	"embed"

	"github.com/go-chi/chi/v5"

	"rubrel/store"
	"rubrel/web/screen"
)

// Templates are the screens' own.
//
//go:embed *.html
var Templates embed.FS

// Screen answers what is asked of sites.
type Screen struct {
	*screen.Server
	// DefaultHost is where a new site is published until its designer says otherwise; nil for nowhere.
	DefaultHost func(site string) store.Host
	// Others are pages of a site on other screens from which acts of this one may come, by their path.
	Others map[string]screen.Shower
}

// ListRoutes are those of the list of sites.
func (s *Screen) ListRoutes(r chi.Router) {
	r.Get("/", s.home)
	r.Post("/sites", s.createSite)
	r.Post("/removed/{site}", s.settleRemoved)
	r.Post("/theme", screen.SetTheme)
}

// Routes are those within a site.
func (s *Screen) Routes(r chi.Router) {
	r.Get("/", s.site)
	r.Get("/choose", s.choose)
	r.Get("/sample/{kind}/{form}/*", s.sample)
	r.Post("/blocks", s.createBlock)
	r.Post("/blocks/{block}/remove", s.removeBlock)
	r.Post("/dress", s.redress)
	r.Get("/marks", s.siteMarks)
	r.Post("/marks", s.siteMend)
	r.Post("/rename", s.rename)
	r.Post("/language", s.setLanguage)
	r.Post("/remove", s.removeSite)
	r.Post("/undo", s.siteUndo)
	r.Post("/settle", s.siteSettle)
	r.Get("/document.json", s.document)
}
