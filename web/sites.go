package web

import (
	"cmp"
	"context"
	"errors"
	"net/http"
	"strconv"
	"strings"

	"github.com/go-chi/chi/v5"

	"rubrel/core/document"
	"rubrel/core/look"
	"rubrel/dresses"
	"rubrel/store"
)

func (s *Server) home(w http.ResponseWriter, r *http.Request) {
	s.showHome(w, r, http.StatusOK, newSite{}, "")
}

// The names of the fields by which the list of sites is searched and turned over, and how far.
const (
	findField  = "find"
	afterField = "after"
	mostListed = 1_000_000
)

// earlier is after how many sites the page before begins; -1 where there is none.
func earlier(after int) int {
	if after == 0 {
		return -1
	}
	return max(0, after-store.SitesAtOnce)
}

// later is after how many sites the next page begins; 0 where there is none.
func later(after int, more bool) int {
	if !more {
		return 0
	}
	return after + store.SitesAtOnce
}

// newSite is what is typed about a site to be made.
type newSite struct{ Name, Language string }

func (s *Server) showHome(w http.ResponseWriter, r *http.Request, status int, typed newSite, fault string) {
	find := strings.TrimSpace(r.FormValue(findField))
	after, err := strconv.Atoi(r.FormValue(afterField))
	if err != nil || after < 0 || after > mostListed {
		after = 0
	}
	sites, more, err := s.store.Sites(r.Context(), find, after)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	removed, err := s.store.RemovedSites(r.Context())
	if err != nil {
		s.fail(w, r, err)
		return
	}
	f := s.newFrame(r, "Sites")
	f.Fault = fault
	s.show(w, r, status, "home.html", struct {
		frame
		Sites   []store.Summary
		Removed []store.Removed
		New     newSite
		Find    string
		Earlier int  // after how many those before these begin; -1 for none
		Later   int  // after how many those after these begin; 0 for none
		Search  bool // there are more than fit on one page
	}{f, sites, removed, typed, find, earlier(after), later(after, more), find != "" || more || after > 0})
}

// defaultLanguage is that of a site whose designer names none: the language of the interface.
const defaultLanguage = "en"

func (s *Server) createSite(w http.ResponseWriter, r *http.Request) {
	typed := newSite{Name: r.FormValue("name"), Language: strings.TrimSpace(r.FormValue("language"))}
	tree, site, err := document.New(typed.Name, cmp.Or(typed.Language, defaultLanguage), s.dresses.Names()[0], s.kinds)
	if err != nil {
		status, message := explain(err)
		s.showHome(w, r, status, typed, sentence(message))
		return
	}
	id, err := s.createUnder(r.Context(), document.FreshID(site.Name, func(string) bool { return false }), tree)
	if err == nil && s.options.DefaultHost != nil {
		err = s.store.SetHost(r.Context(), id, s.options.DefaultHost(id))
	}
	if err != nil {
		s.fail(w, r, err)
		return
	}
	http.Redirect(w, r, "/sites/"+id+"/", http.StatusSeeOther)
}

// maxNamesakes is how many sites may have one name.
const maxNamesakes = 1000

// createUnder stores a new site under an ID, or under the first free one after it: name, name-2, name-3.
func (s *Server) createUnder(ctx context.Context, base string, tree any) (string, error) {
	id := base
	for n := 2; n <= maxNamesakes; n++ {
		err := s.store.CreateSite(ctx, id, tree)
		if !errors.Is(err, store.ErrTaken) {
			return id, err
		}
		id = base + "-" + strconv.Itoa(n)
	}
	return "", store.ErrTaken
}

// settleRemoved brings a removed site back, or deletes it for good.
func (s *Server) settleRemoved(w http.ResponseWriter, r *http.Request) {
	site := chi.URLParam(r, "site")
	act, said, place := s.store.RestoreSite, "restored", "/sites/"+site+"/"
	if r.FormValue("way") == "delete" {
		act, said, place = s.store.DeleteSite, "deleted", "/"
	}
	if err := act(r.Context(), site); err != nil {
		s.fail(w, r, err)
		return
	}
	s.audit(r, said, site)
	http.Redirect(w, r, did(place, said), http.StatusSeeOther)
}

