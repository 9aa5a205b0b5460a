package web

import (
	"crypto/rand"
	"encoding/hex"
	"encoding/json"
	"errors"
	"html/template"
	"net/http"
	"strconv"
	"strings"
	"time"
	"unicode"
	"unicode/utf8"

	"github.com/go-chi/chi/v5"

	"rubrel/core/document"
	"rubrel/core/ledger"
	"rubrel/core/look"
	"rubrel/formats/pictures"
	"rubrel/store"
)

// frame is what every page's template needs.
type frame struct {
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

// shownClashes is how many clashes a page shows at once.
const shownClashes = 5

// newFrame is the frame of a page that belongs to no site.
func (s *Server) newFrame(r *http.Request, title string) frame {
	return frame{Title: title, Theme: theme(r), Tab: rand.Text(), Notice: s.noticeOf(r.Context(), r, ""),
		ReadOnly: s.store.ReadOnly()}
}

// siteFrame is the frame of one of a site's own pages.
func (s *Server) siteFrame(r *http.Request, title string, l *store.Loaded) (frame, error) {
	f := s.newFrame(r, title)
	f.Site = l
	if f.Notice == "" {
		f.Notice = s.noticeOf(r.Context(), r, l.ID)
	}
	var err error
	f.Clashes, f.Waiting, err = s.store.Clashes(r.Context(), l.ID, "", shownClashes)
	return f, err
}

const actorCookie = "rubrel_actor"

// actor is the browser that asks, by a cookie made on its first visit: undo is each browser's own.
func actor(w http.ResponseWriter, r *http.Request) string {
	if c, err := r.Cookie(actorCookie); err == nil && len(c.Value) == 32 {
		return c.Value
	}
	secret := make([]byte, 16)
	_, _ = rand.Read(secret) // never fails, since Go 1.24
	id := hex.EncodeToString(secret)
	setCookie(w, r, actorCookie, id)
	return id
}

// setCookie sets a cookie that no script reads, no other site sends, and that behind TLS goes over TLS alone.
func setCookie(w http.ResponseWriter, r *http.Request, name, value string) {
	secure := r.TLS != nil || strings.EqualFold(r.Header.Get("X-Forwarded-Proto"), "https")
	http.SetCookie(w, &http.Cookie{Name: name, Value: value, Path: "/", HttpOnly: true, Secure: secure,
		SameSite: http.SameSiteStrictMode, MaxAge: 365 * 24 * 3600})
}

// author is the actor at a block's bench, or with no block at the site's own page.
func author(w http.ResponseWriter, r *http.Request) store.Author {
	return store.Author{Actor: actor(w, r), Tab: r.FormValue("tab"), Hold: r.FormValue("hold"),
		Key: r.FormValue("edit-key"), Known: strings.Fields(r.FormValue("known")), Scope: chi.URLParam(r, "block")}
}

const themeCookie = "rubrel_theme"

// theme is "light", "dark", or "" to follow the system.
func theme(r *http.Request) string {
	if c, err := r.Cookie(themeCookie); err == nil && (c.Value == "light" || c.Value == "dark") {
		return c.Value
	}
	return ""
}

func setTheme(w http.ResponseWriter, r *http.Request) {
	value := r.FormValue("theme")
	if value != "light" && value != "dark" {
		value = ""
	}
	setCookie(w, r, themeCookie, value)
	w.WriteHeader(http.StatusNoContent)
}

// load reads the site of the request; where there is none it answers and returns nil.
func (s *Server) load(w http.ResponseWriter, r *http.Request) *store.Loaded {
	l, err := s.store.Load(r.Context(), chi.URLParam(r, "site"))
	if err != nil {
		s.fail(w, r, err)
		return nil
	}
	return l
}

// loadBlock is load with the block that the address names; both are nil where an answer has been given.
func (s *Server) loadBlock(w http.ResponseWriter, r *http.Request) (*store.Loaded, *document.Block) {
	l := s.load(w, r)
	if l == nil {
		return nil, nil
	}
	block, ok := l.Site.BlockByID(chi.URLParam(r, "block"))
	if !ok {
		s.fail(w, r, store.ErrNotFound)
		return nil, nil
	}
	return l, block
}

// fail answers with an error page: what a person can mend is said, what they cannot is logged.
func (s *Server) fail(w http.ResponseWriter, r *http.Request, err error) {
	status, message := explain(err)
	if status >= http.StatusInternalServerError && r.Context().Err() == nil || status == http.StatusInternalServerError {
		s.log.ErrorContext(r.Context(), "request", "path", r.URL.Path, "error", err)
	}
	sayWhen(w, status, err)
	f := s.newFrame(r, "Not done")
	f.Fault = message
	s.show(w, r, status, "error.html", f)
}

// sayWhen says when to ask again, where that may help.
func sayWhen(w http.ResponseWriter, status int, err error) {
	if status == http.StatusServiceUnavailable && !errors.Is(store.Reason(err), store.ErrReadOnly) {
		w.Header().Set("Retry-After", "5")
	}
}

// told are errors whose own words say what to do, with the status that fits.
var told = []struct {
	err    error
	status int
}{
	{store.ErrTaken, http.StatusConflict}, {store.ErrLive, http.StatusConflict},
	{store.ErrNothingToUndo, http.StatusConflict}, {store.ErrNothingToRedo, http.StatusConflict},
	{store.ErrTooOld, http.StatusConflict}, {store.ErrManyClashes, http.StatusConflict},
	{store.ErrNoKey, http.StatusUnprocessableEntity}, {store.ErrOtherKey, http.StatusUnprocessableEntity},
	{store.ErrPasswordNeeded, http.StatusUnprocessableEntity},
	{store.ErrReadOnly, http.StatusServiceUnavailable}, {pictures.ErrBusy, http.StatusServiceUnavailable},
}

// explain finds the status and the words for an error.
func explain(err error) (status int, message string) {
	var fault *document.Fault
	var clash *document.Clash
	var stands *document.Stands
	var bad *badRequest
	var other *ledger.OtherListError
	switch {
	case errors.As(err, &other):
		return http.StatusUnprocessableEntity, sentence(other.Error())
	case errors.Is(err, store.ErrNotFound):
		return http.StatusNotFound, "There is nothing at this address. It may have been removed; the list of sites has " +
			"what there is."
	case errors.As(err, &clash):
		return http.StatusConflict, clash.Error()
	case errors.As(err, &stands):
		return http.StatusConflict, stands.Error() + "."
	case errors.As(err, &fault):
		return http.StatusUnprocessableEntity, fault.Problem
	case errors.As(err, &bad):
		return http.StatusBadRequest, bad.problem
	case errors.As(err, new(*http.MaxBytesError)):
		return http.StatusRequestEntityTooLarge, "This is larger than 32 MB, more than Rubrel takes at once. Paste only " +
			"the rows of the list itself."
	}
	reason := store.Reason(err)
	for _, known := range told {
		if errors.Is(reason, known.err) {
			return known.status, sentence(known.err.Error())
		}
	}
	if errors.Is(reason, store.ErrUnavailable) {
		return http.StatusServiceUnavailable, "The database does not answer, so nothing can be read or saved just now. " +
			"What was saved is safe; try again in a moment."
	}
	return http.StatusInternalServerError, "Something broke at our side; what you did before is saved. Try again, and " +
		"if it stays, look at the log."
}

// sentence begins with a capital and ends with a full stop.
func sentence(text string) string {
	first, size := utf8.DecodeRuneInString(text)
	return string(unicode.ToUpper(first)) + strings.TrimSuffix(text[size:], ".") + "."
}

var functions = template.FuncMap{
	"ago": func(t time.Time) string { return ago(time.Since(t)) },
	"iso": func(t time.Time) string { return t.UTC().Format(time.RFC3339) },
	"plural": func(n int, one, many string) string {
		if n == 1 {
			return "1 " + one
		}
		return strconv.Itoa(n) + " " + many
	},
	"schemes": func() map[document.Scheme]string {
		return map[document.Scheme]string{document.LightScheme: "light", document.DarkScheme: "dark",
			document.AutoScheme: "as the visitor’s system asks"}
	},
	"scheme": func(said, value document.Scheme) bool {
		return said == value || said == "" && value == document.LightScheme
	},
	"json": func(v any) (string, error) {
		text, err := json.Marshal(v)
		return string(text), err
	},
	"languages": func() []languageChoice { return languages }, "languageName": document.LanguageName,
	"kilobytes":    func(n int64) string { return strconv.FormatInt((n+1023)/1024, 10) + " KB" },
	"add":          func(a, b int) int { return a + b },
	"list":         func(items ...string) []string { return items },
	"borderStyles": look.BorderStyles, "easeNames": func() []string { return []string{"x1", "y1", "x2", "y2"} },
	"pictureSizes": func() []string { return []string{"cover", "contain", "repeat"} },
}

func ago(d time.Duration) string {
	switch {
	case d < time.Minute:
		return "just now"
	case d < time.Hour:
		return strconv.Itoa(int(d.Minutes())) + " min ago"
	case d < 24*time.Hour:
		return strconv.Itoa(int(d.Hours())) + " h ago"
	}
	return strconv.Itoa(int(d.Hours()/24)) + " d ago"
}
