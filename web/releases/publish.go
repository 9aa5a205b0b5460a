package releases

import (
	"errors"
	"net/http"
	"path"
	"time"

	"rubrel/core/document"
	"rubrel/core/look"
	"rubrel/core/release"
	"rubrel/render"
	"rubrel/store"
	"rubrel/web/screen"
)

// publishView is what a release will change, and how its pages will be.
type publishView struct {
	screen.Frame
	Number int
	// Before is the number of the release that the next one is compared with: the live one, or the newest; 0 for none.
	Before  int
	Live    bool // Before is what visitors see
	Unknown bool // what Before was made of is not known
	Changes []changed
	Pages   []nextPage
	Widths  look.Widths
	Serious []screen.BlockMarks
	Other   int // marks that are not serious
}

// nextPage is a page as it will be.
type nextPage struct {
	Title, File string
	Shown       bool // of all it is the one in the frames
	Empty       bool // it shows no record at all
}

// changed are the differences of one thing, and how many more there are.
type changed struct {
	Of    string
	Lines []document.Difference
	More  int
}

// mostDifferences is how many differences of one thing are shown.
const mostDifferences = 12

// beforePublishing shows what publishing would change.
func (s *Screen) beforePublishing(w http.ResponseWriter, r *http.Request) {
	if l := s.Load(w, r); l != nil {
		s.showBeforePublishing(w, r, http.StatusOK, l, "")
	}
}

func (s *Screen) showBeforePublishing(w http.ResponseWriter, r *http.Request, status int, l *store.Loaded,
	fault string) {
	view, err := s.publishView(r, l)
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	view.Fault = fault
	s.Show(w, r, status, "publish.html", view)
}

func (s *Screen) publishView(r *http.Request, l *store.Loaded) (*publishView, error) {
	f, err := s.SiteFrame(r, "Publish "+l.Site.Name, l)
	if err != nil {
		return nil, err
	}
	view := &publishView{Frame: f, Widths: l.Site.Widths}
	if view.Number, err = s.Store.NextRelease(r.Context(), l.ID); err != nil {
		return nil, err
	}
	if err := view.compare(s, r, l); err != nil {
		return nil, err
	}
	for i, page := range l.Site.Pages {
		file := render.PageName(i, page) + ".html"
		view.Pages = append(view.Pages, nextPage{Title: page.Title, File: file, Empty: isEmpty(l.Site, page),
			Shown: file == r.FormValue("page") || i == 0 && !r.Form.Has("page")})
	}
	found, err := s.MarksOfAll(l.Site)
	if err != nil {
		return nil, err
	}
	for i, block := range l.Site.Blocks {
		lines := screen.BlockMarks{ID: block.ID, Name: block.Name}
		for _, mark := range found[i] {
			switch {
			case mark.Quiet || mark.Within != "": // those within are listed with their own block
			case mark.Serious:
				lines.Marks = append(lines.Marks, mark)
			default:
				view.Other++
			}
		}
		if len(lines.Marks) > 0 {
			view.Serious = append(view.Serious, lines)
		}
	}
	return view, nil
}

// isEmpty reports whether a page shows no record of any set.
func isEmpty(site *document.Site, page document.Page) bool {
	for _, band := range page.Bands {
		for _, id := range band.Blocks {
			if block, ok := site.BlockByID(id); ok && len(site.SetOf(block).Records) > 0 {
				return false
			}
		}
	}
	return true
}

// compare finds what has changed since the release that visitors see, or since the newest.
func (v *publishView) compare(s *Screen, r *http.Request, l *store.Loaded) error {
	host, err := s.Store.Host(r.Context(), l.ID)
	if err != nil && !errors.Is(err, store.ErrNotFound) {
		return err
	}
	v.Before = v.Number - 1
	if host.Live > 0 {
		v.Before, v.Live = host.Live, true
	}
	if v.Before == 0 {
		return nil
	}
	was, _, err := s.Store.Released(r.Context(), l.ID, v.Before)
	if errors.Is(err, store.ErrNotFound) { // it was deleted
		v.Before, v.Live = 0, false
		return nil
	}
	if err != nil {
		return err
	}
	if v.Unknown = was == nil; v.Unknown {
		return nil
	}
	v.Changes = grouped(document.Differences(was, l.Site), mostDifferences)
	return nil
}

// next serves the files of the release that would be made now.
func (s *Screen) next(w http.ResponseWriter, r *http.Request) {
	l := s.Load(w, r)
	if l == nil {
		return
	}
	files, err := s.Rendered.Of(l, path.Join("next", l.ID), func(now time.Time) ([]release.File, error) {
		return render.Release(l.Site, s.Dresses, now)
	})
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	s.ServeFile(w, r, files)
}