func (s *Server) removeSite(w http.ResponseWriter, r *http.Request) {
	site := chi.URLParam(r, "site")
	if err := s.store.RemoveSite(r.Context(), site); err != nil {
		s.fail(w, r, err)
		return
	}
	s.audit(r, "removed", site)
	http.Redirect(w, r, did("/", "removed"), http.StatusSeeOther)
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
	f, err := s.siteFrame(r, l.Site.Name, l)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	f.Fault = fault
	view := struct {
		frame
		Blocks   []blockLine
		Dresses  []dressLine
		History  store.History
		Releases []store.Release
	}{frame: f, History: history, Releases: releases}
	for i := range l.Site.Blocks {
		b := &l.Site.Blocks[i]
		set := l.Site.SetOf(b)
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

// shower shows one of a site's own pages again, with what went wrong.
type shower func(w http.ResponseWriter, r *http.Request, status int, fault string)

// pageEdit carries out a change made on one of a site's own pages, on the version with which the page was filled in.
// Where that is not done, the page is shown again and nil returned.
func (s *Server) pageEdit(w http.ResponseWriter, r *http.Request, again shower, change document.Change) *store.Loaded {
	l := s.load(w, r)
	if l == nil {
		return nil
	}
	base, err := strconv.ParseInt(r.FormValue("version"), 10, 64)
	if err != nil || base > l.Version {
		again(w, r, http.StatusUnprocessableEntity, "The page does not say which version it was filled in on: reload it "+
			"and make the change again.")
		return nil
	}
	by := author(w, r)
	by.Scope = ""
	after, err := s.store.Edit(r.Context(), l.ID, by, base, change)
	if errors.Is(err, store.ErrTakenBefore) { // it was sent again, because its answer was lost
		return s.load(w, r)
	}
	if err != nil {
		status, message := explain(err)
		sayWhen(w, status, err)
		again(w, r, status, message)
		return nil
	}
	return after
}

// siteEdit is pageEdit on the site's first page.
func (s *Server) siteEdit(w http.ResponseWriter, r *http.Request, change document.Change) *store.Loaded {
	return s.pageEdit(w, r, s.showSite, change)
}

func (s *Server) createBlock(w http.ResponseWriter, r *http.Request) {
	k, ok := s.kinds.Named(r.FormValue("kind"))
	if !ok {
		s.fail(w, r, &document.Fault{Problem: "choose what kind of block it is"})
		return
	}
	l := s.load(w, r)
	if l == nil {
		return
	}
	change := document.AddBlock{Name: cmp.Or(strings.TrimSpace(r.FormValue("name")), k.Title),
		Set: k.Fresh(k, l.Site.Language), Form: r.FormValue("form"), Of: r.FormValue("set")}
	if after := s.siteEdit(w, r, change); after != nil {
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
	place, again := s.placeOf(r)
	if after := s.pageEdit(w, r, again, document.Redress{Dress: name}); after != nil {
		http.Redirect(w, r, saved("/sites/"+after.ID+"/"+place, after), http.StatusSeeOther)
	}
}

func (s *Server) rename(w http.ResponseWriter, r *http.Request) {
	change := document.Rename{Block: r.FormValue("block"), Page: r.FormValue("page"), Name: r.FormValue("name")}
	if after := s.siteEdit(w, r, change); after != nil {
		http.Redirect(w, r, saved("/sites/"+after.ID+"/", after), http.StatusSeeOther)
	}
}

func (s *Server) setLanguage(w http.ResponseWriter, r *http.Request) {
	if after := s.siteEdit(w, r, document.SetLanguage{Language: r.FormValue("language")}); after != nil {
		http.Redirect(w, r, saved("/sites/"+after.ID+"/", after), http.StatusSeeOther)
	}
}

func (s *Server) removeBlock(w http.ResponseWriter, r *http.Request) {
	change := document.RemoveBlock{Block: author(w, r).Scope}
	if after := s.siteEdit(w, r, change); after != nil {
		http.Redirect(w, r, saved("/sites/"+after.ID+"/", after), http.StatusSeeOther)
	}
}

// placeOf is the page of the site's own that a form came from, and how it is shown again.
func (s *Server) placeOf(r *http.Request) (string, shower) {
	switch r.FormValue("back") {
	case "house":
		return "house", s.showHouse
	case "marks":
		return "marks", s.showMarks
	}
	return "", s.showSite
}

// siteUndo walks through what was done on the site's own pages.
func (s *Server) siteUndo(w http.ResponseWriter, r *http.Request) {
	l := s.load(w, r)
	if l == nil {
		return
	}
	walk := s.store.Undo
	if r.FormValue("way") == "redo" {
		walk = s.store.Redo
	}
	place, again := s.placeOf(r)
	after, walked, err := walk(r.Context(), l.ID, author(w, r))
	switch {
	case err != nil:
		status, message := explain(err)
		again(w, r, status, message)
	case walked.Stands != "":
		again(w, r, http.StatusOK, walked.Stands+".")
	default:
		http.Redirect(w, r, saved("/sites/"+l.ID+"/"+place, after), http.StatusSeeOther)
	}
}

// siteSettle ends one clash of the site's own pages, or all.
func (s *Server) siteSettle(w http.ResponseWriter, r *http.Request) {
	l := s.load(w, r)
	if l == nil {
		return
	}
	place, again := s.placeOf(r)
	if _, err := s.settleBy(r, l.ID, author(w, r), r.FormValue("clash")); err != nil {
		status, message := explain(err)
		again(w, r, status, message)
		return
	}
	http.Redirect(w, r, did("/sites/"+l.ID+"/"+place, "settled"), http.StatusSeeOther)
}

// allClashes stands for every clash of a scope where one may be named.
const allClashes = "all"

// settleBy ends a clash, or all of the scope, by the value that the request names.
func (s *Server) settleBy(r *http.Request, site string, by store.Author, clash string) (*store.Loaded, error) {
	mine := r.FormValue("value") == "mine"
	if clash == allClashes {
		return s.store.SettleAll(r.Context(), site, by, mine)
	}
	id, err := strconv.ParseInt(clash, 10, 64)
	if err != nil {
		return nil, store.ErrNotFound
	}
	return s.store.Settle(r.Context(), site, by, id, mine)
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
	sendFile(w, "application/json", l.ID+".json", text)
}
