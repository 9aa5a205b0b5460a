package releases

import (
	"archive/zip"
	"errors"
	"net/http"
	"strconv"
	"strings"
	"time"

	"github.com/go-chi/chi/v5"

	"rubrel/outbound"
	"rubrel/publish"
	"rubrel/render"
	"rubrel/store"
	"rubrel/web/screen"
)

// releasesView is the page of a site's releases and of the host that shows one of them.
type releasesView struct {
	screen.Frame
	Releases    []store.Release
	Host        store.Host
	Plain       bool // the password goes over the network unencrypted
	Targets     publish.Targets
	Next        int
	Publication *store.Publication // the last that was asked for; nil for none
}

func (s *Screen) releases(w http.ResponseWriter, r *http.Request) {
	s.showReleases(w, r, http.StatusOK, nil, "")
}

// showReleases shows the page. What was typed about a host and not taken comes back in its fields.
func (s *Screen) showReleases(w http.ResponseWriter, r *http.Request, status int, typed *store.Host, fault string) {
	view := s.releasesView(w, r)
	if view == nil {
		return
	}
	view.Fault = fault
	if typed != nil {
		typed.Live, typed.HasPassword, typed.Password = view.Host.Live, view.Host.HasPassword, ""
		view.Host = *typed
	}
	s.Show(w, r, status, "releases.html", view)
}

// releasesView reads what the page shows; where that is not there it answers and returns nil.
func (s *Screen) releasesView(w http.ResponseWriter, r *http.Request) *releasesView {
	l := s.Load(w, r)
	if l == nil {
		return nil
	}
	view, err := s.releasesOf(r, l)
	if err != nil {
		s.Fail(w, r, err)
		return nil
	}
	return view
}

func (s *Screen) releasesOf(r *http.Request, l *store.Loaded) (*releasesView, error) {
	f, err := s.SiteFrame(r, "Releases of "+l.Site.Name, l)
	if err != nil {
		return nil, err
	}
	v := &releasesView{Frame: f}
	if v.Releases, err = s.Store.Releases(r.Context(), l.ID); err != nil {
		return nil, err
	}
	if v.Host, err = s.Store.Host(r.Context(), l.ID); err != nil && !errors.Is(err, store.ErrNotFound) {
		return nil, err
	}
	v.Targets = s.Targets
	if sort, u, err := v.Targets.Find(v.Host.URL); err == nil {
		v.Plain = sort.IsOpen(u)
	}
	last, err := s.Store.LastPublication(r.Context(), l.ID)
	switch {
	case err == nil:
		v.Publication = &last
	case !errors.Is(err, store.ErrNotFound):
		return nil, err
	}
	v.Next, err = s.Store.NextRelease(r.Context(), l.ID)
	return v, err
}

// progress is the part of the page that tells how far the last publication is: any page that is open asks for it until
// the publication has ended, and then once for the rest of the page.
func (s *Screen) progress(w http.ResponseWriter, r *http.Request) {
	view := s.releasesView(w, r)
	if view == nil {
		return
	}
	if view.Publication == nil || view.Publication.Ended() {
		w.Header().Set("HX-Refresh", "true")
	}
	s.Show(w, r, http.StatusOK, "progress", view)
}

// maxNote is how long a release's note is, in characters.
const maxNote = 200

// publish gives the site's next release its number, and asks for it to be prepared and sent to the host. What was
// looked at before is what is published: where the site has changed since, it is shown again.
func (s *Screen) publish(w http.ResponseWriter, r *http.Request) {
	l := s.Load(w, r)
	if l == nil {
		return
	}
	if seen := r.FormValue("version"); seen != "" && seen != strconv.FormatInt(l.Version, 10) {
		s.showBeforePublishing(w, r, http.StatusConflict, l, "The site was changed after this page was shown: look at what "+
			"is new, and publish then.")
		return
	}
	if _, err := render.Release(l.Site, s.Dresses, time.Now()); err != nil { // it is known before it has a number
		s.showReleases(w, r, http.StatusUnprocessableEntity, nil, err.Error())
		return
	}
	note := []rune(strings.TrimSpace(r.FormValue("note")))
	number, err := s.Store.BeginRelease(r.Context(), l, string(note[:min(len(note), maxNote)]))
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	s.Audit(r, "release", l.ID, "release", number, "version", l.Version)
	s.send(w, r, l, number)
}

