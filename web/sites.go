package web

import (
	"errors"
	"net/http"
	"net/url"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/dresses"
	"rubrel/store"
)

func (s *Server) home(w http.ResponseWriter, r *http.Request) {
	s.showHome(w, r, http.StatusOK, "", "")
}

func (s *Server) showHome(w http.ResponseWriter, r *http.Request, status int, name, fault string) {
	sites, err := s.store.Sites(r.Context())
	if err != nil {
		s.fail(w, r, err)
		return
	}
	f := newFrame(r, "Sites")
	f.Fault = fault
	s.show(w, r, status, "home.html", struct {
		frame
		Sites []store.Summary
		Name  string
	}{f, sites, name})
}

func (s *Server) createSite(w http.ResponseWriter, r *http.Request) {
	name := r.FormValue("name")
	tree, site, err := document.New(name, "en", s.dresses.Names()[0], s.kinds)
	if err != nil {
		_, message := explain(err)
		s.showHome(w, r, http.StatusUnprocessableEntity, name, message)
		return
	}
	base := document.FreshID(site.Name, func(string) bool { return false })
	id := base
	for n := 2; ; n++ {
		err := s.store.CreateSite(r.Context(), id, tree)
		if err == nil {
			break
		}
		if !errors.Is(err, store.ErrTaken) || n > 50 {
			s.fail(w, r, err)
			return
		}
		tries := n
		id = document.FreshID(base, func(string) bool { tries--; return tries > 0 })
	}
	if s.DefaultHost != nil {
		if err := s.store.SetHost(r.Context(), id, s.DefaultHost(id)); err != nil {
			s.fail(w, r, err)
			return
		}
	}
	http.Redirect(w, r, "/sites/"+id+"/", http.StatusSeeOther)
}

// blockLine is one block in the list of a site's blocks.
type blockLine struct {
	*document.Block
	Set  *document.Set
	Page string
}

// dressLine is one dress in the choice of dresses.
type dressLine struct {
	*dresses.Dress
	Worn     bool
	Swatches []string
}

func (s *Server) site(w http.ResponseWriter, r *http.Request) { s.showSite(w, r, http.StatusOK, "") }

func (s *Server) showSite(w http.ResponseWriter, r *http.Request, status int, fault string) {
	l := s.load(w, r)
	if l == nil {
		return
	}
	history, err := s.store.History(r.Context(), l.ID, author(w, r))
	if err != nil {
		s.fail(w, r, err)
		return
	}
	releases, err := s.store.Releases(r.Context(), l.ID)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	f := newFrame(r, l.Site.Name)
	f.Site, f.Fault = l, fault
	view := struct {
		frame
		Blocks   []blockLine
		Dresses  []dressLine
		Kinds    kind.Registry
		History  store.History
		Releases []store.Release
	}{frame: f, Kinds: s.kinds, History: history, Releases: releases}
	for i := range l.Site.Blocks {
		b := &l.Site.Blocks[i]
		set, _ := l.Site.SetByID(b.SetID)
		view.Blocks = append(view.Blocks, blockLine{b, set, pageOf(l.Site, b.ID)})
	}
	for _, name := range s.dresses.Names() {
		view.Dresses = append(view.Dresses, newDressLine(s.dresses[name], l.Site.House.Dress))
	}
	s.show(w, r, status, "site.html", view)
}

func newDressLine(d *dresses.Dress, worn string) dressLine {
	line := dressLine{Dress: d, Worn: d.Name == worn}
	for _, name := range []look.Token{"ground", "raised", "ink", "quiet", "line", "feature", "accent", "feature-accent"} {
		line.Swatches = append(line.Swatches, d.Light.Value(name).CSS())
	}
	return line
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

// siteEdit carries out a change made on the site's own page.
func (s *Server) siteEdit(w http.ResponseWriter, r *http.Request, change document.Change) *store.Loaded {
	l := s.load(w, r)
	if l == nil {
		return nil
	}
	by := author(w, r)
	by.Scope = ""
	after, err := s.store.Edit(r.Context(), l.ID, by, l.Version, change)
	if err != nil {
		status, message := explain(err)
		s.showSite(w, r, status, message)
		return nil
	}
	return after
}

func (s *Server) createBlock(w http.ResponseWriter, r *http.Request) {
	k, ok := s.kinds.Named(r.FormValue("kind"))
	if !ok {
		s.fail(w, r, &document.Fault{Problem: "choose what kind of block it is"})
		return
	}
	if after := s.siteEdit(w, r, document.AddBlock{Name: r.FormValue("name"), Set: k.Fresh(k)}); after != nil {
		http.Redirect(w, r, newestBlock(after), http.StatusSeeOther)
	}
}

// newestBlock is the address of the block that was added last.
func newestBlock(l *store.Loaded) string {
	return "/sites/" + l.ID + "/blocks/" + l.Site.Blocks[len(l.Site.Blocks)-1].ID + "/"
}

func (s *Server) redress(w http.ResponseWriter, r *http.Request) {
	name := r.FormValue("dress")
	if _, ok := s.dresses[name]; !ok {
		s.fail(w, r, &document.Fault{Problem: "there is no such dress"})
		return
	}
	if after := s.siteEdit(w, r, document.Redress{Dress: name}); after != nil {
		place := "/sites/" + after.ID + "/"
		if r.FormValue("back") == "house" {
			place += "house"
		}
		http.Redirect(w, r, place, http.StatusSeeOther)
	}
}

func (s *Server) rename(w http.ResponseWriter, r *http.Request) {
	change := document.Rename{Block: r.FormValue("block"), Page: r.FormValue("page"), Name: r.FormValue("name")}
	if after := s.siteEdit(w, r, change); after != nil {
		http.Redirect(w, r, "/sites/"+after.ID+"/", http.StatusSeeOther)
	}
}

func (s *Server) removeBlock(w http.ResponseWriter, r *http.Request) {
	change := document.RemoveBlock{Block: author(w, r).Scope}
	if after := s.siteEdit(w, r, change); after != nil {
		http.Redirect(w, r, "/sites/"+after.ID+"/", http.StatusSeeOther)
	}
}

func (s *Server) siteUndo(w http.ResponseWriter, r *http.Request) {
	l := s.load(w, r)
	if l == nil {
		return
	}
	walk := s.store.Undo
	if r.FormValue("way") == "redo" {
		walk = s.store.Redo
	}
	_, label, err := walk(r.Context(), l.ID, author(w, r))
	if err != nil {
		status, message := explain(err)
		s.showSite(w, r, status, message)
		return
	}
	place := map[string]string{"house": "house", "marks": "marks"}[r.FormValue("back")]
	http.Redirect(w, r, "/sites/"+l.ID+"/"+place+"?notice="+url.QueryEscape(label), http.StatusSeeOther)
}

func (s *Server) document(w http.ResponseWriter, r *http.Request) {
	l := s.load(w, r)
	if l == nil {
		return
	}
	tree, err := document.PutPictures(l.Tree, l.Site, s.held(r))
	var text []byte
	if err == nil {
		text, err = document.Encode(tree)
	}
	if err != nil {
		s.fail(w, r, err)
		return
	}
	w.Header().Set("Content-Type", "application/json")
	w.Header().Set("Content-Disposition", `attachment; filename="`+l.ID+`.json"`)
	_, _ = w.Write(text) // the client has gone if this fails
}
