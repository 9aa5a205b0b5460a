package web

import (
	"crypto/rand"
	"encoding/hex"
	"encoding/json"
	"errors"
	"html/template"
	"log/slog"
	"net/http"
	"strconv"
	"time"

	"github.com/go-chi/chi/v5"

	"rubrel/core/document"
	"rubrel/core/look"
	"rubrel/store"
)

// frame is what every page's template needs.
type frame struct {
	Title string
	Theme string
	Site  *store.Loaded
	// Notice and Fault are said at the head of the page.
	Notice, Fault string
}

func newFrame(r *http.Request, title string) frame {
	return frame{Title: title, Theme: theme(r), Notice: r.URL.Query().Get("notice")}
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
	http.SetCookie(w, &http.Cookie{Name: actorCookie, Value: id, Path: "/", HttpOnly: true, SameSite: http.SameSiteStrictMode, MaxAge: 365 * 24 * 3600})
	return id
}

// author is the actor at a block's bench, or with no block at the site's own page.
func author(w http.ResponseWriter, r *http.Request) store.Author {
	return store.Author{Actor: actor(w, r), Tab: r.FormValue("tab"), Hold: r.FormValue("hold"), Scope: chi.URLParam(r, "block")}
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
	http.SetCookie(w, &http.Cookie{Name: themeCookie, Value: value, Path: "/", HttpOnly: true, SameSite: http.SameSiteStrictMode, MaxAge: 365 * 24 * 3600})
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
	if status == http.StatusInternalServerError {
		slog.ErrorContext(r.Context(), "request", "path", r.URL.Path, "error", err)
	}
	f := newFrame(r, "Not done")
	f.Fault = message
	s.show(w, r, status, "error.html", f)
}

// explain finds the status and the words for an error.
func explain(err error) (status int, message string) {
	var fault *document.Fault
	var clash *document.Clash
	var tooLarge *http.MaxBytesError
	switch {
	case errors.Is(err, store.ErrNotFound):
		return http.StatusNotFound, "There is nothing at this address. It may have been removed; the list of sites has what there is."
	case errors.As(err, &clash):
		return http.StatusConflict, clash.Error()
	case errors.As(err, &fault):
		return http.StatusUnprocessableEntity, fault.Problem
	case errors.As(err, &tooLarge):
		return http.StatusRequestEntityTooLarge, "This is larger than 32 MB, more than Rubrel takes at once. Paste only the rows of the list itself."
	case errors.Is(err, store.ErrTaken), errors.Is(err, store.ErrNothingToUndo), errors.Is(err, store.ErrNothingToRedo):
		return http.StatusConflict, err.Error()
	}
	return http.StatusInternalServerError, "Something broke at our side; what you did before is saved. Try again, and if it stays, look at the log."
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
		return map[document.Scheme]string{document.LightScheme: "light", document.DarkScheme: "dark", document.AutoScheme: "as the visitor’s system asks"}
	},
	"scheme": func(said, value document.Scheme) bool {
		return said == value || said == "" && value == document.LightScheme
	},
	"json": func(v any) (string, error) {
		text, err := json.Marshal(v)
		return string(text), err
	},
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