// goLive asks for an earlier release to be sent to the host again.
func (s *Screen) goLive(w http.ResponseWriter, r *http.Request) {
	l := s.Load(w, r)
	if l == nil {
		return
	}
	number, err := strconv.Atoi(chi.URLParam(r, "number"))
	if err == nil {
		err = s.Store.HasRelease(r.Context(), l.ID, number)
	}
	if err != nil {
		s.Fail(w, r, store.ErrNotFound)
		return
	}
	s.send(w, r, l, number)
}

// send hands a release to whoever publishes: it goes on without this request.
func (s *Screen) send(w http.ResponseWriter, r *http.Request, l *store.Loaded, number int) {
	if err := s.Store.Publish(r.Context(), l.ID, screen.Actor(w, r), number); err != nil {
		s.Fail(w, r, err)
		return
	}
	s.Audit(r, "publish", l.ID, "release", number)
	http.Redirect(w, r, releasesPath(l.ID), http.StatusSeeOther)
}

// cancelPublication ends what is on its way to the host.
func (s *Screen) cancelPublication(w http.ResponseWriter, r *http.Request) {
	l := s.Load(w, r)
	if l == nil {
		return
	}
	if err := s.Store.Cancel(r.Context(), l.ID); err != nil {
		s.Fail(w, r, err)
		return
	}
	s.Audit(r, "cancel", l.ID)
	http.Redirect(w, r, releasesPath(l.ID), http.StatusSeeOther)
}

func releasesPath(site string) string { return "/sites/" + site + "/releases" }

func (s *Screen) deleteRelease(w http.ResponseWriter, r *http.Request) {
	l := s.Load(w, r)
	if l == nil {
		return
	}
	number, err := strconv.Atoi(chi.URLParam(r, "number"))
	if err != nil {
		s.Fail(w, r, store.ErrNotFound)
		return
	}
	if err := s.Store.DeleteRelease(r.Context(), l.ID, number); err != nil {
		status, message := screen.Explain(err)
		s.showReleases(w, r, status, nil, message)
		return
	}
	s.Audit(r, "delete release", l.ID, "release", number)
	http.Redirect(w, r, screen.Did(releasesPath(l.ID), "release"), http.StatusSeeOther)
}

func (s *Screen) releaseZip(w http.ResponseWriter, r *http.Request) {
	l := s.Load(w, r)
	if l == nil {
		return
	}
	number, err := strconv.Atoi(chi.URLParam(r, "number"))
	if err != nil {
		s.Fail(w, r, store.ErrNotFound)
		return
	}
	files, err := s.Store.ReleaseFiles(r.Context(), l.ID, number)
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	w.Header().Set("Content-Type", "application/zip")
	w.Header().Set("Content-Disposition", `attachment; filename="`+l.ID+"-"+strconv.Itoa(number)+`.zip"`)
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

// setHost says where the site is published.
func (s *Screen) setHost(w http.ResponseWriter, r *http.Request) {
	l := s.Load(w, r)
	if l == nil {
		return
	}
	h := store.Host{URL: strings.TrimSpace(r.FormValue("url")),
		Public:   strings.TrimRight(strings.TrimSpace(r.FormValue("public")), "/"),
		Username: r.FormValue("username"), Password: r.FormValue("password")}
	sort, _, err := s.Targets.Find(h.URL)
	if h.Unlocked = sort.Unlocked; h.Unlocked {
		h.Username, h.Password = "", ""
	}
	if err == nil {
		_, err = outbound.CheckURL(h.Public)
	}
	if err != nil {
		s.showReleases(w, r, http.StatusUnprocessableEntity, &h, screen.Sentence(err.Error()))
		return
	}
	if err := s.Store.SetHost(r.Context(), l.ID, h); err != nil {
		status, message := screen.Explain(err)
		s.showReleases(w, r, status, &h, message)
		return
	}
	s.Audit(r, "host", l.ID, "url", h.URL)
	http.Redirect(w, r, screen.Did(releasesPath(l.ID), "host"), http.StatusSeeOther)
}
