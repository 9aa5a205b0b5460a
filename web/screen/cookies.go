package screen

import (
	"crypto/rand"
	"encoding/hex"
	"net/http"
	"strings"

	"github.com/go-chi/chi/v5"

	"rubrel/store"
)

const actorCookie = "rubrel_actor"

// Actor is the browser that asks, by a cookie made on its first visit: undo is each browser's own.
func Actor(w http.ResponseWriter, r *http.Request) string {
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

// Author is the actor at a block's bench, or with no block at the site's own page.
func Author(w http.ResponseWriter, r *http.Request) store.Author {
	return store.Author{Actor: Actor(w, r), Tab: r.FormValue("tab"), Hold: r.FormValue("hold"),
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

// SetTheme keeps the theme that a browser asks for: "light", "dark", or that of its system.
func SetTheme(w http.ResponseWriter, r *http.Request) {
	value := r.FormValue("theme")
	if value != "light" && value != "dark" {
		value = ""
	}
	setCookie(w, r, themeCookie, value)
	w.WriteHeader(http.StatusNoContent)
}
