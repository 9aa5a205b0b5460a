package sites

import (
	"cmp"
	"net/http"
	"strings"

	"rubrel/core/document"
	"rubrel/store"
	"rubrel/web/screen"
)

// blockLine is one block in the list of a site's blocks.
type blockLine struct {
	*document.Block
	Set  *document.Set
	Page string
}

func (s *Screen) site(w http.ResponseWriter, r *http.Request) { s.showSite(w, r, http.StatusOK, "") }

func (s *Screen) showSite(w http.ResponseWriter, r *http.Request, status int, fault string) {
	l := s.Load(w, r)
	if l == nil {
		return
	}
	history, err := s.Store.History(r.Context(), l.ID, screen.Author(w, r))
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	releases, err := s.Store.Releases(r.Context(), l.ID)
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	f, err := s.SiteFrame(r, l.Site.Name, l)
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	f.Fault = fault
	view := struct {
		screen.Frame
		Blocks   []blockLine
		Dresses  []screen.DressLine
		History  store.History
		Releases []store.Release
	}{Frame: f, History: history, Releases: releases}
	for i := range l.Site.Blocks {
		b := &l.Site.Blocks[i]
		set := l.Site.SetOf(b)
		view.Blocks = append(view.Blocks, blockLine{b, set, pageOf(l.Site, b.ID)})
	}
	for _, name := range s.Dresses.Names() {
		view.Dresses = append(view.Dresses, screen.NewDressLine(s.Dresses[name], l.Site.House.Dress))
	}
	s.Show(w, r, status, "site.html", view)
}

func pageOf(site *document.Site, blockID string) string {
	for _, page := range site.Pages {
		for _, band := range page.Bands {
			for _, id := range band.Blocks {
				if id == blockID {
					return page.Title
				}
			}
		}
	}
	return ""
}

// siteEdit is pageEdit on the site's first page.
func (s *Screen) siteEdit(w http.ResponseWriter, r *http.Request, change document.Change) *store.Loaded {
	return s.PageEdit(w, r, s.showSite, change)
}

func (s *Screen) createBlock(w http.ResponseWriter, r *http.Request) {
	k, ok := s.Kinds.Named(r.FormValue("kind"))
	if !ok {
		s.Fail(w, r, &document.Fault{Problem: "choose what kind of block it is"})
		return
	}
	l := s.Load(w, r)
	if l == nil {
		return
	}
	change := document.AddBlock{Name: cmp.Or(strings.TrimSpace(r.FormValue("name")), k.Title),
		Set: k.Fresh(k, l.Site.Language), Form: r.FormValue("form"), Of: r.FormValue("set")}
	if after := s.siteEdit(w, r, change); after != nil {
		http.Redirect(w, r, screen.NewestBlock(after), http.StatusSeeOther)
	}
}

func (s *Screen) redress(w http.ResponseWriter, r *http.Request) {
	name := r.FormValue("dress")
	if _, ok := s.Dresses[name]; !ok {
		s.Fail(w, r, &document.Fault{Problem: "there is no such dress"})
		return
	}
	place, again := s.placeOf(r)
	if after := s.PageEdit(w, r, again, document.Redress{Dress: name}); after != nil {
		http.Redirect(w, r, screen.Saved("/sites/"+after.ID+"/"+place, after), http.StatusSeeOther)
	}
}

func (s *Screen) rename(w http.ResponseWriter, r *http.Request) {
	change := document.Rename{Block: r.FormValue("block"), Page: r.FormValue("page"), Name: r.FormValue("name")}
	if after := s.siteEdit(w, r, change); after != nil {
		http.Redirect(w, r, screen.Saved("/sites/"+after.ID+"/", after), http.StatusSeeOther)
	}
}

func (s *Screen) setLanguage(w http.ResponseWriter, r *http.Request) {
	if after := s.siteEdit(w, r, document.SetLanguage{Language: r.FormValue("language")}); after != nil {
		http.Redirect(w, r, screen.Saved("/sites/"+after.ID+"/", after), http.StatusSeeOther)
	}
}

func (s *Screen) removeBlock(w http.ResponseWriter, r *http.Request) {
	change := document.RemoveBlock{Block: screen.Author(w, r).Scope}
	if after := s.siteEdit(w, r, change); after != nil {
		http.Redirect(w, r, screen.Saved("/sites/"+after.ID+"/", after), http.StatusSeeOther)
	}
}

// placeOf is the page of the site's own that a form came from, and how it is shown again.
func (s *Screen) placeOf(r *http.Request) (string, screen.Shower) {
	back := r.FormValue("back")
	if back == marksPath {
		return back, s.showMarks
	}
	if show, ok := s.Others[back]; ok {
		return back, show
	}
	return "", s.showSite
}

// siteUndo walks through what was done on the site's own pages.
func (s *Screen) siteUndo(w http.ResponseWriter, r *http.Request) {
	l := s.Load(w, r)
	if l == nil {
		return
	}
	walk := s.Store.Undo
	if r.FormValue("way") == "redo" {
		walk = s.Store.Redo
	}
	place, again := s.placeOf(r)
	after, walked, err := walk(r.Context(), l.ID, screen.Author(w, r))
	switch {
	case err != nil:
		status, message := screen.Explain(err)
		again(w, r, status, message)
	case walked.Stands != "":
		again(w, r, http.StatusOK, walked.Stands+".")
	default:
		http.Redirect(w, r, screen.Saved("/sites/"+l.ID+"/"+place, after), http.StatusSeeOther)
	}
}

// siteSettle ends one clash of the site's own pages, or all.
func (s *Screen) siteSettle(w http.ResponseWriter, r *http.Request) {
	l := s.Load(w, r)
	if l == nil {
		return
	}
	place, again := s.placeOf(r)
	if _, err := s.SettleBy(r, l.ID, screen.Author(w, r), r.FormValue("clash")); err != nil {
		status, message := screen.Explain(err)
		again(w, r, status, message)
		return
	}
	http.Redirect(w, r, screen.Did("/sites/"+l.ID+"/"+place, "settled"), http.StatusSeeOther)
}
