package screen

import (
	"context"
	"net/http"
	"net/url"
	"strconv"

	"rubrel/store"
)

// notices are what a page says after it was sent on from an act. The address names one; no text of it is shown.
var notices = map[string]string{
	"host":      "The web host is noted.",
	"published": "It is on its way to the web host.",
	"release":   "The release is deleted.",
	"removed":   "The site is removed. It can be brought back below.",
	"restored":  "The site is back as it was.",
	"deleted":   "The site is deleted for good.",
	"settled":   "Settled.",
}

// Names of the two fields of an address that say what was done: one of notices, or a version of the site's log.
const (
	didField   = "did"
	savedField = "saved"
)

// noticeOf is what the page asked for says it has just done.
func (s *Server) noticeOf(ctx context.Context, r *http.Request, site string) string {
	query := r.URL.Query()
	if said, ok := notices[query.Get(didField)]; ok {
		return said
	}
	version, err := strconv.ParseInt(query.Get(savedField), 10, 64)
	if err != nil || site == "" {
		return ""
	}
	entry, err := s.Store.EntryAt(ctx, site, version)
	if err != nil {
		return ""
	}
	return map[string]string{"edit": "Saved: ", "undo": "Undone: ", "redo": "Done again: "}[entry.Act] + entry.Label + "."
}

// Saved is an address that says which change was just made.
func Saved(place string, after *store.Loaded) string {
	return WithQuery(place, savedField, strconv.FormatInt(after.Version, 10))
}

// Did is an address that says one of notices.
func Did(place, what string) string { return WithQuery(place, didField, what) }

// WithQuery is an address with one more field.
func WithQuery(place, name, value string) string {
	u, err := url.Parse(place)
	if err != nil {
		return place
	}
	query := u.Query()
	query.Set(name, value)
	u.RawQuery = query.Encode()
	return u.String()
}
