package screen

import (
	"crypto/rand"
	"net/http"

	"rubrel/store"
)

// Frame is what every page's template needs.
type Frame struct {
	Title string
	Theme string
	Site  *store.Loaded
	// Tab is the page's own name: an edit made on it meets what other pages did since, and not what it did itself.
	Tab string
	// Notice and Fault are said at the head of the page.
	Notice, Fault string
	// Clashes are the first of the edits of the site's own pages that wait for a decision, of Waiting in all.
	Clashes []store.Clash
	Waiting int
	// Back names the page for forms that lead back to it.
	Back string
	// ReadOnly says that nothing can be changed for now.
	ReadOnly bool
}

// ShownClashes is how many clashes a page shows at once.
const ShownClashes = 5

// NewFrame is the frame of a page that belongs to no site.
func (s *Server) NewFrame(r *http.Request, title string) Frame {
	return Frame{Title: title, Theme: theme(r), Tab: rand.Text(), Notice: s.noticeOf(r.Context(), r, ""),
		ReadOnly: s.Store.ReadOnly()}
}

// SiteFrame is the frame of one of a site's own pages.
func (s *Server) SiteFrame(r *http.Request, title string, l *store.Loaded) (Frame, error) {
	f := s.NewFrame(r, title)
	f.Site = l
	if f.Notice == "" {
		f.Notice = s.noticeOf(r.Context(), r, l.ID)
	}
	var err error
	f.Clashes, f.Waiting, err = s.Store.Clashes(r.Context(), l.ID, "", ShownClashes)
	return f, err
}
