package web

import (
	"archive/zip"
	"errors"
	"net/http"
	"net/url"
	"strconv"
	"strings"
	"time"

	"github.com/go-chi/chi/v5"

	"rubrel/core/document"
	"rubrel/publish"
	"rubrel/render"
	"rubrel/store"
)

func (s *Server) releases(w http.ResponseWriter, r *http.Request) {
	s.showReleases(w, r, http.StatusOK, "")
}

func (s *Server) showReleases(w http.ResponseWriter, r *http.Request, status int, fault string) {
	l := s.load(w, r)
	if l == nil {
		return
	}
	list, err := s.store.Releases(r.Context(), l.ID)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	host, err := s.store.Host(r.Context(), l.ID)
	if err != nil && !errors.Is(err, store.ErrNotFound) {
		s.fail(w, r, err)
		return
	}
	f := newFrame(r, "Releases of "+l.Site.Name)
	f.Site, f.Fault = l, fault
	s.show(w, r, status, "releases.html", struct {
		frame
		Releases []store.Release
		Host     store.Host
		Next     int
	}{f, list, host, nextRelease(list)})
}

func nextRelease(list []store.Release) int {
	if len(list) == 0 {
		return 1
	}
	return list[0].Number + 1
}

// publish renders the site as its next release, keeps it, and sends it to the host.
func (s *Server) publish(w http.ResponseWriter, r *http.Request) {
	l := s.load(w, r)
	if l == nil {
		return
	}
	files, err := render.Release(l.Site, s.dresses, time.Now())
	if err != nil {
		s.showReleases(w, r, http.StatusUnprocessableEntity, err.Error())
		return
	}
	note := strings.TrimSpace(r.FormValue("note"))
	if len([]rune(note)) > 200 {
		note = string([]rune(note)[:200])
	}
	number, err := s.store.AddRelease(r.Context(), l.ID, l.Version, note, files)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	s.send(w, r, l, number)
}

// goLive sends an earlier release to the host again.
func (s *Server) goLive(w http.ResponseWriter, r *http.Request) {
	l := s.load(w, r)
	if l == nil {
		return
	}
	number, err := strconv.Atoi(chi.URLParam(r, "number"))
	if err != nil {
		s.fail(w, r, store.ErrNotFound)
		return
	}
	s.send(w, r, l, number)
}

func (s *Server) send(w http.ResponseWriter, r *http.Request, l *store.Loaded, number int) {
	host, err := s.store.Host(r.Context(), l.ID)
	if errors.Is(err, store.ErrNotFound) {
		s.showReleases(w, r, http.StatusUnprocessableEntity, "Release "+strconv.Itoa(number)+" is kept, but there is no web host to send it to: say where below.")
		return
	}
	if err != nil {
		s.fail(w, r, err)
		return
	}
	files, err := s.store.ReleaseFiles(r.Context(), l.ID, number)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	var before []render.File
	if host.Live != 0 && host.Live != number {
		if before, err = s.store.ReleaseFiles(r.Context(), l.ID, host.Live); err != nil {
			s.fail(w, r, err)
			return
		}
	}
	target := publish.Target{URL: host.URL, Username: host.Username, Password: host.Password}
	if err := target.Put(r.Context(), files, before); err != nil {
		s.showReleases(w, r, http.StatusBadGateway, "Release "+strconv.Itoa(number)+" is kept, but it is not live: "+err.Error()+".")
		return
	}
	if err := s.store.SetLive(r.Context(), l.ID, number); err != nil {
		s.fail(w, r, err)
		return
	}
	http.Redirect(w, r, "/sites/"+l.ID+"/releases?notice="+url.QueryEscape("Release "+strconv.Itoa(number)+" is live."), http.StatusSeeOther)
}

func (s *Server) releaseZip(w http.ResponseWriter, r *http.Request) {
	site := chi.URLParam(r, "site")
	number, err := strconv.Atoi(chi.URLParam(r, "number"))
	if err != nil {
		s.fail(w, r, store.ErrNotFound)
		return
	}
	files, err := s.store.ReleaseFiles(r.Context(), site, number)
	if err != nil {
		s.fail(w, r, err)
		return
	}
	w.Header().Set("Content-Type", "application/zip")
	w.Header().Set("Content-Disposition", `attachment; filename="`+site+"-"+strconv.Itoa(number)+`.zip"`)
	archive := zip.NewWriter(w)
	for _, f := range files {
		entry, err := archive.Create(f.Path)
		if err == nil {
			_, err = entry.Write(f.Bytes)
		}
		if err != nil {
			return // the client has gone
		}
	}
	_ = archive.Close() // the same
}

func (s *Server) setHost(w http.ResponseWriter, r *http.Request) {
	l := s.load(w, r)
	if l == nil {
		return
	}
	h := store.Host{URL: strings.TrimSpace(r.FormValue("url")), Public: strings.TrimSpace(r.FormValue("public")),
		Username: r.FormValue("username"), Password: r.FormValue("password")}
	if h.Password == "" { // left empty, it stays what it was: it is never sent to the page
		if old, err := s.store.Host(r.Context(), l.ID); err == nil {
			h.Password = old.Password
		}
	}
	for _, address := range []string{h.URL, h.Public} {
		if err := publish.CheckURL(address); err != nil {
			s.showReleases(w, r, http.StatusUnprocessableEntity, err.Error())
			return
		}
	}
	if err := s.store.SetHost(r.Context(), l.ID, h); err != nil {
		s.fail(w, r, &document.Fault{Problem: err.Error()})
		return
	}
	http.Redirect(w, r, "/sites/"+l.ID+"/releases?notice="+url.QueryEscape("The web host is noted."), http.StatusSeeOther)
}
